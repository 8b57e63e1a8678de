import type { Gas } from './fuels.ts'
import { PSI_PA } from '../quantity/units.ts'
import { STANDARD_PRESSURE_PA, STANDARD_TEMPERATURE_K } from './standard.ts'

/** A hose: length and bore in m. */
export interface Hose {
  readonly lengthM: number
  readonly boreM: number
}

/** The hose that a chart's pressures at the regulator assume: 25 ft of 1/4 in. */
export const CHART_HOSE: Hose = { lengthM: 7.62, boreM: 0.00635 }

/** Bores that are made, in m: 3/16, 1/4, 5/16, 3/8 in. */
export const HOSE_BORES_M: readonly number[] = [3, 4, 5, 6].map((n) => (n / 16) * 0.0254)

const ROUGHNESS_M = 3e-6
/** Losses of fittings and arrestors, counted on the hose bore. */
const FITTINGS_K = 3

function frictionFactor(reynolds: number, boreM: number): number {
  if (reynolds <= 0) return 0
  if (reynolds < 2300) return 64 / reynolds
  const inverse = -1.8 * Math.log10((ROUGHNESS_M / boreM / 3.7) ** 1.11 + 6.9 / reynolds)
  return 1 / (inverse * inverse)
}

/**
 * Pressure lost in a hose, isothermal, from the pressure at its torch end. Friction by Haaland (Darcy).
 * @param flow m³/s at 70 F and 1 atm
 * @param torchGaugePa gauge pressure at the torch, Pa
 * @param ambientPa the barometer, Pa absolute
 * @returns the drop in Pa
 * @example hoseDrop(CHART_HOSE, OXYGEN, (65 * CUBIC_FOOT_M3) / 3600, 40 * PSI_PA, STANDARD_PRESSURE_PA) / PSI_PA // 0.3029
 */
export function hoseDrop(
  hose: Hose,
  gas: Gas,
  flow: number,
  torchGaugePa: number,
  ambientPa: number,
): number {
  const density = STANDARD_PRESSURE_PA / (gas.specificGasConstant * STANDARD_TEMPERATURE_K)
  const massFlow = Math.max(0, flow) * density
  const area = (Math.PI / 4) * hose.boreM * hose.boreM
  const reynolds = (4 * massFlow) / (Math.PI * hose.boreM * gas.viscosityPaS)
  const loss = (frictionFactor(reynolds, hose.boreM) * hose.lengthM) / hose.boreM + FITTINGS_K
  const p2 = torchGaugePa + ambientPa
  const p1 = Math.sqrt(
    p2 * p2 + loss * (massFlow / area) ** 2 * gas.specificGasConstant * STANDARD_TEMPERATURE_K,
  )
  return p1 - p2
}

/**
 * Volume inside a hose, m³.
 * @example hoseVolumeM3(CHART_HOSE) * 1e6 // 241.3
 */
export const hoseVolumeM3 = (hose: Hose): number => (Math.PI / 4) * hose.boreM ** 2 * hose.lengthM

/** Shortest purge that is ever asked for, in seconds for each metre of hose. The shop's choice replaces it. */
export const PURGE_FLOOR_S_PER_M = 0.7
/** Above this gauge pressure the gas packed into the hose counts too: 5 psig, in Pa. */
const PACKED_ABOVE_PA = 5 * PSI_PA

/**
 * How long to let a gas run through its hose before lighting: three hose volumes.
 * @param flow m³/s at 70 F and 1 atm, more than 0
 * @param gaugePa pressure in the hose while it runs, Pa gauge
 * @param floorSPerM the shop's least time per metre of hose
 * @returns whole seconds, rounded up, never under the floor
 * @example purgeTime({ lengthM: 7.62, boreM: (3 / 16) * INCH_M }, (10 * CUBIC_FOOT_M3) / 3600, 5 * PSI_PA, STANDARD_PRESSURE_PA, 0) // 6
 */
export function purgeTime(
  hose: Hose,
  flow: number,
  gaugePa: number,
  ambientPa: number,
  floorSPerM = PURGE_FLOOR_S_PER_M,
): number {
  return Math.ceil(
    Math.max(purgeTimeByFlow(hose, flow, gaugePa, ambientPa), floorSPerM * hose.lengthM) - 1e-9,
  )
}

/**
 * The flow part of `purgeTime`, in s, not rounded.
 * @example purgeTimeByFlow({ lengthM: 7.62, boreM: (3 / 16) * INCH_M }, (10 * CUBIC_FOOT_M3) / 3600, 5 * PSI_PA, STANDARD_PRESSURE_PA) // 5.177
 */
export function purgeTimeByFlow(hose: Hose, flow: number, gaugePa: number, ambientPa: number): number {
  const packed = gaugePa > PACKED_ABOVE_PA ? (gaugePa + ambientPa) / ambientPa : 1
  return ((3 * hoseVolumeM3(hose)) / flow) * packed
}
