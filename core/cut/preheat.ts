import { INCH_M } from '../quantity/units.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { productSpan, type Spanned } from '../span.ts'
import type { CutWork } from './types.ts'

/** Rise from 70 F to kindling, K. */
export const KINDLING_RISE_K = 900
const FREEZING_K = 273.15

/**
 * Seconds for an edge to kindle by hand under acetylene, by plate: least and most. Craft figures, typical of handbook
 * practice. An edge up to 1/8 in takes hardly any: less than a second stands for none.
 */
const EDGE_S: readonly (readonly [inch: number, low: number, high: number])[] = [
  [1 / 8, 0.7, 2],
  [3 / 16, 2, 4],
  [1 / 4, 4, 8],
  [3 / 8, 6, 12],
  [1 / 2, 8, 15],
  [3 / 4, 10, 20],
  [1, 12, 25],
  [2, 20, 45],
  [4, 40, 90],
  [6, 60, 120],
  [8, 90, 240],
]
/** A start on the flat, or to pierce, takes this many times as long. */
const FLAT_TIMES = [2, 3] as const
const SURFACE_TIMES: Readonly<Partial<Record<CutWork['surface'], number>>> = { scale: 1.3, rust: 1.3 }
/** A sharp or cold-rolled edge kindles sooner; a wet or frozen one later. */
const SHARP = 0.8
const WET = 1.2

/** What a start is judged by. */
export type StartAsked = Pick<CutWork, 'thicknessM' | 'temperatureK' | 'surface' | 'edge' | 'weather'> & {
  readonly fuel: FuelId
}

const between = (values: readonly [number, number]): Spanned => ({
  value: Math.sqrt(values[0] * values[1]),
  low: values[0],
  high: values[1],
})

/** An edge of this plate, linear in the logarithm of the thickness between the rows; never past them. */
function edgeSeconds(thicknessM: number): Spanned {
  const t = thicknessM / INCH_M
  const after = EDGE_S.findIndex(([inch]) => inch >= t)
  const [first, last] = [EDGE_S[0], EDGE_S.at(-1)] as [(typeof EDGE_S)[number], (typeof EDGE_S)[number]]
  const thick = after < 0 ? last : (EDGE_S[after] ?? last)
  const thin = after > 0 ? (EDGE_S[after - 1] ?? first) : thick
  const share = thick[0] > thin[0] ? Math.log(t / thin[0]) / Math.log(thick[0] / thin[0]) : 1
  const at = (i: 1 | 2) => thin[i] + (thick[i] - thin[i]) * share
  return between([at(1), at(2)])
}

/**
 * What is multiplied onto an edge's time, each with how far it may be out.
 * @example startFactors('edge', { thicknessM: 0.01, temperatureK: 294.26, surface: 'rust', edge: 'plain', weather: 'dry', fuel: 'acetylene' }).surface.value // 1.3
 */
export function startFactors(at: 'edge' | 'flat', asked: StartAsked) {
  const rise = KINDLING_RISE_K - (asked.temperatureK - STANDARD_TEMPERATURE_K)
  const sure = (value: number): Spanned => ({ value, low: value, high: value })
  const wet = asked.weather === 'wet' || asked.temperatureK < FREEZING_K
  return {
    flat: at === 'flat' ? between(FLAT_TIMES) : sure(1),
    fuel: between(FUELS[asked.fuel].preheatTimes),
    edge: sure(asked.edge === 'sharp' && at === 'edge' ? SHARP : 1),
    surface: sure(SURFACE_TIMES[asked.surface] ?? 1),
    wet: sure(wet ? WET : 1),
    // a plate that is warm already has less of the way to go
    warm: sure(Math.max(0, Math.min(1, rise / KINDLING_RISE_K))),
  }
}

/**
 * Seconds until the metal kindles, with the span that nineteen of twenty lie in: craft figures by plate, at an edge or on
 * the flat, times fuel, edge, surface, wet and warmth. An estimate, never a promise: the shop's own times replace it.
 * @param asked thickness above 0 in m
 * @example kindling('edge', { thicknessM: 0.0127, temperatureK: 294.26, surface: 'clean', edge: 'plain', weather: 'dry', fuel: 'acetylene' }).high // 15
 */
export function kindling(at: 'edge' | 'flat', asked: StartAsked): Spanned {
  const edge = edgeSeconds(asked.thicknessM)
  const factors = [edge, ...Object.values(startFactors(at, asked))]
  const value = factors.reduce((product, f) => product * f.value, 1)
  return { value, ...productSpan(value, factors) }
}

const HEAVY_FROM_M = INCH_M * (1 - 1e-9)
const WARM_PLATE_K = 323.15
/** From here on the flame is worked down the edge, not held on its corner. */
const WORKED_DOWN_FROM_M = 2 * INCH_M * (1 - 1e-9)

/**
 * Whether the flame is worked down the upper third of the edge before the lever: plate of 2 in or more.
 * @example workedDown(0.06) // true
 */
export const workedDown = (thicknessM: number): boolean => thicknessM >= WORKED_DOWN_FROM_M

/**
 * Whether the line is gone over once with the lever up before the cut: plate of 1 in or more that is not warm (50 °C).
 * @example needsWarmLine({ shape: 'straight', thicknessM: 0.0254, temperatureK: 293 }) // true
 */
export const needsWarmLine = (work: Pick<CutWork, 'shape' | 'thicknessM' | 'temperatureK'>): boolean =>
  work.shape !== 'pierce' &&
  work.shape !== 'fastener' &&
  work.thicknessM >= HEAVY_FROM_M &&
  work.temperatureK < WARM_PLATE_K
