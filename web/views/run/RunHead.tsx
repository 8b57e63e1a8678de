import { Link } from 'react-router'
import type { LedStep } from '#core/line/led.ts'
import { PHASE_NAMES } from '#core/line/steps.ts'
import { allMakings, burnClock, clocksOf, madeIn } from '#core/record/run.ts'
import { ServerNotice } from '../../app/ServerNotice.tsx'
import { Clocks } from './Clocks.tsx'
import { useSoundRefused, useWakeLock } from './clock.ts'
import type { RunInHand } from './useRun.ts'

/** Over the step: what is run by whom and how far, the clocks that go on, and what is always at hand. */
export function RunHead({
  inHand: { run, progress, unsent },
  step,
  runner,
  here,
  staged,
  onStaged,
  onWho,
  onFlame,
  onBreak,
  onTrouble,
}: {
  readonly inHand: RunInHand
  readonly step: LedStep
  /** Who has the torch. */
  readonly runner: string | undefined
  /** Who is at this screen, when it is known. */
  readonly here: string | undefined
  /** Whether it is led by stretches; undefined where it may not be. */
  readonly staged: boolean | undefined
  readonly onStaged: () => void
  readonly onWho: () => void
  readonly onFlame: () => void
  readonly onBreak: () => void
  readonly onTrouble: () => void
}) {
  const dark = useWakeLock()
  const mute = useSoundRefused()
  const burning = burnClock(progress, run)
  const clocks = [...(burning ? [burning] : []), ...clocksOf(progress)]
  return (
    <header className="border-b-[1.5px] border-rule bg-sheet">
      <ServerNotice />
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 py-2 md:flex-nowrap md:gap-4">
        <Link
          to="/"
          className="name min-h-12 shrink-0 grow content-center pr-2 text-field whitespace-nowrap underline underline-offset-4 md:grow-0"
        >
          Today
        </Link>
        <div className="min-w-0 grow max-md:order-last max-md:basis-full">
          <strong className="name block truncate text-section leading-tight font-semibold md:inline md:pr-3">
            {run.title}
          </strong>
          <span className="text-soft">
            {run.batchId === null
              ? ''
              : `${madeIn(progress).length} of ${allMakings(run.pieces).length} made. `}
            {run.batchId !== null && staged === true
              ? ''
              : `Step ${progress.index + 1} of ${progress.steps.length}, ${step.stage === 'piece' ? 'the piece' : PHASE_NAMES[step.phase]}.`}
            {runner === undefined || runner === here ? '' : ` ${runner} has the torch.`}{' '}
            <button type="button" onClick={onWho} className="py-1 underline underline-offset-4">
              {here === undefined
                ? 'Who is at this screen?'
                : runner === here
                  ? `${here} has the torch`
                  : `${here} is at this screen`}
            </button>
            .{' '}
            {staged === undefined ? null : (
              <button
                type="button"
                onClick={onStaged}
                className="min-h-11 py-1 underline underline-offset-4 sm:hidden"
              >
                {staged ? 'Step by step' : 'By stages'}
              </button>
            )}
            {unsent > 0 ? ` ${unsent} not saved yet.` : ''}
            {dark ? ' This browser does not keep the screen awake.' : ''}
            {mute ? ' It makes no sound until the page is touched.' : ''}
          </span>
          {clocks.length > 0 ? <Clocks clocks={clocks} /> : null}
        </div>
        {madeIn(progress).length > 0 && !run.logged ? (
          <Link
            to={`/run/${run.id}/log`}
            className="name grid min-h-12 shrink-0 place-items-center rounded-md border-[1.5px] border-ink px-4 text-field font-semibold whitespace-nowrap max-md:hidden"
          >
            Record it
          </Link>
        ) : null}
        {staged === undefined ? null : (
          <HeadButton name={staged ? 'Step by step' : 'By stages'} wide onPress={onStaged} />
        )}
        <HeadButton name="Flame" onPress={onFlame} />
        <HeadButton name="Pause or leave" short="Pause" onPress={onBreak} />
        <button
          type="button"
          onClick={onTrouble}
          className="name min-h-[52px] shrink-0 rounded-md border-2 border-alarm px-6 text-section font-bold whitespace-nowrap text-alarm"
        >
          Trouble
        </button>
      </div>
    </header>
  )
}

/** `short` is what it says on a phone. */
function HeadButton({
  name,
  short,
  wide = false,
  onPress,
}: {
  readonly name: string
  readonly short?: string
  /** Only where there is room for it. */
  readonly wide?: boolean
  readonly onPress: () => void
}) {
  return (
    <button
      type="button"
      aria-label={name}
      onClick={onPress}
      className={`name min-h-[52px] shrink-0 rounded-md border-[1.5px] border-ink px-4 text-label font-semibold whitespace-nowrap max-sm:px-3 ${wide ? 'max-sm:hidden' : ''}`}
    >
      {short === undefined ? (
        name
      ) : (
        <>
          <span className="max-sm:hidden">{name}</span>
          <span className="sm:hidden">{short}</span>
        </>
      )}
    </button>
  )
}
