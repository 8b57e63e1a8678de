/**
 * What brings the heat to a joint: the burners that are at hand, or those that are sold where nobody said; how long each
 * takes by the heat model; and which of them is planned with. The foot, the ranking, the steps and the plan's own time
 * all come from here.
 */
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { acetyleneDrawLimit, acetyleneDrawShare, stretchS } from '../gas/cylinder.ts'
import type { JointHeat } from '../heat/joint-heat.ts'
import { INCH_M, NUMBER_DRILLS, printAs } from '../quantity/index.ts'
import { CUBIC_FOOT_M3 } from '../quantity/units.ts'
import { likelySpan } from '../span.ts'
import { fuelFlowOf, orificeFor } from './flame.ts'
import { flameKnown } from './own.ts'
import { feedS, heatWith, litFor, type HeatTask } from './heat-plan.ts'
import { hosesFeed } from './pressures.ts'
import { isRound, seatDiameterM } from './joint.ts'
import type { BrazeRig, Burner, BurnerKind, BurnerTime, BurnerVerdict, PlannedBurner } from './types.ts'

export interface JudgedBurner extends Burner {
  /** Absent where even the upper end of the model's span never gets there. */
  readonly time?: BurnerTime | undefined
  readonly verdict: BurnerVerdict
  readonly because: string
  /** Draws more than the cylinder at hand may give. */
  readonly overDraw: boolean
  readonly chosen: boolean
}

const CFH = CUBIC_FOOT_M3 / 3600
const mm = 1e-3

/** Wanted for the whole joint, s, by the tube's outside diameter. The short end beside a valve, the long one for a learner. */
const WANTED: readonly (readonly [outsideM: number, low: number, high: number])[] = [
  [0, 3, 8],
  [0.25 * INCH_M, 4, 10],
  [0.375 * INCH_M, 6, 14],
  [0.5 * INCH_M, 8, 18],
  [0.625 * INCH_M, 10, 22],
  [0.875 * INCH_M, 15, 40],
  [1.125 * INCH_M, 20, 60],
  [1.625 * INCH_M, 35, 80],
  [2.125 * INCH_M, 60, 120],
  [4 * INCH_M, 120, 240],
]
/** Of a spot of 1.5 mm sheet, and of a stretch of two of them; thicker work in proportion. */
const SPOT_WANTED = { thickM: 1.5 * mm, low: 5, high: 20 } as const
const STRETCH_WANTED = { thickM: 3 * mm, low: 20, high: 90 } as const

/** What a joint wants, s: low and high. */
export function wantedS({ request: { work }, spot }: HeatTask): { low: number; high: number } {
  if (isRound(work)) {
    const d = seatDiameterM(work)
    const i = WANTED.findIndex(([to]) => to >= d)
    if (i <= 0) {
      const [at, low, high] = WANTED.at(-1) ?? [1, 120, 240]
      return { low: (low * d) / at, high: (high * d) / at }
    }
    const [x1, low1, high1] = WANTED[i] ?? [0, 0, 0]
    const [x0, low0, high0] = WANTED[i - 1] ?? [0, 0, 0]
    const share = (d - x0) / (x1 - x0)
    return { low: low0 + share * (low1 - low0), high: high0 + share * (high1 - high0) }
  }
  const of = spot ? SPOT_WANTED : STRETCH_WANTED
  const thick = spot ? Math.max(work.a.wallM, work.b.wallM) : work.a.wallM + work.b.wallM
  const times = Math.max(1, thick / of.thickM)
  return { low: of.low * Math.sqrt(times), high: of.high * times }
}

/** Below this it is too much whatever is wanted; so is a rise of the hottest place past this, K/s. */
const TOO_QUICK_S = 4
const TOO_FIERCE_K_PER_S = 200
/** Past this many times the long end it is slow. */
const SLOW_TIMES = 1.5
/** The wide span is no wider than this, so that two of three are told within a factor of 1.8. */
const WIDEST = 2.75
/** What takes longer counts as never getting there, s. */
const LONGEST_S = 1800

/** Times of a burner with the flame as it is, and with as much more and less heat entering as it may give. */
interface Run {
  readonly heat: JointHeat
  readonly quickS: number | undefined
  readonly slowS: number | undefined
}

function runOf(task: HeatTask, burner: Burner): Run {
  const known = flameKnown(task.request.rig, burner)
  const [less, more] = [known.low / known.times, known.high / known.times]
  const at = (times: number, limitS: number) =>
    heatWith(task, burner, { grid: 'coarse', feedS: 0, limitS }, times)
  const heat = at(1, LONGEST_S)
  const t = heat.toHeatS
  return {
    heat,
    quickS: at(more, t ?? LONGEST_S).toHeatS,
    slowS: t === undefined ? undefined : at(less, Math.min(LONGEST_S, WIDEST * t)).toHeatS,
  }
}

/** The span of a time from its run; a time that is only reached by the upper end stands at that end. */
function timeOf({ heat, quickS, slowS }: Run): BurnerTime | undefined {
  const value = heat.toHeatS ?? quickS
  if (value === undefined) return undefined
  const quick = Math.min(value, quickS ?? value * 0.7)
  const high = Math.max(value, Math.min(slowS ?? Infinity, quick * WIDEST))
  const low = Math.max(quick, high / WIDEST)
  const likely = likelySpan({ value, low, high })
  return { value, low: likely.low, high: likely.high, outerLow: low, outerHigh: high }
}

/** A burner in words: "tip of 0.040 in", "head of 6 ports of 0.028 in", "acetylene-air torch". */
export function burnerName(
  burner: Pick<PlannedBurner, 'kind' | 'orifice' | 'ports' | 'count' | 'fuel'>,
  length: (m: number) => string,
): string {
  const { kind, orifice, ports, count } = burner
  const size = orifice === undefined ? '' : length(orifice)
  const name = {
    tip: `tip of ${size}`,
    head: `head of ${ports} ports of ${size}`,
    'fuel-air': `${FUELS[burner.fuel].name}-air torch`,
    'cutting-head': `cutting head, its preheat alone`,
  }[kind]
  return count > 1 ? `${count} torches, each with a ${name}` : name
}

function judge(
  run: Run,
  wanted: { readonly high: number },
  startK: number,
  degrees: (kelvin: number) => string,
): Pick<JudgedBurner, 'verdict' | 'because'> {
  const { heat, quickS } = run
  const t = heat.toHeatS
  if (t === undefined)
    return quickS === undefined
      ? {
          verdict: 'never',
          because: `All that goes in runs off again: it comes to about ${degrees(heat.reachedK)}.`,
        }
      : {
          verdict: 'doubtful',
          because: `It comes to about ${degrees(heat.reachedK)}, and gets there only if a fifth more heat goes in than is usual.`,
        }
  if (t < TOO_QUICK_S || (heat.hottestK - startK) / t > TOO_FIERCE_K_PER_S)
    return {
      verdict: 'too-much',
      because: 'So quick that nobody sees it come: metal burns before it is all hot.',
    }
  if (t > SLOW_TIMES * wanted.high)
    return { verdict: 'slow', because: 'It gets there, and the heat runs far along meanwhile.' }
  return { verdict: 'good', because: 'All of the joint is hot in good time.' }
}

/** The most that the acetylene cylinder at hand may give, m³/s; no limit when nobody said which it is. */
function drawLimit({ request: { rig, shop } }: HeatTask, burner: Burner, litS: number): number {
  if (FUELS[burner.fuel].cylinder.draw !== 'share' || rig.acetyleneCylinderM3 === undefined) return Infinity
  return acetyleneDrawLimit(
    rig.acetyleneCylinderM3,
    acetyleneDrawShare(stretchS(litS, burner.kind === 'head'), shop.airK, rig.drawRule),
  )
}

/** Ports, and the bore of each, m. */
interface Drilled {
  readonly ports: number
  readonly orificeM: number
}
/** A burner by its ports, with the fuel that goes through them. */
const ported = (fuel: FuelId, kind: BurnerKind, { ports, orificeM }: Drilled, count: number): Burner => ({
  kind,
  fuel,
  orificeM,
  ports,
  flow: fuelFlowOf(fuel, orificeM, ports),
  count,
})

/** Single tips that are sold: number drills from #74 to #45, m. */
const SOLD_TIPS = NUMBER_DRILLS.filter((d) => d.number >= 45 && d.number <= 74).map((d) => d.diameterM)
/** Heads that are sold: ports, and the bore of each, m. */
const SOLD_HEADS: readonly Drilled[] = [4, 6, 8, 10, 12].flatMap((ports) =>
  [0.026, 0.028, 0.031, 0.035, 0.04, 0.047, 0.055].map((inches) => ({ ports, orificeM: inches * INCH_M })),
)
/** Fuel-air tips that are sold, by their acetylene, m³/s; of other fuels by like heat. */
const SOLD_AIR = [2, 3.6, 5.7, 8.3, 11, 14.5].map((cfh) => cfh * CFH)

const near = <T>(all: readonly T[], of: (t: T) => number, wanted: number): number => {
  let best = 0
  all.forEach((t, i) => {
    if (Math.abs(Math.log(of(t) / wanted)) < Math.abs(Math.log(of(all[best] as T) / wanted))) best = i
  })
  return best
}

const nearest = <T>(all: readonly T[], of: (t: T) => number, wanted: number): T =>
  all[near(all, of, wanted)] as T
/** From tube of this size on a head is looked at as well, m. */
const HEAD_FROM_M = 0.7 * INCH_M

/** Fuel for a time to heat, through so many torches: a few quick trials, straight in the logarithms of flow and time. */
function flowFor(task: HeatTask, seconds: number, count: number, firstFlow: number): number {
  let flow = firstFlow
  let best = flow
  let bestOff = Infinity
  for (let i = 0; i < 5; i++) {
    const { fuel } = task.request.rig
    const t =
      heatWith(
        task,
        { kind: 'tip', fuel, ports: 1, flow, count },
        { grid: 'coarse', feedS: 0, limitS: 6 * seconds },
      ).toHeatS ?? 8 * seconds
    const off = Math.abs(Math.log(t / seconds))
    if (off < bestOff) [best, bestOff] = [flow, off]
    if (off < 0.15) break
    flow *= Math.min(3, Math.max(1 / 3, (t / seconds) ** 0.7))
  }
  return best
}

/** A first guess: heat for the metal near the joint and 40 % on top, within the time that is aimed at. */
function guess({ request, targetK, spot }: HeatTask, seconds: number): number {
  const { work, rig } = request
  const metal = (p: typeof work.a) => {
    const rim = isRound(work) ? Math.PI * seatDiameterM(work) : spot ? 0.02 : 0.05
    return p.wallM * rim * 0.06 * p.metal.density * p.metal.specificHeat[1]
  }
  const watts = (1.4 * (metal(work.a) + metal(work.b)) * (targetK - 293)) / seconds
  return watts / (0.25 * FUELS[rig.fuel].brazing.grossHeat)
}

/** What is sold and near to what the joint wants: some tips, two heads, two torches, a torch with air. */
function sold(task: HeatTask, aimS: number): readonly Burner[] {
  const { fuel, torches } = task.request.rig
  const wanted = flowFor(task, aimS, torches, guess(task, aimS)) / torches
  const at = near(SOLD_TIPS, (d) => d, orificeFor(fuel, wanted, 1))
  const largest = SOLD_TIPS.length - 1
  const singles = [...new Set([-6, -3, 0, 3, 6].map((by) => Math.min(largest, Math.max(0, at + by))))].map(
    (i) => ported(fuel, 'tip', { ports: 1, orificeM: SOLD_TIPS[i] as number }, torches),
  )
  // a head where one cone is too little for it, and two torches where a head is
  const headFor = (flow: number, count: number): Burner =>
    ported(
      fuel,
      'head',
      nearest(SOLD_HEADS, (h) => fuelFlowOf(fuel, h.orificeM, h.ports), flow),
      count,
    )
  const { work } = task.request
  const large = isRound(work) && seatDiameterM(work) >= HEAD_FROM_M
  const heads =
    large || wanted > 0.9 * fuelFlowOf(fuel, SOLD_TIPS[largest] ?? 0, 1)
      ? [wanted, wanted * 1.6].map((flow) => headFor(flow, torches))
      : []
  const most = largestHead(task, 2)
  const two = torches > 1 || wanted < 0.45 * most.flow ? [] : [headFor(wanted / 1.8, 2), most]
  const airLike = FUELS.acetylene.brazing.grossHeat / FUELS[fuel].brazing.grossHeat
  const air = near(SOLD_AIR, (f) => f * airLike, wanted * 0.7)
  const airs = [air, Math.min(SOLD_AIR.length - 1, air + 1)].map((i): Burner => ({
    kind: 'fuel-air',
    fuel,
    ports: 1,
    flow: (SOLD_AIR[i] as number) * airLike,
    count: 1,
  }))
  const all = [...singles, ...heads, ...two, ...(FUELS[fuel].brazing.air ? airs : [])]
  return all.filter((b, i) => all.findIndex((o) => same(o, b)) === i)
}

const same = (a: Burner, b: Burner) =>
  a.kind === b.kind &&
  a.orificeM === b.orificeM &&
  a.ports === b.ports &&
  a.count === b.count &&
  a.flow === b.flow

interface Ranked extends Pick<JudgedBurner, 'overDraw'> {
  readonly burner: Burner
  readonly time: BurnerTime | undefined
  readonly told: Pick<JudgedBurner, 'verdict' | 'because'>
  readonly points: number
}
/** The largest head that is sold, so many of them. */
const largestHead = ({ request: { rig } }: HeatTask, count: number): Burner =>
  ported(rig.fuel, 'head', SOLD_HEADS.at(-1) as Drilled, count)
/** The largest that are sold and that the hoses feed: two tips and two heads. */
function largestFed({ request: { rig } }: HeatTask, fed: (burner: Burner) => boolean): readonly Burner[] {
  return [
    SOLD_TIPS.map((orificeM) => ported(rig.fuel, 'tip', { ports: 1, orificeM }, rig.torches)),
    SOLD_HEADS.map((head) => ported(rig.fuel, 'head', head, rig.torches)),
  ].flatMap((kind) =>
    kind
      .filter(fed)
      .sort((a, b) => b.flow - a.flow)
      .slice(0, 2),
  )
}
/** What counts against a burner beside its verdict, in logarithms of time. */
const [OVER_DRAW, NO_REACH, NO_OXYGEN, UNFED] = [8, 4, 3, 60]
const EXTRA: Readonly<Record<BurnerKind, number>> = { tip: 0, head: 0.4, 'fuel-air': 0.2, 'cutting-head': 1 }
/** Lower is better: first whether it holds, then draw, reach in a tight room, how many torches, and how near its time. */
const CLASS: Readonly<Record<BurnerVerdict, number>> = {
  good: 0,
  slow: 2,
  'too-much': 3,
  doubtful: 4,
  never: 99,
}

/**
 * Every burner that is at hand for a joint, each with its time and verdict, the one that is planned with marked.
 * @param fitted what is fitted, or what the chart names: planned with whatever it comes to
 * @returns exactly one is chosen, unless all of them never get there
 */
export function judgeBurners(task: HeatTask, fitted: Burner | undefined): readonly JudgedBurner[] {
  const { rig, work, shop } = task.request
  const { spot } = task
  const wanted = wantedS(task)
  const aimS =
    work.protectM !== undefined || work.nextJointM !== undefined
      ? wanted.low * 1.15
      : work.skill === 'learning'
        ? wanted.high * 0.85
        : Math.sqrt(wanted.low * wanted.high)
  const box = fitted
    ? [fitted]
    : rig.box.length > 0
      ? rig.box.map((b) => ({ ...b, count: rig.torches }))
      : undefined
  const startK = task.startK ?? shop.airK
  const fed = ({ orificeM = 0, kind, flow, count }: Burner) =>
    hosesFeed(task.request, { orificeM, heating: kind === 'head', fuelFlow: flow * count })
  const judged = (burner: Burner): Ranked => {
    const run = runOf(task, burner)
    const time = timeOf(run)
    const litS = time === undefined ? 0 : litFor(work, spot, time.value, feedS(work, task.fillerM3, spot))
    const overDraw = burner.flow * burner.count > drawLimit(task, burner, litS) * (1 + 1e-9)
    const told = judge(run, wanted, startK, (k) => printAs(k, 'temperature', shop.units))
    const points =
      10 * CLASS[told.verdict] +
      (overDraw ? OVER_DRAW : 0) +
      (burner.kind === 'fuel-air' || fed(burner) ? 0 : UNFED) +
      (work.room === 'tight' && (burner.shape ?? 'straight') === 'straight' ? NO_REACH : 0) +
      2 * (burner.count - 1) +
      (burner.kind === 'fuel-air' && !box ? NO_OXYGEN : EXTRA[burner.kind]) +
      (time === undefined ? 0 : Math.abs(Math.log(time.value / aimS)))
    return { burner, time, told, overDraw, points }
  }
  const ranked = (box ?? sold(task, aimS)).map(judged)
  const holds = (all: readonly Ranked[]) =>
    all.some(({ burner, told }) => CLASS[told.verdict] < CLASS.doubtful && fed(burner))
  // a plan never stops on its own choice: the largest that its hoses feed, then more torches, until it holds
  const fedMost = box || holds(ranked) ? ranked : [...ranked, ...largestFed(task, fed).map(judged)]
  const all =
    box || holds(fedMost) ? fedMost : [...fedMost, ...[3, 4].map((count) => judged(largestHead(task, count)))]
  const best = all.reduce((a, b) => (b.points < a.points ? b : a), all[0] as (typeof all)[number])
  return all.map((one) => ({
    ...one.burner,
    time: one.time,
    ...one.told,
    overDraw: one.overDraw,
    chosen: one === best && one.told.verdict !== 'never',
  }))
}

/** The next that is sold and gets it hot, where what is at hand does not; undefined where none is known. */
export const nextUp = (task: HeatTask, than: Burner): PlannedBurner | undefined =>
  judgeSold(task)
    .filter((b) => b.kind !== 'fuel-air' && b.flow * b.count > than.flow * than.count)
    .map(asPlanned)
    .sort((a, b) => a.fuelFlow - b.fuelFlow)
    .find((b) => b.verdict === 'good' || b.verdict === 'slow')

/** Every burner that is sold and comes near to what a joint wants, judged: what else would do than what is at hand. */
export const judgeSold = (task: HeatTask): readonly JudgedBurner[] =>
  judgeBurners({ ...task, request: { ...task.request, rig: { ...task.request.rig, box: [] } } }, undefined)

/** A burner as a plan tells it. */
export const asPlanned = ({
  kind,
  orificeM,
  ports,
  count,
  fuel,
  flow,
  shape,
  time,
  verdict,
  because,
  chosen,
}: JudgedBurner): PlannedBurner => ({
  kind,
  ...(orificeM === undefined ? {} : { orifice: orificeM }),
  ...(kind === 'head' || kind === 'cutting-head' ? { ports } : {}),
  count,
  fuel,
  fuelFlow: flow * count,
  ...(shape === undefined ? {} : { shape }),
  time: time ?? null,
  verdict,
  because,
  chosen,
})

/** A burner that warms a part through, which nobody times to a joint's heat. */
export const unjudged = (burner: Burner): PlannedBurner =>
  asPlanned({ ...burner, time: undefined, verdict: 'good', because: '', overDraw: false, chosen: false })

/** The head that is sold for warming a part through: eight ports of a middle bore. */
export const warmingHead = ({ fuel, torches }: Pick<BrazeRig, 'fuel' | 'torches'>): Burner =>
  ported(fuel, 'head', { ports: 8, orificeM: 0.04 * INCH_M }, torches)
