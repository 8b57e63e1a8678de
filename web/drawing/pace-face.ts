import { CUT, MISSED, type PaceSim } from '#core/cut-sim/pace-sim.ts'
import type { Places } from '#core/cut-sim/read-off.ts'
import type { PaceState } from '#core/teach/pace-play.ts'
import type { Light } from './flame-paint.ts'
import { dot, hashed, INK, lengthMm, written, type Canvas, type Face, type PaceLook } from './pace-place.ts'

/** The face that a cut opens: drag lines, edge, slag, what is not through and what closed again. */

/** What is not cut through: hatched once it is over, or once the torch has passed it. */
export function uncut(to: Canvas, { sim, finished }: PaceState, look: PaceLook, face: Face): void {
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
export function dragLines(
  to: Canvas,
  places: Places,
  look: PaceLook,
  { x, z, bottom, top }: Face,
  { jet }: PaceSim,
): void {
  const mm = ((places.x[1] ?? 0) - (places.x[0] ?? 0)) * 1000
  const length = mm * places.x.length
  to.save()
  // what trails at the start trails off the plate
  to.beginPath()
  to.rect(x(0), top, x(length) - x(0), bottom - top)
  to.clip()
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
  to.restore()
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
export function gouges(to: Canvas, places: Places, { x, z, s }: Face): void {
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
export function topEdge(to: Canvas, places: Places, look: PaceLook, { x, top, s }: Face): void {
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

/** Slag that closed it again: a web over the lower half, hatched, with lumps in it. */
export function bridges(to: Canvas, places: Places, look: PaceLook, face: Face): void {
  const { x, top, bottom } = face
  const mm = ((places.x[1] ?? 0) - (places.x[0] ?? 0)) * 1000
  /** How far up the web reaches at a column: uneven, without steps. */
  const web = (i: number) =>
    top + (bottom - top) * (0.4 + 0.1 * (hashed(i, 8) + hashed(i + 1, 8) + hashed(i + 2, 8)))
  for (let i = 0; i < places.x.length; i++) {
    if (!places.bridged[i]) continue
    let end = i
    while (places.bridged[end + 1]) end++
    to.save()
    to.beginPath()
    to.moveTo(x(i * mm), bottom)
    for (let k = i; k <= end; k++) to.lineTo(x((k + 0.5) * mm), web(k))
    to.lineTo(x((end + 1) * mm), bottom)
    to.closePath()
    to.fillStyle = INK[look.light].slag
    to.fill()
    to.clip()
    hatch(to, [x(i * mm), x((end + 1) * mm)], face)
    for (let k = i; k <= end; k += 2) lump(to, k, x((k + hashed(k, 9)) * mm), web(k), face)
    to.restore()
    i = end
  }
}

/** Strokes that say closed, whatever the colours. */
function hatch(
  to: Canvas,
  [left, right]: readonly [number, number],
  { top, bottom }: Pick<Face, 'top' | 'bottom'>,
): void {
  to.strokeStyle = '#c06a34'
  to.lineWidth = 1.2
  to.beginPath()
  for (let at = left - (bottom - top) / 2; at < right; at += 14) {
    to.moveTo(at, bottom)
    to.lineTo(at + (bottom - top) / 2, top)
  }
  to.stroke()
}

/** A lump of slag in the web, lit from above. */
function lump(to: Canvas, i: number, left: number, web: number, { bottom }: Pick<Face, 'bottom'>): void {
  const at = web + (bottom - web) * (0.15 + 0.7 * hashed(i, 10))
  const [rx, ry] = [3 + 4 * hashed(i, 15), 3 + 5 * hashed(i, 16)]
  for (const [shift, colour] of [
    [1.5, '#00000066'],
    [-0.8, '#ffffff2e'],
  ] as const) {
    to.fillStyle = colour
    to.beginPath()
    to.ellipse(left, at + shift, rx, ry, 0, 0, 2 * Math.PI)
    to.fill()
  }
}

/** Slag at the bottom edge, by how it holds. */
export function slagUnder(to: Canvas, places: Places, look: PaceLook, { x, bottom, s }: Face): void {
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

export function outline(to: Canvas, state: PaceState, look: PaceLook, { x, top, bottom }: Face): void {
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
export function ruler(to: Canvas, state: PaceState, look: PaceLook, { x, top }: Face): void {
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
  const colour = INK[look.light].soft
  for (let k = each; k * stepMm <= length + 0.01; k += each)
    written(to, look, String((k / each) * by), x(k * stepMm), top - 14, { colour, align: 'center' })
}
