import { Link } from 'react-router'
import { makingTitle } from '#core/record/run.ts'
import type { Run } from '#contract/types.ts'
import { ServerNotice } from '../../app/ServerNotice.tsx'
import { wouldBeLost } from '../../app/outbox.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { useTell } from '../log/useTell.ts'
import { useMakings, type MakingHere, type MakingsHere } from '../run/useMakings.ts'
import type { RunInHand } from '../run/useRun.ts'

/** What came out of a batch, one by one: what is written down, and what waits for it. */
export function Makings({ inHand }: { readonly inHand: RunInHand }) {
  const { run, progress } = inHand
  const makings = useMakings(run, progress, inHand.here)
  const over = progress.state !== 'running'
  const shown = makings.all.filter((m) => m.made || m.told !== undefined || progress.state === 'finished')
  const left = shown.filter((m) => m.told === undefined).length
  return (
    <main className="mx-auto max-w-[1120px] px-4 py-6">
      <ServerNotice />
      <h1 className="text-page">{run.title}</h1>
      <p className="pt-1 pb-4 text-soft">
        {left === 0
          ? 'All that was made is in the log.'
          : `${left} of ${shown.length} wait to be written down. Look at each before you say that it is like the last.`}
      </p>
      <ul className="border-t-[1.5px] border-ink">
        {shown.map((m) => (
          <Row key={`${m.place} ${m.repeat}`} run={run} making={m} makings={makings} />
        ))}
      </ul>
      {shown.length === 0 ? <p className="py-4 text-soft">Nothing of it is made yet.</p> : null}
      <p className="flex flex-wrap gap-4 pt-6">
        <Link
          className="name inline-flex min-h-[56px] items-center rounded-md border-[1.5px] border-ink px-6 text-label font-semibold"
          to={over ? '/' : `/run/${run.id}`}
        >
          {over ? 'To today' : 'Back to the run'}
        </Link>
      </p>
    </main>
  )
}

function Row({
  run,
  making,
  makings,
}: {
  readonly run: Run
  readonly making: MakingHere
  readonly makings: MakingsHere
}) {
  const tell = useTell()
  const lost = useApp((s) => wouldBeLost(s.outbox))
  const { piece, place, repeat, told, entryId } = making
  const title = makingTitle(piece.title, piece.repeats, making)
  const last = told ? undefined : makings.lastOf(making)
  return (
    <li className="grid gap-x-6 gap-y-2 border-b border-rule py-3 md:grid-cols-[1fr_auto] md:items-center">
      <div className="min-w-0">
        <span className="name block text-section font-semibold">{title}</span>
        <span className="block text-soft">
          {told
            ? `${told.verdict.outcome === 'failed' ? 'Failed. ' : ''}${tell(told)}`
            : last
              ? `Not written down. The last one: ${tell(last)}`
              : 'Not written down.'}
        </span>
      </div>
      <div className="flex flex-wrap gap-3">
        {told && entryId !== undefined ? (
          <Link
            className="name inline-flex min-h-[48px] items-center px-2 text-field underline underline-offset-4"
            to={`/log/${entryId}`}
          >
            See it
          </Link>
        ) : (
          <>
            {last ? (
              <Button
                aria-label={`Same again: ${title}`}
                disabled={lost}
                onClick={() => makings.same(making)}
              >
                Same again
              </Button>
            ) : null}
            <Link
              className="name inline-flex min-h-[48px] items-center rounded-md border-[1.5px] border-ink px-4 text-field font-semibold"
              aria-label={`Write it down: ${title}`}
              to={`/run/${run.id}/log/${place}/${repeat}`}
            >
              {last ? 'It differs: write it down' : 'Write it down'}
            </Link>
          </>
        )}
      </div>
    </li>
  )
}
