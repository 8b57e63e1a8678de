import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mitreTemplate, openingTemplate, saddleTemplate, squareTemplate } from './pipe-template.ts'

const branch = fc.record({
  outsideM: fc.double({ min: 0.02, max: 0.05, noNaN: true }),
  boreM: fc.double({ min: 0.01, max: 0.018, noNaN: true }),
  runM: fc.double({ min: 0.06, max: 0.2, noNaN: true }),
  angleRad: fc.double({ min: 0.6, max: Math.PI / 2, noNaN: true }),
  offsetM: fc.double({ min: -0.03, max: 0.03, noNaN: true }),
})

describe('wrap-round templates', () => {
  it('close: the line ends where it began, once round the outside', () => {
    fc.assert(
      fc.property(branch, (b) => {
        const t = saddleTemplate(b)
        expect(t?.circumferenceM).toBeCloseTo(2 * Math.PI * b.outsideM, 12)
        expect(t?.points.at(-1)?.y).toBeCloseTo(t?.points[0]?.y ?? NaN, 9)
        expect(Math.min(...(t?.points ?? []).map((p) => p.y))).toBe(0)
      }),
    )
  })
  it('put the bore on the run: each point of the saddle lies on the run and on the bore', () => {
    fc.assert(
      fc.property(branch, (b) => {
        const t = saddleTemplate(b)
        const opening = openingTemplate(b)
        expect(opening).toHaveLength(t?.points.length ?? 0)
        const low = Math.min(...(opening ?? []).map((_, i) => heightAt(b, (2 * Math.PI * i) / 360)))
        for (const [i, p] of (t?.points ?? []).entries()) {
          const theta = (2 * Math.PI * i) / 360
          const s = p.y + low
          // the point at bore radius, s along the branch's axis from where the axes cross
          const u = b.boreM * Math.cos(theta)
          const across = b.boreM * Math.sin(theta) + b.offsetM
          const up = s * Math.sin(b.angleRad) - u * Math.cos(b.angleRad)
          const along = s * Math.cos(b.angleRad) + u * Math.sin(b.angleRad)
          expect(Math.hypot(up, across)).toBeCloseTo(b.runM, 9)
          expect(opening?.[i]?.y).toBeCloseTo(along, 9)
          expect(Math.sin((opening?.[i]?.x ?? 0) / b.runM) * b.runM).toBeCloseTo(across, 9)
        }
      }),
      { numRuns: 30 },
    )
  })
  it('rise by 2·R·tan α for a mitre, not at all for a square cut', () => {
    expect(mitreTemplate(0.03, Math.PI / 8).riseM).toBeCloseTo(2 * 0.03 * Math.tan(Math.PI / 8), 12)
    expect(squareTemplate(0.03).riseM).toBe(0)
    expect(squareTemplate(0.03).lineM).toBeCloseTo(2 * Math.PI * 0.03, 9)
  })
  it('are the same for a mitre and for the cut of a plane', () => {
    const t = mitreTemplate(0.05, 0.4)
    for (const p of t.points) {
      const theta = p.x / 0.05
      expect(p.y).toBeCloseTo(0.05 * Math.tan(0.4) * (1 - Math.cos(theta)), 12)
    }
  })
  it('are none when the branch misses the run', () => {
    const b = { outsideM: 0.05, boreM: 0.045, runM: 0.05, angleRad: Math.PI / 2, offsetM: 0.01 }
    expect(saddleTemplate(b)).toBeUndefined()
    expect(openingTemplate(b)).toBeUndefined()
  })
})

/** Distance along the branch's axis from the crossing of the axes, by the run's own circle. */
function heightAt(
  b: { boreM: number; runM: number; angleRad: number; offsetM: number },
  theta: number,
): number {
  const across = b.boreM * Math.sin(theta) + b.offsetM
  return (
    (Math.sqrt(b.runM ** 2 - across ** 2) + b.boreM * Math.cos(theta) * Math.cos(b.angleRad)) /
    Math.sin(b.angleRad)
  )
}
