/**
 * Short burns: a small acetylene cylinder drawn on past its limit for a minute at most, with pauses that keep the average
 * of any ten minutes inside it. The average knows nothing of joints, breaks or hands: whatever was burned counts.
 */
import { acetyleneDrawLimit } from './cylinder.ts'

/** The longest stretch, s, and the most while it is lit, of the contents an hour. */
export const SHORT_BURN_S = 60
const SHORT_BURN_SHARE = 1 / 2
/** The average is kept over any so long, s. */
const WINDOW_S = 600

/** What short burns keep to. */
export interface ShortBurns {
  /** On average over any ten minutes, m³/s. */
  readonly limit: number
  /** While it is lit, m³/s. */
  readonly flow: number
  /** After each minute, where minute follows minute, s. */
  readonly pauseS: number
}

/** A stretch that the flame was lit for: moments in s, and what it drew, m³/s. */
export interface Burn {
  readonly fromS: number
  readonly toS: number
  readonly flow: number
}

/** What burns draw between two moments, m³. */
const drawn = (burns: readonly Burn[], fromS: number, toS: number): number =>
  burns.reduce((sum, b) => sum + b.flow * Math.max(0, Math.min(b.toS, toS) - Math.max(b.fromS, fromS)), 0)

/**
 * The most that any ten minutes draw, on average, m³/s.
 * @example mostDrawn([{ fromS: 0, toS: 60, flow: 2 }]) // 0.2
 */
export const mostDrawn = (burns: readonly Burn[]): number =>
  // what is drawn in a window that slides is greatest where one of its ends meets an end of a burn
  Math.max(
    0,
    ...burns.flatMap(({ fromS, toS }) => [
      drawn(burns, fromS, fromS + WINDOW_S) / WINDOW_S,
      drawn(burns, toS - WINDOW_S, toS) / WINDOW_S,
    ]),
  )

/**
 * How long the cylinder rests before the next burn, whole s from `nowS`, so that no ten minutes draw more than their limit;
 * at most ten minutes: what is older counts no more.
 * @param burns those before, in any order
 * @param next how long it is to burn, s, and what it draws, m³/s
 * @param limit what may be drawn on average, m³/s
 * @example restS([{ fromS: 0, toS: 60, flow: 2 }], 60, { seconds: 60, flow: 2 }, 0.3) // 510
 */
export function restS(
  burns: readonly Burn[],
  nowS: number,
  next: { readonly seconds: number; readonly flow: number },
  limit: number,
): number {
  const fits = (rest: number) => {
    const fromS = nowS + rest
    return mostDrawn([...burns, { fromS, toS: fromS + next.seconds, flow: next.flow }]) <= limit * (1 + 1e-9)
  }
  // the later it begins, the less of what was before it shares a window with it
  let [low, high] = [-1, WINDOW_S]
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (fits(middle)) high = middle
    else low = middle
  }
  return high
}

/**
 * How long to pause after each minute, whole s, where minute follows minute; undefined where it may not be burned so: past
 * half the contents an hour.
 * @param flow while it is lit, m³/s
 * @param limit what may be drawn on average, m³/s
 * @param ratedM3 contents of the cylinders together
 * @example shortBurnPauseS(2, 1, 36000) // 60
 */
export function shortBurnPauseS(flow: number, limit: number, ratedM3: number): number | undefined {
  if (flow > acetyleneDrawLimit(ratedM3, SHORT_BURN_SHARE)) return undefined
  const most = (WINDOW_S * limit) / flow
  const lit = (every: number) =>
    Math.floor(WINDOW_S / every) * SHORT_BURN_S + Math.min(SHORT_BURN_S, WINDOW_S % every)
  for (let pause = 0; pause < WINDOW_S; pause++) if (lit(SHORT_BURN_S + pause) <= most + 1e-9) return pause
  return WINDOW_S
}
