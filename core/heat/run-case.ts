import type { CaseTorch, HeatCase } from './heat-case.ts'
import {
  fillerNow,
  layOnBench,
  lipSealed,
  readAt,
  workStep,
  type AtWork,
  type HeatBench,
} from './heat-bench.ts'
import { thickestScale } from './scale.ts'
import { heatIn, type Playing, type Shell } from './shells.ts'

/** What a case came to, as a file says it: °C, s, mm³, mm², µm, J, W, percent. Crossings have names of their own. */
export interface HeatResult {
  readonly rows: readonly HeatRow[]
  /** First time that min, mean, and the deepest row's min are at the filler's flow point; -1 where never. */
  readonly t_all: number
  readonly t_mean: number
  readonly t_base_all: number
  /** t_<probe>_<T>: first time that a probe crossed a temperature. */
  readonly crossings: Readonly<Record<string, number>>
  readonly fill_pct: number
  readonly fill_cells_pct: number
  readonly base_ring_pct: number
  readonly V_melt_mm3: number
  readonly V_cap_mm3: number
  readonly V_gap_total_mm3: number
  readonly flux_exhausted_pct: number
  readonly T_peak: number
  readonly melted: boolean
  readonly over1_mm2: number
  readonly over2_mm2: number
  readonly oxide1_um: number
  readonly oxide2_um: number
  readonly E_in: number
  readonly E_loss: number
  readonly E_end: number
  readonly E_filler: number
  readonly dE: number
  readonly imbalance_pct: number
  readonly sealed_lip: boolean
}

/** The joint at a moment that was asked for. */
export interface HeatRow {
  readonly t: number
  readonly min: number
  readonly mean: number
  readonly max: number
  readonly hot_frac: number
  readonly fill_pct: number
  readonly V_cap_mm3: number
  readonly Q_W: number
  readonly probes: Readonly<Record<string, number>>
}

/** A triangle: 0, 1 at a quarter, -1 at three. */
function triangle(x: number): number {
  const at = x - Math.floor(x)
  return at < 0.25 ? 4 * at : at < 0.75 ? 2 - 4 * at : 4 * at - 4
}

/** Where a torch of a case is at a time; undefined while it is off the work. */
export function torchAt({ path, sweep, ...flame }: CaseTorch, t: number): Playing | undefined {
  const [first] = path
  if (!first || t < first[0]) return undefined
  let i = 0
  while (i + 1 < path.length && t >= (path[i + 1]?.[0] ?? Infinity)) i++
  const a = path[i] ?? first
  const b = path[i + 1] ?? a
  if (a[3] === 0) return undefined
  const share = b[0] > a[0] ? (t - a[0]) / (b[0] - a[0]) : 0
  const swing = sweep ? triangle(t / sweep[2]) : 0
  return {
    ...flame,
    pos: a[1] + share * (b[1] - a[1]) + (sweep ? sweep[0] * swing : 0),
    z: a[2] + share * (b[2] - a[2]) + (sweep ? sweep[1] * swing : 0),
  }
}

/** What is done to a case's joint in the step that begins at `t`. */
export function atWork(of: HeatCase, t: number): AtWork {
  const middle = t + of.dt / 2
  const fed = of.feed.find(([from, to]) => middle >= from && middle < to)
  return {
    flames: of.torches.flatMap((torch) => torchAt(torch, middle) ?? []),
    rod: fed && { pos: fed[2], rate: fed[3] },
    purged: of.purge,
  }
}

/** When a value that rises step by step first came to a level, straight inside the step; -1 while it has not. */
class Crossing {
  at = -1
  readonly #level: number
  #was: number
  constructor(level: number, was: number) {
    this.#level = level
    this.#was = was
    if (was >= level) this.at = 0
  }
  see(value: number, t: number, dt: number): void {
    if (this.at < 0 && value >= this.#level)
      this.at = t - dt + (dt * (this.#level - this.#was)) / (value - this.#was)
    this.#was = value
  }
}

const MM3 = 1e9
const MM2 = 1e6

/** The area of a shell's outside whose hottest moment was over a limit, m². */
export function overheated({ peak, round, rows, dz, volume, metal, ...shell }: Shell, angle: number): number {
  let area = 0
  for (let row = 0; row < rows; row++) {
    const cell = (volume[row] ?? 0) > 0 ? shell.radius * angle * (dz[row] ?? 0) : 0
    for (let i = 0; i < round; i++) if ((peak[row * round + i] ?? 0) > metal.tooHotC) area += cell
  }
  return area
}

/** How wide a cell is: rad round a tube, m along a lap. */
export const cellAngle = ({ of }: HeatBench['shells']): number =>
  (of.type === 'tube' ? 2 * Math.PI : of.W) / of.grid.nth

/** The hottest that a shell ever was, °C. */
export const peakOf = ({ peak }: Shell): number => peak.reduce((a, b) => Math.max(a, b), -Infinity)

/**
 * Runs a case of the heat bench from cold to its end.
 * @throws RangeError for a metal that nobody knows
 */
export function runHeatCase(of: HeatCase): HeatResult {
  const bench = layOnBench(of)
  const { shells, filling } = bench
  const steps = Math.round(of.t_end / of.dt)
  const { Tflow } = of.filler
  const first = filling.walls
  const all = new Crossing(Tflow, first.min)
  const mean = new Crossing(Tflow, first.mean)
  const base = new Crossing(Tflow, first.base)
  const probe = (name: string) => of.probes.find((p) => p.name === name)
  const read = (name: string) => {
    const p = probe(name)
    return p ? readAt(bench, p.shell, p.pos, p.z) : NaN
  }
  const crossings = of.cross.map(([name, level]) => ({
    name,
    level,
    seen: new Crossing(level, read(name)),
  }))
  const out = [...of.t_out].sort((a, b) => a - b)
  const rows: HeatRow[] = []
  for (let step = 0; step < steps; step++) {
    workStep(bench, of.dt, atWork(of, step * of.dt))
    const t = (step + 1) * of.dt
    const now = filling.walls
    all.see(now.min, t, of.dt)
    mean.see(now.mean, t, of.dt)
    base.see(now.base, t, of.dt)
    for (const { name, seen } of crossings) seen.see(read(name), t, of.dt)
    while (out.length > 0 && (out[0] ?? 0) <= t + 1e-9) {
      const filler = fillerNow(bench)
      rows.push({
        t: out.shift() ?? t,
        min: now.min,
        mean: now.mean,
        max: now.max,
        hot_frac: now.hot,
        fill_pct: 100 * filler.filled,
        V_cap_mm3: filler.drawn * MM3,
        Q_W: bench.watts,
        probes: Object.fromEntries(of.probes.map((p) => [p.name, readAt(bench, p.shell, p.pos, p.z)])),
      })
    }
  }
  const { flame, lost, ends, rod } = shells.ledger
  const dE = heatIn(shells.tube) + heatIn(shells.cup) - shells.atStart
  const filler = fillerNow(bench)
  const angle = cellAngle(shells)
  const [peak1, peak2] = [peakOf(shells.tube), peakOf(shells.cup)]
  return {
    rows,
    t_all: all.at,
    t_mean: mean.at,
    t_base_all: base.at,
    crossings: Object.fromEntries(crossings.map(({ name, level, seen }) => [`t_${name}_${level}`, seen.at])),
    fill_pct: 100 * filler.filled,
    fill_cells_pct: 100 * filler.cells,
    base_ring_pct: 100 * filler.base,
    V_melt_mm3: filler.melted * MM3,
    V_cap_mm3: filler.drawn * MM3,
    V_gap_total_mm3: filler.holds * MM3,
    flux_exhausted_pct:
      of.flux.mode === 'paste'
        ? (100 * filling.spent.reduce((n, s) => n + (s >= 1 ? 1 : 0), 0)) / filling.spent.length
        : 0,
    T_peak: Math.max(peak1, peak2),
    melted: peak1 >= shells.tube.metal.meltsC || peak2 >= shells.cup.metal.meltsC,
    over1_mm2: overheated(shells.tube, angle) * MM2,
    over2_mm2: overheated(shells.cup, angle) * MM2,
    oxide1_um: thickestScale(bench.scales[0]),
    oxide2_um: thickestScale(bench.scales[1]),
    E_in: flame,
    E_loss: lost,
    E_end: ends,
    E_filler: rod,
    dE,
    imbalance_pct: flame > 0 ? (100 * (flame - lost - ends - rod - dE)) / flame : 0,
    sealed_lip: lipSealed(bench),
  }
}
