import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react'
import type { LogSummary } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { Missing } from '../../ui/Missing.tsx'
import { Pager } from '../../ui/Pager.tsx'
import { DamageNotice } from '../copies/DamageNotice.tsx'
import { FilterBar } from './FilterBar.tsx'
import { NO_FILTERS, queryOf, type Filters } from './filters.ts'
import { LinesTable } from './LinesTable.tsx'
import { LogTabs } from './LogTabs.tsx'

const NONE: readonly LogSummary[] = []
const PAGE = 25
/** An answer this fresh is not asked for again, s. */
const FRESH_S = 1

/** The log: every line, newest first, narrowed by any of its fields. */
export default function Log() {
  const [filters, setFilters] = useState(NO_FILTERS)
  // the line before which each page begins: the first begins with the newest
  const [pages, setPages] = useState<readonly string[]>([''])
  const { settings } = useShop()
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
  if (error && !shownPage) return <Missing what="log" failure={error} />
  const total = shownPage?.total ?? 0
  const older = shownPage?.before ?? null
  const skipped = (pages.length - 1) * PAGE
  return (
    <main className="px-4 py-6">
      <LogTabs />
      <DamageNotice tables={['log']} again={shownPage?.leftOut ?? 0} />
      <FilterBar filters={filters} choices={shownPage} change={change} />
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
          <span className="name text-field">
            {skipped + 1} to {skipped + (shownPage?.entries.length ?? 0)}
          </span>
        </Pager>
      ) : null}
    </main>
  )
}
