import { findCause, findSign, type Cause, type Sign } from '../check/faults.ts'
import { resultOf, type PaceResult } from '../cut-sim/run-pace.ts'
import { MELTED_M, type PaceFinding } from '../cut-sim/pace-findings.ts'
import type { PaceBoard } from './pace-board.ts'
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

const percent = (share: number) => `${Math.round(share * 100)} %`
const mm = (metres: number) => metres * 1000

/** How a figure is said: in the shop's own units. */
export interface Said {
  /** Something small: a lag, a rounding. */
  readonly length: (metres: number) => string
  /** A place along the line. */
  readonly along: (metres: number) => string
  readonly speed: (metresPerSecond: number) => string
  readonly temperature: (celsius: number) => string
}

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
export function paceMarks({ board, sim }: PaceState, r: PaceResult, said: Said): readonly Mark[] {
  const through = r.cutShare - r.bridgedShare
  const drops = told(r.drops ? 35 : within(1 - through, [0, 0.9], 25), 35, fateOf(r), fateOf(r))
  // a plate that nothing was cut of has no face to be judged by
  if (!r.places.cut.includes(true)) return [drops]
  const patience = board.plate.length < SHORT_M ? 3 : 1
  const usualUm = 25 + 0.8 * mm(sim.jet.te)
  const pace = r.meanSpeed / board.plan.speed - 1
  const marks = [
    drops,
    told(
      within(mm(r.meanTopMelt), [0.35 * patience, 1.5 * patience], 15),
      15,
      'The top edge is sharp.',
      `The top edge is rounded by ${said.length(r.meanTopMelt)}.`,
    ),
    told(SLAG_POINTS[r.worstSlag], 15, SLAG_SAID[r.worstSlag], SLAG_SAID[r.worstSlag]),
    told(within(r.meanRough * 1e6 - usualUm, [14, 80], 10), 10, 'The face is even.', 'The face is ridged.'),
    dragMark(sim.jet.reach, r, said),
    told(
      within(shown(r, 'wide-kerf'), [0, 1], 8),
      8,
      'The kerf is as wide as it should be.',
      'The kerf is wide, and belled or rounded.',
    ),
    told(within(mm(r.maxGouge), [0.4, 2], 6), 6, 'No gouges.', `Gouged, ${said.length(r.maxGouge)} deep.`),
    told(
      within(pace, [0.15, 0.5], 10),
      10,
      `Pace ${said.speed(r.meanSpeed)}: it wants ${said.speed(board.plan.speed)}.`,
      `Pace ${said.speed(r.meanSpeed)}, where it wants ${said.speed(board.plan.speed)}.`,
    ),
    startMark(r),
  ]
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
const shown = ({ findings }: PaceResult, sign: string): number =>
  findings.find((f) => f.sign === sign)?.share ?? 0

/** How far the bottom trails the top, against what the jet can bridge. */
const dragMark = (reach: number, { meanDrag }: PaceResult, said: Said): Mark =>
  told(
    within(meanDrag / reach, [0.85, 1.1], 8),
    8,
    'Drag lines stand nearly upright.',
    `Drag lines lean: the bottom trails by ${said.length(meanDrag)}.`,
  )

/** Pressed when it was ready, once, without a pop or a blow-back. */
function startMark({ starts, refused, startRound, losses, pops, blows }: PaceResult): Mark {
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
    (pierced ? 8 : 0) -
    Math.min(8, losses.length * 5) -
    (soon ? 4 : 0) -
    (startRound > 0.0004 ? 4 : 0) -
    Math.min(6, pops.length * 3)
  return told(Math.max(0, got), 12, 'Pressed when it was ready, and never lost.', text)
}

/** A sign of the fault finder's that a cut shows, its likeliest cause here, and what was measured. */
export interface FoundOnCut {
  readonly sign: Sign
  readonly cause: Cause
  readonly measured: string
}

/** How far the edge is rounded where it is, m. */
function meltOf({ places }: PaceResult): number {
  const melted = places.topMelt.filter((m) => m > MELTED_M)
  return melted.reduce((a, b) => a + b, 0) / Math.max(1, melted.length)
}

/** Nothing ever caught: the fault finder has a sign of its own for that. */
function neverCaught({ sim }: PaceState, r: PaceResult, said: Said): FoundOnCut | undefined {
  const sign = findSign('will-not-start')
  const first = r.refused[0]
  if (r.started || !first || sim.jet.metal === 0) return undefined
  const cause = findCause('preheat-little')
  return (
    sign &&
    cause && {
      sign,
      cause,
      measured: `The top was at ${said.temperature(first.temperature)} when it was pressed.`,
    }
  )
}

/** What was measured for a finding. */
function measuredOf(
  { sign, share, x, span, count }: PaceFinding,
  r: PaceResult,
  board: PaceBoard,
  said: Said,
): string {
  const on = `on ${percent(share)} of the line`
  const paced = `You went ${said.speed(r.meanSpeed)}; it wants ${said.speed(board.plan.speed)}.`
  switch (sign) {
    case 'top-melted':
      return `Rounded by ${said.length(meltOf(r))} ${on}. ${paced}`
    case 'closes-behind':
      return `Walls too hot to freeze the slag, ${on}. ${paced}`
    case 'slag-sticks':
      return `It wants a chisel or more ${on}.`
    case 'drag-leans':
      return `The bottom trails the top by ${said.length(r.meanDrag)}. ${paced}`
    case 'cut-lost':
      return `Lost ${said.along(x ?? 0)} along. ${paced}`
    case 'blows-back':
      return `At ${said.along(x ?? 0)} along.`
    case 'wavy':
      return `It wanders by ${said.length(span ?? 0)}.`
    case 'gouges':
      return `Up to ${said.length(r.maxGouge)} deep.`
    case 'popping':
      return count === 1 ? 'Once.' : `${count ?? 0} times.`
    case 'edge-hard':
      return `Cut at ${said.temperature(board.plate.temperature)}.`
    case 'saw-toothed':
    case 'wide-kerf':
      return `${on.charAt(0).toUpperCase()}${on.slice(1)}.`
    default:
      return ''
  }
}

/** What is wrong with a cut, in the fault finder's words; each sign with its cause once. */
export function foundOnCut(state: PaceState, r: PaceResult, said: Said): readonly FoundOnCut[] {
  const seen = new Set<string>()
  const never = neverCaught(state, r, said)
  const found = r.findings.flatMap((f) => {
    const sign = findSign(f.sign)
    const cause = findCause(f.cause)
    const key = `${f.sign} ${f.cause}`
    if (!sign || !cause || seen.has(key)) return []
    seen.add(key)
    return [{ sign, cause, measured: measuredOf(f, r, state.board, said) }]
  })
  return never ? [never, ...found] : found
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
