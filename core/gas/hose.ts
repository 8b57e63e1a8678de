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

/** How long a hose is purged, whole seconds. */
export interface PurgeClock {
  /** Three volumes with lever or valve wide open: what the clock shows. */
  readonly fullS: number
  /** With lever or valve wide open and the regulator set the hose counts as pure: the shop's floor, and one and a half volumes. */
  readonly freeS: number
  /** Three volumes with its valve only part open. */
  readonly partS: number
}
/** Share of the full flow that a torch valve passes part open, where nothing better is known. */
const PART_OPEN_SHARE = 0.5
/**
 * The clock of a purge.
 * @param flow wide open, m³/s at 70 F and 1 atm
 * @param partFlow with its valve part open; half the flow where it is not known
 * @example purgeClock(CHART_HOSE, { flow: (9 * CUBIC_FOOT_M3) / 3600, gaugePa: 6 * PSI_PA, ambientPa: STANDARD_PRESSURE_PA }).freeS // 8
 */
export function purgeClock(
  hose: Hose,
  {
    flow,
    partFlow = flow * PART_OPEN_SHARE,
    gaugePa,
    ambientPa,
  }: {
    readonly flow: number
    readonly partFlow?: number
    readonly gaugePa: number
    readonly ambientPa: number
  },
  floorSPerM = PURGE_FLOOR_S_PER_M,
): PurgeClock {
  const floorS = floorSPerM * hose.lengthM
  const up = (s: number) => Math.ceil(Math.max(s, floorS) - 1e-9)
  const three = purgeTimeByFlow(hose, flow, gaugePa, ambientPa)
  return {
    fullS: up(three),
    freeS: up(three / 2),
    partS: up(purgeTimeByFlow(hose, Math.min(partFlow, flow), gaugePa, ambientPa)),
  }
}

/**
 * The flow part of `purgeTime`, in s, not rounded.
 * @example purgeTimeByFlow({ lengthM: 7.62, boreM: (3 / 16) * INCH_M }, (10 * CUBIC_FOOT_M3) / 3600, 5 * PSI_PA, STANDARD_PRESSURE_PA) // 5.177
 */
export function purgeTimeByFlow(hose: Hose, flow: number, gaugePa: number, ambientPa: number): number {
  const packed = gaugePa > PACKED_ABOVE_PA ? (gaugePa + ambientPa) / ambientPa : 1
  return ((3 * hoseVolumeM3(hose)) / flow) * packed
}
