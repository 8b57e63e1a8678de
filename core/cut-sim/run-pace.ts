import { LEAST_PURITY, speedLimit } from './jet.ts'

import type { PaceCase, PaceHand } from './pace-case.ts'
import { meanSpeedOf, paceFindings, wavinessOf, type PaceFinding } from './pace-findings.ts'
import {
  beginPace,
  type BlowEntry,
  type HandStep,
  type LossEntry,
  type PaceSim,
  type PaceStartEntry,
  type RefusedEntry,
} from './pace-sim.ts'
import { paceStep } from './pace-step.ts'
import { storedIn } from './plate-heat.ts'
import { readOff, SLAGS, type Places, type Slag } from './read-off.ts'

/** What became of a cut, the first that is so. */
export const VERDICTS = ['metal', 'purity', 'nothing-cut', 'drops', 'closed-behind', 'not-through'] as const
export type Verdict = (typeof VERDICTS)[number]

/** What a cut came to: SI, °C. The keys are those of the file. */
export interface PaceResult {
  readonly model: 'cut-1'
  readonly drops: boolean
  readonly verdict: Verdict
  readonly started: boolean
  readonly kindled: number | null
  readonly cutShare: number
  readonly bridgedShare: number
  readonly meanDrag: number
  readonly meanTopMelt: number
  readonly meanRough: number
  readonly meanSpeed: number
  readonly maxDrag: number
  readonly maxTopMelt: number
  readonly maxGouge: number
  readonly slag: Readonly<Record<Slag, number>>
  readonly slagMain: Slag
  readonly worstSlag: Slag
  readonly waviness: number
  readonly startRound: number
  readonly starts: readonly PaceStartEntry[]
  readonly losses: readonly LossEntry[]
  readonly pops: readonly number[]
  readonly blows: readonly BlowEntry[]
  readonly refused: readonly RefusedEntry[]
  readonly limit: {
    readonly speed: number
    readonly oxygenFlow: number
    readonly kerf: number
    readonly reach: number
    readonly effectiveThickness: number
  }
  readonly energy: {
    readonly flame: number
    readonly wall: number
    readonly loss: number
    readonly jet: number
    readonly stored: number
    readonly reaction: number
    readonly wallShare: number
    readonly imbalance: number
  }
  readonly findings: readonly PaceFinding[]
  readonly places: Places
}

/** Runs a hand's cut from its first sample to its last. */
export function runPace(of: PaceCase): PaceResult {
  const { hand, options } = of
  const first = hand[0]
  const last = hand.at(-1)
  if (!first || !last) throw new RangeError('a hand has two samples at least')
  const sim = beginPace({ ...of, ...options, t0: first.t })
  const steps = Math.round((last.t - first.t) / options.dt)
  const at = { i: 0 }
  for (let n = 0; n < steps; n++) paceStep(sim, handAt(hand, first.t + n * options.dt, options.dt, at))
  return resultOf(sim)
}

/** How a hand stands in the step that begins at `t`: straight between its samples. @param at where it was looked up last */
function handAt(hand: readonly PaceHand[], t: number, dt: number, at: { i: number }): HandStep {
  const from = xAt(hand, t, at)
  const mid = t + dt / 2
  seek(hand, mid, at)
  const a = hand[at.i] as PaceHand
  const b = (hand[at.i + 1] ?? a) as PaceHand
  const share = b.t > a.t ? Math.min(1, Math.max(0, (mid - a.t) / (b.t - a.t))) : 0
  const mix = (p: number, q: number) => p + (q - p) * share
  const step = {
    y: mix(a.y, b.y),
    height: mix(a.height, b.height),
    lean: mix(a.lean, b.lean),
    lever: mix(a.lever, b.lever),
    leverRate: b.t > a.t ? (b.lever - a.lever) / (b.t - a.t) : 0,
    tilt: mix(a.tilt, b.tilt),
    flame: mix(a.flame, b.flame),
  }
  return { from, to: xAt(hand, t + dt, at), ...step }
}

function seek(hand: readonly PaceHand[], t: number, at: { i: number }): void {
  while (at.i + 2 < hand.length && (hand[at.i + 1] as PaceHand).t <= t) at.i++
}

function xAt(hand: readonly PaceHand[], t: number, at: { i: number }): number {
  seek(hand, t, at)
  const a = hand[at.i] as PaceHand
  const b = (hand[at.i + 1] ?? a) as PaceHand
  const share = b.t > a.t ? Math.min(1, Math.max(0, (t - a.t) / (b.t - a.t))) : 0
  return a.x + (b.x - a.x) * share
}

/** The mean of some figures; 0 of none. */
export const mean = (values: readonly number[]): number =>
  values.length > 0 ? values.reduce((a, b) => a + b, 0) / values.length : 0
const most = (values: readonly number[]): number => values.reduce((a, b) => Math.max(a, b), 0)

/** What became of a cut as it stands. */
export function verdictOf(sim: PaceSim, places: Places): Verdict {
  if (sim.jet.metal === 0) return 'metal'
  if (sim.gas.purity < LEAST_PURITY - 1e-12) return 'purity'
  if (!places.cut.includes(true)) return 'nothing-cut'
  const bridged = places.bridged.includes(true)
  if (!places.cut.includes(false) && !bridged) return 'drops'
  return bridged ? 'closed-behind' : 'not-through'
}

/** Main slag of what is cut, a tie to the better; worst that is on more than a tenth of all. */
export function slagOf({ slag }: Places): {
  readonly counts: Readonly<Record<Slag, number>>
  readonly main: Slag
  readonly worst: Slag
} {
  const counts: Record<Slag, number> = { falls: 0, tap: 0, chisel: 0, welded: 0, none: 0 }
  for (const s of slag) counts[s]++
  const main = SLAGS.reduce<Slag>((a, b) => (counts[b] > (a === 'none' ? 0 : counts[a]) ? b : a), 'none')
  const worst = SLAGS.findLast((s) => counts[s] > slag.length / 10) ?? 'none'
  return { counts, main, worst }
}

/** What a cut has come to. */
export function resultOf(sim: PaceSim): PaceResult {
  const { jet, heat, starts, losses, pops, blows, refused } = sim
  const places = readOff(sim)
  const ofCut = (values: readonly number[]) => values.filter((_, i) => places.cut[i])
  const count = places.x.length
  const verdict = verdictOf(sim, places)
  const slag = slagOf(places)
  const { flame, wall, lost, chill } = heat.ledger
  const stored = storedIn(heat)
  return {
    model: 'cut-1',
    drops: verdict === 'drops',
    verdict,
    started: starts.length > 0,
    kindled: sim.kindled ?? null,
    cutShare: places.cut.filter(Boolean).length / count,
    bridgedShare: places.bridged.filter(Boolean).length / count,
    meanDrag: mean(ofCut(places.drag)),
    meanTopMelt: mean(ofCut(places.topMelt)),
    meanRough: mean(ofCut(places.rough)),
    meanSpeed: meanSpeedOf(sim),
    maxDrag: most(places.drag),
    maxTopMelt: most(places.topMelt),
    maxGouge: most(places.gouge),
    slag: slag.counts,
    slagMain: slag.main,
    worstSlag: slag.worst,
    waviness: wavinessOf(places),
    startRound: starts[0]?.round ?? 0,
    starts,
    losses,
    pops,
    blows,
    refused,
    limit: {
      speed: speedLimit(jet, jet.oxygen) * jet.purity * jet.metal * jet.surface,
      oxygenFlow: jet.oxygen,
      kerf: jet.kerf,
      reach: jet.reach,
      effectiveThickness: jet.te,
    },
    energy: {
      flame,
      wall,
      loss: lost,
      jet: chill,
      stored,
      reaction: sim.burnt,
      wallShare: sim.burnt > 0 ? wall / sim.burnt : 0,
      imbalance: (flame + wall - lost - chill - stored) / Math.max(1, flame + wall),
    },
    findings: paceFindings(sim, places),
    places,
  }
}
