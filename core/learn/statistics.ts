import jstat from 'jstat'
import { median as middleOf, medianAbsoluteDeviation } from 'simple-statistics'

/* Small statistics that the tests of a joint and the learning from the log rest on. */

/**
 * Student's t that leaves 2.5 % above it.
 * @param df degrees of freedom; fewer than 1 count as 1
 * @example tQuantile(10) // 2.2281
 */
export const tQuantile = (df: number): number => jstat.studentt.inv(0.975, Math.max(1, df))

/**
 * The middle value; of an even number, the mean of the two in the middle. NaN for none.
 * @example median([3, 1, 2, 10]) // 2.5
 */
export const median = (values: readonly number[]): number =>
  values.length === 0 ? Number.NaN : middleOf([...values])

/** A share of the median distance from the median that is a standard deviation, were the values normal. */
const OF_NORMAL = 1.4826
/**
 * Standard deviation that a few wild values do not move: 1.4826 × the median distance from the median. NaN for none.
 * @example robustSpread([1, 2, 3, 4, 100]) // 1.4826
 */
export const robustSpread = (values: readonly number[]): number =>
  values.length === 0 ? Number.NaN : OF_NORMAL * medianAbsoluteDeviation([...values])

/** A straight line through points: y = at + slope × (x − middle). */
export interface Line {
  readonly slope: number
  readonly at: number
  readonly middle: number
  /** Sum of (x − middle)², of which the slope's error goes as the root of the inverse. */
  readonly sxx: number
  readonly residuals: readonly number[]
}

/**
 * Least squares. At least two points with different x.
 * @example fitLine([0, 1, 2], [1, 3, 5]).slope // 2
 */
export function fitLine(x: readonly number[], y: readonly number[]): Line {
  const n = x.length
  const middle = x.reduce((a, b) => a + b, 0) / n
  const at = y.reduce((a, b) => a + b, 0) / n
  let sxx = 0
  let sxy = 0
  for (let i = 0; i < n; i++) {
    const dx = (x[i] ?? 0) - middle
    sxx += dx * dx
    sxy += dx * ((y[i] ?? 0) - at)
  }
  const slope = sxx > 0 ? sxy / sxx : 0
  return { slope, at, middle, sxx, residuals: y.map((v, i) => v - at - slope * ((x[i] ?? 0) - middle)) }
}

/**
 * How much each residual follows from the one before it, −1 to 1: readings that lag tell less than their number.
 * @example lagOne([1, 1, -1, -1]) // 0.25
 */
export function lagOne(residuals: readonly number[]): number {
  let above = 0
  let below = 0
  residuals.forEach((r, i) => {
    below += r * r
    if (i > 0) above += r * (residuals[i - 1] ?? 0)
  })
  return below > 0 ? above / below : 0
}

/**
 * Scatter of readings that follow one another, as of so many that do not: each tells less than one of its own.
 * @example widenedByLag(1, [1, -1, 1, -1]) // 1
 */
export function widenedByLag(scatter: number, residuals: readonly number[]): number {
  const lag = Math.min(0.95, Math.max(0, lagOne(residuals)))
  return scatter * Math.sqrt((1 + lag) / (1 - lag))
}

/**
 * The step to which readings are rounded, where it shows: each value comes twice or more; 0 where it does not.
 * @example stepShown([1, 1, 1.5, 1.5, 2, 2]) // 0.5
 */
export function stepShown(values: readonly number[]): number {
  const distinct = [...new Set(values)].sort((a, b) => a - b)
  if (distinct.length > values.length / 2 || distinct.length < 2) return 0
  return Math.min(...distinct.slice(1).map((v, i) => v - (distinct[i] ?? v)))
}

/**
 * Sum of squares.
 * @example sumOfSquares([3, 4]) // 25
 */
export const sumOfSquares = (values: readonly number[]): number => values.reduce((s, v) => s + v * v, 0)

/**
 * Akaike's criterion, corrected for few readings: less is better, and 2 less is worth a word.
 * @param parameters of the curve, with the scatter counted as one
 * @example aicc(2, 10, 2) // -10.38
 */
export function aicc(residualSquares: number, count: number, parameters: number): number {
  if (count <= parameters + 1) return Infinity
  return (
    count * Math.log(Math.max(residualSquares, 1e-300) / count) +
    2 * parameters +
    (2 * parameters * (parameters + 1)) / (count - parameters - 1)
  )
}
