import { Suspense, useState, type ReactNode } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { JobSummary } from '#contract/types.ts'
import { MOST_PIECES } from '#core/line/agree.ts'
import { api } from '../../app/api.ts'
import { StartPiece } from '../../app/sheets.ts'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Pager } from '../../ui/Pager.tsx'
import { DamageNotice } from '../copies/DamageNotice.tsx'
import { LayOut } from '../batch/LayOut.tsx'
import { PieceRow } from './PieceRow.tsx'

/** Jobs with the first of their pieces, newest first; or one job with all of its pieces. */
export default function Jobs() {
  const [asked] = useSearchParams()
  const [startingIn, setStartingIn] = useState<string | undefined>(undefined)
  const jobId = asked.get('job')
  return (
    <main className="mx-auto max-w-[1000px] px-4 py-6">
      <div className="flex items-center justify-between gap-4 pb-4">
        <h1 className="text-page">Jobs</h1>
        <Button look="act" className="text-label" onClick={() => setStartingIn('')}>
          Start a piece
        </Button>
      </div>
      <DamageNotice tables={['tickets', 'plans', 'run_events']} />
      {jobId === null ? (
        <AllJobs onAdd={setStartingIn} />
      ) : (
        <OneJob key={jobId} jobId={jobId} first={asked.get('piece') ?? ''} onAdd={setStartingIn} />
      )}
      <Suspense>
        {startingIn === undefined ? null : (
          <StartPiece open jobName={startingIn} onClose={() => setStartingIn(undefined)} />
        )}
      </Suspense>
    </main>
  )
}

type OnAdd = (jobName: string) => void

function AllJobs({ onAdd }: { readonly onAdd: OnAdd }) {
  // the job after which each page begins: the first begins with the newest
  const [pages, setPages] = useState<readonly string[]>([''])
  const { data, error } = api.useJobsQuery({ after: pages.at(-1) ?? '' })
  if (error && !data) return <Missing what="list of jobs" failure={error} />
  const older = data?.after ?? null
  return (
    <>
      {pages.length === 1 && data?.jobs.length === 0 ? (
        <p className="text-soft">No job yet. Start a piece and name the job it belongs to.</p>
      ) : null}
      <div className="grid gap-6">
        {data?.jobs.map((job) => (
          <OfJob key={job.id} job={job} onAdd={onAdd}>
            {job.pieceCount > job.pieces.length ? (
              <Link
                to={`/jobs?job=${job.id}`}
                className="name block min-h-[48px] content-center px-3 text-field underline decoration-rule underline-offset-4"
              >
                All {job.pieceCount} pieces
              </Link>
            ) : null}
          </OfJob>
        ))}
      </div>
      {pages.length > 1 || older !== null ? (
        <Pager
          back="Newer jobs"
          on="Older jobs"
          onBack={pages.length === 1 ? undefined : () => setPages(pages.slice(0, -1))}
          onOn={older === null ? undefined : () => setPages([...pages, older])}
        />
      ) : null}
    </>
  )
}

function OneJob({
  jobId,
  first,
  onAdd,
}: {
  readonly jobId: string
  /** The piece whose page is shown first. */
  readonly first: string
  readonly onAdd: OnAdd
}) {
  const [around, setAround] = useState(first)
  const { data: job, error } = api.useJobQuery({ id: jobId, around })
  if (error && !job) return <Missing what="job" failure={error} />
  if (!job) return <p className="text-soft">Opening.</p>
  const { earlier, later } = job
  return (
    <>
      <p className="pb-3">
        <Link to="/jobs" className="underline underline-offset-4">
          All jobs
        </Link>
      </p>
      <OfJob job={job} onAdd={onAdd} />
      <Pager
        back="Earlier pieces"
        on="Later pieces"
        onBack={earlier === null ? undefined : () => setAround(earlier)}
        onOn={later === null ? undefined : () => setAround(later)}
      >
        <span className="name text-field">
          {job.skipped + 1} to {job.skipped + job.pieces.length} of {job.pieceCount}
        </span>
      </Pager>
    </>
  )
}

function OfJob({
  job,
  onAdd,
  children,
}: {
  readonly job: JobSummary
  readonly onAdd: OnAdd
  readonly children?: ReactNode
}) {
  const planned = job.pieces.filter((p) => p.state === 'planned').slice(0, MOST_PIECES)
  return (
    <section aria-label={job.name}>
      <div className="flex flex-wrap items-baseline gap-x-4 border-b-[1.5px] border-ink pb-1">
        <h2 className="text-section">
          <Link to={`/jobs/${job.id}`} className="underline-offset-4 hover:underline">
            {job.name}
          </Link>
        </h2>
        <span className="grow text-soft">{job.place}</span>
        <Link
          to={`/jobs/${job.id}/close-out`}
          className="name min-h-[44px] content-center text-field underline decoration-rule underline-offset-4"
        >
          Close it out
        </Link>
        {planned.length > 1 ? (
          <LayOut name={job.name} pieces={planned} look="quiet">
            Make them in one go
          </LayOut>
        ) : null}
        <Button look="quiet" onClick={() => onAdd(job.name)}>
          Add a piece
        </Button>
      </div>
      <ul>
        {job.pieces.map((t) => (
          <PieceRow key={t.id} piece={t} />
        ))}
      </ul>
      {children}
    </section>
  )
}
