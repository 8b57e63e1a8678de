import { Timer } from 'lucide-react'
import { Link } from 'react-router'
import { longestS, type Step } from '#core/line/steps.ts'
import { METHODS } from '#core/shop/fields.ts'
import { useShop } from '../../app/shop.ts'
import type { PlanFigures } from './plan-words.ts'

/** A step as it is led: the act with its figure and its time; its reason and its sign when it is told in full. */
export function OneStep({
  step,
  number,
  full,
  sentence,
}: {
  readonly step: Step
  readonly number?: number
  readonly full: boolean
  readonly sentence: PlanFigures['sentence']
}) {
  const { say, print } = useShop()
  return (
    <div className="grid grid-cols-[34px_1fr] gap-x-2">
      <span className="figure pt-0.5 text-field text-soft">{number ?? ''}</span>
      <div>
        <p className="name text-field leading-tight font-semibold">
          {sentence(step)}{' '}
          {step.timer === undefined ? null : (
            <span className="inline-flex items-center gap-1 whitespace-nowrap text-soft">
              <Timer size={15} aria-hidden="true" /> {print(longestS(step.timer), 'time')}
            </span>
          )}
        </p>
        {full ? (
          <>
            <p className="leading-snug text-soft">{say(step.why)}</p>
            {step.departs ? (
              <p className="border-l-[6px] border-brass pl-3 leading-snug">{say(step.departs)}</p>
            ) : null}
            {step.beside?.map((act) => (
              <p key={act} className="leading-snug font-semibold">
                {say(act)}
              </p>
            ))}
            {step.see ? <p className="leading-snug">{say(step.see)}</p> : null}
            {step.methods && step.methods.length > 0 ? (
              <p className="text-foot leading-snug text-soft">
                By your shop’s method:{' '}
                {step.methods.map((name, i) => (
                  <span key={name}>
                    {i > 0 ? ', ' : ''}
                    <Link className="underline underline-offset-2" to={`/settings#method-${name}`}>
                      {say(METHODS[name].label)}
                    </Link>
                  </span>
                ))}
              </p>
            ) : null}
          </>
        ) : null}
      </div>
    </div>
  )
}
