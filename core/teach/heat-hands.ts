import {
  fedShare,
  beginHeat,
  HEAT_TICK_S,
  moveHeat,
  tickHeat,
  type HeatMove,
  type HeatState,
} from './heat-play.ts'
import type { HeatJoint } from './heat-joint.ts'
import { rowOf } from './rows.ts'

/** How a hand differs from the one that is meant: quicker or slower, and how far beside, mm. */
export interface Hand {
  readonly speed: number
  readonly asideMm: number
}
export const STEADY: Hand = { speed: 1, asideMm: 0 }

/** A hand that has worked: its moves, and how the joint was when it left it. */
export interface Worked {
  readonly made: readonly HeatMove[]
  readonly until: number
  readonly state: HeatState
}

/** A hand looks, and moves, so often: every so many moments. */
const LOOKS = 2
/** One turn round a tube, or to and fro along a lap, s. */
const TURN_S = 2.4
/** Nobody stays longer than this, s. */
const GIVES_UP_S = 240
/** The flame comes off where the outside is so near to too hot, K, and goes back on so far under that. */
const NEAR_TOO_HOT_K = 45
const BACK_ON_K = 30
/** Flux is kept so far under the top of its window, K. */
const FLUX_ROOM_K = 20
/** Filler is fed from so much over its flow point on, K: the coldest place. */
const FEEDS_FROM_K = 4
/** The tube is heated first until it is so far on its way. */
const TUBE_FIRST = 0.75

/** What a hand that works by what it sees goes by: °C, and where it is coldest, mm from the mouth. */
interface Seen {
  readonly lower: number
  readonly hottest: number
  readonly coldZ: number
  readonly coldLower: boolean
}
/** The depth of a joint is looked at in so many parts. */
const ZONES = 3

/** The lower wall in the joint, the hottest that shows outside, and which part of which wall is coldest. */
function see({ bench: { shells } }: HeatState): Seen {
  const { tube, cup, mouth, socket, of } = shells
  const n = tube.round
  let lower = 0
  let [cold, coldZ, coldLower] = [Infinity, 0, false]
  for (let zone = 0; zone < ZONES; zone++) {
    const from = Math.floor((zone * socket) / ZONES) * n
    const to = Math.floor(((zone + 1) * socket) / ZONES) * n
    let a = 0
    let b = 0
    for (let i = from; i < to; i++) {
      a += tube.celsius[mouth * n + i] as number
      b += cup.celsius[i] as number
    }
    lower += a / (socket * n)
    const mean = Math.min(a, b) / (to - from)
    if (mean < cold) [cold, coldZ, coldLower] = [mean, ((zone + 0.5) / ZONES) * of.L * 1000, a < b]
  }
  return { lower, hottest: hottestOutside(shells), coldZ, coldLower }
}

function hottestOutside({ tube, cup, mouth, socket }: HeatState['bench']['shells']): number {
  const n = tube.round
  let hottest = -Infinity
  // what lies further off is never the hottest
  for (let p = Math.max(0, mouth - socket) * n; p < mouth * n; p++)
    hottest = Math.max(hottest, tube.celsius[p] as number)
  for (let p = 0; p < Math.min(cup.rows, 2 * socket) * n; p++)
    hottest = Math.max(hottest, cup.celsius[p] as number)
  return hottest
}

/** A triangle that swings between −1 and 1. */
const swing = (x: number): number => {
  const at = x - Math.floor(x)
  return at < 0.5 ? 4 * at - 1 : 3 - 4 * at
}

/** Writes moves down and makes them. */
class Recorder {
  readonly made: HeatMove[] = []
  constructor(readonly state: HeatState) {}
  does(what: HeatMove[1], a?: number, b?: number): void {
    const round = (v: number | undefined) => (v === undefined ? undefined : Math.round(v * 2) / 2)
    const move = rowOf(this.state.at, what, round(a), round(b))
    this.made.push(move)
    moveHeat(this.state, move)
  }
  worked(): Worked {
    return { made: this.made, until: this.state.at, state: this.state }
  }
}

/** Where the flame goes round, at a time: round a tube, to and fro along a lap; degrees or mm. */
const roundAt = ({ made }: HeatJoint, t: number, { speed, asideMm }: Hand): number =>
  made.type === 'tube'
    ? ((360 * t * speed) / TURN_S + asideMm * 4) % 360
    : swing((t * speed) / TURN_S + 0.25) * (made.W * 1000 * 0.47) + asideMm
/** The other side of it. */
const opposite = ({ made }: HeatJoint, pos: number): number =>
  made.type === 'tube' ? (pos + 180) % 360 : -pos

/** Round for the rod: slowly once round, or along; or where the flame is kept. */
const rodAt = ({ made }: HeatJoint, share: number, round = true): number =>
  made.type === 'tube' && !round
    ? (share - 0.5) * 80
    : made.type === 'tube'
      ? (90 + 400 * share) % 360
      : (share * 2 - 1) * made.W * 1000 * 0.42

/**
 * A good hand: tube first, then to and fro where the colder wall is, off what grows too hot, the rod where all of it is hot,
 * as much as the joint takes, away once it is full. It goes by what it sees as it works: nothing is known beforehand.
 * @param nitrogen whether it lets nitrogen run: as the joint wants it
 */
export function goodHeat(joint: HeatJoint, hand: Hand = STEADY, nitrogen = joint.nitrogen): Worked {
  const state = beginHeat(joint)
  const recorder = new Recorder(state)
  const { bench } = state
  const { Tflow } = joint.filler
  const { tooHotC: tooHotLower } = bench.shells.tube.metal
  const metalBears = Math.min(tooHotLower, bench.shells.cup.metal.tooHotC) - NEAR_TOO_HOT_K
  // flux is spent above its window long before steel minds
  const tooHot = joint.flux ? Math.min(metalBears, joint.flux.hi - FLUX_ROOM_K) : metalBears
  const wide = joint.made.type === 'tube'
  const deep = joint.made.L * 1000
  const two = joint.torches === 2
  // round a tube about as deep as an inch; beside a lap as near as the flame is wide
  const lowerZ = wide ? -25 : -6
  const besideZ = wide ? -8 : lowerZ
  const upperZ = Math.min(4, deep)
  if (joint.flux) recorder.does('flux')
  if (nitrogen) recorder.does('nitrogen', 1)
  let z = wide ? lowerZ : (lowerZ + upperZ) / 2
  let first = wide
  let off = false
  let fedFrom: number | undefined
  let fullAt: number | undefined
  let rodOn = false
  const flame = (on: boolean) => {
    recorder.does('flame', on ? 1 : 0)
    if (two) recorder.does('flame2', on ? 1 : 0)
  }
  flame(true)
  while (!state.finished && state.at * HEAT_TICK_S < GIVES_UP_S) {
    if (state.at % LOOKS === 0) {
      const t = state.at * HEAT_TICK_S
      const seen = see(state)
      const { walls } = bench.filling
      if (first && (seen.lower > TUBE_FIRST * Tflow || seen.hottest > tooHot)) first = false
      const atMouth = seen.coldLower && (!wide || seen.coldZ < deep / ZONES)
      const target = first ? lowerZ : atMouth ? besideZ : Math.max(upperZ, seen.coldZ)
      const most = 60 * LOOKS * HEAT_TICK_S * hand.speed
      z += Math.max(-most, Math.min(most, target - z))
      const pos = roundAt(joint, t, hand)
      recorder.does('torch', pos, z + hand.asideMm)
      if (two) recorder.does('torch2', opposite(joint, pos), z + hand.asideMm)
      const limit = rodOn ? Math.min(tooHot, Tflow + 170) : tooHot
      if (!off && seen.hottest > limit) flame(!(off = true))
      else if (off && seen.hottest < limit - BACK_ON_K) flame(!(off = false))
      const ready = walls.min >= Tflow + FEEDS_FROM_K
      if (fedFrom === undefined && ready) fedFrom = t
      const share = fedShare(state)
      if (fedFrom !== undefined && share < 1.05) {
        recorder.does('rod', rodAt(joint, share))
        rodOn = true
      } else if (rodOn) {
        recorder.does('lift')
        rodOn = false
        fullAt = t
      }
      if (fullAt !== undefined && t > fullAt + 1.5) {
        flame(false)
        recorder.does('finish')
        break
      }
    }
    tickHeat(state)
  }
  if (!state.finished) recorder.does('finish')
  return recorder.worked()
}

/** A hand that follows a plan without looking: what it is told in s, mm and turns. */
export interface Blind {
  /** Where along it is held, mm; and how far it sways there. */
  readonly z: number
  readonly swayMm?: number
  /** Round the joint, or kept on one side. */
  readonly round: boolean
  readonly nitrogen: boolean
  /** When the rod goes to the lip, s, and how long it is held there. */
  readonly feedS: number
  readonly forS: number
  readonly awayMm?: number
}

/** A hand that does as it is told, whatever becomes of it. */
export function blindHeat(joint: HeatJoint, told: Blind, hand: Hand = STEADY): Worked {
  const state = beginHeat(joint)
  const recorder = new Recorder(state)
  if (joint.flux) recorder.does('flux')
  if (told.nitrogen) recorder.does('nitrogen', 1)
  if (told.awayMm !== undefined) recorder.does('away', told.awayMm)
  recorder.does('flame', 1)
  const end = Math.round((told.feedS + told.forS + 1) / HEAT_TICK_S)
  while (state.at < end) {
    if (state.at % LOOKS === 0) {
      const t = state.at * HEAT_TICK_S
      const pos = told.round ? roundAt(joint, t, hand) : hand.asideMm
      const z = told.z + hand.asideMm + (told.swayMm ?? 0) * swing((t * hand.speed) / 1.3)
      recorder.does('torch', pos, z)
      if (t >= told.feedS && t < told.feedS + told.forS)
        recorder.does('rod', rodAt(joint, Math.min(1, (t - told.feedS) / told.forS), told.round))
      else if (state.rod !== undefined) recorder.does('lift')
    }
    tickHeat(state)
  }
  recorder.does('finish')
  return recorder.worked()
}
