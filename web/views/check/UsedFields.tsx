import type { Said, Table } from '#core/fields/spec.ts'
import type { FieldError } from '#core/figure.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'

const HELP = {
  tipOrifice: 'As planned, unless you changed it.',
  trialHeat:
    'From the flame on the work until the rod ran, with a steady hand: plans with this tip go by it.',
} as const

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
    <FieldList above table={table} said={form} path="used" errors={errors} help={HELP} onChange={onChange} />
  )
}
