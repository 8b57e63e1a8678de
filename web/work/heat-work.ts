import { printAs } from '#core/quantity/index.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import { goodHeat } from '#core/teach/heat-hands.ts'
import type { HeatJoint } from '#core/teach/heat-joint.ts'
import {
  heatFindings,
  scoreHeat,
  type HeatFinding,
  type HeatOutcome,
  type HeatRecording,
} from '#core/teach/heat-judge.ts'
import {
  beginHeat,
  HEAT_TICK_S,
  MOST_HEAT_MOVES,
  MOST_HEAT_TICKS,
  moveHeat,
  tickHeat,
  type HeatMove,
  type HeatState,
} from '#core/teach/heat-play.ts'
import { heatSeen, type HeatSeen } from '#core/teach/heat-words.ts'
import { presetOf, type HeatPreset } from '#core/teach/heat-presets.ts'
import type { Mark } from '#core/teach/points.ts'
import { rowOf } from '#core/teach/rows.ts'
import type { HeatPainter, HeatLook } from '../drawing/heat-paint.ts'
import { StagedRun } from './staged-run.ts'

/** What is practised on; with its moves: what is watched again. */
export interface HeatPractised {
  readonly task: string
  readonly joint: HeatJoint
  readonly made?: readonly HeatMove[] | undefined
  readonly until?: number | undefined
  /** A hand that is watched: a good one, or a preset's. */
  readonly hand?: 'good' | HeatPreset | undefined
}

/** The bench as it is told to the page: in words, and what a hand stands at. */
export interface HeatFrame extends HeatSeen {
  readonly at: number
  readonly seconds: number
  readonly torches: readonly { readonly pos: number; readonly z: number; readonly on: boolean }[]
  readonly rod: number | undefined
  readonly awayMm: number
  readonly nitrogen: boolean
  readonly rag: boolean
  readonly fluxed: boolean
  /** As a thermometer would have it: °C of both walls, least, mean and most. */
  readonly min: number
  readonly mean: number
  readonly max: number
  /** The rod melts where it is held. */
  readonly running: boolean
  readonly finished: boolean
  readonly points: number | undefined
  readonly marks: readonly Mark[]
  readonly findings: readonly HeatFinding[]
  readonly outcome: HeatOutcome | undefined
  readonly recording: HeatRecording | undefined
}

/** Moments between two frames that are told. */
const FRAME_TICKS = 4
/** A page that fell behind is not caught up with in one go, moments. */
const MOST_BEHIND = 8
const PAINT_MS = 50

let units: UnitChoices | undefined
let ghost: { readonly made: readonly HeatMove[]; at: number; pos: number; z: number; on: boolean } | undefined
let painter: HeatPainter | undefined
let look: HeatLook | undefined
let judged: Pick<HeatFrame, 'points' | 'marks' | 'findings' | 'outcome' | 'recording'> | undefined

const said = (celsius: number): string =>
  units ? printAs(celsius + 273.15, 'temperature', units) : `${Math.round(celsius)} °C`

function judge(now: HeatState, { task, joint }: HeatPractised, made: readonly HeatMove[]): void {
  const { points, marks, outcome } = scoreHeat(now)
  judged = {
    points,
    marks,
    outcome,
    findings: heatFindings(now, outcome, said),
    recording: { kind: 'heat', task, joint, made, until: now.at },
  }
}

function frame(now: HeatState): HeatFrame {
  const { filling } = now.bench
  const { min, mean, max } = filling.walls
  return {
    at: now.at,
    seconds: now.at * HEAT_TICK_S,
    torches: now.held,
    rod: now.rod,
    awayMm: now.awayMm,
    nitrogen: now.nitrogen,
    rag: now.rag,
    fluxed: filling.fluxed,
    ...heatSeen(now),
    min,
    mean,
    max,
    running: now.rod !== undefined && filling.chill !== undefined,
    finished: now.finished,
    points: judged?.points,
    marks: judged?.marks ?? [],
    findings: judged?.findings ?? [],
    outcome: judged?.outcome,
    recording: judged?.recording,
  }
}

/** Where the other hand is at a moment. */
function follow({ at, joint }: HeatState): void {
  if (!ghost) return
  for (let m = ghost.made[ghost.at]; m && m[0] <= at; m = ghost.made[++ghost.at]) {
    const [, what, a = 0, b = 0] = m
    if (what === 'torch') {
      ghost.pos = joint.made.type === 'lap' ? a / 1000 : a
      ghost.z = b / 1000
    } else if (what === 'flame') ghost.on = a === 1
  }
}

/** What a hand does that is watched: worked out before it is shown, as it works by what it sees. */
function handOf(
  hand: NonNullable<HeatPractised['hand']>,
  joint: HeatJoint,
): Pick<HeatRecording, 'made' | 'until'> {
  const { made: moves, until } = hand === 'good' ? goodHeat(joint) : presetOf(hand).play()
  return { made: moves, until }
}

const run = new StagedRun<HeatPractised, HeatState, HeatMove, HeatFrame>({
  momentS: HEAT_TICK_S,
  mostBehind: MOST_BEHIND,
  frameTicks: FRAME_TICKS,
  paintMs: PAINT_MS,
  mostTicks: MOST_HEAT_TICKS,
  mostMoves: MOST_HEAT_MOVES,
  begin: ({ joint }) => beginHeat(joint),
  hand: ({ hand, joint }) => hand && handOf(hand, joint),
  move: moveHeat,
  tick: (state) => {
    tickHeat(state)
    follow(state)
  },
  finish: (at) => [at, 'finish'],
  judge,
  frame,
  paint: (state) => {
    if (painter && look) painter.paint(state, look, ghost)
  },
})

/** The heat bench as its worker runs it: one at a time. */
export const heatWork = {
  /** Begins anew, or plays a recording from its first moment. @param as the shop's units, for what is told in words */
  begin(of: HeatPractised, as: UnitChoices, told: (frame: HeatFrame) => void): void {
    units = as
    judged = undefined
    ghost = undefined
    run.begin(of, told)
  },
  /** What a hand does now; while a recording is played hands do nothing. */
  make(...move: readonly [what: HeatMove[1], a?: number, b?: number]): void {
    // what a message leaves out comes as nothing: it is no part of the move
    run.make((at) => rowOf(at, ...move))
  },
  /** Shows another hand's torch beside one's own. */
  follow(moves: readonly HeatMove[] | undefined): void {
    ghost = moves ? { made: moves, at: 0, pos: 0, z: -0.025, on: false } : undefined
    if (run.state) follow(run.state)
  },
  /** How much sooner than the clock a recording is watched. */
  pace: (times: number): void => run.pace(times),
  /** How it is looked at. */
  look(next: HeatLook): void {
    look = next
    run.paint()
  },
  /** What a good hand does with a joint: worked out in a worker of its own. */
  good(joint: HeatJoint): Pick<HeatRecording, 'made' | 'until'> {
    const { made: moves, until } = goodHeat(joint)
    return { made: moves, until }
  },
  rest: (): void => run.rest(),
  wake: (): void => run.wake(),
}
export type HeatWorker = typeof heatWork & {
  readonly stage: (map: OffscreenCanvas, side: OffscreenCanvas) => void
}

/** Paints on these from now on. */
export function paintWith(next: HeatPainter): void {
  painter = next
  run.paint()
}
