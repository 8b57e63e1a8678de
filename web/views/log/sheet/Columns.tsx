import { memo } from 'react'
import { keysOf } from '#core/objects.ts'
import { offeredFor, type UnitId } from '#core/quantity/index.ts'
import { SHEET, type SheetField } from '#core/sheet/fields.ts'
import { labelOf } from '#core/sheet/read.ts'
import { Group } from '../../../ui/Field.tsx'
import { Segmented } from '../../../ui/Segmented.tsx'
import { SelectField } from '../../../ui/SelectField.tsx'
import type { OpenedSheet, SheetWork } from './useSheet.ts'

const ROW = 'grid items-center gap-x-4 gap-y-1 md:grid-cols-[1fr_280px_120px]'
const OUT = 'out'
const FIELDS = [
  { value: OUT, label: 'Left out' },
  ...keysOf(SHEET).map((field) => ({ value: field, label: labelOf(field) })),
] as const
const SHOWN_CELLS = 3
const DATES = [
  { value: 'day-month', label: 'Day first: 2/3 is 2 March' },
  { value: 'month-day', label: 'Month first: 2/3 is 3 February' },
] as const
const DECIMALS = [
  { value: 'point', label: 'Point: 2.6' },
  { value: 'comma', label: 'Comma: 2,6' },
] as const

/** The columns as they stand in the sheet, each with some of its cells, what it holds, and in which unit. */
export function Columns({ work, opened }: { readonly work: SheetWork; readonly opened: OpenedSheet }) {
  const { sheet, how } = opened
  const used = how.columns.filter((c) => c !== null).length
  return (
    <section aria-label="Columns" className="grid gap-3">
      <h3 className="border-b-[1.5px] border-ink pb-1 text-label">
        Columns{' '}
        <span className="font-text text-text font-normal text-soft">
          {used} of {sheet.heads.filter((h) => h !== '').length} are taken
        </span>
      </h3>
      <div aria-hidden="true" className={`${ROW} name hidden text-soft md:grid`}>
        <span>In the sheet</span>
        <span>Holds</span>
        <span>Unit</span>
      </div>
      <ul>
        {sheet.heads.map((head, at) => {
          const field = how.columns[at] ?? null
          const cells = sheet.rows.map(({ cells: c }) => c[at] ?? '').filter((c) => c !== '')
          return head === '' && cells.length === 0 ? null : (
            <ColumnRow
              key={at}
              at={at}
              head={head === '' ? `Column ${at + 1}` : head}
              cells={cells.slice(0, SHOWN_CELLS).join(' · ')}
              field={field}
              unit={field === null ? undefined : how.units[field]}
              work={work}
            />
          )
        })}
      </ul>
      <div className="grid gap-4 md:grid-cols-2">
        {how.columns.includes('at') ? (
          <Group label="Dates">
            <Segmented
              tall
              label="Dates"
              value={how.dates}
              options={DATES}
              onChange={(dates) => work.change({ dates })}
            />
          </Group>
        ) : null}
        <Group label="Decimals">
          <Segmented
            tall
            label="Decimals"
            value={how.decimals}
            options={DECIMALS}
            onChange={(decimals) => work.change({ decimals })}
          />
        </Group>
      </div>
    </section>
  )
}

const ColumnRow = memo(function ColumnRow({
  at,
  head,
  cells,
  field,
  unit,
  work,
}: {
  readonly at: number
  readonly head: string
  readonly cells: string
  readonly field: SheetField | null
  readonly unit: UnitId | undefined
  readonly work: SheetWork
}) {
  const spec = field === null ? undefined : SHEET[field]
  return (
    <li className={`${ROW} border-b border-rule py-2`}>
      <div className="min-w-0">
        <p className="name text-field leading-tight font-semibold">{head}</p>
        <p className="truncate text-soft">{cells === '' ? 'no cells' : cells}</p>
      </div>
      <SelectField
        inColumn
        label="Holds"
        of={`in the column ${head}`}
        value={field ?? OUT}
        options={FIELDS}
        onChange={(v) => work.setColumn(at, v === OUT ? null : v)}
      />
      {field !== null && spec?.type === 'quantity' ? (
        <SelectField
          inColumn
          label="Unit"
          of={`of the column ${head}`}
          value={unit ?? ''}
          options={unitsFor(spec.bounds.kind, unit)}
          onChange={(u) => work.setUnit(field, u)}
        />
      ) : null}
    </li>
  )
})

/** The units that are offered, and the one that is taken, with what stands for it. */
const unitsFor = (kind: Parameters<typeof offeredFor>[0], taken: UnitId | undefined) =>
  [
    ...new Set([
      ...offeredFor(kind),
      ...(kind === 'time' ? (['s', 'min'] as const) : []),
      ...(taken ? [taken] : []),
    ]),
  ].map((u) => ({ value: u, label: u }))
