import { contours } from 'd3-contour'
import { posOf, type Shell } from '#core/heat/shells.ts'
import { reachMm, type HeatState } from '#core/teach/heat-play.ts'
import type { Light } from './flame-paint.ts'
import {
  DRY_SEEN,
  boreSeen,
  FILLER_SEEN,
  fluxSeen,
  measured,
  metalSeen,
  rowOfTable,
  skinOf,
  tableOf,
  type Rgb,
} from './heat-colours.ts'

/** What of a joint is looked at: its outside, the wall that the cup or upper part hides, the gap, the bore with its scale. */
export const LAYERS = ['outside', 'under', 'gap', 'bore'] as const
export type Layer = (typeof LAYERS)[number]

/** How the joint is looked at. Sizes in px of the page. */
export interface HeatLook {
  readonly map: { readonly width: number; readonly height: number }
  readonly side: { readonly width: number; readonly height: number }
  readonly dense: number
  readonly light: Light
  readonly layer: Layer
  /** Beside the map: the joint as it stands, or sawn through where the flame is. */
  readonly beside: 'seen' | 'sawn'
  /** As a thermometer reads it, with lines of equal heat, in place of what the eye sees. */
  readonly measured: boolean
  /** Temperatures that are written at lines, in the shop's words. */
  readonly lines: readonly { readonly celsius: number; readonly says: string }[]
}

/** Another hand's torch, to be followed. */
export interface Ghost {
  readonly pos: number
  readonly z: number
  readonly on: boolean
}

type Canvas = OffscreenCanvasRenderingContext2D
/** Rows of the picture to a mm of the joint. */
const ROWS_MM = 2
const PICTURE_FLUX_MM = 7

/** Colours of the page that the painter has: by light. */
const INK: Readonly<Record<Light, { readonly ground: string; readonly line: string }>> = {
  day: { ground: '#b8bdbb', line: '#1e2326' },
  shed: { ground: '#14191b', line: '#ece7dc' },
  shade: { ground: '#06120c', line: '#c9e6c4' },
}
const FLAME = { spot: '#9fd4ff', cone: '#f4fbff', ghost: '#6db7a4' } as const
const ROD = '#e8d6a0'
/** Where metal melted away. */
const HOLE: Rgb = [8, 6, 5]

/** Where the map has a place of the work, px: round and along. */
export interface MapPlace {
  readonly x: (pos: number) => number
  readonly y: (mm: number) => number
}

/** The span of what the map shows along, mm. */
const spanOf = (state: HeatState, layer: Layer): readonly [number, number] =>
  layer === 'gap' ? [0, state.joint.made.L * 1000] : reachMm(state.joint)

/** The map's places. @param pos degrees from −180 to 180, or m along a lap */
export function mapPlace(state: HeatState, layer: Layer, { width, height }: HeatLook['map']): MapPlace {
  const { type, W } = state.joint.made
  const [low, high] = spanOf(state, layer)
  return {
    x: (pos) =>
      type === 'tube' ? ((pos - 360 * Math.round(pos / 360) + 180) / 360) * width : (pos / W + 0.5) * width,
    y: (mm) => ((mm - low) / (high - low)) * height,
  }
}

/** Temperatures of a layer as the map shows them, or µm of scale in the bore: columns round, rows along. */
interface Field {
  readonly celsius: Float32Array
  readonly rows: number
  readonly n: number
  /** Which part each row belongs to. */
  readonly of: readonly ('tube' | 'cup')[]
  readonly low: number
  readonly high: number
  readonly turn: number
  /** 1 where it melted away. */
  readonly holed: Uint8Array
}

/** Paints the joint of a bench, on a map that is unrolled and beside it as it stands. */
export class HeatPainter {
  readonly #small = new OffscreenCanvas(1, 1)
  readonly #tables = new Map<string, Uint8ClampedArray>()
  readonly #map: Canvas
  readonly #side: Canvas

  constructor(map: Canvas, side: Canvas) {
    this.#map = map
    this.#side = side
  }

  #table(state: HeatState, shell: 'tube' | 'cup', look: HeatLook): Uint8ClampedArray {
    const metal = state.bench.shells[shell].metal.key
    const key = look.measured ? 'measured' : `${metal} ${look.light}`
    let table = this.#tables.get(key)
    if (!table) {
      table = tableOf(look.measured ? measured : (c) => metalSeen(skinOf(metal), c, look.light))
      this.#tables.set(key, table)
    }
    return table
  }

  paint(state: HeatState, look: HeatLook, ghost: Ghost | undefined): void {
    this.#paintMap(state, look, ghost)
    this.#paintSide(state, look)
  }

  /** Temperatures of a layer, a picture's row each half mm, a column each cell; the seam is at the edges. */
  #field(state: HeatState, layer: Layer): Field {
    const { shells } = state.bench
    const n = shells.place.length
    const [low, high] = spanOf(state, layer)
    const rows = Math.max(24, Math.round((high - low) * ROWS_MM))
    const celsius = new Float32Array(rows * n)
    const [tubeScale, cupScale] = state.bench.scales
    const holed = new Uint8Array(rows * n)
    const turn = shells.of.type === 'tube' ? n / 2 : 0
    const of: ('tube' | 'cup')[] = []
    for (let r = 0; r < rows; r++) {
      const z = (low + ((r + 0.5) / rows) * (high - low)) / 1000
      const which = (layer === 'under' || layer === 'bore' ? z < shells.of.L : z < 0) ? 'tube' : 'cup'
      of.push(which)
      const shell = shells[which]
      const [row, share] = rowAt(shell, z)
      for (let x = 0; x < n; x++) {
        const i = (x + turn) % n
        const p = row * n + i
        if (layer === 'bore') {
          celsius[r * n + x] = Math.sqrt((which === 'tube' ? tubeScale : cupScale)[p] ?? 0)
          continue
        }
        celsius[r * n + x] = celsiusAt(shell, row, share, i)
        if ((shell.peak[p] ?? 0) > shell.metal.meltsC) holed[r * n + x] = 1
      }
    }
    return { celsius, rows, n, of, low, high, turn, holed }
  }

  #paintMap(state: HeatState, look: HeatLook, ghost: Ghost | undefined): void {
    const to = this.#map
    const { width, height } = look.map
    const ink = INK[look.light]
    fit(to, look.map, look.dense)
    to.fillStyle = ink.ground
    to.fillRect(0, 0, width, height)
    const field = this.#field(state, look.layer)
    this.#colours(to, state, look, field)
    const at = mapPlace(state, look.layer, look.map)
    const { Tflow } = state.joint.filler
    if (look.layer === 'gap') {
      this.#dryHatch(to, state, look, at)
      return
    }
    if (look.layer === 'bore') {
      to.strokeStyle = ink.line
      to.lineWidth = 2
      line(to, 0, at.y(state.joint.made.L * 1000), width, at.y(state.joint.made.L * 1000))
      label(to, 'Inside the tube', 8, 20, '#ffffff')
      return
    }
    if (look.measured) this.#lines(to, look, field)
    if (look.measured || look.layer === 'under') this.#tooHot(to, state, look, at)
    // the lip, bold; the root, where the tube ends
    to.strokeStyle = ink.line
    to.lineWidth = 2.5
    line(to, 0, at.y(0), width, at.y(0))
    to.lineWidth = 1.5
    to.setLineDash([6, 6])
    line(to, 0, at.y(state.joint.made.L * 1000), width, at.y(state.joint.made.L * 1000))
    to.setLineDash([])
    this.#filler(to, state, at, width)
    if (ghost?.on) spot(to, at.x(ghost.pos), at.y(ghost.z * 1000), 16, FLAME.ghost, true)
    state.held.slice(0, state.joint.torches).forEach((torch) => {
      const [x, y] = [at.x(torch.pos), at.y(torch.z * 1000)]
      spot(to, x, y, torch.on ? spotPx(state, look) : 12, FLAME.spot, !torch.on)
    })
    if (state.rod !== undefined) {
      const x = at.x(state.rod)
      to.strokeStyle = ROD
      to.lineWidth = 4
      line(to, x + 10, at.y(0) - 46, x, at.y(0))
      to.fillStyle = state.bench.filling.melted > 0 && state.bench.filling.walls.max > Tflow ? '#ffb27a' : ROD
      disc(to, x, at.y(0), 5)
    }
  }

  #colours(
    to: Canvas,
    state: HeatState,
    look: HeatLook,
    { celsius, rows, n, of, low, high, turn, holed }: Field,
  ): void {
    const { filling } = state.bench
    const { socket, place } = state.bench.shells
    const small = this.#small
    // a column more at each side, so that a tube's seam is no edge
    const wide = n + 2
    small.width = wide
    small.height = rows
    const image = new ImageData(wide, rows)
    const { data } = image
    const gap = look.layer === 'gap'
    for (let r = 0; r < rows; r++) {
      const table = this.#table(state, of[r] ?? 'cup', look)
      const mm = low + ((r + 0.5) / rows) * (high - low)
      const fluxed =
        filling.fluxed && !look.measured && look.layer === 'outside' && Math.abs(mm) < PICTURE_FLUX_MM
      const row = Math.min(socket - 1, Math.max(0, Math.floor(((mm - low) / (high - low)) * socket)))
      for (let x = 0; x < wide; x++) {
        const column = Math.min(n - 1, Math.max(0, x - 1))
        const i = (column + turn) % n
        const t = celsius[r * n + column] ?? 0
        const p = (r * wide + x) * 4
        let colour: Rgb
        if (gap) {
          const share = filling.filled[row * place.length + i] ?? 0
          const spent = filling.spent[row * place.length + i] ?? 0
          colour = mix(spent >= 1 ? [35, 26, 22] : DRY_SEEN, FILLER_SEEN, share)
        } else if (look.layer === 'bore') colour = boreSeen(t)
        else {
          const at = rowOfTable(t)
          colour = [table[at] ?? 0, table[at + 1] ?? 0, table[at + 2] ?? 0]
          if (holed[r * n + column] === 1) colour = HOLE
          else if (fluxed) {
            const flux = fluxSeen(t, filling.spent[i] ?? 0)
            const dim = look.light === 'day' ? 1 : look.light === 'shed' ? 0.55 : 0.2
            colour = mix(colour, flux.colour.map((v) => v * dim) as unknown as Rgb, flux.cover)
          }
        }
        data[p] = colour[0]
        data[p + 1] = colour[1]
        data[p + 2] = colour[2]
        data[p + 3] = 255
      }
    }
    small.getContext('2d')?.putImageData(image, 0, 0)
    to.imageSmoothingEnabled = true
    to.imageSmoothingQuality = 'high'
    to.drawImage(small, 1, 0, n, rows, 0, 0, look.map.width, look.map.height)
  }

  /** Lines of equal heat, each with what it says. */
  #lines(to: Canvas, look: HeatLook, { celsius, rows, n }: Field): void {
    const { width, height } = look.map
    const drawn = contours().size([n, rows]).smooth(true)
    const ink = look.light === 'day' ? '#ffffff' : INK[look.light].line
    look.lines.forEach(({ celsius: level, says }, i) => {
      const { coordinates } = drawn.contour(celsius as unknown as number[], level)
      to.strokeStyle = ink
      to.lineWidth = i === 1 ? 2.5 : 1.5
      to.setLineDash(i === 0 ? [3, 4] : [])
      let labelled: readonly [number, number] | undefined
      for (const polygon of coordinates)
        for (const ring of polygon) {
          to.beginPath()
          ring.forEach(([x = 0, y = 0], k) => {
            const [px, py] = [(x / n) * width, (y / rows) * height]
            // the sheet's own edge is no line of equal heat
            const edge = x <= 0.01 || x >= n - 0.01 || y <= 0.01 || y >= rows - 0.01
            if (k === 0 || edge) to.moveTo(px, py)
            else to.lineTo(px, py)
            if (!edge && py > 24 && (!labelled || px < labelled[0]) && px > 12) labelled = [px, py]
          })
          to.stroke()
        }
      to.setLineDash([])
      if (labelled)
        label(to, says, Math.min(labelled[0] + 4, width - 150), labelled[1] - 6 - 18 * (i % 2), ink)
    })
  }

  /** What was ever too hot is hatched. */
  #tooHot(to: Canvas, state: HeatState, look: HeatLook, at: MapPlace): void {
    const { shells } = state.bench
    const { place } = shells
    to.strokeStyle = '#ffffff'
    to.lineWidth = 1.5
    for (const which of ['tube', 'cup'] as const) {
      const shell = shells[which]
      if (look.layer === 'under' && which === 'cup') continue
      for (let row = 0; row < shell.rows; row++) {
        const z = (shell.z[row] ?? 0) * 1000
        if (which === 'tube' ? z > 0 && look.layer === 'outside' : z < 0) continue
        const y = at.y(z)
        if (y < 0 || y > look.map.height) continue
        place.forEach((_, i) => {
          if ((i + row) % 3 !== 0 || (shell.peak[row * shell.round + i] ?? 0) < shell.metal.tooHotC) return
          const x = at.x(posOf(shells, i))
          line(to, x - 4, y + 4, x + 4, y - 4)
        })
      }
    }
  }

  /** A gap is hatched where it is dry, whatever its colour. */
  #dryHatch(to: Canvas, state: HeatState, look: HeatLook, at: MapPlace): void {
    const { shells, filling } = state.bench
    const n = shells.place.length
    to.strokeStyle = 'rgba(0,0,0,0.55)'
    to.lineWidth = 1.5
    for (let row = 1; row < shells.socket; row += 3)
      for (let i = (row % 2) * 2; i < n; i += 4) {
        if ((filling.filled[row * n + i] ?? 0) > 0.5) continue
        const [x, y] = [at.x(posOf(shells, i)), at.y((shells.cup.z[row] ?? 0) * 1000)]
        line(to, x - 6, y + 6, x + 6, y - 6)
      }
    // filler is dotted: neither wet nor dry goes by its colour alone
    to.fillStyle = 'rgba(60,66,64,0.5)'
    for (let row = 2; row < shells.socket; row += 4)
      for (let i = 1; i < n; i += 4) {
        if ((filling.filled[row * n + i] ?? 0) <= 0.5) continue
        disc(to, at.x(posOf(shells, i)), at.y((shells.cup.z[row] ?? 0) * 1000), 1.5)
      }
    to.strokeStyle = INK[look.light].line
    to.lineWidth = 3
    line(to, 0, 1.5, look.map.width, 1.5)
    label(to, 'Mouth', 8, 20, '#ffffff')
    label(to, 'Root', 8, look.map.height - 10, '#ffffff')
  }

  /** Filler that shows at the lip: a bright line where it is wet, as thick as what was not drawn in. */
  #filler(to: Canvas, state: HeatState, at: MapPlace, width: number): void {
    const { shells, filling } = state.bench
    const n = shells.place.length
    const y = at.y(0)
    const mm = at.y(1) - at.y(0)
    const thick = Math.max(4, filletMm(state) * mm)
    to.fillStyle = '#d8dad6'
    for (let i = 0; i < n; i++) {
      if ((filling.filled[i] ?? 0) < 1) continue
      to.fillRect(at.x(posOf(shells, i)) - width / n / 2 - 0.5, y - thick / 2, width / n + 1, thick)
    }
  }

  #paintSide(state: HeatState, look: HeatLook): void {
    const to = this.#side
    fit(to, look.side, look.dense)
    to.fillStyle = INK[look.light].ground
    to.fillRect(0, 0, look.side.width, look.side.height)
    if (look.beside === 'sawn' || state.joint.made.type === 'lap') this.#sawn(to, state, look)
    else this.#standing(to, state, look)
  }

  /** The joint as it stands before one, the flame in front of it. */
  #standing(to: Canvas, state: HeatState, look: HeatLook): void {
    const { shells } = state.bench
    const { width, height } = look.side
    const [low, high] = reachMm(state.joint)
    const mm = height / (high - low)
    const n = shells.place.length
    const facing = state.held[0].pos
    const columns = 64
    const rows = 120
    const scale = Math.min(mm, (width * 0.42) / (shells.cup.radius * 1000))
    const small = this.#small
    small.width = columns
    small.height = rows
    const image = new ImageData(columns, rows)
    const { data } = image
    const most = shells.cup.radius
    for (let r = 0; r < rows; r++) {
      const z = (low + ((r + 0.5) / rows) * (high - low)) / 1000
      const which = z < 0 ? 'tube' : 'cup'
      const shell = shells[which]
      const table = this.#table(state, which, look)
      const [row, share] = rowAt(shell, z)
      for (let x = 0; x < columns; x++) {
        const across = (((x + 0.5) / columns) * 2 - 1) * most
        const p = (r * columns + x) * 4
        if (Math.abs(across) > shell.radius) continue
        const front = Math.asin(across / shell.radius)
        const degrees = facing + 35 + (front * 180) / Math.PI
        const i = ((Math.floor((degrees / 360) * n) % n) + n) % n
        const t = celsiusAt(shell, row, share, i)
        const at = rowOfTable(t)
        // light falls off to the sides; what glows does not need any
        const glows = look.measured ? 0.8 : Math.min(0.8, Math.max(0, (t - 450) / 200))
        const shine = glows + (1 - glows) * (0.35 + 0.65 * Math.cos(front))
        data[p] = (table[at] ?? 0) * shine
        data[p + 1] = (table[at + 1] ?? 0) * shine
        data[p + 2] = (table[at + 2] ?? 0) * shine
        data[p + 3] = 255
      }
    }
    small.getContext('2d')?.putImageData(image, 0, 0)
    const wide = 2 * most * 1000 * scale
    const left = (width - wide) / 2
    to.imageSmoothingEnabled = true
    to.drawImage(small, 0, 0, columns, rows, left, 0, wide, height)
    const y = (z: number) => (z * 1000 - low) * mm
    to.strokeStyle = INK[look.light].line
    to.lineWidth = 2
    line(to, left, y(0), left + wide, y(0))
    const thick = filletMm(state) * mm
    if (thick > 1) {
      to.fillStyle = '#d8dad6'
      to.fillRect(left + 2, y(0) - thick, wide - 4, thick)
    }
    state.held.forEach((torch, k) => {
      if (!torch.on) return
      const side = k === 0 ? 1 : -1
      this.#flameFrom(to, state, width / 2 + side * wide * 0.28, y(torch.z), side, look)
    })
  }

  /** A flame that plays on a spot from the side. */
  #flameFrom(to: Canvas, state: HeatState, x: number, y: number, side: 1 | -1, look: HeatLook): void {
    const away = 14 + state.awayMm * 2.2
    const long = 26
    const fade = to.createLinearGradient(x, y, x + side * (away + long), y)
    fade.addColorStop(0, 'rgba(110,180,255,0.05)')
    fade.addColorStop(1, look.light === 'day' ? 'rgba(120,170,230,0.5)' : 'rgba(130,190,255,0.7)')
    to.fillStyle = fade
    to.beginPath()
    to.moveTo(x, y - 12)
    to.lineTo(x + side * (away + long), y - 5)
    to.lineTo(x + side * (away + long), y + 5)
    to.lineTo(x, y + 12)
    to.closePath()
    to.fill()
    if (state.joint.torch.airShare === undefined) {
      to.fillStyle = FLAME.cone
      to.beginPath()
      to.moveTo(x + side * away, y)
      to.lineTo(x + side * (away + long), y - 5)
      to.lineTo(x + side * (away + long), y + 5)
      to.closePath()
      to.fill()
    }
    to.fillStyle = '#b08b3f'
    to.fillRect(side > 0 ? x + away + long : x - away - long - 40, y - 7, 40, 14)
  }

  /** A part that stands on the other, along from where it touches it. */
  #standingPart(
    to: Canvas,
    state: HeatState,
    look: HeatLook,
    i: number,
    from: number,
    top: number,
    thick: number,
    mm: number,
  ): void {
    const { cup, of } = state.bench.shells
    const table = this.#table(state, 'cup', look)
    const long = Math.min((of.L + of.Lb) * 1000 * mm, look.side.width - from)
    for (let s = 0; s < long; s += 2) {
      const [row, share] = rowAt(cup, s / mm / 1000)
      const p = rowOfTable(celsiusAt(cup, row, share, i))
      to.fillStyle = `rgb(${table[p]},${table[p + 1]},${table[p + 2]})`
      to.fillRect(from + s, top, 3, thick)
    }
    to.strokeStyle = INK[look.light].line
    to.lineWidth = 1.5
    to.strokeRect(from, top, long, thick)
  }

  /** Both walls sawn through where the flame is: what the eye cannot see. */
  #sawn(to: Canvas, state: HeatState, look: HeatLook): void {
    const { shells, filling } = state.bench
    const { tube, cup, of } = shells
    const { width, height } = look.side
    const [low, high] = reachMm(state.joint)
    const mm = height / (high - low)
    const y = (z: number) => (z * 1000 - low) * mm
    const n = shells.place.length
    const round = of.type === 'tube'
    const at = (pos: number) => {
      const x = round ? (pos / 360) * n : (pos / of.W + 0.5) * n
      return round ? ((Math.floor(x) % n) + n) % n : Math.min(n - 1, Math.max(0, Math.floor(x)))
    }
    // walls are drawn thicker than they are: a millimetre could not be seen
    const thick = Math.min(width * 0.13, 40)
    const gapPx = 10
    // an upright or a ring stands on the plate; a cup or a second sheet lies along it
    const stands = state.joint.shape === 'tee' || state.joint.shape === 'ring'
    const half = 2 * thick + gapPx + width * 0.12
    const sides = round
      ? [
          { i: at(state.held[0].pos), lower: width - half, out: 1 },
          { i: at(state.held[0].pos + 180), lower: half, out: -1 },
        ]
      : [{ i: at(state.held[0].pos), lower: width * 0.25, out: 1 }]
    for (const { i, lower, out } of sides) {
      const wall = (shell: Shell, which: 'tube' | 'cup', from: number, to_: number, x: number) => {
        const table = this.#table(state, which, look)
        const steps = Math.ceil(y(to_) - y(from))
        for (let s = 0; s < steps; s += 2) {
          const z = from + (s / steps) * (to_ - from)
          const [row, share] = rowAt(shell, z)
          const p = rowOfTable(celsiusAt(shell, row, share, i))
          to.fillStyle = `rgb(${table[p]},${table[p + 1]},${table[p + 2]})`
          to.fillRect(x, y(from) + s, thick, 3)
        }
      }
      const inner = out > 0 ? lower : lower - thick
      const outer = out > 0 ? lower + thick + gapPx : lower - 2 * thick - gapPx
      const gapX = out > 0 ? lower + thick : lower - thick - gapPx
      wall(tube, 'tube', low / 1000, of.L, inner)
      if (stands) this.#standingPart(to, state, look, i, gapX + gapPx, y(0), y(of.L) - y(0), mm)
      else wall(cup, 'cup', 0, high / 1000, outer)
      // the gap between them, and how deep filler stands in it
      for (let row = 0; row < shells.socket; row++) {
        const z0 = (cup.z[row] ?? 0) - of.L / shells.socket / 2
        to.fillStyle =
          (filling.filled[row * n + i] ?? 0) >= 1 ? '#d8dad6' : look.light === 'day' ? '#4a4f51' : '#000000'
        to.fillRect(gapX, y(z0), gapPx, (of.L / shells.socket) * 1000 * mm + 1)
      }
      const legMm = filletMm(state)
      if (legMm > 0.05) {
        const leg = Math.max(5, legMm * mm)
        to.fillStyle = '#d8dad6'
        to.beginPath()
        to.moveTo(gapX + (out > 0 ? 0 : gapPx), y(0) - leg)
        to.lineTo(gapX + (out > 0 ? 0 : gapPx), y(0))
        to.lineTo(gapX + (out > 0 ? gapPx + leg : -leg), y(0))
        to.closePath()
        to.fill()
      }
      to.strokeStyle = INK[look.light].line
      to.lineWidth = 1.5
      to.strokeRect(inner, y(low / 1000) - 4, thick, y(of.L) - y(low / 1000) + 4)
      if (!stands) to.strokeRect(outer, y(0), thick, height)
    }
    const [torch] = state.held
    const side = sides[0]
    if (torch.on && side) {
      const face = torch.z < 0 || stands ? side.lower + thick : side.lower + 2 * thick + gapPx
      this.#flameFrom(to, state, face, y(torch.z), 1, look)
    }
    to.font = "500 14px 'Atkinson Hyperlegible Next', sans-serif"
    to.fillStyle = INK[look.light].line
    const first = sides[0]?.lower ?? 0
    to.textAlign = 'right'
    to.fillText(state.joint.parts[0], first - 8, 18)
    if (stands) to.fillText(state.joint.parts[1], width - 8, y(0) - 8)
    else to.fillText(state.joint.parts[1], first + thick + gapPx - 8, height - 10)
    to.textAlign = 'left'
  }
}

function fit(
  to: Canvas,
  { width, height }: { readonly width: number; readonly height: number },
  dense: number,
): void {
  const [w, h] = [Math.max(1, Math.round(width * dense)), Math.max(1, Math.round(height * dense))]
  if (to.canvas.width !== w) to.canvas.width = w
  if (to.canvas.height !== h) to.canvas.height = h
  to.setTransform(dense, 0, 0, dense, 0, 0)
}
const mix = (a: Rgb, b: Rgb, share: number): Rgb =>
  a.map((v, i) => v + ((b[i] ?? 0) - v) * share) as unknown as Rgb
function line(to: Canvas, x0: number, y0: number, x1: number, y1: number): void {
  to.beginPath()
  to.moveTo(x0, y0)
  to.lineTo(x1, y1)
  to.stroke()
}
function disc(to: Canvas, x: number, y: number, r: number): void {
  to.beginPath()
  to.arc(x, y, r, 0, 2 * Math.PI)
  to.fill()
}
/** How wide the flame strikes, px of the map. */
const spotPx = (state: HeatState, look: HeatLook): number => {
  const [low, high] = reachMm(state.joint)
  const mm = look.map.height / (high - low)
  return Math.max(14, (6 + 0.25 * state.awayMm) * mm * Math.sqrt(state.joint.torch.powerW / 5160))
}
function spot(to: Canvas, x: number, y: number, r: number, colour: string, hollow: boolean): void {
  to.strokeStyle = colour
  to.lineWidth = 2
  if (hollow) to.setLineDash([4, 4])
  else {
    const glow = to.createRadialGradient(x, y, 0, x, y, r)
    glow.addColorStop(0, 'rgba(190,225,255,0.75)')
    glow.addColorStop(1, 'rgba(120,180,255,0)')
    to.fillStyle = glow
    disc(to, x, y, r)
  }
  to.beginPath()
  to.arc(x, y, r, 0, 2 * Math.PI)
  to.stroke()
  to.setLineDash([])
  to.fillStyle = colour
  disc(to, x, y, 3)
}
function label(to: Canvas, says: string, x: number, y: number, ink: string): void {
  to.font = "500 14px 'Atkinson Hyperlegible Next', sans-serif"
  to.lineWidth = 3
  to.strokeStyle = 'rgba(0,0,0,0.75)'
  to.strokeText(says, x, y)
  to.fillStyle = ink === '#1e2326' ? '#ffffff' : ink
  to.fillText(says, x, y)
}

/** A temperature between a row's middle and the next one's, °C. */
function celsiusAt({ celsius, round }: Shell, row: number, share: number, i: number): number {
  const a = celsius[row * round + i] ?? 0
  return a + ((celsius[(row + 1) * round + i] ?? a) - a) * share
}

/** Legs of the fillet that stands at the lip of what was not drawn in, mm. */
const filletMm = ({ bench: { shells, filling } }: HeatState): number =>
  Math.sqrt((2 * filling.reservoir) / (shells.of.type === 'tube' ? Math.PI * shells.of.D : shells.of.W)) *
  1000

/** The row of a shell that lies before a place along, and how far beyond its middle that is, 0 to 1. */
function rowAt({ z, rows }: Shell, at: number): readonly [number, number] {
  let low = 0
  let high = rows - 2
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if ((z[middle] as number) <= at) low = middle
    else high = middle - 1
  }
  const [a, b] = [z[low] as number, z[low + 1] as number]
  return [low, Math.min(1, Math.max(0, (at - a) / (b - a)))]
}
