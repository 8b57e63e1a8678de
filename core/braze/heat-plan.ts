import { FUELS } from '../gas/fuels.ts'
import { acetyleneDrawLimit, acetyleneDrawShare, stretchS } from '../gas/cylinder.ts'
import { heatJoint, reachOf, type HeatPart, type JointHeat, type JointHeatAsked } from '../heat/joint-heat.ts'
import { INCH_M } from '../quantity/units.ts'
import {
  CONE_M,
  efficiencyAt,
  EFFICIENCY_SPAN,
  fuelFlowOf,
  nearestDrill,
  ORIFICE_MIN_M,
  orificeFor,
  SINGLE_MAX_M,
  spreadAt,
} from './flame.ts'
import { acrossM, filmAt, grooveOf, isBuiltUp, isRound, lipM, seatDiameterM } from './joint.ts'
import { jointFacts } from './joints.ts'
import type { BrazeRequest, BrazeWork, Part } from './types.ts'

/** How long heating should take, s: the tip is chosen for the middle of it, a head for more. Beyond `slow` something larger is wanted. */
export const GOOD_HEAT_S = { low: 15, aim: 35, head: 60, high: 90, slow: 180, fierce: 5 } as const
/** Flat work is heated this much of its length at a time, m. */
const SECTION_M = 0.05
/** Filler goes along a lip at this speed, m/s, and into a groove at this rate, m³/s. Craft figures. */
const FEED_SPEED = 0.006
const FEED_RATE = 3e-8

/** The torch as it is planned: bore and number of its ports, fuel through all torches, m³/s. */
export interface Torch {
  readonly orificeM: number
  readonly ports: number
  readonly fuelFlow: number
}

/** What the heat is worked out for. Temperatures in K. */
export interface HeatTask {
  readonly request: BrazeRequest
  readonly targetK: number
  readonly floorK: number
  readonly fluxed: boolean
  readonly fillerM3: number
  readonly purged: boolean
  readonly startK?: number | undefined
}

const part = (p: Part, w: BrazeWork, outer: number | undefined, solid: boolean): HeatPart => ({
  metal: p.metal,
  wallM: p.wallM,
  ...(outer === undefined ? { widthM: Math.min(w.lengthM, SECTION_M) } : { outerRadiusM: outer }),
  ...(solid ? { solid } : {}),
})

/** How many lengths a flat seam is heated in. */
export const sectionsOf = (w: BrazeWork): number =>
  isRound(w) ? 1 : Math.max(1, Math.ceil(w.lengthM / SECTION_M - 1e-9))

/** Feeding one length or one lip, s. */
export const feedS = (w: BrazeWork, fillerM3: number): number =>
  Math.max(lipM(w) / FEED_SPEED, fillerM3 / FEED_RATE, 3) / sectionsOf(w)

/** What the heat model is asked, for a fuel flow through all torches. */
export function heatAsked(
  task: HeatTask,
  flow: number,
  over: Partial<JointHeatAsked> = {},
  efficiencyTimes = 1,
): JointHeatAsked {
  const { work, rig, shop } = task.request
  const round = isRound(work)
  const r = seatDiameterM(work) / 2
  const gas = FUELS[rig.fuel].brazing
  const coneM = CONE_M[shop.methods.heat]
  const powerW = flow * gas.grossHeat
  const film = filmAt(work, task.targetK)
  return {
    a: part(work.a, work, round ? r : undefined, jointFacts(work.joint).solid === true),
    b: part(work.b, work, round ? r + Math.max(film, 0) + work.b.wallM : undefined, false),
    overlapM: isBuiltUp(work) ? Math.max(0.004, grooveOf(work).widthM) : Math.max(0.001, acrossM(work)),
    gapM: Math.max(5e-6, film),
    fluxed: task.fluxed,
    flame: {
      powerW,
      efficiency: efficiencyAt(coneM) * efficiencyTimes,
      spreadM: spreadAt(coneM, powerW / rig.torches),
      driveK: gas.driveK,
    },
    targetK: task.targetK,
    floorK: task.floorK,
    airK: shop.airK,
    startK: task.startK,
    feedS: feedS(work, task.fillerM3),
    hand: 'follow',
    purged: task.purged,
    ...over,
  }
}

/** A flame that has not got there by then counts as this slow, so that the next trial is larger, s. */
const TRIAL_S = 150
const TOO_SLOW_S = 300

const trialS = (task: HeatTask, flow: number): number =>
  heatJoint(heatAsked(task, flow, { grid: 'coarse', feedS: 0, limitS: TRIAL_S })).toHeatS ?? TOO_SLOW_S

/** Fuel for a time to heat: two or three quick trials, straight in the logarithms of flow and time. */
function flowFor(task: HeatTask, seconds: number, low: number, high: number): number {
  let flow = Math.min(high, Math.max(low, guess(task)))
  let best = flow
  let bestOff = Infinity
  for (let i = 0; i < 4; i++) {
    const t = trialS(task, flow)
    const off = Math.abs(Math.log(t / seconds))
    if (off < bestOff) [best, bestOff] = [flow, off]
    if (off < 0.25) break
    const next = Math.min(high, Math.max(low, flow * (t / seconds) ** 0.7))
    if (Math.abs(next / flow - 1) < 0.02) break
    flow = next
  }
  return best
}

/** A first guess: heat for the metal near the joint and 40 % on top, within the time that is aimed at. */
function guess({ request, targetK }: HeatTask): number {
  const { work, rig } = request
  const near = (p: Part) => {
    const rim = isRound(work) ? Math.PI * seatDiameterM(work) : Math.min(work.lengthM, SECTION_M)
    return p.wallM * rim * 0.06 * p.metal.density * p.metal.specificHeat[1]
  }
  const watts = (1.4 * (near(work.a) + near(work.b)) * (targetK - 293)) / GOOD_HEAT_S.aim
  return watts / (0.25 * FUELS[rig.fuel].brazing.grossHeat)
}

/** The most that the acetylene cylinder at hand may give, m³/s; no limit when nobody said which it is. */
function drawLimit({ request: { work, rig, shop }, fillerM3 }: HeatTask, heating: boolean): number {
  if (FUELS[rig.fuel].cylinder.draw !== 'share' || rig.acetyleneCylinderM3 === undefined) return Infinity
  const litS = sectionsOf(work) * (GOOD_HEAT_S.slow + feedS(work, fillerM3))
  return acetyleneDrawLimit(
    rig.acetyleneCylinderM3,
    acetyleneDrawShare(stretchS(litS, heating), shop.airK, rig.drawRule),
  )
}

/** The tip: the one that is fitted, the chart's, else the number drill that heats the joint in about 35 s. */
export function chooseTorch(
  task: HeatTask,
  charted: number | undefined,
): Torch & { readonly heating: boolean } {
  const { rig } = task.request
  const n = rig.torches
  const fitted = rig.tipOrificeM ?? charted
  const multi = rig.head !== 'single'
  if (fitted !== undefined) {
    const ports = multi ? rig.ports : 1
    return { orificeM: fitted, ports, fuelFlow: n * fuelFlowOf(rig.fuel, fitted, ports), heating: multi }
  }
  const least = fuelFlowOf(rig.fuel, ORIFICE_MIN_M, 1) * n
  const most = Math.min(fuelFlowOf(rig.fuel, SINGLE_MAX_M, rig.ports) * n, drawLimit(task, true))
  const largest = Math.min(fuelFlowOf(rig.fuel, SINGLE_MAX_M, 1) * n, drawLimit(task, false))
  // one cone as long as it is done in good time; a heating head only for what is too much for one
  const single = multi ? Infinity : flowFor(task, GOOD_HEAT_S.aim, least, largest * 1.05)
  const enough =
    single < largest || (!multi && (most <= largest || trialS(task, largest) <= GOOD_HEAT_S.high))
  const heating = multi || !enough
  const ports = heating ? rig.ports : 1
  const flow = heating ? flowFor(task, GOOD_HEAT_S.head, least, most) : Math.min(single, largest)
  const wanted = Math.max(ORIFICE_MIN_M, orificeFor(rig.fuel, flow / n, ports))
  const roof = heating ? orificeFor(rig.fuel, most / n, ports) : orificeFor(rig.fuel, largest / n, 1)
  const orificeM = nearestDrill(wanted, Math.max(roof, ORIFICE_MIN_M))
  return { orificeM, ports, fuelFlow: n * fuelFlowOf(rig.fuel, orificeM, ports), heating }
}

/** The heating with this flame, and with a little more or less of it entering. */
export interface Heated {
  readonly heat: JointHeat
  /** Times with 20 % more and 20 % less heat entering; undefined when it never gets there. */
  readonly quickS: number | undefined
  readonly slowS: number | undefined
  /** With the rag. */
  readonly rag: JointHeat
}

const RAG_WIDTH_M = 2 * INCH_M
/** A rag where the tube stays cooler than this changes nothing. */
const RAG_MATTERS_K = 303

/** Heats the joint in the model: as planned, with more and with less heat, and with a wet rag. */
export function heatIt(task: HeatTask, flow: number): Heated {
  const { work } = task.request
  const heat = heatJoint(heatAsked(task, flow))
  // what takes more than three times as long counts as never getting there
  const limitS = 3 * (heat.toHeatS ?? TRIAL_S)
  const trial = (times: number) =>
    heatJoint(heatAsked(task, flow, { grid: 'coarse', feedS: 0, limitS }, times)).toHeatS
  const [less, more] = EFFICIENCY_SPAN
  const reaches = reachOf(heat.profile, RAG_MATTERS_K) > work.ragM
  const rag = reaches
    ? heatJoint(heatAsked(task, flow, { grid: 'coarse', rag: { atM: work.ragM, widthM: RAG_WIDTH_M } }))
    : heat
  return { heat, quickS: trial(more), slowS: trial(less), rag }
}

/** One way to bring the heat: what it is, and how long it would take here; undefined when it never would. */
export interface HeatSource {
  readonly name: string
  readonly seconds: number | undefined
  readonly fuelFlow: number
  readonly verdict: 'good' | 'slow' | 'fierce' | 'never'
  /** How it does the work beside the flame that is planned. */
  readonly because: string
}

const judged = (s: number | undefined): HeatSource['verdict'] =>
  s === undefined ? 'never' : s > GOOD_HEAT_S.slow ? 'slow' : s < GOOD_HEAT_S.fierce ? 'fierce' : 'good'

const AIR_FLOW = 4e-5

/**
 * What else would do than the flame that is planned, of so much fuel through all torches, m³/s: single tips, a heating head, a cutting head's preheat, a second torch, and a torch that burns
 * fuel with air. Each is run through the quick model.
 */
export function otherSources(task: HeatTask, plannedFlow: number): readonly HeatSource[] {
  const { rig } = task.request
  const run = (
    name: string,
    flow: number,
    because: string,
    over: Partial<JointHeatAsked['flame']> = {},
  ): HeatSource => {
    const asked = heatAsked(task, flow, { grid: 'coarse', feedS: 0, limitS: 900 })
    const { toHeatS } = heatJoint({ ...asked, flame: { ...asked.flame, ...over } })
    return { name, seconds: toHeatS, fuelFlow: flow, verdict: judged(toHeatS), because }
  }
  const one = plannedFlow / rig.torches
  const tip = (inches: number) => fuelFlowOf(rig.fuel, inches * INCH_M, 1)
  const wide = spreadAt(CONE_M.soft, AIR_FLOW * FUELS[rig.fuel].brazing.grossHeat) * 1.3
  const held = (name: string, coneM: number, because: string) =>
    run(name, plannedFlow, because, {
      efficiency: efficiencyAt(coneM),
      spreadM: spreadAt(coneM, (plannedFlow / rig.torches) * FUELS[rig.fuel].brazing.grossHeat),
    })
  return [
    held('This tip, held close', CONE_M.fierce, 'Fierce and quick: done before the heat runs to the valve.'),
    held('This tip, held off', CONE_M.soft, 'Soft and slow: forgives a slow hand.'),
    ...[0.028, 0.04, 0.055, 0.07].map((d) =>
      run(`Single tip ${d.toFixed(3)} in`, tip(d), 'One cone: points where you want it.'),
    ),
    run(
      'Heating head, 8 ports of 0.035 in',
      fuelFlowOf(rig.fuel, 0.035 * INCH_M, 8),
      'Wide and quick: done before the heat runs. Check the cylinder’s draw.',
    ),
    run(
      'Cutting head, preheat alone',
      fuelFlowOf(rig.fuel, 0.028 * INCH_M, 6),
      'Leave the lever alone: the oxygen jet would burn or chill the joint.',
    ),
    run('Two torches like this', 2 * one, 'One from each side: the far side gets hot as well.'),
    run(
      FUELS[rig.fuel].flame.sign === 'feather' ? `${FUELS[rig.fuel].title} and air` : 'Fuel and air',
      AIR_FLOW,
      'No oxygen cylinder: longer, softer and wider. Enough for small tube and low-melting filler.',
      {
        driveK: FUELS[rig.fuel].brazing.airDriveK,
        spreadM: wide,
      },
    ),
  ]
}
