import type { ReactNode, RefObject } from 'react'

/** The page of a bench: its head, what is seen in a sentence, the bench with its hands, and what is told beside it. */
export function BenchPage({
  head,
  caption,
  place,
  side,
  children,
}: {
  readonly head: ReactNode
  readonly caption: string
  readonly place: RefObject<HTMLDivElement | null>
  readonly side: ReactNode
  readonly children: ReactNode
}) {
  return (
    <main className="flex flex-col md:h-dvh">
      {head}
      <div className="grid min-h-0 grow md:grid-cols-[1fr_320px]">
        <div
          ref={place}
          tabIndex={-1}
          className="flex min-h-0 min-w-0 flex-col gap-2 p-3 outline-none! md:p-4"
        >
          <p className="name min-h-[56px] content-center text-label leading-tight md:min-h-0" role="status">
            {caption}
          </p>
          {children}
        </div>
        {side}
      </div>
    </main>
  )
}
