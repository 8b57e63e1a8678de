import { seeded } from '../seeded.ts'
import { holdOf } from '../flame/hold.ts'
import { seenFlame, type SeenFlame } from '../flame/seen.ts'
import type { SetFlame } from '../flame/set.ts'
import { flowOfFlame, sizeTorch, type FlameShare, type SizedTorch } from '../flame/torch.ts'
import type { BenchTorch } from './bench-torch.ts'

/** Flames that are shown to be judged by eye: each round of them from a seed, so that a recording says the same again. */

export const ROUNDS = 3

/** One flame that is shown. */
export interface Shown {
  readonly seen: SeenFlame
  /** Length of each port's cone over that of a clean one. */
  readonly ports: readonly number[]
  /** How warm its tip is, 0 to 1. */
  readonly warm: number
  /** Whose star it draws on plate. */
  readonly star: SetFlame
}

/** A round: what is shown, and the word that is right. */
export interface Round {
  readonly flames: readonly Shown[]
  readonly right: string
}

/** What three flames are named by. */
export const FLAME_WORDS = ['carburising', 'neutral', 'oxidising'] as const
/** What a star says. A port stands behind the words that are of one: `dirty 3`. */
export const STAR_WORDS = ['even', 'dirty', 'worn', 'trim'] as const
/** Which of three tips starves. */
export const TIP_WORDS = ['A', 'B', 'C'] as const

/** Cones of a dirty port and of a worn one, over a clean one's. */
const DIRTY = 0.4
const WORN = 1.45
/** Fuel of a starved tip over the full flame's. */
const STARVED = 0.36

/** A mixture below this draws the star of a reducing flame. */
const DIM = 0.93
const STILL = { wind: 0, near: false } as const

function shown(torch: SizedTorch, flame: FlameShare, ports: readonly number[] = [], warm = 0): Shown {
  const flow = flowOfFlame(torch, flame)
  return {
    seen: seenFlame(torch, flow, holdOf(torch, flow, STILL)),
    ports: ports.length > 0 ? ports : Array.from({ length: torch.ports }, () => 1),
    warm,
    star: flame.mixture < DIM ? 'carburising' : 'neutral',
  }
}

const between = (random: () => number, low: number, high: number) => low + (high - low) * random()
const pick = <T>(random: () => number, from: readonly T[]): T =>
  from[Math.min(from.length - 1, Math.floor(random() * from.length))] as T

/** A row in another order. */
function shuffled<T>(random: () => number, row: readonly T[]): readonly T[] {
  return row
    .map((value) => ({ value, by: random() }))
    .sort((a, b) => a.by - b.by)
    .map(({ value }) => value)
}

/** Three flames, one after the other: of each kind one. */
export function namedFlames({ torch }: BenchTorch, seed: number): readonly Round[] {
  const random = seeded(seed)
  const sized = sizeTorch(torch)
  return shuffled(random, FLAME_WORDS).map((right) => ({
    right,
    flames: [
      shown(sized, {
        share: between(random, 0.85, 1.1),
        mixture:
          right === 'neutral'
            ? between(random, 0.99, 1.01)
            : right === 'carburising'
              ? between(random, 0.7, 0.86)
              : between(random, 1.25, 1.5),
      }),
    ],
  }))
}

/** Three stars: never the same fault twice. */
export function stars({ torch }: BenchTorch, seed: number): readonly Round[] {
  const random = seeded(seed)
  const sized = sizeTorch(torch)
  return shuffled(random, STAR_WORDS)
    .slice(0, ROUNDS)
    .map((fault) => {
      const at = Math.floor(random() * torch.ports)
      const ports = Array.from({ length: torch.ports }, (_, i) =>
        i !== at || fault === 'even' || fault === 'trim' ? 1 : fault === 'dirty' ? DIRTY : WORN,
      )
      const port = fault === 'dirty' || fault === 'worn' ? ` ${at + 1}` : ''
      return {
        right: `${fault}${port}`,
        flames: [shown(sized, { share: 1, mixture: fault === 'trim' ? 0.78 : 1 }, ports)],
      }
    })
}

/** Three tips beside each other, of which one is starved: neutral like the others, and much too little of it. */
export function starvedTips({ torch }: BenchTorch, seed: number): readonly Round[] {
  const random = seeded(seed)
  const sized = sizeTorch(torch)
  return Array.from({ length: ROUNDS }, () => {
    const right = pick(random, TIP_WORDS)
    return {
      right,
      flames: TIP_WORDS.map((word) =>
        word === right
          ? shown(sized, { share: STARVED * between(random, 0.9, 1.15), mixture: 1 }, [], 0.7)
          : shown(sized, { share: between(random, 0.85, 1.1), mixture: between(random, 0.99, 1.03) }),
      ),
    }
  })
}
