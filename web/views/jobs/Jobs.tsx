import { Suspense, useState } from 'react'
import { Link } from 'react-router'
import { api } from '../../app/api.ts'
import { StartPiece } from '../../app/sheets.ts'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { PieceRow } from './PieceRow.tsx'

/** Every job with its pieces. */
export default function Jobs() {
  const { data: jobs, error } = api.useJobsQuery()
  const [startingIn, setStartingIn] = useState<string | undefined>(undefined)
  if (error && !jobs) return <Missing what="list of jobs" failure={error} />
  return (
    <main className="mx-auto max-w-[1000px] px-5 py-6">
      <div className="flex items-center justify-between gap-4 pb-4">
        <h1 className="text-4xl">Jobs</h1>
        <Button look="act" className="min-h-[48px] text-xl" onClick={() => setStartingIn('')}>
          Start a piece
        </Button>
      </div>
      {jobs?.length === 0 ? (
        <p className="text-soft">No job yet. Start a piece and name the job it belongs to.</p>
      ) : null}
      <div className="grid gap-8">
        {jobs?.map((job) => (
          <section key={job.id} aria-label={job.name}>
            <div className="flex flex-wrap items-baseline gap-x-4 border-b-[1.5px] border-ink pb-1">
              <h2 className="text-2xl">
                <Link to={`/jobs/${job.id}`} className="underline-offset-4 hover:underline">
                  {job.name}
                </Link>
              </h2>
              <span className="grow text-soft">{job.place}</span>
              <Link
                to={`/jobs/${job.id}/close-out`}
                className="name min-h-[40px] content-center text-lg underline decoration-rule underline-offset-4"
              >
                Close it out
              </Link>
              <Button look="quiet" onClick={() => setStartingIn(job.name)}>
                Add a piece
              </Button>
            </div>
            <ul>
              {job.tickets.map((t) => (
                <PieceRow key={t.id} ticket={t} />
              ))}
            </ul>
          </section>
        ))}
      </div>
      <Suspense>
        {startingIn === undefined ? null : (
          <StartPiece open jobName={startingIn} onClose={() => setStartingIn(undefined)} />
        )}
      </Suspense>
    </main>
  )
}
