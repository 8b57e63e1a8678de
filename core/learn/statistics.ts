/** Small statistics that the tests of a joint and the learning from the log rest on. */

const Z = 1.959964

/**
 * Student's t that leaves 2.5 % above it.
 * @param df degrees of freedom, at least 1
 * @returns 12.706 for 1, 4.303 for 2, then to within 0.2 % (Abramowitz and Stegun 26.7.5)
 * @example tQuantile(10) // 2.228
 */
export function tQuantile(df: number): number {
  if (df < 1.5) return 12.706
  if (df < 2.5) return 4.303
  const z = Z
  const [z3, z5, z7] = [z ** 3, z ** 5, z ** 7]
  return (
    z +
    (z3 + z) / (4 * df) +
    (5 * z5 + 16 * z3 + 3 * z) / (96 * df ** 2) +
    (3 * z7 + 19 * z5 + 17 * z3 - 15 * z) / (384 * df ** 3) +
    (79 * z ** 9 + 776 * z7 + 1482 * z5 - 1920 * z3 - 945 * z) / (92160 * df ** 4)
  )
}

/**
 * The middle value; of an even number, the mean of the two in the middle. NaN for none.
 * @example median([3, 1, 2, 10]) // 2.5
 */
export function median(values: readonly number[]): number {
  const s = [...values].sort((a, b) => a - b)
  const half = s.length >> 1
  return s.length % 2 === 1
    ? (s[half] ?? Number.NaN)
    : ((s[half - 1] ?? Number.NaN) + (s[half] ?? Number.NaN)) / 2
}

/**
 * Standard deviation that a few wild values do not move: 1.4826 × the median distance from the median.
 * @example robustSpread([1, 2, 3, 4, 100]) // 1.4826
 */
export function robustSpread(values: readonly number[]): number {
  const middle = median(values)
  return 1.4826 * median(values.map((v) => Math.abs(v - middle)))
}

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
