/**
 * How an acetylene cylinder is drawn on; `older` is the faster rule that is still taught for short use; `short-burns`: past
 * the limit for a minute at most, with pauses that keep the average of any ten minutes inside it.
 */
export const DRAW_RULES = ['intermittent', 'continuous', 'older', 'short-burns'] as const
export type DrawRule = (typeof DRAW_RULES)[number]

/** The share of its rated contents that a cylinder may give in an hour, by how it is drawn on. Source: CGA G-1 guidance. */
export const SHARE_PER_HOUR: Readonly<Record<DrawRule, number>> = {
  intermittent: 1 / 10,
  continuous: 1 / 15,
  older: 1 / 7,
  'short-burns': 1 / 10,
}

/** Lit for longer than this at a stretch counts as continuous use, in s. */
export const CONTINUOUS_AFTER_S = 600

/**
 * Share of an acetylene cylinder's rated contents that may be drawn in an hour.
 * @param litS how long the flame burns at a stretch, s
 * @param airK air round the cylinder, K: below 10 °C at most 1/15, below 0 °C at most 1/20
 * @param shortUse the shop's choice for short use; 1/10 by default. Source: CGA G-1 guidance
 * @example acetyleneDrawShare(1200, 293) // 0.06667
 */
export function acetyleneDrawShare(litS: number, airK: number, shortUse: DrawRule = 'intermittent'): number {
  const byUse = SHARE_PER_HOUR[litS > CONTINUOUS_AFTER_S ? 'continuous' : shortUse]
  const byCold = airK < 273.15 ? 1 / 20 : airK < 283.15 ? 1 / 15 : 1
  return Math.min(byUse, byCold)
}

/**
 * How long a flame counts as burning at a stretch, s: a heating head is continuous use however short.
 * @example stretchS(60, true) // Infinity
 */
export const stretchS = (litS: number, heating: boolean): number => (heating ? Infinity : litS)

/**
 * Largest acetylene flow, m³/s, from a cylinder rated for `ratedM3` at a share per hour.
 * @example (acetyleneDrawLimit(145 * CUBIC_FOOT_M3, 1 / 10) * 3600) / CUBIC_FOOT_M3 // 14.5
 */
export const acetyleneDrawLimit = (ratedM3: number, sharePerHour: number): number =>
  (ratedM3 * sharePerHour) / 3600
