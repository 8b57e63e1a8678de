import { heightFactor, jetOf, reachAt, speedLimit, type Jet } from './jet.ts'
import { clamp, SURFACES, type PaceGas, type PacePlan, type PacePlate } from './pace-case.ts'
import {
  columnAt,
  CONDUCTS,
  DIFFUSES,
  FLAMES,
  give,
  heatStep,
  layPlate,
  playFlame,
  SHELLS,
  topAt,
  type PlateHeat,
} from './plate-heat.ts'

/**
 * A cut by hand along a line, moment after moment: heat, jet, front, what closes behind. It has no clock and no chance: the
 * same hand gives the same cut. A teaching model, typical figures, never a procedure that is qualified.
 */

/** How a start came about. */
export type StartKind = 'edge' | 'kerf' | 'pierce'
/** Why a cut was lost. */
export type LossCause =
  | 'lever-part'
  | 'oxygen-low'
  | 'purity'
  | 'too-high'
  | 'scale'
  | 'metal'
  | 'too-fast'
  | 'popping'
  | 'preheat-little'
  | 'not-through'
/** Why it blew back. */
export type BlowCause = 'too-fast' | 'not-through' | 'pierced-low'
/** What happened: s and m. */
export interface PaceStartEntry {
  readonly t: number
  readonly x: number
  readonly kind: StartKind
  readonly temperature: number
  readonly round: number
}
export interface LossEntry {
  readonly t: number
  /** Where the hand must go back to, and where the front was. */
  readonly x: number
  readonly front: number
  readonly cause: LossCause
}
export interface BlowEntry {
  readonly t: number
  readonly x: number
  readonly cause: BlowCause
}
export interface RefusedEntry {
  readonly t: number
  readonly x: number
  readonly temperature: number
  readonly seconds: number
}

/** What the bench on screen brings to the plan's figures; the paper's own where left out. */
export interface Calibration {
  /** Share of the flame's heat that works while nothing is being cut. */
  readonly kindling?: number | undefined
  /** Share of it that works at all times: where a fuel heats slower than its heat alone would say. */
  readonly flame?: number | undefined
  /** What the oxygen's purity leaves of the speed. */
  readonly purity?: number | undefined
}

/** A hand during one step: x, height and so on in m, °; lever's rate 1/s. x at both ends, all else in the middle. */
export interface HandStep {
  readonly from: number
  readonly to: number
  readonly y: number
  readonly height: number
  readonly lean: number
  readonly lever: number
  readonly leverRate: number
  readonly tilt: number
  readonly flame: number
}

/** How a column stands. */
export const UNCUT = 0
export const CUT = 1
export const MISSED = 2

/** What is kept of each column: as it was when the front passed. */
export interface Columns {
  readonly state: Uint8Array
  readonly torn: Uint8Array
  readonly depth: Float64Array
  readonly drag: Float64Array
  /** s at which the front passed the middle; -1 while it has not, in this run. */
  readonly passed: Float64Array
  readonly pierced: Uint8Array
  readonly height: Float64Array
  readonly y: Float64Array
  readonly speed: Float64Array
  readonly flow: Float64Array
  readonly jerk: Float64Array
  readonly warm: Float64Array
  readonly angle: Float64Array
  readonly cones: Uint8Array
  readonly fouled: Uint8Array
  /** °C of the wall when it could close, -1 before; and whether it did. */
  readonly wall: Float64Array
  readonly bridged: Uint8Array
}

/** The cut as it stands; changed in place by `paceStep`. */
export interface PaceSim {
  readonly plate: PacePlate
  readonly gas: PaceGas
  readonly plan: PacePlan
  readonly calibration: Calibration
  readonly jet: Jet
  readonly heat: PlateHeat
  readonly columns: Columns
  readonly dt: number
  readonly t0: number
  /** Steps done. */
  n: number
  mode: 'off' | 'run' | 'pierce'
  /** The top front, m; first column of this run, and the first of it that is not done. */
  front: number
  runFrom: number
  undone: number
  /** m missed since a column was last cut through. */
  missed: number
  pierceX: number
  pierceAt: number
  pierceDepth: number
  piercedLow: boolean
  fouled: boolean
  suddenly: boolean
  /** Smoothed m/s and degrees; begun at the first value. */
  vMean: number
  leanMean: number
  tiltMean: number
  /** s that the cones have been in the work; s that the flame stays out. */
  coneS: number
  outS: number
  /** The flame is out in this step. */
  out: boolean
  conesIn: boolean
  kindled: number | undefined
  /** How far the torch has gone past, less its half kerf, m: what lies behind can close. */
  behind: number
  unclosed: number
  /** Of the last step: speed limit m/s, oxygen in parts of the planned, J that were burnt since the beginning. */
  limit: number
  flow: number
  burnt: number
  moved: { sum: number; steps: number }
  readonly starts: PaceStartEntry[]
  readonly losses: LossEntry[]
  readonly blows: BlowEntry[]
  readonly pops: number[]
  readonly refused: RefusedEntry[]
}

const column = (n: number) => ({
  state: new Uint8Array(n),
  torn: new Uint8Array(n),
  depth: new Float64Array(n),
  drag: new Float64Array(n),
  passed: new Float64Array(n).fill(-1),
  pierced: new Uint8Array(n),
  height: new Float64Array(n),
  y: new Float64Array(n),
  speed: new Float64Array(n),
  flow: new Float64Array(n).fill(1),
  jerk: new Float64Array(n),
  warm: new Float64Array(n),
  angle: new Float64Array(n),
  cones: new Uint8Array(n),
  fouled: new Uint8Array(n),
  wall: new Float64Array(n).fill(-1),
  bridged: new Uint8Array(n),
})

/** What a plate is laid with. */
export interface PaceSetUp {
  readonly plate: PacePlate
  readonly gas: PaceGas
  readonly plan: PacePlan
  readonly dt: number
  readonly dx: number
  /** The clock when it begins, s. */
  readonly t0?: number
  readonly calibration?: Calibration
}

/** A plate on the bench, not yet touched. */
export function beginPace({ plate, gas, plan, dt, dx, t0 = 0, calibration = {} }: PaceSetUp): PaceSim {
  const jet = jetOf(plate, gas, plan, calibration.purity)
  const heat = layPlate(jet.te, plate.length, dx, plate.temperature)
  return {
    plate,
    gas,
    plan,
    calibration,
    jet,
    heat,
    columns: column(heat.columns),
    dt,
    t0,
    n: 0,
    mode: 'off',
    front: 0,
    runFrom: 0,
    undone: 0,
    missed: 0,
    pierceX: 0,
    pierceAt: 0,
    pierceDepth: 0,
    piercedLow: false,
    fouled: false,
    suddenly: false,
    vMean: 0,
    leanMean: 0,
    tiltMean: 0,
    coneS: 0,
    outS: 0,
    out: false,
    conesIn: false,
    kindled: undefined,
    behind: -Infinity,
    unclosed: 0,
    limit: 0,
    flow: 1,
    burnt: 0,
    moved: { sum: 0, steps: 0 },
    starts: [],
    losses: [],
    blows: [],
    pops: [],
    refused: [],
  }
}

/** Kindles at an edge; at the edge of a lost cut, and on the flat, °C: of a mean over some mm, not of the skin. */
export const KINDLES_C = 900
export const HOT_KERF_C = 720
/** The lever's slack. */
const SLACK = 0.05
/** Cones in the work for so long, s, pop; at once so near, m; the flame is then out for so long, s. */
const POPS_S = 0.25
const POPS_AT_M = 0.001
const OUT_S = 0.6
const SMOOTH_S = 0.5
const TINY = 1e-9

/** The next step. */
export function paceStep(sim: PaceSim, hand: HandStep): void {
  const { dt } = sim
  const v = (hand.to - hand.from) / dt
  smooth(sim, v, hand)
  seeCones(sim, hand)
  burn(sim, hand)
  seeKindled(sim, hand)
  cut(sim, hand, v)
  heatStep(sim.heat, dt, FLAMES[sim.gas.fuel].drives)
  sim.n++
  close(sim, hand.to)
  if (v > 0) {
    sim.moved.sum += v
    sim.moved.steps++
  }
}

function smooth(sim: PaceSim, v: number, { lean, tilt }: HandStep): void {
  const by = sim.n === 0 ? 1 : Math.min(1, sim.dt / SMOOTH_S)
  sim.vMean += (v - sim.vMean) * by
  sim.leanMean += (lean - sim.leanMean) * by
  sim.tiltMean += (tilt - sim.tiltMean) * by
}

/** When the step ends and its middle, s. */
const ends = ({ t0, n, dt }: PaceSim): number => t0 + (n + 1) * dt
const middle = ({ t0, n, dt }: PaceSim): number => t0 + (n + 0.5) * dt

function seeCones(sim: PaceSim, { height }: HandStep): void {
  const { plan, dt } = sim
  sim.conesIn = height < plan.height - plan.standoff
  sim.out = sim.outS > TINY
  if (sim.out) {
    sim.outS -= dt
    if (!sim.conesIn) sim.coneS = 0
    return
  }
  if (!sim.conesIn) {
    sim.coneS = 0
    return
  }
  sim.coneS += dt
  if (sim.coneS < POPS_S - TINY && height >= POPS_AT_M) return
  sim.out = true
  sim.outS = OUT_S
  sim.coneS = 0
  sim.pops.push(ends(sim))
}

/** How much higher than planned, m. */
export const overOf = ({ plan }: PaceSim, height: number): number => Math.max(0, height - plan.height)

/** How wide the flame strikes, m. */
const spread = ({ gas }: PaceSim, over: number): number =>
  0.0055 * (gas.orifice / 0.001) ** 0.65 * FLAMES[gas.fuel].wide * (1 + over / 0.025)

function burn(sim: PaceSim, { from, to, height, lean, flame }: HandStep): void {
  const over = overOf(sim, height)
  const share =
    (0.42 * SURFACES[sim.plate.surface].heat * (1 - 0.6 * Math.sin((Math.abs(lean) * Math.PI) / 180))) /
    (1 + (over / 0.014) ** 2)
  const { calibration } = sim
  const works = (calibration.flame ?? 1) * (sim.mode === 'off' ? (calibration.kindling ?? 1) : 1)
  const watts = sim.out ? 0 : sim.gas.flameHeat * flame * share * (sim.conesIn ? 1.15 : 1) * works
  playFlame(sim.heat, watts, (from + to) / 2, spread(sim, over), sim.plate.start === 'edge')
}

function seeKindled(sim: PaceSim, { to, height }: HandStep): void {
  if (sim.kindled !== undefined) return
  if (to < -spread(sim, overOf(sim, height)) || to > sim.plate.length) return
  const wants = sim.plate.start === 'pierce' ? HOT_KERF_C : KINDLES_C
  if (underTorch(sim, 0, to) >= wants) sim.kindled = ends(sim) - sim.t0
}

/** °C of a shell under the torch. */
const underTorch = ({ heat }: PaceSim, shell: number, x: number): number =>
  (heat.shells[shell] as Float64Array)[columnAt(heat, x)] as number

/** A hand and the jet in this step: m, m/s, kg/s. */
interface Cutting {
  readonly hand: HandStep
  readonly v: number
  readonly over: number
  readonly oxygen: number
  readonly limit: number
  /** How fast it goes down, m/s, and how far it reaches back. */
  readonly sinks: number
  readonly lead: number
  readonly top: number
  readonly tail: number
}

function cutting(sim: PaceSim, hand: HandStep, v: number): Cutting {
  const { jet } = sim
  const over = overOf(sim, hand.height)
  const oxygen = jet.oxygen * hand.lever * (sim.fouled ? 0.85 : 1)
  const warm = 1 + 0.0004 * (underTorch(sim, 3, hand.to) - 20)
  const limit =
    hand.lever < SLACK
      ? 0
      : speedLimit(jet, oxygen) * jet.purity * heightFactor(over) * jet.metal * jet.surface * warm
  const lead = hand.to + jet.kerf / 2
  sim.limit = limit
  sim.flow = jet.planned > 0 ? (oxygen / jet.planned) * heightFactor(over) : 0
  return {
    hand,
    v,
    over,
    oxygen,
    limit,
    sinks: (limit * jet.te) / jet.reach,
    lead,
    top: hand.to - jet.kerf / 2,
    tail: lead - reachAt(jet, hand.lean),
  }
}

function cut(sim: PaceSim, hand: HandStep, v: number): void {
  const now = cutting(sim, hand, v)
  if (hand.lever < SLACK) {
    if (sim.mode === 'pierce') {
      sim.columns.depth[sim.pierceAt] = sim.pierceDepth
      sim.blows.push({ t: middle(sim), x: hand.to, cause: 'not-through' })
    }
    sim.mode = 'off'
    return
  }
  if (now.limit <= 0) return
  if (sim.mode === 'off') begin(sim, now)
  if (sim.mode === 'pierce') pierce(sim, now)
  if (sim.mode === 'run') run(sim, now)
}

/** A column has a cut one before it, or is the plate's edge. */
const opens = ({ plate, columns }: PaceSim, i: number): boolean =>
  i === 0 ? plate.start === 'edge' : columns.state[i - 1] === CUT

function begin(sim: PaceSim, now: Cutting): void {
  const { heat, columns, plate } = sim
  const { hand } = now
  const top = heat.shells[0] as Float64Array
  const at = candidate(sim, now)
  if (at !== undefined) {
    const celsius = top[at] as number
    if (celsius >= (at === 0 ? KINDLES_C : HOT_KERF_C)) {
      const round = 0.002 * clamp((celsius - 950) / 300)
      started(sim, { x: at * heat.dx, kind: at === 0 ? 'edge' : 'kerf', temperature: celsius, round })
      runsFrom(sim, at)
      return
    }
  } else {
    const i = columnAt(heat, hand.to)
    const celsius = top[i] as number
    const inside = hand.to >= 0 && hand.to <= plate.length
    const still = Math.abs(sim.vMean) < sim.plan.speed / 4
    if (inside && still && columns.state[i] !== CUT && celsius >= HOT_KERF_C) {
      const round = 0.003 * clamp((celsius - 850) / 300)
      started(sim, { x: hand.to, kind: 'pierce', temperature: celsius, round })
      if (hand.leverRate > 2) sim.suddenly = true
      sim.mode = 'pierce'
      sim.pierceX = hand.to
      sim.pierceAt = i
      sim.pierceDepth = columns.depth[i] as number
      sim.piercedLow = false
      return
    }
  }
  chill(sim, now)
}

function started(sim: PaceSim, entry: Omit<PaceStartEntry, 't'>): void {
  sim.starts.push({ t: middle(sim), ...entry })
}

/** The first uncut column between the jet's top edges, where the jet has a way in. */
function candidate(sim: PaceSim, { lead, top }: Cutting): number | undefined {
  if (lead < 0) return undefined
  const { heat, columns } = sim
  const from = Math.max(0, Math.floor(top / heat.dx))
  const to = Math.min(heat.columns - 1, Math.floor(lead / heat.dx))
  for (let i = from; i <= to; i++) if (columns.state[i] !== CUT && opens(sim, i)) return i
  return undefined
}

/** A run begins at a column: what lies beyond is met anew, as deep as it was burnt. */
function runsFrom(sim: PaceSim, at: number): void {
  const { state, passed } = sim.columns
  sim.mode = 'run'
  sim.front = at * sim.heat.dx
  sim.runFrom = at
  sim.undone = at
  sim.missed = 0
  for (let i = at; i < state.length; i++)
    if (state[i] !== CUT) {
      state[i] = UNCUT
      passed[i] = -1
    }
}

/** Oxygen on metal that does not burn chills it. */
function chill(sim: PaceSim, { hand, lead, top }: Cutting): void {
  const { heat, columns, jet, dt } = sim
  const celsius = heat.shells[0] as Float64Array
  const from = Math.max(0, Math.floor(top / heat.dx))
  const to = Math.min(heat.columns - 1, Math.floor(lead / heat.dx))
  for (let i = from; i <= to; i++) {
    if (columns.state[i] === CUT) continue
    const watts = 4000 * hand.lever * ((celsius[i] as number) - 20) * jet.kerf * heat.dx
    give(heat, 0, i, -watts)
    heat.ledger.chill += watts * dt
  }
  const under = columnAt(heat, hand.to)
  if (columns.state[under] === CUT || hand.to < 0 || hand.to >= sim.plate.length) return
  const t = middle(sim)
  const last = sim.refused.at(-1)
  if (last && t - (last.t + last.seconds) < 0.5)
    sim.refused[sim.refused.length - 1] = { ...last, seconds: t - last.t }
  else sim.refused.push({ t, x: hand.to, temperature: celsius[under] as number, seconds: 0 })
}

/** Deepest that a pierce comes, m. */
const PIERCES_M = 0.08

function pierce(sim: PaceSim, now: Cutting): void {
  const { columns, jet, heat } = sim
  const { hand } = now
  const t = middle(sim)
  if (Math.abs(hand.to - sim.pierceX) > jet.kerf) {
    columns.depth[sim.pierceAt] = sim.pierceDepth
    sim.blows.push({ t, x: hand.to, cause: 'not-through' })
    sim.losses.push({ t, x: sim.pierceAt * heat.dx, front: sim.pierceX, cause: 'not-through' })
    sim.mode = 'off'
    return
  }
  const was = sim.pierceDepth
  sim.pierceDepth += 0.3 * now.sinks * Math.max(0, 1 - was / PIERCES_M) * sim.dt
  sim.burnt += ((sim.jet.frees * Math.PI * jet.kerf ** 2) / 4) * (sim.pierceDepth - was)
  columns.depth[sim.pierceAt] = Math.min(jet.te, sim.pierceDepth)
  if (sim.pierceDepth < jet.te) {
    if (!sim.piercedLow && hand.lever > 0.3 && hand.height < 1.3 * sim.plan.height) {
      sim.piercedLow = true
      sim.fouled = true
      sim.blows.push({ t, x: hand.to, cause: 'pierced-low' })
    }
    return
  }
  const from = columnAt(heat, sim.pierceX - jet.kerf / 2)
  const to = columnAt(heat, sim.pierceX + jet.kerf / 2)
  for (let i = from; i <= to; i++) {
    if (columns.state[i] === CUT) continue
    note(sim, i, now)
    columns.state[i] = CUT
    columns.pierced[i] = 1
    columns.depth[i] = jet.te
    columns.drag[i] = 0
    columns.speed[i] = 0
    columns.jerk[i] = 0
    columns.angle[i] = 0
    columns.flow[i] = 1
  }
  runsFrom(sim, to + 1)
  sim.front = (to + 1) * heat.dx
}

/** Keeps how it was when the front passed a column. */
function note(sim: PaceSim, i: number, { hand, v }: Cutting): void {
  const { columns } = sim
  columns.height[i] = hand.height
  columns.y[i] = hand.y
  columns.speed[i] = Math.abs(v)
  columns.flow[i] = sim.flow
  const mean = Math.abs(sim.vMean)
  columns.jerk[i] = Math.abs(Math.abs(v) - mean) / Math.max(1e-4, mean)
  columns.warm[i] = underTorch(sim, 3, hand.to)
  columns.angle[i] = Math.max(Math.abs(hand.lean - sim.leanMean), Math.abs(hand.tilt - sim.tiltMean))
  columns.cones[i] = sim.conesIn ? 1 : 0
  columns.fouled[i] = sim.fouled ? 1 : 0
}

/** The film at its hottest, °C, and what kindles at the distance that a front of it leaps, m. */
const FILM_C = 1500
const leap = (te: number): number => 0.00042 + 0.0135 * te
/** So far missed is lost, m. */
const LOST_M = 0.003 - 1e-9
/** So much of the depth tears. */
const TEARS = 0.95

/** How fast the front runs, m/s, into metal of so many °C. */
const runs = (celsius: number, te: number): number =>
  celsius >= KINDLES_C - 1
    ? Infinity
    : (DIFFUSES / leap(te)) * Math.log((FILM_C - celsius) / (KINDLES_C - celsius))

function run(sim: PaceSim, now: Cutting): void {
  const { dt, heat, jet, plate } = sim
  const was = sim.front
  const fast = runs(topAt(heat, was + 0.0005), jet.te)
  sim.front = Math.max(was, Math.min(now.lead, was + fast * dt, plate.length))
  sink(sim, now, was)
  heatWalls(sim, now, sim.front - was)
  if (sim.missed >= LOST_M) lose(sim, now, true)
  else if (sim.front < now.top && sim.front < plate.length) lose(sim, now, false)
  else if (now.tail > plate.length || (sim.front >= plate.length && sim.undone >= heat.columns))
    sim.mode = 'off'
}

/** How far a place moves past the middle of a column in a step: the share of the step before it does, 1 where it does not. */
const before = (from: number, to: number, middleOf: number): number =>
  from >= middleOf ? 0 : to < middleOf ? 1 : (middleOf - from) / (to - from)

/** Every column that the front has passed burns deeper, until it is through or the jet has left it. */
function sink(sim: PaceSim, now: Cutting, was: number): void {
  const { heat, columns, dt } = sim
  const { front } = sim
  const tailWas = now.tail - now.v * dt
  let done = true
  for (let i = sim.undone; i < heat.columns; i++) {
    const at = (i + 0.5) * heat.dx
    if (front < at) break
    if (columns.state[i] === UNCUT) {
      const passes = before(was, front, at)
      const first = (columns.passed[i] as number) < 0
      if (first) {
        columns.passed[i] = sim.n * dt + passes * dt
        note(sim, i, now)
      }
      const leaves = tailWas > at ? 0 : now.tail > at ? before(tailWas, now.tail, at) : 1
      deepen(sim, now, i, was, first ? passes : 0, leaves)
    }
    if (columns.state[i] === UNCUT) done = false
    else if (done) sim.undone = i + 1
  }
}

function deepen(sim: PaceSim, now: Cutting, i: number, was: number, passes: number, leaves: number): void {
  const { columns, jet, dt, heat } = sim
  const { te } = jet
  const z = columns.depth[i] as number
  const share = Math.max(0, leaves - passes)
  const next = Math.min(te, z + now.sinks * dt * share)
  sim.burnt += jet.frees * jet.kerf * heat.dx * (next - z)
  columns.depth[i] = next
  if (next >= te) {
    const when = passes + (now.sinks > 0 ? (te - z) / (now.sinks * dt) : 0)
    throughAt(sim, now, i, was, Math.min(1, when))
  } else if (leaves < 1) leave(sim, now, i, next)
}

/** A column is through: how far the front was ahead of it, m. @param when share of the step */
function throughAt(sim: PaceSim, now: Cutting, i: number, was: number, when: number): void {
  const { columns, heat, plate, dt } = sim
  const at = (i + 0.5) * heat.dx
  const lag = was + (sim.front - was) * when - at
  columns.state[i] = CUT
  columns.torn[i] = 0
  const since = (sim.n + when) * dt - (columns.passed[i] as number)
  columns.drag[i] =
    sim.front >= plate.length
      ? Math.max(lag, Math.min(reachAt(sim.jet, now.hand.lean), Math.max(0, now.v) * since))
      : lag
  sim.missed = 0
}

/** The jet leaves a column: torn through, or missed. */
function leave(sim: PaceSim, now: Cutting, i: number, depth: number): void {
  const { columns, jet, heat } = sim
  columns.drag[i] = reachAt(jet, now.hand.lean)
  if (depth >= TEARS * jet.te) {
    columns.state[i] = CUT
    columns.torn[i] = 1
    columns.depth[i] = jet.te
  } else {
    columns.state[i] = MISSED
    sim.missed += heat.dx
  }
}

/** The slag's film on the walls: as hot as it may be, for as far as the front has moved. */
function heatWalls(sim: PaceSim, { top, v }: Cutting, advance: number): void {
  if (advance <= 0) return
  const { heat, jet, dt, front } = sim
  const { dx } = heat
  const share = v > 0 ? Math.min(1, advance / (v * dt)) : 1
  const from = Math.max(0, Math.floor(top / dx))
  const to = Math.min(heat.columns - 1, Math.floor(front / dx))
  const most = (0.5 * jet.frees * jet.kerf * jet.te * advance) / dt
  let all = 0
  for (let s = 0; s < SHELLS; s++) all += wallShell(sim, s, from, to, top, share, 0)
  if (all <= 0) return
  const scale = Math.min(1, most / all)
  for (let s = 0; s < SHELLS; s++) wallShell(sim, s, from, to, top, share, scale)
  heat.ledger.wall += all * scale * dt
}

/** W that one shell takes from the film; given to it where `scale` is above 0. */
function wallShell(
  { heat, jet, front }: PaceSim,
  s: number,
  from: number,
  to: number,
  top: number,
  share: number,
  scale: number,
): number {
  const inner = s === 0 ? 0 : (heat.radius[s - 1] as number)
  const deep = Math.min(jet.te, heat.radius[s] as number) - Math.min(jet.te, inner)
  if (deep <= 0) return 0
  const celsius = heat.shells[s] as Float64Array
  let all = 0
  for (let i = from; i <= to; i++) {
    const covered = Math.min(front, (i + 1) * heat.dx) - Math.max(top, i * heat.dx)
    if (covered <= 0) continue
    const watts = 4000 * 2 * deep * covered * (FILM_C - (celsius[i] as number)) * share
    all += watts
    if (scale > 0) give(heat, s, i, watts * scale)
  }
  return all
}

/** Why a cut was missed: what took most of the speed; where nothing did, it was too fast. */
function missedBy({ jet }: PaceSim, { hand, over }: Cutting): LossCause {
  const oxygen = jet.planned > 0 ? Math.min(1, jet.oxygen / jet.planned) : 1
  const took: readonly (readonly [LossCause, number])[] = [
    ['lever-part', hand.lever / 0.9],
    ['oxygen-low', oxygen / 0.85],
    ['purity', jet.purity / 0.85],
    ['too-high', heightFactor(over) / 0.9],
    ['scale', jet.surface / 0.94],
    ['metal', jet.metal],
  ]
  const [cause, least] = took.reduce((a, b) => (b[1] < a[1] ? b : a))
  return least < 1 ? cause : 'too-fast'
}

/** Why a front went cold. */
function coldBy({ out, plan }: PaceSim, { over, hand, v }: Cutting): LossCause {
  if (over > 0.003) return 'too-high'
  if (out) return 'popping'
  if (hand.flame < 0.7) return 'preheat-little'
  return v > 1.25 * plan.speed ? 'too-fast' : 'preheat-little'
}

function lose(sim: PaceSim, now: Cutting, blew: boolean): void {
  const { columns, heat } = sim
  const t = middle(sim)
  let first = sim.runFrom
  while (first < heat.columns && columns.state[first] === CUT) first++
  if (blew) sim.blows.push({ t, x: sim.front, cause: 'too-fast' })
  sim.losses.push({
    t,
    x: Math.min(sim.front, first * heat.dx),
    front: sim.front,
    cause: blew ? missedBy(sim, now) : coldBy(sim, now),
  })
  sim.mode = 'off'
}

/** The film closes a kerf of 1.5 mm with so many J/m²; it is solid from so many °C. */
const FILM_J_M2 = 1.6e6
const FREEZES_C = 1370
/** Nothing closes in plate over so thick, nor so near an end, m. */
const CLOSES_TO_M = 0.008
const END_M = 0.012
/** The torch has passed by so much, m. */
const PAST_M = 0.003

/** Columns that the torch has passed: walls too hot to freeze the film close again. */
function close(sim: PaceSim, x: number): void {
  const { heat, columns, jet } = sim
  sim.behind = Math.max(sim.behind, x - jet.kerf / 2 - PAST_M)
  const top = heat.shells[0] as Float64Array
  while (sim.unclosed < heat.columns && (columns.wall[sim.unclosed] as number) >= 0) sim.unclosed++
  for (let i = sim.unclosed; i < heat.columns; i++) {
    const at = (i + 0.5) * heat.dx
    if (at >= sim.behind) break
    if (columns.state[i] !== CUT || (columns.wall[i] as number) >= 0) continue
    const celsius = top[i] as number
    columns.wall[i] = Math.max(0, celsius)
    const inside = at > END_M && heat.columns * heat.dx - at > END_M
    if (inside && jet.te <= CLOSES_TO_M && closes(jet, celsius)) columns.bridged[i] = 1
  }
}

/** Whether walls of so many °C keep the film running until it has closed. */
export function closes({ kerf, te }: Pick<Jet, 'kerf' | 'te'>, celsius: number): boolean {
  if (celsius >= FREEZES_C) return true
  const film = (FILM_J_M2 * kerf) / 0.0015 / (FREEZES_C - celsius)
  const freezes = (Math.PI / (4 * CONDUCTS * 4.7e6)) * film ** 2
  return freezes > 0.0231 * (te / 0.00476) ** 0.25
}

/** Shortest bridge that holds, m. */
const BRIDGE_M = 0.005

/** Bridges that are too short to hold break as soon as it is looked at: which columns are left bridged. */
export function bridgesLeft({ columns, heat }: PaceSim): Uint8Array {
  const left = Uint8Array.from(columns.bridged)
  for (let i = 0; i < left.length;) {
    let to = i
    while (to < left.length && left[to] === 1) to++
    if (to > i && (to - i) * heat.dx < BRIDGE_M - TINY) left.fill(0, i, to)
    i = Math.max(to, i + 1)
  }
  return left
}
