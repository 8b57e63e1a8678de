import { Link } from 'react-router'
import type { PieceSummary } from '#contract/types.ts'
import { STATES } from '../plan/Pieces.tsx'

/** A piece as a line in a list: state by shape and word, name, size. */
export function PieceRow({
  piece,
  withJob = false,
}: {
  readonly piece: PieceSummary
  readonly withJob?: boolean
}) {
  const { word, Icon, edge } = STATES[piece.state]
  return (
    <li>
      <Link
        to={`/jobs/${piece.jobId}/${piece.id}`}
        className={`grid min-h-[52px] grid-cols-[24px_1fr_auto] items-center gap-x-3 border-b border-l-[5px] border-b-rule bg-sheet px-3 py-2 hover:bg-paper ${edge}`}
      >
        <Icon size={18} aria-hidden="true" />
        <span className="min-w-0">
          <span className="name block truncate text-label leading-tight font-semibold">{piece.title}</span>
          <span className="block truncate text-foot text-soft">
            {withJob ? `${piece.jobName} · ` : ''}
            {piece.about}
          </span>
        </span>
        <span className="name text-soft">{word}</span>
      </Link>
    </li>
  )
}
