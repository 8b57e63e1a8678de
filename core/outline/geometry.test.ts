import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  arcPoints,
  boxOf,
  crossing,
  cubicPoints,
  distance,
  inside,
  nearestOn,
  nearestOnLoop,
  perimeter,
  signedArea,
  type Point,
} from './geometry.ts'

const coordinate = fc.double({ min: -100, max: 100, noNaN: true })
const point = fc.record({ x: coordinate, y: coordinate })
const SQUARE = [
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 10 },
  { x: 0, y: 10 },
]

describe('areas and lengths', () => {
  it('turn with the loop, and stay when it is moved', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 12 }), point, (loop, by) => {
        const moved = loop.map((p) => ({ x: p.x + by.x, y: p.y + by.y }))
        expect(signedArea([...loop].reverse())).toBeCloseTo(-signedArea(loop), 5)
        expect(signedArea(moved)).toBeCloseTo(signedArea(loop), 4)
        expect(perimeter(moved)).toBeCloseTo(perimeter(loop), 6)
        const box = boxOf(loop)
        expect(Math.abs(signedArea(SQUARE))).toBe(100)
        for (const p of loop) expect(p.x >= box.minX && p.x <= box.maxX && p.y >= box.minY).toBe(true)
      }),
    )
  })
})

describe('arcs and curves', () => {
  it('keep every chord of an arc within the tolerance, and its points on it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 500, noNaN: true }),
        fc.double({ min: -6.28, max: 6.28, noNaN: true }),
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        (radius, sweep, tolerance) => {
          const points = arcPoints({ x: 3, y: -2 }, radius, 0.4, sweep, tolerance)
          points.forEach((p, i) => {
            expect(distance(p, { x: 3, y: -2 })).toBeCloseTo(radius, 6)
            const q = points[i - 1]
            if (!q) return
            const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }
            expect(radius - distance(middle, { x: 3, y: -2 })).toBeLessThan(tolerance * 1.001 + 1e-9)
          })
        },
      ),
    )
  })
  it('keep a cubic within the tolerance of its chords, and end where it ends', () => {
    fc.assert(
      fc.property(point, point, point, point, (a, b, c, d) => {
        const tolerance = 0.05
        const points = [a, ...cubicPoints(a, b, c, d, tolerance)]
        expect(points.at(-1)?.x).toBeCloseTo(d.x, 9)
        const at = (t: number): Point => {
          const s = 1 - t
          const mix = (k: 'x' | 'y') =>
            s ** 3 * a[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t ** 3 * d[k]
          return { x: mix('x'), y: mix('y') }
        }
        for (let i = 0; i <= 40; i++) {
          const p = at(i / 40)
          const off = Math.min(...points.slice(1).map((q, n) => nearestOn(p, points[n] as Point, q).distance))
          expect(off).toBeLessThan(tolerance * 1.01)
        }
      }),
      { numRuns: 50 },
    )
  })
})

describe('nearness and crossings', () => {
  it('find the nearest point of a stretch: no point of it is nearer', () => {
    fc.assert(
      fc.property(point, point, point, fc.double({ min: 0, max: 1, noNaN: true }), (p, a, b, t) => {
        const found = nearestOn(p, a, b)
        const other = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }
        expect(found.distance).toBeLessThanOrEqual(distance(p, other) + 1e-9)
        expect(distance(p, found.at)).toBeCloseTo(found.distance, 9)
      }),
    )
    expect(nearestOnLoop({ x: 5, y: -3 }, SQUARE)).toMatchObject({
      at: { x: 5, y: 0 },
      distance: 3,
      index: 0,
    })
  })
  it('know inside from outside of a square', () => {
    fc.assert(
      fc.property(point, (p) => {
        const edge = Math.min(...[p.x, p.y, 10 - p.x, 10 - p.y].map(Math.abs))
        if (edge < 1e-9) return
        expect(inside(p, SQUARE)).toBe(p.x > 0 && p.x < 10 && p.y > 0 && p.y < 10)
      }),
    )
  })
  it('name the point in which two stretches cross, from either side the same', () => {
    fc.assert(
      fc.property(point, point, point, point, (a, b, c, d) => {
        const found = crossing(a, b, c, d)
        const turned = crossing(c, d, a, b)
        expect(found === undefined).toBe(turned === undefined)
        if (!found || !turned) return
        expect(distance(found, turned)).toBeLessThan(1e-6)
        expect(nearestOn(found, a, b).distance).toBeLessThan(1e-6)
        expect(nearestOn(found, c, d).distance).toBeLessThan(1e-6)
      }),
    )
    expect(crossing({ x: 0, y: 0 }, { x: 2, y: 2 }, { x: 0, y: 2 }, { x: 2, y: 0 })).toEqual({ x: 1, y: 1 })
    expect(crossing({ x: 0, y: 0 }, { x: 2, y: 0 }, { x: 0, y: 1 }, { x: 2, y: 1 })).toBeUndefined()
  })
})
