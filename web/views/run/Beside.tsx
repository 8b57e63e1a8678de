import { sideOfFigure } from '#core/line/gate.ts'
import type { Step } from '#core/line/steps.ts'
import { usePlanFigures } from '../plan/plan-words.ts'
import { Gauge } from './Gauge.tsx'
import { Pace } from './Pace.tsx'
import { Pattern } from './Pattern.tsx'
import { ReadingNow } from './ReadingNow.tsx'
import { StepClock } from './StepClock.tsx'
import type { ReadingInHand } from './useReading.ts'
import type { RunInHand } from './useRun.ts'

/** What stands beside a step: the gauge to look at, a clock, a pace, or further figures. */
export function Beside({
  step,
  inHand,
  gone,
  onStart,
  reading,
}: {
  readonly step: Step
  readonly inHand: RunInHand
  readonly reading: ReadingInHand | undefined
  readonly gone: number | undefined
  readonly onStart: () => void
}) {
  const { plan, setup } = inHand.piece
  const { figure, called, printed } = usePlanFigures(plan)
  const side = sideOfFigure(step.figure)
  const pressure = side && figure(step.figure)
  return (
    <>
      {pressure ? (
        <Gauge
          figure={pressure}
          reads={reading?.si}
          gas={side === 'fuel' ? setup.setting.fuel : 'oxygen'}
          risePa={step.risePa}
        />
      ) : null}
      {reading ? <ReadingNow reading={reading} /> : null}
      {step.pace ? <Pace pace={step.pace} gone={gone} onStart={onStart} /> : null}
      {step.pattern ? (
        <div className="grid items-center gap-3 sm:grid-cols-[3fr_2fr]">
          <Pattern pattern={step.pattern} gone={gone} />
          {step.timer ? <StepClock timer={step.timer} gone={gone} onStart={onStart} /> : null}
        </div>
      ) : step.timer ? (
        <StepClock timer={step.timer} gone={gone} onStart={onStart} />
      ) : null}
      {step.also ? (
        <dl className="grid grid-cols-[1fr_auto] gap-x-4">
          {step.also.map((name) =>
            figure(name) ? (
              <div key={name} className="contents">
                <dt className="border-b border-rule py-2 text-field">{called(name)}</dt>
                <dd className="figure border-b border-rule py-2 text-right text-section">{printed(name)}</dd>
              </div>
            ) : null,
          )}
        </dl>
      ) : null}
    </>
  )
}
