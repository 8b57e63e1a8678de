import type { Said, Table } from '#core/fields/spec.ts'
import type { FieldError } from '#core/figure.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'

const AS_PLANNED = { tipOrifice: 'As planned, unless you changed it.' } as const

/** What was really used: as planned, unless somebody changed it. */
export function UsedFields<T extends Table>({
  table,
  form,
  errors,
  onChange,
}: {
  readonly table: T
  readonly form: Said
  readonly errors: readonly FieldError[]
  readonly onChange: (name: string, value: Typed) => void
}) {
  return (
    <FieldList
      above
      table={table}
      said={form}
      path="used"
      errors={errors}
      help={AS_PLANNED}
      onChange={onChange}
    />
  )
}
