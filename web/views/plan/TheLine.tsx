import { memo } from 'react'
import type { CutFigureName, CutPlan, CutRequest } from '#core/cut/index.ts'
import { hasStop } from '#core/figure.ts'
import { isInch } from '#core/quantity/index.ts'
import { ShortLine } from '../../drawing/ShortLine.tsx'
import { useShop, type ShopView } from '../../app/shop.ts'
import { SUPPLY_AT, supplyTells } from './supply-tells.ts'
import { StationLine, type Places, type StationOf, type Tell } from './StationLine.tsx'

interface Props {
  readonly plan: CutPlan
  readonly request: CutRequest
  readonly torchName: string
  readonly onOpen: (station: Station) => void
}

export type Station = StationOf<CutFigureName>

/** The stations of a cut, left to right. */
export const STATIONS: readonly Station[] = [
  { id: 'oxygen', title: 'Oxygen', figures: ['oxygenUsed', 'cuttingOxygenFlow', 'preheatOxygenFlow'] },
  {
    id: 'set-oxygen',
    title: 'Set oxygen, flowing',
    figures: ['cuttingOxygenPressure', 'cuttingOxygenPressureAtTip', 'cuttingOxygenFlow'],
  },
  { id: 'fuel', title: 'Fuel', figures: ['fuelUsed', 'fuelFlow'] },
  { id: 'set-fuel', title: 'Set fuel, flowing', figures: ['fuelPressure', 'fuelFlow'] },
  { id: 'hose', title: 'Hose', figures: ['cuttingOxygenPressure'] },
  { id: 'torch', title: 'Torch', figures: ['travelAngle', 'preheatOxygenFlow'] },
  { id: 'tip', title: 'Tip', figures: ['tipOrifice', 'cuttingOxygenPressureAtTip', 'oxygenShareBurnt'] },
  { id: 'flame', title: 'Flame', figures: ['fuelFlow', 'preheatOxygenFlow', 'preheatTime'] },
  { id: 'travel', title: 'Travel', figures: ['travelSpeed', 'torchTime', 'drag'] },
  { id: 'standoff', title: 'Cone to plate', figures: ['standoff', 'tipToWork', 'collarHeight'] },
]

/** The figures of the cut itself, which hang at no station of the line. */
export const SHAPE_STATION: Station = {
  id: 'shape',
  title: 'The cut itself',
  figures: [
    'trackDial',
    'pathLength',
    'effectiveThickness',
    'bevelFaceWidth',
    'bottomShift',
    'armRadius',
    'pierceHeight',
    'kerf',
    'guideOffset',
    'collarHeight',
    'templateLength',
    'piecesPerStock',
    'offcutMass',
    'carbonEquivalent',
    'warmTo',
    'torchTime',
  ],
}
/** How the usual pair was judged. */
export const USUAL_STATION: Station = {
  id: 'usual',
  title: 'Your usual',
  figures: ['usualOxygenFlow', 'usualOxygenPressureAtTip', 'usualOxygenShareBurnt', 'usualTravelSpeed'],
}

/** Where each hangs on the drawing: left and top in per cent, and its widest. */
const AT: Places = {
  ...SUPPLY_AT,
  tip: [72.6, 0, 17],
  flame: [74.5, 70, 16.5],
  travel: [91.2, 0, 9.4],
  standoff: [91.2, 62, 9.4],
}

/** What hangs at each station of a cut. */
export function cutTells(
  { plan, request }: Pick<Props, 'plan' | 'request'>,
  torchName: string,
  shop: ShopView,
): Readonly<Record<string, Tell<CutFigureName>>> {
  const { figures, findings } = plan
  const { rig } = request
  const pace = figures.travelSpeed ? paceWords(figures.travelSpeed.value, isInch(request.shop.units)) : ''
  return {
    ...supplyTells(
      {
        oxygen: 'cuttingOxygenPressure',
        figures,
        rig,
        torchName,
        torch: rig.handling === 'track' ? 'on the track' : 'by hand',
        ...(findings.some((f) => f.code === 'hose-drop-too-large') ? { noDrop: 'takes too much' } : {}),
      },
      shop,
    ),
    flame: hasStop(findings)
      ? { label: 'Flame', text: 'not lit' }
      : { label: 'Flame', text: 'neutral', note: 'retrim, lever down', tight: true },
    travel: { label: 'Travel', name: 'travelSpeed', early: true, note: pace },
    standoff: { label: 'Cone to plate', name: 'standoff' },
  }
}

/** The line of a cut, drawn. */
export function CutLineDrawn({ plan, request }: Pick<Props, 'plan' | 'request'>) {
  const { gasColour } = useShop()
  return (
    <ShortLine
      lit={!hasStop(plan.findings)}
      fuel={request.rig.fuel}
      oxygenColour={gasColour('oxygen')}
      fuelColour={gasColour(request.rig.fuel)}
    />
  )
}

/** The line: each setting hung where it is set. Touch one to read how it was worked out. */
export const TheLine = memo(function TheLine({ plan, request, torchName, onOpen }: Props) {
  const shop = useShop()
  return (
    <StationLine
      stations={STATIONS}
      tells={cutTells({ plan, request }, torchName, shop)}
      places={AT}
      plan={plan}
      onOpen={onOpen}
      drawing={<CutLineDrawn plan={plan} request={request} />}
    />
  )
})

/** Seconds to the inch, or to 25 mm. */
function paceWords(speed: number, inches: boolean): string {
  const seconds = 0.0254 / speed
  return `${seconds.toFixed(1).replace(/\.0$/, '')} s to ${inches ? 'the inch' : '25 mm'}`
}
