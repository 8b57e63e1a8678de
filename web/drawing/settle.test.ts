import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { overlap, settle, type Box } from './settle.ts'

const FRAME: Box = { left: 0, top: 0, right: 400, bottom: 300 }
const word = fc
  .record({
    left: fc.integer({ min: -40, max: 420 }),
    top: fc.integer({ min: -20, max: 310 }),
    wide: fc.integer({ min: 10, max: 120 }),
    high: fc.integer({ min: 14, max: 22 }),
  })
  .map(({ left, top, wide, high }): Box => ({ left, top, right: left + wide, bottom: top + high }))
const after = (words: readonly Box[], fixed: readonly Box[] = []) =>
  settle(words, FRAME, fixed).map(({ dx, dy }, i): Box => {
    const { left, top, right, bottom } = words[i] as Box
    return { left: left + dx, right: right + dx, top: top + dy, bottom: bottom + dy }
  })

describe('words of a drawing', () => {
  it('stay where they were drawn while nothing is in their way', () => {
    const apart: Box[] = [
      { left: 10, top: 10, right: 60, bottom: 26 },
      { left: 10, top: 40, right: 60, bottom: 56 },
    ]
    expect(settle(apart, FRAME)).toEqual([
      { dx: 0, dy: 0 },
      { dx: 0, dy: 0 },
    ])
  })
  it('always lie within the drawing, and a few of them never on each other', () => {
    fc.assert(
      fc.property(fc.array(word, { maxLength: 6 }), (words) => {
        const placed = after(words)
        for (const [i, a] of placed.entries()) {
          expect(Math.min(a.left, a.top)).toBeGreaterThanOrEqual(0)
          expect(a.right).toBeLessThanOrEqual(FRAME.right)
          expect(a.bottom).toBeLessThanOrEqual(FRAME.bottom)
          for (const b of placed.slice(0, i)) expect(overlap(a, b)).toBe(false)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('keep off what is fixed, and the first of them gives way to none after it', () => {
    const at: Box = { left: 100, top: 100, right: 160, bottom: 118 }
    const [moved] = after([at], [at])
    expect(moved && overlap(moved, at)).toBe(false)
    const [first, second] = after([at, at])
    expect(first).toEqual(at)
    expect(second).not.toEqual(at)
  })
})
