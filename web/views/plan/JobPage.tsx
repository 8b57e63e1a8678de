import { lazy, Suspense } from 'react'
import { Link, useParams } from 'react-router'
import { api } from '../../app/api.ts'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { PlanView } from './PlanView.tsx'

// a braze is its own view: a cut does not wait for it
const BrazeView = lazy(() => import('./braze/BrazeView.tsx'))

/** A job: its pieces as a strip, and the plan of the one in hand. */
export default function JobPage() {
  const { jobId = '', pieceId } = useParams()
  const { data: job, error } = api.useJobQuery({ id: jobId, around: pieceId ?? '' })
  const settings = api.useSettingsQuery()
  const wanted = pieceId ?? (job?.id === jobId ? job.pieces[0]?.id : undefined)
  const { currentData: piece, error: noPiece } = api.usePieceQuery(wanted ?? '', {
    skip: wanted === undefined,
  })
  const records = api.useRecordsQuery(piece?.kind ?? 'cut', { skip: piece === undefined })
  if (error && !job) return <Missing what="job" failure={error} />
  if (noPiece && !piece) return <Missing what="piece" failure={noPiece} />
  if (job?.pieceCount === 0)
    return (
      <main className="p-6">
        <h1 className="text-page">{job.name}</h1>
        <p className="pt-3">
          No piece here yet. Press <kbd>n</kbd> or{' '}
          <Link className="underline" to="/jobs">
            go to the jobs
          </Link>{' '}
          and start one.
        </p>
      </main>
    )
  if (job?.id !== jobId || !piece || !settings.data || !records.data) return <Opening />
  const { draft } = piece
  return draft.kind === 'braze' ? (
    <Suspense fallback={<Opening />}>
      <BrazeView key={piece.id} job={job} piece={{ ...piece, draft }} />
    </Suspense>
  ) : (
    <PlanView key={piece.id} job={job} piece={{ ...piece, draft }} />
  )
}
