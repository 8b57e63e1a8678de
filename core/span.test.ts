import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { normals } from './check/test-support.ts'
import { heldTo, inverse, likelySpan, productSpan, sumSpan, type Spanned } from './span.ts'

/** A value above 0 with a span round it. */
const spanned = fc
  .record({
    value: fc.double({ min: 0.01, max: 1000, noNaN: true }),
    down: fc.double({ min: 0, max: 3, noNaN: true }),
    up: fc.double({ min: 0, max: 3, noNaN: true }),
  })
  .map(({ value, down, up }): Spanned => ({
    value,
    low: value * Math.exp(-down),
    high: value * Math.exp(up),
  }))
const product = (factors: readonly Spanned[]) => factors.reduce((p, f) => p * f.value, 1)

describe('spans of what does not depend on each other', () => {
  it('is never as wide as worst case upon worst case, and never narrower than any one of them', () => {
    fc.assert(
      fc.property(fc.array(spanned, { minLength: 1, maxLength: 4 }), (factors) => {
        const value = product(factors)
        const { low, high } = productSpan(value, factors)
        const worst = factors.reduce((p, f) => p * f.high, 1)
        expect(high).toBeLessThanOrEqual(worst * (1 + 1e-9))
        for (const f of factors) {
          expect(high / value).toBeGreaterThanOrEqual((f.high / f.value) * (1 - 1e-9))
          expect(value / low).toBeGreaterThanOrEqual((f.value / f.low) * (1 - 1e-9))
        }
      }),
    )
  })
  it('turns over with what divides, and is the same in any order', () => {
    fc.assert(
      fc.property(spanned, spanned, (a, b) => {
        const { low, high } = productSpan(a.value / b.value, [a, inverse(b)])
        const turned = productSpan(b.value / a.value, [b, inverse(a)])
        expect(low * turned.high).toBeCloseTo(1, 6)
        expect(high * turned.low).toBeCloseTo(1, 6)
        expect(productSpan(product([a, b]), [a, b])).toEqual(productSpan(product([a, b]), [b, a]))
      }),
    )
  })
  it('adds what is added: 3 and 4 make 5', () => {
    const sum = sumSpan([
      { value: 10, low: 7, high: 13 },
      { value: 20, low: 16, high: 24 },
    ])
    expect(sum).toEqual({ low: 25, high: 35 })
  })
  it('holds two of three, and nineteen of twenty, of what scatters as it says', () => {
    const g = normals(11)
    const wide = { value: 10, low: 10 * Math.exp(-1.96 * 0.3), high: 10 * Math.exp(1.96 * 0.3) }
    const likely = likelySpan(wide)
    const draws = Array.from({ length: 20_000 }, () => 10 * Math.exp(0.3 * g()))
    const share = (s: { low: number; high: number }) =>
      draws.filter((v) => v >= s.low && v <= s.high).length / draws.length
    expect(share(likely)).toBeCloseTo(2 / 3, 1)
    expect(share(wide)).toBeCloseTo(0.95, 2)
  })
  it('likely lies inside wide and round the value, above 0 or not', () => {
    fc.assert(
      fc.property(fc.integer({ min: -5000, max: 5000 }), fc.nat(50), fc.nat(50), (hundredths, d, u) => {
        const value = hundredths / 100
        const wide = { value, low: value - d, high: value + u }
        const likely = likelySpan(wide)
        expect(likely.low).toBeGreaterThanOrEqual(wide.low - 1e-9)
        expect(likely.high).toBeLessThanOrEqual(wide.high + 1e-9)
        expect(likely.low).toBeLessThanOrEqual(value + 1e-9)
        expect(likely.high).toBeGreaterThanOrEqual(value - 1e-9)
      }),
    )
    expect(heldTo({ value: 2, low: -1, high: 4 }, { moved: 2, widened: 0.5, runs: 12 })).toEqual({
      value: 4,
      low: 2.5,
      high: 5,
    })
  })
})
