import { oxygenKgS } from './jet.ts'
import { clamp, SURFACES } from './pace-case.ts'
import { bridgesLeft } from './closing.ts'
import { CUT, MISSED, overOf, type PaceSim } from './pace-sim.ts'

/** Slag by how hard it holds, the best first. */
export const SLAGS = ['falls', 'tap', 'chisel', 'welded'] as const
export type Slag = (typeof SLAGS)[number] | 'none'

/** What is read off each place of a cut, an entry a column: m, °C. */
export interface Places {
  readonly x: readonly number[]
  readonly cut: readonly boolean[]
  readonly depth: readonly number[]
  readonly bridged: readonly boolean[]
  readonly kerfTop: readonly number[]
  readonly kerfBottom: readonly number[]
  readonly drag: readonly number[]
  readonly topMelt: readonly number[]
  readonly slag: readonly Slag[]
  readonly rough: readonly number[]
  readonly gouge: readonly number[]
  readonly y: readonly number[]
  readonly speed: readonly number[]
  readonly topPeak: readonly number[]
  /** °C when it could close, -1 where it never came to that. */
  readonly wall: readonly number[]
}

/** What slag is made of at a place, in points. */
export interface SlagParts {
  readonly heat: number
  readonly drag: number
  readonly flow: number
}

/** The top edge rounds from so many °C, by thickness, m. */
export const edgeMeltsC = (te: number): number => 660 + 155 * Math.max(0, Math.log(te / 0.0254))

/** How much what is set stands over what is planned: pressures absolute, and bores. */
export function overSet({ gas, plan }: PaceSim): { readonly pressure: number; readonly bore: number } {
  return {
    pressure: (gas.pressure + gas.ambient) / (plan.pressure + gas.ambient),
    bore: gas.orifice / plan.orifice,
  }
}

/** How much wider the bottom is, as a share: too much pressure, too large a bore. */
export function bellOf(sim: PaceSim): number {
  const { pressure, bore } = overSet(sim)
  return 0.8 * Math.max(0, pressure - 1.15) + 0.3 * Math.max(0, bore - 1.2)
}

/** Cold thick plate ridges, 0 to 1. */
export const coldAt = ({ columns, jet }: PaceSim, i: number): number =>
  clamp((80 - (columns.warm[i] as number)) / 60) * clamp((jet.te - 0.024) / 0.03)
/** An unsteady pace ridges, 0 to 1. */
export const jerkAt = ({ columns }: PaceSim, i: number): number => clamp((columns.jerk[i] as number) - 0.15)

/** The three parts of slag that a hand can change. */
export function slagParts({ heat, columns, jet }: PaceSim, i: number): SlagParts {
  return {
    heat: 1.2 * clamp(((heat.peak[i] as number) - edgeMeltsC(jet.te)) / 100, 0, 1.5),
    drag: 1.6 * clamp(((columns.drag[i] as number) / jet.reach - 0.75) / 0.25),
    flow: 2.5 * clamp((0.85 - (columns.flow[i] as number)) / 0.4),
  }
}

function slagAt(sim: PaceSim, i: number, bridged: boolean): Slag {
  const { columns, jet, plan, plate } = sim
  if (columns.state[i] !== CUT) return 'none'
  if (bridged) return 'welded'
  const { heat, drag, flow } = slagParts(sim, i)
  const points =
    heat +
    drag +
    flow +
    0.2 +
    0.5 * clamp((jet.te - 0.025) / 0.1) +
    SURFACES[plate.surface].slag +
    (plan.bevel > 5 ? 0.5 : 0) +
    (columns.fouled[i] === 1 ? 0.6 : 0)
  return points < 0.7 ? 'falls' : points < 1.6 ? 'tap' : points < 2.8 ? 'chisel' : 'welded'
}

/** Roughness of the face, m: typical, with no data behind it. */
function roughAt(sim: PaceSim, i: number): number {
  const { columns, jet } = sim
  if (columns.state[i] !== CUT) return 0
  const um =
    25 +
    0.8 * jet.te * 1000 +
    120 * jerkAt(sim, i) +
    90 * coldAt(sim, i) +
    90 * Math.max(0, overSet(sim).pressure - 1.15) +
    60 * clamp(((columns.drag[i] as number) / jet.reach - 0.8) / 0.2) +
    (columns.fouled[i] === 1 ? 40 : 0)
  return um * 1e-6
}

const gougeAt = ({ columns, jet }: PaceSim, i: number): number =>
  Math.min(jet.te, 0.02) * Math.tan((clamp((columns.angle[i] as number) - 4, 0, 45) * Math.PI) / 180) +
  (columns.cones[i] === 1 ? 0.0005 : 0)

/** How far the top edge has rounded at a column, m. */
export const meltAt = ({ heat, jet }: PaceSim, i: number): number =>
  0.0012 * clamp(((heat.peak[i] as number) - edgeMeltsC(jet.te)) / 100, 0, 2.5)

/** How wide the kerf is at a column, top and bottom, m; 0 where nothing is cut. */
export function kerfAt(sim: PaceSim, i: number): readonly [top: number, bottom: number] {
  const { columns, jet, plan } = sim
  if (columns.state[i] !== CUT) return [0, 0]
  const kerf = jet.kerf * (columns.pierced[i] === 1 ? 1.4 : 1)
  const over = overOf(sim, columns.height[i] as number) / plan.height
  return [
    kerf * (1 + 0.25 * over) + meltAt(sim, i),
    kerf * (0.9 + 0.4 * bellOf(sim) + 0.15 * over) + 0.002 * jet.te,
  ]
}

/** Reads a cut off, place by place, as it stands. */
export function readOff(sim: PaceSim): Places {
  const { columns, heat } = sim
  const bridged = bridgesLeft(sim)
  const all = Array.from({ length: heat.columns }, (_, i) => i)
  const cut = (i: number) => columns.state[i] === CUT
  return {
    x: all.map((i) => (i + 0.5) * heat.dx),
    cut: all.map(cut),
    depth: Array.from(columns.depth),
    bridged: all.map((i) => bridged[i] === 1),
    kerfTop: all.map((i) => kerfAt(sim, i)[0]),
    kerfBottom: all.map((i) => kerfAt(sim, i)[1]),
    drag: all.map((i) => (cut(i) || columns.state[i] === MISSED ? (columns.drag[i] as number) : 0)),
    topMelt: all.map((i) => meltAt(sim, i)),
    slag: all.map((i) => slagAt(sim, i, bridged[i] === 1)),
    rough: all.map((i) => roughAt(sim, i)),
    gouge: all.map((i) => gougeAt(sim, i)),
    y: Array.from(columns.y),
    speed: Array.from(columns.speed),
    topPeak: Array.from(heat.peak),
    wall: Array.from(columns.wall),
  }
}

/** Oxygen that is set in parts of what is planned, full lever and clean tip. */
export const flowSet = ({ gas, plan }: PaceSim): number =>
  oxygenKgS(gas.orifice, gas.pressure, gas.ambient) / oxygenKgS(plan.orifice, plan.pressure, gas.ambient)
