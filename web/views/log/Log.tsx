import {
  columnFilteringFeature,
  createColumnHelper,
  createFilteredRowModel,
  createSortedRowModel,
  filterFn_includesString,
  globalFilteringFeature,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
  type SortingState,
} from '@tanstack/react-table'
import { format } from 'date-fns/format'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { LogSummary } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { Field } from '../../ui/Field.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { DROP_WORDS, EDGE_WORDS, SLAG_WORDS } from './outcome-words.ts'

const features = tableFeatures({
  columnFilteringFeature,
  globalFilteringFeature,
  rowSortingFeature,
  filteredRowModel: createFilteredRowModel(),
  sortedRowModel: createSortedRowModel(),
  filterFns: { includesString: filterFn_includesString },
  sortFns: { basic: sortFn_basic, alphanumeric: sortFn_alphanumeric },
})
const column = createColumnHelper<typeof features, LogSummary>()
const NONE: readonly LogSummary[] = []

/** The book: every cut that was written down, newest first. */
export default function Log() {
  const { data = NONE, error, isSuccess } = api.useLogQuery(undefined, { refetchOnMountOrArgChange: true })
  const { print, say } = useShop()
  const waiting = useApp((s) => s.outbox.items.filter((i) => i.route === 'addLog').length)
  const [filter, setFilter] = useState('')
  const [sorting, setSorting] = useState<SortingState>([{ id: 'at', desc: true }])
  const columns = useMemo(
    () =>
      column.columns([
        column.accessor('at', {
          header: 'When',
          cell: (c) => format(new Date(c.getValue()), 'd MMM yyyy, HH:mm'),
        }),
        column.accessor('title', {
          header: 'Piece',
          cell: (c) => (
            <Link
              className="font-semibold underline decoration-rule underline-offset-4"
              to={`/log/${c.row.original.id}`}
            >
              {c.getValue()}
            </Link>
          ),
        }),
        column.accessor('jobName', { header: 'Job' }),
        column.accessor('personName', { header: 'Who', cell: (c) => c.getValue() ?? '' }),
        column.accessor('thicknessM', { header: 'Plate', cell: (c) => print(c.getValue(), 'length') }),
        column.accessor('tipOrificeM', {
          header: say('Tip'),
          cell: (c) => optional(c.getValue(), (v) => print(v, 'length')),
        }),
        column.accessor('oxygenGaugePa', {
          header: 'Oxygen',
          cell: (c) => optional(c.getValue(), (v) => print(v, 'pressure')),
        }),
        column.accessor((r) => EDGE_WORDS[r.edge], { id: 'edge', header: 'Edge' }),
        column.accessor((r) => SLAG_WORDS[r.slag], { id: 'slag', header: 'Slag' }),
        column.accessor((r) => DROP_WORDS[r.drop], { id: 'drop', header: 'Dropped' }),
        column.accessor('kerfM', {
          header: 'Kerf',
          cell: (c) => optional(c.getValue(), (v) => print(v, 'length')),
        }),
      ]),
    [print, say],
  )
  const rows = useMemo(() => [...data], [data])
  const table = useTable({
    features,
    data: rows,
    columns,
    state: { globalFilter: filter, sorting },
    onGlobalFilterChange: setFilter,
    onSortingChange: setSorting,
    globalFilterFn: 'includesString',
  })
  if (error && !isSuccess) return <Missing what="log" failure={error} />
  const shown = table.getRowModel().rows
  return (
    <main className="px-5 py-6">
      <div className="flex flex-wrap items-end justify-between gap-4 pb-4">
        <h1 className="text-4xl">Log</h1>
        <div className="w-full max-w-[340px]">
          <Field label="Find">
            {({ id }) => (
              <input
                id={id}
                type="search"
                className="field"
                placeholder="piece, job, person, edge, slag"
                value={filter}
                onChange={(e) => setFilter(e.target.value)}
              />
            )}
          </Field>
        </div>
      </div>
      {waiting > 0 ? (
        <p className="pb-3 font-bold text-brass">
          {waiting === 1 ? 'One entry is' : `${waiting} entries are`} on the way to the book.
        </p>
      ) : null}
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} className="border-b-[1.5px] border-ink">
                {group.headers.map((h) => {
                  const sorted = h.column.getIsSorted()
                  return (
                    <th
                      key={h.id}
                      scope="col"
                      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                      className="name p-0 font-semibold whitespace-nowrap"
                    >
                      <button
                        type="button"
                        className="flex min-h-10 w-full items-center gap-1 pr-4 text-[1.05rem]"
                        onClick={h.column.getToggleSortingHandler()}
                      >
                        <table.FlexRender header={h} />
                        {sorted === 'asc' ? (
                          <ArrowUp size={14} aria-hidden="true" />
                        ) : sorted === 'desc' ? (
                          <ArrowDown size={14} aria-hidden="true" />
                        ) : null}
                      </button>
                    </th>
                  )
                })}
              </tr>
            ))}
          </thead>
          <tbody>
            {shown.map((row) => (
              <tr key={row.id} className="border-b border-rule hover:bg-sheet">
                {row.getAllCells().map((cell) => (
                  <td key={cell.id} className="name py-2.5 pr-4 text-[1.1rem] whitespace-nowrap">
                    <table.FlexRender cell={cell} />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {isSuccess && shown.length === 0 ? (
        <p className="pt-4 text-soft">
          {data.length === 0
            ? 'Nothing is written down yet. Run a cut, and say what came out.'
            : `Nothing fits “${filter}”.`}
        </p>
      ) : null}
    </main>
  )
}

const optional = (value: number | null, print: (v: number) => string) => (value === null ? '' : print(value))
