import type { Shop } from '../cut/types.ts'
import type { Supply } from '../cut/types.ts'
import type { Figure } from '../figure.ts'
import type { FuelId } from '../gas/fuels.ts'
import { purgeClock, type Hose, type PurgeClock } from '../gas/hose.ts'
import { CUBIC_FOOT_M3 } from '../quantity/index.ts'
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
  /** What runs with lever or valve wide open, and with only the preheat valve of a cutting tip open. */
  readonly oxygenFlow: Figure | undefined
  readonly preheatFlow?: Figure | undefined
  readonly fuelFlow: Figure | undefined
  readonly floorSPerM: number | undefined
}

/** A flow of which nothing is known, m³/s: 10 cu ft an hour, that of a small tip. */
const UNKNOWN_FLOW = (10 * CUBIC_FOOT_M3) / 3600

/** The supply side of a line: limits, gauges, sweeps, check valves, and what the hose and the handle are. */
export function supplySetting(asked: SupplyAsked): {
  readonly setting: LineSetting
  readonly purge: { readonly oxygen: PurgeClock; readonly fuel: PurgeClock }
} {
  const { rig, shop, torch } = asked
  const ambientPa = ambientPressurePa(shop.altitudeM)
  const clock = (hose: Hose, gaugePa: number, flow: Figure | undefined, part?: Figure) =>
    purgeClock(
      hose,
      {
        flow: flow?.value ?? UNKNOWN_FLOW,
        ...(part ? { partFlow: part.value } : {}),
        gaugePa,
        ambientPa,
      },
      asked.floorSPerM,
    )
  const purge = {
    oxygen: clock(rig.oxygenHose, asked.oxygenPa, asked.oxygenFlow, asked.preheatFlow),
    fuel: clock(rig.fuelHose, asked.fuelPa, asked.fuelFlow),
  }
  return {
    setting: {
      fuel: rig.fuel,
      ambientPa,
      fuelDivisionPa: rig.fuelDivisionPa,
      oxygenDivisionPa: rig.oxygenDivisionPa,
      fuelLockUpPa: rig.fuelLockUpPa,
      fuelRatingPa: rig.fuelRatingPa,
      oxygenRatingPa: rig.oxygenRatingPa,
      sweepS: { oxygen: purge.oxygen.freeS, fuel: purge.fuel.freeS },
      partSweepS: { oxygen: purge.oxygen.partS, fuel: purge.fuel.partS },
      checkValves: torch.checkValves,
      traceByManual: torch.lighting === 'whiff',
      hoseGrade: rig.hoseGrade,
      handleValve: torch.kind === 'cutting-attachment',
    },
    purge,
  }
}
