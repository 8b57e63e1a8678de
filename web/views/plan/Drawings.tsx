import type { Planned } from '#contract/plan-of.ts'
import { nearestSixtyFourth } from '#core/quantity/index.ts'
import { useShop } from '../../app/shop.ts'
import { CutAlong } from '../../drawing/CutAlong.tsx'
import { CutSection } from '../../drawing/CutSection.tsx'
import { CutTop } from '../../drawing/CutTop.tsx'
import { cutGeometry } from '../../drawing/geometry.ts'

const NOTES = { chart: 'your chart', log: 'your log', 'worked-out': 'worked out' } as const

/** The cut to scale, from three sides, with its times and gas. */
export function Drawings({
  planned,
  stale,
}: {
  readonly planned: Extract<Planned, { ok: true }>
  readonly stale: boolean
}) {
  const { print, units } = useShop()
  const { plan, request } = planned
  const g = cutGeometry(plan, request)
  const length = (mm: number) => print(mm / 1000, 'length')
  const inches = units.length === 'in'
  const onRule = (m: number | undefined) =>
    inches && m !== undefined ? `, about ${nearestSixtyFourth(m)}` : ''
  const { torchTime, preheatTime, collarHeight, tipToWork } = plan.figures
  if (!g)
    return (
      <section aria-label="The cut, to scale" className="grid place-items-center p-8 text-soft">
        <p>No drawing: the plan gives no settings. The findings below say why.</p>
      </section>
    )
  return (
    <section
      aria-label="The cut, to scale"
      className="min-h-0 px-5 py-3 lg:grid lg:grid-cols-[1.65fr_1fr] lg:grid-rows-[auto_1fr_auto] lg:overflow-hidden"
    >
      <h2 className="name col-span-2 text-lg text-soft">
        The cut, to scale{stale ? ', as it was before' : ''}
      </h2>
      <div className="min-h-0 [contain:strict] max-lg:h-[320px]">
        <CutSection
          g={g}
          length={length}
          kerfNote={NOTES[plan.figures.kerf?.source ?? 'worked-out']}
          guideNote={`line to guide${onRule(plan.figures.guideOffset?.value)}`}
        />
      </div>
      <div className="grid min-h-0 grid-rows-2 max-lg:h-[320px]">
        <figure className="min-h-0 [contain:strict]">
          <CutTop g={g} length={length} />
        </figure>
        <figure className="min-h-0 [contain:strict]">
          <CutAlong g={g} length={length} />
        </figure>
      </div>
      <dl className="name col-span-2 flex flex-wrap gap-x-7 gap-y-1 pt-1 text-[1.05rem]">
        <Told
          name="Preheat"
          value={
            preheatTime
              ? `${print(preheatTime.low, 'time')} to ${print(preheatTime.high, 'time')}`
              : undefined
          }
        />
        <Told name="Torch time" value={torchTime ? print(torchTime.value, 'time') : undefined} />
        <Told
          name="Tip to plate"
          value={tipToWork ? `about ${print(tipToWork.value, 'length')}` : undefined}
        />
        <Told name="Guide height" value={collarHeight ? print(collarHeight.value, 'length') : undefined} />
      </dl>
    </section>
  )
}

function Told({ name, value }: { readonly name: string; readonly value: string | undefined }) {
  if (value === undefined) return null
  return (
    <div className="flex gap-2">
      <dt className="text-soft">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </div>
  )
}
