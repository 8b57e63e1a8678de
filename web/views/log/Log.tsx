import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react'
import { ENTRY_KINDS, OUTCOMES } from '#core/record/entry.ts'
import { readTyped } from '#application/typed.ts'
import type { LogQuery, Settings } from '#contract/schemas.ts'
import type { LogSummary } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Pager } from '../../ui/Pager.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { DamageNotice } from '../copies/DamageNotice.tsx'
import { LinesTable } from './LinesTable.tsx'
import { LogTabs } from './LogTabs.tsx'
import { ENTRY_KIND_NAMES, OUTCOME_NAMES } from '#core/record/fields.ts'

const NONE: readonly LogSummary[] = []
const ALL = 'all'
const PAGE = 25
/** An answer this fresh is not asked for again, s. */
const FRESH_S = 1

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
const KIND_OPTIONS = optionsOf('Everything', ENTRY_KINDS, (k) => ENTRY_KIND_NAMES[k as LogSummary['kind']])
const OUTCOME_OPTIONS = optionsOf(
  'Any',
  OUTCOMES.filter((o) => o !== 'none'),
  (o) => OUTCOME_NAMES[o as LogSummary['outcome']],
)
const NO_CHOICES = { metals: [], people: [], tips: [] }
const DAY = /^\d{4}-\d\d-\d\d$/

/** The filters as the server is asked; what cannot be read yet is left out. */
function queryOf(filters: Filters, before: string, settings: Settings): LogQuery {
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
    before,
  }
  for (const name of ['kind', 'outcome', 'metal', 'person', 'tip'] as const)
    if (filters[name] !== ALL) asked[name] = filters[name]
  return Object.fromEntries(Object.entries(asked).filter(([, v]) => v !== '')) as LogQuery
}

/** The same list for as long as it holds the same, whichever answer brought it. */
function useSame<T extends string | number>(list: readonly T[]): readonly T[] {
  const key = JSON.stringify(list)
  return useMemo(() => JSON.parse(key) as T[], [key])
}

/** The log: every line, newest first, narrowed by any of its fields. */
export default function Log() {
  const [filters, setFilters] = useState(NO_FILTERS)
  // the line before which each page begins: the first begins with the newest
  const [pages, setPages] = useState<readonly string[]>([''])
  const [more, setMore] = useState(false)
  const { print, say, settings } = useShop()
  const shownFilters = useDeferredValue(filters)
  const query = useMemo(
    () => queryOf(shownFilters, pages.at(-1) ?? '', settings),
    [shownFilters, pages, settings],
  )
  const { currentData, data, error } = api.useLogQuery(query, { refetchOnMountOrArgChange: FRESH_S })
  const shownPage = currentData ?? data
  const askAhead = api.usePrefetch('log')
  const waiting = useApp((s) => s.outbox.items.filter((i) => i.route === 'addLog').length)
  const latest = useRef(filters)
  const change = useCallback(
    (part: Partial<Filters>) => {
      latest.current = { ...latest.current, ...part }
      // asked at the key itself: the answer is on its way while the page is drawn
      askAhead(queryOf(latest.current, '', settings))
      setFilters(latest.current)
      setPages([''])
    },
    [askAhead, settings],
  )
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
  if (error && !shownPage) return <Missing what="log" failure={error} />
  const total = shownPage?.total ?? 0
  const older = shownPage?.before ?? null
  const skipped = (pages.length - 1) * PAGE
  return (
    <main className="px-5 py-6">
      <LogTabs />
      <DamageNotice tables={['log']} again={shownPage?.apart ?? 0} />
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
          <Button look="quiet" onClick={() => change(NO_FILTERS)}>
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
        {shownPage?.totalIs === 'more'
          ? `More than ${total} lines fit.`
          : total === 1
            ? 'One line fits.'
            : `${total} lines fit.`}
        {waiting > 0 ? (
          <strong className="pl-2 text-brass">
            {waiting === 1 ? 'One entry is' : `${waiting} entries are`} on the way to the log.
          </strong>
        ) : null}
      </p>
      <LinesTable entries={shownPage?.entries ?? NONE} />
      {shownPage && total === 0 ? (
        <p className="pt-4 text-soft">
          Nothing fits. Clear a filter, or run something and record its result.
        </p>
      ) : null}
      {pages.length > 1 || older !== null ? (
        <Pager
          back="Newer"
          on="Older"
          onBack={pages.length === 1 ? undefined : () => setPages(pages.slice(0, -1))}
          onOn={older === null ? undefined : () => setPages([...pages, older])}
        >
          <span className="name text-lg">
            {skipped + 1} to {skipped + (shownPage?.entries.length ?? 0)}
          </span>
        </Pager>
      ) : null}
    </main>
  )
}
