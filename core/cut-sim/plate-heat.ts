import type { PaceFuel } from './pace-case.ts'

/**
 * Heat in the plate beside a line that is cut: columns along it, and in each nested half discs round the line, clipped by
 * the plate's thickness. One chain serves thin plate, which spreads sideways, and thick, which spreads as half a cylinder.
 */

/** W/(m K) and J/(m³ K) of steel, its diffusivity, m²/s. */
export const CONDUCTS = 40
export const STORES = 4.7e6
export const DIFFUSES = CONDUCTS / STORES
/** Shells in a column. */
export const SHELLS = 7
/** What is around, °C. */
const ROOM_C = 20

/** What drives a flame's heat, °C, and how wide it strikes against acetylene's. */
export const FLAMES: Readonly<Record<PaceFuel, { readonly drives: number; readonly wide: number }>> = {
  acetylene: { drives: 2400, wide: 1 },
  propylene: { drives: 2250, wide: 1.15 },
  propane: { drives: 2150, wide: 1.25 },
  'natural-gas': { drives: 2100, wide: 1.25 },
  hydrogen: { drives: 2100, wide: 1.2 },
}

/** The plate's heat. Each shell has one array of °C, a column an entry. */
export interface PlateHeat {
  readonly columns: number
  readonly dx: number
  readonly te: number
  readonly shells: readonly Float64Array[]
  readonly radius: Float64Array
  /** J/K, W/K along, W/K outwards, m² that lose heat: of one column of each shell. */
  readonly holds: Float64Array
  readonly along: Float64Array
  readonly outward: Float64Array
  readonly bares: Float64Array
  /** What the flame gives a column of each shell, as a share of all, and for which half width that was worked out. */
  readonly shares: Float64Array
  sharesOf: number
  /** Of the flame in this step: first and last column, and W in each before shares and the work's own heat. */
  from: number
  to: number
  readonly flame: Float64Array
  /** W that something else gives a column in this step, shell after shell, in the columns `addFrom` to `addTo`. */
  readonly added: readonly Float64Array[]
  addFrom: number
  addTo: number
  /** W that go from one shell to the next. */
  readonly between: Float64Array
  readonly peak: Float64Array
  /** J since the beginning. */
  readonly ledger: { flame: number; wall: number; lost: number; chill: number }
  readonly atStart: number
}

/** The innermost shell's radius, m. */
export const innerRadius = (te: number): number => Math.max(0.0007, 0.0018 * (te / 0.0254) ** 0.45)

/** Area within a radius round the line, m². */
const within = (r: number, te: number): number =>
  r <= te ? 0.5 * Math.PI * r * r : te * Math.sqrt(r * r - te * te) + r * r * Math.asin(te / r)

/** Lays a plate of one temperature. @param te, length, dx in m @param celsius of all of it */
export function layPlate(te: number, length: number, wantedDx: number, celsius: number): PlateHeat {
  const columns = Math.max(4, Math.round(length / wantedDx))
  const dx = length / columns
  const radius = Float64Array.from({ length: SHELLS }, (_, s) => innerRadius(te) * 2 ** s)
  const r = (s: number) => (s < 0 ? 0 : (radius[s] as number))
  const mid = (s: number) => (r(s - 1) + r(s)) / 2
  const under = (radius_: number) => Math.sqrt(Math.max(0, radius_ ** 2 - te ** 2))
  const shell = (of: (s: number) => number) => Float64Array.from({ length: SHELLS }, (_, s) => of(s))
  const area = (s: number) => within(r(s), te) - (s > 0 ? within(r(s - 1), te) : 0)
  const holds = shell((s) => STORES * area(s) * dx)
  return {
    columns,
    dx,
    te,
    shells: Array.from({ length: SHELLS }, () => new Float64Array(columns).fill(celsius)),
    radius,
    holds,
    along: shell((s) => (CONDUCTS * area(s)) / dx),
    outward: shell((s) =>
      s + 1 < SHELLS
        ? ((CONDUCTS * 2 * r(s) * Math.asin(Math.min(1, te / r(s)))) / (mid(s + 1) - mid(s))) * dx
        : 0,
    ),
    bares: shell((s) => 2 * (r(s) - r(s - 1) + (r(s) > te ? under(r(s)) - under(r(s - 1)) : 0)) * dx),
    shares: new Float64Array(SHELLS),
    sharesOf: -1,
    from: 0,
    to: -1,
    flame: new Float64Array(columns),
    added: Array.from({ length: SHELLS }, () => new Float64Array(columns)),
    addFrom: columns,
    addTo: -1,
    between: new Float64Array(columns),
    peak: new Float64Array(columns).fill(celsius),
    ledger: { flame: 0, wall: 0, lost: 0, chill: 0 },
    atStart: celsius,
  }
}

/** The error function, 0 and up. Source: Abramowitz and Stegun, 7.1.26; to 1.5e-7. */
export function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * x)
  const sum = ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t
  return 1 - sum * Math.exp(-x * x)
}

/** Where a column is, held to those that there are. */
export const columnAt = ({ dx, columns }: PlateHeat, x: number): number => {
  const i = Math.floor(x / dx)
  return i < 0 ? 0 : i >= columns ? columns - 1 : i
}

/** First and last of the columns between two places, as far as they exist. */
export const columnsBetween = (
  { dx, columns }: PlateHeat,
  from: number,
  to: number,
): readonly [first: number, last: number] => [
  Math.max(0, Math.floor(from / dx)),
  Math.min(columns - 1, Math.floor(to / dx)),
]

/** How hot the top is at a place, °C: straight between the middles of columns, held at the ends. */
export function topAt({ dx, columns, shells }: PlateHeat, x: number): number {
  const top = shells[0] as Float64Array
  const at = x / dx - 0.5
  const i = Math.floor(at)
  if (i < 0) return top[0] as number
  if (i >= columns - 1) return top[columns - 1] as number
  const a = top[i] as number
  return a + ((top[i + 1] as number) - a) * (at - i)
}

/**
 * Holds a flame over the plate for the step that comes.
 * @param watts that go in on cold metal, before the plate's own heat turns them away
 * @param sigma half width, m
 * @param folds whether what overhangs the first edge folds back
 */
export function playFlame(plate: PlateHeat, watts: number, x: number, sigma: number, folds: boolean): void {
  const { dx, columns, flame } = plate
  shareOut(plate, sigma)
  const from = Math.max(0, Math.floor((x - 5 * sigma) / dx))
  const to = Math.min(columns - 1, Math.ceil((x + 5 * sigma) / dx))
  plate.from = from
  plate.to = to
  if (watts <= 0) {
    for (let i = from; i <= to; i++) flame[i] = 0
    return
  }
  const a = 1 / (2 * sigma * sigma)
  const length = dx * columns
  const scale = (watts * dx) / (sigma * Math.sqrt(2 * Math.PI))
  const first = folds && x < 10 * sigma
  const last = length - x < 10 * sigma
  for (let i = from; i <= to; i++) {
    const at = (i + 0.5) * dx
    let g = Math.exp(-a * (at - x) * (at - x))
    if (first) g += 0.5 * Math.exp(-a * (at + x) * (at + x))
    if (last) g += 0.5 * Math.exp(-a * (2 * length - at - x) * (2 * length - at - x))
    flame[i] = scale * g
  }
}

function shareOut(plate: PlateHeat, sigma: number): void {
  if (plate.sharesOf === sigma) return
  plate.sharesOf = sigma
  let was = 0
  for (let s = 0; s < SHELLS; s++) {
    const now = erf((plate.radius[s] as number) / (Math.SQRT2 * sigma))
    plate.shares[s] = now - was
    was = now
  }
}

/** Gives a column of a shell so many W in the step that comes. */
export function give(plate: PlateHeat, shell: number, column: number, watts: number): void {
  const into = plate.added[shell] as Float64Array
  into[column] = (into[column] as number) + watts
  if (column < plate.addFrom) plate.addFrom = column
  if (column > plate.addTo) plate.addTo = column
}

/** The step: all shells from what they were before it. @param drives °C of the flame */
export function heatStep(plate: PlateHeat, dt: number, drives: number): void {
  plate.between.fill(0)
  for (let s = 0; s < SHELLS; s++) {
    if ((plate.shares[s] as number) > 0) flameIn(plate, s, drives, dt)
    sweep(plate, s, dt)
  }
  for (let s = 0; s < SHELLS; s++)
    if (plate.addTo >= plate.addFrom) (plate.added[s] as Float64Array).fill(0, plate.addFrom, plate.addTo + 1)
  plate.addFrom = plate.columns
  plate.addTo = -1
  keepPeaks(plate)
}

/** What the flame gives a shell: metal that is hot takes less. */
function flameIn(plate: PlateHeat, s: number, drives: number, dt: number): void {
  const { from, to, flame } = plate
  const celsius = plate.shells[s] as Float64Array
  const into = plate.added[s] as Float64Array
  const share = (plate.shares[s] as number) / (drives - ROOM_C)
  let all = 0
  for (let i = from; i <= to; i++) {
    const w = (flame[i] as number) * share * (drives - (celsius[i] as number))
    into[i] = (into[i] as number) + w
    all += w
  }
  plate.ledger.flame += all * dt
  if (from < plate.addFrom) plate.addFrom = from
  if (to > plate.addTo) plate.addTo = to
}

/** Exchange and loss of one shell, in place: the next one is still as it was, this one's fluxes from the last are kept. */
function sweep(plate: PlateHeat, s: number, dt: number): void {
  const { columns, between } = plate
  const celsius = plate.shells[s] as Float64Array
  const next = (plate.shells[s + 1] ?? celsius) as Float64Array
  const add = plate.added[s] as Float64Array
  const along = plate.along[s] as number
  const outward = plate.outward[s] as number
  const bares = plate.bares[s] as number
  const gain = dt / (plate.holds[s] as number)
  let lost = 0
  let here = celsius[0] as number
  let before = here
  for (let i = 0; i < columns; i++) {
    const after = i + 1 < columns ? (celsius[i + 1] as number) : here
    const over = here - ROOM_C
    const loses = (15 + (over > 0 ? 0.09 * over : 0)) * over * bares
    const out = outward * (here - (next[i] as number))
    lost += loses
    celsius[i] =
      here +
      gain * (along * (before + after - 2 * here) + (between[i] as number) - out - loses + (add[i] as number))
    between[i] = out
    before = here
    here = after
  }
  plate.ledger.lost += lost * dt
}

/** The hottest that the top ever was, kept while the flame is near. */
function keepPeaks({ from, to, peak, shells }: PlateHeat): void {
  const top = shells[0] as Float64Array
  for (let i = from; i <= to; i++) {
    const now = top[i] as number
    if (now > (peak[i] as number)) peak[i] = now
  }
}

/** J in the plate over what it began with. */
export function storedIn({ shells, holds, atStart }: PlateHeat): number {
  let all = 0
  shells.forEach((celsius, s) => {
    let sum = 0
    for (const c of celsius) sum += c - atStart
    all += sum * (holds[s] as number)
  })
  return all
}

/** The largest step that the explicit sweep bears, as a share of what it bears: over 1 is refused. */
export const stepShare = (dt: number, dx: number, te: number): number =>
  (dt * 2 * DIFFUSES * (1 / dx ** 2 + 1 / innerRadius(te) ** 2)) / 1.1
