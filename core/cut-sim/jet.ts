import { estimateKerf } from '../cut/kerf.ts'
import { OXYGEN_DENSITY } from '../gas/fuels.ts'
import { orificeFlow } from '../gas/orifice.ts'
import {
  alongJet,
  clamp,
  metalFactor,
  SURFACES,
  type PaceGas,
  type PacePlan,
  type PacePlate,
} from './pace-case.ts'

/**
 * The cutting jet: what it can reach and how fast, film kinetics and the supply of oxygen in series. A teaching model:
 * trends and limits are right, figures are typical to about 30 %.
 */

/** Steel, kg/m³; what a kilogram of it burns for, J/kg, and takes of oxygen, kg; the share that is burnt. */
const DENSITY = 7850
const BURNT = 0.7
const OXYGEN_SHARE = 0.2865
const FREES_J_KG = 4.78e6
/** Speed of the film alone, m/s, and how the apparent use of oxygen falls with depth. */
const KINETIC_M_S = 0.02
const USES = 1.95
const USES_DEPTH_M = 0.15
/** Good oxygen; what each percent under it takes of the speed; nothing cuts under the least. */
const GOOD_PURITY = 0.995
const EACH_PERCENT = 0.25
export const LEAST_PURITY = 0.95
/** Leaning forward helps along so much of the depth, m. */
const LEAN_DEPTH_M = 0.0064

/** What impure oxygen leaves of the speed. @example purityFactor(0.97) // 0.375 */
export const purityFactor = (purity: number): number =>
  purity < LEAST_PURITY - 1e-12 ? 0 : 1 - Math.max(0, (GOOD_PURITY - purity) * 100) * EACH_PERCENT

/** Oxygen through a bore, kg/s. */
export const oxygenKgS = (orifice: number, pressure: number, ambient: number): number =>
  orificeFlow({ diameterM: orifice, ambientPa: ambient }, pressure) * OXYGEN_DENSITY

/** What a jet is, for one plate and setting. */
export interface Jet {
  /** Effective thickness, kerf and reach upright, m. */
  readonly te: number
  readonly kerf: number
  readonly reach: number
  /** kg/s at full lever, clean tip; and as planned. */
  readonly oxygen: number
  readonly planned: number
  readonly purity: number
  readonly metal: number
  readonly surface: number
  /** s/m that the supply takes for each kg/s. */
  readonly supply: number
  /** J freed in each m³ of kerf. */
  readonly frees: number
}

/** @param purity what the oxygen leaves of the speed; the paper's own where left out */
export function jetOf(
  plate: PacePlate,
  gas: PaceGas,
  plan: PacePlan,
  purity = purityFactor(gas.purity),
): Jet {
  const te = alongJet(plate.thickness, plan.bevel)
  const kerf = estimateKerf(te, gas.orifice, 'hand')
  const uses = USES / (1 + te / USES_DEPTH_M)
  return {
    te,
    kerf,
    reach: kerf + 0.15 * te,
    oxygen: oxygenKgS(gas.orifice, gas.pressure, gas.ambient),
    planned: oxygenKgS(plan.orifice, plan.pressure, gas.ambient),
    purity,
    metal: metalFactor(plate.metal),
    surface: SURFACES[plate.surface].speed,
    supply: (OXYGEN_SHARE * BURNT * DENSITY * kerf * te) / uses,
    frees: BURNT * DENSITY * FREES_J_KG,
  }
}

/** The speed at which the bottom is still reached, m/s, of so much oxygen, kg/s, that is pure, on steel that is clean. */
export const speedLimit = ({ supply }: Jet, oxygen: number): number =>
  oxygen > 0 ? 1 / (1 / KINETIC_M_S + supply / oxygen) : 0

/** What a jet from so much too high leaves of its speed. @param over m above the planned height, 0 and up */
export const heightFactor = (over: number): number => 1 / (1 + (over / 0.018) ** 2)

/** The longest lag that a jet bridges, m, at a lean in degrees. */
export const reachAt = ({ reach, te }: Jet, lean: number): number =>
  lean >= 0
    ? reach + Math.min(te, LEAN_DEPTH_M) * Math.tan((lean * Math.PI) / 180)
    : reach * clamp(1 + lean / 60, 0.3)
