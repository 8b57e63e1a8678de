import { steelRow } from '../cut/steel-table.ts'
import { chooseDrill } from '../cut/tip.ts'
import { FUELS } from '../gas/fuels.ts'
import { pressureForFlow } from '../gas/orifice.ts'
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { alongJet, CONE_M, CONE_SHARE, type PaceFuel, type PaceGas, type PacePlan } from './pace-case.ts'

/** What a plate wants, with the speeds that are published for it, m/s. */
export interface Wanted {
  readonly gas: PaceGas
  readonly plan: PacePlan
  readonly speeds: readonly [low: number, high: number]
}

const middle = ([low, high]: readonly [number, number]): number => (low + high) / 2

/** Tip to work by bore, m. @example tipToWork(0.001) // 0.0066 */
export const tipToWork = (orificeM: number): number => 0.0066 + 0.4 * (orificeM - 0.001)

/**
 * What a plate wants where nobody says otherwise: the number drill that is nearest 40 psig at the middle of the published
 * flow, the middle of the fuel's flow, the middle of the speeds, tip to work by the bore.
 * @param thicknessM as the jet goes through it: to 12 in
 * @throws RangeError for a plate that is not in the table
 */
export function wantedFor(
  thicknessM: number,
  fuel: PaceFuel = 'acetylene',
  { ambient = STANDARD_PRESSURE_PA, bevel = 0 }: { readonly ambient?: number; readonly bevel?: number } = {},
): Wanted {
  const row = steelRow(alongJet(thicknessM, bevel), fuel)
  const flow = middle(row.cuttingOxygen)
  const orifice = chooseDrill(row.orificeM, flow, ambient) ?? middle(row.orificeM)
  const pressure = pressureForFlow({ diameterM: orifice, ambientPa: ambient }, flow)
  const flameHeat = middle(row.fuel) * FUELS[fuel].netHeat
  const height = tipToWork(orifice)
  return {
    gas: { fuel, flameHeat, orifice, pressure, purity: 0.995, ambient },
    plan: {
      height,
      standoff: Math.min(CONE_M, CONE_SHARE * height),
      speed: middle(row.speed),
      orifice,
      pressure,
      flameHeat,
      bevel,
    },
    speeds: row.speed,
  }
}
