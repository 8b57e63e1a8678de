import * as clipper from 'clipper-lib'
import type { Problem } from './drawing.ts'
import { boxOf, perimeter, signedArea, type Loop, type Point } from './geometry.ts'
import type { Part } from './loops.ts'

// the package is of the older kind: in Node all of it is the default export
const Clipper = (clipper as unknown as { default?: typeof clipper }).default ?? clipper

/** A closed way of the torch: the middle of the kerf. mm */
export interface KerfLoop {
  readonly part: number
  readonly kind: 'hole' | 'outside'
  readonly loop: Loop
  /** The finished edge that it belongs to. */
  readonly edge: Loop
}

/** Whole thousandths of a mm, in which the polygon library counts. */
const UNITS = 1000
/** How far an offset corner's arc may be cut short, in those. */
const ARC_UNITS = 8

const toPath = (loop: Loop) => loop.map((p) => ({ X: Math.round(p.x * UNITS), Y: Math.round(p.y * UNITS) }))
const toLoop = (path: readonly { X: number; Y: number }[]): Loop =>
  path.map((p) => ({ x: p.X / UNITS, y: p.Y / UNITS }))

/**
 * A loop moved outwards (above 0) or inwards by a distance, with round corners.
 * @param loop anticlockwise or clockwise; the answer runs anticlockwise
 * @param mm distance
 * @returns none when it closes up, several when it falls apart
 */
export function offsetLoop(loop: Loop, mm: number): readonly Loop[] {
  const path = toPath(loop)
  if (!Clipper.Clipper.Orientation(path)) path.reverse()
  const offset = new Clipper.ClipperOffset(2, ARC_UNITS)
  offset.AddPath(path, Clipper.JoinType.jtRound, Clipper.EndType.etClosedPolygon)
  const solution: { X: number; Y: number }[][] = []
  offset.Execute(solution, mm * UNITS)
  return solution
    .map(toLoop)
    .filter((l) => l.length > 2 && Math.abs(signedArea(l)) > 1e-6)
    .sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)))
}

/**
 * The ways of the torch round all parts: half a kerf outside the parts, half a kerf inside their holes.
 * @returns the ways, and what does not come out as drawn, with its place
 */
export function kerfLoops(
  parts: readonly Part[],
  kerfMm: number,
): { readonly loops: readonly KerfLoop[]; readonly problems: readonly Problem[] } {
  const loops: KerfLoop[] = []
  const problems: Problem[] = []
  const half = kerfMm / 2
  parts.forEach((part, index) => {
    const [outside, ...more] = offsetLoop(part.outside, half)
    if (outside) loops.push({ part: index, kind: 'outside', loop: outside, edge: part.outside })
    if (more.length > 0)
      problems.push({
        rank: 'mind',
        code: 'inlet-closes',
        text: `An inlet narrower than the kerf of ${kerfMm.toFixed(1)} mm closes up; what lies behind it is not cut.`,
        at: (more[0] as Loop)[0] as Point,
      })
    tight(part.outside, outside ? [outside, ...more] : [], half, problems)
    for (const hole of part.holes) {
      const [inner, ...others] = offsetLoop(hole, -half)
      if (!inner) {
        problems.push({
          rank: 'stop',
          code: 'hole-inside-kerf',
          text: `This hole is narrower than the kerf of ${kerfMm.toFixed(1)} mm. Drill it and take it out of the drawing.`,
          at: hole[0] as Point,
        })
        continue
      }
      if (others.length > 0)
        problems.push({
          rank: 'mind',
          code: 'neck-closes',
          text: `A neck of this hole is narrower than the kerf of ${kerfMm.toFixed(1)} mm; only the larger part is cut.`,
          at: (others[0] as Loop)[0] as Point,
        })
      loops.push({ part: index, kind: 'hole', loop: inner, edge: hole })
      tight(hole, [inner, ...others], -half, problems)
    }
  })
  tooClose(loops, kerfMm, problems)
  return { loops, problems }
}

/**
 * Where the torch cannot follow the edge. A line offset by h round curves no tighter than h has the area
 * A ± P·h + π·h² (Steiner); what differs from that is lost in inside corners and tight curves.
 */
function tight(edge: Loop, way: readonly Loop[], signedHalf: number, problems: Problem[]): void {
  const half = Math.abs(signedHalf)
  const around = perimeter(edge)
  const smooth = Math.abs(signedArea(edge)) + around * signedHalf + Math.PI * half * half
  const got = way.reduce((sum, l) => sum + Math.abs(signedArea(l)), 0)
  // a sharp inside corner of 90° costs (1 − π/4) of half a kerf squared
  if (Math.abs(got - smooth) < 0.1 * half * half + 1e-4 * around) return
  const at = sharpest(edge, signedHalf > 0)
  problems.push({
    rank: 'note',
    code: 'tight-curve',
    text: `Inside corners and curves tighter than half the kerf come out with a radius of ${half.toFixed(1)} mm.`,
    ...(at ? { at } : {}),
  })
}

/** The point where the edge turns most towards the side that the torch runs on. */
function sharpest(edge: Loop, outside: boolean): Point | undefined {
  const left = signedArea(edge) > 0 ? 1 : -1
  let most = 0
  let found: Point | undefined
  for (let i = 0; i < edge.length; i++) {
    const a = edge[(i + edge.length - 1) % edge.length] as Point
    const b = edge[i] as Point
    const c = edge[(i + 1) % edge.length] as Point
    const turn =
      left *
      Math.atan2(
        (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
        (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
      )
    const inward = outside ? -turn : turn
    if (inward > most) {
      most = inward
      found = b
    }
  }
  return found
}

/** Parts so close that one torch way runs into the other part. */
function tooClose(loops: readonly KerfLoop[], kerfMm: number, problems: Problem[]): void {
  const outsides = loops.filter((l) => l.kind === 'outside')
  const boxes = outsides.map((l) => boxOf(l.loop))
  for (let i = 0; i < outsides.length; i++)
    for (let j = i + 1; j < outsides.length; j++) {
      const [a, b] = [boxes[i], boxes[j]]
      if (!a || !b || a.maxX < b.minX || b.maxX < a.minX || a.maxY < b.minY || b.maxY < a.minY) continue
      const clip = new Clipper.Clipper()
      clip.AddPath(toPath((outsides[i] as KerfLoop).loop), Clipper.PolyType.ptSubject, true)
      clip.AddPath(toPath((outsides[j] as KerfLoop).edge), Clipper.PolyType.ptClip, true)
      const both: { X: number; Y: number }[][] = []
      clip.Execute(Clipper.ClipType.ctIntersection, both)
      const shared = both.map(toLoop)
      const area = shared.reduce((sum, l) => sum + Math.abs(signedArea(l)), 0)
      const smaller = Math.min(
        Math.abs(signedArea((outsides[i] as KerfLoop).edge)),
        Math.abs(signedArea((outsides[j] as KerfLoop).edge)),
      )
      // a part inside another's hole overlaps it wholly in this count
      if (area > 1e-3 && area < smaller * 0.99)
        problems.push({
          rank: 'stop',
          code: 'parts-too-close',
          text: `Two parts lie closer than the kerf of ${kerfMm.toFixed(1)} mm: cutting one cuts into the other. Move them apart.`,
          at: (shared[0] as Loop)[0] as Point,
        })
    }
}
