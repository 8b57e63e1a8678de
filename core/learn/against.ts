/** A setting held against what came out: where the good runs lie, and where the others. */
import { median } from './statistics.ts'

/** One run: what was set, and whether it was one to learn from. */
export interface RunOf {
  readonly value: number
  readonly good: boolean
}

/** Where good runs lie, and of the others how many lie under, among and over them; in the values' own unit. */
export interface Against {
  readonly good: number
  readonly others: number
  readonly low: number
  readonly middle: number
  readonly high: number
  readonly under: number
  readonly among: number
  readonly over: number
}

/** Of so many good runs one in ten is left out at each end: a slip of the pen is no setting. */
const TRIMMED_FROM = 10

/**
 * What came out against what was set.
 * @returns undefined while no run was good
 */
export function againstOutcome(runs: readonly RunOf[]): Against | undefined {
  const good = runs
    .filter((r) => r.good)
    .map((r) => r.value)
    .sort((a, b) => a - b)
  const trim = good.length >= TRIMMED_FROM ? Math.floor(good.length / 10) : 0
  const [low, high] = [good[trim], good.at(-1 - trim)]
  if (low === undefined || high === undefined) return undefined
  const others = runs.filter((r) => !r.good).map((r) => r.value)
  const under = others.filter((v) => v < low).length
  const over = others.filter((v) => v > high).length
  return {
    good: good.length,
    others: others.length,
    low,
    middle: median(good),
    high,
    under,
    among: others.length - under - over,
    over,
  }
}
