import { Link, useParams } from 'react-router'
import { clocksOf, madeIn } from '#core/record/run.ts'
import { ServerNotice } from '../../app/ServerNotice.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { Clocks } from './Clocks.tsx'
import { useTroubles } from '../trouble/useTroubles.ts'
import { Guide } from './Guide.tsx'
import { Held } from './Held.tsx'
import { useRun, type RunInHand } from './useRun.ts'

/** A run: led step by step while it goes on, then what is left to do. */
export default function RunPage() {
  const { runId = '' } = useParams()
  const { inHand, error } = useRun(runId)
  if (error && !inHand) return <Missing what="run" failure={error} />
  if (!inHand) return <Opening />
  return inHand.progress.state === 'running' ? <Running inHand={inHand} /> : <Ended inHand={inHand} />
}

/** How often a run hears of trouble that another screen has told of, ms. */
const TROUBLE_MS = 15_000

/** The guide, unless something grave holds the run: then only shutting the rig down is led. */
function Running({ inHand }: { readonly inHand: RunInHand }) {
  const { open } = useTroubles(TROUBLE_MS)
  const trouble = open.find((t) => t.runId === inHand.run.id)
  return trouble && !inHand.progress.leaving ? (
    <Held inHand={inHand} trouble={trouble} />
  ) : (
    <Guide inHand={inHand} />
  )
}

function Ended({ inHand: { run, progress, unsent } }: { readonly inHand: RunInHand }) {
  // of a batch that was left what was made of it is still told
  const owed = run.batchId === null ? 0 : madeIn(progress).length - run.lines.length
  const record = !run.logged && (progress.state === 'finished' || owed > 0)
  return (
    <main className="mx-auto max-w-[720px] px-6 py-10">
      <ServerNotice />
      <h1 className="text-figure">{progress.state === 'finished' ? 'All steps done' : 'Stopped'}</h1>
      <p className="pt-3 text-label">
        {run.title}.{' '}
        {progress.state === 'finished'
          ? 'Rig shut and bled, screws backed out.'
          : 'Leave the rig safe: torch shut, cylinders shut, bled, screws backed out.'}
      </p>
      <div className="pt-4 text-label">
        <Clocks clocks={clocksOf(progress)} />
      </div>
      {unsent > 0 ? (
        <p className="pt-2 font-bold text-alarm">The last steps are kept here and not saved yet.</p>
      ) : null}
      <div className="flex flex-wrap gap-4 pt-6">
        {record ? (
          <Link
            className="name inline-flex min-h-[56px] items-center rounded-md bg-brick px-6 text-section font-semibold text-on"
            to={`/run/${run.id}/log`}
          >
            {run.batchId === null ? 'Record the result' : 'Write down what came out'}
          </Link>
        ) : null}
        <Link
          className="name inline-flex min-h-[56px] items-center rounded-md border-[1.5px] border-ink px-6 text-section font-semibold"
          to={run.logged ? '/log' : '/'}
        >
          {run.logged ? 'To the log' : 'To today'}
        </Link>
      </div>
    </main>
  )
}
