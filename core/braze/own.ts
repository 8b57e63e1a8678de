import { sameOrifice } from '../cut/tip.ts'
import { sameSize } from '../learn/own-runs.ts'
import { EFFICIENCY_SPAN } from './flame.ts'
import type { BrazeRequest, Burner, OwnBraze } from './types.ts'

/** What a pair of metals is called in the log, whichever comes first. */
export const metalsOf = (a: string, b: string): string => [a, b].sort().join(' + ')

/** Good brazes of the same joint of the same metals and size; of the same tip and fuel too, when they are asked for. */
export const brazesLike = ({ work, rig }: BrazeRequest, orificeM?: number): readonly OwnBraze[] =>
  rig.ownBrazes.filter(
    (b) =>
      b.joint === work.joint &&
      b.metals === metalsOf(work.a.metal.key, work.b.metal.key) &&
      sameSize(b.wallM, work.a.wallM) &&
      (work.a.outsideDiameterM === undefined || sameSize(b.outsideDiameterM, work.a.outsideDiameterM)) &&
      (orificeM === undefined || (b.fuel === rig.fuel && sameOrifice(b.orificeM, orificeM))),
  )

/** What a flame is known to give, over what is usual: by a timed trial heat, else as flames are. */
export interface FlameKnown {
  readonly times: number
  readonly low: number
  readonly high: number
  /** True when a trial heat with this tip said so. */
  readonly timed: boolean
}

/** What is left of the span once a heat with the tip was timed: another hand, another day, the gauge. Estimate. */
const TIMED_SPAN = [0.93, 1.07] as const
const [LESS, MORE] = EFFICIENCY_SPAN
const USUAL: FlameKnown = { times: 1, low: LESS, high: MORE, timed: false }

/** What is known of a burner's flame: by the newest trial heat of the same tip with the same fuel, by whichever joint. */
export function flameKnown(
  rig: { readonly ownBrazes: readonly OwnBraze[] },
  burner: Pick<Burner, 'fuel' | 'orificeM' | 'kind'>,
): FlameKnown {
  const { orificeM, fuel, kind } = burner
  if (orificeM === undefined || kind === 'fuel-air') return USUAL
  const trial = rig.ownBrazes.find(
    (b) => b.flameTimes !== undefined && b.fuel === fuel && sameOrifice(b.orificeM, orificeM),
  )
  if (trial?.flameTimes === undefined) return USUAL
  const times = trial.flameTimes
  return { times, low: times * TIMED_SPAN[0], high: times * TIMED_SPAN[1], timed: true }
}

/** What a timed flame gave, in words. */
export const asUsual = (times: number): string => {
  const percent = Math.round(Math.abs(times - 1) * 100)
  return percent === 0
    ? 'it gives what is usual'
    : `it gives ${percent} % ${times > 1 ? 'more' : 'less'} than is usual`
}
