import { holdOf, OFF, type Around, type Hold } from '../flame/hold.ts'
import { seenFlame, type SeenFlame } from '../flame/seen.ts'
import {
  flowOf,
  flowToward,
  mixtureOfFlow,
  MOST_TURNS,
  settledFlow,
  sizeTorch,
  type Flow,
  type Hands,
  type SizedTorch,
  type Torch,
} from '../flame/torch.ts'

/**
 * The flame bench: a torch in hand, moment after moment. All that happens follows from the torch, from what it begins
 * with and from what the hands do when: the same hands give the same flame.
 */

/** One moment of the bench, s. */
export const TICK_S = 0.02
/** A valve stands at so many places in a turn: fine enough for a trim, and every way of turning it reaches each. */
export const TURN_PARTS = 64
export const MOST_PARTS = MOST_TURNS * TURN_PARTS
/** From so many turns the handle's oxygen valve counts as fully open. */
export const HANDLE_OPEN_TURNS = 1.5
/** A task lasts no longer than this, five minutes, and takes no more moves: then it is judged as it stands. */
export const MOST_TICKS = 15_000
export const MOST_MOVES = 4000

/** What a hand does. Valves by how far they stand open then, in parts of a turn. */
export type Move =
  | { readonly do: 'oxygen' | 'fuel' | 'handle'; readonly to: number }
  | { readonly do: 'lever'; readonly down: boolean }
  | { readonly do: 'near'; readonly on: boolean }
  | { readonly do: 'strike' }
  | { readonly do: 'say'; readonly word: string }
  | { readonly do: 'finish' }

/** A move and the moment at which it was made. */
export interface Made {
  readonly at: number
  readonly move: Move
}

/** What the bench begins with. */
export interface Start {
  readonly torch: Torch
  /** Parts of a turn. */
  readonly oxygen: number
  readonly fuel: number
  readonly handle: number
  readonly lit: boolean
  /** Wind across the tip, m/s. */
  readonly wind: number
}

/** What was seen of the hands up to now: what a task is judged by. Times in moments, openings in turns. */
export interface Facts {
  readonly strikes: number
  /** The lighting that caught first: how long fuel, and both gases, had run unlit, and how the hands stood. */
  readonly lighting?: {
    readonly unlit: number
    readonly mixed: number
    readonly hands: Hands
    readonly near: boolean
  }
  readonly pops: number
  readonly bangs: number
  readonly blownOff: number
  /** How often the flame left its tip. */
  readonly lifts: number
  /** How often the hand went from one valve to the other while the flame was worked up. */
  readonly turnsAbout: number
  readonly lastValve?: 'oxygen' | 'fuel'
  /** Moments with the lever down and the flame as it is wanted then. */
  readonly leverDown: number
  readonly leverRight: number
  /** The leanest it ever was once it had been rich. */
  readonly leanest: number
}

/** What has just happened, for eye and ear. */
export interface Happening {
  readonly at: number
  readonly what: 'lit' | 'missed' | 'bang' | 'pop' | 'blown-off' | 'out'
}

export interface BenchState {
  readonly at: number
  readonly start: Start
  readonly torch: SizedTorch
  readonly hands: Hands
  readonly near: boolean
  readonly flow: Flow
  readonly lit: boolean
  /** How warm starving has made the tip, 0 to 1: at 1 the flame burns back. */
  readonly warm: number
  /** How long fuel, and both gases, have run unlit, moments. */
  readonly unlit: number
  readonly mixed: number
  readonly hold: Hold
  readonly mixture: number
  readonly happened?: Happening
  readonly facts: Facts
  readonly said: readonly string[]
  readonly finished: boolean
}

/** Less fuel than this share of the full flame does not burn. */
const LEAST_SHARE = 0.06
/** So much oxygen blows a flame out. */
const MOST_MIXTURE = 2.8
/** What runs follows the valves so quickly, s. */
const FOLLOWS_S = 0.12
/** A starved tip warms up in so long, at the worst, and cools in so long, s. */
const WARMS_S = 1.4
const COOLS_S = 4
/** Both gases unlit for so long bang when they are lit, s. */
const BANGS_S = 3
/** A mixture within so much of what is wanted counts as it. */
const NEAR_ENOUGH = 0.05

const NO_FACTS: Facts = {
  strikes: 0,
  pops: 0,
  bangs: 0,
  blownOff: 0,
  lifts: 0,
  turnsAbout: 0,
  leverDown: 0,
  leverRight: 0,
  leanest: 0,
}

/** The bench as it begins: what runs has settled. */
export function beginBench(start: Start): BenchState {
  const torch = sizeTorch(start.torch)
  const hands: Hands = {
    oxygen: start.oxygen / TURN_PARTS,
    fuel: start.fuel / TURN_PARTS,
    handle: start.handle / TURN_PARTS,
    lever: false,
  }
  const flow = settledFlow(torch, hands)
  const near = false
  return {
    at: 0,
    start,
    torch,
    hands,
    near,
    flow,
    lit: start.lit,
    warm: 0,
    unlit: 0,
    mixed: 0,
    hold: holdOf(torch, flow, { wind: start.wind, near }),
    mixture: mixtureOfFlow(torch, flow),
    facts: NO_FACTS,
    said: [],
    finished: false,
  }
}

/** Gusts: the wind swells and falls about its mean, the same way every time. */
const windAt = (mean: number, at: number) =>
  mean * (1 + 0.3 * Math.sin(at * TICK_S * 1.7) + 0.2 * Math.sin(at * TICK_S * 4.1))

/** A place of a valve that it can stand at. */
export const placeOf = (to: number): number => Math.min(MOST_PARTS, Math.max(0, Math.round(to)))

/** What a move does at once. */
export function move(state: BenchState, made: Move): BenchState {
  if (state.finished) return state
  switch (made.do) {
    case 'oxygen':
    case 'fuel':
    case 'handle': {
      const turns = placeOf(made.to) / TURN_PARTS
      if (turns === state.hands[made.do]) return state
      const hands = { ...state.hands, [made.do]: turns }
      if (made.do === 'handle') return { ...state, hands }
      const { facts } = state
      const about = facts.lastValve !== undefined && facts.lastValve !== made.do
      return {
        ...state,
        hands,
        facts: { ...facts, lastValve: made.do, turnsAbout: facts.turnsAbout + (about ? 1 : 0) },
      }
    }
    case 'lever':
      return { ...state, hands: { ...state.hands, lever: made.down } }
    case 'near':
      return { ...state, near: made.on }
    case 'strike':
      return strike(state)
    case 'say':
      return { ...state, said: [...state.said, made.word] }
    case 'finish':
      return { ...state, finished: true }
  }
}

const happens = (state: BenchState, what: Happening['what']): BenchState => ({
  ...state,
  happened: { at: state.at, what },
})

const aroundOf = ({ start, at, near }: BenchState): Around => ({ wind: windAt(start.wind, at), near })

function strike(state: BenchState): BenchState {
  if (state.lit) return state
  const facts = { ...state.facts, strikes: state.facts.strikes + 1 }
  const { share, bears } = state.hold
  if (share < LEAST_SHARE || share > bears * OFF) return happens({ ...state, facts }, 'missed')
  const bangs = state.mixed * TICK_S > BANGS_S
  const lighting = facts.lighting ?? {
    unlit: state.unlit,
    mixed: state.mixed,
    hands: state.hands,
    near: state.near,
  }
  return happens(
    {
      ...state,
      lit: true,
      unlit: 0,
      mixed: 0,
      warm: 0,
      facts: { ...facts, lighting, bangs: facts.bangs + (bangs ? 1 : 0) },
    },
    bangs ? 'bang' : 'lit',
  )
}

/** Puts a flame out, by what took it. */
const goesOut = (state: BenchState, what: 'pop' | 'blown-off' | 'out'): BenchState => ({
  ...happens({ ...state, lit: false, warm: 0 }, what),
  facts: {
    ...state.facts,
    pops: state.facts.pops + (what === 'pop' ? 1 : 0),
    blownOff: state.facts.blownOff + (what === 'blown-off' ? 1 : 0),
  },
})

/**
 * The next moment.
 * @param wanted the mixture that the work asks for: how long it held with the lever down is counted
 */
export function tick(state: BenchState, wanted: number): BenchState {
  if (state.finished) return state
  const { torch, hands } = state
  const flow = flowToward(state.flow, flowOf(torch, hands, state.flow), TICK_S / FOLLOWS_S)
  const hold = holdOf(torch, flow, aroundOf(state))
  const mixture = mixtureOfFlow(torch, flow)
  const at = state.at + 1
  const next: BenchState = { ...state, at, flow, hold, mixture }
  if (!state.lit) {
    const fuelRuns = hold.share > LEAST_SHARE / 2
    return {
      ...next,
      unlit: fuelRuns ? state.unlit + 1 : 0,
      mixed: fuelRuns && mixture > 0.02 ? state.mixed + 1 : 0,
    }
  }
  const warm = Math.min(
    1,
    Math.max(0, state.warm + (hold.starved > 0 ? (TICK_S * hold.starved) / WARMS_S : -TICK_S / COOLS_S)),
  )
  if (hands.fuel === 0 || hold.share < LEAST_SHARE) return goesOut(next, 'out')
  if (hold.share > hold.bears * OFF || mixture > MOST_MIXTURE) return goesOut(next, 'blown-off')
  if (warm >= 1) return goesOut(next, 'pop')
  const lifted = hold.share > hold.bears
  const wasLifted = state.hold.share > state.hold.bears
  const right = Math.abs(mixture - wanted) < NEAR_ENOUGH
  const { facts } = state
  const seen: Facts = {
    ...facts,
    lifts: facts.lifts + (lifted && !wasLifted ? 1 : 0),
    leverDown: facts.leverDown + (hands.lever ? 1 : 0),
    leverRight: hands.lever ? (right ? facts.leverRight + 1 : 0) : facts.leverRight,
    leanest: Math.max(facts.leanest, mixture),
  }
  return { ...next, warm, facts: seen }
}

/** How the flame of the bench looks and sounds now; none while it is out. */
export const seenNow = (state: BenchState): SeenFlame | undefined =>
  state.lit ? seenFlame(state.torch, state.flow, state.hold) : undefined

/** A whole recording played through, to its last moment. */
export function play(start: Start, made: readonly Made[], until: number, wanted: number): BenchState {
  let state = beginBench(start)
  let next = 0
  for (;;) {
    for (let m = made[next]; m && m.at <= state.at; m = made[++next]) state = move(state, m.move)
    if (state.at >= until || state.finished) return state
    state = tick(state, wanted)
  }
}
