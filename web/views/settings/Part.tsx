import type { ReactNode } from 'react'

/** Where a part or a row stands on the page: its name as an address. */
export const anchorOf = (title: string): string => title.toLowerCase().replace(/[^a-z]+/g, '-')

/** Brings a part or a row into sight, and the keyboard to what is chosen there. */
export function showPlace(anchor: string): void {
  const place = document.getElementById(anchor)
  place?.scrollIntoView({ block: 'start' })
  place?.querySelector<HTMLElement>('button, input, select')?.focus({ preventScroll: true })
}

/** One part of the settings under its head. */
export function Part({
  title,
  onBlur,
  children,
}: {
  readonly title: string
  /** Hears of every field that is left. */
  readonly onBlur?: () => void
  readonly children: ReactNode
}) {
  return (
    <section
      aria-label={title}
      id={anchorOf(title)}
      className="grid scroll-mt-4 content-start gap-3"
      {...(onBlur ? { onBlur } : {})}
    >
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">{title}</h2>
      {children}
    </section>
  )
}
