import { STEFAN } from './fin.ts'
import type { HeatCase } from './heat-case.ts'
import { RAG_H, RAG_K } from './joint-heat.ts'
import { heatInside, LOOK_UP_K, metalAt, slopeOfHeat, type ShellMetal } from './shell-metals.ts'
import { openRoom, type Room } from './wasm/room.ts'

/**
 * Two thin shells that face each other over a socket, one temperature through each wall: the tube, or a lap's lower plate,
 * and the cup, or its upper plate. Cells lie row by row along z, and within a row round the tube or along the lap.
 *
 * Local one-dimensional splitting, backward Euler: sources, round, along, gap; then the change corrected for a heat capacity
 * that rises. Temperatures in °C. Source of the equations and of what they are checked by: docs/method.md.
 */
export interface Shell {
  readonly metal: ShellMetal
  /** Cells round and rows along. */
  readonly round: number
  readonly rows: number
  /** The middle of each row, m from the mouth, and its length. */
  readonly z: Float64Array
  readonly dz: Float64Array
  /** Of a cell of each row: volume m³, outer and inner face that is open to the air m². */
  readonly volume: Float64Array
  readonly outer: Float64Array
  readonly inner: Float64Array
  /** Outer radius; 1 for a lap. */
  readonly radius: number
  /** Geometry of conduction, m: round in each row, along to the next row. */
  readonly across: Float64Array
  readonly along: Float64Array
  /** The row where the part goes on beyond the grid, W/K of each of its cells, and what it goes on to, °C. */
  readonly endRow: number
  endConductance: number
  endC: number
  readonly celsius: Float64Array
  readonly peak: Float64Array
  readonly before: Float64Array
  readonly conductivity: Float64Array
  /** J/K */
  readonly capacity: Float64Array
  readonly look: LookUp
  /** A wet rag on each row's outer face: W/K of a cell. */
  readonly ragged: Float64Array
}

/**
 * Figures of a metal by temperature, each laid up at the nearest kelvin: conductivity; ρcp; its inverse; half of how much
 * faster it grows, 1/K; losses outside and inside, W/m².
 */
type LookUp = Float64Array
const LOOK_WIDTH = 8

/** A flame as it plays on the shells now; how it falls off round and along is worked out from it. */
export interface Playing {
  /** Degrees round a tube, m along a lap. */
  readonly pos: number
  readonly z: number
  readonly P: number
  readonly eta: number
  readonly sig_s: number
  readonly sig_z: number
  readonly Tdrive: number
}

/** What went in and out up to now, J. */
export interface Ledger {
  flame: number
  lost: number
  ends: number
  rod: number
}

export interface Shells {
  readonly of: HeatCase
  readonly tube: Shell
  readonly cup: Shell
  /** The angle, or the distance along a lap, of each cell's middle, and how wide a cell is on the tube's outside, m. */
  readonly place: Float64Array
  readonly wide: number
  /** The tube's row that faces the cup's first. */
  readonly mouth: number
  /** Rows in the socket. */
  readonly socket: number
  /** Clearance by cell round, m, and one over it; area of a pair of cells, m², the rows alike. */
  readonly gap: Float64Array
  readonly perGap: Float64Array
  readonly gapArea: number
  /** How full of filler each cell of the socket is, 0 to 1. */
  readonly filled: Float64Array
  readonly ledger: Ledger
  /** What was in both at the start, J. */
  readonly atStart: number
  readonly room: Room
  /** Room to work in: the sweep round, the sweep along and what it carries, a flame's shares round. */
  readonly scratch: Float64Array
  readonly carried: Float64Array
  readonly left: Float64Array
  readonly shares: Float64Array
  /** Steps done: the sweeps change their order each time. */
  steps: number
}

/** Where look-ups begin, and how many there are. */
const LOW_C = -100
const LOOK_UPS = 1701
/** A flame ends so many half widths away. */
const FLAME_ENDS = 6.3
/** What runs off beyond the grid is lost to the air at this, W/(m² K). */
const FIN_H = 12
const LEAST_GAP_M = 5e-6
const KELVIN = 273.15

function lookUp(
  room: Room,
  metal: ShellMetal,
  of: HeatCase,
  emissivity: number,
  inside: { readonly h: number; readonly emissivity: number },
): LookUp {
  const size = of.type === 'tube' ? of.D : of.W
  const radiation = (e: number, c: number, air: number) =>
    e * STEFAN * ((c + KELVIN) ** 4 - (air + KELVIN) ** 4)
  const table = room.take(LOOK_UPS * LOOK_WIDTH)
  for (let i = 0; i < LOOK_UPS; i++) {
    const c = LOW_C + i * LOOK_UP_K
    const { k, cp } = metalAt(metal, c)
    const rise = c - of.Tamb
    const h = of.h_out > 0 ? of.h_out : rise > 0 ? 1.32 * (rise / size) ** 0.25 : 0
    table.set(
      [
        k,
        metal.density * cp,
        1 / (metal.density * cp),
        (0.5 * slopeOfHeat(metal, c)) / cp,
        h * rise + radiation(emissivity, c, of.Tamb),
        inside.h * (c - of.T_in) + radiation(inside.emissivity, c, of.T_in),
      ],
      i * LOOK_WIDTH,
    )
  }
  return table
}

/** Row lengths that grow evenly from the socket's until they fill `whole`. */
function outwardRows(first: number, count: number, whole: number): number[] {
  const filled = (ratio: number) => {
    let [sum, d] = [0, first]
    for (let i = 0; i < count; i++) sum += d *= ratio
    return sum
  }
  let [low, high] = [0.5, 2]
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2
    if (filled(middle) < whole) low = middle
    else high = middle
  }
  const ratio = (low + high) / 2
  return Array.from({ length: count }, (_, i) => first * ratio ** (i + 1))
}

interface Laid {
  readonly metal: ShellMetal
  readonly rows: readonly number[]
  readonly fromZ: number
  readonly wallAt: (z: number) => number
  /** Radii: middle, outer, inner. A lap has 1 everywhere. */
  readonly radii: readonly [middle: number, outer: number, inner: number]
  readonly openOut: (z: number) => boolean
  readonly openIn: (z: number) => boolean
  readonly endRow: number
  readonly look: LookUp
}

function layShell(room: Room, of: HeatCase, angle: number, laid: Laid): Shell {
  const { rows, metal } = laid
  const n = rows.length
  const [middle, outerR, innerR] = laid.radii
  const dz = Float64Array.from(rows)
  const z = new Float64Array(n)
  let at = laid.fromZ
  for (let i = 0; i < n; i++) {
    z[i] = at + (rows[i] ?? 0) / 2
    at += rows[i] ?? 0
  }
  const each = (f: (z: number, dz: number, wall: number, row: number) => number) => {
    const rows = room.take(n)
    for (let i = 0; i < n; i++) rows[i] = f(z[i] ?? 0, dz[i] ?? 0, laid.wallAt(z[i] ?? 0), i)
    return rows
  }
  const half = each((_, d, wall) => d / (2 * wall))
  const cells = n * of.grid.nth
  const endWall = laid.wallAt(z[laid.endRow] ?? 0)
  return {
    metal,
    round: of.grid.nth,
    rows: n,
    z,
    dz,
    volume: each((_, d, wall) => wall * d * middle * angle),
    outer: each((at, d) => (laid.openOut(at) ? outerR * angle * d : 0)),
    inner: each((at, d) => (laid.openIn(at) ? innerR * angle * d : 0)),
    radius: outerR,
    across: each((_, d, wall) => (wall * d) / (middle * angle)),
    along: each((_z, _d, _wall, i) =>
      i + 1 < n ? (middle * angle) / ((half[i] ?? 0) + (half[i + 1] ?? 0)) : 0,
    ),
    endRow: laid.endRow,
    endConductance: Math.sqrt(FIN_H * metalAt(metal, 100).k * endWall) * middle * angle,
    endC: of.Tamb,
    celsius: room.take(cells).fill(of.Tamb),
    peak: room.take(cells).fill(of.Tamb),
    before: room.take(cells),
    conductivity: room.take(cells),
    capacity: room.take(cells),
    look: laid.look,
    ragged: new Float64Array(n),
  }
}

/** A copy of figures in the room where steps are worked. */
function laidIn(room: Room, figures: Float64Array): Float64Array {
  const there = room.take(figures.length)
  there.set(figures)
  return there
}

/** Lays both shells out, all of them as warm as the air. */
export function layShells(of: HeatCase, metals: readonly [ShellMetal, ShellMetal]): Shells {
  const { nth, nz, nov } = of.grid
  const tube = of.type === 'tube'
  const angle = tube ? (2 * Math.PI) / nth : of.W / nth
  const row = of.L / nov
  const socket = Array.from({ length: nov }, () => row)
  const beyond = (whole: number) => outwardRows(row, nz - nov, whole)
  const r = of.D / 2
  const inner = { h: of.h_in, emissivity: of.eps_in }
  const ones = [1, 1, 1] as const
  const cells = nz * nth
  const room = openRoom(14 * cells + 2 * LOOK_UPS * LOOK_WIDTH + 20 * nz + 20 * nth)
  const lower = layShell(room, of, angle, {
    metal: metals[0],
    rows: [...beyond(of.Lt).reverse(), ...socket],
    fromZ: -of.Lt,
    wallAt: () => of.t1,
    radii: tube ? [r - of.t1 / 2, r, Math.max(1e-4, r - of.t1)] : ones,
    openOut: (z) => z < 0,
    openIn: () => true,
    endRow: 0,
    look: lookUp(room, metals[0], of, of.eps1, inner),
  })
  const upper = layShell(room, of, angle, {
    metal: metals[1],
    rows: [...socket, ...beyond(of.Lb)],
    fromZ: 0,
    wallAt: (z) => (z < of.L ? of.t2 : of.t_body),
    radii: tube ? [r + of.c + of.t2 / 2, r + of.c + of.t2, r + of.c] : ones,
    openOut: () => true,
    openIn: (z) => z > of.L,
    endRow: nz - 1,
    look: lookUp(room, metals[1], of, of.eps2, inner),
  })
  const place = Float64Array.from({ length: nth }, (_, i) =>
    tube ? (i + 0.5) * angle : (i + 0.5) * angle - of.W / 2,
  )
  const gap = Float64Array.from(place, (at) =>
    Math.max(LEAST_GAP_M, of.c * (1 + (tube ? of.ecc * Math.cos(at) : 0))),
  )
  const shells: Omit<Shells, 'atStart'> = {
    of,
    tube: lower,
    cup: upper,
    place,
    wide: tube ? r * angle : angle,
    mouth: nz - nov,
    socket: nov,
    gap,
    perGap: laidIn(
      room,
      gap.map((c) => 1 / c),
    ),
    gapArea: (tube ? (r + of.c / 2) * angle : angle) * row,
    filled: room.take(nov * nth),
    ledger: { flame: 0, lost: 0, ends: 0, rod: 0 },
    room,
    scratch: room.take(12 * nth),
    carried: room.take(cells),
    left: room.take(nth),
    shares: room.take(nth),
    steps: 0,
  }
  return { ...shells, atStart: heatIn(lower) + heatIn(upper) }
}

/** Heat in a shell above 0 °C, J. */
export function heatIn({ metal, celsius, volume, rows, round }: Shell): number {
  let sum = 0
  for (let row = 0; row < rows; row++) {
    let each = 0
    for (let i = 0; i < round; i++) each += heatInside(metal, celsius[row * round + i] as number)
    sum += each * (volume[row] as number)
  }
  return sum
}

/** The middle of a cell round, as torches and rods say a place: degrees round a tube, m along a lap. */
export const posOf = ({ of, place }: Shells, i: number): number =>
  of.type === 'tube' ? ((place[i] as number) * 180) / Math.PI : (place[i] as number)

/** From one place to another along the lip, m: the shorter way round a tube. @param from as `to` degrees, or m along a lap */
export function arcM({ of, tube }: Shells, from: number, to: number): number {
  const d = to - from
  return of.type === 'lap' ? d : ((d - 360 * Math.round(d / 360)) * Math.PI * tube.radius) / 180
}

/** Abramowitz and Stegun 7.1.26: to 1.5e-7. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * x)
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
  return 1 - poly * Math.exp(-x * x)
}

/** How a flame falls off round the shell, into `out`, and what it gives at its middle, W/(m² K), or W/m² where it is plain. */
function spreadRound(shells: Shells, shell: Shell, flame: Playing, out: Float64Array): number {
  const { place, of } = shells
  const { sig_s, sig_z, P, eta, Tdrive } = flame
  const n = place.length
  const plain = Tdrive === 0
  const middle = (eta * P) / (2 * Math.PI * sig_s * sig_z * (plain ? 1 : Tdrive - 20))
  if (of.type === 'lap') {
    for (let i = 0; i < n; i++) {
      const s = ((place[i] as number) - flame.pos) / sig_s
      out[i] = Math.exp(-0.5 * s * s)
    }
    return middle
  }
  const kappa = (shell.radius / sig_s) ** 2
  const at = (flame.pos * Math.PI) / 180
  let mean = 0
  for (let i = 0; i < n; i++) {
    const share = Math.exp(kappa * (Math.cos((place[i] as number) - at) - 1))
    out[i] = share
    mean += share / n
  }
  // the share of a flame that a small tube stops: a large one all of it, a small one is wrapped by it
  const stopped =
    erf(shell.radius / (Math.SQRT2 * sig_s)) / (Math.sqrt(2 * Math.PI * kappa) * Math.max(mean, 1e-12))
  return middle * stopped
}

/** A wet rag holds what it lies on toward this, °C. */
const RAG_C = RAG_K - KELVIN

/** Lays a wet rag on the tube from `at` m off the mouth, so wide; none with no width. */
export function layRag({ tube }: Shells, at: number, width: number): void {
  for (let row = 0; row < tube.rows; row++) {
    const z = -(tube.z[row] as number)
    tube.ragged[row] = z > at && z < at + width ? RAG_H * (tube.outer[row] as number) : 0
  }
}

/** What a flame gives the open outside of a shell in this step, W. */
function playOn(shells: Shells, shell: Shell, flame: Playing, dt: number): number {
  const { room, shares } = shells
  const { round, rows, celsius, before, capacity, outer, z } = shell
  const { sig_z, Tdrive } = flame
  const middle = spreadRound(shells, shell, flame, shares)
  let given = 0
  for (let row = 0; row < rows; row++) {
    const open = outer[row] as number
    const away = ((z[row] as number) - flame.z) / sig_z
    if (open === 0 || Math.abs(away) > FLAME_ENDS) continue
    const h = middle * open * Math.exp(-0.5 * away * away)
    const at = row * round * CELL
    given += room.playOnRow(
      celsius.byteOffset + at,
      before.byteOffset + at,
      capacity.byteOffset + at,
      shares.byteOffset,
      round,
      h,
      Tdrive,
      dt,
    )
  }
  return given
}
const CELL = Float64Array.BYTES_PER_ELEMENT

/** What the rag takes off the rows that it lies on, J. */
function soak({ ragged, rows, round, celsius, capacity }: Shell, dt: number): number {
  let taken = 0
  for (let row = 0; row < rows; row++) {
    const rag = ragged[row] as number
    if (rag === 0) continue
    for (let p = row * round; p < (row + 1) * round; p++) {
      const t = celsius[p] as number
      const q = rag * Math.max(0, t - RAG_C) * dt
      celsius[p] = t - q / (capacity[p] as number)
      taken += q
    }
  }
  return taken
}

/** What crosses the gap: conductivity of the filler, and of molten flux; none where there is no paste, W/(m K). */
export interface InGap {
  readonly fillerK: number
  readonly fluxK: number | undefined
}

/** Flux is liquid, and bridges the gap, above this, °C. */
const FLUX_LIQUID_C = 500

/** Stock of a shell as the step begins, its losses to the air and to a rag taken. */
function takeStock({ room, ledger }: Shells, shell: Shell, dt: number): void {
  const { celsius, before, conductivity, capacity, look, volume, outer, inner, round, rows } = shell
  const lost = room.takeStock(
    celsius.byteOffset,
    before.byteOffset,
    conductivity.byteOffset,
    capacity.byteOffset,
    look.byteOffset,
    volume.byteOffset,
    outer.byteOffset,
    inner.byteOffset,
    round,
    rows,
    dt,
    LOW_C,
  )
  ledger.lost += lost * dt + soak(shell, dt)
}

/** Conduction round a shell and along it, in turns first. */
function conduct(shells: Shells, shell: Shell, dt: number, roundFirst: boolean): void {
  const { room, ledger, of, scratch, carried, left } = shells
  const { conductivity, capacity, across, along, round, rows, endRow, endConductance, endC } = shell
  const [t, k, heat] = [shell.celsius.byteOffset, conductivity.byteOffset, capacity.byteOffset]
  const closed = of.type === 'tube' ? 1 : 0
  const goRound = () => {
    room.sweepRound(t, k, heat, across.byteOffset, scratch.byteOffset, round, rows, dt, closed)
  }
  if (roundFirst) goRound()
  ledger.ends += room.sweepAlong(
    t,
    k,
    heat,
    along.byteOffset,
    carried.byteOffset,
    left.byteOffset,
    round,
    rows,
    dt,
    endRow,
    endConductance,
    endC,
  )
  if (!roundFirst) goRound()
}

/** Heat across the gap, pair by pair. */
function crossGap(shells: Shells, dt: number, { fillerK, fluxK }: InGap): void {
  const { tube, cup, room, of, mouth, socket, gapArea, filled, perGap } = shells
  const faces = mouth * tube.round * CELL
  room.exchange(
    tube.celsius.byteOffset + faces,
    tube.capacity.byteOffset + faces,
    cup.celsius.byteOffset,
    cup.capacity.byteOffset,
    filled.byteOffset,
    perGap.byteOffset,
    tube.round,
    socket,
    gapArea * dt,
    4 * STEFAN * (1 / (1 / of.eps1 + 1 / of.eps2 - 1)),
    of.h_contact,
    fillerK,
    fluxK ?? 0,
    fluxK === undefined ? Infinity : FLUX_LIQUID_C,
  )
}

/**
 * One step of both shells.
 * @param dt s
 * @param flames as they play at the middle of the step
 * @param draw what else takes heat out before it spreads: the rod that melted in the step before
 */
export function heatStep(
  shells: Shells,
  dt: number,
  flames: readonly Playing[],
  inGap: InGap,
  draw?: () => void,
): void {
  const { tube, cup, ledger, room } = shells
  const both = [tube, cup]
  for (const shell of both) takeStock(shells, shell, dt)
  for (const flame of flames) for (const shell of both) ledger.flame += playOn(shells, shell, flame, dt) * dt
  draw?.()
  for (const shell of both) conduct(shells, shell, dt, shells.steps % 2 === 0)
  crossGap(shells, dt, inGap)
  for (const { celsius, before, peak, look } of both)
    room.settle(
      celsius.byteOffset,
      before.byteOffset,
      peak.byteOffset,
      look.byteOffset,
      celsius.length,
      LOW_C,
    )
  shells.steps++
}
