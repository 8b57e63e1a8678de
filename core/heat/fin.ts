import { specificHeatAt, type BaseMetal } from '../metal/base-metals.ts'

/**
 * A part of a joint laid out along one line, cell by cell: one temperature through its wall and round it.
 * Lengths in m, from the joint's mouth (z = 0); areas in m².
 */
export interface Bar {
  readonly metal: BaseMetal
  /** Length of each cell. */
  readonly dz: number[]
  /** Its middle. */
  readonly z: number[]
  /** Cross-section of each cell, and of its far face, that conducts along the line. */
  readonly cellM2: number[]
  readonly faceM2: number[]
}

/**
 * So many cells at nothing. Plain arrays: joints are laid out in a few dozen cells, for which they are made and read
 * faster than typed ones. Minus zero, so that the engine keeps them as floating numbers from the start.
 */
export function zeros(cells: number): number[] {
  return new Array<number>(cells).fill(-0)
}

/** What pulls on the cells from outside: conductances, W/K, their sum times the outside's temperature, W, and given heat, W. */
export interface Pulls {
  readonly g: number[]
  readonly gT: number[]
  readonly q: number[]
}

/** No pulls yet, for so many cells. */
export const noPulls = (cells: number): Pulls => ({
  g: zeros(cells),
  gT: zeros(cells),
  q: zeros(cells),
})

/**
 * A bar of the given cell lengths whose first cell begins at `from`.
 * @param areaM2 its cross-section: one for all of it, or by the distance, as of a disk that is heated in its middle
 */
export function layBar(
  metal: BaseMetal,
  areaM2: number | ((atM: number) => number),
  fromM: number,
  lengths: readonly number[],
): Bar {
  const dz = [...lengths]
  const z = zeros(dz.length)
  const [cellM2, faceM2] = [zeros(dz.length), zeros(dz.length)]
  const areaAt = typeof areaM2 === 'number' ? () => areaM2 : areaM2
  let at = fromM
  for (let i = 0; i < dz.length; i++) {
    const d = dz[i] ?? 0
    z[i] = at + d / 2
    at += d
    cellM2[i] = areaAt(at - d / 2)
    faceM2[i] = areaAt(at)
  }
  return { metal, dz, z, cellM2, faceM2 }
}

/** Cell lengths that grow by `ratio` from `firstM` until `wholeM` is laid out. */
export function growing(firstM: number, ratio: number, wholeM: number): number[] {
  const out: number[] = []
  let d = firstM
  let sum = 0
  while (sum + d < wholeM) {
    out.push(d)
    sum += d
    d *= ratio
  }
  const rest = wholeM - sum
  if (rest > 0.3 * d || out.length === 0) out.push(rest)
  else out[out.length - 1] = (out.at(-1) ?? 0) + rest
  return out
}

/** Room to work in, so that a step makes no garbage; `capacity` is left as J/K of each cell at the start of the step. */
export interface Bench {
  readonly c: number[]
  readonly d: number[]
  readonly capacity: number[]
}
export const workBench = (cells: number): Bench => ({
  c: zeros(cells),
  d: zeros(cells),
  capacity: zeros(cells),
})

const ROOM_K = 293.15

/** How far a temperature lies from 20 °C toward the metal's hot figure, 0 to 1. */
function shareOf(kelvin: number, perK: number): number {
  const x = (kelvin - ROOM_K) * perK
  return x < 0 ? 0 : x > 1 ? 1 : x
}

/**
 * One step in time of conduction along a bar with pulls from outside: backward Euler, properties frozen at the start
 * of the step, then the change corrected for heat capacity that rises with temperature. Stable for any step.
 * @param kelvin temperatures of the cells, changed in place
 * @param dt s
 */
export function advance(bar: Bar, kelvin: number[], dt: number, pulls: Pulls, bench: Bench): void {
  const { dz, cellM2, faceM2, metal } = bar
  const n = dz.length
  const { c, d, capacity } = bench
  const { g, gT, q } = pulls
  const perK = 1 / (metal.hotK - ROOM_K)
  const [kCold, kHot] = metal.conductivity
  const [cpCold, cpHot] = metal.specificHeat
  const { density } = metal
  const perDt = 1 / dt
  let left = 0
  let before = 0
  let beforeD = 0
  let here = kelvin[0] as number
  let shareHere = shareOf(here, perK)
  let half = (dz[0] as number) / (2 * (kCold + shareHere * (kHot - kCold)))
  for (let i = 0; i < n; i++) {
    const heat = density * (cellM2[i] as number) * (dz[i] as number) * (cpCold + shareHere * (cpHot - cpCold))
    capacity[i] = heat
    let right = 0
    let next = 0
    let shareNext = 0
    if (i + 1 < n) {
      next = kelvin[i + 1] as number
      shareNext = shareOf(next, perK)
      const halfNext = (dz[i + 1] as number) / (2 * (kCold + shareNext * (kHot - kCold)))
      right = (faceM2[i] as number) / (half + halfNext)
      half = halfNext
    }
    const rate = heat * perDt
    // the Thomas algorithm on the fly
    const pivot = 1 / (rate + left + right + (g[i] as number) - left * before)
    beforeD = (rate * here + (gT[i] as number) + (q[i] as number) + left * beforeD) * pivot
    before = right * pivot
    c[i] = before
    d[i] = beforeD
    left = right
    here = next
    shareHere = shareNext
  }
  const slope = (cpHot - cpCold) * perK
  let solved = 0
  for (let i = n - 1; i >= 0; i--) {
    solved = (d[i] as number) + (c[i] as number) * solved
    const was = kelvin[i] as number
    const change = solved - was
    if (change < 1 && change > -1) {
      kelvin[i] = solved
      continue
    }
    const rising =
      was >= ROOM_K && was < metal.hotK
        ? (slope * density * (cellM2[i] as number) * (dz[i] as number)) / (capacity[i] as number)
        : 0
    kelvin[i] = was + change * (1 - 0.5 * rising * change)
  }
}

/** Heat stored in a bar above a temperature, J: the exact integral of the specific heat. */
export function heatStored(bar: Bar, kelvin: number[], fromK: number): number {
  const { metal } = bar
  let sum = 0
  for (let i = 0; i < kelvin.length; i++) {
    const to = kelvin[i] ?? fromK
    const bend = Math.min(to, metal.hotK)
    const mid = (fromK + bend) / 2
    const below = specificHeatAt(metal, mid) * (bend - fromK)
    const above = Math.max(0, to - metal.hotK) * metal.specificHeat[1]
    sum += metal.density * (bar.cellM2[i] ?? 0) * (bar.dz[i] ?? 0) * (below + above)
  }
  return sum
}

/** Stefan and Boltzmann's constant, W/(m² K⁴). */
export const STEFAN = 5.670374e-8
/** How well a face throws heat off: outside, oxidised; under the work or inside a tube, where little goes. */
export const AIR_LOSS = {
  open: { emissivity: 0.7 },
  under: { emissivity: 0.7, share: 0.6 },
} as const

/**
 * What still air and radiation take off a face, W/(m² K) for each kelvin above the air: 1.32·(ΔT/D)^¼ and grey radiation
 * (Holman, simplified relations for air).
 * @param sizeM the face's size: the diameter of a tube, the width of a strip
 */
export function lossAt(
  kelvin: number,
  airK: number,
  sizeM: number,
  { emissivity, share = 1 }: { readonly emissivity: number; readonly share?: number } = AIR_LOSS.open,
): number {
  const rise = kelvin - airK
  if (rise <= 0) return 0
  const convection = 1.32 * Math.sqrt(Math.sqrt(rise / sizeM))
  const radiation = emissivity * STEFAN * (kelvin * kelvin + airK * airK) * (kelvin + airK)
  return share * (convection + radiation)
}
