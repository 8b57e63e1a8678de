import { conductivityAt, type BaseMetal } from '../metal/base-metals.ts'
import {
  advance,
  AIR_LOSS,
  growing,
  heatStored,
  layBar,
  noPulls,
  STEFAN,
  workBench,
  zeros,
  type Bar,
  type Bench,
  type Pulls,
} from './fin.ts'

/** One of the two parts. Round parts by their radius, flat ones by their width along the seam. */
export interface HeatPart {
  readonly metal: BaseMetal
  readonly wallM: number
  /** Outside radius of a round part; absent for a flat one. */
  readonly outerRadiusM?: number | undefined
  /** Width of a flat part that is heated at a time. */
  readonly widthM?: number | undefined
  /** A flat part goes on beside what is heated: its heat runs off there as well. */
  readonly goesOn?: boolean
  /** Conducts over its whole section and has no inside: a plug or a rod. */
  readonly solid?: boolean
}

/** The flame on the work. */
export interface HeatFlame {
  /** Fuel's flow times its gross heat, W. */
  readonly powerW: number
  /** Share of that which enters cold metal. */
  readonly efficiency: number
  /** Half width of the flame where it strikes, m. */
  readonly spreadM: number
  /** Temperature that drives the heat, K. */
  readonly driveK: number
}

/** What is to be heated, how, and when it is done. SI, K. */
export interface JointHeatAsked {
  /** Goes in (tube, plug) or lies under. Reaches away from the mouth at z < 0. */
  readonly a: HeatPart
  /** Goes round it (cup, sleeve) or lies over. */
  readonly b: HeatPart
  readonly overlapM: number
  /** The film between them. */
  readonly gapM: number
  readonly fluxed: boolean
  readonly flame: HeatFlame
  /** The joint's mean has to reach this, and no spot of it may stay under `floorK`. */
  readonly targetK: number
  readonly floorK: number
  readonly airK: number
  /** What both parts start at, when they were warmed through first. */
  readonly startK?: number | undefined
  /** How long the heat is held while filler is fed, s. */
  readonly feedS: number
  /** `follow`: to and fro, toward the colder part, tube first. `cup`: on the cup alone, 0.3 of its depth in. `seam`: on flat work, along its edge, both parts alike. */
  readonly hand: 'follow' | 'cup' | 'seam'
  /** A wet rag on part a: from the mouth to its near edge, and its width, m. */
  readonly rag?: { readonly atM: number; readonly widthM: number } | undefined
  /** Nitrogen runs inside. */
  readonly purged?: boolean
  /** What the joint is held at while filler is fed, K; absent: where it is hot enough. */
  readonly holdK?: number | undefined
  /** It cools afterwards until all of it is under each of these, K, the highest first. */
  readonly coolTo?: readonly number[] | undefined
  readonly limitS?: number
  /** `fine` for figures, `coarse` for trying tips. */
  readonly grid?: 'fine' | 'coarse'
}

/** A temperature profile of part a, from the mouth outward. */
export interface Profile {
  readonly distanceM: readonly number[]
  readonly kelvin: readonly number[]
}

/** What the heating comes to. */
export interface JointHeat {
  /** Until the whole joint is hot enough, s; undefined when this flame never gets there. */
  readonly toHeatS: number | undefined
  /** Hottest mean of the joint that it reached, K. */
  readonly reachedK: number
  /** Hottest place of it until then, K. */
  readonly hottestK: number
  /** Heat from the flame until then, J; and the shares of it that part a took, and that was lost meanwhile. */
  readonly heatJ: number
  readonly shareA: number
  readonly lostJ: number
  /** Seconds for which the tube was the colder part, that is: the flame was mostly on it. */
  readonly tubeFirstS: number
  /** Seconds from the flame's end until the hottest place of the joint is under each of `coolTo`. */
  readonly cooledS?: readonly number[]
  /** Part a when the feeding ends. */
  readonly profile: Profile
  /** Difference between flame's heat and heat stored or lost, as a share: how far the sum is out. */
  readonly imbalance: number
}

const EMISSIVITY = AIR_LOSS.open.emissivity
const INSIDE_EMISSIVITY = 0.1
const INSIDE_H = 5
const PURGED_H = 12
const CONTACT_H = 300
const LIQUID_FLUX_K = 773.15
const LIQUID_FLUX_CONDUCTIVITY = 0.5
const FILLER_CONDUCTIVITY = 50
/** Aim on the tube: about 25 mm back from the mouth; on the cup: this share of its depth. */
export const TUBE_AIM_M = 0.025
/** A small tube is taken nearer: so many times its diameter back. */
const TUBE_AIM_TIMES = 1.2
const CUP_AIM = 0.3
/** The tube is first brought this share of the way up; from then on this share of the time goes to it. */
const TUBE_SHARE = 0.3
const TO_AND_FRO = 0.15
/** Along a flat seam this share goes to the part that is the colder one. */
const SEAM_TO_COLDER = 0.7
/** Of both sides of a stretch so much is cold. */
const ASIDE_SHARE = 1.5
/** Dripping cloth: heat passed to its water, W/(m² K), and the water's temperature. */
export const RAG_H = 1000
export const RAG_K = 313.15
/** A part is laid out this many diffusion lengths of a long heating, and goes on as a fin. */
const REACH = 5
const LONG_S = 150
const HALT_S = 600

interface Side {
  readonly bar: Bar
  readonly kelvin: number[]
  readonly pulls: Pulls
  readonly outer: number[]
  readonly inner: number[]
  readonly sizeM: number
  readonly aims: readonly [number[], number[]]
  /** Conductance from the flame in this step, W/K. */
  readonly struck: number[]
  /** Cells of the overlap: first, and one past the last. */
  readonly from: number
  readonly to: number
  readonly endG: number
  /** Heat that runs off sideways: W·√s/K of each cell, over the root of the time. */
  readonly asideG: number[]
  readonly bench: Bench
}

/** Abramowitz and Stegun 7.1.26, to 1.5e-7. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x))
  const y =
    1 -
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
      t *
      Math.exp(-x * x)
  return x < 0 ? -y : y
}

/** How much of a flame a part of this half width catches. */
const caught = (halfM: number, spreadM: number) => erf(halfM / (Math.SQRT2 * spreadM))

/** Conductance from the flame to each cell when all of it is aimed at `aimM`, W/K: it saturates as the metal nears it. */
function aimedAt(side: { bar: Bar; open: number[]; halfM: number }, flame: HeatFlame, aimM: number) {
  const { powerW, efficiency, spreadM, driveK } = flame
  const whole = ((efficiency * powerW) / (driveK - 293.15)) * caught(side.halfM, spreadM)
  const perM = whole / (spreadM * Math.sqrt(2 * Math.PI))
  const { z, dz } = side.bar
  const out = zeros(z.length)
  for (let i = 0; i < z.length; i++) {
    const x = ((z[i] as number) - aimM) / spreadM
    if (x > -6 && x < 6) out[i] = perM * (dz[i] as number) * Math.exp(-0.5 * x * x) * (side.open[i] as number)
  }
  return out
}

function buildSide(asked: JointHeatAsked, which: 'a' | 'b'): Side {
  const part = asked[which]
  const { overlapM: overlap, flame, grid = 'fine' } = asked
  const [cells, ratio] = grid === 'fine' ? [4, 1.3] : [3, 1.6]
  const inside = Array.from({ length: cells }, () => overlap / cells)
  const diffusivity = conductivityAt(part.metal, 600) / (part.metal.density * part.metal.specificHeat[0])
  const reach = Math.max(0.12, REACH * Math.sqrt(diffusivity * LONG_S))
  const outside = growing(Math.max(0.002, Math.min(0.004, overlap / cells)), ratio, reach)
  const r = part.outerRadiusM
  const thick = Math.min(part.wallM, r ?? Infinity)
  const areaM2 =
    r === undefined
      ? (part.widthM ?? 0) * part.wallM
      : part.solid
        ? Math.PI * r * r
        : Math.PI * (r * r - (r - thick) ** 2)
  const lengths = which === 'a' ? [...outside.reverse(), ...inside] : [...inside, ...outside]
  const bar = layBar(part.metal, areaM2, which === 'a' ? -reach : 0, lengths)
  const n = lengths.length
  const from = which === 'a' ? n - cells : 0
  const to = from + cells
  const outerRim = r === undefined ? (part.widthM ?? 0) : 2 * Math.PI * r
  const innerRim =
    r === undefined ? (part.widthM ?? 0) : part.solid ? 0 : 2 * Math.PI * Math.max(0, r - thick)
  const open = zeros(n).fill(1)
  const outer = zeros(n)
  const inner = zeros(n)
  for (let i = 0; i < n; i++) {
    const lapped = i >= from && i < to
    // the tube's outside is covered in the cup; the cup's inside by the tube
    if (lapped && which === 'a') open[i] = 0
    outer[i] = (open[i] as number) * outerRim * (bar.dz[i] as number)
    inner[i] = lapped && which === 'b' ? 0 : innerRim * (bar.dz[i] as number)
    // a sheet throws heat off from its underside too, onto what it lies on
    if (r === undefined) {
      outer[i] = (outer[i] as number) + AIR_LOSS.under.share * (inner[i] as number)
      inner[i] = 0
    }
  }
  const target = { bar, open, halfM: r ?? (part.widthM ?? 0) / 2 }
  const k = conductivityAt(part.metal, 373.15)
  return {
    bar,
    kelvin: zeros(n).fill(asked.startK ?? asked.airK),
    pulls: noPulls(n),
    outer,
    inner,
    sizeM: r === undefined ? (part.widthM ?? 0.1) : 2 * r,
    aims: [
      aimedAt(
        target,
        flame,
        asked.hand === 'seam' ? -flame.spreadM : -Math.min(TUBE_AIM_M, TUBE_AIM_TIMES * 2 * (r ?? Infinity)),
      ),
      aimedAt(target, flame, CUP_AIM * overlap),
    ],
    from,
    to,
    // beyond the far end the part goes on: a fin
    bench: workBench(n),
    struck: zeros(n),
    endG: Math.sqrt(12 * k * areaM2 * (outerRim + innerRim)),
    // a half-infinite sheet beside a strip that is held hot: kA(T − T0)/√(πat) (Carslaw and Jaeger 2.4); on the other side
    // lies the stretch before, which is warm
    asideG: bar.dz.map((dz) =>
      part.goesOn ? (ASIDE_SHARE * k * part.wallM * dz) / Math.sqrt(Math.PI * diffusivity) : 0,
    ),
  }
}

/** Gathers what pulls on a side: flame, air, radiation, its far end. */
function pull(
  side: Side,
  asked: JointHeatAsked,
  onTube: number,
  power: number,
  far: number,
  rootS: number,
): void {
  const { kelvin, pulls, outer, inner, sizeM, aims, struck } = side
  const { airK, flame } = asked
  const { driveK } = flame
  const insideH = asked.purged ? PURGED_H : INSIDE_H
  const { g, gT } = pulls
  const [onA, onB] = aims
  const size = 1.32 / Math.sqrt(Math.sqrt(sizeM))
  const [tube, cup] = [power * onTube, power * (1 - onTube)]
  for (let i = 0; i < kelvin.length; i++) {
    const t = kelvin[i] as number
    const rise = t - airK
    const flameG = tube * (onA[i] as number) + cup * (onB[i] as number)
    let loss = 0
    if (rise > 1) {
      const convection = size * Math.sqrt(Math.sqrt(rise))
      const radiation = STEFAN * (t * t + airK * airK) * (t + airK)
      loss =
        (outer[i] as number) * (convection + EMISSIVITY * radiation) +
        (inner[i] as number) * (insideH + INSIDE_EMISSIVITY * radiation)
    }
    if (i === far) loss += side.endG
    loss += (side.asideG[i] as number) / rootS
    struck[i] = flameG
    g[i] = loss + flameG
    gT[i] = loss * airK + flameG * driveK
  }
}

/** What the flame gave and the rest took off in the step just made, W: by the temperatures that the step ended with. */
function tally(side: Side, driveK: number): { heat: number; net: number } {
  const { kelvin, pulls, struck } = side
  let heat = 0
  let net = 0
  for (let i = 0; i < kelvin.length; i++) {
    const t = kelvin[i] as number
    heat += (struck[i] as number) * (driveK - t)
    net += (pulls.gT[i] as number) - (pulls.g[i] as number) * t
  }
  return { heat, net }
}

const meanOf = (side: Side) => {
  let sum = 0
  for (let i = side.from; i < side.to; i++) sum += side.kelvin[i] as number
  return sum / (side.to - side.from)
}
const coldestOf = (side: Side) => {
  let low = Infinity
  for (let i = side.from; i < side.to; i++) low = Math.min(low, side.kelvin[i] as number)
  return low
}

/** Heat passes across the gap, cell by cell, in closed form: stable however thin the film is. */
function exchange(a: Side, b: Side, asked: JointHeatAsked, dt: number, filled: boolean): void {
  const rim =
    asked.a.outerRadiusM === undefined
      ? (asked.a.widthM ?? 0)
      : 2 * Math.PI * (asked.a.outerRadiusM + asked.gapM / 2)
  for (let i = 0; i < a.to - a.from; i++) {
    const ia = a.from + i
    const ib = b.from + i
    const ta = a.kelvin[ia] as number
    const tb = b.kelvin[ib] as number
    const middle = (ta + tb) / 2
    const film = filled
      ? FILLER_CONDUCTIVITY
      : asked.fluxed && middle > LIQUID_FLUX_K
        ? LIQUID_FLUX_CONDUCTIVITY
        : 0.0243 + 6e-5 * (middle - 273.15)
    const radiation = 4 * (1 / (2 / EMISSIVITY - 1)) * STEFAN * middle * middle * middle
    const h = film / asked.gapM + (filled ? 0 : radiation + CONTACT_H)
    const ca = a.bench.capacity[ia] as number
    const cb = b.bench.capacity[ib] as number
    const g = h * rim * (a.bar.dz[ia] as number)
    const joint = (ca * ta + cb * tb) / (ca + cb)
    const apart = (ta - tb) / (1 + dt * g * (1 / ca + 1 / cb))
    a.kelvin[ia] = joint + (cb / (ca + cb)) * apart
    b.kelvin[ib] = joint - (ca / (ca + cb)) * apart
  }
}
/** Share of a step after which a rising value passes a level: 0 where it was past it before. */
export const crossedAt = (before: number, after: number, level: number): number =>
  before >= level ? 0 : Math.min(1, (level - before) / (after - before))

/**
 * Heats a joint in time: both parts as fins with losses by air and radiation, heat across the gap, a flame that
 * saturates as the metal nears its temperature, and a hand that goes to and fro toward the colder part. Integrates by
 * backward Euler with steps that grow from 0.4 s. Round parts are taken as heated all round.
 * @returns time, heat and how far it ran. See docs/method.md for the equations and their sources
 */
export function heatJoint(asked: JointHeatAsked): JointHeat {
  const a = buildSide(asked, 'a')
  const b = buildSide(asked, 'b')
  const coarse = asked.grid === 'coarse'
  const limit = asked.limitS ?? HALT_S
  let t = 0
  let heatJ = 0
  let intoA = 0
  let lostJ = 0
  let tubeFirstS = 0
  let reachedK = asked.airK
  let hottestK = asked.airK
  let toHeatS: number | undefined
  let atHeat = { heatJ: 0, intoA: 0, lostJ: 0, tubeFirstS: 0 }
  let imbalance = 0
  let tubeFirst = asked.hand === 'follow'
  const tubeEnoughK =
    (asked.startK ?? asked.airK) + TUBE_SHARE * (asked.targetK - (asked.startK ?? asked.airK))
  const holdK = asked.holdK ?? asked.targetK
  let endS = limit
  while (t < endS - 1e-9) {
    const hot = toHeatS !== undefined
    const [first, grows] = coarse ? [0.4, 0.12] : [0.2, 0.08]
    const dt = Math.min(hot ? 2 : Math.max(first, grows * t), endS - t)
    const mean = (meanOf(a) + meanOf(b)) / 2
    const coldest = Math.min(coldestOf(a), coldestOf(b))
    // toward the part that is the colder one
    const onLower = meanOf(a) < meanOf(b) ? SEAM_TO_COLDER : 1 - SEAM_TO_COLDER
    // the tube first, until it glows faintly at the mouth or the cup needs it; then mostly the cup, to and fro
    tubeFirst &&= (a.kelvin[a.from] as number) < tubeEnoughK
    const onTube = asked.hand === 'cup' ? 0 : asked.hand === 'seam' ? onLower : tubeFirst ? 0.85 : TO_AND_FRO
    // once it is hot the hand holds it there while filler is fed
    const power = hot ? Math.min(1, Math.max(0, (holdK + 10 - mean) / 20)) : 1
    const rootS = Math.sqrt(t + dt / 2)
    pull(a, asked, onTube, power, 0, rootS)
    pull(b, asked, onTube, power, b.kelvin.length - 1, rootS)
    if (asked.rag) wet(a, asked.rag)
    advance(a.bar, a.kelvin, dt, a.pulls, a.bench)
    advance(b.bar, b.kelvin, dt, b.pulls, b.bench)
    const [gaveA, gaveB] = [tally(a, asked.flame.driveK), tally(b, asked.flame.driveK)]
    exchange(a, b, asked, dt, hot)
    t += dt
    heatJ += (gaveA.heat + gaveB.heat) * dt
    intoA += gaveA.heat * dt
    lostJ += (gaveA.heat + gaveB.heat - gaveA.net - gaveB.net) * dt
    if (tubeFirst) tubeFirstS += dt
    const now = (meanOf(a) + meanOf(b)) / 2
    if (!hot) {
      hottestK = Math.max(hottestK, ...a.kelvin, ...b.kelvin)
      const coldestNow = Math.min(coldestOf(a), coldestOf(b))
      if (now >= asked.targetK && coldestNow >= asked.floorK) {
        const share = Math.max(
          crossedAt(mean, now, asked.targetK),
          crossedAt(coldest, coldestNow, asked.floorK),
        )
        toHeatS = t - dt + dt * share
        atHeat = { heatJ, intoA, lostJ, tubeFirstS }
        const startK = asked.startK ?? asked.airK
        const stored = heatStored(a.bar, a.kelvin, startK) + heatStored(b.bar, b.kelvin, startK)
        imbalance = (heatJ - lostJ - stored) / heatJ
        endS = t + asked.feedS
      } else if (t > 60 && now < reachedK + 1e-4 * dt) break
      reachedK = Math.max(reachedK, now)
    }
  }
  if (toHeatS === undefined) atHeat = { heatJ, intoA, lostJ, tubeFirstS }
  const profile = profileOf(a)
  return {
    toHeatS,
    reachedK,
    hottestK,
    heatJ: atHeat.heatJ,
    shareA: atHeat.intoA / atHeat.heatJ,
    lostJ: atHeat.lostJ,
    tubeFirstS: atHeat.tubeFirstS,
    ...(asked.coolTo && toHeatS !== undefined ? { cooledS: coolDown(a, b, asked, t, asked.coolTo) } : {}),
    profile,
    imbalance,
  }
}

/** Longest that a joint is watched while it cools, s. */
const COOL_HALT_S = 4 * 3600

/** Lets both parts cool with the flame off, and tells when the joint's hottest place has come under each level. */
function coolDown(
  a: Side,
  b: Side,
  asked: JointHeatAsked,
  fromS: number,
  levels: readonly number[],
): readonly number[] {
  const hottest = () => Math.max(...a.kelvin.slice(a.from, a.to), ...b.kelvin.slice(b.from, b.to))
  return timesUnder(levels, hottest, (dt, t) => {
    const rootS = Math.sqrt(fromS + t + dt / 2)
    pull(a, asked, 0, 0, 0, rootS)
    pull(b, asked, 0, 0, b.kelvin.length - 1, rootS)
    if (asked.rag) wet(a, asked.rag)
    advance(a.bar, a.kelvin, dt, a.pulls, a.bench)
    advance(b.bar, b.kelvin, dt, b.pulls, b.bench)
    exchange(a, b, asked, dt, true)
  })
}

/**
 * When a cooling value comes under each of some levels, s; one that it never does stands at the longest that it is watched.
 * @param step lets it cool for so long, from such a time on
 */
export function timesUnder(
  levels: readonly number[],
  value: () => number,
  step: (dt: number, t: number) => void,
): readonly number[] {
  const at = levels.map(() => COOL_HALT_S)
  const left = new Set(levels.keys())
  let [t, before] = [0, value()]
  for (const i of left)
    if (before <= (levels[i] ?? 0)) {
      at[i] = 0
      left.delete(i)
    }
  while (left.size > 0 && t < COOL_HALT_S) {
    const dt = Math.max(0.1, 0.04 * t)
    step(dt, t)
    const now = value()
    for (const i of left) {
      const level = levels[i] ?? 0
      if (now > level) continue
      at[i] = t + dt * crossedAt(-before, -now, -level)
      left.delete(i)
    }
    t += dt
    before = now
  }
  return at
}

function wet(side: Side, rag: { readonly atM: number; readonly widthM: number }): void {
  for (let i = 0; i < side.kelvin.length; i++) {
    const half = (side.bar.dz[i] ?? 0) / 2
    const distance = -(side.bar.z[i] ?? 0)
    const covered = Math.min(distance + half, rag.atM + rag.widthM) - Math.max(distance - half, rag.atM)
    if (covered <= 0) continue
    const g = RAG_H * (side.outer[i] ?? 0) * (covered / (2 * half))
    side.pulls.g[i] = (side.pulls.g[i] ?? 0) + g
    side.pulls.gT[i] = (side.pulls.gT[i] ?? 0) + g * RAG_K
  }
}

function profileOf(side: Side): Profile {
  const distanceM: number[] = []
  const kelvin: number[] = []
  for (let i = side.from - 1; i >= 0; i--) {
    distanceM.push(-(side.bar.z[i] ?? 0))
    kelvin.push(side.kelvin[i] ?? 0)
  }
  return { distanceM, kelvin }
}

/**
 * The temperature at a distance from the mouth, K: between the cells of a profile.
 * @example atDistance({ distanceM: [0, 0.1], kelvin: [900, 500] }, 0.05) // 700
 */
export function atDistance({ distanceM, kelvin }: Profile, m: number): number {
  const i = distanceM.findIndex((d) => d >= m)
  if (i < 0) return kelvin.at(-1) ?? 0
  if (i === 0) return kelvin[0] ?? 0
  const [d0, d1] = [distanceM[i - 1] ?? 0, distanceM[i] ?? 0]
  const [t0, t1] = [kelvin[i - 1] ?? 0, kelvin[i] ?? 0]
  return t0 + ((t1 - t0) * (m - d0)) / (d1 - d0)
}

/**
 * Distance from the mouth beyond which part a stays under a temperature, m: the farthest crossing of its profile.
 * @example reachOf({ distanceM: [0, 0.1], kelvin: [900, 500] }, 600) // 0.075
 */
export function reachOf({ distanceM, kelvin }: Profile, underK: number): number {
  for (let i = kelvin.length - 1; i >= 0; i--) {
    if ((kelvin[i] ?? 0) < underK) continue
    const [d0, t0] = [distanceM[i] ?? 0, kelvin[i] ?? 0]
    const [d1, t1] = [distanceM[i + 1] ?? d0, kelvin[i + 1] ?? t0]
    return t0 === t1 ? d0 : d0 + ((d1 - d0) * (t0 - underK)) / (t0 - t1)
  }
  return 0
}
