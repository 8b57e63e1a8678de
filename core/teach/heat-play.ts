import { layOnBench, workStep, type HeatBench } from '../heat/heat-bench.ts'
import { playAt } from '../heat/on-work.ts'
import { underRod } from '../heat/rod.ts'
import { arcM, layRag, type Playing } from '../heat/shells.ts'
import { caseOf, fillerWanted, RAG_WIDE_M, rodRate, type HeatJoint } from './heat-joint.ts'
import { inParts, type MoveRow } from './rows.ts'

/**
 * The heat bench: a joint, a torch or two, a rod, moment after moment. What happens follows from the joint and from what the
 * hands do when; nothing else is told it.
 */

/** One moment of it, s. */
export const HEAT_TICK_S = 0.05
/** A heat lasts no longer than this, five minutes, and takes no more moves. */
export const MOST_HEAT_TICKS = 6000
export const MOST_HEAT_MOVES = 8000

/**
 * What a hand does, by word. `torch`, `torch2`: to a place round (degrees; a lap: mm) and along (mm from the mouth, on the
 * tube or lower part below 0). `flame`, `flame2`: on the work, or off it. `away`: cone tip to metal, mm. `rod`: to the lip at
 * a place. `lift`: the rod away. The rest by yes or no.
 */
export const HEAT_DOES = [
  'torch',
  'torch2',
  'flame',
  'flame2',
  'away',
  'rod',
  'lift',
  'nitrogen',
  'rag',
  'flux',
  'finish',
] as const
export type HeatDo = (typeof HEAT_DOES)[number]
/** A move and when it was made: moment, what, and its figures. */
export type HeatMove = MoveRow<HeatDo>

/** Cone tip to metal goes so far, mm. */
export const NEAREST_MM = 4
export const FARTHEST_MM = 60

interface TorchHeld {
  readonly pos: number
  readonly z: number
  readonly on: boolean
}
/** The bench as it stands. What lies in `bench` changes in place. */
export interface HeatState {
  readonly joint: HeatJoint
  readonly bench: HeatBench
  at: number
  held: readonly [TorchHeld, TorchHeld]
  awayMm: number
  /** Where the rod touches the lip. */
  rod: number | undefined
  nitrogen: boolean
  rag: boolean
  /** Seconds for which a flame was on the work. */
  flameS: number
  /** First moments: both walls hot on the mean, and all of the joint. */
  meanHotAt: number | undefined
  allHotAt: number | undefined
  /** The rod has been in the flame over cold work so long, s; what dripped off it, m³. */
  rodInFlameS: number
  dripped: number
  finished: boolean
}

const OFF: TorchHeld = { pos: 0, z: -0.025, on: false }

/** A joint laid on the bench, cold and clean, nitrogen as yet off. */
export function beginHeat(joint: HeatJoint): HeatState {
  const bench = layOnBench(caseOf(joint))
  if (joint.ends) bench.shells.cup.endConductance = 0
  return {
    joint,
    bench,
    at: 0,
    held: [OFF, { ...OFF, pos: 180 }],
    awayMm: joint.coneM * 1000,
    rod: undefined,
    nitrogen: false,
    rag: false,
    flameS: 0,
    meanHotAt: undefined,
    allHotAt: undefined,
    rodInFlameS: 0,
    dripped: 0,
    finished: false,
  }
}

const placeOf = ({ joint }: HeatState, pos: number) => (joint.made.type === 'tube' ? pos : pos / 1000)
const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v))
/** The work that a flame is held over reaches so far each way, mm. */
export const reachMm = ({ made }: HeatJoint): readonly [number, number] => [
  -Math.min(60, made.Lt * 1000),
  1000 * made.L + Math.min(25, made.Lb * 1000),
]
/** Paste flux goes on cool metal, °C. */
const FLUX_GOES_ON_C = 200

/** What a move does at once. */
export function moveHeat(state: HeatState, [, what, a = 0, b = 0]: HeatMove): void {
  if (state.finished) return
  const [one, two] = state.held
  const [low, high] = reachMm(state.joint)
  switch (what) {
    case 'torch':
      state.held = [{ ...one, pos: placeOf(state, a), z: clamp(b, low, high) / 1000 }, two]
      break
    case 'torch2':
      state.held = [one, { ...two, pos: placeOf(state, a), z: clamp(b, low, high) / 1000 }]
      break
    case 'flame':
      state.held = [{ ...one, on: a === 1 }, two]
      break
    case 'flame2':
      state.held = [one, { ...two, on: a === 1 && state.joint.torches === 2 }]
      break
    case 'away':
      state.awayMm = clamp(a, NEAREST_MM, FARTHEST_MM)
      break
    case 'rod':
      state.rod = placeOf(state, a)
      break
    case 'lift':
      state.rod = undefined
      break
    case 'nitrogen':
      state.nitrogen = a === 1
      break
    case 'rag':
      state.rag = a === 1
      layRag(state.bench.shells, state.joint.ragM, state.rag ? RAG_WIDE_M : 0)
      break
    case 'flux':
      if (state.joint.flux && state.bench.filling.walls.max < FLUX_GOES_ON_C)
        state.bench.filling.fluxed = true
      break
    case 'finish':
      state.finished = true
      break
  }
}

/** The rod melts in a flame that plays on it for so long, s, over work that is still so much too cold, K. */
const ROD_BEARS_S = 0.6
const TOO_COLD_K = 60
/** It is in the flame within so many half widths of its middle. */
const IN_FLAME = 1.1

/** A rod in the flame over cold work balls and drips: the flame melts it, not the work. */
function rodInFlame(state: HeatState, flames: readonly Playing[], pos: number): boolean {
  const { shells } = state.bench
  const hit = flames.some((f) => {
    return Math.hypot(arcM(shells, f.pos, pos), f.z) < IN_FLAME * f.sig_s
  })
  return hit && underRod(shells, pos).coldestC < shells.of.filler.Tflow - TOO_COLD_K
}

/** The next moment. */
export function tickHeat(state: HeatState): void {
  if (state.finished) return
  const { joint, bench, held, rod } = state
  const flames = held.flatMap((t) => (t.on ? playAt(joint.torch, state.awayMm / 1000, t.pos, t.z) : []))
  const inFlame = rod !== undefined && rodInFlame(state, flames, rod)
  if (inFlame) {
    state.rodInFlameS += HEAT_TICK_S
    if (state.rodInFlameS > ROD_BEARS_S) state.dripped += rodRate(joint) * HEAT_TICK_S
  }
  workStep(bench, HEAT_TICK_S, {
    flames,
    purged: state.nitrogen,
    rod: rod === undefined || inFlame ? undefined : { pos: rod, rate: rodRate(joint) },
  })
  state.at++
  if (flames.length > 0) state.flameS += HEAT_TICK_S
  const { walls } = bench.filling
  if (state.meanHotAt === undefined && walls.mean >= joint.filler.Tflow) state.meanHotAt = state.at
  if (state.allHotAt === undefined && walls.min >= joint.filler.Tflow) state.allHotAt = state.at
}

/** A whole heat played through, to its last moment. */
export function playHeat(joint: HeatJoint, made: readonly HeatMove[], until: number): HeatState {
  const state = beginHeat(joint)
  const parts = heatInParts(state, made, until)
  while (parts.next().done !== true);
  return state
}

/** The same, moment by moment, for whoever has something else to do meanwhile. */
export const heatInParts = (
  state: HeatState,
  made: readonly HeatMove[],
  until: number,
): Generator<HeatState, void> => inParts(state, made, until, { move: moveHeat, tick: tickHeat })

/** How much of what a full joint takes has gone in, 0 and up. */
export const fedShare = ({ joint, bench, dripped }: HeatState): number =>
  (bench.filling.melted + dripped) / fillerWanted(joint)
