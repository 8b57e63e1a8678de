import type { PaceSim } from '#core/cut-sim/pace-sim.ts'
import { readOff, type Places } from '#core/cut-sim/read-off.ts'
import type { PaceState } from '#core/teach/pace-play.ts'
import { dragNow, skinK } from '#core/teach/pace-words.ts'
import type { Light } from './flame-paint.ts'
import { metalSeen, rowOfTable, tableOf } from './heat-colours.ts'
import { guideOn, kerfFromAbove, line, pacer, quad, torchFromAbove } from './pace-above.ts'
import { bridges, dragLines, gouges, outline, ruler, slagUnder, topEdge, uncut } from './pace-face.ts'
import {
  faceOf,
  INK,
  isRound,
  lengthMm,
  planPlace,
  scaleOf,
  sheet,
  SPARK,
  written,
  type Canvas,
  type Face,
  type PaceGhost,
  type PaceLook,
  type PlanPlace,
  type Where,
} from './pace-place.ts'
import { backTo, FLAME, pacerOnFace, sparks, torchBeside } from './pace-torch.ts'

const WRITTEN_PX = 10

/** How much deeper or flatter a face is drawn than it is long, where that is told at a glance. */
function depthSaid({ s, top, bottom }: Face, { sim }: PaceState): string {
  const times = (bottom - top) / (sim.jet.te * 1000 * s)
  if (times > 1.3) return `Depth drawn ${times < 3 ? times.toFixed(1) : times.toFixed(0)} times its size`
  return times < 0.8 ? `Depth drawn at ${times.toFixed(1)} of its size` : ''
}

/** Paints a plate that is cut: from above, and the face that the cut opens, with its torch and its sparks. */
export class PacePainter {
  readonly #tables = new Map<string, Uint8ClampedArray>()
  readonly #small = new OffscreenCanvas(1, 1)
  readonly #plan: Canvas
  readonly #face: Canvas
  /** How hot each place of a plate ever was, shell by shell: the film that temper colours are stays. */
  readonly #films = new WeakMap<PaceSim, readonly Float64Array[]>()
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
      const ink = { colour: INK[look.light].line }
      const yours = { top: 26, height: half - 30, done: true }
      this.#paintFace(to, state, places, look, yours)
      const depth = depthSaid(faceOf(state, look, yours), state)
      written(to, look, ['Yours', depth].filter((w) => w !== '').join('. '), WRITTEN_PX, 18, ink)
      this.#paintFace(to, good, this.#placesOf(good), look, { top: half + 26, height: half - 30, done: true })
      written(to, look, 'As it should be', WRITTEN_PX, half + 18, ink)
      return
    }
    const going = { top: 0, height: look.face.height, done: false }
    this.#paintFace(to, state, places, look, going)
    this.#paintTorch(to, state, look, ghost)
    const depth = depthSaid(faceOf(state, look, going), state)
    if (depth !== '')
      written(to, look, depth, WRITTEN_PX, look.face.height - WRITTEN_PX, { colour: INK[look.light].soft })
  }

  #placesOf({ sim, finished }: PaceState): Places {
    const known = this.#read.get(sim)
    if (known) return known
    const places = readOff(sim)
    if (finished) this.#read.set(sim, places)
    return places
  }

  /** The films on a plate, as they are by now. */
  #filmsOf({ sim }: PaceState): readonly Float64Array[] {
    const { shells } = sim.heat
    const known = this.#films.get(sim)
    const films = known ?? shells.map((s) => Float64Array.from(s))
    if (!known) this.#films.set(sim, films)
    films.forEach((film, s) => {
      const now = shells[s] as Float64Array
      for (let i = 0; i < film.length; i++)
        if ((now[i] as number) > (film[i] as number)) film[i] = now[i] as number
    })
    return films
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

  /**
   * The heat of a plate as a small picture: a column for each of its columns, rows away from its top edge.
   * @param films how hot each place ever was: what has cooled shows it
   * @param before columns that lie before the first: they warm as what lies behind it does
   */
  #picture(
    { sim: { heat }, board }: PaceState,
    table: Uint8ClampedArray,
    { rows, deep, films, before = 0 }: Pictured,
  ): OffscreenCanvas {
    const skin = skinK(board)
    const of = heatRows(heat.radius, rows, deep)
    const wide = before + heat.columns
    const image = new ImageData(wide, rows)
    const { data } = image
    for (let r = 0; r < rows; r++) {
      const row = of[r] as HeatRow
      const plays = r < rows * SKIN_SHARE ? skin : 0
      for (let c = 0; c < wide; c++) {
        const back = before - 1 - c
        const seen = seenAt(heat.shells, films, row, back < 0 ? -1 - back : back, plays)
        const p = rowOfTable(back < 0 ? seen : seen * lessBefore(back * heat.dx * 1000))
        const at = (r * wide + c) * 4
        data[at] = table[p] as number
        data[at + 1] = table[p + 1] as number
        data[at + 2] = table[p + 2] as number
        data[at + 3] = 255
      }
    }
    this.#small.width = wide
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
    const { columns, dx } = state.sim.heat
    // a pierced line has waste before it
    const pierced = state.board.plate.start === 'pierce'
    const before = pierced ? Math.min(columns, Math.round(REACHES_MM / (dx * 1000))) : 0
    const films = this.#filmsOf(state)
    const table = this.#table('steel', look.light)
    const picture = this.#picture(state, table, { rows: ROWS, deep: WIDE_MM / 1000, films, before })
    const [x0, y] = at(-before * dx * 1000, 0)
    const [x1, far] = at(lengthMm(state), WIDE_MM)
    for (const side of [1, -1]) {
      to.save()
      to.translate(x0, y)
      to.scale(1, side)
      to.drawImage(picture, 0, 0, x1 - x0, far - y)
      to.restore()
    }
  }

  /** The same round a hole, in strips: its end lies before its start. */
  #heatRound(to: Canvas, state: PaceState, look: PaceLook, at: PlanPlace): void {
    const {
      sim: { heat },
      board,
    } = state
    const films = this.#filmsOf(state)
    const skin = skinK(board)
    const mm = heat.dx * 1000
    const rows = heatRows(heat.radius, STRIPS, STRIPS_MM / 1000)
    const wide = STRIPS_MM / STRIPS
    for (let i = 0; i < heat.columns; i++) {
      const back = heat.columns - 1 - i
      const less = lessBefore(back * mm)
      rows.forEach((row, r) => {
        const seen = (column: number) => seenAt(heat.shells, films, row, column, r < 3 ? skin : 0)
        const celsius = Math.max(seen(i), less > 0 ? seen(back) * less : 0)
        if (celsius < WARM_C) return
        to.fillStyle = this.#steel(celsius, look.light)
        for (const side of [-1, 1])
          quad(to, at, [i * mm - 0.05, (i + 1) * mm + 0.15], [side * r * wide, side * (r + 1.08) * wide])
      })
    }
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
    const picture = this.#picture(state, this.#table('cut', look.light), { rows: ROWS, deep: jet.te })
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
    if (lost && sim.starts.length > 0) backTo(to, look, face, lost.x * 1000)
    if (ghost.torch) torchBeside(to, face, { ...ghost.torch, lean: 0, ghost: true }, state)
    torchBeside(
      to,
      face,
      { x: state.x, height: state.height + state.lifted, lean: state.lean, ghost: false },
      state,
    )
  }
}

/** What a picture of heat shows: so many rows, to so far away, m; films and columns before the first where there are any. */
interface Pictured {
  readonly rows: number
  readonly deep: number
  readonly films?: readonly Float64Array[]
  readonly before?: number
}

/** Between the same place of two shells, °C. */
function between(shells: readonly Float64Array[], { shell, share }: HeatRow, i: number): number {
  const near = (shells[shell] as Float64Array)[i] as number
  return near + ((shells[shell + 1]?.[i] ?? near) - near) * share
}
/** Under so many °C steel does not glow: it shows the film of the hottest that it was. */
const DULL_C = 500
/** What a place is seen as, °C. @param skin K that the skin is hotter while the flame plays on it */
function seenAt(
  shells: readonly Float64Array[],
  films: readonly Float64Array[] | undefined,
  row: HeatRow,
  i: number,
  skin: number,
): number {
  const under = between(shells, row, i)
  const now = under + skin * warmShare(under)
  return films ? Math.max(now, Math.min(between(films, row, i), DULL_C)) : now
}
/** What lies before a start warms as what lies behind it, the less the further it is from it. */
const lessBefore = (mm: number): number => Math.max(0, 1 - mm / REACHES_MM)

/** Metal from so many °C on is drawn as warm. */
const WARM_C = 120
/** Rows of the small picture; how far it reaches to the side, mm; strips round a hole, and how far those reach. */
const ROWS = 32
const WIDE_MM = 32
const STRIPS = 12
const STRIPS_MM = 14
/** So far before a start its heat is seen, mm. */
const REACHES_MM = 24
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
