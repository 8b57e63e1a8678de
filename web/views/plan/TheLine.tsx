import { memo } from 'react'
import type { CutFigureName, CutPlan, CutRequest } from '#core/cut/index.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { drillOfDiameter, printQuantity } from '#core/quantity/index.ts'
import { FUEL_FACE_PA, LineDrawing, OXYGEN_FACE_PA } from '../../drawing/LineDrawing.tsx'
import { useShop } from '../../app/shop.ts'
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
  oxygen: [6.6, 7, 15.5],
  'set-oxygen': [29.6, 4, 22],
  fuel: [6.6, 56, 15.5],
  'set-fuel': [29.6, 54, 22],
  hose: [47.5, 6, 14],
  torch: [57, 70, 18],
  tip: [72.6, 12, 15],
  flame: [75, 69, 14],
  travel: [91.9, 8, 9],
  standoff: [91.9, 56, 9],
}

/** The line: each setting hung where it is set. Touch one to read how it was worked out. */
export const TheLine = memo(function TheLine({ plan, request, torchName, onOpen }: Props) {
  const { say, print, gasColour } = useShop()
  const { figures } = plan
  const { rig } = request
  const hoseUnit = request.shop.units.length === 'in' || request.shop.units.length === 'ft' ? 'ft' : 'm'
  const drop = figures.cuttingOxygenPressure?.hoseDropPa
  const drill = figures.tipOrifice ? drillOfDiameter(figures.tipOrifice.value) : undefined
  const pace = figures.travelSpeed ? paceWords(figures.travelSpeed.value, hoseUnit === 'ft') : ''
  const fuelName = FUELS[rig.fuel].title
  const tells: Readonly<Record<string, Tell<CutFigureName>>> = {
    oxygen: { label: 'Oxygen', name: 'oxygenUsed', note: figures.oxygenUsed ? 'for this cut' : '' },
    'set-oxygen': { label: 'Set oxygen, flowing', name: 'cuttingOxygenPressure', big: true },
    fuel: {
      label: fuelName,
      name: 'fuelUsed',
      note: figures.fuelFlow ? `for this cut, at ${print(figures.fuelFlow.value, 'flow')}` : '',
    },
    'set-fuel': { label: `Set ${rig.fuel}, flowing`, name: 'fuelPressure', big: true },
    hose: {
      label: `Hose, ${printQuantity(rig.oxygenHose.lengthM, hoseUnit)} of ${print(rig.oxygenHose.boreM, 'length')}`,
      text:
        drop !== undefined
          ? `${print(drop, 'pressure')} drop`
          : plan.findings.some((f) => f.code === 'hose-drop-too-large')
            ? 'takes too much'
            : 'not worked out',
    },
    torch: {
      label: say(`Torch${torchName ? `: ${torchName}` : ''}`),
      text: rig.handling === 'track' ? 'on the track' : 'by hand',
    },
    tip: {
      label: say('Tip'),
      name: 'tipOrifice',
      note: drill ? `number drill ${drill.number}` : '',
    },
    flame: { label: 'Flame', text: 'neutral', note: 'retrim with the lever down' },
    travel: { label: 'Travel', name: 'travelSpeed', note: pace },
    standoff: { label: 'Cone to plate', name: 'standoff' },
  }
  const needle = (name: CutFigureName, face: number) => (figures[name]?.value ?? 0) / face
  return (
    <StationLine
      stations={STATIONS}
      tells={tells}
      places={AT}
      plan={plan}
      onOpen={onOpen}
      drawing={
        <LineDrawing
          oxygenColour={gasColour('oxygen')}
          fuelColour={gasColour(rig.fuel)}
          oxygenNeedle={needle('cuttingOxygenPressure', OXYGEN_FACE_PA)}
          fuelNeedle={needle('fuelPressure', FUEL_FACE_PA)}
        />
      }
    />
  )
})

/** Seconds to the inch, or to 25 mm. */
function paceWords(speed: number, inches: boolean): string {
  const seconds = 0.0254 / speed
  return `${seconds.toFixed(1).replace(/\.0$/, '')} s to ${inches ? 'the inch' : '25 mm'}`
}
