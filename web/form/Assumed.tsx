import type { ReactNode } from 'react'

/**
 * A field of which perhaps nobody has said anything yet: told by its dotted line and a word, with one press to say that
 * it is so. Its wrapping is the same either way, so that the field keeps the hand that types in it.
 */
export function Assumed({
  on,
  of,
  onAgree,
  children,
}: {
  readonly on: boolean
  /** What the field is called, for those who hear the button alone. */
  readonly of: string
  readonly onAgree: () => void
  readonly children: ReactNode
}) {
  return (
    <div className={on ? 'assumed' : undefined}>
      {children}
      {on ? (
        <p className="flex items-center justify-end gap-2 text-foot text-soft">
          <span className="border-b-2 border-dotted border-soft">assumed</span>
          <button
            type="button"
            aria-label={`It is so: ${of}`}
            className="name min-h-[44px] px-1 text-text text-ink underline decoration-rule underline-offset-4"
            onClick={onAgree}
          >
            It is so
          </button>
        </p>
      ) : null}
    </div>
  )
}
