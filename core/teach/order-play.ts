/** Hands on the drawn line: what they do, move by move, through the state model, until a hazard or the end stops them. */
import { SET_FLAMES } from '../flame/set.ts'
import { forbidden, hazardsAtEnd, hazardsOf, type Met } from '../line/hazards.ts'
import { actOn, flows, FULLY_OPEN, type Act, type Gas, type LineState } from '../line/state.ts'
import type { Step } from '../line/steps.ts'
import { begunBoard, type OrderBoard } from './order-board.ts'
import { eventsOf, noneYet, type Events } from './order-events.ts'
import type { MoveRow } from './rows.ts'

/** What hands do: a part and how it stands then; `card` lays the next card, `wait` lets seconds pass. */
export const ORDER_DOES = [
  'oxygen-cylinder',
  'fuel-cylinder',
  'oxygen-screw',
  'fuel-screw',
  'oxygen-valve',
  'fuel-valve',
  'handle',
  'lever',
  'strike',
  'trim',
  'leaks',
  'wait',
  'card',
  'finish',
] as const
export type OrderDo = (typeof ORDER_DOES)[number]
/**
 * A move: the moment, in tenths of a second since it began (shown, never judged), what is done, and how far: turns of a
 * valve, Pa of a screw, 0 or 1 of handle and lever, the place of a flame in `SET_FLAMES`, seconds, the place of a card.
 */
export type OrderMove = MoveRow<OrderDo>

export const MOST_ORDER_MOVES = 2000
/** Two hours, in tenths of a second. */
export const MOST_ORDER_MOMENTS = 72_000
/** A cylinder valve that is first opened no further than this is opened slowly. */
export const CRACKED_TURNS = 0.25

/** Something forbidden that was met: what, and by which act; none where the line was left so. */
export interface Stopped extends Met {
  readonly act: Act | undefined
}
/** A board under somebody's hands. */
export interface OrderState {
  readonly board: OrderBoard
  readonly steps: readonly Step[]
  readonly line: LineState
  /** In tenths of a second. */
  readonly at: number
  readonly events: Events
  /** Places of the cards that lie, in their order. */
  readonly laid: readonly number[]
  /** The last bounded thing that was met, while it holds: allowed, with its caution. */
  readonly caution: Met | undefined
  readonly stopped: Stopped | undefined
  readonly finished: boolean
}

/** A board before the first move; throws where the state model has no procedure for its rig. */
export function beginOrder(board: OrderBoard): OrderState {
  const begun = begunBoard(board)
  return {
    board,
    steps: begun.steps,
    line: begun.line,
    at: 0,
    events: noneYet(begun.line),
    laid: [],
    caution: undefined,
    stopped: undefined,
    finished: false,
  }
}

const sideOf = (what: OrderDo): Gas => (what.startsWith('oxygen') ? 'oxygen' : 'fuel')

/** The acts that a move is, on the line as it stands; none where it changes nothing. */
export function actsOfMove({ line, steps, laid }: OrderState, [, what, a = 0]: OrderMove): readonly Act[] {
  const side = sideOf(what)
  switch (what) {
    case 'oxygen-cylinder':
    case 'fuel-cylinder':
      if (line[side].turns === a) return []
      return a > 0
        ? [{ do: 'open-cylinder', side, turns: a, slowly: line[side].turns > 0 || a <= CRACKED_TURNS }]
        : [{ do: 'shut-cylinder', side }]
    case 'oxygen-screw':
    case 'fuel-screw':
      if (a > 0) return [{ do: 'screw-in', side, toPa: a }]
      return line[side].screwPa > 0 ? [{ do: 'screw-out', side }] : []
    case 'oxygen-valve':
    case 'fuel-valve':
      if (line[side].valve === a) return []
      return a > 0 ? [{ do: 'open-valve', side, turns: a }] : [{ do: 'shut-valve', side }]
    case 'handle':
      return line.handle > 0 === a > 0 ? [] : [{ do: a > 0 ? 'open-handle' : 'shut-handle' }]
    case 'lever':
      return (line.lever === 'down') === a > 0 ? [] : [{ do: a > 0 ? 'lever-down' : 'lever-up' }]
    case 'strike':
      return line.flame === 'out' ? [{ do: 'light' }] : []
    case 'trim': {
      const to = SET_FLAMES[a]
      return to && line.flame !== 'out' && line.flame !== 'fuel-only' ? [{ do: 'trim', to }] : []
    }
    case 'leaks':
      return [{ do: 'check-leaks' }]
    case 'wait':
      return a > 0 ? [{ do: 'wait', seconds: a }] : []
    case 'card':
      return laid.includes(a) ? [] : (steps[a]?.acts ?? [])
    case 'finish':
      return []
  }
}

/** What hands do for an act of a step: a valve that has to be opened slowly is cracked first. */
export function movesOf(act: Act, line: LineState): readonly (readonly [OrderDo, number?])[] {
  switch (act.do) {
    case 'open-cylinder': {
      if (act.side === 'nitrogen') return []
      const what: OrderDo = `${act.side}-cylinder`
      const turns = act.turns ?? FULLY_OPEN
      return line[act.side].turns === 0 && turns > CRACKED_TURNS
        ? [
            [what, CRACKED_TURNS],
            [what, turns],
          ]
        : [[what, turns]]
    }
    case 'shut-cylinder':
    case 'screw-out':
    case 'shut-valve':
    case 'screw-in':
    case 'open-valve': {
      if (act.side === 'nitrogen') return []
      const part = PARTS[act.do]
      const to = act.do === 'screw-in' ? act.toPa : act.do === 'open-valve' ? (act.turns ?? 0.25) : 0
      return [[`${act.side}-${part}`, to]]
    }
    case 'open-handle':
    case 'shut-handle':
      return [['handle', act.do === 'open-handle' ? 1 : 0]]
    case 'lever-down':
    case 'lever-up':
      return [['lever', act.do === 'lever-down' ? 1 : 0]]
    case 'light':
      return [['strike']]
    case 'trim':
      return [['trim', SET_FLAMES.indexOf(act.to ?? 'neutral')]]
    case 'check-leaks':
      return [['leaks']]
    case 'wait':
    case 'purge':
      return [['wait', act.seconds ?? 0]]
    default:
      return []
  }
}
const PARTS = {
  'shut-cylinder': 'cylinder',
  'screw-out': 'screw',
  'screw-in': 'screw',
  'shut-valve': 'valve',
  'open-valve': 'valve',
} as const

/** The tasks after which the line is left: what is still open or trapped then is met by whoever comes next. */
const LEAVES = new Set<OrderBoard['task']>(['shut-down', 'whole'])

/** What is met when somebody says that it is done. */
function atEnd({ board, line }: OrderState): Met | undefined {
  const met = forbidden(hazardsAtEnd(line))
  if (LEAVES.has(board.task)) return met[0]
  // a rig that stands ready has gas behind its valves, and none of it runs out
  const runs = flows(line, 'oxygen', board.rig.setting) || flows(line, 'fuel', board.rig.setting)
  return board.task === 'set-up' && runs ? met.find((m) => m.hazard === 'torch-valve-left-open') : undefined
}

/** One move: the board after it. A board that is finished stays as it is. */
export function moveOrder(state: OrderState, move: OrderMove): OrderState {
  if (state.finished) return state
  const [at, what, a = 0] = move
  if (what === 'finish') {
    const met = atEnd(state)
    return { ...state, at, finished: true, stopped: met && { ...met, act: undefined } }
  }
  const { setting } = state.board.rig
  let { line, events, caution } = state
  for (const act of actsOfMove(state, move)) {
    const after = actOn(line, act, setting)
    const met = hazardsOf(line, act, after, setting)
    const [bad] = forbidden(met)
    events = eventsOf(events, line, act, after, state.board.rig)
    line = after
    caution = met[0]
    if (bad) return { ...state, at, line, events, finished: true, stopped: { ...bad, act } }
  }
  const laid = what === 'card' && !state.laid.includes(a) && state.steps[a] ? [...state.laid, a] : state.laid
  return { ...state, at, line, events, caution, laid }
}

/** A board as it stands at a moment, or at its end. */
export function playOrder(board: OrderBoard, made: readonly OrderMove[], until = Infinity): OrderState {
  let state = beginOrder(board)
  for (const move of made) {
    if (move[0] > until) break
    state = moveOrder(state, move)
  }
  return state
}
