import { jetOf, type Jet } from './jet.ts'
import type { PaceGas, PacePlan, PacePlate } from './pace-case.ts'
import { columnAt, layPlate, type PlateHeat } from './plate-heat.ts'

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
  /** Oxygen in parts of the planned, of the last step; J that were burnt since the beginning. */
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
/** When the step ends and its middle, s. */
export const ends = ({ t0, n, dt }: PaceSim): number => t0 + (n + 1) * dt
export const middle = ({ t0, n, dt }: PaceSim): number => t0 + (n + 0.5) * dt

/** How much higher than planned, m. */
export const overOf = ({ plan }: PaceSim, height: number): number => Math.max(0, height - plan.height)

/** °C of a shell under the torch. */
export const underTorch = ({ heat }: PaceSim, shell: number, x: number): number =>
  (heat.shells[shell] as Float64Array)[columnAt(heat, x)] as number
