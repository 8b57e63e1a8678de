import { FUELS } from '../gas/fuels.ts'
import { OFF } from '../flame/hold.ts'
import { seenNow, TICK_S, type BenchState } from './bench.ts'

/** What happened a moment ago stays told for so long, s. */
const TOLD_S = 2.5

const HAPPENED = {
  lit: 'It catches.',
  missed: 'It does not catch.',
  bang: 'Bang.',
  pop: 'Pop: the flame ran back into the tip.',
  'blown-off': 'It blows off the tip.',
  out: 'It goes out.',
} as const

/** What happened a moment ago, in words; nothing once it is past. */
export const happenedNow = ({ happened, at }: BenchState): string | undefined =>
  happened && (at - happened.at) * TICK_S < TOLD_S ? HAPPENED[happened.what] : undefined

/** What the eye says of the flame now, for whoever does not see it. */
export function looksNow(state: BenchState): string {
  const seen = seenNow(state)
  if (!seen) return state.hold.share > 0.02 ? 'no flame, gas runs' : 'no flame'
  const { sign, soots } = FUELS[state.torch.fuel].flame
  const { share, bears } = state.hold
  if (share > bears * (1 + (OFF - 1) * 0.05)) return 'off the tip, a gap under it'
  if (seen.smoke > 0.05) return 'yellow, long and lazy, smoke at its end'
  if (sign === 'meters') return 'almost nothing: a breath of pale blue'
  if (state.mixture < 0.02) return soots ? 'yellow and bright, no smoke' : 'pale blue, lazy'
  const { feather, cone } = seen.look
  const hot = state.warm > 0.35 ? ', hugging a hot tip' : ''
  if (seen.look.soot > 0.4) return `yellow going, a pale core${hot}`
  if (sign === 'feather') {
    const times = feather / cone
    if (times > 1.9)
      return `feather ${times > 2.75 ? 'three times the cone or more' : times > 2.25 ? 'two and a half times the cone' : 'twice the cone'}${hot}`
    if (times > 1.12)
      return `feather ${times > 1.5 ? 'half as long again as the cone' : 'a little longer than the cone'}${hot}`
    if (state.mixture < 1.09) return `round, sharp, bright cones, no feather${hot}`
    return `short, pointed, violet cones${hot}`
  }
  if (state.mixture < 0.8) return `long, soft, pale cones${hot}`
  if (state.mixture < 0.95) return `cones getting shorter, still soft${hot}`
  if (state.mixture < 1.09) return `short, sharp, blue cones${hot}`
  return `thin, pointed cones, pale violet${hot}`
}

/** What the ear says of the flame now. */
export function soundsNow(state: BenchState): string {
  const seen = seenNow(state)
  if (!seen) return state.hold.share > 0.02 ? 'a hiss of gas' : 'nothing'
  const jet = state.hands.lever ? ', the jet over it all' : ''
  if (state.mixture < 0.05) return `a low flutter${jet}`
  if (state.mixture < 0.8) return `soft, even${jet}`
  if (state.mixture < 1.1) return `a steady hiss${jet}`
  return `a loud, harsh hiss${jet}`
}

/** Hydrogen over steam from which a flame draws scale off hot steel, and under which it makes some. */
const [DRAWS, MAKES] = [4, 1.5]
/**
 * What a flame does to hot steel.
 * @param reducing hydrogen over steam
 */
export const atMetal = (reducing: number): string =>
  reducing > DRAWS ? 'draws scale off' : reducing > MAKES ? 'hardly makes scale' : 'makes scale'

/** What the gas does to the tip now. */
export function tipNow({ lit, hold, warm }: BenchState): string {
  if (!lit) return 'no flame'
  if (warm > 0.6) return 'the tip glows: it will pop'
  if (hold.starved > 0) return 'starves the tip, which warms'
  if (hold.share > hold.bears) return 'too much for the tip'
  return hold.share > 0.75 ? 'cools the tip well' : 'keeps the tip cool enough'
}
