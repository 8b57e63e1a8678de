/**
 * The hold of a pressure test: absolute pressure brought to the temperature at which it began, p′ = p·T₁/T, and a
 * straight line through all readings. The verdict is a test of a hypothesis on the line's slope.
 */
import { printEstimate, printAs, printRise, printShort } from '../quantity/index.ts'
import { PSI_PA } from '../quantity/units.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import type { HoldReading } from './readings.ts'
import type { FinerVerdict } from './verdicts.ts'
import { fitLine, stepShown, sumOfSquares, tQuantile, widenedByLag } from '../learn/statistics.ts'

/** Molar mass of nitrogen, kg/mol. */
const NITROGEN_KG_MOL = 0.0280134
const GAS_CONSTANT = 8.314462618
const YEAR_S = 3.156e7
/** How well the pipe's temperature is known at each reading when nobody says, K. */
export const TEMPERATURE_ERROR_K = 0.5
/** The least drop that counts when the gauge's division is not known, Pa. */
export const USUAL_DIVISION_PA = PSI_PA
const MINUTE_S = 60
/** No longer wait is foretold. */
const LONGEST_WAIT_S = 24 * 3600

export interface PressureAsked {
  readonly readings: readonly HoldReading[]
  readonly volumeM3: number
  /** Smallest division of the gauge, Pa; absent: what step the readings themselves show. */
  readonly divisionPa?: number | undefined
  /** The leak that may not be exceeded, Pa·m³/s; absent: the drop that the gauge could just show over the hold, one division. */
  readonly limit?: number | undefined
  readonly temperatureErrorK?: number | undefined
  /** Units of the sentence; kPa and K when nobody says. */
  readonly units?: UnitChoices | undefined
}

export interface PressureResult {
  readonly verdict: FinerVerdict
  /** Pa·m³/s at the temperature of the first reading; a loss is positive. */
  readonly rate: number
  /** Half of the 95 % interval of `rate`. */
  readonly uncertainty: number
  readonly limit: number
  /** Corrected drop over the hold and its half interval, Pa. */
  readonly dropPa: number
  readonly dropUncertaintyPa: number
  /** What the gauge showed without the correction, Pa; a rise is negative. */
  readonly rawDropPa: number
  readonly holdS: number
  readonly count: number
  /** Nitrogen lost in a year at this rate, g. */
  readonly gramsPerYear: number
  /** Seconds more after which the same rate would be decided; absent when it is, or would not be within a day. */
  readonly waitS?: number | undefined
  readonly because: string
}

/** Absolute pressures brought to the first reading's temperature, Pa. */
export function corrected(readings: readonly HoldReading[]): number[] {
  const first = readings[0]?.temperatureK ?? 0
  return readings.map((r) => (r.pressurePaAbs * first) / r.temperatureK)
}

/** Standard error of the slope, Pa/s: each reading's own error, or its scatter where that is larger; and rounding, which does not average out. */
function slopeError(asked: PressureAsked, times: readonly number[], values: readonly number[]) {
  const line = fitLine(times, values)
  const raw = asked.readings.map((r) => r.pressurePaAbs)
  const last = asked.readings.at(-1)
  const middleK = asked.readings.reduce((s, r) => s + r.temperatureK, 0) / values.length
  const byTemperature = (line.at * (asked.temperatureErrorK ?? TEMPERATURE_ERROR_K)) / middleK
  const step = stepShown(raw)
  const byGauge = (asked.divisionPa ?? step) / 2
  const own = Math.hypot(byGauge, byTemperature)
  const df = values.length - 2
  const scatter = df > 0 ? Math.sqrt(sumOfSquares(line.residuals) / df) : 0
  const fromScatter = df > 2 ? widenedByLag(scatter, line.residuals) : scatter
  const each = Math.max(own, fromScatter)
  const holdS = (last?.timeS ?? 0) - (times[0] ?? 0)
  const rounded = scatter < step / 2 && values.length > 2 ? step / Math.sqrt(6) / holdS : 0
  const t = each > own ? tQuantile(Math.max(1, df)) : 2
  return {
    line,
    half: t * Math.hypot(each / Math.sqrt(line.sxx), rounded),
    each,
    t,
    rounded: rounded * holdS,
  }
}

function decide(rate: number, half: number, limit: number): FinerVerdict {
  if (rate + half < limit) return 'holds'
  return rate - half > 0 && rate > limit ? 'leaks' : 'cannot-tell'
}

/**
 * Judges a hold.
 * @param asked at least two readings in the order of time; volume of the pressurised line, m³, above 0
 * @returns `holds` only when the upper end of the 95 % interval of the leak is under the limit; `leaks` when its lower
 *   end is above nothing and the estimate above the limit; else `cannot-tell`, with how much longer to wait
 */
export function judgeHold(asked: PressureAsked): PressureResult {
  const { readings, volumeM3 } = asked
  const [first, last] = [readings[0], readings.at(-1)]
  const holdS = first && last ? last.timeS - first.timeS : 0
  if (!first || !last || !(holdS > 0))
    return {
      verdict: 'cannot-tell',
      rate: 0,
      uncertainty: 0,
      limit: asked.limit ?? 0,
      dropPa: 0,
      dropUncertaintyPa: 0,
      rawDropPa: 0,
      holdS: 0,
      count: readings.length,
      gramsPerYear: 0,
      because: 'Two readings at different times are the least that can be compared.',
    }
  const times = readings.map((r) => r.timeS)
  const { line, half, each, t, rounded } = slopeError(asked, times, corrected(readings))
  const division = asked.divisionPa ?? USUAL_DIVISION_PA
  const limit = asked.limit ?? (volumeM3 * division) / holdS
  const rate = -volumeM3 * line.slope
  const uncertainty = volumeM3 * half
  const verdict = decide(rate, uncertainty, limit)
  const rawDropPa = first.pressurePaAbs - last.pressurePaAbs
  const wait =
    verdict === 'cannot-tell'
      ? waitFor({
          rate,
          holdS,
          count: readings.length,
          each: t * each * volumeM3,
          rounded: t * rounded * volumeM3,
          limitAt: (s) => asked.limit ?? (volumeM3 * division) / s,
        })
      : undefined
  return {
    verdict,
    rate,
    uncertainty,
    limit,
    dropPa: -line.slope * holdS,
    dropUncertaintyPa: half * holdS,
    rawDropPa,
    holdS,
    count: readings.length,
    gramsPerYear: (rate * NITROGEN_KG_MOL * 1000 * YEAR_S) / (GAS_CONSTANT * first.temperatureK),
    ...(wait === undefined ? {} : { waitS: wait }),
    because: because(verdict, {
      rate,
      uncertainty,
      limit,
      rawDropPa,
      rise: last.temperatureK - first.temperatureK,
      units: asked.units,
    }),
  }
}

/** When the same rate would be decided, if reading goes on as often as before; s, or undefined. */
function waitFor(now: {
  rate: number
  holdS: number
  count: number
  each: number
  rounded: number
  limitAt: (holdS: number) => number
}): number | undefined {
  for (let more = MINUTE_S; more <= LONGEST_WAIT_S; more += MINUTE_S) {
    const holdS = now.holdS + more
    const n = 1 + ((now.count - 1) * holdS) / now.holdS
    const half = Math.hypot(
      (now.each * Math.sqrt((12 * (n - 1)) / (n * (n + 1)))) / holdS,
      now.rounded / holdS,
    )
    if (decide(now.rate, half, now.limitAt(holdS)) !== 'cannot-tell') return more
  }
  return undefined
}

function because(
  verdict: FinerVerdict,
  found: {
    readonly rate: number
    readonly uncertainty: number
    readonly limit: number
    readonly rawDropPa: number
    readonly rise: number
    readonly units: UnitChoices | undefined
  },
): string {
  const { rate, uncertainty, limit, rawDropPa, rise, units } = found
  const say = (v: number) => `${printShort(v)} Pa·m³/s`
  const pressure = (pa: number) =>
    units ? printAs(pa, 'pressure', units) : `${(pa / 1000).toPrecision(3)} kPa`
  const kelvin = (k: number) => (units ? printRise(k, units) : `${k.toFixed(1)} K`)
  const moved = rawDropPa > 0 ? 'fell' : 'rose'
  const needle = `The gauge ${rawDropPa === 0 ? 'stood' : `${moved} ${pressure(Math.abs(rawDropPa))}`} while the pipe ${Math.abs(rise) < 0.05 ? 'kept its temperature' : `became ${kelvin(Math.abs(rise))} ${rise > 0 ? 'warmer' : 'colder'}`}.`
  const leak = `At one temperature that is a leak of ${printEstimate(rate, uncertainty)} Pa·m³/s (95 %)`
  if (verdict === 'holds') return `${needle} ${leak}: even the upper end is under the limit of ${say(limit)}.`
  if (verdict === 'leaks')
    return `${needle} ${leak}: surely above nothing, and over the limit of ${say(limit)}.`
  return `${needle} ${leak}: the limit of ${say(limit)} lies inside what cannot be told apart yet.`
}
