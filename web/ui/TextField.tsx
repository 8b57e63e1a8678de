import type { InputHTMLAttributes } from 'react'
import { Field } from './Field.tsx'

/** A line of text, or a plain count, with its label and error. */
export function TextField({
  label,
  of,
  value,
  error,
  beside = true,
  onChange,
  ...rest
}: {
  readonly label: string
  readonly of?: string | undefined
  readonly value: string
  readonly error?: string | undefined
  readonly beside?: boolean
  readonly onChange: (value: string) => void
} & Pick<
  InputHTMLAttributes<HTMLInputElement>,
  'inputMode' | 'placeholder' | 'maxLength' | 'aria-label' | 'type'
>) {
  return (
    <Field beside={beside} label={label} of={of} error={error}>
      {({ id, describedBy }) => (
        <input
          {...rest}
          id={id}
          className="field"
          value={value}
          aria-invalid={error ? true : undefined}
          aria-describedby={describedBy}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  )
}
