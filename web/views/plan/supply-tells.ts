import type { Figure } from '#core/figure.ts'
import { FUELS, type FuelId } from '#core/gas/fuels.ts'
import type { Hose } from '#core/gas/hose.ts'
import { drillOfDiameter, isInch, printQuantity } from '#core/quantity/index.ts'
import type { ShopView } from '../../app/shop.ts'
import type { Places, Tell } from './StationLine.tsx'

/** Where what feeds the torch hangs on the drawing of either line. */
export const SUPPLY_AT: Places = {
  'set-oxygen': [1.8, 0, 48],
  'set-fuel': [1.8, 37, 48],
  oxygen: [1.8, 80, 17],
  fuel: [18.5, 80, 22],
  hose: [36, 80, 22],
  torch: [58, 70, 16],
}

/** The figures of a supply, of a cut and of a braze alike, beside its oxygen pressure. */
type Supplied = 'oxygenUsed' | 'fuelUsed' | 'fuelFlow' | 'fuelPressure' | 'tipOrifice'

/** What feeds a torch, as a plan of either kind has it. */
interface Supply<Oxygen extends string> {
  /** The name of the oxygen that is set: a cut has another name for it than a braze. */
  readonly oxygen: Oxygen
  readonly figures: Readonly<Partial<Record<Oxygen | Supplied, Figure>>>
  readonly rig: { readonly fuel: FuelId; readonly oxygenHose: Hose }
  readonly torchName: string
  /** What is said of the torch: by hand, one. */
  readonly torch: string
  /** What is said where no drop of the hose was worked out. */
  readonly noDrop?: string
}

/** What hangs at the stations that feed a torch: gases, settings, hose, the torch, and the tip by its drill. */
export function supplyTells<Oxygen extends string>(
  { oxygen, figures, rig, torchName, torch, noDrop = 'not worked out' }: Supply<Oxygen>,
  { print, units, say }: Pick<ShopView, 'print' | 'units' | 'say'>,
) {
  const { fuelFlow, tipOrifice } = figures
  const drop = figures[oxygen]?.hoseDropPa
  const drill = tipOrifice && drillOfDiameter(tipOrifice.value)
  return {
    oxygen: { label: 'Oxygen', name: 'oxygenUsed', inline: true },
    'set-oxygen': { label: 'Set oxygen, flowing', name: oxygen, big: true },
    fuel: {
      label: FUELS[rig.fuel].title,
      name: 'fuelUsed',
      inline: true,
      note: fuelFlow ? `at ${print(fuelFlow.value, 'flow')}` : '',
    },
    'set-fuel': { label: `Set ${rig.fuel}, flowing`, name: 'fuelPressure', big: true },
    hose: {
      inline: true,
      label: `Hose, ${printQuantity(rig.oxygenHose.lengthM, isInch(units) ? 'ft' : 'm')} of ${print(rig.oxygenHose.boreM, 'length')}`,
      text: drop === undefined ? noDrop : dropWords(print(drop, 'pressure')),
    },
    torch: { label: say(`Torch${torchName ? `: ${torchName}` : ''}`), text: torch },
    tip: {
      label: say('Tip'),
      name: 'tipOrifice',
      early: true,
      tight: true,
      note: drill ? `number drill ${drill.number}` : '',
    },
  } as const satisfies Readonly<Record<string, Tell<Oxygen | Supplied>>>
}

/** What a hose takes, said; what no gauge shows is next to none. */
const dropWords = (drop: string): string => (drop.startsWith('0 ') ? 'next to no drop' : `${drop} drop`)
