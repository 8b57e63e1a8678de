import { OXYGEN, OXYGEN_DENSITY } from './fuels.ts'
import { STANDARD_TEMPERATURE_K } from './standard.ts'

/** Ratio of specific heats of oxygen. */
const GAMMA = 1.4
/** Discharge coefficient of a clean straight bore, and the range found in practice. */
export const CD = 0.9
export const CD_RANGE = [0.8, 0.95] as const
/** Upstream over ambient pressure, both absolute, from which the jet is choked. */
export const CHOKING_RATIO = ((GAMMA + 1) / 2) ** (GAMMA / (GAMMA - 1))

/** The bore's area in m². */
const areaM2 = (diameterM: number) => (Math.PI / 4) * diameterM * diameterM

const CHOKED =
  Math.sqrt(GAMMA / OXYGEN.specificGasConstant) * (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (2 * (GAMMA - 1)))

/** An oxygen bore and what lies on either side of it. */
export interface Bore {
  /** 0.3 to 4 mm, in m. */
  readonly diameterM: number
  /** The barometer, Pa absolute. */
  readonly ambientPa: number
  /** Discharge coefficient; `CD` unless the bore was measured. */
  readonly cd?: number
  /** Gas temperature upstream, K; 70 F unless entered. */
  readonly gasK?: number
}

/**
 * Whether a jet from this gauge pressure at the tip is choked.
 * @example isChoked(13.2 * PSI_PA, STANDARD_PRESSURE_PA) // true
 */
export const isChoked = (tipGaugePa: number, ambientPa: number): boolean =>
  (tipGaugePa + ambientPa) / ambientPa >= CHOKING_RATIO - 1e-12

/**
 * Oxygen through a bore, choked or not.
 * @param tipGaugePa gauge pressure just upstream of the bore, Pa; to 150 psig
 * @returns flow in m³/s at 70 F and 1 atm
 * @example orificeFlow({ diameterM: 0.04 * INCH_M, ambientPa: STANDARD_PRESSURE_PA }, 40 * PSI_PA) / (CUBIC_FOOT_M3 / 3600) // 65.38
 */
export function orificeFlow(bore: Bore, tipGaugePa: number): number {
  const { diameterM, ambientPa, cd = CD, gasK = STANDARD_TEMPERATURE_K } = bore
  if (tipGaugePa <= 0) return 0
  const p0 = tipGaugePa + ambientPa
  const r = ambientPa / p0
  const massFlow = isChoked(tipGaugePa, ambientPa)
    ? (cd * areaM2(diameterM) * p0 * CHOKED) / Math.sqrt(gasK)
    : cd *
      areaM2(diameterM) *
      p0 *
      Math.sqrt(
        ((2 * GAMMA) / ((GAMMA - 1) * OXYGEN.specificGasConstant * gasK)) *
          (r ** (2 / GAMMA) - r ** ((GAMMA + 1) / GAMMA)),
      )
  return massFlow / OXYGEN_DENSITY
}

/**
 * The gauge pressure at the tip that drives this flow through a bore: the inverse of `orificeFlow`.
 * @param flow m³/s at 70 F and 1 atm
 * @returns Pa gauge
 * @example pressureForFlow({ diameterM: 0.04 * INCH_M, ambientPa: STANDARD_PRESSURE_PA }, (65.4 * CUBIC_FOOT_M3) / 3600) / PSI_PA // 40.01
 */
export function pressureForFlow(bore: Bore, flow: number): number {
  if (flow <= 0) return 0
  const atChoking = bore.ambientPa * (CHOKING_RATIO - 1)
  const chokedFlow = orificeFlow(bore, atChoking)
  // flow is proportional to the absolute pressure once the jet is choked
  if (flow >= chokedFlow) return (flow / chokedFlow) * bore.ambientPa * CHOKING_RATIO - bore.ambientPa
  return bisect((p) => orificeFlow(bore, p) - flow, 0, atChoking)
}

/**
 * The root of a rising function between two points, by halving.
 * @example bisect((x) => x * x - 2, 0, 2) // 1.414
 */
export function bisect(rising: (x: number) => number, from: number, to: number): number {
  let lo = from
  let hi = to
  for (let i = 0; i < 60 && hi - lo > 1e-9 * Math.max(1, Math.abs(hi)); i++) {
    const mid = (lo + hi) / 2
    if (rising(mid) < 0) lo = mid
    else hi = mid
  }
  return (lo + hi) / 2
}
