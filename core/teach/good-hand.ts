import { MOST_PARTS, TICK_S, TURN_PARTS, type Made, type Move } from './bench.ts'
import type { BenchTorch } from './bench-torch.ts'
import { taskRounds, taskStart, type FlameTaskId } from './flame-tasks.ts'
import { handsFor, type WantedFlame } from './hands-for.ts'
import { holdOf } from '../flame/hold.ts'
import { sizeTorch } from '../flame/torch.ts'
import { FUELS } from '../gas/fuels.ts'
import type { FlameRecording } from './recording.ts'

/** A valve in a good hand goes one part in so long, s; for a trim it goes slower. */
const PART_S = 0.04
const TRIM_S = 0.09
/** It looks for so long before it goes on, s. */
const LOOKS_S = 0.7

/** Writes down what a hand does, move after move. */
class Hand {
  readonly made: Made[] = []
  at = 0
  private readonly open: { oxygen: number; fuel: number; handle: number }
  constructor(start: { readonly oxygen: number; readonly fuel: number; readonly handle: number }) {
    this.open = { ...start }
  }
  does(move: Move): void {
    this.made.push({ at: this.at, move })
  }
  waits(seconds = LOOKS_S): void {
    this.at += Math.round(seconds / TICK_S)
  }
  turns(valve: 'oxygen' | 'fuel' | 'handle', to: number, partS = PART_S): void {
    while (this.open[valve] !== to) {
      this.open[valve] += Math.sign(to - this.open[valve])
      this.does({ do: valve, to: this.open[valve] })
      this.waits(partS)
    }
  }
}

/** Flames on the way up of a fuel that leaves its tip: fuel and oxygen by turns. */
const BY_TURNS: readonly WantedFlame[] = [
  { share: 0.3, mixture: 0.5 },
  { share: 0.5, mixture: 0.5 },
  { share: 0.5, mixture: 0.85 },
  { share: 0.75, mixture: 0.85 },
  { share: 0.75, mixture: 1 },
  { share: 1, mixture: 1 },
]

/**
 * How a good hand does a task with this torch: to be looked at, and to hold the bench to what it asks for.
 * @param seed of what the task shows by chance
 */
export function goodHand(task: FlameTaskId, bench: BenchTorch, seed: number): FlameRecording {
  const start = taskStart(task, bench, seed)
  const torch = sizeTorch(bench.torch)
  const hand = new Hand(start)
  const { liftsOff } = FUELS[bench.torch.fuel].flame
  const { lighting } = bench
  /** Fuel first, then oxygen until it is right; a flame that leaves its tip by turns. */
  const workUp = (to: WantedFlame) => {
    const way = liftsOff ? [...BY_TURNS.slice(0, -1), to] : [to]
    for (const flame of way) {
      const { oxygen, fuel } = handsFor(torch, flame)
      hand.turns('fuel', fuel)
      hand.turns('oxygen', oxygen, TRIM_S)
      hand.waits(0.3)
    }
  }
  const lights = () => {
    if (bench.torch.handleValve) hand.turns('handle', MOST_PARTS, 0.02)
    const near = lighting.near || start.wind > 0
    if (near) hand.does({ do: 'near', on: true })
    hand.turns('oxygen', Math.round(lighting.trace * TURN_PARTS))
    // as far as it is lit with, and no further than the tip bears
    const { bears } = holdOf(torch, { fuel: 0, oxygen: 0, jet: 0 }, { wind: 0, near })
    const borne = handsFor(torch, { share: 0.92 * bears, mixture: 0 }).fuel
    hand.turns('fuel', Math.min(borne, Math.round(lighting.fuel * TURN_PARTS)))
    hand.waits(0.2)
    hand.does({ do: 'strike' })
    hand.waits()
    if (lighting.raise === 'soot') hand.turns('fuel', handsFor(torch, { share: 0.97, mixture: 0 }).fuel)
    if (lighting.raise === 'parts')
      hand.turns('fuel', handsFor(torch, { share: 1.15 * bears, mixture: 0 }).fuel)
  }
  const shown = taskRounds(task, bench, seed)
  hand.waits()
  if (shown.length > 0)
    for (const { right } of shown) {
      hand.waits(1.5)
      hand.does({ do: 'say', word: right })
    }
  else if (task === 'light' || task === 'light-in-wind') lights()
  else if (task === 'retrim') {
    if (bench.torch.handleValve) hand.turns('handle', MOST_PARTS, 0.02)
    hand.does({ do: 'lever', down: true })
    hand.waits()
    const { oxygen, fuel } = handsFor(torch, { share: 1, mixture: 1, lever: true })
    hand.turns('fuel', fuel, TRIM_S)
    hand.turns('oxygen', oxygen, TRIM_S)
    hand.waits(1.4)
    hand.does({ do: 'lever', down: false })
  } else if (task === 'long') {
    const { oxygen, fuel } = handsFor(torch, { share: 1, mixture: 1 })
    const half = (from: number, to: number) => Math.round((from + to) / 2)
    hand.turns('oxygen', half(start.oxygen, oxygen))
    hand.turns('fuel', half(start.fuel, fuel))
    hand.turns('oxygen', oxygen)
    hand.turns('fuel', fuel)
  } else workUp({ share: 1, mixture: task === 'reducing' ? 0.93 : 1 })
  hand.waits(1)
  hand.does({ do: 'finish' })
  return { kind: 'flame', task, bench, seed, made: hand.made, until: hand.at + 1 }
}
