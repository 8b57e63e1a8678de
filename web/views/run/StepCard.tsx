import type { Ref } from 'react'
import type { LedStep } from '#core/line/led.ts'
import type { Step } from '#core/line/steps.ts'
import type { Run, RunPiece } from '#contract/types.ts'
import { useShop } from '../../app/shop.ts'
import { usePlanFigures } from '../plan/plan-words.ts'
import { BigFigure } from './BigFigure.tsx'
import { useRunWords } from './run-words.ts'

/** A longer act is set smaller, so that what should be found stays in sight. */
const LONG_HEAD = 60

/** A step in words: the act, its figure, the caution, what should be found, what if not, and why. */
export function StepCard({
  plan,
  step,
  heading,
  learner = false,
}: {
  /** By which it is done. */
  readonly plan: RunPiece['plan']
  readonly step: Step
  /** Whoever has the torch is still learning: what is told a learner is said. */
  readonly learner?: boolean
  readonly heading: Ref<HTMLHeadingElement>
}) {
  const { say } = useShop()
  const head = usePlanFigures(plan).sentence(step)
  return (
    <>
      <h1
        ref={heading}
        tabIndex={-1}
        className={`leading-[1.04] font-bold outline-none ${head.length > LONG_HEAD ? 'max-w-[30ch] text-page md:text-figure' : 'max-w-[22ch] text-head'}`}
      >
        {head}
      </h1>
      {step.figure ? <BigFigure plan={plan} name={step.figure} /> : null}
      {step.caution ? (
        <p className="mt-4 max-w-[46ch] border-l-[6px] border-alarm pl-4 text-label leading-snug font-bold">
          {say(step.caution)}
        </p>
      ) : null}
      {learner && step.learner ? (
        <p className="mt-4 max-w-[56ch] border-l-[6px] border-brass pl-4 text-field leading-snug">
          {say(step.learner)}
        </p>
      ) : null}
      {step.departs ? (
        <p className="mt-4 max-w-[56ch] border-l-[6px] border-brass pl-4 text-field leading-snug">
          <strong>Otherwise here:</strong> {say(step.departs)}
        </p>
      ) : null}
      {step.beside && step.beside.length > 0 ? (
        <ul className="grid max-w-[52ch] gap-2 pt-4 text-label leading-snug font-semibold">
          {step.beside.map((act) => (
            <li key={act} className="border-l-[4px] border-brass pl-3">
              {say(act)}
            </li>
          ))}
        </ul>
      ) : null}
      {step.see ? (
        <p className="max-w-[52ch] pt-4 text-label leading-snug">
          <strong>You should find:</strong> {say(step.see)}
        </p>
      ) : null}
      {step.ifNot ? (
        <p className="max-w-[56ch] pt-2 text-field leading-snug">
          <strong>If not:</strong> {say(step.ifNot)}
        </p>
      ) : null}
      <p className="max-w-[56ch] pt-2 text-text leading-snug text-soft">
        <strong>Why:</strong> {say(step.why)}
      </p>
    </>
  )
}

/** So many of the next steps are told. */
const NEXT_SHOWN = 2

/** What comes after the step in hand. */
export function NextSteps({
  run,
  steps,
  index,
}: {
  readonly run: Run
  readonly steps: readonly LedStep[]
  readonly index: number
}) {
  const { sentence } = useRunWords(run.pieces)
  return (
    <>
      <h2 className="name text-field text-soft">After this</h2>
      <ol className="name text-label leading-snug text-soft">
        {steps.slice(index + 1, index + 1 + NEXT_SHOWN).map((s) => (
          <li key={s.id} className="pt-1">
            {sentence(s)}
          </li>
        ))}
        {index + 1 === steps.length ? <li>That was all. Then record the result.</li> : null}
      </ol>
    </>
  )
}

/** What comes after the page in hand of a batch. */
export const NextPages = ({ pages }: { readonly pages: readonly string[] }) => (
  <>
    <h2 className="name text-field text-soft">After this</h2>
    <p className="name text-label leading-snug text-soft">
      {pages.length === 0 ? 'That was all. Then write down what is not written down yet.' : pages.join(' · ')}
    </p>
  </>
)
