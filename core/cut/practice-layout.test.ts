import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layOutPractice } from './practice-layout.ts'
import { PRACTICE_SHAPES, type PracticeItem } from './types.ts'

const size = fc.double({ min: 0.02, max: 0.6, noNaN: true })
const item = fc.record<PracticeItem>({
  shape: fc.constantFrom(...PRACTICE_SHAPES),
  count: fc.integer({ min: 1, max: 20 }),
  lengthM: size,
  widthM: size,
  diameterM: size,
  bevelRad: fc.constantFrom(0, 0.5),
})

describe('the layout of a practice plate', () => {
  it('keeps every cut on the plate, clear of its edge and of the others', () => {
    fc.assert(
      fc.property(fc.array(item, { minLength: 1, maxLength: 5 }), (items) => {
        const { widthM, heightM, placed } = layOutPractice(items)
        for (const p of placed) {
          expect(Math.min(p.x, p.y)).toBeGreaterThanOrEqual(0.02 - 1e-9)
          expect(p.x + p.width).toBeLessThanOrEqual(widthM - 0.02 + 1e-6)
          expect(p.y + p.height).toBeLessThanOrEqual(heightM - 0.02 + 1e-9)
        }
        placed.forEach((a, i) =>
          placed.slice(i + 1).forEach((b) => {
            const apart =
              a.x + a.width < b.x || b.x + b.width < a.x || a.y + a.height < b.y || b.y + b.height < a.y
            expect(apart).toBe(true)
          }),
        )
        expect(placed).toHaveLength(items.reduce((n, i) => n + Math.min(12, i.count), 0))
      }),
      { numRuns: 60 },
    )
  })
})
