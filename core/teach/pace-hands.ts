import { clamp } from '../cut-sim/pace-case.ts'
import { HOT_KERF_C, underTorch } from '../cut-sim/pace-sim.ts'
import { isThin, READY_C, startsAtM, type PaceBoard } from './pace-board.ts'
import {
  allCut,
  beginCut,
  MOST_PACE_TICKS,
  movePace,
  PACE_TICK_S,
  PAST_MM,
  tickPace,
  type PaceDo,
  type PaceMove,
  type PaceState,
} from './pace-play.ts'
import { rowOf } from './rows.ts'

/** A hand that has cut: its moves, and how the plate was when it left it. */
export interface Cut {
  readonly made: readonly PaceMove[]
  readonly until: number
  readonly state: PaceState
}

/** How a hand differs from a good one; each is left as it should be where it is left out. */
export interface PaceHabit {
  /** Of the pace that it is told. */
  readonly pace?: number
  /** mm over the planned height, while it goes. */
  readonly over?: number
  /** Of the height that it backs off to before a pierce. */
  readonly backs?: number
  /** Of the heat that it waits for: less presses too soon. */
  readonly waits?: number
  /** Degrees forward. */
  readonly lean?: number
  /** It rushes on from so far along, mm, at so many times its pace, for so far. */
  readonly rush?: { readonly fromMm: number; readonly times: number; readonly forMm: number }
  /** After a loss it goes back to the edge of the cut, or goes on where it is. */
  readonly back?: 'edge' | 'not'
  /** Its pace swells and sinks by so much of it, so often in a second. */
  readonly sways?: { readonly share: number; readonly hz: number }
  /** It does not follow what its arm adds. */
  readonly letsGo?: boolean
}

/** A hand looks so often: every so many moments. */
const LOOKS = 3
/** So much hotter than it has to be, K, before a good hand presses; and it stands so long after, s. */
const SURE_K = 12
const STANDS_S = 0.25
/** Times the planned height that a good hand backs off to, to pierce; the sheet of it is through after so long at most, s. */
const BACKS_OFF = 1.6
const WAITS_LONGEST_S = 200
/** And no longer than so many times what it is told. */
const WAITS_TIMES = 2
/** Thin plate is cut leaned forward, degrees; over a cut it leans so little at a look that nothing is gouged. */
const THIN_LEAN = 15
const LEANS_BY = 0.3

class Hand {
  readonly made: PaceMove[] = []
  readonly state: PaceState
  constructor(
    board: PaceBoard,
    readonly habit: PaceHabit,
  ) {
    this.state = beginCut(board)
  }
  does(what: PaceDo, a?: number, b?: number): void {
    const move = rowOf(this.state.at, what, a, b)
    this.made.push(move)
    movePace(this.state, move)
  }
  get over(): boolean {
    return this.state.finished || this.state.at >= MOST_PACE_TICKS - 1
  }
  passes(seconds: number): void {
    for (let n = Math.round(seconds / PACE_TICK_S); n > 0 && !this.over; n--) tickPace(this.state)
  }
  /** Lets time pass while something is so, looking now and then. */
  while(is: () => boolean, meanwhile: () => void = () => undefined): void {
    while (!this.over && is()) {
      meanwhile()
      this.passes(LOOKS * PACE_TICK_S)
    }
  }
}

const hundredth = (v: number) => Math.round(v * 100) / 100

/** How hot the top is where the torch is, °C: what the eye tells by colour and by how wet it looks. */
const hotHere = ({ sim, x }: PaceState): number => underTorch(sim, 0, x / 1000)

/** Brings the torch to a place and waits until it has come. */
function leads(hand: Hand, x: number): void {
  hand.does('at', hundredth(x), 0)
  hand.while(() => Math.abs(hand.state.x - x) > 0.3 || Math.abs(hand.state.vx) > 1)
}

/** Heats a place until it is ready. @param told s that it should take, where that is told: from then on ready is ready */
function heats(hand: Hand, wants: number, told = Infinity): void {
  const { state, habit } = hand
  const { waits = 1 } = habit
  const after = (seconds: number) => state.at + seconds / PACE_TICK_S
  const until = after(Math.max(WAITS_LONGEST_S, WAITS_TIMES * state.board.told.preheatS))
  const sure = after(told * 1.1)
  const wanted = () => (state.at < sure ? wants + SURE_K : wants + 1) * waits
  hand.while(() => hotHere(state) < wanted() && state.at < until)
}

/** Goes along the line until the end of it or until the cut is lost. */
function goes(hand: Hand, lean: number): void {
  const { state, habit } = hand
  const { board, sim } = state
  const { pace = 1, rush, sways } = habit
  const length = board.plate.length * 1000
  const height = board.plan.height * 1000 + (habit.over ?? 0)
  const lag = sim.jet.reach * 1000 + board.plate.thickness * 300
  const losses = sim.losses.length
  let speed = NaN
  hand.while(
    () =>
      sim.losses.length === losses &&
      state.x < length + Math.min(PAST_MM - 2, lag + 6) &&
      !(state.x > length && allCut(state)),
    () => {
      const rushes =
        rush && state.x >= rush.fromMm && state.x < rush.fromMm + rush.forMm && sim.losses.length === 0
      const swell = sways ? 1 + sways.share * Math.sin(2 * Math.PI * sways.hz * state.at * PACE_TICK_S) : 1
      const wanted = hundredth(board.told.speed * 1000 * pace * swell * (rushes ? rush.times : 1))
      if (wanted !== speed) hand.does('go', (speed = wanted))
      follows(hand, height)
      if (state.wantsLean !== lean)
        hand.does('lean', hundredth(state.wantsLean + clamp(lean - state.wantsLean, -LEANS_BY, LEANS_BY)))
    },
  )
}

/** What the arm adds is taken back. */
function follows(hand: Hand, height: number): void {
  const { state, habit } = hand
  const { board } = state
  if (habit.letsGo) return
  const low = hundredth(height - state.lifted)
  if (!board.collar && Math.abs(state.wantsHeight - low) > 0.15) hand.does('height', low)
  if (!board.guide && Math.abs(state.target.y + state.drifted) > 0.15)
    hand.does('across', hundredth(-state.drifted))
}

/** A hand that cuts by what it sees, with its habits. A good one has none. */
export function paceHand(board: PaceBoard, habit: PaceHabit = {}): Cut {
  const hand = new Hand(board, habit)
  const { state } = hand
  const height = hundredth(board.plan.height * 1000 + (habit.over ?? 0))
  const lean = habit.lean ?? (isThin(board) ? THIN_LEAN : 0)
  const pierces = board.plate.start === 'pierce'
  hand.does('height', hundredth(board.plan.height * 1000))
  // it leans before it cuts; what is pierced is pierced upright
  if (!pierces && lean !== 0) hand.does('lean', lean)
  leads(hand, startsAtM(board.plate) * 1000)
  heats(hand, READY_C[board.plate.start], board.told.preheatS)
  if (pierces) pierce(hand)
  else {
    hand.does('lever', 1)
    hand.passes(STANDS_S)
  }
  hand.does('height', height)
  goes(hand, lean)
  if (state.sim.losses.length > 0 && habit.back !== undefined) recovers(hand, lean)
  hand.does('go', 0)
  hand.does('lever', 0)
  hand.passes(0.4)
  if (!state.finished) hand.does('finish')
  return { made: hand.made, until: state.at, state }
}

/** Backs off, eases the lever down, and waits until it is through. */
function pierce(hand: Hand): void {
  const { state, habit } = hand
  const backs = state.board.plan.height * 1000 * (habit.backs ?? BACKS_OFF)
  hand.does('height', hundredth(backs))
  hand.passes(habit.backs === 1 ? 0 : 0.15)
  hand.does('lever', 1, 1)
  const until = state.at + 12 / PACE_TICK_S
  hand.while(() => state.sim.mode !== 'run' && state.at < until)
}

/** Back to the edge of the lost cut, heated there, and on from it. */
function recovers(hand: Hand, lean: number): void {
  const { state, habit } = hand
  const lost = state.sim.losses.at(-1)
  if (!lost) return
  hand.does('lever', 0)
  hand.does('go', 0)
  hand.passes(0.5)
  if (habit.back === 'edge') leads(hand, lost.x * 1000)
  heats(hand, HOT_KERF_C)
  hand.does('lever', 1)
  hand.passes(STANDS_S)
  goes(hand, lean)
}

/** A good hand: it waits until it is ready, goes at the pace that it is told, and keeps height and line. */
export const goodPace = (board: PaceBoard): Cut => paceHand(board)
