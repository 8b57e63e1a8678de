import { PHASE_NAMES, type Phase, type Step } from '#core/line/steps.ts'
import { capital } from '#core/words/trade.ts'
import type { Procedure } from '#core/line/procedure.ts'
import { useShop } from '../../app/shop.ts'
import { OneStep } from './OneStep.tsx'
import type { PlanFigures } from './plan-words.ts'

/** The steps as the run will lead through them, by stretches, with the reason of each and its time. */
export function StepList({
  procedure,
  sentence,
}: {
  readonly procedure: Procedure
  readonly sentence: PlanFigures['sentence']
}) {
  const { say } = useShop()
  if (!procedure.ok) return <p className="py-4 text-soft">No steps: {say(procedure.text)}</p>
  return (
    <div className="gap-x-6 pb-3 md:columns-2">
      {stretchesOf(procedure.steps).map(({ phase, from, steps }) => (
        <section key={from} aria-label={`From step ${from}, ${PHASE_NAMES[phase]}`} className="pb-3">
          <h3 className="break-after-avoid border-b-[1.5px] border-ink text-label">
            {capital(PHASE_NAMES[phase])}
          </h3>
          <ol>
            {steps.map((step, i) => (
              <li key={step.id} className="break-inside-avoid border-b border-rule py-2">
                <OneStep step={step} number={from + i} full sentence={sentence} />
              </li>
            ))}
          </ol>
        </section>
      ))}
    </div>
  )
}

interface Stretch {
  readonly phase: Phase
  /** Number of its first step. */
  readonly from: number
  readonly steps: Step[]
}
/** Steps that follow each other in one stretch of the work, in the order of the procedure. */
function stretchesOf(steps: readonly Step[]): readonly Stretch[] {
  const out: Stretch[] = []
  steps.forEach((step, i) => {
    const last = out.at(-1)
    if (last?.phase === step.phase) last.steps.push(step)
    else out.push({ phase: step.phase, from: i + 1, steps: [step] })
  })
  return out
}
