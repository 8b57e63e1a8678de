import { timeOf } from '../../ui/dates.ts'
import { memo, useCallback, useMemo, type MouseEvent, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import type { LogSummary } from '#contract/types.ts'
import type { Saying } from '#core/quantity/index.ts'
import { useShop } from '../../app/shop.ts'
import {
  ENTRY_KIND_NAMES,
  LINE,
  LINE_NAMES,
  OUTCOME_NAMES,
  type LineBrief,
  type LineField,
  type LineName,
} from '#core/record/fields.ts'
import { useTell } from './useTell.ts'

type Follow = (e: MouseEvent<HTMLAnchorElement>) => void

/** On a phone a line folds to two: the piece and its outcome, then when it was, what it is and who; nothing scrolls aside. */
const FOLDED: Readonly<Partial<Record<LineName, string>>> = {
  title: 'max-md:order-1 max-md:w-[calc(100%-96px)] max-md:truncate',
  outcome: 'max-md:order-2 max-md:w-[84px] max-md:text-right',
  at: 'max-md:order-3 max-md:text-text max-md:text-soft',
  kind: 'max-md:order-4 max-md:text-text max-md:text-soft',
  personName: 'max-md:order-5 max-md:text-text max-md:text-soft',
}

interface Column {
  readonly header: string
  /** How it stands on a phone. */
  readonly folded: string
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
  const columns = useMemo<readonly Column[]>(
    () => [
      ...LINE_NAMES.flatMap((name) => {
        const field: LineField = LINE[name]
        return field.shown === undefined
          ? []
          : [
              {
                header: say(field.shown),
                folded: FOLDED[name] ?? 'max-md:hidden',
                cell: (e: LogSummary) => cellOf(name, field, e, follow, print),
              },
            ]
      }),
      {
        header: 'What it tells',
        folded: 'max-md:hidden',
        cell: (e) => <span className="block truncate">{tell(e.told)}</span>,
      },
    ],
    [print, say, tell, follow],
  )
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-left">
        <thead className="max-md:sr-only">
          <tr className="border-b-[1.5px] border-ink">
            {columns.map(({ header }) => (
              <th
                key={header}
                scope="col"
                className="name py-2 pr-4 text-text font-semibold whitespace-nowrap"
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

/** A cell of the list: by what its field is, but for the piece and the outcome, which carry more. */
function cellOf(
  name: LineName,
  field: LineField,
  entry: LogSummary,
  follow: Follow,
  print: (si: number, as: Saying) => string,
): ReactNode {
  if (name === 'title') return <Piece entry={entry} onFollow={follow} />
  if (name === 'outcome') return <Outcome entry={entry} />
  const value = entry[name as keyof LineBrief]
  if (value === null) return ''
  switch (field.is) {
    case 'instant':
      return timeOf(String(value))
    case 'length':
      return print(Number(value), name === 'tipOrificeM' ? 'bore' : 'length')
    case 'word':
      return field.names?.[String(value)] ?? String(value)
    default:
      return String(value)
  }
}

/** A line of the table: drawn again only when it is told in other words. */
const Line = memo(
  function Line({ entry, columns }: { readonly entry: LogSummary; readonly columns: readonly Column[] }) {
    return (
      <tr className="border-b border-rule hover:bg-sheet max-md:flex max-md:flex-wrap max-md:gap-x-3 max-md:py-2">
        {columns.map(({ header, folded, cell }) => (
          <td
            key={header}
            // the last takes what is left of the width, and ends in dots where that is too little
            className={`name text-field whitespace-nowrap md:py-3 md:pr-4 md:last:w-full md:last:max-w-0 md:last:min-w-[16ch] md:last:pr-0 ${folded}`}
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
      {entry.title || ENTRY_KIND_NAMES[entry.kind]}
    </a>
  )
}

function Outcome({ entry }: { readonly entry: LogSummary }) {
  const look = { passed: 'text-verdigris', failed: 'font-bold text-alarm', open: 'text-brass', none: '' }[
    entry.outcome
  ]
  return (
    <span className={look}>
      {OUTCOME_NAMES[entry.outcome]}
      {entry.correctedBy ? ' (corrected)' : entry.corrects ? ' (a correction)' : ''}
    </span>
  )
}
