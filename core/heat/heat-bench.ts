import { beginFilling, drawRod, fillOf, fillStep, type Filling } from './filling.ts'
import type { HeatCase } from './heat-case.ts'
import { growScale, type Scale } from './scale.ts'
import { findShellMetal, type ShellMetal } from './shell-metals.ts'
import { heatStep, layShells, type InGap, type Playing, type Shells } from './shells.ts'

/** A joint on the bench, heated step by step by whoever holds the torch. */
export interface HeatBench {
  readonly shells: Shells
  readonly filling: Filling
  readonly scales: readonly [Scale, Scale]
  /** s since it began. */
  time: number
  /** What flames gave in the last step, W. */
  watts: number
}

/** What is done to a joint in a step. */
export interface AtWork {
  /** Flames as they play at the middle of the step. */
  readonly flames: readonly Playing[]
  /** The rod at the lip, degrees or m, and what it would give, m³/s. */
  readonly rod?: { readonly pos: number; readonly rate: number } | undefined
  readonly purged: boolean
}

/** Scale is looked at so often, s. */
const SCALE_EACH_S = 0.2

/** A metal of a case. @throws RangeError for a key that nobody knows */
function metalOf(key: string): ShellMetal {
  const metal = findShellMetal(key)
  if (!metal) throw new RangeError(`no metal ${key}`)
  return metal
}

/** Lays a joint on the bench, cold. @throws RangeError for a metal that nobody knows */
export function layOnBench(of: HeatCase): HeatBench {
  const shells = layShells(of, [metalOf(of.mat1), metalOf(of.mat2)])
  const cells = shells.tube.celsius.length
  return {
    shells,
    filling: beginFilling(shells),
    scales: [new Float64Array(cells), new Float64Array(cells)],
    time: 0,
    watts: 0,
  }
}

/** Works on a joint for one step, s. */
export function workStep(bench: HeatBench, dt: number, { flames, rod, purged }: AtWork): void {
  const { shells, filling } = bench
  const { flux, filler } = shells.of
  const inGap: InGap = {
    fillerK: filler.k,
    fluxK: filling.fluxed ? flux.k : undefined,
  }
  const before = shells.ledger.flame
  heatStep(shells, dt, flames, inGap, () => {
    drawRod(shells, filling)
  })
  bench.watts = (shells.ledger.flame - before) / dt
  fillStep(shells, filling, dt, rod)
  const was = bench.time
  bench.time = was + dt
  if (Math.floor(bench.time / SCALE_EACH_S + 1e-6) > Math.floor(was / SCALE_EACH_S + 1e-6)) {
    growScale(shells.tube, bench.scales[0], SCALE_EACH_S, purged)
    growScale(shells.cup, bench.scales[1], SCALE_EACH_S, purged)
  }
}

/** A temperature between cells' middles, °C. @param pos degrees, or m along a lap */
export function readAt({ shells }: HeatBench, shell: 1 | 2, pos: number, z: number): number {
  const { of, place } = shells
  const side = shell === 1 ? shells.tube : shells.cup
  const n = side.round
  const angle = of.type === 'tube' ? 360 / n : of.W / n
  const from = of.type === 'tube' ? angle / 2 : (place[0] ?? 0)
  const x = (pos - from) / angle
  const lap = of.type === 'lap'
  const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v))
  const i = lap ? clamp(Math.floor(x), n - 2) : Math.floor(x)
  const across = lap ? clamp(x - i, 1) : x - i
  const round = (v: number) => ((v % n) + n) % n
  let row = 0
  while (row < side.rows - 2 && z > (side.z[row + 1] ?? 0)) row++
  const [z0 = 0, z1 = 1] = [side.z[row], side.z[row + 1]]
  const along = clamp((z - z0) / (z1 - z0), 1)
  const at = (r: number, c: number) => side.celsius[r * n + round(c)] ?? 0
  const line = (r: number) => at(r, i) * (1 - across) + at(r, i + 1) * across
  return line(row) * (1 - along) + line(row + 1) * along
}

/** What of the filler lies where, m³: molten in all, drawn into the gap, left at the mouth; and what the gap holds. */
export function fillerNow({ shells, filling }: HeatBench) {
  const holds = filling.holds.reduce((a, b) => a + b, 0) * shells.socket
  const { volume, cells, base } = fillOf(shells, filling)
  return {
    melted: filling.melted,
    drawn: volume * holds,
    left: filling.reservoir,
    holds,
    filled: volume,
    cells,
    base,
  }
}

/** Filler was melted, and most of it sits on the lip over a gap that is not full. */
export function lipSealed(bench: HeatBench): boolean {
  const { melted, left, filled } = fillerNow(bench)
  return melted > 0 && filled < 0.6 && left > 0.15 * melted
}
