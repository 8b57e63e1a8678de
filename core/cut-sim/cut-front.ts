import { heightFactor, reachAt, speedLimit } from './jet.ts'
import { clamp } from './pace-case.ts'
import {
  CUT,
  HOT_KERF_C,
  KINDLES_C,
  middle,
  MISSED,
  overOf,
  UNCUT,
  underTorch,
  type HandStep,
  type LossCause,
  type PaceSim,
  type PaceStartEntry,
} from './pace-sim.ts'
import { columnAt, columnsBetween, DIFFUSES, give, SHELLS, topAt } from './plate-heat.ts'

/** The jet in the work: what it starts, how the front runs, what burns through behind it, and how a cut is lost. */

/** The lever's slack. */
const SLACK = 0.05
/** A hand and the jet in this step: m, m/s, kg/s. */
interface Cutting {
  readonly hand: HandStep
  readonly v: number
  readonly over: number
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
  sim.flow = jet.planned > 0 ? (oxygen / jet.planned) * heightFactor(over) : 0
  return {
    hand,
    v,
    over,
    limit,
    sinks: (limit * jet.te) / jet.reach,
    lead,
    top: hand.to - jet.kerf / 2,
    tail: lead - reachAt(jet, hand.lean),
  }
}

/** What the jet does in a step: starts, pierces, cuts, or chills what does not burn. @param v m/s */
export function cut(sim: PaceSim, hand: HandStep, v: number): void {
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
  const [from, to] = columnsBetween(heat, top, lead)
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
  const [from, to] = columnsBetween(heat, top, lead)
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
    columns.cones[i] = 0
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
  const share = v > 0 ? Math.min(1, advance / (v * dt)) : 1
  const [from, to] = columnsBetween(heat, top, front)
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
