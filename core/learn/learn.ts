/**
 * What the shop's own good runs say about a figure: the median of them, drawn toward the chart or the estimate while
 * they are few, with a span that has the truth in it nineteen times of twenty. All in logarithms, so that half and
 * double weigh alike.
 */
import { median, robustSpread, tQuantile } from './statistics.ts'

/** A chart is good to about this, one standard deviation, a share: what shops find that check theirs. */
export const CHART_SPREAD = 0.1
/** How alike the same person does the same thing again, one standard deviation, a share; counts as so many runs. */
const REPEATS = 0.05
const REPEATS_RUNS = 3
/** A run this many spreads from the middle is set aside: a slip of the pen, another tip, a wrong unit. */
const SET_ASIDE = 3.5
/** With so few runs one of them that is off by more than this factor from what was expected is set aside, too. */
const FEW = 4
const FAR_FACTOR = 2
/** Nothing that is a slip of the unit alone lies further off than this factor; what does is no figure at all. */
const NO_FIGURE = 1e6
/** The median needs more runs than the mean for the same certainty: the root of half of pi. */
const MEDIAN_COSTS = 1.2533
/** From this many good runs on the plan goes by them. */
export const ENOUGH_RUNS = 3

/** What was expected before any run: from the chart, or worked out. `spread` is one standard deviation, a share. */
export interface Expected {
  readonly value: number
  readonly spread: number
}

/** A figure as the shop's own runs have it. */
export interface Learned {
  readonly value: number
  /** The span that holds the truth, which is what many more runs would come to, nineteen times of twenty. */
  readonly low: number
  readonly high: number
  /** The span that holds the next run, nineteen times of twenty. */
  readonly nextLow: number
  readonly nextHigh: number
  /** Median of the runs alone. */
  readonly median: number
  /** Standard deviation from run to run, a share. */
  readonly spread: number
  /** Runs that count, and those that were set aside as wild. */
  readonly count: number
  readonly setAside: number
  /** How much of the value comes from the runs, 0 to 1. */
  readonly weight: number
}

/**
 * The spread that a wide span stands for: one case of twenty lies outside it. At least 5 %.
 * @example spreadOfSpan(1, 2) // 0.1768
 */
export const spreadOfSpan = (low: number, high: number): number =>
  low > 0 && high > low ? Math.max(0.05, Math.log(high / low) / (2 * 1.96)) : CHART_SPREAD

/** Which runs count: none that lies wildly off the others, or, while they are few, off what was expected. */
function kept(logs: readonly number[], expected: number): readonly number[] {
  if (logs.length === 0) return logs
  const pool = logs.length < FEW ? [...logs, expected] : logs
  const middle = median(pool)
  const few = logs.length < FEW
  const spread = Math.max(REPEATS, few ? 0 : robustSpread(logs))
  return logs.filter(
    (v) =>
      Math.abs(v - middle) <= SET_ASIDE * spread || (few && Math.abs(v - expected) <= Math.log(FAR_FACTOR)),
  )
}

/**
 * Learns a figure from good runs.
 * @param values as logged, in SI, above 0; anything else is left out
 * @param expected from the chart or worked out, above 0
 * @returns undefined when no run counts
 * @example learn([42, 43, 44], { value: 50, spread: 0.1 }).value // 43.29
 */
export function learn(values: readonly number[], expected: Expected): Learned | undefined {
  const logs = values.filter((v) => v > 0 && Number.isFinite(v)).map(Math.log)
  const prior = Math.log(expected.value)
  const good = kept(
    logs.filter((v) => Math.abs(v - prior) <= Math.log(NO_FIGURE)),
    prior,
  )
  const n = good.length
  if (n === 0 || !Number.isFinite(prior)) return undefined
  const middle = median(good)
  const scatter = n > 2 ? robustSpread(good) : 0
  const sd = n > 2 ? Math.max(scatter, rms(good, middle)) : 0
  const variance =
    (REPEATS_RUNS * REPEATS ** 2 + (n - 1) * (n > 2 ? sd ** 2 : REPEATS ** 2)) / (REPEATS_RUNS + n - 1)
  const ofRuns = (variance * (n > 2 ? MEDIAN_COSTS ** 2 : 1)) / n
  // runs that all lie far from what was expected say that the expectation was worth little
  const ofPrior = Math.max(expected.spread ** 2, (middle - prior) ** 2 - ofRuns)
  const weight = ofPrior / (ofPrior + ofRuns)
  const at = prior + weight * (middle - prior)
  const ofTruth = (ofPrior * ofRuns) / (ofPrior + ofRuns)
  const t = tQuantile(REPEATS_RUNS + n - 1)
  const half = t * Math.sqrt(ofTruth)
  const next = t * Math.sqrt(ofTruth + variance)
  return {
    value: Math.exp(at),
    low: Math.exp(at - half),
    high: Math.exp(at + half),
    nextLow: Math.exp(at - next),
    nextHigh: Math.exp(at + next),
    median: Math.exp(middle),
    spread: Math.sqrt(variance),
    count: n,
    setAside: logs.length - n,
    weight,
  }
}

function rms(values: readonly number[], middle: number): number {
  return Math.sqrt(values.reduce((s, v) => s + (v - middle) ** 2, 0) / Math.max(1, values.length - 1))
}
