/** A point of a drawing, mm: drawings are kept in mm, and turned into SI where a plan takes them over. */
export interface Point {
  readonly x: number
  readonly y: number
}

/** A closed line, its last point not the same as its first. */
export type Loop = readonly Point[]

export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)

/** Area inside a loop, mm²: above 0 when it runs anticlockwise. */
export function signedArea(loop: Loop): number {
  let sum = 0
  for (let i = 0; i < loop.length; i++) {
    const a = loop[i] as Point
    const b = loop[(i + 1) % loop.length] as Point
    sum += a.x * b.y - b.x * a.y
  }
  return sum / 2
}

/** Once round a loop, mm. */
export function perimeter(loop: Loop): number {
  let sum = 0
  for (let i = 0; i < loop.length; i++)
    sum += distance(loop[i] as Point, loop[(i + 1) % loop.length] as Point)
  return sum
}

export interface Box {
  readonly minX: number
  readonly minY: number
  readonly maxX: number
  readonly maxY: number
}

export function boxOf(points: Iterable<Point>): Box {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const p of points) {
    if (p.x < minX) minX = p.x
    if (p.y < minY) minY = p.y
    if (p.x > maxX) maxX = p.x
    if (p.y > maxY) maxY = p.y
  }
  return { minX, minY, maxX, maxY }
}

/** Whether a point lies inside a loop (crossings of a ray; points on the line itself count to either side). */
export function inside(p: Point, loop: Loop): boolean {
  let is = false
  for (let i = 0, j = loop.length - 1; i < loop.length; j = i++) {
    const a = loop[i] as Point
    const b = loop[j] as Point
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) is = !is
  }
  return is
}

/** Distance of a point from a stretch of line, and the nearest point of it. */
export function nearestOn(p: Point, a: Point, b: Point): { at: Point; distance: number } {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const length2 = dx * dx + dy * dy
  const t = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length2))
  const at = { x: a.x + t * dx, y: a.y + t * dy }
  return { at, distance: distance(p, at) }
}

/** The point of a loop that is nearest to another, and after which of its points it lies. */
export function nearestOnLoop(p: Point, loop: Loop): { at: Point; distance: number; index: number } {
  let best = { at: loop[0] as Point, distance: Infinity, index: 0 }
  for (let i = 0; i < loop.length; i++) {
    const found = nearestOn(p, loop[i] as Point, loop[(i + 1) % loop.length] as Point)
    if (found.distance < best.distance) best = { ...found, index: i }
  }
  return best
}

/** Where two stretches cross in their insides, or undefined. */
export function crossing(a: Point, b: Point, c: Point, d: Point): Point | undefined {
  const [rx, ry, sx, sy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y]
  const cross = rx * sy - ry * sx
  if (Math.abs(cross) < 1e-12) return undefined
  const t = ((c.x - a.x) * sy - (c.y - a.y) * sx) / cross
  const u = ((c.x - a.x) * ry - (c.y - a.y) * rx) / cross
  const edge = 1e-9
  return t > edge && t < 1 - edge && u > edge && u < 1 - edge
    ? { x: a.x + t * rx, y: a.y + t * ry }
    : undefined
}

/** An arc as points from its start to its end, no further from it than the tolerance. Angles in rad; mm. */
export function arcPoints(
  centre: Point,
  radius: number,
  start: number,
  sweep: number,
  tolerance: number,
): Point[] {
  const steps = arcSteps(radius, sweep, tolerance)
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = start + (sweep * i) / steps
    return { x: centre.x + radius * Math.cos(angle), y: centre.y + radius * Math.sin(angle) }
  })
}

const MOST_ARC_STEPS = 2000

/** How many chords an arc takes so that each stays within the tolerance. */
export function arcSteps(radius: number, sweep: number, tolerance: number): number {
  const half = Math.acos(Math.max(-1, Math.min(1, 1 - tolerance / Math.max(radius, tolerance))))
  return Math.min(MOST_ARC_STEPS, Math.max(1, Math.ceil(Math.abs(sweep) / (2 * Math.max(half, 1e-3)))))
}

/** A cubic curve as points after its start, each chord within the tolerance. */
export function cubicPoints(p0: Point, p1: Point, p2: Point, p3: Point, tolerance: number): Point[] {
  // a chord of n pieces is off by at most |second difference| / (8 n²) times 6
  const bend = Math.max(
    Math.hypot(p0.x - 2 * p1.x + p2.x, p0.y - 2 * p1.y + p2.y),
    Math.hypot(p1.x - 2 * p2.x + p3.x, p1.y - 2 * p2.y + p3.y),
  )
  const n = Math.min(MOST_ARC_STEPS, Math.max(1, Math.ceil(Math.sqrt((6 * bend) / (8 * tolerance)))))
  return Array.from({ length: n }, (_, i) => {
    const t = (i + 1) / n
    const s = 1 - t
    const [a, b, c, d] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
    return { x: a * p0.x + b * p1.x + c * p2.x + d * p3.x, y: a * p0.y + b * p1.y + c * p2.y + d * p3.y }
  })
}
