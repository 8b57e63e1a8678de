/** What a try on the order bench is worth: by what was done, in which order, and how far things were turned. */
import { FULLY_OPEN } from '../gas/fuels.ts'
import { actOn, type Gas } from '../line/state.ts'
import { begunBoard, type OrderBoard } from './order-board.ts'
import { eventsOf, noneYet, type Events, type OrderEvent } from './order-events.ts'
import { movesOf, playOrder, type OrderMove, type OrderState } from './order-play.ts'
import { eventWords, hazardName } from './order-words.ts'
import { pointsOf, within, type Mark } from './points.ts'

/** What somebody did at the order bench: all that its score follows from. */
export interface OrderRecording {
  readonly kind: 'order'
  /** The task and the way, as in `orderTaskOf`. */
  readonly task: string
  readonly board: OrderBoard
  readonly made: readonly OrderMove[]
  /** The moment at which it ended, in tenths of a second. */
  readonly until: number
}

/** What the shop's methods do on a board, from where it begins. */
export function wantedOn(board: OrderBoard): Events {
  const begun = begunBoard(board)
  let { line } = begun
  let events = noneYet(line)
  for (const act of begun.steps.flatMap((s) => s.acts)) {
    const after = actOn(line, act, board.rig.setting)
    events = eventsOf(events, line, act, after, board.rig)
    line = after
  }
  return events
}

/** The longest stretch of places that go up, as their indices: what was done in the order of the method. */
function longestRising(places: readonly number[]): readonly number[] {
  const best: number[][] = []
  places.forEach((place, i) => {
    const before = best.filter((_, j) => j < i && (places[j] as number) < place)
    const longest = before.reduce<number[]>((a, b) => (b.length > a.length ? b : a), [])
    best.push([...longest, i])
  })
  return best.reduce<number[]>((a, b) => (b.length > a.length ? b : a), [])
}

/** The first two that were done the other way round than the method has them: what comes first by it, and what second. */
function swapped(
  wanted: readonly OrderEvent[],
  done: readonly OrderEvent[],
): readonly [first: OrderEvent, then: OrderEvent] | undefined {
  for (const [i, second] of done.entries())
    for (const first of done.slice(i + 1))
      if (wanted.indexOf(first) < wanted.indexOf(second)) return [first, second]
  return undefined
}

/** Points for what was done, for its order, and for how far things were turned and set. */
const MOST = { done: 50, order: 30, figures: 20 } as const
/** What each thing costs that was left out, so that nobody is done without it; and each that came at another time. */
const COSTS = { left: 22, moved: 8 } as const

function doneMark(wanted: readonly OrderEvent[], done: readonly OrderEvent[], board: OrderBoard): Mark {
  const left = wanted.filter((e) => !done.includes(e))
  return {
    most: MOST.done,
    got: Math.max(0, MOST.done - COSTS.left * left.length),
    text:
      left.length === 0
        ? 'Nothing was left out.'
        : `Left out: ${left.map((e) => eventWords(e, board.rig)).join(', ')}.`,
  }
}

function orderMark(wanted: readonly OrderEvent[], done: readonly OrderEvent[], board: OrderBoard): Mark {
  const common = done.filter((e) => wanted.includes(e))
  const inOrder = longestRising(common.map((e) => wanted.indexOf(e))).length
  const pair = swapped(wanted, common)
  const say = (e: OrderEvent) => eventWords(e, board.rig)
  return {
    most: MOST.order,
    got: common.length === 0 ? 0 : Math.max(0, MOST.order - COSTS.moved * (common.length - inOrder)),
    text: pair
      ? `Safe, but not your shop’s order: it has ${say(pair[0])} before ${say(pair[1])}.`
      : inOrder === wanted.length
        ? 'In the order of your shop’s methods.'
        : 'What was done was done in its order.',
  }
}

const NEAR_TURNS = [0.25, 1] as const
/** How far off a needle may be: one division, and two. */
const NEAR_DIVISIONS = [1, 2] as const
/** A valve that is opened all the way is so from here on, turns. */
const openAs = (turns: number) => Math.min(turns, FULLY_OPEN)

function figuresMark(wanted: Events, done: Events, board: OrderBoard): Mark | undefined {
  const { setting } = board.rig
  const checks = (['oxygen', 'fuel'] as const).flatMap((side: Gas) => {
    const division = side === 'oxygen' ? setting.oxygenDivisionPa : setting.fuelDivisionPa
    const opens = wanted.done.includes(`open ${side}`)
    const sets = wanted.done.includes(`set ${side}`)
    return [
      ...(opens
        ? [
            {
              got: done.done.includes(`open ${side}`)
                ? within(openAs(done.turns[side]) - openAs(wanted.turns[side]), NEAR_TURNS, 1)
                : 0,
              name: `how far the ${eventWords(`open ${side}`, board.rig).replace(/^opening the /, '')} is opened`,
            },
          ]
        : []),
      ...(sets
        ? [
            {
              got: within((done.setPa[side] - wanted.setPa[side]) / division, NEAR_DIVISIONS, 1),
              name: `the ${side === 'oxygen' ? 'oxygen' : 'fuel'} pressure`,
            },
          ]
        : []),
    ]
  })
  if (checks.length === 0) return undefined
  const off = checks.filter((c) => c.got < 1)
  return {
    most: MOST.figures,
    got: Math.round((MOST.figures * checks.reduce((n, c) => n + c.got, 0)) / checks.length),
    text:
      off.length === 0
        ? 'Valves opened and pressures set as your methods say.'
        : `Not as your methods say: ${off.map((c) => c.name).join(', ')}.`,
  }
}

/** What a try is worth, and why: nothing where something forbidden stopped it. */
export function judgeOrder(state: OrderState): { readonly points: number; readonly marks: readonly Mark[] } {
  const { board, stopped, events } = state
  if (stopped)
    return {
      points: 0,
      marks: [{ got: 0, most: 100, text: `${hazardName(stopped.hazard)}: the try ends here.` }],
    }
  const wanted = wantedOn(board)
  const figures = figuresMark(wanted, events, board)
  const marks = [
    doneMark(wanted.done, events.done, board),
    orderMark(wanted.done, events.done, board),
    ...(figures ? [figures] : []),
  ]
  return { points: pointsOf(marks), marks }
}

/** The score of a recording: of nothing else. One that nobody ended is judged as it stands. */
export const scoreOrder = ({ board, made, until }: OrderRecording) =>
  judgeOrder(playOrder(board, made, until))

/** What a good hand does on a board: the steps of its methods, as moves. */
export function goodOrder(board: OrderBoard): readonly OrderMove[] {
  const begun = begunBoard(board)
  if (board.as === 'cards')
    return [
      ...begun.steps.map((_, i): OrderMove => [10 * (i + 1), 'card', i]),
      [10 * (begun.steps.length + 1), 'finish'],
    ]
  const moves: OrderMove[] = []
  let at = 0
  const add = (what: OrderMove[1], a?: number) => {
    at += 15
    moves.push(a === undefined ? [at, what] : [at, what, a])
  }
  let { line } = begun
  for (const act of begun.steps.flatMap((s) => s.acts)) {
    for (const [what, a] of movesOf(act, line)) add(what, a)
    line = actOn(line, act, board.rig.setting)
  }
  add('finish')
  return moves
}
