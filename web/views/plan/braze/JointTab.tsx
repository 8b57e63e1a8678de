import { useMemo } from 'react'
import type { GoodBraze } from '#application/plan-of.ts'
import { isRoundJoint, jointFacts, type BrazeFigureName } from '#core/braze/index.ts'
import { isPulled } from '#core/braze/joint.ts'
import { liesHow } from '#core/braze/steps.ts'
import { addCosts, costOf, fillerCost, takesOf, printMoney } from '#core/cost.ts'
import { useShop } from '../../../app/shop.ts'
import { CoolingCurve } from '../../../drawing/CoolingCurve.tsx'
import { GapCurve } from '../../../drawing/GapCurve.tsx'
import { jointSection } from '../../../drawing/joint-geometry.ts'
import { JointSection } from '../../../drawing/JointSection.tsx'
import { JointUnrolled } from '../../../drawing/JointUnrolled.tsx'
import { NamedValue } from '../../../ui/NamedValue.tsx'
import { sayFigure } from '#core/saying.ts'
import { PlanMelting } from './PlanMelting.tsx'

/** How many times one strength is another, two digits and never more: "9.1 times", "0.8 of". */
const timesOf = (ratio: number): string =>
  ratio >= 10
    ? `${Math.floor(ratio)} times`
    : ratio >= 1
      ? `${Math.floor(ratio * 10) / 10} times`
      : `${Math.floor(ratio * 100) / 100} of`

/** The joint in section and unrolled, its filler on the scale of heat, and the figures of the joint. */
export function JointTab({
  planned,
  onHow,
  onFiller,
}: {
  readonly planned: GoodBraze
  readonly onHow: () => void
  readonly onFiller: () => void
}) {
  const { print, settings, units } = useShop()
  const { plan, request } = planned
  const { figures, choice } = plan
  const { work } = request
  const section = useMemo(() => jointSection(plan, request), [plan, request])
  const cold = figures.clearanceCold?.value
  const hot = figures.clearanceHot?.value
  const round = isRoundJoint(work.joint)
  const gapText =
    cold === undefined || hot === undefined
      ? ''
      : `gap${round ? ' each side' : ''} ${print(cold, 'gap')} cold, ${print(Math.max(0, hot), 'gap')} hot${section.gapTimes > 1.5 ? `; drawn ${Math.round(section.gapTimes)} times as wide` : ''}`
  const takes = takesOf(plan)
  const perKg = settings.shelf.find((r) => r.class === choice.filler)?.perKg
  const one = addCosts(takes && costOf(takes, settings.prices), fillerCost(figures, perKg))
  const cost = one === undefined ? undefined : one * work.count
  const told = (name: BrazeFigureName, label: string) => {
    const f = figures[name]
    return <NamedValue name={label} value={f ? sayFigure(name, f, units) : undefined} />
  }
  const { preheatTo, coolTime, jointStrength, partStrength } = figures
  return (
    <section aria-label="The joint, to scale" className="grid gap-x-4 gap-y-1 lg:grid-cols-[1.55fr_1fr]">
      <figure className="max-lg:h-[230px] lg:h-[clamp(176px,27dvh,320px)]">
        <JointSection
          section={section}
          profile={plan.profile}
          targetK={figures.brazingTemperature?.value}
          length={print}
          gapText={gapText}
          swept={figures.purgeFlow !== undefined}
        />
      </figure>
      {round ? (
        <figure className="max-lg:h-[250px] lg:h-[clamp(176px,27dvh,320px)]">
          <JointUnrolled
            around={jointFacts(work.joint).calls?.b ?? 'cup'}
            lies={liesHow(work.attitudeRad)}
            torches={plan.detail.torches ?? 1}
          />
        </figure>
      ) : preheatTo && coolTime ? (
        <figure className="max-lg:h-[250px] lg:h-[clamp(176px,27dvh,320px)]">
          <CoolingCurve
            fromK={preheatTo.value}
            seconds={coolTime.value}
            airK={request.shop.airK}
            temperature={(k) => print(k, 'temperature')}
            time={(s) => print(s, 'time')}
          />
        </figure>
      ) : (
        <figure className="max-lg:h-[230px] lg:h-[clamp(176px,27dvh,320px)]">
          <PlanMelting narrow planned={planned} />
        </figure>
      )}
      <div className="name col-span-full text-text">
        {choice.filler === null ? (
          <p className="text-label font-semibold text-alarm">No filler: see what is said below.</p>
        ) : (
          <p className="pb-1">
            <strong className="text-section">{choice.filler}</strong>{' '}
            <span className="text-field">
              {choice.form}, {choice.flux === 'none' ? 'no flux' : choice.flux}, {choice.process}
            </span>{' '}
            <button type="button" className="underline decoration-rule underline-offset-2" onClick={onFiller}>
              why, and the {plan.ranking.length - 1} others
            </button>
          </p>
        )}
        <dl className="inline-flex flex-wrap items-baseline gap-x-6 gap-y-0.5 pr-6">
          {told('rodLength', work.rodSection + ' rod')}
          {told('rodLengthAll', 'For all')}
          {told('overlapNeeded', 'Overlap needed')}
          {told('overlapGiven', 'Overlap')}
          {told('warmTime', 'Warmed through in')}
          {told('grooveDepth', 'Groove deep')}
          {jointStrength && partStrength ? (
            <NamedValue
              name="Joint holds"
              value={`${timesOf(jointStrength.value / partStrength.value)} what the part holds`}
            />
          ) : null}
          {told('endLoad', 'Pressure pushes')}
          {told('fluxMass', 'Flux')}
          {told('preheatTo', 'Preheat to')}
          {told('feedTime', 'Feeding')}
          {told('purgeTime', 'Sweep first')}
          {told('setTime', 'Hold still')}
          <NamedValue
            name={work.count > 1 ? `Cost of all ${work.count}` : 'Cost'}
            value={cost === undefined ? undefined : printMoney(cost, settings.prices)}
          />
        </dl>
        <button type="button" className="underline decoration-rule underline-offset-2" onClick={onHow}>
          How it was worked out
        </button>
      </div>
      {cold === undefined || hot === undefined ? null : (
        <figure className="h-[150px]">
          <GapCurve pulled={isPulled(work)} coldM={cold} hotM={hot} length={(m) => print(m, 'gap')} />
        </figure>
      )}
    </section>
  )
}
