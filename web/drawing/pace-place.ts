import type { PaceState } from '#core/teach/pace-play.ts'
import { PAST_MM, WAITS_MM } from '#core/teach/pace-play.ts'
import type { Light } from './flame-paint.ts'

/** Where a plate and its face lie on their sheets, and what all that is drawn of them has alike. */

/** How the plate is looked at. Sizes in px of the page. */
export interface PaceLook {
  readonly plan: { readonly width: number; readonly height: number }
  readonly face: { readonly width: number; readonly height: number }
  readonly dense: number
  readonly light: Light
  /** Nothing moves by itself: sparks hang where they are. */
  readonly motionless: boolean
  /** For the left hand: the line runs from right to left. */
  readonly mirrored: boolean
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

export type Canvas = OffscreenCanvasRenderingContext2D
export type Size = PaceLook['plan']

/** Colours of the page that the painter has: by light. */
export const INK: Readonly<
  Record<
    Light,
    { readonly ground: string; readonly line: string; readonly soft: string; readonly slag: string }
  >
> = {
  day: { ground: '#dcd8ce', line: '#1e2326', soft: '#4e565a', slag: '#33383b' },
  shed: { ground: '#14191b', line: '#ece7dc', soft: '#a5adaf', slag: '#566066' },
  shade: { ground: '#06120c', line: '#c9e6c4', soft: '#8db18a', slag: '#27402f' },
}
export const PACER = '#d08a2e'
export const SPARK = ['#fff6d8', '#ffd27a', '#ff9a3c', '#c9481e'] as const
const LETTERS = "500 14px 'Atkinson Hyperlegible Next', sans-serif"
/** Room beside the plate: half a torch fits into it. */
const ROOM_PX = 26

/** A number from 0 to 1 that is always the same for a place: the same cut looks the same. */
export function hashed(i: number, salt = 0): number {
  let h = (i + 1) * 374761393 + salt * 668265263
  h = Math.imul(h ^ (h >>> 13), 1274126177)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

/** Where a place of the line is on the sheet seen from above, px: mm along, mm across. */
export type PlanPlace = (x: number, y: number) => readonly [number, number]

export const lengthMm = ({ board }: Pick<PaceState, 'board'>): number => board.plate.length * 1000
export const isRound = ({ board }: Pick<PaceState, 'board'>): boolean => board.shape === 'circle'

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

/** A place of the page's box on the sheet, px: the same but for the left hand. */
export const onSheet = ({ width }: Size, { mirrored }: Pick<PaceLook, 'mirrored'>, px: number): number =>
  mirrored ? width - px : px

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

export interface Where {
  readonly top: number
  readonly height: number
  readonly done: boolean
}
/** Where the face lies on its sheet: px by mm along, and by m down. */
export interface Face {
  readonly x: (mm: number) => number
  readonly z: (m: number) => number
  readonly s: number
  readonly top: number
  readonly bottom: number
}

/** Least and most of a face's height, px and shares of the room there is. */
const FACE_LEAST_PX = 120
export function faceOf(state: PaceState, look: PaceLook, { top, height, done }: Where): Face {
  const { s, x0 } = scaleOf(state, look.face)
  const { te } = state.sim.jet
  const [above, share] = done ? [0.16, 0.62] : [0.36, 0.36]
  const deep = Math.min(height * share, Math.max(Math.min(FACE_LEAST_PX, height * share), te * 1000 * s))
  const from = top + height * above
  return { x: (mm) => x0 + mm * s, z: (m) => from + (m / te) * deep, s, top: from, bottom: from + deep }
}

/** A clean sheet of a size. */
export function sheet(to: Canvas, { width, height }: Size, { dense, light, mirrored }: PaceLook): Canvas {
  const [w, h] = [Math.round(width * dense), Math.round(height * dense)]
  if (to.canvas.width !== w || to.canvas.height !== h) {
    to.canvas.width = w
    to.canvas.height = h
  }
  if (mirrored) to.setTransform(-dense, 0, 0, dense, width * dense, 0)
  else to.setTransform(dense, 0, 0, dense, 0, 0)
  to.globalAlpha = 1
  to.fillStyle = INK[light].ground
  to.fillRect(0, 0, width, height)
  return to
}

/** How a text lies to its place. */
interface Lettering {
  readonly colour: string
  readonly align?: 'left' | 'center'
}

/** Writes at a place; what is mirrored is still read from left to right. */
export function written(
  to: Canvas,
  { mirrored }: PaceLook,
  text: string,
  x: number,
  y: number,
  { colour, align = 'left' }: Lettering,
): void {
  to.font = LETTERS
  to.fillStyle = colour
  to.textAlign = mirrored && align === 'left' ? 'right' : align
  if (!mirrored) {
    to.fillText(text, x, y)
    return
  }
  to.save()
  to.translate(x, y)
  to.scale(-1, 1)
  to.fillText(text, 0, 0)
  to.restore()
}

export function dot(to: Canvas, [x, y]: readonly [number, number], r: number): void {
  to.beginPath()
  to.arc(x, y, r, 0, 2 * Math.PI)
  to.fill()
}
