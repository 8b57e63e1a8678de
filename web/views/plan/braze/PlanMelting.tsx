import type { GoodBraze } from '#application/plan-of.ts'
import { findFiller } from '#core/metal/fillers.ts'
import { findFlux } from '#core/metal/fluxes.ts'
import { useShop } from '../../../app/shop.ts'
import { MeltingBar, type MeltSpan } from '../../../drawing/MeltingBar.tsx'

/** The melting chart of the filler and flux that are planned, beside the base metals. */
export function PlanMelting({
  planned,
  narrow = false,
}: {
  readonly planned: GoodBraze
  readonly narrow?: boolean
}) {
  const { print } = useShop()
  const { choice, figures } = planned.plan
  const { a, b } = planned.request.work
  const filler = choice.filler === null ? undefined : findFiller(choice.filler)
  const target = figures.brazingTemperature
  if (!filler || !target) return null
  const flux = findFlux(choice.flux)
  const spans: MeltSpan[] = [
    { name: `${filler.id} melts`, from: filler.solidusK, to: filler.liquidusK, tone: 'filler' },
    { name: 'brazing range', from: filler.minK, to: filler.maxK, tone: 'range' },
    ...(flux ? [{ name: `${flux.id} works`, from: flux.minK, to: flux.maxK, tone: 'flux' as const }] : []),
  ]
  const solidus = [...new Map([a, b].map((p) => [p.metal.key, p.metal])).values()].map((m) => ({
    name: m.short,
    kelvin: m.solidusK,
  }))
  return (
    <MeltingBar
      narrow={narrow}
      spans={spans}
      solidus={solidus}
      targetK={target.value}
      temperature={(k) => print(k, 'published')}
    />
  )
}
