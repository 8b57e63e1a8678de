import { Link } from 'react-router'
import { makingTitle } from '#core/record/run.ts'
import { useTell } from '../log/useTell.ts'
import { Button } from '../../ui/Button.tsx'
import { notByPedal } from './pedal.ts'
import type { MakingHere, MakingsHere } from './useMakings.ts'

/** What is said of a making as its page is done: like the last, as one wants it, or nothing yet. */
export const CAME_OUT = {
  same: 'Same again',
  good: 'Good',
  later: 'Look later',
} as const
export type CameOutAs = keyof typeof CAME_OUT

/** What may be said of a making as its page is done, the usual first. */
export function mayComeOut(making: MakingHere, makings: MakingsHere): readonly CameOutAs[] {
  const last = makings.lastOf(making)
  const good = making.piece.plan.kind === 'cut' ? (['good'] as const) : []
  if (!last) return ['later', ...good]
  // nobody means a second bad one to be usual
  return last.verdict.outcome === 'failed' ? ['later', 'same', ...good] : ['same', ...good, 'later']
}

/** Chooses what is written down of the making in hand as its page is done. */
export function CameOutChoice({
  making,
  makings,
  chosen,
  onChoose,
}: {
  readonly making: MakingHere
  readonly makings: MakingsHere
  readonly chosen: CameOutAs
  readonly onChoose: (as: CameOutAs) => void
}) {
  const tell = useTell()
  const last = makings.lastOf(making)
  return (
    <section aria-label="How it comes out" className="pt-6">
      <h2 className="text-section">{last ? 'The last one' : 'How it comes out'}</h2>
      <p className="text-soft">
        {last
          ? `${last.verdict.outcome === 'failed' ? 'Failed. ' : ''}${tell(last)}`
          : 'Look at it once it is done. What it says here goes into the log.'}
      </p>
      <div role="radiogroup" aria-label="Written down as" className="flex flex-wrap gap-3 pt-2">
        {mayComeOut(making, makings).map((as) => (
          <button
            key={as}
            type="button"
            role="radio"
            aria-checked={chosen === as}
            onClick={() => onChoose(as)}
            className={`name min-h-[56px] rounded-md border-[1.5px] border-ink px-4 text-field font-semibold ${chosen === as ? 'bg-ink text-paper' : 'bg-sheet'}`}
          >
            {chosen === as ? '✓ ' : ''}
            {CAME_OUT[as]}
          </button>
        ))}
      </div>
      {chosen === 'good' ? (
        <p className="pt-2">Sharp and square, slag falls off, dropped by itself, set as planned.</p>
      ) : null}
    </section>
  )
}

/** Makings that are done and not written down: the newest at hand, and how many more. */
export function CameOutLeft({ runId, makings }: { readonly runId: string; readonly makings: MakingsHere }) {
  const left = makings.all.filter((m) => m.made && m.told === undefined)
  const newest = left.at(-1)
  if (!newest) return null
  const title = makingTitle(newest.piece.title, newest.piece.repeats, newest)
  return (
    <section aria-label="Not written down" className="border-t-[1.5px] border-rule pt-3" {...notByPedal}>
      <h2 className="text-section">{title}: how did it come out?</h2>
      <div className="flex flex-wrap items-center gap-3 pt-2">
        {makings.lastOf(newest) ? (
          <Button big onClick={() => makings.same(newest)}>
            Same again
          </Button>
        ) : null}
        {newest.piece.plan.kind === 'cut' ? (
          <Button
            big

            title="Sharp and square, slag falls off, dropped by itself"
            onClick={() => makings.good(newest)}
          >
            Good
          </Button>
        ) : null}
        <Link
          className="name inline-flex min-h-[56px] items-center px-2 text-field underline underline-offset-4"
          to={`/run/${runId}/log`}
        >
          {left.length === 1 ? 'Write it down' : `${left.length} to write down`}
        </Link>
      </div>
    </section>
  )
}
