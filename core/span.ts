/**
 * Spans of estimates. Each is worked out wide (nineteen of twenty lie in it) and shown likely (about two of three):
 * with errors that scatter normally in logarithms the likely span is half as far to either side.
 */

/** The ends of a span, SI. */
export interface Span {
  readonly low: number
  readonly high: number
}
/** A value with its span. */
export interface Spanned extends Span {
  readonly value: number
}

/** 0.967 standard deviations hold two thirds of cases, 1.960 hold nineteen of twenty. */
export const LIKELY_SHARE = 0.967 / 1.96

/**
 * The span that about two of three lie in, of one that holds nineteen of twenty. In logarithms; where an end is not
 * above 0, in the value itself.
 * @example likelySpan({ value: 10, low: 2.5, high: 40 }).high // 19.82
 */
export function likelySpan({ value, low, high }: Spanned): Span {
  return value > 0 && low > 0
    ? { low: value * (low / value) ** LIKELY_SHARE, high: value * (high / value) ** LIKELY_SHARE }
    : { low: value - (value - low) * LIKELY_SHARE, high: value + (high - value) * LIKELY_SHARE }
}

const logOf = (a: number, b: number): number => (a > 0 && b > 0 ? Math.log(a / b) : 0)

/**
 * The span of a product of factors whose errors do not depend on each other: in quadrature of their logarithms, never
 * worst case upon worst case. A factor that divides is given upside down. Every value above 0; one that is not counts as
 * sure.
 * @param value the product
 * @example productSpan(6, [{ value: 2, low: 1, high: 4 }, { value: 3, low: 1.5, high: 6 }]).high // 15.99
 */
export function productSpan(value: number, factors: readonly Spanned[]): Span {
  const up = Math.hypot(...factors.map((f) => logOf(f.high, f.value)))
  const down = Math.hypot(...factors.map((f) => logOf(f.value, f.low)))
  return { low: value * Math.exp(-down), high: value * Math.exp(up) }
}

/**
 * The span of a sum of terms whose errors do not depend on each other, in quadrature.
 * @example sumSpan([{ value: 10, low: 7, high: 13 }, { value: 20, low: 16, high: 24 }]).high // 35
 */
export function sumSpan(terms: readonly Spanned[]): Span {
  const value = terms.reduce((s, t) => s + t.value, 0)
  return {
    low: value - Math.hypot(...terms.map((t) => t.value - t.low)),
    high: value + Math.hypot(...terms.map((t) => t.high - t.value)),
  }
}

/**
 * A factor turned upside down, as of a time that is a length over a speed.
 * @example inverse({ value: 4, low: 2, high: 5 }).high // 0.5
 */
export const inverse = ({ value, low, high }: Spanned): Spanned => ({
  value: 1 / value,
  low: 1 / high,
  high: 1 / low,
})

/** How the log moves an estimate of one kind, and how much wider its span has to be. */
export interface Held {
  /** Logged over estimated, the middle of them; 1 where the estimate is as good as the log can tell. */
  readonly moved: number
  /** By how much the span is widened, or narrowed, in logarithms. */
  readonly widened: number
  /** Good runs that say so. */
  readonly runs: number
}

/** How the log holds the estimates of plans, by the names of their figures. */
export type HeldFigures = Readonly<Partial<Record<string, Held>>>

/**
 * An estimate as the log holds it.
 * @example heldTo({ value: 10, low: 5, high: 20 }, { moved: 1.2, widened: 2, runs: 20 }).low // 3
 */
export function heldTo({ value, low, high }: Spanned, { moved, widened }: Held): Spanned {
  const at = value * moved
  return value > 0 && low > 0
    ? { value: at, low: at * (low / value) ** widened, high: at * (high / value) ** widened }
    : { value: at, low: at - (value - low) * widened, high: at + (high - value) * widened }
}
