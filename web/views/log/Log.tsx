import {
  columnFilteringFeature,
  createColumnHelper,
  FlexRender,
  tableFeatures,
  useTable,
} from '@tanstack/react-table'
import { format } from 'date-fns/format'
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { ENTRY_KINDS, OUTCOMES } from '#core/record/entry.ts'
import { readTyped } from '#contract/typed.ts'
import type { LogQuery } from '#contract/schemas.ts'
import type { LogSummary } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { LogTabs } from './LogTabs.tsx'
import { KIND_WORDS, OUTCOME_WORDS } from './outcome-words.ts'
import { useTell } from './useTell.ts'

const features = tableFeatures({ columnFilteringFeature })
const column = createColumnHelper<typeof features, LogSummary>()
const NONE: readonly LogSummary[] = []
const ALL = 'all'
const PAGE = 25

interface Filters {
  readonly q: string
  readonly kind: string
  readonly outcome: string
  readonly metal: string
  readonly person: string
  readonly tip: string
  readonly thinnest: string
  readonly thickest: string
  readonly from: string
  readonly to: string
}
const NO_FILTERS: Filters = {
  q: '',
  kind: ALL,
  outcome: ALL,
  metal: ALL,
  person: ALL,
  tip: ALL,
  thinnest: '',
  thickest: '',
  from: '',
  to: '',
}
const optionsOf = (all: string, values: readonly string[], word: (v: string) => string = (v) => v) => [
  { value: ALL, label: all },
  ...values.map((v) => ({ value: v, label: word(v) })),
]
const KIND_OPTIONS = optionsOf('Everything', ENTRY_KINDS, (k) => KIND_WORDS[k as LogSummary['kind']])
const OUTCOME_OPTIONS = optionsOf(
  'Any',
  OUTCOMES.filter((o) => o !== 'none'),
  (o) => OUTCOME_WORDS[o as LogSummary['outcome']],
)
const NO_CHOICES = { metals: [], people: [], tips: [] }
const DAY = /^\d{4}-\d\d-\d\d$/

/** The filters as the server is asked; what cannot be read yet is left out. */
function useQuery(filters: Filters, page: number): LogQuery {
  const { settings } = useShop()
  return useMemo(() => {
    const length = (text: string) => {
      const r = readTyped(text, 'length', settings)
      return r.ok && r.value > 0 ? String(r.value) : ''
    }
    const asked: Record<string, string> = {
      q: filters.q.trim().slice(0, 60),
      thinnest: filters.thinnest.trim() === '' ? '' : length(filters.thinnest),
      thickest: filters.thickest.trim() === '' ? '' : length(filters.thickest),
      from: DAY.test(filters.from) ? filters.from : '',
      to: DAY.test(filters.to) ? filters.to : '',
      after: page > 0 ? String(page * PAGE) : '',
    }
    for (const name of ['kind', 'outcome', 'metal', 'person', 'tip'] as const)
      if (filters[name] !== ALL) asked[name] = filters[name]
    return Object.fromEntries(Object.entries(asked).filter(([, v]) => v !== '')) as LogQuery
  }, [filters, page, settings])
}

/** The same list for as long as it holds the same, whichever answer brought it. */
function useSame<T extends string | number>(list: readonly T[]): readonly T[] {
  const key = JSON.stringify(list)
  return useMemo(() => JSON.parse(key) as T[], [key])
}

/** The book: every line, newest first, narrowed by any of its fields. */
export default function Log() {
  const [filters, setFilters] = useState(NO_FILTERS)
  const [page, setPage] = useState(0)
  const [more, setMore] = useState(false)
  const query = useQuery(useDeferredValue(filters), page)
  const { currentData, data, error } = api.useLogQuery(query, { refetchOnMountOrArgChange: true })
  const shownPage = currentData ?? data
  const { print, say } = useShop()
  const tell = useTell()
  const waiting = useApp((s) => s.outbox.items.filter((i) => i.route === 'addLog').length)
  const change = useCallback((part: Partial<Filters>) => {
    setFilters((now) => ({ ...now, ...part }))
    setPage(0)
  }, [])
  // what is chosen from is drawn again only when it changes, not at every letter
  const on = useMemo(
    () => ({
      kind: (kind: string) => change({ kind }),
      outcome: (outcome: string) => change({ outcome }),
      person: (person: string) => change({ person }),
      metal: (metal: string) => change({ metal }),
      tip: (tip: string) => change({ tip }),
    }),
    [change],
  )
  const choices = shownPage ?? NO_CHOICES
  const metals = useSame(choices.metals)
  const people = useSame(choices.people)
  const tips = useSame(choices.tips)
  const options = useMemo(
    () => ({
      people: optionsOf('Anybody', people),
      metals: optionsOf('Any', metals, (m) => m.replaceAll('-', ' ')),
      tips: optionsOf('Any', tips.map(String), (t) => print(Number(t), 'length')),
    }),
    [metals, people, tips, print],
  )
  const columns = useMemo(
    () =>
      column.columns([
        column.accessor('at', {
          header: 'When',
          cell: (c) => format(new Date(c.getValue()), 'd MMM yyyy, HH:mm'),
        }),
        column.accessor('title', { header: 'Piece', cell: (c) => <Piece entry={c.row.original} /> }),
        column.accessor('kind', { header: 'What', cell: (c) => KIND_WORDS[c.getValue()] }),
        column.accessor('jobName', { header: 'Job' }),
        column.accessor('personName', { header: 'Who' }),
        column.accessor('thicknessM', {
          header: 'Thickness',
          cell: (c) => (c.getValue() === null ? '' : print(c.getValue() ?? 0, 'length')),
        }),
        column.accessor('tipOrificeM', {
          header: say('Tip'),
          cell: (c) => (c.getValue() === null ? '' : print(c.getValue() ?? 0, 'length')),
        }),
        column.accessor('outcome', { header: 'Outcome', cell: (c) => <Outcome entry={c.row.original} /> }),
        column.accessor('told', {
          header: 'What it tells',
          cell: (c) => <span className="block truncate">{tell(c.getValue())}</span>,
        }),
      ]),
    [print, say, tell],
  )
  const rows = useMemo(() => [...(shownPage?.entries ?? NONE)], [shownPage])
  const table = useTable({ features, data: rows, columns })
  if (error && !shownPage) return <Missing what="log" failure={error} />
  const total = shownPage?.total ?? 0
  return (
    <main className="px-5 py-6">
      <LogTabs />
      <section aria-label="Filters" className="no-print grid gap-3 pb-4 sm:grid-cols-2 lg:grid-cols-5">
        <Field label="Find">
          {({ id }) => (
            <input
              id={id}
              type="search"
              className="field"
              placeholder="piece, job, person, note"
              value={filters.q}
              onChange={(e) => change({ q: e.target.value })}
            />
          )}
        </Field>
        <SelectField label="What" value={filters.kind} options={KIND_OPTIONS} onChange={on.kind} />
        <SelectField
          label="Outcome"
          value={filters.outcome}
          options={OUTCOME_OPTIONS}
          onChange={on.outcome}
        />
        <SelectField label="Who" value={filters.person} options={options.people} onChange={on.person} />
        <div className="flex items-end gap-2">
          <Button aria-expanded={more} onClick={() => setMore(!more)}>
            {more ? 'Fewer' : 'More'} filters
          </Button>
          <Button
            look="quiet"
            onClick={() => {
              setFilters(NO_FILTERS)
              setPage(0)
            }}
          >
            Clear
          </Button>
        </div>
        {more ? (
          <>
            <SelectField label="Metal" value={filters.metal} options={options.metals} onChange={on.metal} />
            <SelectField label={say('Tip')} value={filters.tip} options={options.tips} onChange={on.tip} />
            <QuantityField
              label="Thickness from"
              kind="length"
              value={filters.thinnest}
              empty="any"
              onChange={(thinnest) => change({ thinnest })}
            />
            <QuantityField
              label="to"
              kind="length"
              value={filters.thickest}
              empty="any"
              onChange={(thickest) => change({ thickest })}
            />
            <div className="grid grid-cols-2 gap-2">
              <TextField
                beside={false}
                label="From day"
                placeholder="2026-03-02"
                value={filters.from}
                onChange={(from) => change({ from })}
              />
              <TextField
                beside={false}
                label="to day"
                placeholder="2026-03-09"
                value={filters.to}
                onChange={(to) => change({ to })}
              />
            </div>
          </>
        ) : null}
      </section>
      <p className="pb-2 text-soft" role="status">
        {total === 1 ? 'One line fits.' : `${total} lines fit.`}
        {waiting > 0 ? (
          <strong className="pl-2 text-brass">
            {waiting === 1 ? 'One entry is' : `${waiting} entries are`} on the way to the book.
          </strong>
        ) : null}
      </p>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} className="border-b-[1.5px] border-ink">
                {group.headers.map((h) => (
                  <th
                    key={h.id}
                    scope="col"
                    className="name py-2 pr-4 text-[1.05rem] font-semibold whitespace-nowrap"
                  >
                    <table.FlexRender header={h} />
                  </th>
                ))}
              </tr>
            ))}
          </thead>
          <tbody>
            {table.getRowModel().rows.map((row) => (
              <Line key={row.id} row={row} entry={row.original} columns={columns} />
            ))}
          </tbody>
        </table>
      </div>
      {shownPage && total === 0 ? (
        <p className="pt-4 text-soft">
          Nothing fits. Clear a filter, or run something and say what came out.
        </p>
      ) : null}
      {total > PAGE ? (
        <nav aria-label="Pages" className="no-print flex items-center gap-4 pt-4">
          <Button disabled={page === 0} onClick={() => setPage(page - 1)}>
            Newer
          </Button>
          <span className="name text-lg">
            {page * PAGE + 1} to {Math.min(total, (page + 1) * PAGE)}
          </span>
          <Button disabled={(page + 1) * PAGE >= total} onClick={() => setPage(page + 1)}>
            Older
          </Button>
        </nav>
      ) : null}
    </main>
  )
}

type LineRow = ReturnType<
  ReturnType<typeof useTable<typeof features, LogSummary>>['getRowModel']
>['rows'][number]

/** A line of the table: drawn again only when it is another line, or is told in other words. */
const Line = memo(
  function Line({ row }: { readonly row: LineRow; readonly entry: LogSummary; readonly columns: unknown }) {
    return (
      <tr className="border-b border-rule hover:bg-sheet">
        {row.getAllCells().map((cell) => (
          <td
            key={cell.id}
            // the last takes what is left of the width, and ends in dots where that is too little
            className="name py-2.5 pr-4 text-[1.1rem] whitespace-nowrap last:w-full last:max-w-0 last:min-w-[16ch] last:pr-0"
          >
            <FlexRender cell={cell} />
          </td>
        ))}
      </tr>
    )
  },
  // a line is never changed, but it may be corrected
  (a, b) =>
    a.entry.id === b.entry.id && a.entry.correctedBy === b.entry.correctedBy && a.columns === b.columns,
)

function Piece({ entry }: { readonly entry: LogSummary }) {
  return (
    <Link
      className={`font-semibold underline decoration-rule underline-offset-4 ${entry.correctedBy ? 'line-through' : ''}`}
      to={`/log/${entry.id}`}
    >
      {entry.title || KIND_WORDS[entry.kind]}
    </Link>
  )
}

function Outcome({ entry }: { readonly entry: LogSummary }) {
  const look = { passed: 'text-verdigris', failed: 'font-bold text-alarm', open: 'text-brass', none: '' }[
    entry.outcome
  ]
  return (
    <span className={look}>
      {OUTCOME_WORDS[entry.outcome]}
      {entry.correctedBy ? ' (corrected)' : entry.corrects ? ' (a correction)' : ''}
    </span>
  )
}
