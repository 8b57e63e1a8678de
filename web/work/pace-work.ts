import { omit } from '#core/objects.ts'
import { printAs } from '#core/quantity/index.ts'
import { METRIC_UNITS, type UnitChoices } from '#core/quantity/choices.ts'
import type { PaceResult } from '#core/cut-sim/run-pace.ts'
import type { PaceBoard } from '#core/teach/pace-board.ts'
import { goodPace } from '#core/teach/pace-hands.ts'
import { foundOnCut, type FoundOnCut, type Said } from '#core/teach/pace-found.ts'
import { fateOf, scorePace, type PaceRecording } from '#core/teach/pace-judge.ts'
import {
  beginCut,
  MOST_PACE_MOVES,
  MOST_PACE_TICKS,
  movePace,
  paceInParts,
  PACE_TICK_S,
  pacerMm,
  tickPace,
  type PaceDo,
  type PaceMove,
  type PaceState,
} from '#core/teach/pace-play.ts'
import { playPreset, type PacePreset } from '#core/teach/pace-presets.ts'
import { paceSeen, type PaceSeen } from '#core/teach/pace-words.ts'
import type { Mark } from '#core/teach/points.ts'
import { rowOf } from '#core/teach/rows.ts'
import type { PacePainter } from '../drawing/pace-paint.ts'
import type { PaceGhost, PaceLook } from '../drawing/pace-place.ts'
import { StagedRun } from './staged-run.ts'

/** What is practised on; with its moves: what is watched again. */
export interface PacePractised {
  readonly task: string
  readonly board: PaceBoard
  readonly made?: readonly PaceMove[] | undefined
  readonly until?: number | undefined
  /** A hand that is watched: a good one, or a preset's. */
  readonly hand?: 'good' | PacePreset | undefined
}

/** What a cut came to, but for its places: they stay beside the page. */
export type PaceCame = Omit<PaceResult, 'places'> & {
  /** Where the torch was at each pop, mm along. */
  readonly poppedMm: readonly number[]
}

/** The bench as it is told to the page: in words, and what a hand stands at. Lengths in mm. */
export interface PaceFrame extends PaceSeen {
  readonly at: number
  readonly seconds: number
  readonly x: number
  readonly y: number
  /** Tip to work as it is, and as the hand wants it. */
  readonly heightMm: number
  readonly wantsHeightMm: number
  readonly lean: number
  readonly lever: number
  /** mm/s, smoothed as an eye does; and where the hand goes by itself. */
  readonly speed: number
  readonly go: number
  /** Seconds since the cut went; undefined before. */
  readonly wentS: number | undefined
  readonly running: boolean
  /** How often it has popped. */
  readonly pops: number
  /** Where the torch has to go back to, mm, once the cut is lost. */
  readonly lostAt: number | undefined
  readonly finished: boolean
  readonly points: number | undefined
  readonly marks: readonly Mark[]
  readonly findings: readonly FoundOnCut[]
  readonly came: PaceCame | undefined
  readonly fate: string
  readonly recording: PaceRecording | undefined
}

/** Moments between two frames that are told. */
const FRAME_TICKS = 6
const MOST_BEHIND = 20
const PAINT_MS = 30

let units: UnitChoices = METRIC_UNITS
let ghost: { readonly state: PaceState; readonly parts: ReturnType<typeof paceInParts> } | undefined
let painter: PacePainter | undefined
let look: PaceLook | undefined
/** A plate of this kind as a good hand leaves it: beside what was done. */
let good: PaceState | undefined
let judged: Pick<PaceFrame, 'points' | 'marks' | 'findings' | 'came' | 'fate' | 'recording'> | undefined

const said: Said = {
  length: (m) => printAs(m, 'kerf', units),
  along: (m) => printAs(m, 'rule', units),
  speed: (v) => printAs(v, 'speed', units),
  temperature: (c) => printAs(c + 273.15, 'temperature', units),
}

/** The plate as it should be cut: with what it wants. */
const asItShould = (board: PaceBoard): PaceBoard => ({
  ...board,
  gas: {
    ...board.gas,
    orifice: board.plan.orifice,
    pressure: board.plan.pressure,
    flameHeat: board.plan.flameHeat,
  },
  told: { ...board.told, speed: board.plan.speed },
  guide: true,
  collar: true,
})

function judge(now: PaceState, { task }: PacePractised, made: readonly PaceMove[]): void {
  const { points, marks, result } = scorePace(now, said)
  good = goodPace(asItShould(now.board)).state
  judged = {
    points,
    marks,
    came: { ...omit(result, ['places']), poppedMm: now.poppedMm },
    fate: fateOf(result),
    findings: foundOnCut(now, result, said),
    recording: { kind: 'pace', task, board: now.board, made, until: now.at },
  }
}

function frame(now: PaceState): PaceFrame {
  const { sim } = now
  const lost = sim.mode === 'off' && sim.starts.length > 0 ? sim.losses.at(-1) : undefined
  return {
    at: now.at,
    seconds: now.at * PACE_TICK_S,
    x: now.x,
    y: now.y + now.drifted,
    heightMm: now.height + now.lifted,
    wantsHeightMm: now.wantsHeight,
    lean: now.lean,
    lever: now.lever,
    speed: sim.vMean * 1000,
    go: now.go,
    wentS: now.went && (now.at - now.went.at) * PACE_TICK_S,
    running: sim.mode !== 'off',
    pops: sim.pops.length,
    lostAt: lost ? lost.x * 1000 : undefined,
    ...paceSeen(now),
    finished: now.finished,
    points: judged?.points,
    marks: judged?.marks ?? [],
    findings: judged?.findings ?? [],
    came: judged?.came,
    fate: judged?.fate ?? '',
    recording: judged?.recording,
  }
}

/** Where another hand would be at this moment; and where the planned pace would be. */
const ghostOf = (state: PaceState): PaceGhost => ({
  pacer: pacerMm(state),
  torch: ghost && { x: ghost.state.x, height: ghost.state.height + ghost.state.lifted },
})

/** A good hand on a plate of its own, not yet begun. */
function ghostOn(board: PaceBoard): NonNullable<typeof ghost> {
  const { made, until } = goodPace(board)
  const state = beginCut(board)
  return { state, parts: paceInParts(state, made, until) }
}

function follow(at: number): void {
  while (ghost && ghost.state.at < at && ghost.parts.next().done !== true);
}

/** What a hand does that is watched. */
function handOf(
  hand: NonNullable<PacePractised['hand']>,
  board: PaceBoard,
): Pick<PaceRecording, 'made' | 'until'> {
  const { made: moves, until } = hand === 'good' ? goodPace(board) : playPreset(hand, board)
  return { made: moves, until }
}

const run = new StagedRun<PacePractised, PaceState, PaceMove, PaceFrame>({
  momentS: PACE_TICK_S,
  mostBehind: MOST_BEHIND,
  frameTicks: FRAME_TICKS,
  paintMs: PAINT_MS,
  mostTicks: MOST_PACE_TICKS,
  mostMoves: MOST_PACE_MOVES,
  begin: ({ board }) => beginCut(board),
  hand: ({ hand }, { board }) => hand && handOf(hand, board),
  move: movePace,
  tick: (state) => {
    tickPace(state)
    follow(state.at)
  },
  finish: (at) => [at, 'finish'],
  judge,
  frame,
  paint: (state) => {
    if (painter && look) painter.paint(state, look, ghostOf(state), state.finished ? good : undefined)
  },
})

/** The pace bench as its worker runs it: one at a time. */
export const paceWork = {
  /** Begins anew, or plays a recording from its first moment. @param as the shop's units, for what is told in words */
  begin(of: PacePractised, as: UnitChoices, told: (frame: PaceFrame) => void): void {
    units = as
    judged = undefined
    good = undefined
    ghost = undefined
    run.begin(of, told)
  },
  /** What a hand does now; while a recording is played hands do nothing. */
  make(...move: readonly [what: PaceDo, a?: number, b?: number]): void {
    // what a message leaves out comes as nothing: it is no part of the move
    run.make((at) => rowOf(at, ...move))
  },
  /** Shows a good hand's torch beside one's own, from where it would be now; or none. */
  follow(other: 'good' | undefined): void {
    const { state } = run
    ghost = other && state ? ghostOn(state.board) : undefined
    if (state) follow(state.at)
  },
  /** How much sooner than the clock a recording is watched. */
  pace: (times: number): void => run.pace(times),
  /** How it is looked at. */
  look(next: PaceLook): void {
    look = next
    run.paint()
  },
  rest: (): void => run.rest(),
  wake: (): void => run.wake(),
}
export type PaceWorker = typeof paceWork & {
  readonly stage: (plan: OffscreenCanvas, face: OffscreenCanvas) => void
}

/** Paints on these from now on. */
export function paintWith(next: PacePainter): void {
  painter = next
  run.paint()
}
