import { applies, type Field } from '#core/fields/spec.ts'
import { SHEET, type SheetField } from '#core/sheet/fields.ts'
import { labelOf } from '#core/sheet/read.ts'
import { optionsOf } from '../../../form/options.ts'
import { SelectField } from '../../../ui/SelectField.tsx'
import { TextField } from '../../../ui/TextField.tsx'
import type { OpenedSheet, SheetWork } from './useSheet.ts'

/** What is asked once for all rows, where no column says it. */
const ASKED: readonly SheetField[] = [
  'what',
  'at',
  'personName',
  'jobName',
  'cutMetal',
  'handling',
  'brazeMetal',
  'joint',
  'thickness',
  'fuel',
]

/** What no column says and holds for every row. */
export function Same({
  work,
  opened,
  missing,
}: {
  readonly work: SheetWork
  readonly opened: OpenedSheet
  readonly missing: readonly SheetField[]
}) {
  const { columns, same } = opened.how
  const kinds = columns.includes('what') ? ['cut', 'braze'] : [same.what]
  const asked = ASKED.filter(
    (field) => !columns.includes(field) && kinds.some((what) => applies(SHEET[field], { what })),
  )
  if (asked.length === 0) return null
  return (
    <section aria-label="The same for every row" className="grid gap-3">
      <h3 className="border-b-[1.5px] border-ink pb-1 text-label">The same for every row</h3>
      <div className="grid items-start gap-x-6 gap-y-3 md:grid-cols-3">
        {asked.map((field) => (
          <SameField
            key={field}
            field={field}
            value={same[field] ?? ''}
            error={missing.includes(field) ? 'No column says it: say it here.' : undefined}
            onChange={(value) => work.setSame(field, value)}
          />
        ))}
      </div>
    </section>
  )
}

const EXAMPLES: Partial<Record<SheetField, string>> = { at: '2026-03-02', thickness: '1/2 in' }

function SameField({
  field,
  value,
  error,
  onChange,
}: {
  readonly field: SheetField
  readonly value: string
  readonly error: string | undefined
  readonly onChange: (value: string) => void
}) {
  const spec: Field = SHEET[field]
  return spec.type === 'choice' ? (
    <SelectField
      label={labelOf(field)}
      value={value}
      options={optionsOf(spec.names)}
      error={error}
      onChange={onChange}
    />
  ) : (
    <TextField
      beside={false}
      label={labelOf(field)}
      value={value}
      error={error}
      maxLength={120}
      placeholder={EXAMPLES[field] ?? ''}
      onChange={onChange}
    />
  )
}
