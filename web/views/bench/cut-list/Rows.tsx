import { Plus, Trash2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { Button } from '../../../ui/Button.tsx'
import { QuantityField } from '../../../ui/QuantityField.tsx'
import { TextField } from '../../../ui/TextField.tsx'
import type { Row, RowsEdit } from './form.ts'

/** Lengths and how many of each: stock, or pieces. */
export function Rows({
  legend,
  what,
  field,
  rows,
  countHint,
  first,
  error,
  edit,
  children,
}: {
  readonly legend: string
  /** What one of them is called. */
  readonly what: string
  readonly field: 'stock' | 'pieces'
  readonly rows: readonly Row[]
  readonly countHint: string
  /** What a new row begins with. */
  readonly first: Row
  readonly error: (field: string) => string | undefined
  readonly edit: RowsEdit
  /** Further things that can be added. */
  readonly children?: ReactNode
}) {
  const wrong = error(field)
  return (
    <fieldset className="grid gap-2">
      <legend className="name pb-1 text-field text-soft">{legend}</legend>
      {rows.map((row, i) => (
        <ListRow
          key={i}
          what={`${what} ${i + 1}`}
          row={row}
          countHint={countHint}
          lengthError={error(`${field}.${i}.length`)}
          countError={error(`${field}.${i}.count`)}
          onChange={(part) => edit.change(i, part)}
          onRemove={rows.length > 1 ? () => edit.remove(i) : undefined}
        />
      ))}
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => edit.add(first)}>
          <Plus size={18} aria-hidden="true" /> {field === 'stock' ? 'Length' : what}
        </Button>
        {children}
      </div>
      {wrong ? (
        <p role="alert" className="font-bold text-alarm">
          {wrong}
        </p>
      ) : null}
    </fieldset>
  )
}

function ListRow({
  what,
  row,
  countHint,
  lengthError,
  countError,
  onChange,
  onRemove,
}: {
  readonly what: string
  readonly row: Row
  readonly countHint: string
  readonly lengthError: string | undefined
  readonly countError: string | undefined
  readonly onChange: (part: Partial<Row>) => void
  readonly onRemove: (() => void) | undefined
}) {
  return (
    <div className="grid grid-cols-[1fr_92px_44px] items-start gap-2">
      <QuantityField
        label={`${what}, length`}
        kind="length"
        value={row.length}
        error={lengthError}
        onChange={(length) => onChange({ length })}
      />
      <TextField
        beside={false}
        label="How many"
        aria-label={`${what}, how many`}
        inputMode="numeric"
        placeholder={countHint}
        value={row.count}
        error={countError}
        onChange={(count) => onChange({ count })}
      />
      {onRemove ? (
        <button
          type="button"
          aria-label={`Take out ${what.toLowerCase()}`}
          className="mt-6 grid size-11 place-items-center"
          onClick={onRemove}
        >
          <Trash2 size={18} />
        </button>
      ) : null}
    </div>
  )
}
