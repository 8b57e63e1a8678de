import { kindling } from '../cut/preheat.ts'
import { bevelSpeed, puritySpeed } from '../cut/slower.ts'
import { steelRow } from '../cut/steel-table.ts'
import { beginPace, HOT_KERF_C, KINDLES_C, type Calibration } from '../cut-sim/pace-sim.ts'
import {
  PACE_DT_S,
  PACE_DX_M,
  PLATE_DEFAULTS,
  alongJet,
  type PaceFuel,
  type PaceGas,
  type PacePlan,
  type PacePlate,
} from '../cut-sim/pace-case.ts'
import { paceStep } from '../cut-sim/pace-step.ts'
import { topAt } from '../cut-sim/plate-heat.ts'
import { wantedFor } from '../cut-sim/wanted.ts'
import { FUELS } from '../gas/fuels.ts'
import { orificeFlow } from '../gas/orifice.ts'
import { INCH_M, PSI_PA } from '../quantity/units.ts'

/** Kinds of cut that the pace bench has. */
export const PACE_SHAPES = ['line', 'bevel', 'pierce', 'circle', 'fastener'] as const
export type PaceShape = (typeof PACE_SHAPES)[number]

/** A plate to be cut on the bench, what it is cut with, and what it should be cut with. */
export interface PaceBoard {
  readonly title: string
  readonly shape: PaceShape
  readonly plate: PacePlate
  /** What is set: a wrong plan cuts badly. */
  readonly gas: PaceGas
  /** What the plate wants. */
  readonly plan: PacePlan
  /** What the hand is told: m/s, and s until it kindles. */
  readonly told: { readonly speed: number; readonly preheatS: number }
  /** The torch runs along a guide: no wander. */
  readonly guide: boolean
  /** A collar rides on it: no lower than planned, and back to that. */
  readonly collar: boolean
  /** What brings the model to the plan's figures; worked out before the first moment. */
  readonly calibration?: Calibration | undefined
}

/** Boards that are always at hand. */
export const PACE_KEYS = ['square', 'thin', 'bevel', 'pierce', 'circle', 'fastener', 'thick'] as const
export type PaceKey = (typeof PACE_KEYS)[number]

/** A board at hand: sizes in inch shops and in metric ones, m. */
interface AtHand {
  readonly title: string
  readonly shape: PaceShape
  readonly thickness: readonly [inch: number, metric: number]
  readonly length: readonly [inch: number, metric: number]
  readonly bevel?: number
  readonly plate?: Partial<PacePlate>
}

const inch = (n: number): number => n * INCH_M

const AT_HAND: Readonly<Record<PaceKey, AtHand>> = {
  square: {
    title: 'A square cut',
    shape: 'line',
    thickness: [inch(1 / 2), 0.012],
    length: [inch(6), 0.15],
  },
  thin: {
    title: 'Thin plate',
    shape: 'line',
    thickness: [inch(1 / 8), 0.003],
    length: [inch(6), 0.15],
  },
  bevel: {
    title: 'A bevel of 30°',
    shape: 'bevel',
    thickness: [inch(3 / 8), 0.01],
    length: [inch(6), 0.15],
    bevel: 30,
  },
  pierce: {
    title: 'Pierce and run',
    shape: 'pierce',
    thickness: [inch(1 / 2), 0.012],
    length: [inch(5), 0.12],
    plate: { start: 'pierce' },
  },
  circle: {
    title: 'A hole',
    shape: 'circle',
    thickness: [inch(3 / 8), 0.01],
    // round a hole of 2 in, or of 50 mm
    length: [Math.PI * inch(2), Math.PI * 0.05],
    plate: { start: 'pierce' },
  },
  fastener: {
    title: 'A rusted nut',
    shape: 'fastener',
    thickness: [inch(5 / 8), 0.016],
    length: [inch(1.25), 0.03],
    plate: { surface: 'rust' },
  },
  thick: {
    title: 'Cold thick plate',
    shape: 'line',
    thickness: [inch(2), 0.05],
    length: [inch(6), 0.15],
    plate: { temperature: -10 },
  },
}

/** What a board at hand is called. */
export const paceTitle = (key: PaceKey): string => AT_HAND[key].title

/** How a board is set up by whoever practises: what is left out is as the plate wants it. */
export interface QuickSet {
  readonly fuel?: PaceFuel
  readonly thickness?: number
  readonly orifice?: number
  /** Pa gauge at the tip. */
  readonly pressure?: number
  /** Of the flame that is planned. */
  readonly flame?: number
  readonly purity?: number
  readonly guide?: boolean
  readonly collar?: boolean
}

/** A board at hand. @param metric whether the shop has plate in mm @param set what is set otherwise than the plate wants */
export function paceBoard(key: PaceKey, metric: boolean, set: QuickSet = {}): PaceBoard {
  const { title, shape, thickness, length, bevel = 0, plate } = AT_HAND[key]
  const pick = metric ? 1 : 0
  const made: PacePlate = {
    ...PLATE_DEFAULTS,
    thickness: set.thickness ?? thickness[pick],
    length: length[pick],
    ...plate,
  }
  const wanted = wantedFor(made.thickness, set.fuel, { bevel })
  const pressure = setTo(wanted.plan.pressure, metric)
  const gas = { ...wanted.gas, pressure }
  const plan = { ...wanted.plan, pressure }
  const slower = bevelSpeed((bevel * Math.PI) / 180)
  return {
    title,
    shape,
    plate: made,
    gas: {
      ...gas,
      orifice: set.orifice ?? gas.orifice,
      pressure: set.pressure ?? gas.pressure,
      flameHeat: gas.flameHeat * (set.flame ?? 1),
      purity: set.purity ?? gas.purity,
    },
    plan: { ...plan, speed: plan.speed * slower },
    told: { speed: plan.speed * slower, preheatS: preheatOf(made, gas) },
    guide: set.guide ?? true,
    collar: set.collar ?? true,
  }
}

/** What a gauge can be set to, to a stroke that is read from afar: 5 psi, or a quarter bar. */
function setTo(pressurePa: number, metric: boolean): number {
  const stroke = metric ? 25_000 : 5 * PSI_PA
  return Math.round(pressurePa / stroke) * stroke
}

/** Thinner than this is thin plate, m: cut quick, leaned forward. */
const THIN_M = 0.005
export const isThin = ({ plate }: Pick<PaceBoard, 'plate'>): boolean => plate.thickness < THIN_M

/** Seconds that the planner has for a start on this plate. */
export const preheatOf = (plate: PacePlate, { fuel }: PaceGas): number =>
  kindling(plate.start === 'edge' ? 'edge' : 'flat', {
    thicknessM: plate.thickness,
    temperatureK: plate.temperature + 273.15,
    surface: plate.surface,
    edge: 'plain',
    weather: 'dry',
    fuel,
  }).value

/**
 * What a plate wants, told from a plan: what lies inside the published ranges is taken as right, what lies outside is judged
 * against their middle.
 * @param told the plan's own gas, height m, cone m, speed m/s
 */
export function judgedBy(
  plate: PacePlate,
  gas: PaceGas,
  told: {
    readonly height: number
    readonly standoff: number
    readonly speed: number
    readonly bevel: number
  },
): PacePlan {
  const te = alongJet(plate.thickness, told.bevel)
  const row = steelRow(te, gas.fuel)
  const wanted = wantedFor(plate.thickness, gas.fuel, { ambient: gas.ambient, bevel: told.bevel })
  const slower = bevelSpeed((told.bevel * Math.PI) / 180) * puritySpeed(gas.purity)
  const flow = orificeFlow({ diameterM: gas.orifice, ambientPa: gas.ambient }, gas.pressure)
  const inside = (v: number, [low, high]: readonly [number, number], times = 1) =>
    v >= low * times * (1 - SLACK) && v <= high * times * (1 + SLACK)
  const right = inside(gas.orifice, row.orificeM) && inside(flow, row.cuttingOxygen)
  return {
    height: told.height,
    standoff: told.standoff,
    bevel: told.bevel,
    speed: inside(told.speed, row.speed, slower) ? told.speed : wanted.plan.speed * slower,
    orifice: right ? gas.orifice : wanted.plan.orifice,
    pressure: right ? gas.pressure : wanted.plan.pressure,
    flameHeat: inside(gas.flameHeat, row.fuel, FUELS[gas.fuel].netHeat)
      ? gas.flameHeat
      : wanted.plan.flameHeat,
  }
}
/** A figure this far past a published range still counts as inside it. */
const SLACK = 0.1

/** Longest and shortest that a start takes, s, and how finely its heat is found. */
const LONGEST_S = 400
const LEAST_S = 0.5
const HALVINGS = 10
const [LEAST_HEAT, MOST_HEAT] = [0.1, 6]
/** Where a cut begins, m along: at the edge, or a little into the waste of a pierced line. */
export const startsAtM = ({ start }: Pick<PacePlate, 'start'>): number => (start === 'edge' ? 0 : 0.0015)

/** Heat does not run further along than this while an edge is held, m; and how finely that is followed, s and m. */
interface Held {
  readonly length: number
  readonly dt: number
  readonly dx: number
}
const HELD: Held = { length: 0.06, dt: PACE_DT_S, dx: PACE_DX_M }
/** Plate that is thicker than this is held for minutes, m: further along, and not as finely. */
const HEAVY_M = 0.05
const HELD_HEAVY: Held = { length: 0.2, dt: 0.05, dx: 0.002 }

/** How hot the top is when a start is ready, °C: an edge kindles; a spot to be pierced is wet, with heat to back off by. */
export const READY_C: Readonly<Record<PacePlate['start'], number>> = {
  edge: KINDLES_C,
  pierce: HOT_KERF_C + 80,
}

/** When the plate is ready under the flame that it wants, s, with so much of the flame's heat; not at all: Infinity. */
function readyAfter({ plate, plan, gas }: PaceBoard, kindling: number): number {
  const start = plate.start
  const { length, dt, dx } = plate.thickness > HEAVY_M ? HELD_HEAVY : HELD
  const sim = beginPace({
    plate: { ...plate, length },
    gas: { ...gas, orifice: plan.orifice, pressure: plan.pressure, flameHeat: plan.flameHeat },
    plan,
    dt,
    dx,
    calibration: { kindling },
  })
  const x = startsAtM(plate)
  const still = { y: 0, lean: 0, lever: 0, leverRate: 0, tilt: 0, flame: 1, from: x, to: x }
  for (let n = 0; n * dt < LONGEST_S; n++) {
    if (topAt(sim.heat, x) >= READY_C[start]) return n * dt
    paceStep(sim, { ...still, height: plan.height })
  }
  return Infinity
}

/** How much of the flame's heat has to work for a plate to be ready after so many seconds. */
function worksFor(board: PaceBoard, seconds: number): number {
  const wantedS = Math.max(LEAST_S, seconds)
  let [low, high] = [Math.log(LEAST_HEAT), Math.log(MOST_HEAT)]
  for (let i = 0; i < HALVINGS; i++) {
    const mid = (low + high) / 2
    if (readyAfter(board, Math.exp(mid)) > wantedS) low = mid
    else high = mid
  }
  return Math.exp(high)
}

/** What of another fuel's heat works against acetylene's on the same plate, 0 to 1: by how much longer it takes. */
function worksBeside(board: PaceBoard, works: number): number {
  const { plate, plan, gas } = board
  if (gas.fuel === 'acetylene') return 1
  const acetylene = wantedFor(plate.thickness, 'acetylene', { ambient: gas.ambient, bevel: plan.bevel })
  const beside = { ...board, gas: acetylene.gas, plan: acetylene.plan }
  return Math.min(1, works / worksFor(beside, preheatOf(plate, acetylene.gas)))
}

/**
 * The board with what brings kindling and purity to the plan's figures: how much of the flame's heat works while nothing is
 * being cut, so that the flame that the plate wants kindles it when the plan says; what of a slower fuel's works at all; and
 * what the oxygen's purity leaves of the speed, by the plan's own law. The bench on screen alone goes by it.
 */
export function calibrated(board: PaceBoard): PaceBoard {
  if (board.calibration) return board
  const works = worksFor(board, board.told.preheatS)
  const flame = worksBeside(board, works)
  return {
    ...board,
    calibration: { kindling: works / flame, flame, purity: puritySpeed(board.gas.purity) },
  }
}
