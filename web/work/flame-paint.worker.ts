import { expose } from 'comlink'
import type { SeenFlame } from '#core/flame/seen.ts'
import { TICK_S } from '#core/teach/bench.ts'
import type { Shown } from '#core/teach/flames-shown.ts'
import { FlamePainter, unitOf, type Light, type PaintedTip, type Scene } from '../drawing/flame-paint.ts'
import type { Pictured } from './flame-work.ts'

/** How the stage is set: px of the page, how many px of the canvas each is, and what stands on it. */
export interface StageSet {
  readonly width: number
  readonly height: number
  readonly dense: number
  readonly light: Light
  readonly hand: 'left' | 'right'
  readonly tip: PaintedTip
  readonly ports: number
  /** Flames to be judged in place of the one in hand. */
  readonly shown: readonly Shown[] | undefined
  /** Nothing is to move. */
  readonly quiet: boolean
}

/** Each frame the picture goes so far of the way to what is so. */
const EASE = 0.35
const toward = (from: number, to: number) => from + (to - from) * EASE

/** A flame on its way to another: nothing on the stage jumps but the flame's going out. */
function eased(from: SeenFlame | undefined, to: SeenFlame | undefined): SeenFlame | undefined {
  if (!from || !to) return to
  const look = { ...to.look }
  for (const key of ['cone', 'feather', 'envelope', 'soot'] as const)
    look[key] = toward(from.look[key], to.look[key])
  return { ...to, look, gap: toward(from.gap, to.gap), smoke: toward(from.smoke, to.smoke) }
}

/** How long a pop is seen, s. */
const FLASH_S = 0.3
const flashOf = ({ happened, at }: Pictured): number =>
  happened?.what === 'pop' || happened?.what === 'bang'
    ? Math.max(0, 1 - ((at - happened.at) * TICK_S) / FLASH_S)
    : 0

let canvas: OffscreenCanvas | undefined
let painter: FlamePainter | undefined
let set: StageSet | undefined
let frame: Pictured | undefined
let heard: MessagePort | undefined
let painted: SeenFlame | undefined
let asked: number | undefined

/** What is to be painted at a time, one scene for each flame. */
function scenesOf(of: StageSet, time: number): readonly Scene[] {
  const { width, height, light, tip, shown, quiet } = of
  const common = { width, height, light, tip, time, near: false, jet: false, wind: 0, warm: 0, flash: 0 }
  if (shown)
    return shown.map(({ seen, ports, warm }, i) => ({
      ...common,
      unit: unitOf(width) * (shown.length > 1 ? 0.8 : 1),
      y: (height * (2 * i + 1)) / (2 * shown.length),
      // no two of them sway together
      time: time + i * 1.7,
      seen,
      ports,
      warm,
    }))
  painted = quiet ? frame?.seen : eased(painted, frame?.seen)
  return [
    {
      ...common,
      unit: unitOf(width),
      y: height / 2,
      seen: painted,
      ports: Array.from({ length: of.ports }, () => 1),
      warm: frame?.warm ?? 0,
      jet: frame?.jet === true,
      near: frame?.near === true,
      wind: quiet ? 0 : (frame?.wind ?? 0),
      flash: frame && !quiet ? flashOf(frame) : 0,
    },
  ]
}

/** A picture that takes longer than this is painted at every second frame only, ms. */
const DEAR_MS = 7
let cost = 0
let skipped = false

function paint(ms: number): void {
  asked = undefined
  if (!canvas || !painter || !set) return
  skipped = cost > DEAR_MS && !skipped
  if (skipped) {
    ask()
    return
  }
  const began = performance.now()
  const { width, height, dense, hand, quiet } = set
  const [w, h] = [Math.round(width * dense), Math.round(height * dense)]
  if (canvas.width !== w) canvas.width = w
  if (canvas.height !== h) canvas.height = h
  painter.look(hand === 'left' ? { scale: dense, mirrored: w } : { scale: dense })
  painter.clear(set)
  for (const scene of scenesOf(set, quiet ? 0 : ms / 1000)) painter.paint(scene)
  cost = toward(cost, performance.now() - began)
  // where nothing moves by itself it is painted anew when it changes
  if (!quiet) ask()
}

function ask(): void {
  asked ??= requestAnimationFrame(paint)
}

const worker = {
  /** The canvas that is painted on from now on. */
  stage(on: OffscreenCanvas): void {
    canvas = on
    const context = on.getContext('2d')
    painter = context ? new FlamePainter(context, () => new OffscreenCanvas(1, 1)) : undefined
  },
  /** Sets the stage. */
  set(next: StageSet): void {
    set = next
    ask()
  },
  /** Hears from now on how the flame in hand stands. */
  listen(port: MessagePort): void {
    heard?.close()
    heard = port
    frame = undefined
    painted = undefined
    port.onmessage = ({ data }: MessageEvent<Pictured>) => {
      frame = data
      ask()
    }
  },
  /** Nothing is painted while nobody looks. */
  rest(): void {
    if (asked !== undefined) cancelAnimationFrame(asked)
    asked = undefined
  },
  wake: ask,
}
export type FlamePaintWorker = typeof worker
expose(worker)
