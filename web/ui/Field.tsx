import { useId, type ReactNode } from 'react'

interface FieldProps {
  readonly label: string
  /** Whose it is, for those who hear the label alone: "of row 2". */
  readonly of?: string | undefined
  readonly error?: string | undefined
  readonly hint?: ReactNode
  /** Label beside the control, or above it. */
  readonly beside?: boolean
  /** Only those who hear it have the label: its column says the same. */
  readonly inColumn?: boolean
  readonly children: (ids: { readonly id: string; readonly describedBy: string | undefined }) => ReactNode
}

/** A labelled control with its error or hint under it. */
export function Field({ label, of, error, hint, beside = false, inColumn = false, children }: FieldProps) {
  const id = useId()
  const note = error ?? hint
  const describedBy = note ? `${id}-note` : undefined
  return (
    <div className={beside ? 'grid grid-cols-[104px_1fr] items-start gap-x-3' : 'grid gap-1'}>
      <label
        htmlFor={id}
        className={inColumn ? 'sr-only' : `text-soft ${beside ? 'pt-2 leading-tight' : ''}`}
      >
        {label}
        {of === undefined ? null : <span className="sr-only"> {of}</span>}
      </label>
      <div className="min-w-0">
        {children({ id, describedBy })}
        {note ? (
          <div
            id={describedBy}
            className={`pt-1 text-foot ${error ? 'font-bold text-alarm' : 'text-soft'}`}
            role={error ? 'alert' : undefined}
          >
            {note}
          </div>
        ) : null}
      </div>
    </div>
  )
}

/** A group of buttons with a label: named by the label through the group itself. */
export function Group({
  label,
  beside = false,
  error,
  children,
}: {
  readonly label: string
  readonly beside?: boolean
  readonly error?: string | undefined
  readonly children: ReactNode
}) {
  return (
    <div className={beside ? 'grid grid-cols-[104px_1fr] items-start gap-x-3' : 'grid gap-1'}>
      <div className={`text-soft ${beside ? 'pt-2 leading-tight' : ''}`}>{label}</div>
      <div className="min-w-0">
        {children}
        {error ? (
          <div className="pt-1 text-foot font-bold text-alarm" role="alert">
            {error}
          </div>
        ) : null}
      </div>
    </div>
  )
}
