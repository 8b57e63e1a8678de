import { FUELS } from '../gas/fuels.ts'
import { exitSpeed, mixtureOfFlow, type Flow, type SizedTorch } from './torch.ts'

/** Where the flame burns: the wind across it, m/s, and whether the tip is held close to a plate or in the lee. */
export interface Around {
  readonly wind: number
  readonly near: boolean
}

/** How a flame keeps to its tip. */
export interface Hold {
  /** Fuel over that of the full flame. */
  readonly share: number
  /** Fuel that it bears before it leaves the tip, over that of the full flame; it goes out at `OFF` times that. */
  readonly bears: number
  /** Too little runs: the flame warms the tip, and at last burns back into it. 0: cool; 1: it burns back at once. */
  readonly starved: number
}

/** Beyond so many times what it bears, a flame that has left the tip goes out. */
export const OFF = 1.5
/** Exit speed over the largest burning velocity: under the first the flame runs back, under the second it warms the tip. */
const BACK = 4
const WARM = 6.5

/** Fuel alone, and in the neutral flame, that is borne in still air, over that of the full flame. Estimates from practice. */
const BEARS = {
  fast: { alone: 1.5, mixed: 1.9, wind: 0.06 },
  slow: { alone: 0.58, mixed: 1.45, wind: 0.13 },
} as const
/** Close to the plate a slow flame bears so much more. */
const NEAR = 1.35

/**
 * How a lit flame keeps to its tip: fast fuels on almost anything, slow ones only as much fuel as their oxygen holds.
 * Source: exit speeds of stable flames, 4 to 20 burning velocities; what fuel alone bears is as practised, an estimate.
 */
export function holdOf(torch: SizedTorch, flow: Flow, { wind, near }: Around): Hold {
  const { flame, burningVelocity } = FUELS[torch.fuel]
  const { alone, mixed, wind: taken } = flame.liftsOff ? BEARS.slow : BEARS.fast
  const mixture = Math.min(1, mixtureOfFlow(torch, flow))
  const still = alone + (mixed - alone) * mixture
  const bears = near ? still * (flame.liftsOff ? NEAR : 1) : still / (1 + taken * wind)
  const speed = exitSpeed(torch, flow) / burningVelocity
  // fuel alone has nothing to burn back with
  const mixedUp = mixture < 0.5 ? 0 : 1
  return {
    share: flow.fuel / torch.full.fuel,
    bears,
    starved: mixedUp * Math.min(1, Math.max(0, (WARM - speed) / (WARM - BACK))),
  }
}
