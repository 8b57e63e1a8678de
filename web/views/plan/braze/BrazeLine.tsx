import { memo } from 'react'
import { isRoundJoint, type BrazeFigureName, type BrazePlan, type BrazeRequest } from '#core/braze/index.ts'
import { drillOfDiameter, isInch, printQuantity } from '#core/quantity/index.ts'
import { ShortLine } from '../../../drawing/ShortLine.tsx'
import { useShop } from '../../../app/shop.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { dropWords } from '../TheLine.tsx'
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
  'set-oxygen': [1.8, 0, 48],
  'set-fuel': [1.8, 37, 48],
  oxygen: [1.8, 80, 17],
  fuel: [18.5, 80, 22],
  hose: [36, 80, 20],
  torch: [58, 70, 16],
  tip: [62, 0, 13.5],
  flame: [74.5, 70, 18],
  time: [76, 0, 23.5],
  cone: [93.4, 62, 7],
}

/** The line of a braze: each setting hung where it is set. Touch one to read how it was worked out. */
export const BrazeLine = memo(function BrazeLine({
  plan,
  request,
  torchName,
  onOpen,
}: {
  readonly plan: BrazePlan
  readonly request: BrazeRequest
  readonly torchName: string
  readonly onOpen: (station: BrazeStation) => void
}) {
  const { say, print, gasColour, units } = useShop()
  const { figures, choice } = plan
  const { rig } = request
  const drop = figures.oxygenPressure?.hoseDropPa
  const drill = figures.tipOrifice ? drillOfDiameter(figures.tipOrifice.value) : undefined
  const ports = plan.detail.ports
  const tells: Readonly<Record<string, Tell<BrazeFigureName>>> = {
    oxygen: { label: 'Oxygen', name: 'oxygenUsed', inline: true },
    'set-oxygen': { label: 'Set oxygen, flowing', name: 'oxygenPressure', big: true },
    fuel: {
      label: FUELS[rig.fuel].title,
      name: 'fuelUsed',
      inline: true,
      note: figures.fuelFlow ? `at ${print(figures.fuelFlow.value, 'flow')}` : '',
    },
    'set-fuel': { label: `Set ${rig.fuel}, flowing`, name: 'fuelPressure', big: true },
    hose: {
      inline: true,
      label: `Hose, ${printQuantity(rig.oxygenHose.lengthM, isInch(units) ? 'ft' : 'm')} of ${print(rig.oxygenHose.boreM, 'length')}`,
      text: typeof drop === 'number' ? dropWords(print(drop, 'pressure')) : 'not worked out',
    },
    torch: {
      label: say(`Torch${torchName ? `: ${torchName}` : ''}`),
      text: rig.torches > 1 ? `${rig.torches} of them` : 'one',
    },
    tip: {
      label: say(typeof ports === 'number' && ports > 1 ? `Heating head, ${ports} ports` : 'Tip'),
      name: 'tipOrifice',
      early: true,
      tight: true,
      note: drill ? `number drill ${drill.number}` : '',
    },
    flame: { label: 'Flame', text: choice.flame, wraps: true },
    time: { label: 'Time to heat', name: 'timeToTemperature', early: true, spanned: true, tight: true },
    cone: { label: 'Cone to work', name: 'coneDistance' },
  }
  return (
    <StationLine
      stations={BRAZE_STATIONS}
      tells={tells}
      places={AT}
      plan={plan}
      onOpen={onOpen}
      drawing={
        <ShortLine
          work={isRoundJoint(request.work.joint) ? 'tube' : 'lap'}
          oxygenColour={gasColour('oxygen')}
          fuelColour={gasColour(rig.fuel)}
        />
      }
    />
  )
})
