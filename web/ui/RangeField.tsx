import { memo, useState } from 'react'
import { parseRange, rangeWithUnit, unitFor } from '#core/quantity/index.ts'
import { useShop } from '../app/shop.ts'
import { Field } from './Field.tsx'
import type { TypedProps } from './QuantityField.tsx'

/** A value or a range of it, as a chart prints one: `38`, `30-40`, `20–24 ipm`; its unit is spelled out as it is typed. */
export const RangeField = memo(function RangeField({
  label,
  of,
  kind,
  value,
  onChange,
  error,
  beside = false,
  empty = '',
}: TypedProps) {
  const { settings, units } = useShop()
  const [typed, setTyped] = useState<string | undefined>(undefined)
  const text = typed ?? value
  const options = { unit: unitFor(kind, units), decimalMark: settings.decimalMark }
  const read = text.trim() === '' ? undefined : parseRange(text, kind, options)
  const wrong = read && !read.ok ? read.message : error
  return (
    <Field label={label} of={of} beside={beside} error={wrong}>
      {({ id, describedBy }) => (
        <input
          id={id}
          className={`field ${wrong ? 'border-alarm!' : ''}`}
          value={text}
          placeholder={empty}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          aria-invalid={wrong ? true : undefined}
          aria-describedby={describedBy}
          onChange={(e) => {
            setTyped(e.target.value)
            onChange(rangeWithUnit(e.target.value, kind, options))
          }}
          onBlur={() => setTyped(undefined)}
        />
      )}
    </Field>
  )
})
