import type { Shop } from '../cut/types.ts'
import type { Supply } from '../cut/types.ts'
import type { Figure } from '../figure.ts'
import type { FuelId } from '../gas/fuels.ts'
import { purgeTime, type Hose } from '../gas/hose.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import type { TorchGear } from './setup.ts'
import type { LineSetting } from './state.ts'

/** What the supply side of a rig is worked out from, whatever is done with the flame. */
export interface SupplyAsked {
  readonly rig: Supply & { readonly fuel: FuelId }
  readonly shop: Shop
  readonly torch: TorchGear
  /** Flowing, at the regulator, Pa gauge. */
  readonly oxygenPa: number
  readonly fuelPa: number
  /** What runs while a hose is swept. */
  readonly oxygenFlow: Figure | undefined
  readonly fuelFlow: Figure | undefined
  readonly floorSPerM: number | undefined
}

/** The supply side of a line: limits, gauges, sweeps, check valves, and what the hose and the handle are. */
export function supplySetting(asked: SupplyAsked): LineSetting {
  const { rig, shop, torch } = asked
  const ambientPa = ambientPressurePa(shop.altitudeM)
  const sweep = (hose: Hose, flow: Figure | undefined, pa: number) =>
    purgeTime(hose, flow?.value ?? Number.NaN, pa, ambientPa, asked.floorSPerM)
  return {
    fuel: rig.fuel,
    ambientPa,
    fuelDivisionPa: rig.fuelDivisionPa,
    oxygenDivisionPa: rig.oxygenDivisionPa,
    fuelLockUpPa: rig.fuelLockUpPa,
    fuelRatingPa: rig.fuelRatingPa,
    oxygenRatingPa: rig.oxygenRatingPa,
    sweepS: {
      oxygen: sweep(rig.oxygenHose, asked.oxygenFlow, asked.oxygenPa),
      fuel: sweep(rig.fuelHose, asked.fuelFlow, asked.fuelPa),
    },
    checkValves: torch.checkValves,
    hoseGrade: rig.hoseGrade,
    handleValve: torch.kind === 'cutting-attachment',
  }
}
