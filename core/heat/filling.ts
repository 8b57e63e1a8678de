import { PATCH_M, underRod, type Patch } from './rod.ts'
import { arcM, posOf, type Shells } from './shells.ts'

/** Filler and flux in the gap, cell by cell of the socket: rows along, cells round within a row. */
export interface Filling {
  /** How full each cell is, 0 to 1. */
  readonly filled: Float64Array
  /** Paste flux is on it. */
  fluxed: boolean
  /** Flux: how far it has cleaned, and how far it is spent, each 0 to 1. */
  readonly cleaned: Float64Array
  readonly spent: Float64Array
  /** What each cell of a place round can hold, m³. */
  readonly holds: Float64Array
  /** Molten at the mouth and not drawn in, and all that the rod gave, m³. */
  reservoir: number
  melted: number
  /** Where the rod was last, degrees or m; none before it touched. */
  fedAt: number | undefined
  /** What the rod's melting takes out of the work under it in the next step, J, before heat spreads. */
  chill: { readonly patch: Patch; readonly heat: number } | undefined
  /** The colder and the hotter wall at each place of the socket, and both walls of it in all, °C. */
  readonly coldest: Float64Array
  readonly hottest: Float64Array
  walls: Walls
  readonly felt: Float64Array
  /** Places to the left and right round; -1 past the edge of a lap. */
  readonly left: Int32Array
  readonly right: Int32Array
  readonly linked: Uint8Array
  readonly queue: Int32Array
  readonly gains: Float64Array
}

/** Both walls of the socket: °C, the least of its deepest row, and the share of places where both are hot enough to fill. */
export interface Walls {
  readonly min: number
  readonly max: number
  readonly mean: number
  readonly base: number
  readonly hot: number
}

export function beginFilling(shells: Shells): Filling {
  const { socket, gap, wide, of, place, room } = shells
  const n = place.length
  const closed = of.type === 'tube'
  const air = of.Tamb
  const cells = socket * gap.length
  const zeros = () => new Float64Array(cells)
  const dz = of.L / socket
  return {
    filled: shells.filled,
    fluxed: of.flux.mode === 'paste',
    cleaned: zeros(),
    spent: zeros(),
    holds: Float64Array.from(gap, (c) => c * wide * dz),
    reservoir: 0,
    melted: 0,
    fedAt: undefined,
    chill: undefined,
    coldest: room.take(cells).fill(air),
    hottest: room.take(cells).fill(air),
    felt: room.take(5),
    walls: { min: air, max: air, mean: air, base: air, hot: air >= of.filler.Tflow ? 1 : 0 },
    left: Int32Array.from(place, (_, i) => (i > 0 ? i - 1 : closed ? n - 1 : -1)),
    right: Int32Array.from(place, (_, i) => (i + 1 < n ? i + 1 : closed ? 0 : -1)),
    linked: new Uint8Array(cells),
    queue: new Int32Array(cells),
    gains: zeros(),
  }
}

/** Feels both walls at each place of the socket. */
function feelWalls({ tube, cup, mouth, socket, of, room }: Shells, f: Filling): void {
  const { coldest, hottest, felt } = f
  const n = tube.round
  const faces = tube.celsius.byteOffset + mouth * n * Float64Array.BYTES_PER_ELEMENT
  room.feelWalls(
    faces,
    cup.celsius.byteOffset,
    coldest.byteOffset,
    hottest.byteOffset,
    n,
    socket,
    of.filler.Tflow,
    felt.byteOffset,
  )
  const [min = 0, max = 0, sum = 0, base = 0, hot = 0] = felt
  const cells = socket * n
  f.walls = { min, max, mean: sum / (2 * cells), base, hot: hot / cells }
}

/** Paste flux cleans inside its window, and is spent above its lower end, the sooner the hotter. */
function workFlux({ of: { flux }, socket, place }: Shells, f: Filling, dt: number): void {
  if (!f.fluxed) return
  const { cleaned, spent, coldest, hottest, filled } = f
  for (let i = 0; i < socket * place.length; i++) {
    const [cold, hot] = [coldest[i] as number, hottest[i] as number]
    if (hot <= flux.lo) continue
    if (cold >= flux.lo && hot <= flux.hi && (spent[i] as number) < 1)
      cleaned[i] = Math.min(1, (cleaned[i] as number) + dt / flux.t_clean)
    if ((filled[i] as number) < 1)
      spent[i] = Math.min(1, (spent[i] as number) + (dt / flux.life) * 2 ** ((hot - 700) / flux.half))
  }
}

/** Whether filler may wet a place: always where none is needed, once it is clean and not spent where it is. */
function wettable({ of: { flux } }: Shells, f: Filling, i: number): boolean {
  if (flux.mode === 'self') return true
  return f.fluxed && (f.cleaned[i] as number) >= 1 && (f.spent[i] as number) < 1
}

/** Holds the rod to the lip: it melts once the work under it is hot enough, and what it takes is drawn in the next step. */
function touchRod(
  shells: Shells,
  f: Filling,
  dt: number,
  rod: { readonly pos: number; readonly rate: number },
): void {
  const { of } = shells
  f.fedAt = rod.pos
  const patch = underRod(shells, rod.pos)
  if (patch.coldestC < of.filler.Tflow) return
  const volume = rod.rate * dt
  const heat = volume * of.filler.rho * (of.filler.cp * (of.filler.Tflow - of.Tamb) + of.filler.latent)
  f.reservoir += volume
  f.melted += volume
  f.chill = { patch, heat }
}

/** What the rod that melted in the step before takes out of the work under it. */
export function drawRod(shells: Shells, f: Filling): void {
  if (!f.chill) return
  const { patch, heat } = f.chill
  let weighs = 0
  for (const { shell, cells, weights } of patch.walls)
    cells.forEach((p, i) => (weighs += (weights[i] as number) * (shell.capacity[p] as number)))
  for (const { shell, cells, weights } of patch.walls)
    cells.forEach((p, i) => {
      shell.celsius[p] = (shell.celsius[p] as number) - (heat / weighs) * (weights[i] as number)
    })
  shells.ledger.rod += heat
  f.chill = undefined
}

/** Which full cells hang together, molten, with the mouth where the rod is. */
function link(shells: Shells, f: Filling): void {
  const { place, socket, of } = shells
  const { linked, queue, filled, coldest, left, right } = f
  const n = place.length
  linked.fill(0)
  let [head, tail] = [0, 0]
  const add = (p: number) => {
    if (linked[p] === 1 || (filled[p] as number) < 1 || (coldest[p] as number) < of.filler.Tsol) return
    linked[p] = 1
    queue[tail++] = p
  }
  for (let i = 0; i < n; i++) if (nearRod(shells, f, i)) add(i)
  while (head < tail) {
    const p = queue[head++] as number
    const i = p % n
    if (p >= n) add(p - n)
    if (p + n < socket * n) add(p + n)
    const a = left[i] as number
    const b = right[i] as number
    if (a >= 0) add(p - i + a)
    if (b >= 0) add(p - i + b)
  }
}

const arcTo = (shells: Shells, fedAt: number, i: number): number =>
  Math.abs(arcM(shells, fedAt, posOf(shells, i)))
const nearRod = (shells: Shells, f: Filling, i: number): boolean =>
  f.fedAt !== undefined && arcTo(shells, f.fedAt, i) <= Math.max(PATCH_M, shells.wide / 2)

/** How far filler goes in one go, as a share of a cell. */
const GO = 0.34
/** A joint of any size is run through in fewer goes a step; one of a hair's breadth would never end. */
const MOST_GOES = 100

/** Lets molten filler run where both walls are hot, clean and joined to what is molten: it follows the heat. */
function run(shells: Shells, f: Filling, dt: number): void {
  const { of, place, socket, wide, gap } = shells
  const { fedAt } = f
  if (f.reservoir <= 0 || fedAt === undefined) return
  const { gamma, mu, cos_wet, v_wet, Tflow } = of.filler
  const n = place.length
  const dz = of.L / socket
  const goes = Math.min(MOST_GOES, Math.ceil((v_wet * Math.hypot(1 / wide, 1 / dz) * dt) / GO))
  const { filled, linked, gains, coldest, holds, left, right } = f
  link(shells, f)
  const arcs = Float64Array.from(place, (_, i) => arcTo(shells, fedAt, i))
  const fronts: number[] = []
  for (let p = 0; p < socket * n; p++)
    if ((filled[p] as number) < 1 && (coldest[p] as number) >= Tflow && wettable(shells, f, p)) fronts.push(p)
  for (let go = 0; go < goes && f.reservoir > 0 && fronts.length > 0; go++) {
    let demand = 0
    for (const p of fronts) {
      const i = p % n
      gains[p] = 0
      if ((filled[p] as number) >= 1) continue
      const lip = p < n && (arcs[i] as number) <= Math.max(PATCH_M, wide / 2)
      const along = lip || (p >= n && linked[p - n] === 1) || (p + n < socket * n && linked[p + n] === 1)
      const a = left[i] as number
      const b = right[i] as number
      const round = (a >= 0 && linked[p - i + a] === 1) || (b >= 0 && linked[p - i + b] === 1)
      if (!along && !round) continue
      const deep = (((p / n) | 0) + 0.5) * dz
      const arc = arcs[i] as number
      const away = Math.sqrt(deep * deep + arc * arc)
      const hot = Math.min(1, 0.3 + (0.7 * ((coldest[p] as number) - Tflow)) / 40)
      const v = hot * Math.min((gamma * cos_wet * (gap[i] as number)) / (6 * mu * away), v_wet)
      const gain = Math.min(
        1 - (filled[p] as number),
        (dt / goes) * v * Math.sqrt((along ? 1 / (dz * dz) : 0) + (round ? 1 / (wide * wide) : 0)),
      )
      gains[p] = gain
      demand += gain * (holds[i] as number)
    }
    if (demand <= 0) return
    const share = Math.min(1, f.reservoir / demand)
    for (const p of fronts) {
      const gain = (gains[p] as number) * share
      if (gain === 0) continue
      const now = (filled[p] as number) + gain
      filled[p] = now > 1 - 1e-12 ? 1 : now
      if (filled[p] === 1) linked[p] = 1
    }
    f.reservoir -= demand * share
  }
}

/** Flux, rod and filler after a step of heat, by what the walls are now. @param rod where it is held to the lip, m³/s */
export function fillStep(
  shells: Shells,
  f: Filling,
  dt: number,
  rod: { readonly pos: number; readonly rate: number } | undefined,
): void {
  feelWalls(shells, f)
  workFlux(shells, f, dt)
  if (rod) touchRod(shells, f, dt, rod)
  run(shells, f, dt)
  if (f.reservoir < 0) f.reservoir = 0
}

/** Of the gap's volume, and of its cells, how much is full; and the deepest row's, 0 to 1. */
export function fillOf({ place, socket, gap }: Shells, { filled }: Filling) {
  const n = place.length
  let [volume, whole, cells, base] = [0, 0, 0, 0]
  for (let p = 0; p < socket * n; p++) {
    const c = gap[p % n] as number
    whole += c
    volume += c * (filled[p] as number)
    if ((filled[p] as number) >= 1) {
      cells++
      if (p >= (socket - 1) * n) base++
    }
  }
  return {
    volume: volume / whole,
    cells: cells / (socket * n),
    base: base / n,
  }
}
