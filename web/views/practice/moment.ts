import { MOST_ORDER_MOMENTS } from '#core/teach/order-play.ts'

/**
 * Tenths of a second since something began, as a recording has them: one that lay open over night says no more than a
 * recording holds.
 * @param begun in ms, as of `Date.now`
 */
export const momentSince = (begun: number): number =>
  Math.min(MOST_ORDER_MOMENTS, Math.max(0, Math.round((Date.now() - begun) / 100)))
