import { FUELS, type FuelId } from '../gas/fuels.ts'

/** Share of the largest burning velocity at the neutral setting: the middle of what cones are reckoned with. */
const AT_NEUTRAL = 0.7

/**
 * How the burning velocity runs with the mixture (oxygen over the neutral setting's): it rises as a power of it up to
 * neutral, is largest at `peak`, and falls beyond. Source: cones as they are seen; acetylene's shorten by a tenth when
 * slightly oxidising and by a third when strongly so, other fuels' are shortest just past neutral. Estimates.
 */
const RUN = {
  feather: { power: 6 / 7, peak: 1.7, most: 1 },
  cones: { power: 2.2, peak: 1.1, most: 0.74 },
  meters: { power: 2.2, peak: 1.1, most: 0.74 },
} as const
/** Beyond its largest it falls so, for the square of the mixture that is over. */
const FALL = 0.35
/** It never falls under this share: what is leaner or richer is a flame that is hardly one. */
const LEAST = 0.03

/**
 * Burning velocity of a fuel with oxygen, m/s, an estimate.
 * @param mixture oxygen over the neutral setting's: 1 is neutral; 0 or more
 * @example burningVelocityAt('acetylene', 1) // 7.7
 */
export function burningVelocityAt(fuel: FuelId, mixture: number): number {
  const { burningVelocity, flame } = FUELS[fuel]
  const { power, peak, most } = RUN[flame.sign]
  const share =
    mixture <= 1
      ? AT_NEUTRAL * mixture ** power
      : mixture <= peak
        ? most - (most - AT_NEUTRAL) * ((peak - mixture) / (peak - 1)) ** 2
        : most * (1 - FALL * (mixture - peak) ** 2)
  return burningVelocity * Math.max(LEAST, share)
}
