import { CUT, MISSED, type PaceSim } from '#core/cut-sim/pace-sim.ts'
import { readOff, type Places } from '#core/cut-sim/read-off.ts'
import { PAST_MM, WAITS_MM, type PaceState } from '#core/teach/pace-play.ts'
import { dragNow, paceSeen, skinK } from '#core/teach/pace-words.ts'
import type { Light } from './flame-paint.ts'
import { metalSeen, rowOfTable, tableOf } from './heat-colours.ts'

/** How the plate is looked at. Sizes in px of the page. */
export interface PaceLook {
  readonly plan: { readonly width: number; readonly height: number }
  readonly face: { readonly width: number; readonly height: number }
  readonly dense: number
  readonly light: Light
  /** How plainly the planned pace is shown, 0 to 1. */
  readonly tick: number
  /** A stroke so often along the line, mm; a figure at each so many of them, growing by so much. */
  readonly ruler: { readonly stepMm: number; readonly each: number; readonly by: number }
}

/** What goes beside one's own hand: the planned pace, mm along, and a good hand's torch. */
export interface PaceGhost {
  readonly pacer: number | undefined
  readonly torch: { readonly x: number; readonly height: number } | undefined
}

type Canvas = OffscreenCanvasRenderingContext2D
type Size = PaceLook['plan']

/** Colours of the page that the painter has: by light. */
const INK: Readonly<
  Record<
    Light,
    { readonly ground: string; readonly line: string; readonly soft: string; readonly slag: string }
  >
> = {
  day: { ground: '#dcd8ce', line: '#1e2326', soft: '#4e565a', slag: '#33383b' },
  shed: { ground: '#14191b', line: '#ece7dc', soft: '#a5adaf', slag: '#566066' },
  shade: { ground: '#06120c', line: '#c9e6c4', soft: '#8db18a', slag: '#27402f' },
}
const FLAME = {
  cone: '#e9f6ff',
  edge: '#6fb6ff',
  plume: '#7fb2ff22',
  ghost: '#6db7a4',
  jet: '#eaf3ff',
} as const
const BRASS = '#b08b3f'
const COLLAR = '#6d5a2c'
const GUIDE = '#7f8a90'
const PACER = '#d08a2e'
const LOST = '#d8502e'
const SPARK = ['#fff6d8', '#ffd27a', '#ff9a3c', '#c9481e'] as const
/** By day, against a light ground, what glows is seen darker. */
const DAY_SPARK = ['#f2a31c', '#e0701a', '#b8431a', '#7d2c12'] as const
const LETTERS = "'Atkinson Hyperlegible Next', sans-serif"
/** Room beside the plate: half a torch fits into it. */
const ROOM_PX = 26
const WRITTEN_PX = 10

/** A number from 0 to 1 that is always the same for a place: the same cut looks the same. */
export function hashed(i: number, salt = 0): number {
  let h = (i + 1) * 374761393 + salt * 668265263
  h = Math.imul(h ^ (h >>> 13), 1274126177)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

/** Where a place of the line is on the sheet seen from above, px: mm along, mm across. */
export type PlanPlace = (x: number, y: number) => readonly [number, number]

const lengthMm = ({ board }: Pick<PaceState, 'board'>): number => board.plate.length * 1000
const isRound = ({ board }: Pick<PaceState, 'board'>): boolean => board.shape === 'circle'

/** px to a mm along a straight line; and where its beginning lies. */
export function scaleOf(
  state: Pick<PaceState, 'board'>,
  { width }: Size,
): { readonly s: number; readonly x0: number } {
  const span = lengthMm(state) - WAITS_MM + PAST_MM * 0.7
  const s = (width - 2 * ROOM_PX) / span
  return { s, x0: ROOM_PX - WAITS_MM * s }
}

/** The circle's middle and radius on the sheet, px. */
const roundOf = ({ width, height }: Size) => ({
  cx: width / 2,
  cy: height / 2,
  r: Math.min(width, height) * 0.34,
})

/** The sheet's places: along a line, or once round a hole from its top. */
export function planPlace(state: Pick<PaceState, 'board'>, size: Size): PlanPlace {
  if (!isRound(state)) {
    const { s, x0 } = scaleOf(state, size)
    return (x, y) => [x0 + x * s, size.height / 2 + y * s]
  }
  const { cx, cy, r } = roundOf(size)
  const turn = (2 * Math.PI) / lengthMm(state)
  const s = (r * 2 * Math.PI) / lengthMm(state)
  return (x, y) => {
    const a = x * turn - Math.PI / 2
    return [cx + Math.cos(a) * (r - y * s), cy + Math.sin(a) * (r - y * s)]
  }
}

/** A place of the sheet under a finger, mm along and across. @param near where the torch is, so that a circle goes on past its top */
export function placeOnPlan(
  state: Pick<PaceState, 'board'>,
  size: Size,
  px: number,
  py: number,
  near: number,
): { readonly x: number; readonly y: number } {
  if (!isRound(state)) {
    const { s, x0 } = scaleOf(state, size)
    return { x: (px - x0) / s, y: (py - size.height / 2) / s }
  }
  const { cx, cy, r } = roundOf(size)
  const length = lengthMm(state)
  const a = Math.atan2(py - cy, px - cx) + Math.PI / 2
  const once = (a / (2 * Math.PI)) * length
  const x = once + Math.round((near - once) / length) * length
  return { x, y: (r - Math.hypot(px - cx, py - cy)) / ((r * 2 * Math.PI) / length) }
}

/** Paints a plate that is cut: from above, and the face that the cut opens, with its torch and its sparks. */
export class PacePainter {
  readonly #tables = new Map<string, Uint8ClampedArray>()
  readonly #small = new OffscreenCanvas(1, 1)
  readonly #plan: Canvas
  readonly #face: Canvas
  /** What is read off a plate that does not change any more. */
  readonly #read = new WeakMap<PaceSim, Places>()

  constructor(plan: Canvas, face: Canvas) {
    this.#plan = plan
    this.#face = face
  }

  /** @param good a plate of this kind as a good hand leaves it: once it is over */
  paint(state: PaceState, look: PaceLook, ghost: PaceGhost, good: PaceState | undefined): void {
    const places = this.#placesOf(state)
    this.#paintPlan(state, places, look, ghost)
    const to = sheet(this.#face, look.face, look)
    if (good) {
      const half = look.face.height / 2
      this.#paintFace(to, state, places, look, { top: 26, height: half - 30, done: true })
      written(to, 'Yours', WRITTEN_PX, 18, INK[look.light].line)
      this.#paintFace(to, good, this.#placesOf(good), look, { top: half + 26, height: half - 30, done: true })
      written(to, 'As it should be', WRITTEN_PX, half + 18, INK[look.light].line)
      return
    }
    this.#paintFace(to, state, places, look, { top: 0, height: look.face.height, done: false })
    this.#paintTorch(to, state, look, ghost)
  }

  #placesOf({ sim, finished }: PaceState): Places {
    const known = this.#read.get(sim)
    if (known) return known
    const places = readOff(sim)
    if (finished) this.#read.set(sim, places)
    return places
  }

  /** Colours by temperature: of bare plate, or of a face that was cut. */
  #table(skin: 'steel' | 'cut', light: Light): Uint8ClampedArray {
    const key = `${skin} ${light}`
    const known = this.#tables.get(key)
    if (known) return known
    const table = tableOf((c) => metalSeen(skin, c, light))
    this.#tables.set(key, table)
    return table
  }

  /** A colour of bare steel at a temperature. */
  #steel(celsius: number, light: Light): string {
    const table = this.#table('steel', light)
    const p = rowOfTable(celsius)
    return `rgb(${table[p]},${table[p + 1]},${table[p + 2]})`
  }

  /** The heat of a plate as a small picture: a column for each of its columns, rows away from its top edge. */
  #picture({ sim, board }: PaceState, table: Uint8ClampedArray, rows: number, deep: number): OffscreenCanvas {
    const { heat } = sim
    const skin = skinK(board)
    const of = heatRows(heat.radius, rows, deep)
    const image = new ImageData(heat.columns, rows)
    const { data } = image
    for (let r = 0; r < rows; r++) {
      const { shell, share } = of[r] as HeatRow
      const near = heat.shells[shell] as Float64Array
      const far = (heat.shells[shell + 1] ?? near) as Float64Array
      for (let i = 0; i < heat.columns; i++) {
        const under = (near[i] as number) + ((far[i] as number) - (near[i] as number)) * share
        const celsius = under + (r < rows * SKIN_SHARE ? skin * warmShare(under) : 0)
        const p = rowOfTable(celsius)
        const at = (r * heat.columns + i) * 4
        data[at] = table[p] as number
        data[at + 1] = table[p + 1] as number
        data[at + 2] = table[p + 2] as number
        data[at + 3] = 255
      }
    }
    this.#small.width = heat.columns
    this.#small.height = rows
    this.#small.getContext('2d')?.putImageData(image, 0, 0)
    return this.#small
  }

  // ---- from above ----

  #paintPlan(state: PaceState, places: Places, look: PaceLook, ghost: PaceGhost): void {
    const to = sheet(this.#plan, look.plan, look)
    const at = planPlace(state, look.plan)
    this.#plateFromAbove(to, state, look)
    this.#heatFromAbove(to, state, look, at)
    line(to, state, look, at)
    kerfFromAbove(to, state, places, look, at)
    if (state.board.guide && !state.finished) guideOn(to, state, at)
    if (state.finished) return
    if (ghost.pacer !== undefined && look.tick > 0) pacer(to, state, at, ghost.pacer, look.tick)
    if (ghost.torch) torchFromAbove(to, at(ghost.torch.x, 0), FLAME.ghost, false)
    torchFromAbove(to, at(state.x, state.y + state.drifted), INK[look.light].line, !state.sim.out)
  }

  #plateFromAbove(to: Canvas, state: PaceState, look: PaceLook): void {
    const { width, height } = look.plan
    to.fillStyle = this.#steel(state.board.plate.temperature, look.light)
    if (isRound(state) || state.board.plate.start === 'pierce') to.fillRect(0, 0, width, height)
    else {
      const { s, x0 } = scaleOf(state, look.plan)
      to.fillRect(x0, 0, lengthMm(state) * s, height)
    }
  }

  /** How hot it is beside the line, on both sides of it. */
  #heatFromAbove(to: Canvas, state: PaceState, look: PaceLook, at: PlanPlace): void {
    if (isRound(state)) {
      this.#heatRound(to, state, look, at)
      return
    }
    const picture = this.#picture(state, this.#table('steel', look.light), ROWS, WIDE_MM / 1000)
    const [x0, y] = at(0, 0)
    const [x1, far] = at(lengthMm(state), WIDE_MM)
    for (const side of [1, -1]) {
      to.save()
      to.translate(x0, y)
      to.scale(1, side)
      to.drawImage(picture, 0, 0, x1 - x0, far - y)
      if (state.board.plate.start === 'pierce') {
        // the waste before a pierced line is as hot as what lies behind it
        to.scale(-1, 1)
        to.drawImage(picture, 0, 0, x1 - x0, far - y)
      }
      to.restore()
    }
  }

  /** The same round a hole, in strips. */
  #heatRound(to: Canvas, { sim: { heat }, board }: PaceState, look: PaceLook, at: PlanPlace): void {
    const skin = skinK(board)
    const mm = heat.dx * 1000
    const rows = heatRows(heat.radius, STRIPS, STRIPS_MM / 1000)
    const wide = STRIPS_MM / STRIPS
    for (let i = 0; i < heat.columns; i++)
      rows.forEach(({ shell, share }, r) => {
        const near = (heat.shells[shell] as Float64Array)[i] as number
        const far = (heat.shells[shell + 1]?.[i] ?? near) as number
        const celsius = near + (far - near) * share
        if (celsius < WARM_C) return
        to.fillStyle = this.#steel(celsius + (r < 3 ? skin * warmShare(celsius) : 0), look.light)
        for (const side of [-1, 1])
          quad(to, at, [i * mm - 0.05, (i + 1) * mm + 0.15], [side * r * wide, side * (r + 1.08) * wide])
      })
  }

  // ---- the face ----

  #paintFace(to: Canvas, state: PaceState, places: Places, look: PaceLook, where: Where): void {
    const face = faceOf(state, look, where)
    this.#bands(to, state, look, face)
    uncut(to, state, look, face)
    dragLines(to, places, look, face, state.sim)
    gouges(to, places, face)
    topEdge(to, places, look, face)
    bridges(to, places, look, face)
    slagUnder(to, places, look, face)
    outline(to, state, look, face)
    ruler(to, state, look, face)
    if (!where.done) this.#running(to, state, look, face)
  }

  /** The face's heat, from its top edge down. */
  #bands(to: Canvas, state: PaceState, look: PaceLook, { x, top, bottom }: Face): void {
    const { heat, jet } = state.sim
    const picture = this.#picture(state, this.#table('cut', look.light), ROWS, jet.te)
    const [left, right] = [x(0), x(heat.columns * heat.dx * 1000)]
    to.drawImage(picture, left, top, right - left, bottom - top)
  }

  /** What is going on while it is cut: the front, white hot, and where the slag goes. */
  #running(to: Canvas, state: PaceState, look: PaceLook, face: Face): void {
    const { sim } = state
    const { x, z } = face
    if (sim.mode === 'pierce') {
      to.fillStyle = SPARK[1]
      const at = x(sim.pierceX * 1000)
      to.fillRect(at - 3, z(0), 6, z(Math.min(sim.jet.te, sim.pierceDepth)) - z(0))
    }
    if (sim.mode === 'run') {
      const drag = dragNow(state)
      to.lineWidth = 4
      to.lineCap = 'round'
      const down = to.createLinearGradient(0, z(0), 0, z(sim.jet.te))
      down.addColorStop(0, SPARK[0])
      down.addColorStop(1, SPARK[2])
      to.strokeStyle = down
      to.beginPath()
      for (let k = 0; k <= 8; k++) {
        const share = k / 8
        to.lineTo(x((sim.front - drag * share ** 1.5) * 1000), z(sim.jet.te * share))
      }
      to.stroke()
    }
    sparks(to, state, look, face)
  }

  #paintTorch(to: Canvas, state: PaceState, look: PaceLook, ghost: PaceGhost): void {
    const face = faceOf(state, look, { top: 0, height: look.face.height, done: false })
    const { sim } = state
    if (ghost.pacer !== undefined && look.tick > 0) pacerOnFace(to, face, ghost.pacer, look.tick)
    const lost = sim.mode === 'off' ? sim.losses.at(-1) : undefined
    if (lost && sim.starts.length > 0) backTo(to, face, lost.x * 1000)
    if (ghost.torch) torchBeside(to, face, { ...ghost.torch, lean: 0, ghost: true }, state)
    torchBeside(
      to,
      face,
      { x: state.x, height: state.height + state.lifted, lean: state.lean, ghost: false },
      state,
    )
  }
}

/** Metal from so many °C on is drawn as warm. */
const WARM_C = 120
/** Rows of the small picture; how far it reaches to the side, mm; strips round a hole, and how far those reach. */
const ROWS = 28
const WIDE_MM = 22
const STRIPS = 12
const STRIPS_MM = 14
/** The skin is hotter than the mean under it only while the flame plays on it, and only near the top. */
const SKIN_SHARE = 0.14
const warmShare = (celsius: number): number => Math.min(1, Math.max(0, (celsius - 300) / 300))

/** Between which shells a row lies, and how far on its way to the next. */
interface HeatRow {
  readonly shell: number
  readonly share: number
}
/** Which shells the rows of a picture lie between: each shell's temperature stands for its middle. */
function heatRows(radius: Float64Array, rows: number, deep: number): readonly HeatRow[] {
  const mid = Array.from(radius, (r, s) => (r + (s > 0 ? (radius[s - 1] as number) : 0)) / 2)
  return Array.from({ length: rows }, (_, r) => {
    const z = ((r + 0.5) / rows) * deep
    const after = mid.findIndex((m) => m > z)
    if (after === 0) return { shell: 0, share: 0 }
    if (after < 0) return { shell: mid.length - 1, share: 0 }
    const [a, b] = [mid[after - 1] as number, mid[after] as number]
    return { shell: after - 1, share: (z - a) / (b - a) }
  })
}

interface Where {
  readonly top: number
  readonly height: number
  readonly done: boolean
}
/** Where the face lies on its sheet: px by mm along, and by m down. */
interface Face {
  readonly x: (mm: number) => number
  readonly z: (m: number) => number
  readonly s: number
  readonly top: number
  readonly bottom: number
}

/** Least and most of a face's height, px and shares of the room there is. */
const FACE_LEAST_PX = 120
function faceOf(state: PaceState, look: PaceLook, { top, height, done }: Where): Face {
  const { s, x0 } = scaleOf(state, look.face)
  const { te } = state.sim.jet
  const [above, share] = done ? [0.16, 0.62] : [0.36, 0.36]
  const deep = Math.min(height * share, Math.max(Math.min(FACE_LEAST_PX, height * share), te * 1000 * s))
  const from = top + height * above
  return { x: (mm) => x0 + mm * s, z: (m) => from + (m / te) * deep, s, top: from, bottom: from + deep }
}

/** A clean sheet of a size. */
function sheet(to: Canvas, { width, height }: Size, { dense, light }: PaceLook): Canvas {
  const [w, h] = [Math.round(width * dense), Math.round(height * dense)]
  if (to.canvas.width !== w || to.canvas.height !== h) {
    to.canvas.width = w
    to.canvas.height = h
  }
  to.setTransform(dense, 0, 0, dense, 0, 0)
  to.globalAlpha = 1
  to.fillStyle = INK[light].ground
  to.fillRect(0, 0, width, height)
  return to
}

function written(to: Canvas, text: string, x: number, y: number, colour: string, size = 14): void {
  to.font = `500 ${size}px ${LETTERS}`
  to.textAlign = 'left'
  to.fillStyle = colour
  to.fillText(text, x, y)
}

function quad(
  to: Canvas,
  at: PlanPlace,
  [x0, x1]: readonly [number, number],
  [y0, y1]: readonly [number, number],
): void {
  to.beginPath()
  to.moveTo(...at(x0, y0))
  to.lineTo(...at(x1, y0))
  to.lineTo(...at(x1, y1))
  to.lineTo(...at(x0, y1))
  to.closePath()
  to.fill()
}

/** The soapstone line that is to be cut, with its strokes. */
function line(to: Canvas, state: PaceState, look: PaceLook, at: PlanPlace): void {
  const length = lengthMm(state)
  to.strokeStyle = LINE_COLOUR[look.light]
  to.lineWidth = 2
  to.setLineDash([6, 4])
  to.beginPath()
  for (let x = 0; x <= length; x += length / 90) to.lineTo(...at(x, 0))
  to.stroke()
  to.setLineDash([])
}
/** Soapstone on steel: white where the steel is seen dark. */
const LINE_COLOUR: Readonly<Record<Light, string>> = { day: '#fffdf4', shed: '#f3efe2', shade: '#9fd39a' }

/** The opened kerf, beads along its edges, and what closed it again. */
function kerfFromAbove(to: Canvas, state: PaceState, places: Places, look: PaceLook, at: PlanPlace): void {
  const { sim } = state
  const mm = sim.heat.dx * 1000
  const drops = state.finished && dropped(places)
  places.x.forEach((m, i) => {
    const x = m * 1000
    const y = (places.y[i] ?? 0) * 1000
    const span = [x - mm / 2 - 0.1, x + mm / 2 + 0.1] as const
    if (places.cut[i]) {
      const half = ((places.kerfTop[i] ?? 0) * 1000) / 2
      to.fillStyle = '#050607'
      quad(to, at, span, [y - half, y + half + (drops ? DROPPED_MM : 0)])
    } else if (sim.columns.state[i] === MISSED || (places.depth[i] ?? 0) > 0) {
      const half = sim.jet.kerf * 500
      to.fillStyle = '#2a1712'
      quad(to, at, span, [y - half, y + half])
    }
  })
  beadsFromAbove(to, places, look, at)
}
/** A piece that fell lies so far off, mm. */
const DROPPED_MM = 2.5
/** Whether the piece fell: every place cut and none closed. */
const dropped = ({ cut, bridged }: Places): boolean => !cut.includes(false) && !bridged.includes(true)

function beadsFromAbove(to: Canvas, places: Places, look: PaceLook, at: PlanPlace): void {
  places.x.forEach((m, i) => {
    const [x, y] = [m * 1000, (places.y[i] ?? 0) * 1000]
    const melt = (places.topMelt[i] ?? 0) * 1000
    if (places.cut[i] && melt > 0.5 && i % 2 === 0) {
      to.fillStyle = INK[look.light].slag
      const half = ((places.kerfTop[i] ?? 0) * 1000) / 2 + melt * 0.2
      for (const side of [-1, 1])
        dot(to, at(x + hashed(i, side + 2) - 0.5, y + side * half), 1 + melt * (0.6 + hashed(i, 7)))
    }
    if (places.bridged[i]) {
      to.fillStyle = INK[look.light].slag
      dot(to, at(x, y), 4 + 3 * hashed(i, 3))
      to.fillStyle = '#c06a34'
      dot(to, at(x, y), 1.6 + hashed(i, 4))
    }
  })
}

function dot(to: Canvas, [x, y]: readonly [number, number], r: number): void {
  to.beginPath()
  to.arc(x, y, r, 0, 2 * Math.PI)
  to.fill()
}

/** The bar that the torch runs along. */
function guideOn(to: Canvas, state: PaceState, at: PlanPlace): void {
  to.fillStyle = GUIDE
  const length = lengthMm(state)
  const steps = isRound(state) ? 60 : 1
  for (let k = 0; k < steps; k++) quad(to, at, [(k / steps) * length, ((k + 1) / steps) * length], [-10, -13])
}

/** Where a hand of the planned pace would be. */
function pacer(to: Canvas, state: PaceState, at: PlanPlace, x: number, plainly: number): void {
  if (x > lengthMm(state) + 10) return
  to.globalAlpha = plainly
  to.fillStyle = PACER
  const [ax, ay] = at(x, 3)
  const [bx, by] = at(x - 1.6, 6.5)
  const [cx, cy] = at(x + 1.6, 6.5)
  to.beginPath()
  to.moveTo(ax, ay)
  to.lineTo(bx, by)
  to.lineTo(cx, cy)
  to.fill()
  to.globalAlpha = 1
}

function torchFromAbove(to: Canvas, [x, y]: readonly [number, number], colour: string, lit: boolean): void {
  to.strokeStyle = colour
  to.lineWidth = 2
  to.beginPath()
  to.arc(x, y, 13, 0, 2 * Math.PI)
  to.stroke()
  to.beginPath()
  to.moveTo(x - 18, y)
  to.lineTo(x - 9, y)
  to.moveTo(x + 9, y)
  to.lineTo(x + 18, y)
  to.moveTo(x, y - 18)
  to.lineTo(x, y - 9)
  to.moveTo(x, y + 9)
  to.lineTo(x, y + 18)
  to.stroke()
  if (!lit) return
  to.fillStyle = FLAME.edge
  for (let k = 0; k < 6; k++) {
    const a = (k * Math.PI) / 3 + 0.3
    dot(to, [x + Math.cos(a) * 6, y + Math.sin(a) * 6], 2.2)
  }
}

/** What is not cut through: hatched once it is over, or once the torch has passed it. */
function uncut(to: Canvas, { sim, finished }: PaceState, look: PaceLook, face: Face): void {
  const { columns, heat, jet } = sim
  for (let i = 0; i < heat.columns;) {
    if (columns.state[i] === CUT) {
      i++
      continue
    }
    // columns that are burnt as deep stand as one piece: seams between them would show as lines
    const depth = Math.min(jet.te, columns.depth[i] as number)
    const passed = columns.state[i] === MISSED || finished
    let end = i + 1
    while (
      end < heat.columns &&
      columns.state[end] !== CUT &&
      Math.min(jet.te, columns.depth[end] as number) === depth &&
      (columns.state[end] === MISSED || finished) === passed
    )
      end++
    raw(to, look, face, [i * heat.dx, end * heat.dx], [depth, jet.te], passed)
    i = end
  }
}

/** A stretch that is not opened, from how deep on; hatched where the torch has been over it. */
function raw(
  to: Canvas,
  look: PaceLook,
  { x, z }: Face,
  [from, until]: readonly [number, number],
  [depth, te]: readonly [number, number],
  passed: boolean,
): void {
  const [left, right] = [x(from * 1000), x(until * 1000)]
  const [top, bottom] = [z(depth), z(te)]
  if (bottom - top < 0.5) return
  to.fillStyle = RAW[look.light]
  to.fillRect(left, top, right - left, bottom - top)
  if (!passed) return
  to.strokeStyle = INK[look.light].soft
  to.lineWidth = 1
  to.beginPath()
  // strokes of 45 degrees, each 9 px of the sheet wherever a stretch begins
  for (let at = Math.floor((left - (bottom - top)) / 9) * 9; at < right; at += 9) {
    const [x0, x1] = [Math.max(left, at), Math.min(right, at + bottom - top)]
    if (x1 <= x0) continue
    to.moveTo(x0, bottom - (x0 - at))
    to.lineTo(x1, bottom - (x1 - at))
  }
  to.stroke()
}
/** Metal that was not opened stands darker, with its mill scale. */
const RAW: Readonly<Record<Light, string>> = { day: '#00000038', shed: '#00000066', shade: '#00000066' }

/** Drag lines: upright at the top, trailing below; wider apart and rougher where the face is rough. */
function dragLines(
  to: Canvas,
  places: Places,
  look: PaceLook,
  { x, z, bottom, top }: Face,
  { jet }: PaceSim,
): void {
  const mm = ((places.x[1] ?? 0) - (places.x[0] ?? 0)) * 1000
  to.lineWidth = 1.2
  let next = 0
  places.x.forEach((m, i) => {
    if (!places.cut[i] || i < next) return
    const um = (places.rough[i] ?? 0) * 1e6
    next = i + Math.max(1, Math.round((0.5 + um / 70) / mm))
    const drag = places.drag[i] ?? 0
    const tooth = (um / 1000) * 6 * (x(1) - x(0)) * (hashed(i) - 0.5)
    to.strokeStyle = DRAG[look.light]
    to.globalAlpha = Math.min(1, 0.35 + um / 160)
    to.beginPath()
    for (let k = 0; k <= 10; k++) {
      const share = k / 10
      const ridge = share > 0.5 ? tooth * Math.sin(share * 22 + i) : 0
      to.lineTo(x((m - drag * share ** 1.5) * 1000) + ridge, top + (bottom - top) * share)
    }
    to.stroke()
  })
  to.globalAlpha = 1
  shadeUnderTop(to, places, look, { x, z }, mm, jet.te)
}
const DRAG: Readonly<Record<Light, string>> = { day: '#20282c', shed: '#05080a', shade: '#020603' }

/** The first millimetre under the top edge is smooth, and catches the light. */
function shadeUnderTop(
  to: Canvas,
  places: Places,
  look: PaceLook,
  { x, z }: Pick<Face, 'x' | 'z'>,
  mm: number,
  te: number,
): void {
  to.fillStyle = look.light === 'day' ? '#ffffff30' : '#ffffff14'
  places.cut.forEach((cut, i) => {
    if (cut) to.fillRect(x(i * mm), z(0), x((i + 1) * mm) - x(i * mm) + 0.4, z(te * 0.06) - z(0))
  })
}

/** Scallops where the torch wandered. */
function gouges(to: Canvas, places: Places, { x, z, s }: Face): void {
  const mm = ((places.x[1] ?? 0) - (places.x[0] ?? 0)) * 1000
  places.x.forEach((m, i) => {
    const deep = (places.gouge[i] ?? 0) * 1000
    if (!places.cut[i] || deep < 0.2 || i % Math.max(1, Math.round(5 / mm)) !== 0) return
    to.fillStyle = '#0000008c'
    to.beginPath()
    to.ellipse(x(m * 1000), z(0) + 8 + deep * s * 0.8, 2.5 * s, 3 + deep * s, 0, 0, 2 * Math.PI)
    to.fill()
  })
}

/** The top edge: sharp, or rounded with beads strung along it. */
function topEdge(to: Canvas, places: Places, look: PaceLook, { x, top, s }: Face): void {
  const mm = ((places.x[1] ?? 0) - (places.x[0] ?? 0)) * 1000
  places.x.forEach((m, i) => {
    if (!places.cut[i]) return
    const melt = (places.topMelt[i] ?? 0) * 1000
    if (melt < 0.15) return
    const left = x(m * 1000 - mm / 2)
    const round = Math.min(18, melt * s)
    to.fillStyle = INK[look.light].ground
    // what melted away leaves the corner round: more at the top than below it
    to.fillRect(left, top - 1, x(mm) - x(0) + 0.6, round * 0.28)
    to.fillStyle = look.light === 'day' ? '#ffffff55' : '#ffffff26'
    to.fillRect(left, top + round * 0.28, x(mm) - x(0) + 0.6, Math.max(1, round * 0.3))
    const each = Math.max(2, Math.round(1.8 / mm))
    if (melt > 0.5 && i % each === 0) {
      to.fillStyle = INK[look.light].slag
      dot(
        to,
        [left + hashed(i, 5) * 4, top + round * 0.22],
        1.2 + Math.min(6, (melt / 2) * s * (0.5 + hashed(i, 6) * 0.6)),
      )
    }
  })
}

/** Slag that closed it again: blobs over the face, with their own hatch. */
function bridges(to: Canvas, places: Places, look: PaceLook, { x, top, bottom }: Face): void {
  places.x.forEach((m, i) => {
    if (!places.bridged[i]) return
    const left = x(m * 1000)
    to.fillStyle = INK[look.light].slag
    to.beginPath()
    to.ellipse(
      left,
      top + (bottom - top) * (0.58 + 0.16 * hashed(i, 8)),
      3 + 4 * hashed(i, 9),
      (bottom - top) * (0.16 + 0.16 * hashed(i, 10)),
      0,
      0,
      2 * Math.PI,
    )
    to.fill()
    if (i % 2 === 0) {
      to.strokeStyle = '#c06a34'
      to.lineWidth = 1.5
      to.beginPath()
      to.moveTo(left - 3, bottom - 8)
      to.lineTo(left + 3, top + (bottom - top) * 0.45)
      to.stroke()
    }
  })
}

/** Slag at the bottom edge, by how it holds. */
function slagUnder(to: Canvas, places: Places, look: PaceLook, { x, bottom, s }: Face): void {
  const mm = ((places.x[1] ?? 0) - (places.x[0] ?? 0)) * 1000
  to.fillStyle = INK[look.light].slag
  places.x.forEach((m, i) => {
    const at = x(m * 1000) + (hashed(i, 11) - 0.5) * 3
    switch (places.slag[i]) {
      case 'falls':
        if (hashed(i, 12) < 0.07) dot(to, [at, bottom + 1.5], 1.4)
        break
      case 'tap':
        if (hashed(i, 12) < 0.6) dot(to, [at, bottom + 1], (0.5 + 0.5 * hashed(i, 13)) * s * 0.45 + 0.8)
        break
      case 'chisel':
        if (i % Math.max(1, Math.round(1.6 / mm)) === 0)
          dot(to, [at, bottom + 2], (1 + 2 * hashed(i, 13)) * s * 0.36 + 1.4)
        break
      case 'welded':
        to.fillRect(x(m * 1000 - mm / 2), bottom - 1, x(mm) - x(0) + 1, 5 + 2 * hashed(i, 14))
        if (i % 2 === 0) dot(to, [at, bottom + 4], (1 + 1.6 * hashed(i, 13)) * s * 0.34 + 1.6)
        break
      case 'none':
      case undefined:
        break
    }
  })
}

function outline(to: Canvas, state: PaceState, look: PaceLook, { x, top, bottom }: Face): void {
  to.strokeStyle = INK[look.light].line
  to.lineWidth = 1.5
  to.beginPath()
  to.moveTo(x(0), bottom)
  to.lineTo(x(lengthMm(state)), bottom)
  to.moveTo(x(0), top)
  to.lineTo(x(0), bottom)
  to.moveTo(x(lengthMm(state)), top)
  to.lineTo(x(lengthMm(state)), bottom)
  to.stroke()
}

/** Strokes along the top edge, with figures. */
function ruler(to: Canvas, state: PaceState, look: PaceLook, { x, top }: Face): void {
  const { stepMm, each, by } = look.ruler
  const length = lengthMm(state)
  to.strokeStyle = INK[look.light].soft
  to.lineWidth = 1
  to.beginPath()
  for (let k = 0; k * stepMm <= length + 0.01; k++) {
    const tall = k % each === 0 ? 9 : 5
    to.moveTo(x(k * stepMm), top - 2)
    to.lineTo(x(k * stepMm), top - 2 - tall)
  }
  to.stroke()
  to.textAlign = 'center'
  to.font = `500 14px ${LETTERS}`
  to.fillStyle = INK[look.light].soft
  for (let k = each; k * stepMm <= length + 0.01; k += each)
    to.fillText(String((k / each) * by), x(k * stepMm), top - 14)
}

const SPARKS = 90
/** How fast they fly, px/s, and how long they are seen, s. */
const FLY_PX_S = 420
const SEEN_S = 0.5

/** Sparks: straight down, trailing, or up at whoever holds the torch. */
function sparks(to: Canvas, state: PaceState, look: PaceLook, { x, z, bottom, top }: Face): void {
  const { sim, at } = state
  const { sparks: how, trails } = paceSeen(state)
  if (how === 'none') return
  const up = how === 'up'
  const from = sim.mode === 'pierce' ? sim.pierceX : sim.front - (up ? 0 : dragNow(state))
  const [ox, oy] = [x(from * 1000), up ? top : bottom]
  const glows = look.light === 'day' ? DAY_SPARK : SPARK
  const t = at * sim.dt
  // the deeper the plate is drawn, the less its real angle shows: it is drawn as it is seen
  const lean = up ? 0 : Math.atan((dragNow(state) * 1000 * (x(1) - x(0))) / Math.max(1, z(sim.jet.te) - z(0)))
  const back = how === 'trail' ? Math.max(lean, (trails * Math.PI) / 180) * 1.5 : lean
  to.lineCap = 'round'
  for (let k = 0; k < SPARKS; k++) {
    const born = Math.floor(t / SEEN_S + hashed(k, 21))
    const age = (t / SEEN_S + hashed(k, 21)) % 1
    const h = hashed(k, born)
    const wide = up ? 1.1 : 0.2
    const a = (up ? Math.PI : 0) + (h - 0.5) * 2 * wide - (up ? 0 : back)
    const speed = FLY_PX_S * (0.5 + hashed(k, born + 9) * 0.8)
    const far = age * SEEN_S * speed
    const fall = 260 * (age * SEEN_S) ** 2
    const px = ox + Math.sin(a) * far
    const py = oy + Math.cos(a) * far + fall
    if (up ? py < 0 : py > look.face.height) continue
    to.strokeStyle = glows[Math.min(3, Math.floor(age * 4))] ?? SPARK[3]
    to.globalAlpha = 1 - age * 0.7
    to.lineWidth = 2.2 - age * 1.2
    const tail = 9 * (1 - age) + 2
    to.beginPath()
    to.moveTo(px, py)
    to.lineTo(px - Math.sin(a) * tail, py - Math.cos(a) * tail)
    to.stroke()
  }
  to.globalAlpha = 1
}

function pacerOnFace(to: Canvas, { x, top }: Face, mm: number, plainly: number): void {
  to.globalAlpha = plainly
  to.fillStyle = PACER
  to.beginPath()
  to.moveTo(x(mm), top - 20)
  to.lineTo(x(mm) - 7, top - 34)
  to.lineTo(x(mm) + 7, top - 34)
  to.fill()
  to.globalAlpha = 1
}

/** Where to go back to after a loss. */
function backTo(to: Canvas, { x, top, bottom }: Face, mm: number): void {
  to.strokeStyle = LOST
  to.lineWidth = 2
  to.setLineDash([4, 4])
  to.beginPath()
  to.moveTo(x(mm), top - 30)
  to.lineTo(x(mm), bottom + 8)
  to.stroke()
  to.setLineDash([])
  written(to, 'back to here', x(mm) + 6, bottom + 22, LOST)
}

interface TorchDrawn {
  readonly x: number
  /** Tip to work, mm. */
  readonly height: number
  readonly lean: number
  readonly ghost: boolean
}

/** The torch from the side: tip, preheat flames, and the jet while the lever is down. */
function torchBeside(to: Canvas, { x, top, s, bottom }: Face, torch: TorchDrawn, state: PaceState): void {
  const { sim, board } = state
  const wide = Math.max(9, board.gas.orifice * 1000 * s * 2.4)
  to.save()
  to.translate(x(torch.x), top)
  to.rotate((-torch.lean * Math.PI) / 180)
  to.translate(0, -torch.height * s)
  if (torch.ghost) {
    to.strokeStyle = FLAME.ghost
    to.lineWidth = 2
    nozzle(to, wide)
    to.stroke()
    to.restore()
    return
  }
  if (state.lever > 0.05) jet(to, state, torch.height * s, bottom - top)
  if (!sim.out) preheat(to, state, wide, s)
  to.fillStyle = BRASS
  nozzle(to, wide)
  to.fill()
  if (board.collar) {
    to.fillStyle = COLLAR
    to.fillRect(-wide * 1.15, -44, wide * 2.3, 7)
  }
  to.restore()
}

function nozzle(to: Canvas, wide: number): void {
  to.beginPath()
  to.moveTo(-wide * 0.55, 0)
  to.lineTo(wide * 0.55, 0)
  to.lineTo(wide * 0.9, -34)
  to.lineTo(wide * 1.05, -140)
  to.lineTo(-wide * 1.05, -140)
  to.lineTo(-wide * 0.9, -34)
  to.closePath()
}

/** Flames either side of the jet: their cones as long as they are, and the plume round them. */
function preheat(to: Canvas, state: PaceState, wide: number, s: number): void {
  const { plan } = state.board
  const cone = Math.max(3, (plan.height - plan.standoff) * 1000 * s)
  const plume = to.createLinearGradient(0, 0, 0, cone * 3)
  plume.addColorStop(0, '#8ec2ff66')
  plume.addColorStop(1, '#8ec2ff00')
  to.fillStyle = plume
  to.beginPath()
  to.moveTo(-wide * 0.55, 0)
  to.lineTo(wide * 0.55, 0)
  to.lineTo(wide * 1.2, cone * 3)
  to.lineTo(-wide * 1.2, cone * 3)
  to.fill()
  for (const at of [-0.42, 0.42]) {
    to.fillStyle = FLAME.edge
    spike(to, at * wide, wide * 0.2, cone)
    to.fillStyle = FLAME.cone
    spike(to, at * wide, wide * 0.12, cone * 0.86)
  }
}

function spike(to: Canvas, x: number, half: number, long: number): void {
  to.beginPath()
  to.moveTo(x - half, 0)
  to.lineTo(x + half, 0)
  to.lineTo(x, long)
  to.closePath()
  to.fill()
}

/** The cutting jet, as far as it gets: onto the plate, or through it. */
function jet(to: Canvas, { lever, sim }: PaceState, above: number, deep: number): void {
  to.strokeStyle = FLAME.jet
  to.globalAlpha = 0.35 + 0.5 * lever
  to.lineWidth = 2.5
  to.beginPath()
  to.moveTo(0, 0)
  to.lineTo(0, above + (sim.mode === 'run' ? deep * 0.4 : 0))
  to.stroke()
  to.globalAlpha = 1
}
