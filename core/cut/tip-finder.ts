import { CD, CHOKING_RATIO, orificeFlow } from '../gas/orifice.ts'
import { OXYGEN } from '../gas/fuels.ts'
import { hoseDrop, type Hose } from '../gas/hose.ts'
import { OXYGEN_MAX_GAUGE_PA } from '../gas/limits.ts'
import { NUMBER_DRILLS, PSI_PA, type NumberDrill } from '../quantity/index.ts'
import type { Range } from './steel-table.ts'
import { platesFor } from './tip-limits.ts'
import { GOOD_TIP_PRESSURE_PA, TIP_PRESSURE_SPAN_PA } from './tip.ts'

/** An orifice as it was found: by a measure, or between a drill that fits and one that does not. SI. */
export interface FoundOrifice {
  readonly valueM: number
  readonly lowM: number
  readonly highM: number
}

/** A measured bore: as fine as it was read, to half a hundredth of a millimetre. */
export const measuredOrifice = (diameterM: number): FoundOrifice => ({
  valueM: diameterM,
  lowM: diameterM - 5e-6,
  highM: diameterM + 5e-6,
})

/**
 * The bore between the largest drill that goes in and the smallest that does not.
 * @returns undefined when the one that fits is not the smaller of the two
 */
export function orificeBetween(fitsM: number, refusesM: number): FoundOrifice | undefined {
  return fitsM < refusesM ? { valueM: (fitsM + refusesM) / 2, lowM: fitsM, highM: refusesM } : undefined
}

/** A point of a tip's flow curve: gauge pressure at the regulator and at the tip, Pa, and flow, m³/s. */
export interface CurvePoint {
  readonly regulatorPa: number
  readonly tipPa: number
  readonly flow: number
}

/** What a tip is, and what it is good for. SI, pressures gauge. */
export interface TipFacts {
  readonly orifice: FoundOrifice
  /** The drill of that very size, or the two it lies between. */
  readonly drill: NumberDrill | undefined
  readonly smallerDrill: NumberDrill | undefined
  readonly largerDrill: NumberDrill | undefined
  /** Low-carbon steel that it does, and that it cuts slowly, m; by the judgement of every plan. */
  readonly does: Range | undefined
  readonly slow: Range | undefined
  /** Flow at 25, 40 and 55 psig at the tip, m³/s. */
  readonly flow: { readonly low: number; readonly value: number; readonly high: number }
  /** Gauge pressure at the tip from which the jet is choked, Pa. */
  readonly chokesAtPa: number
  /** The wire or file that cleans it: the largest drill that slides in freely. */
  readonly cleaner: NumberDrill | undefined
  /** A bore into which this one goes is worn out. */
  readonly noGo: NumberDrill | undefined
}

const SAME_M = 1.3e-6
/** A cleaner is thinner than its hole by at least this, m (0.001 in). */
const CLEANER_PLAY_M = 25.4e-6
/** A bore wider than its nominal by this share passes a tenth more oxygen, and its jet spreads. */
const WORN_SHARE = 0.05

/** The wire or file that cleans a bore: the largest drill that slides in freely. @param boreM m */
export const cleanerOf = (boreM: number): NumberDrill | undefined =>
  NUMBER_DRILLS.filter((d) => d.diameterM <= boreM - CLEANER_PLAY_M).at(-1)

/** All that can be said of an oxygen bore of this size. @param ambientPa the barometer, Pa absolute */
export function tipFacts(orifice: FoundOrifice, ambientPa: number): TipFacts {
  const { valueM } = orifice
  const flow = (pa: number, d = valueM) => orificeFlow({ diameterM: d, ambientPa }, pa)
  const below = NUMBER_DRILLS.filter((d) => d.diameterM < valueM - SAME_M)
  const above = NUMBER_DRILLS.filter((d) => d.diameterM > valueM + SAME_M)
  return {
    orifice,
    drill: NUMBER_DRILLS.find((d) => Math.abs(d.diameterM - valueM) <= SAME_M),
    smallerDrill: below.at(-1),
    largerDrill: above[0],
    ...platesFor(valueM, ambientPa),
    flow: {
      low: flow(TIP_PRESSURE_SPAN_PA[0], orifice.lowM),
      value: flow(GOOD_TIP_PRESSURE_PA),
      high: flow(TIP_PRESSURE_SPAN_PA[1], orifice.highM),
    },
    chokesAtPa: ambientPa * (CHOKING_RATIO - 1),
    cleaner: cleanerOf(valueM),
    noGo: NUMBER_DRILLS.find((d) => d.diameterM >= valueM * (1 + WORN_SHARE)),
  }
}

/** How a bore stands against its nominal. */
export type Wear = 'blocked' | 'good' | 'worn'

/**
 * A bore against its nominal, by what goes in.
 * @param goes whether the drill of the nominal size goes in
 * @param noGoGoes whether the no-go drill goes in too
 */
export const judgeWear = (goes: boolean, noGoGoes: boolean): Wear =>
  noGoGoes ? 'worn' : goes ? 'good' : 'blocked'

/** A bore against its nominal, known only to lie between a drill that goes in and one that does not. */
export const judgeWearBetween = (nominalM: number, { lowM }: FoundOrifice): Wear =>
  judgeWear(lowM >= nominalM * 0.999, lowM >= nominalM * (1 + WORN_SHARE))

/** A bore against its nominal, measured. */
export const judgeMeasuredWear = (nominalM: number, measuredM: number): Wear =>
  judgeWear(measuredM >= nominalM - CLEANER_PLAY_M, measuredM >= nominalM * (1 + WORN_SHARE))

/**
 * Oxygen flow of a tip against the pressure, up to `toPa` at the tip, with what the hose takes on the way.
 * @param preheatOxygen flow in the same hose beside the jet, m³/s
 */
export function flowCurve(
  diameterM: number,
  hose: Hose,
  ambientPa: number,
  preheatOxygen = 0,
  toPa = Math.min(OXYGEN_MAX_GAUGE_PA, 90 * PSI_PA),
): readonly CurvePoint[] {
  const steps = 45
  return Array.from({ length: steps }, (_, i) => {
    const tipPa = (toPa * (i + 1)) / steps
    const flow = orificeFlow({ diameterM, ambientPa, cd: CD }, tipPa)
    return {
      tipPa,
      flow,
      regulatorPa: tipPa + hoseDrop(hose, OXYGEN, flow + preheatOxygen, tipPa, ambientPa),
    }
  })
}
