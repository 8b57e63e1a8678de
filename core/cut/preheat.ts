import { INCH_M } from '../quantity/units.ts'
import type { CutWork } from './types.ts'

/** Conductivity of steel on the way to kindling, W/(m K). */
export const CONDUCTIVITY = 40
/** Volumetric heat capacity of steel, J/(m³ K). */
export const HEAT_CAPACITY = 4.7e6
/** Rise from 70 F to kindling, K. */
export const KINDLING_RISE_K = 900
/** Heat flux of a preheat flame at the spot, W/m²: low, middle, high. */
export const PREHEAT_FLUX: readonly [number, number, number] = [2e6, 3e6, 4e6]
/** An edge start takes about half as long as one on the flat. */
export const EDGE_SHARE = 0.5

/**
 * Seconds until the metal kindles: the shorter of a thick plate's surface and a thin plate heated through, halved at
 * an edge. An estimate to show with its span, never a promise.
 * @param flux W/m²
 * @param riseK K still to go to kindling
 * @example preheatTime('flat', 0.0127, 3e6, 900) // 13.29
 */
export function preheatTime(at: 'edge' | 'flat', thicknessM: number, flux: number, riseK: number): number {
  const surface = ((Math.PI * CONDUCTIVITY * HEAT_CAPACITY) / 4) * (riseK / flux) ** 2
  const through = (HEAT_CAPACITY * thicknessM * riseK) / flux
  return (at === 'edge' ? EDGE_SHARE : 1) * Math.min(surface, through)
}

const HEAVY_FROM_M = INCH_M * (1 - 1e-9)
const WARM_PLATE_K = 323.15

/**
 * Whether the line is gone over once with the lever up before the cut: plate of 1 in or more that is not warm (50 °C).
 * @example needsWarmLine({ shape: 'straight', thicknessM: 0.0254, temperatureK: 293 }) // true
 */
export const needsWarmLine = (work: Pick<CutWork, 'shape' | 'thicknessM' | 'temperatureK'>): boolean =>
  work.shape !== 'pierce' &&
  work.shape !== 'fastener' &&
  work.thicknessM >= HEAVY_FROM_M &&
  work.temperatureK < WARM_PLATE_K
