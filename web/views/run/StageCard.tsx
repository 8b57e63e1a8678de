import { Check } from 'lucide-react'
import { useMemo, type ReactNode } from 'react'
import type { Run } from '#contract/types.ts'
import { keepsTick } from '#core/line/stage.ts'
import type { LedStep } from '#core/line/led.ts'
import { useShop } from '../../app/shop.ts'
import { pageName, tabsNear, tabsOf } from './pages.ts'
import { notByPedal } from './pedal.ts'
import { useRunWords } from './run-words.ts'
import type { StageInHand } from './useStage.ts'
import type { StepInHand } from './useStep.ts'

/** The pages of a run, the one in hand marked; those of one piece under one tab. */
export function StageBar({
  stage: { stretches, stretch },
  run,
  steps,
}: {
  readonly stage: StageInHand
  readonly run: Run
  readonly steps: readonly LedStep[]
}) {
  const tabs = useMemo(() => tabsOf(stretches, steps, run.pieces), [stretches, steps, run.pieces])
  return (
    <ol
      aria-label="Stretches of this run"
      className="grid auto-cols-fr grid-flow-col border-b-[1.5px] border-rule max-sm:hidden"
    >
      {tabsNear(tabs, stretch.from).map((t) => {
        const now = stretch.from >= t.from && stretch.from < t.to
        const past = t.to <= stretch.from
        return (
          <li
            key={t.from}
            aria-current={now ? 'step' : undefined}
            className={`name truncate border-r border-rule px-2 py-2 text-center text-field ${now ? 'border-b-4 border-b-brick font-bold' : past ? 'text-verdigris' : 'text-soft'}`}
          >
            {past ? '✓ ' : ''}
            {t.name}
          </li>
        )
      })}
    </ol>
  )
}

/** One page of a run: the acts of its stretch with their figures, and a tick on each that hurts when it is left out. */
export function StageCard({
  run,
  steps,
  index,
  stage,
  step,
}: {
  readonly run: Run
  readonly steps: readonly LedStep[]
  readonly index: number
  readonly stage: StageInHand
  readonly step: StepInHand
}) {
  const { stretch, next } = stage
  const { say } = useShop()
  return (
    <>
      <h1 ref={step.heading} tabIndex={-1} className="text-page md:text-figure font-bold outline-none">
        {pageName(stretch, steps, run.pieces)}
      </h1>
      <ol className="pt-2">
        {index > stretch.from ? (
          <li className="flex items-center gap-4 border-b border-rule py-2 text-soft">
            <Check size={30} className="ml-4 shrink-0 text-verdigris" aria-hidden="true" />
            <span className="name ml-4 text-label">
              {index - stretch.from === 1 ? 'One act' : `${index - stretch.from} acts`} of this page done
            </span>
          </li>
        ) : null}
        {steps.slice(index, stretch.to).map((s, i) => {
          const at = index + i
          return (
            <Row
              key={s.id}
              run={run}
              step={s}
              number={at - stretch.from + 1}
              ticking={
                at === next
                  ? { step, inHand: at === index, clock: stage.clock, onTick: stage.tick }
                  : undefined
              }
            >
              {s.caution && (at === next || !keepsTick(s)) ? (
                <p className="border-l-[6px] border-alarm pl-3 leading-snug font-bold">{say(s.caution)}</p>
              ) : null}
              {at === next && s.see ? (
                <p className="leading-snug text-soft">You should find: {say(s.see)}</p>
              ) : null}
            </Row>
          )
        })}
      </ol>
    </>
  )
}

/** What the tick of a step says to whoever hears it: it is ticked, or its clock runs or is started. */
function tickWord(
  s: LedStep,
  { gone, held }: StepInHand,
  inHand: boolean,
  clock: StageInHand['clock'],
): string {
  if (s.timer?.kind !== 'at-least' || (inHand && !held)) return 'Tick'
  if (!inHand && clock !== undefined) return clock === 'over' ? 'Tick' : 'Clock is running'
  return inHand && gone !== undefined ? 'Clock is running' : 'Start the clock'
}

function Row({
  run,
  step,
  number,
  ticking,
  children,
}: {
  readonly run: Run
  readonly step: LedStep
  readonly number: number
  /** It is the next that keeps a tick. */
  readonly ticking:
    | (Pick<StageInHand, 'clock'> & {
        readonly step: StepInHand
        readonly inHand: boolean
        readonly onTick: () => void
      })
    | undefined
  readonly children: ReactNode
}) {
  const { sentence, printed } = useRunWords(run.pieces)
  const words = sentence(step)
  const word = ticking && tickWord(step, ticking.step, ticking.inHand, ticking.clock)
  const figure = printed(step.figure, step)
  return (
    <li className="grid grid-cols-[60px_1fr_auto] items-center gap-x-4 border-b border-rule py-2">
      {keepsTick(step) ? (
        <button
          type="button"
          data-tick
          {...notByPedal}
          aria-label={`${word ?? 'Tick'}: ${words}`}
          disabled={!ticking || word === 'Clock is running' || ticking.step.settling}
          className="name size-[56px] rounded-md border-2 border-ink bg-sheet text-text leading-tight font-semibold disabled:border-rule disabled:text-soft"
          onClick={ticking?.onTick}
        >
          {word === undefined || word === 'Tick' ? '' : word === 'Start the clock' ? 'Start' : 'Runs'}
        </button>
      ) : (
        <span className="name text-center text-label text-soft">{number}</span>
      )}
      <div className="grid gap-1 py-1">
        <p className="name text-label leading-tight font-semibold">{words}</p>
        {children}
      </div>
      {figure !== '' ? <span className="figure text-page whitespace-nowrap">{figure}</span> : <span />}
    </li>
  )
}
