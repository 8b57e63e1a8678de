import type { SeenFlame } from '#core/flame/seen.ts'
import { flameLayers, portsSeen, type FlamePart, type FlamePoint } from './flame-layers.ts'

/** How the flame is looked at: by day, in a dim shed, through a shade. */
export const LIGHTS = ['day', 'shed', 'shade'] as const
export type Light = (typeof LIGHTS)[number]

/** A torch as it is painted: m. */
export interface PaintedTip {
  readonly coneM: number
  readonly portM: number
  readonly jetM?: number | undefined
  /** By what its mixture is told: what does not show it burns all but unseen. */
  readonly sign: 'feather' | 'cones' | 'meters'
}

/** One moment of the stage. Lengths in px of the page. */
export interface Scene {
  readonly width: number
  readonly height: number
  readonly light: Light
  readonly tip: PaintedTip
  /** Height of the tip's middle. */
  readonly y: number
  /** Length of the cone of a full neutral flame. */
  readonly unit: number
  /** None while it is out. */
  readonly seen?: SeenFlame | undefined
  /** Length of each port's cone over that of a clean one. */
  readonly ports: readonly number[]
  readonly warm: number
  readonly jet: boolean
  readonly near: boolean
  /** m/s across the tip. */
  readonly wind: number
  /** s; stands still for whoever wants no motion. */
  readonly time: number
  /** Left of a bang or a pop, 1 to 0. */
  readonly flash: number
}

type Rgb = readonly [number, number, number]
/** What a light lets through of each part, and tints it with. */
const LIGHT: Readonly<
  Record<Light, { readonly tint: Rgb; readonly gains: Readonly<Record<FlamePart, number>> }>
> = {
  day: { tint: [1, 1, 1], gains: { envelope: 0.34, soot: 0.8, feather: 0.5, cone: 1, heart: 1 } },
  shed: { tint: [1, 1, 1], gains: { envelope: 1, soot: 1, feather: 0.8, cone: 1, heart: 1 } },
  shade: { tint: [0.5, 0.95, 0.55], gains: { envelope: 0.14, soot: 0.75, feather: 0.62, cone: 1, heart: 1 } },
}
const BACKGROUND: Readonly<Record<Light, readonly [string, string]>> = {
  day: ['#a9b1b3', '#8d979a'],
  shed: ['#1a2023', '#0b0e0f'],
  shade: ['#0a1f16', '#05100b'],
}
/** The tip and its torch: light and dark of brass and steel. */
const METALS: Readonly<Record<Light, Readonly<Record<'brass' | 'shine' | 'steel' | 'plate', string>>>> = {
  day: { brass: '#b08b3f', shine: '#e2c987', steel: '#5d676c', plate: '#6c767a' },
  shed: { brass: '#8d6c2f', shine: '#c9a75c', steel: '#3a4246', plate: '#2b3235' },
  shade: { brass: '#2c4a2a', shine: '#3f6b3f', steel: '#16291f', plate: '#0f2117' },
}

/** Sheets on the stage: enough to be soft. */
const SHEETS = { envelope: 10, feather: 6 } as const
/** How bright each part is from the tip to its end: the envelope brightens as air comes to it, soot when it is hot. */
const PROFILES: Readonly<Record<FlamePart, readonly number[]>> = {
  envelope: [0.5, 0.86, 1, 0.94, 0.76, 0.52, 0.28, 0.1, 0],
  soot: [0.1, 0.5, 0.85, 1, 0.95, 0.75, 0.48, 0.2, 0],
  feather: [0.7, 0.75, 0.8, 0.75, 0.5, 0.12],
  cone: [0.9, 1, 1, 0.95],
  heart: [1, 1, 1, 0.9],
}
/** The glow is painted so much coarser, and drawn out smoothly: soft, and quick. */
const COARSE = 2
/** So far above and below its middle a flame glows, of its length, swaying and rising. */
const BAND = 0.42
/** A point of the glow and its neighbours. */
const NEIGHBOURS = [
  [0, 0],
  [1.5, 0],
  [0, 1.5],
  [-1, -1],
] as const
/** Where the tip ends, as a share of the width. */
export const TIP_AT = 0.24
/** So much of the width is the envelope of the full neutral flame. */
const REACH = 0.6
/** Cones of that envelope. */
const CONES = 7
/** Where the plate stands, in cones from the tip. */
const PLATE_AT = 4.6

/** Length of a cone on a stage so wide, px. */
export const unitOf = (width: number): number => (width * REACH) / CONES

/** Half of what the mouth of a tip is wide, px. */
export const mouthOf = (tip: PaintedTip, unit: number): number =>
  Math.max(10, ((ringOf(tip) + tip.portM) / tip.coneM) * unit)

/** Radius of the ring of ports, m: round the jet, where there is one. */
const ringOf = ({ portM, jetM }: PaintedTip) =>
  jetM === undefined ? portM * 1.6 : 0.0007 + 0.9 * (jetM + portM)

const mix = (a: Rgb, b: Rgb, t: number): Rgb => {
  const u = Math.min(1, Math.max(0, t))
  return [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u, a[2] + (b[2] - a[2]) * u]
}
const css = ([r, g, b]: Rgb, a: number) =>
  `rgba(${r.toFixed(0)},${g.toFixed(0)},${b.toFixed(0)},${Math.min(1, Math.max(0, a)).toFixed(3)})`

/** Colours of each part at the tip and at its end, by the mixture: CH and C₂ make the cone, CO the envelope, soot glows. */
function glowOf(
  part: FlamePart,
  mixture: number,
  sign: PaintedTip['sign'],
): { near: Rgb; far: Rgb; gain: number } {
  const lean = (mixture - 1) / 0.4
  const rich = (1 - mixture) / 0.35
  switch (part) {
    case 'envelope':
      return {
        near: mix(mix([64, 108, 255], [128, 108, 255], lean), [120, 140, 235], rich),
        far: mix(mix([112, 84, 190], [70, 58, 170], lean), [255, 168, 96], rich * 0.8),
        gain: sign === 'meters' ? 0.09 : 0.62,
      }
    case 'soot':
      return { near: [255, 190, 84], far: [255, 104, 14], gain: 1.15 }
    case 'feather':
      return { near: [150, 190, 255], far: [176, 208, 255], gain: 0.6 }
    case 'cone':
      return {
        near: mix(mix([40, 140, 255], [132, 96, 255], lean), [110, 180, 255], rich),
        far: mix(mix([150, 205, 255], [190, 170, 255], lean), [190, 220, 255], rich),
        gain: sign === 'meters' ? 0.12 : 0.9,
      }
    case 'heart':
      return {
        near: sign === 'feather' ? [222, 240, 255] : [110, 196, 255],
        far: sign === 'feather' ? [255, 255, 255] : [200, 236, 255],
        gain: sign === 'meters' ? 0.08 : sign === 'feather' ? 1 : 0.75,
      }
  }
}

type Context = OffscreenCanvasRenderingContext2D
/** A sheet of its own to paint on. */
type Sheet = OffscreenCanvas

/** Sways and heaves of a flame at a place along it: it rises as what is hot and slow rises, and bends in wind. */
function warpOf(scene: Scene, seen: SeenFlame, reach: number) {
  const beat = scene.time * seen.heaves * 2 * Math.PI
  const gust = 1 + 0.35 * Math.sin(scene.time * 1.7) + 0.2 * Math.sin(scene.time * 4.3)
  return ([x, y]: FlamePoint): FlamePoint => {
    const s = Math.max(0, x / reach)
    const sway =
      seen.sways *
      reach *
      s ** 1.4 *
      (Math.sin(beat - 6.2 * s) * 0.6 + Math.sin(beat * 2.3 - 11 * s + 1) * 0.3)
    const rise = -Math.min(0.28, seen.sways * 1.7) * reach * s * s
    const blown = scene.wind * 0.028 * gust * reach * s ** 1.5
    const breath = 1 + Math.min(0.16, 0.03 + seen.sways) * Math.sin(beat - 9 * s) * s
    return [x, y * breath + sway + rise + blown]
  }
}

const trace = (context: Context, outline: readonly FlamePoint[]) => {
  context.beginPath()
  outline.forEach(([x, y], i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)))
  context.closePath()
}

/** Paints the stage of the flame bench. It keeps the coarse sheet that glow is painted on. */
export class FlamePainter {
  private readonly glow: Sheet
  private readonly soft: Sheet

  /** @param sheet gives a new sheet: of any size, it is made as large as it has to be */
  constructor(
    private readonly context: Context,
    sheet: () => Sheet,
  ) {
    this.glow = sheet()
    this.soft = sheet()
  }

  /** How what is painted lies on the canvas: so many of its px for one, mirrored across so many. */
  look({ scale, mirrored }: { readonly scale: number; readonly mirrored?: number }): void {
    if (mirrored === undefined) this.context.setTransform(scale, 0, 0, scale, 0, 0)
    else this.context.setTransform(-scale, 0, 0, scale, mirrored, 0)
  }

  /** Empties the stage, and puts up its background, the plate and what stands still. */
  clear({ width, height, light }: Pick<Scene, 'width' | 'height' | 'light'>): void {
    const { context } = this
    const [near, far] = BACKGROUND[light]
    const wall = context.createRadialGradient(
      width * 0.5,
      height * 0.45,
      0,
      width * 0.5,
      height * 0.45,
      width * 0.75,
    )
    wall.addColorStop(0, near)
    wall.addColorStop(1, far)
    context.globalCompositeOperation = 'source-over'
    context.fillStyle = wall
    context.fillRect(0, 0, width, height)
  }

  /** Paints one torch with its flame over what is there. */
  paint(scene: Scene): void {
    const { context } = this
    const at = scene.width * TIP_AT
    context.save()
    context.translate(at, scene.y)
    if (scene.near) this.plate(scene)
    if (scene.seen) this.flame(scene, scene.seen)
    this.torch(scene)
    if (scene.flash > 0) {
      context.globalCompositeOperation = 'lighter'
      const burst = context.createRadialGradient(0, 0, 0, 0, 0, scene.unit * 2.2)
      burst.addColorStop(0, css([255, 236, 200], scene.flash))
      burst.addColorStop(1, css([255, 150, 60], 0))
      context.fillStyle = burst
      context.fillRect(-scene.unit * 2.2, -scene.unit * 2.2, scene.unit * 4.4, scene.unit * 4.4)
    }
    context.restore()
  }

  private plate({ light, unit, height, y }: Scene): void {
    const { context } = this
    context.globalCompositeOperation = 'source-over'
    context.fillStyle = METALS[light].plate
    context.fillRect(PLATE_AT * unit, -y, unit * 0.5, height)
    context.fillStyle = METALS[light].steel
    context.fillRect(PLATE_AT * unit, -y, 2, height)
  }

  private flame(scene: Scene, seen: SeenFlame): void {
    const { context } = this
    const { tip, light, unit } = scene
    const ring = (ringOf(tip) / tip.coneM) * unit
    const half = (tip.portM / 2 / tip.coneM) * unit
    const gap = seen.gap * unit
    const most = (scene.near ? PLATE_AT * unit : scene.width * (1 - TIP_AT)) - gap
    const layers = flameLayers(seen.look, {
      unit,
      half,
      ports: portsSeen(scene.ports, ring),
      lifted: gap > 0,
      sheets: SHEETS,
    })
    const reach = Math.max(seen.look.envelope, seen.look.cone) * unit
    const warp = warpOf(scene, seen, reach)
    const { tint, gains } = LIGHT[light]
    const fill = (into: Context, part: FlamePart, long: number, strength: number) => {
      const { near, far, gain } = glowOf(part, seen.look.mixture, tip.sign)
      const tinted = (c: Rgb): Rgb => [c[0] * tint[0], c[1] * tint[1], c[2] * tint[2]]
      // glowing soot outshines the gas round it
      const veiled = part === 'envelope' ? 1 - 0.88 * seen.look.soot : 1
      const alpha = gain * gains[part] * strength * veiled
      const gradient = into.createLinearGradient(0, 0, long, 0)
      PROFILES[part].forEach((share, i, all) => {
        const at = i / (all.length - 1)
        gradient.addColorStop(at, css(tinted(mix(near, far, at)), alpha * share))
      })
      into.fillStyle = gradient
      into.fill()
    }
    context.save()
    if (scene.near) {
      context.beginPath()
      context.rect(-scene.width, -scene.y, scene.width + PLATE_AT * unit, scene.height)
      context.clip()
    }
    this.glowing(scene, reach, gap, (into) => {
      for (const { part, outline, strength } of layers) {
        if (part !== 'envelope' && part !== 'soot') continue
        trace(into, outline.map(warp))
        fill(into, part, reach, strength)
      }
    })
    context.translate(gap, 0)
    if (seen.smoke > 0.02) this.smoke(scene, seen, reach, warp)
    context.globalCompositeOperation = 'lighter'
    if (scene.jet) this.jet(scene, reach)
    for (const { part, outline, strength } of layers) {
      if (part === 'envelope' || part === 'soot') continue
      const shimmer = 1 + 0.012 * Math.sin(scene.time * 47 + outline.length) * (0.4 + seen.hiss)
      const shape = outline.map(([x, y]): FlamePoint => {
        const [px, py] = warp([x, y])
        return [px * shimmer, y + (py - y) * 0.35]
      })
      trace(context, shape)
      fill(
        context,
        part,
        Math.min(most, part === 'feather' ? seen.look.feather * unit : seen.look.cone * unit),
        strength,
      )
    }
    context.restore()
    if (scene.near) this.splash(scene, seen)
  }

  /** Paints what glows on a coarse sheet no larger than it needs, and lays that over what is there. */
  private glowing(scene: Scene, reach: number, gap: number, draw: (into: Context) => void): void {
    const { context, glow, soft } = this
    const into = glow.getContext('2d')
    const over = soft.getContext('2d')
    if (!into || !over) return
    const half = Math.max(mouthOf(scene.tip, scene.unit) * 1.8, reach * BAND)
    const top = Math.max(-scene.y, -half)
    const long = Math.min(scene.width * (1 - TIP_AT), gap + reach * 1.05)
    const w = Math.ceil(long / COARSE)
    const h = Math.ceil((Math.min(scene.height - scene.y, half) - top) / COARSE)
    if (w < 1 || h < 1) return
    for (const sheet of [glow, soft]) {
      if (sheet.width < w) sheet.width = w
      if (sheet.height < h) sheet.height = h
    }
    into.setTransform(1, 0, 0, 1, 0, 0)
    into.globalCompositeOperation = 'source-over'
    into.clearRect(0, 0, w, h)
    into.setTransform(1 / COARSE, 0, 0, 1 / COARSE, gap / COARSE, -top / COARSE)
    into.globalCompositeOperation = 'lighter'
    draw(into)
    // each point with its neighbours: what the browser dithers is smooth again
    over.globalCompositeOperation = 'source-over'
    over.globalAlpha = 1
    over.clearRect(0, 0, w, h)
    over.globalCompositeOperation = 'lighter'
    over.globalAlpha = 1 / NEIGHBOURS.length
    for (const [dx, dy] of NEIGHBOURS) over.drawImage(glow, 0, 0, w, h, dx, dy, w, h)
    context.globalCompositeOperation = 'lighter'
    context.imageSmoothingEnabled = true
    context.drawImage(soft, 0, 0, w, h, 0, top, w * COARSE, h * COARSE)
  }

  /** Soot that drifts up from the end of a flame that is short of air. */
  private smoke(scene: Scene, seen: SeenFlame, reach: number, warp: (p: FlamePoint) => FlamePoint): void {
    const { context } = this
    context.globalCompositeOperation = 'source-over'
    const dark = scene.light === 'day' ? 0.34 : 0.5
    for (let i = 0; i < 9; i++) {
      const life = (scene.time * 0.35 + i / 9) % 1
      const [x, y] = warp([reach * (0.78 + 0.5 * life), 0])
      const size = reach * (0.04 + 0.085 * life)
      const puff = context.createRadialGradient(
        x,
        y - reach * 0.2 * life * life,
        0,
        x,
        y - reach * 0.2 * life * life,
        size,
      )
      puff.addColorStop(0, css([16, 14, 12], dark * seen.smoke * (1 - life)))
      puff.addColorStop(1, css([16, 14, 12], 0))
      context.fillStyle = puff
      context.fillRect(x - size, y - reach * 0.2 - size, size * 2, reach * 0.2 + size * 2)
    }
  }

  /** The cutting oxygen: a straight, clear needle through the flame. */
  private jet({ tip, unit, light }: Scene, reach: number): void {
    const { context } = this
    const half = ((tip.jetM ?? 0) / 2 / tip.coneM) * unit
    const long = reach * 1.15
    const clear = context.createLinearGradient(0, 0, long, 0)
    const strength = light === 'day' ? 0.28 : light === 'shed' ? 0.3 : 0.16
    clear.addColorStop(0, css([190, 205, 255], strength))
    clear.addColorStop(1, css([150, 170, 255], 0))
    context.fillStyle = clear
    context.beginPath()
    context.moveTo(0, -half)
    context.lineTo(long, -half * 0.5)
    context.lineTo(long, half * 0.5)
    context.lineTo(0, half)
    context.fill()
  }

  /** What the plate throws back. */
  private splash({ unit, light, tip }: Scene, seen: SeenFlame): void {
    const { context } = this
    const x = PLATE_AT * unit
    const strong =
      Math.min(1, seen.look.envelope / 7) * LIGHT[light].gains.envelope * (tip.sign === 'meters' ? 0.1 : 0.5)
    context.save()
    context.globalCompositeOperation = 'lighter'
    context.translate(x, 0)
    context.scale(0.32, 1)
    const glow = context.createRadialGradient(0, 0, 0, 0, 0, unit * 1.9)
    const colour: Rgb = seen.look.soot > 0.4 ? [255, 160, 70] : [90, 120, 255]
    glow.addColorStop(0, css(colour, strong))
    glow.addColorStop(1, css(colour, 0))
    context.fillStyle = glow
    context.fillRect(-unit * 2, -unit * 2, unit * 2, unit * 4)
    context.restore()
  }

  /** The tip on its torch, brass and steel, red hot where it starves. */
  private torch({ tip, unit, light, warm, width }: Scene): void {
    const { context } = this
    const mouth = mouthOf(tip, unit)
    const back = mouth * 1.55
    const { brass, shine, steel } = METALS[light]
    context.globalCompositeOperation = 'source-over'
    const round = (from: number, to: number, dark: string, bright: string) => {
      const gradient = context.createLinearGradient(0, -from, 0, to)
      gradient.addColorStop(0, dark)
      gradient.addColorStop(0.35, bright)
      gradient.addColorStop(1, dark)
      return gradient
    }
    context.fillStyle = round(back * 0.8, back * 0.8, steel, light === 'day' ? '#8c989d' : steel)
    context.fillRect(-width * TIP_AT, -back * 0.72, width * TIP_AT - back * 3.2, back * 1.44)
    context.fillStyle = round(back, back, brass, shine)
    context.beginPath()
    context.moveTo(-back * 3.4, -back)
    context.lineTo(-back * 1.5, -back)
    context.lineTo(0, -mouth)
    context.lineTo(0, mouth)
    context.lineTo(-back * 1.5, back)
    context.lineTo(-back * 3.4, back)
    context.fill()
    // its face and the groove that the nut sits behind
    context.fillStyle = round(mouth, mouth, steel, brass)
    context.fillRect(-Math.max(3, mouth * 0.12), -mouth, Math.max(3, mouth * 0.12), mouth * 2)
    context.fillStyle = steel
    context.fillRect(-back * 1.5, -back, 2, back * 2)
    context.fillRect(-back * 2.9, -back, 2, back * 2)
    if (warm > 0.25) {
      context.globalCompositeOperation = 'lighter'
      const hot = context.createLinearGradient(0, 0, -back * 1.6, 0)
      hot.addColorStop(0, css([255, 74, 20], (warm - 0.25) * 0.75))
      hot.addColorStop(1, css([255, 40, 0], 0))
      context.fillStyle = hot
      context.beginPath()
      context.moveTo(0, -mouth)
      context.lineTo(0, mouth)
      context.lineTo(-back * 1.5, back)
      context.lineTo(-back * 1.5, -back)
      context.fill()
    }
  }
}
