import type { FlameLook } from '#core/flame/card.ts'

/** A point of a flame: x away from the tip, y across it, in the drawing's own units. */
export type FlamePoint = readonly [x: number, y: number]

/** What glows: the hot gas round it, its soot, the feather of what is over, the cone, and the white heart of a cone. */
export type FlamePart = 'envelope' | 'soot' | 'feather' | 'cone' | 'heart'

/** One translucent sheet of a flame. */
export interface FlameLayer {
  readonly part: FlamePart
  readonly outline: readonly FlamePoint[]
  /** How much of its colour it adds, 0 to 1. */
  readonly strength: number
}

/** A port as it is seen from the side. */
export interface SeenPort {
  /** Across the tip. */
  readonly y: number
  /** Length of its cone over that of a clean port. */
  readonly long: number
  /** Seen behind others: dimmer. */
  readonly behind?: boolean
}

/** Where a flame lies and how fine it is drawn. */
export interface FlamePlace {
  /** Length of the cone of the tip's own full neutral flame. */
  readonly unit: number
  /** Half of what a cone is wide at the tip. */
  readonly half: number
  readonly ports: readonly SeenPort[]
  /** How far it may reach. */
  readonly most?: number
  /** It stands off the tip. */
  readonly lifted?: boolean
  /** Sheets of the envelope and of a feather, laid over each other: more are softer. */
  readonly sheets: { readonly envelope: number; readonly feather: number }
}

const STEPS = 22
const spread = (n: number): readonly number[] => Array.from({ length: n + 1 }, (_, i) => i / n)
const SIDE = spread(STEPS)

/** A shape from its half width at each share of its length, above and back below. */
function around(long: number, y: number, width: (s: number) => number): readonly FlamePoint[] {
  const top = SIDE.map((s): FlamePoint => [s * long, y - width(s)])
  const below = [...SIDE].reverse().map((s): FlamePoint => [s * long, y + width(s)])
  return [...top, ...below]
}

/** A drop from the tip to its point: a blunt one keeps its width, a sharp one runs straight. */
const drop = (long: number, y: number, half: number, blunt: number) =>
  around(long, y, (s) => half * (1 - s ** (1.1 + 2.2 * blunt)) ** 0.85)

/** The envelope: widest a third along, drawn out to nothing; rounded at its foot where it does not sit on the tip. */
const envelope = (long: number, half: number, wide: number, lifted: boolean) =>
  around(long, 0, (s) => {
    const foot = half * (1 - s) ** 2 + wide * 2.45 * Math.sqrt(s) * (1 - s) ** 1.15
    return lifted ? foot * Math.min(1, Math.sqrt(s * 9)) : foot
  })

/** How narrow oxygen blows the envelope. */
const lean = ({ mixture }: FlameLook) => (mixture > 1.08 ? 0.8 : 1)

/** With a trace of oxygen there is hardly a cone yet: how clear it has become. */
const formed = ({ mixture }: FlameLook) => Math.min(1, Math.max(0, (mixture - 0.15) / 0.4))

/**
 * A flame as translucent sheets, from the outside in: what every picture of a flame is drawn from.
 * @param look lengths in cones
 */
export function flameLayers(look: FlameLook, place: FlamePlace): readonly FlameLayer[] {
  const { unit, half, ports, most = Infinity, sheets, lifted = false } = place
  const reach = Math.min(most, look.envelope * unit * 1.05)
  const widest = Math.max(half, ...ports.map((p) => Math.abs(p.y) + half * 0.7))
  const wide = (widest * 0.75 + half * 1.1 + reach * 0.045) * lean(look)
  const layers: FlameLayer[] = []
  for (const t of spread(Math.max(1, sheets.envelope - 1)))
    layers.push({
      part: 'envelope',
      outline: envelope(reach * (1 - 0.3 * t), widest * (1 - 0.5 * t), wide * (1 - 0.72 * t), lifted),
      strength: (1 / sheets.envelope) * (0.7 + 0.6 * t),
    })
  if (look.soot > 0)
    for (const t of spread(Math.max(1, sheets.envelope - 1)))
      layers.push({
        part: 'soot',
        outline: envelope(
          reach * (0.98 - 0.42 * t),
          widest * (0.9 - 0.5 * t),
          wide * (0.86 - 0.6 * t),
          lifted,
        ),
        strength: (look.soot / sheets.envelope) * (0.6 + 0.9 * t),
      })
  const order = [...ports].sort((a, b) => Number(b.behind === true) - Number(a.behind === true))
  if (look.feather > look.cone * 1.02)
    for (const port of order)
      for (const t of spread(Math.max(1, sheets.feather - 1)))
        layers.push({
          part: 'feather',
          outline: drop(
            Math.min(most, (look.cone + (look.feather - look.cone) * (1 - 0.45 * t)) * unit * port.long),
            port.y,
            half * (1.75 - 0.7 * t),
            0.3,
          ),
          strength: (((port.behind ? 0.5 : 1) * formed(look)) / sheets.feather) * (0.6 + 0.8 * t),
        })
  if (look.cone > 0)
    for (const port of order) {
      const strength = (port.behind ? 0.55 : 1) * formed(look)
      const long = Math.min(most, look.cone * unit * port.long)
      layers.push({ part: 'cone', outline: drop(long, port.y, half, look.blunt), strength })
      layers.push({
        part: 'heart',
        outline: drop(long * 0.86, port.y, half * 0.62, look.blunt),
        strength,
      })
    }
  return layers
}

/**
 * The ports of a tip as they are seen from the side: one in the middle, or a ring of them.
 * @param longs length of each port's cone over that of a clean one
 * @param ring radius of their ring
 */
export function portsSeen(longs: readonly number[], ring: number): readonly SeenPort[] {
  if (longs.length <= 1) return [{ y: 0, long: longs[0] ?? 1 }]
  return longs.map((long, i) => {
    const turn = (i / longs.length) * 2 * Math.PI
    return { y: -Math.cos(turn) * ring, long, behind: Math.sin(turn) < -0.01 }
  })
}
