import { Plus, Trash2 } from 'lucide-react'
import { useCallback } from 'react'
import type { DraftOf, Table } from '#core/fields/spec.ts'
import type { FieldError } from '#core/figure.ts'
import { useShop } from '../app/shop.ts'
import { Button } from '../ui/Button.tsx'
import { FieldList, type Typed } from './FieldList.tsx'

/** Rows of a table of fields: each with its own fields, one more at the end, any of them taken out. */
export function RowsList<T extends Table>({
  table,
  rows,
  names,
  path,
  errors,
  first,
  called,
  columns,
  onChange,
}: {
  readonly table: T
  readonly rows: readonly DraftOf<NoInfer<T>>[]
  readonly names?: readonly (keyof T & string)[]
  /** Where the list stands in the errors: `work.tubeRun`. */
  readonly path: string
  readonly errors: readonly FieldError[]
  /** What a further row begins with. */
  readonly first: DraftOf<NoInfer<T>>
  /** What a row is called: "Length". */
  readonly called: string
  readonly columns: string
  readonly onChange: (rows: readonly DraftOf<NoInfer<T>>[]) => void
}) {
  const { say } = useShop()
  return (
    <>
      <ol className="grid gap-4">
        {rows.map((row, i) => (
          <li key={i} className="border-t-[1.5px] border-ink pt-2">
            <div className="flex items-center justify-between pb-2">
              <h3 className="text-label">
                {say(called)} {i + 1}
              </h3>
              <Button look="quiet" onClick={() => onChange(rows.filter((_, at) => at !== i))}>
                <Trash2 size={18} aria-hidden="true" /> {say(`Take ${called.toLowerCase()} ${i + 1} out`)}
              </Button>
            </div>
            <div className={`grid gap-3 ${columns}`}>
              <Row
                table={table}
                of={say(`of ${called.toLowerCase()} ${i + 1}`)}
                row={row}
                names={names}
                path={`${path}.${i}`}
                errors={errors}
                onChange={(changed) => onChange(rows.map((r, at) => (at === i ? changed : r)))}
              />
            </div>
          </li>
        ))}
      </ol>
      <Button className="mt-4 w-full" onClick={() => onChange([...rows, first])}>
        <Plus size={18} aria-hidden="true" /> {say(`Add a ${called.toLowerCase()}`)}
      </Button>
    </>
  )
}

function Row<T extends Table>({
  table,
  of,
  row,
  names,
  path,
  errors,
  onChange,
}: {
  readonly table: T
  readonly of: string
  readonly row: DraftOf<NoInfer<T>>
  readonly names: readonly (keyof T & string)[] | undefined
  readonly path: string
  readonly errors: readonly FieldError[]
  readonly onChange: (row: DraftOf<NoInfer<T>>) => void
}) {
  const change = useCallback(
    (name: string, value: Typed) => onChange({ ...row, [name]: value }),
    [row, onChange],
  )
  return (
    <FieldList
      above
      of={of}
      table={table}
      said={row}
      {...(names ? { names } : {})}
      path={path}
      errors={errors}
      onChange={change}
    />
  )
}
