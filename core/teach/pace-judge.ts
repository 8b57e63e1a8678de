import type { PaceFinding } from '../cut-sim/pace-findings.ts'
import { SLAGS, type Slag } from '../cut-sim/read-off.ts'
import { resultOf, type PaceResult } from '../cut-sim/run-pace.ts'
import type { PaceBoard } from './pace-board.ts'
import { asStarted, faultsOf, heavyAsItIs, melted, nearStart, percent, type Said } from './pace-found.ts'
import { playPace, type PaceMove, type PaceState } from './pace-play.ts'
import { DONE, pointsOf, told, within, type Mark } from './points.ts'

/** What somebody did at the pace bench: all that its score follows from. */
export interface PaceRecording {
  readonly kind: 'pace'
  /** Which board it was: of those at hand, or a planned cut. */
  readonly task: string
  readonly board: PaceBoard
  readonly made: readonly PaceMove[]
  /** The moment at which it ended. */
  readonly until: number
}

const mm = (metres: number) => metres * 1000

/** What became of the piece, as it is told first. */
export function fateOf({ verdict, cutShare, bridgedShare }: PaceResult): string {
  switch (verdict) {
    case 'metal':
      return 'This metal does not burn: it does not cut.'
    case 'purity':
      return 'Oxygen so impure does not cut.'
    case 'nothing-cut':
      return 'Nothing is cut.'
    case 'drops':
      return 'The piece drops by itself.'
    case 'closed-behind':
      return `It hangs: closed again behind the torch on ${percent(bridgedShare)} of the line.`
    case 'not-through':
      return `It hangs: ${percent(1 - cutShare)} of the line is not through.`
  }
}

/** Points for slag: by what the worst tenth of it takes to come off. */
const SLAG_POINTS = { falls: 15, tap: 14, chisel: 6, welded: 0, none: 0 } as const
const SLAG_SAID = {
  falls: 'Slag falls off by itself.',
  tap: 'Slag comes off with a tap.',
  chisel: 'Slag wants a chisel.',
  welded: 'Slag is welded on.',
  none: 'No slag.',
} as const

/** A short line heats through: its edge is judged with that much more patience, m. */
const SHORT_M = 0.06

/** What a cut is judged by. */
export function paceMarks(state: PaceState, r: PaceResult, said: Said): readonly Mark[] {
  const { board, sim } = state
  const through = r.cutShare - r.bridgedShare
  const drops = told(r.drops ? 35 : within(1 - through, [0, 0.9], 25), 35, fateOf(r), fateOf(r))
  // a plate that nothing was cut of has no face to be judged by
  if (!r.places.cut.includes(true)) return [drops]
  const usualUm = 25 + 0.8 * mm(sim.jet.te)
  const pace = r.meanSpeed / board.plan.speed - 1
  const faults = faultsOf(state, r)
  const marks = [
    drops,
    edgeMark(state, r, faults, said),
    slagMark(state, r, faults),
    told(
      unless(faults, 'saw-toothed', within(r.meanRough * 1e6 - usualUm, [14, 80], 10), 10),
      10,
      'The face is even.',
      'The face is ridged.',
    ),
    dragMark(sim.jet.reach, r, faults, said),
    told(
      within(shown(faults, 'wide-kerf'), [0, 1], 8),
      8,
      'The kerf is as wide as it should be.',
      'The kerf is wide, and belled or rounded.',
    ),
    told(
      unless(faults, 'gouges', within(mm(r.maxGouge), [0.4, 2], 6), 6),
      6,
      'No gouges.',
      `Gouged, ${said.length(r.maxGouge)} deep.`,
    ),
    told(
      within(pace, [0.15, 0.5], 15),
      15,
      `Pace ${said.speed(r.meanSpeed)}: it wants ${said.speed(board.plan.speed)}.`,
      `Pace ${said.speed(r.meanSpeed)}, where it wants ${said.speed(board.plan.speed)}.`,
    ),
    startMark(r),
  ]
  if (board.plate.start === 'pierce')
    marks.push(
      told(sim.fouled ? 0 : 12, 12, 'The tip is clean.', 'There is slag in the tip: it wants cleaning.'),
    )
  if (!board.guide)
    marks.push(
      told(
        within(mm(r.waviness), [1.5, 6], 6),
        6,
        'The line is straight.',
        `The line wanders by ${said.length(r.waviness)}.`,
      ),
    )
  return marks
}

/** How much of the line shows a sign. */
const shown = (faults: readonly PaceFinding[], sign: string): number =>
  faults.find((f) => f.sign === sign)?.share ?? 0

/** What a sign that is found leaves of a mark: nothing that the fault finder names is called good. */
const unless = (faults: readonly PaceFinding[], sign: string, got: number, most: number): number =>
  shown(faults, sign) > 0 ? Math.min(got, Math.floor(most * 0.85)) : got

/** The worst slag on over a tenth of the line, but for where the first heat was: it holds there on any plate. */
function worstSlag(
  { sim }: PaceState,
  { places: { x, slag }, starts, drops, worstSlag: worst }: PaceResult,
): Slag {
  if (!drops) return worst
  const first = starts.slice(0, 1)
  const much = (s: Slag) =>
    slag.filter((is, i) => is === s && !nearStart(sim, x[i] ?? 0, first)).length > slag.length / 10
  return SLAGS.findLast(much) ?? 'falls'
}

/** How the slag comes off: from the heaviest plate as that lets it. */
function slagMark(state: PaceState, r: PaceResult, faults: readonly PaceFinding[]): Mark {
  const slag = worstSlag(state, r)
  if (slag === 'chisel' && heavyAsItIs(state) && shown(faults, 'slag-sticks') === 0)
    return { got: SLAG_POINTS.tap, most: 15, text: 'Slag wants a chisel, as on any plate this heavy.' }
  return { got: SLAG_POINTS[slag], most: 15, text: SLAG_SAID[slag] }
}

/** How sharp the top edge is; that it is rounded where it was heated to start is as it should be. */
function edgeMark(state: PaceState, r: PaceResult, faults: readonly PaceFinding[], said: Said): Mark {
  const patience = state.board.plate.length < SHORT_M ? 3 : 1
  const got = within(mm(r.meanTopMelt), [0.35 * patience, 1.1 * patience], 15)
  const rounded = `The top edge is rounded by ${said.length(r.meanTopMelt)}`
  const round = melted(r).length > 0
  const started = round && asStarted(state, r, 'top-melted')
  if (round && !started && heavyAsItIs(state) && shown(faults, 'top-melted') === 0)
    return { got: 15, most: 15, text: `${rounded}, as on any plate this heavy.` }
  return told(
    unless(faults, 'top-melted', got, 15),
    15,
    started ? 'The top edge is sharp, but where it was heated to start.' : 'The top edge is sharp.',
    `${rounded}.`,
  )
}

/** How far the bottom trails the top, against what the jet can bridge. */
const dragMark = (reach: number, r: PaceResult, faults: readonly PaceFinding[], said: Said): Mark =>
  told(
    unless(faults, 'drag-leans', within(r.meanDrag / reach, [0.85, 1.1], 8), 8),
    8,
    'Drag lines stand nearly upright.',
    `Drag lines lean: the bottom trails by ${said.length(r.meanDrag)}.`,
  )

/** Pressed when it was ready, once, without a pop or a blow-back. */
function startMark({ starts, refused, startRound, losses, pops, blows, drops }: PaceResult): Mark {
  // what was chilled after a loss belongs to the loss
  const soon = refused.some((f) => f.t < (starts[0]?.t ?? Infinity))
  const pierced = blows.some((b) => b.cause === 'pierced-low')
  const text = pierced
    ? 'Pierced too low: slag blew back into the tip.'
    : losses.length > 0
      ? `Lost ${losses.length === 1 ? 'once' : `${losses.length} times`} on the way.`
      : soon
        ? 'Pressed before it was ready: the oxygen chilled it.'
        : startRound > 0.0004
          ? 'Pressed late: the start is rounded.'
          : `${pops.length} pop${pops.length === 1 ? '' : 's'}: the cones were in the work.`
  const got =
    12 -
    (pierced ? 12 : 0) -
    (drops ? Math.min(8, losses.length * 5) : 12 * Math.min(1, losses.length)) -
    (soon ? 4 : 0) -
    (startRound > 0.0004 ? 4 : 0) -
    Math.min(6, pops.length * 3)
  return told(Math.max(0, got), 12, 'Pressed when it was ready, and never lost.', text)
}

/** What a cut is worth, 0 to 100, and why: by what came of the plate. */
export interface PaceScore {
  readonly points: number
  readonly marks: readonly Mark[]
  readonly result: PaceResult
}

const PLAIN: Said = {
  length: (m) => `${mm(m).toFixed(1)} mm`,
  along: (m) => `${Math.round(mm(m))} mm`,
  speed: (v) => `${mm(v).toFixed(1)} mm/s`,
  temperature: (c) => `${Math.round(c)} °C`,
}

/** The score of a plate as it stands. */
export function scorePace(state: PaceState, said: Said = PLAIN): PaceScore {
  const result = resultOf(state.sim)
  const marks = paceMarks(state, result, said)
  return { points: pointsOf(marks), marks, result }
}

/** The score of a recording: of nothing else. */
export const paceScoreOf = ({ board, made, until }: PaceRecording): PaceScore =>
  scorePace(playPace(board, made, until))

/** So many of the last cuts that are well done need no tick any more. */
const CUTS = 3
/** How plainly the planned pace is ticked, 1 to 0: each of the last three cuts that was well done takes a third away. */
export const tickOf = (recent: readonly number[]): number =>
  1 - recent.slice(0, CUTS).filter((points) => points >= DONE).length / CUTS
