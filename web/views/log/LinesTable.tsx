import { format } from 'date-fns/format'
import { memo, useCallback, useMemo, type MouseEvent, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import type { LogSummary } from '#contract/types.ts'
import { useShop } from '../../app/shop.ts'
import { KIND_WORDS, OUTCOME_WORDS } from './outcome-words.ts'
import { useTell } from './useTell.ts'

type Follow = (e: MouseEvent<HTMLAnchorElement>) => void

interface Column {
  readonly header: string
  readonly cell: (entry: LogSummary) => ReactNode
}

/** The lines that fit, each with its link. Drawn again only when they are others, not at every letter of a filter. */
export const LinesTable = memo(function LinesTable({ entries }: { readonly entries: readonly LogSummary[] }) {
  const { print, say } = useShop()
  const tell = useTell()
  const go = useNavigate()
  // one for all lines: a link of the router in each would be a good part of the work of a key
  const follow = useCallback<Follow>(
    (e) => {
      if (e.button !== 0 || e.metaKey || e.ctrlKey || e.shiftKey || e.altKey) return
      e.preventDefault()
      void go(e.currentTarget.pathname)
    },
    [go],
  )
  const columns = useMemo<readonly Column[]>(() => {
    const length = (m: number | null) => (m === null ? '' : print(m, 'length'))
    return [
      { header: 'When', cell: (e) => format(new Date(e.at), 'd MMM yyyy, HH:mm') },
      { header: 'Piece', cell: (e) => <Piece entry={e} onFollow={follow} /> },
      { header: 'What', cell: (e) => KIND_WORDS[e.kind] },
      { header: 'Job', cell: (e) => e.jobName },
      { header: 'Who', cell: (e) => e.personName },
      { header: 'Thickness', cell: (e) => length(e.thicknessM) },
      { header: say('Tip'), cell: (e) => length(e.tipOrificeM) },
      { header: 'Outcome', cell: (e) => <Outcome entry={e} /> },
      { header: 'What it tells', cell: (e) => <span className="block truncate">{tell(e.told)}</span> },
    ]
  }, [print, say, tell, follow])
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-left">
        <thead>
          <tr className="border-b-[1.5px] border-ink">
            {columns.map(({ header }) => (
              <th
                key={header}
                scope="col"
                className="name py-2 pr-4 text-[1.05rem] font-semibold whitespace-nowrap"
              >
                {header}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {entries.map((entry) => (
            <Line key={entry.id} entry={entry} columns={columns} />
          ))}
        </tbody>
      </table>
    </div>
  )
})

/** A line of the table: drawn again only when it is told in other words. */
const Line = memo(
  function Line({ entry, columns }: { readonly entry: LogSummary; readonly columns: readonly Column[] }) {
    return (
      <tr className="border-b border-rule hover:bg-sheet">
        {columns.map(({ header, cell }) => (
          <td
            key={header}
            // the last takes what is left of the width, and ends in dots where that is too little
            className="name py-2.5 pr-4 text-[1.1rem] whitespace-nowrap last:w-full last:max-w-0 last:min-w-[16ch] last:pr-0"
          >
            {cell(entry)}
          </td>
        ))}
      </tr>
    )
  },
  // a line is never changed, but it may be corrected
  (a, b) =>
    a.entry.id === b.entry.id && a.entry.correctedBy === b.entry.correctedBy && a.columns === b.columns,
)

function Piece({ entry, onFollow }: { readonly entry: LogSummary; readonly onFollow: Follow }) {
  return (
    <a
      className={`font-semibold underline decoration-rule underline-offset-4 ${entry.correctedBy ? 'line-through' : ''}`}
      href={`/log/${entry.id}`}
      onClick={onFollow}
    >
      {entry.title || KIND_WORDS[entry.kind]}
    </a>
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
