import { clamp, PACE_DT_S, PACE_DX_M } from '../cut-sim/pace-case.ts'
import { beginPace, CUT, type PaceSim } from '../cut-sim/pace-sim.ts'
import { paceStep } from '../cut-sim/pace-step.ts'
import { calibrated, type PaceBoard } from './pace-board.ts'
import { inParts, type MoveRow } from './rows.ts'

/**
 * The pace bench: a plate, a line and a cutting torch in hand, moment after moment. What comes of it follows from the board
 * and from what the hand does when.
 */

/** One moment of it, s. */
export const PACE_TICK_S = PACE_DT_S
/** Nobody cuts for longer than eight minutes, nor with more moves. */
export const MOST_PACE_TICKS = 28_800
export const MOST_PACE_MOVES = 16_000

/**
 * What a hand does, by word. `at`: leads the torch to a place, mm along and across the line. `go`: goes on along the line by
 * itself, mm/s; 0 stands still. `across`: mm to the side of the line. `height`: tip to work, mm. `lean`: degrees, + points the
 * jet forward. `lever`: 1 pressed, 0 let go; with a second 1 it is eased. `finish`: that is it.
 */
export const PACE_DOES = ['at', 'go', 'across', 'height', 'lean', 'lever', 'finish'] as const
export type PaceDo = (typeof PACE_DOES)[number]
/** A move and when it was made: moment, what, and its figures. */
export type PaceMove = MoveRow<PaceDo>

/** Tip to work goes so far, mm; the torch leans so far, degrees. */
export const LOWEST_MM = 1
export const HIGHEST_MM = 40
export const LEANS_MOST = 45
/** The torch waits so far before the line, mm. */
export const WAITS_MM = -20
/** It may be led so far past the end, mm. */
export const PAST_MM = 40
/** And so far to the side, mm. */
export const ASIDE_MM = 15

/** The bench as it stands. What lies in `sim` changes in place. Lengths in mm. */
export interface PaceState {
  readonly board: PaceBoard
  readonly sim: PaceSim
  at: number
  /** Where the hand wants the torch; where it is, and how fast. */
  target: { x: number; y: number }
  go: number
  x: number
  y: number
  vx: number
  vy: number
  wantsHeight: number
  height: number
  wantsLean: number
  lean: number
  /** The lever: where it goes, how fast, where it is. */
  wantsLever: number
  leverS: number
  lever: number
  /** The hand's own place against the plate: what an arm adds that rides on nothing. */
  lifted: number
  drifted: number
  /** The moment and the place, mm, at which this run of the cut began: from here a planned pace is reckoned. */
  went: { readonly at: number; readonly from: number } | undefined
  /** It has cut once: what led the torch to the line is behind it. */
  cutYet: boolean
  /** How fast it went, mm/s, as each loss came; and where it stood, mm along, at each pop. */
  readonly lostMmS: number[]
  readonly poppedMm: number[]
  finished: boolean
}

/** A plate laid on the bench, the torch beside it with its flame on. */
export function beginCut(board: PaceBoard): PaceState {
  const known = calibrated(board)
  const { plate, gas, plan, calibration } = known
  const height = plan.height * 1000
  return {
    board: known,
    sim: beginPace({
      plate,
      gas,
      plan,
      dt: PACE_TICK_S,
      dx: PACE_DX_M,
      ...(calibration ? { calibration } : {}),
    }),
    at: 0,
    target: { x: WAITS_MM, y: 0 },
    go: 0,
    x: WAITS_MM,
    y: 0,
    vx: 0,
    vy: 0,
    wantsHeight: height,
    height,
    wantsLean: 0,
    lean: 0,
    wantsLever: 0,
    leverS: QUICK_S,
    lever: 0,
    lifted: 0,
    drifted: 0,
    went: undefined,
    cutYet: false,
    lostMmS: [],
    poppedMm: [],
    finished: false,
  }
}

/** A lever that is pressed is down after so long, s; one that is eased after so long. */
const QUICK_S = 0.15
const EASED_S = 0.9

const lengthMm = ({ board }: PaceState): number => board.plate.length * 1000

/** What a move does at once. */
export function movePace(state: PaceState, [, what, a = 0, b = 0]: PaceMove): void {
  if (state.finished) return
  switch (what) {
    case 'at':
      state.go = 0
      state.target = { x: clamp(a, WAITS_MM, lengthMm(state) + PAST_MM), y: clamp(b, -ASIDE_MM, ASIDE_MM) }
      break
    case 'go':
      // it goes on from where the torch is, not from where it was led to once
      if (state.go === 0) state.target = { x: state.x, y: state.target.y }
      state.go = clamp(a, -60, 60)
      break
    case 'across':
      state.target = { x: state.target.x, y: clamp(a, -ASIDE_MM, ASIDE_MM) }
      break
    case 'height':
      state.wantsHeight = clamp(a, LOWEST_MM, HIGHEST_MM)
      break
    case 'lean':
      state.wantsLean = clamp(a, -LEANS_MOST, LEANS_MOST)
      break
    case 'lever':
      state.wantsLever = a === 1 ? 1 : 0
      state.leverS = b === 1 ? EASED_S : QUICK_S
      break
    case 'finish':
      state.finished = true
      break
  }
}

/** How quickly a hand follows where it is led: 1/s. */
const FOLLOWS = 16
/** So near is there, mm; so slow is still, mm/s. */
const THERE_MM = 0.02
const STILL_MM_S = 0.4
/** How fast it raises and lowers, mm/s, and leans, degrees a second. */
const RAISES = 40
const LEANS = 45
/** What an arm that rides on nothing adds over a line of this length, mm: it swings out and it rises. */
const ARM_MM = 150
const SWINGS_OUT_MM = 3
const RISES_MM = 3.5

const toward = (from: number, to: number, most: number): number => from + clamp(to - from, -most, most)

/** A weight on a damped spring: the hand comes after what leads it, without a jerk. */
function follow(at: number, v: number, target: number): readonly [number, number] {
  const dt = PACE_TICK_S
  const next =
    (v + FOLLOWS * FOLLOWS * dt * (target - at)) / (1 + 2 * FOLLOWS * dt + FOLLOWS * FOLLOWS * dt * dt)
  // once it is there it stands, and does not creep for ever
  if (Math.abs(target - at) < THERE_MM && Math.abs(next) < STILL_MM_S) return [target, 0]
  return [at + next * dt, next]
}

/** The next moment. */
export function tickPace(state: PaceState): void {
  if (state.finished) return
  const { board, sim } = state
  const dt = PACE_TICK_S
  const from = state.x
  if (state.go !== 0) {
    const x = clamp(state.target.x + state.go * dt, WAITS_MM, lengthMm(state) + PAST_MM)
    state.target = { ...state.target, x }
  }
  ;[state.x, state.vx] = follow(state.x, state.vx, state.target.x)
  swing(state)
  ;[state.y, state.vy] = board.guide ? [0, 0] : follow(state.y, state.vy, state.target.y)
  const leastMm = board.collar ? board.plan.height * 1000 : LOWEST_MM
  state.height = toward(state.height, Math.max(leastMm, state.wantsHeight), RAISES * dt)
  state.lean = toward(state.lean, state.wantsLean, LEANS * dt)
  const was = state.lever
  state.lever = toward(state.lever, state.wantsLever, dt / state.leverS)
  paceStep(sim, {
    from: from / 1000,
    to: state.x / 1000,
    y: (state.y + state.drifted) / 1000,
    height: (state.height + state.lifted) / 1000,
    lean: state.lean,
    lever: (was + state.lever) / 2,
    leverRate: (state.lever - was) / dt,
    tilt: 0,
    flame: 1,
  })
  seeRun(state)
  seeSlips(state)
  state.at++
  endOf(state)
}

/** A run of the cut begins, or is over: each is paced from where it began. */
function seeRun(state: PaceState): void {
  const { sim } = state
  if (sim.mode === 'off') state.went = undefined
  if (sim.mode !== 'run' || state.went) return
  state.went = { at: state.at, from: state.x }
  // its pace is told from here: what led the torch to the line was none
  if (!state.cutYet) sim.moved = { sum: 0, steps: 0 }
  state.cutYet = true
}

/** Keeps what a loss and a pop came of, which the cut itself does not. */
function seeSlips({ sim, lostMmS, poppedMm, x }: PaceState): void {
  while (lostMmS.length < sim.losses.length) lostMmS.push(sim.vMean * 1000)
  while (poppedMm.length < sim.pops.length) poppedMm.push(x)
}

/** An arm that rides on nothing swings out and rises as it reaches along. */
function swing(state: PaceState): void {
  const share = Math.max(0, state.x) / ARM_MM
  state.lifted = state.board.collar ? 0 : RISES_MM * share ** 2
  state.drifted = state.board.guide ? 0 : SWINGS_OUT_MM * share ** 2
}

/** It is over once the torch is past the end with the lever up, after a cut. */
function endOf(state: PaceState): void {
  const { sim } = state
  if (sim.starts.length === 0 || state.lever > 0 || state.wantsLever > 0) return
  if (state.x >= lengthMm(state)) state.finished = true
}

/** A whole cut played through, to its last moment. */
export function playPace(board: PaceBoard, made: readonly PaceMove[], until: number): PaceState {
  const state = beginCut(board)
  const parts = paceInParts(state, made, until)
  while (parts.next().done !== true);
  return state
}

/** The same, moment by moment, for whoever has something else to do meanwhile. */
export const paceInParts = (
  state: PaceState,
  made: readonly PaceMove[],
  until: number,
): Generator<PaceState, void> => inParts(state, made, until, { move: movePace, tick: tickPace })

/** Where a hand of the planned pace would be now, mm along; undefined while nothing is cut, and past the end of the line. */
export function pacerMm(state: PaceState): number | undefined {
  const { went, at, board } = state
  if (!went) return undefined
  const x = went.from + (at - went.at) * PACE_TICK_S * board.told.speed * 1000
  return x > lengthMm(state) ? undefined : x
}

/** Whether every place of the line is cut through. */
export const allCut = ({ sim }: PaceState): boolean => sim.columns.state.every((s) => s === CUT)
