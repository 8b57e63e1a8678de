import { MISSED } from '#core/cut-sim/pace-sim.ts'
import type { Places } from '#core/cut-sim/read-off.ts'
import type { PaceState } from '#core/teach/pace-play.ts'
import type { Light } from './flame-paint.ts'
import {
  dot,
  hashed,
  INK,
  isRound,
  lengthMm,
  PACER,
  type Canvas,
  type PaceLook,
  type PlanPlace,
} from './pace-place.ts'

/** A plate that is cut, from above: line, kerf, beads, guide and torch. */

const GUIDE = '#7f8a90'
const FLAME_SPOT = '#6fb6ff'

export function quad(
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
export function line(to: Canvas, state: PaceState, look: PaceLook, at: PlanPlace): void {
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
export function kerfFromAbove(
  to: Canvas,
  state: PaceState,
  places: Places,
  look: PaceLook,
  at: PlanPlace,
): void {
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

/** The bar that the torch runs along. */
export function guideOn(to: Canvas, state: PaceState, at: PlanPlace): void {
  to.fillStyle = GUIDE
  const length = lengthMm(state)
  const steps = isRound(state) ? 60 : 1
  for (let k = 0; k < steps; k++) quad(to, at, [(k / steps) * length, ((k + 1) / steps) * length], [-10, -13])
}

/** Where a hand of the planned pace would be. */
export function pacer(to: Canvas, state: PaceState, at: PlanPlace, x: number, plainly: number): void {
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

export function torchFromAbove(
  to: Canvas,
  [x, y]: readonly [number, number],
  colour: string,
  lit: boolean,
): void {
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
  to.fillStyle = FLAME_SPOT
  for (let k = 0; k < 6; k++) {
    const a = (k * Math.PI) / 3 + 0.3
    dot(to, [x + Math.cos(a) * 6, y + Math.sin(a) * 6], 2.2)
  }
}
