import { FUELS } from '../gas/fuels.ts'
import {
  atDistance,
  heatJoint,
  RAG_H,
  RAG_K,
  reachOf,
  type HeatFlame,
  type HeatPart,
  type JointHeat,
  type JointHeatAsked,
} from '../heat/joint-heat.ts'
import { heatSpot, SPOT_M, type SpotPart } from '../heat/spot-heat.ts'
import { INCH_M } from '../quantity/units.ts'
import { AIR_WIDER, efficiencyAt, spreadAt, USUAL_CONE_M } from '../heat/on-work.ts'
import { CONE_M } from './flame.ts'
import { flameKnown } from './own.ts'
import {
  acrossM,
  bondOf,
  filmAt,
  grooveOf,
  isBuiltUp,
  isRound,
  layersOf,
  lipM,
  seatDiameterM,
} from './joint.ts'
import type { FillerKind } from '../metal/fillers.ts'
import { jointFacts } from './joints.ts'
import type { BrazeRequest, BrazeWork, Burner, Part } from './types.ts'

/** Flat work is heated this much of its length at a time, m. */
const SECTION_M = 0.05
/** Filler goes along a lip at this speed, m/s, and into a groove at this rate, m³/s. Craft figures. */
const FEED_SPEED = 0.006
const FEED_RATE = 3e-8

/** What the heat is worked out for. Temperatures in K. */
export interface HeatTask {
  readonly request: BrazeRequest
  readonly targetK: number
  readonly floorK: number
  readonly fluxed: boolean
  readonly fillerM3: number
  readonly purged: boolean
  /** Filler is laid down spot by spot: bronze on flat work, and whatever is built up. */
  readonly spot: boolean
  readonly startK?: number | undefined
  /** What it is brought to while filler is fed. */
  readonly holdK: number
}

const part = (p: Part, w: BrazeWork, outer: number | undefined, solid: boolean): HeatPart => ({
  metal: p.metal,
  wallM: p.wallM,
  ...(outer === undefined
    ? { widthM: Math.min(w.lengthM, SECTION_M), goesOn: w.lengthM > SECTION_M }
    : { outerRadiusM: outer }),
  ...(solid ? { solid } : {}),
})

/** How much of the round each part fills at a spot: one that lies under goes on all round, one that ends there half. */
function spotParts(w: BrazeWork): readonly [SpotPart, SpotPart] {
  const { bond } = jointFacts(w.joint)
  const [a, b] = bond === 'overlap' ? [1, 0.5] : bond === 'fillets' ? [0.5, 1] : [0.5, 0.5]
  return [
    { metal: w.a.metal, wallM: w.a.wallM, share: a },
    { metal: w.b.metal, wallM: w.b.wallM, share: b },
  ]
}

/** Whether filler is laid down spot by spot: bronze on flat work, and whatever is built up. */
export const spotBySpot = (w: BrazeWork, kind: FillerKind): boolean =>
  isBuiltUp(w) || (!isRound(w) && kind === 'zinc')

/** How many lengths a flat seam is heated in, or how many spots it is laid down in. */
export function sectionsOf(w: BrazeWork, spot: boolean): number {
  if (isRound(w)) return 1
  const lengthM = w.lengthM * w.seamShare
  if (!spot) return Math.max(1, Math.ceil(lengthM / SECTION_M - 1e-9))
  const across = bondOf(w) === 'face' ? Math.max(1, w.widthM / (2 * SPOT_M)) : 1
  const layers = bondOf(w) === 'face' ? layersOf(w) : 1
  return Math.max(1, Math.ceil((lengthM / (2 * SPOT_M)) * across * layers - 1e-9))
}

/** The metal beside a spot is warm from the one before: the next takes this share of its time. */
const NEXT_SPOT = 0.6

/** Lit for the whole seam, s: each length anew, or spot by spot. */
export function litFor(w: BrazeWork, spot: boolean, heatS: number, feedEachS: number): number {
  const n = sectionsOf(w, spot)
  return heatS * (spot ? 1 + (n - 1) * NEXT_SPOT : n) + n * feedEachS
}

/** Filler that lies in the joint already shows at its mouth within so long, s. */
const LAID_IN_S = 3
const LAID_IN: readonly unknown[] = ['ring', 'foil', 'paste']

/** Feeding one length, spot or lip, s; of filler that is laid in, until it shows. */
export const feedS = (w: BrazeWork, fillerM3: number, spot: boolean): number =>
  LAID_IN.includes(w.form) ? LAID_IN_S : fedS(w, fillerM3, spot)

/** Feeding one length, spot or lip by hand, s. */
export const fedS = (w: BrazeWork, fillerM3: number, spot: boolean): number =>
  Math.max(lipM(w) / FEED_SPEED, fillerM3 / FEED_RATE, 3) / sectionsOf(w, spot)

/** A flame as a burner makes it. @param more or less heat entering than is known of this tip, else than is usual */
function flameOf(task: HeatTask, burner: Burner, more: number): HeatFlame {
  const { kind, fuel, flow, count } = burner
  const { shop, rig } = task.request
  const efficiencyTimes = more * flameKnown(rig, burner).times
  const { grossHeat, driveK, air } = FUELS[fuel].brazing
  const powerW = flow * grossHeat
  const coneM = CONE_M[shop.methods.heat]
  const all = powerW * count
  if (kind === 'fuel-air' && air)
    return {
      powerW: all,
      efficiency: air.efficiency * efficiencyTimes,
      spreadM: AIR_WIDER * spreadAt(USUAL_CONE_M, powerW),
      driveK: air.driveK,
    }
  return {
    powerW: all,
    efficiency: efficiencyAt(coneM) * efficiencyTimes,
    spreadM: spreadAt(coneM, powerW),
    driveK,
  }
}

/** Heats a joint with a burner in the model. */
export function heatWith(
  task: HeatTask,
  burner: Burner,
  over: Partial<JointHeatAsked> = {},
  efficiencyTimes = 1,
): JointHeat {
  const { work, shop } = task.request
  const flame = flameOf(task, burner, efficiencyTimes)
  if (task.spot)
    return heatSpot({
      parts: spotParts(work),
      flame,
      targetK: task.targetK,
      airK: shop.airK,
      startK: task.startK,
      holdK: task.holdK,
      feedS: feedS(work, task.fillerM3, true),
      ...over,
    })
  return heatJoint(heatAsked(task, flame, over))
}

/** What the heat model is asked, for a flame. */
function heatAsked(task: HeatTask, flame: HeatFlame, over: Partial<JointHeatAsked>): JointHeatAsked {
  const { work, shop } = task.request
  const round = isRound(work)
  const r = seatDiameterM(work) / 2
  const film = filmAt(work, task.targetK)
  return {
    a: part(work.a, work, round ? r : undefined, jointFacts(work.joint).solid === true),
    b: part(work.b, work, round ? r + Math.max(film, 0) + work.b.wallM : undefined, false),
    overlapM: isBuiltUp(work) ? Math.max(0.004, grooveOf(work).widthM) : Math.max(0.001, acrossM(work)),
    gapM: Math.max(5e-6, film),
    fluxed: task.fluxed,
    flame,
    targetK: task.targetK,
    floorK: task.floorK,
    airK: shop.airK,
    startK: task.startK,
    holdK: task.holdK,
    feedS: feedS(work, task.fillerM3, false),
    hand: round ? 'follow' : 'seam',
    purged: task.purged,
    ...(work.ragOn ? { rag: { atM: work.ragM, widthM: RAG_WIDTH_M } } : {}),
    ...over,
  }
}

const RAG_WIDTH_M = 2 * INCH_M
/** A rag where the tube stays cooler than this changes nothing. */
const RAG_MATTERS_K = 303

const LONG_S = 1800

/** The heating with the burner that is planned with: bare, or with the rag that is on it; and with one. */
export interface Heated {
  readonly heat: JointHeat
  /** With the rag. */
  readonly rag: JointHeat
}

/**
 * Heats the joint in the model with what is planned, and with a wet rag.
 * @param coolTo levels that it cools to afterwards, K, the highest first
 */
export function heatIt(task: HeatTask, burner: Burner, coolTo: readonly number[]): Heated {
  const { work, rig } = task.request
  const known = flameKnown(rig, burner)
  const more = known.high / known.times
  const nominal = heatWith(task, burner, { rag: undefined, coolTo, limitS: LONG_S })
  // one that gets there by the upper end of the span alone is told by that end
  const bare =
    nominal.toHeatS === undefined
      ? heatWith(task, burner, { rag: undefined, coolTo, limitS: LONG_S }, more)
      : nominal
  const wraps = isRound(work) && (work.ragOn || reachOf(bare.profile, RAG_MATTERS_K) > work.ragM)
  const rag = wraps
    ? heatWith(task, burner, { grid: 'coarse', rag: { atM: work.ragM, widthM: RAG_WIDTH_M } })
    : bare
  return { heat: bare, rag }
}

/**
 * What the water of a dripping cloth takes with it, over each square metre that it lies on, J/m²: some 6 mm of cloth, half
 * of it water, warmed and boiled off. Estimate.
 */
const RAG_HOLDS = 3 * 2.6e6

/**
 * When the near edge of a rag has boiled dry, s after lighting; undefined where it stays wet. The heat that it takes grows
 * evenly until the feeding ends.
 * @param atM its near edge, m from the mouth
 * @param litS how long the flame is on the joint
 */
export function ragDryS({ rag }: Pick<Heated, 'rag'>, atM: number, litS: number): number | undefined {
  const flux = RAG_H * Math.max(0, atDistance(rag.profile, atM) - RAG_K)
  const taken = (flux * litS) / 2
  return taken > RAG_HOLDS ? litS * Math.sqrt(RAG_HOLDS / taken) : undefined
}

/** Where a rag that boils dry would stay wet, m from the mouth. */
export function ragStaysWetM(task: HeatTask, burner: Burner, litS: number): number {
  return ragFarther(
    task,
    (atM) =>
      ragDryS(
        { rag: heatWith(task, burner, { grid: 'coarse', rag: { atM, widthM: RAG_WIDTH_M } }) },
        atM,
        litS,
      ) === undefined,
  )
}

/** Distances at which a rag is tried, as so many times where it is. */
const RAG_FARTHEST = 40
const RAG_FARTHER = [1.5, 2, 3, 4.5, 7, 10, 15, 25]
/** The nearest place farther out where a rag lies well, m from the mouth; the farthest where none does. */
const ragFarther = ({ request: { work } }: HeatTask, liesWell: (atM: number) => boolean): number =>
  RAG_FARTHER.map((times) => times * work.ragM).find(liesWell) ?? RAG_FARTHEST * work.ragM

/** A rag that makes it this much slower lies too near. */
const RAG_SLOWS = 1.5

/**
 * Where a rag that keeps the joint cold would have to lie, m from the mouth; undefined where it lies well.
 * @param heatS without it
 */
export function ragTooNear(task: HeatTask, burner: Burner, heatS: number): number | undefined {
  const { ragM } = task.request.work
  const slows = (atM: number) => {
    const limitS = RAG_SLOWS * heatS
    const rag = { atM, widthM: RAG_WIDTH_M }
    return heatWith(task, burner, { grid: 'coarse', feedS: 0, limitS, rag }).toHeatS === undefined
  }
  return slows(ragM) ? ragFarther(task, (atM) => !slows(atM)) : undefined
}
