/** What a cut is slower by, beside its thickness. */

/** Oxygen as good as it is sold, percent. */
const GOOD_PURITY = 99.5
/** What each percent under it leaves of the speed. Source: published, 15 to 25 % less for each 1 %. */
const EACH_PERCENT = 0.75
const BEVEL_SPEED: readonly (readonly [degrees: number, share: number])[] = [
  [0, 1],
  [30, 0.9],
  [45, 0.8],
  [60, 0.7],
]

/**
 * What impure oxygen leaves of the speed. @param purity a share, 0 to 1
 * @example puritySpeed(0.985) // 0.75
 */
export const puritySpeed = (purity: number): number =>
  Math.min(1, EACH_PERCENT ** (GOOD_PURITY - purity * 100))

/**
 * What a bevel leaves of the speed beside the thickness along the jet: the jet meets the plate aslant, and rebounds.
 * @param bevelRad from square, 0 to 60 degrees
 * @example bevelSpeed(Math.PI / 6) // 0.9
 */
export function bevelSpeed(bevelRad: number): number {
  const degrees = (bevelRad * 180) / Math.PI
  const at = BEVEL_SPEED.findIndex(([d]) => d >= degrees - 1e-9)
  const [d1, s1] = BEVEL_SPEED[at < 0 ? BEVEL_SPEED.length - 1 : at] ?? [0, 1]
  const [d0, s0] = BEVEL_SPEED[Math.max(0, at - 1)] ?? [0, 1]
  return d1 > d0 && at > 0 ? s0 + ((s1 - s0) * (degrees - d0)) / (d1 - d0) : s1
}
