import type { PaceState } from '#core/teach/pace-play.ts'
import { dragNow, paceSeen } from '#core/teach/pace-words.ts'
import { hashed, PACER, SPARK, written, type Canvas, type Face, type PaceLook } from './pace-place.ts'

/** The torch over a plate from the side, its flames and jet, and the sparks under it. */

export const FLAME = {
  cone: '#e9f6ff',
  edge: '#6fb6ff',
  plume: '#7fb2ff22',
  ghost: '#6db7a4',
  jet: '#eaf3ff',
} as const
const BRASS = '#b08b3f'
const COLLAR = '#6d5a2c'
const LOST = '#d8502e'
/** By day, against a light ground, what glows is seen darker. */
const DAY_SPARK = ['#f2a31c', '#e0701a', '#b8431a', '#7d2c12'] as const

const SPARKS = 90
/** How fast they fly, px/s, and how long they are seen, s. */
const FLY_PX_S = 420
const SEEN_S = 0.5

/** Sparks: straight down, trailing, or up at whoever holds the torch. */
export function sparks(to: Canvas, state: PaceState, look: PaceLook, { x, z, bottom, top }: Face): void {
  const { sim, at } = state
  const { sparks: how, trails } = paceSeen(state)
  if (how === 'none') return
  const up = how === 'up'
  const from = sim.mode === 'pierce' ? sim.pierceX : sim.front - (up ? 0 : dragNow(state))
  const [ox, oy] = [x(from * 1000), up ? top : bottom]
  const glows = look.light === 'day' ? DAY_SPARK : SPARK
  const t = look.motionless ? 0 : at * sim.dt
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

export function pacerOnFace(to: Canvas, { x, top }: Face, mm: number, plainly: number): void {
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
export function backTo(to: Canvas, look: PaceLook, { x, top, bottom }: Face, mm: number): void {
  to.strokeStyle = LOST
  to.lineWidth = 2
  to.setLineDash([4, 4])
  to.beginPath()
  to.moveTo(x(mm), top - 30)
  to.lineTo(x(mm), bottom + 8)
  to.stroke()
  to.setLineDash([])
  written(to, look, 'back to here', x(mm) + 6, bottom + 22, { colour: LOST })
}

interface TorchDrawn {
  readonly x: number
  /** Tip to work, mm. */
  readonly height: number
  readonly lean: number
  readonly ghost: boolean
}

/** The torch from the side: tip, preheat flames, and the jet while the lever is down. */
export function torchBeside(
  to: Canvas,
  { x, top, s, bottom }: Face,
  torch: TorchDrawn,
  state: PaceState,
): void {
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

/** The body goes on past the sheet's edge, however it leans. */
const BODY_PX = 900

function nozzle(to: Canvas, wide: number): void {
  to.beginPath()
  to.moveTo(-wide * 0.55, 0)
  to.lineTo(wide * 0.55, 0)
  to.lineTo(wide * 0.9, -34)
  to.lineTo(wide * 1.05, -BODY_PX)
  to.lineTo(-wide * 1.05, -BODY_PX)
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
