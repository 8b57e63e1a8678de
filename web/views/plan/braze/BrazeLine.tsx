import { memo } from 'react'
import { isRoundJoint, type BrazeFigureName, type BrazePlan, type BrazeRequest } from '#core/braze/index.ts'
import { hasStop } from '#core/figure.ts'
import { ShortLine } from '../../../drawing/ShortLine.tsx'
import { useShop, type ShopView } from '../../../app/shop.ts'
import { SUPPLY_AT, supplyTells } from '../supply-tells.ts'
import { StationLine, type Places, type StationOf, type Tell } from '../StationLine.tsx'

export type BrazeStation = StationOf<BrazeFigureName>

/** The stations of a braze, left to right. */
export const BRAZE_STATIONS: readonly BrazeStation[] = [
  { id: 'oxygen', title: 'Oxygen', figures: ['oxygenUsed', 'oxygenFlow'] },
  { id: 'set-oxygen', title: 'Set oxygen, flowing', figures: ['oxygenPressure', 'oxygenFlow'] },
  { id: 'fuel', title: 'Fuel', figures: ['fuelUsed', 'fuelFlow'] },
  { id: 'set-fuel', title: 'Set fuel, flowing', figures: ['fuelPressure', 'fuelFlow'] },
  { id: 'hose', title: 'Hose', figures: ['oxygenPressure', 'fuelPressure'] },
  { id: 'torch', title: 'Torch', figures: ['tipOrifice', 'fuelFlow'] },
  { id: 'tip', title: 'Tip', figures: ['tipOrifice', 'fuelFlow'] },
  { id: 'flame', title: 'Flame', figures: ['oxygenFlow', 'fuelFlow', 'brazingTemperature'] },
  {
    id: 'time',
    title: 'Time to heat',
    figures: ['timeToTemperature', 'heatNeeded', 'feedTime', 'torchTime'],
  },
  { id: 'cone', title: 'Cone to work', figures: ['coneDistance'] },
]

const AT: Places = {
  ...SUPPLY_AT,
  tip: [62, -1.5, 14],
  flame: [74.5, 70, 18],
  time: [76, 0, 23.5],
  cone: [91.6, 66, 9],
}

interface Planned {
  readonly plan: BrazePlan
  readonly request: BrazeRequest
}

/** What hangs at each station of a braze. */
export function brazeTells(
  { plan, request }: Planned,
  torchName: string,
  shop: ShopView,
): Readonly<Record<string, Tell<BrazeFigureName>>> {
  const { figures, choice } = plan
  const { rig } = request
  const { ports, torches = 1 } = plan.detail
  const air = plan.burners.some((b) => b.chosen && b.kind === 'fuel-air')
  const supply = supplyTells(
    {
      oxygen: 'oxygenPressure',
      figures,
      rig,
      torchName,
      torch: torches > 1 ? `${torches} of them` : 'one',
    },
    shop,
  )
  return {
    ...supply,
    tip: air
      ? { label: shop.say('Fuel-air torch'), name: 'fuelFlow' }
      : typeof ports === 'number' && ports > 1
        ? { ...supply.tip, label: shop.say(`Heating head, ${ports} ports`) }
        : supply.tip,
    flame: { label: 'Flame', text: hasStop(plan.findings) ? 'not lit' : choice.flame, wraps: true },
    time: { label: 'Time to heat', name: 'timeToTemperature', early: true, spanned: true, tight: true },
    cone: { label: 'Cone to work', name: 'coneDistance' },
  }
}

/** The line of a braze, drawn. */
export function BrazeLineDrawn({ plan, request }: Planned) {
  const { gasColour } = useShop()
  return (
    <ShortLine
      lit={!hasStop(plan.findings)}
      fuel={request.rig.fuel}
      wanted={plan.detail.flame ?? 'neutral'}
      work={isRoundJoint(request.work.joint) ? 'tube' : 'lap'}
      oxygenColour={gasColour('oxygen')}
      fuelColour={gasColour(request.rig.fuel)}
    />
  )
}

/** The line of a braze: each setting hung where it is set. Touch one to read how it was worked out. */
export const BrazeLine = memo(function BrazeLine({
  plan,
  request,
  torchName,
  onOpen,
}: Planned & {
  readonly torchName: string
  readonly onOpen: (station: BrazeStation) => void
}) {
  const shop = useShop()
  return (
    <StationLine
      stations={BRAZE_STATIONS}
      tells={brazeTells({ plan, request }, torchName, shop)}
      places={AT}
      plan={plan}
      onOpen={onOpen}
      drawing={<BrazeLineDrawn plan={plan} request={request} />}
    />
  )
})
