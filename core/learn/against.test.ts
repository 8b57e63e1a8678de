import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { againstOutcome } from './against.ts'

const runs = (good: readonly number[], others: readonly number[]) => [
  ...good.map((value) => ({ value, good: true })),
  ...others.map((value) => ({ value, good: false })),
]

describe('a setting against what came out', () => {
  it('says where good runs lie, and on which side the others', () => {
    expect(againstOutcome(runs([40, 42, 44], [46, 47, 38, 42]))).toEqual({
      good: 3,
      others: 4,
      low: 40,
      middle: 42,
      high: 44,
      under: 1,
      among: 1,
      over: 2,
    })
    expect(againstOutcome(runs([], [40]))).toBeUndefined()
  })
  it('leaves one in ten out at each end where there are many', () => {
    const many = [4, ...Array.from({ length: 8 }, () => 42), 400]
    expect(againstOutcome(runs(many, []))).toMatchObject({ low: 42, high: 42, good: 10 })
  })
  it('counts every other run once, and has its middle between its ends, in any order', () => {
    const values = fc.array(fc.double({ min: 1, max: 100, noNaN: true }), { maxLength: 30 })
    fc.assert(
      fc.property(values, values, (good, others) => {
        const said = againstOutcome(runs(good, others))
        expect(said === undefined).toBe(good.length === 0)
        if (!said) return
        expect(said.under + said.among + said.over).toBe(others.length)
        expect(said.middle).toBeGreaterThanOrEqual(said.low - 1e-9)
        expect(said.middle).toBeLessThanOrEqual(said.high + 1e-9)
        expect(againstOutcome([...runs(good, others)].reverse())).toEqual(said)
      }),
    )
  })
})
