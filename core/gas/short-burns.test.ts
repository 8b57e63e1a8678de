import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mostDrawn, restS, shortBurnPauseS, SHORT_BURN_S, type Burn } from './short-burns.ts'

/** Burns one after another: each after a rest of so long. */
const inTurn = (each: readonly { readonly rest: number; readonly lit: number }[], flow: number): Burn[] => {
  const burns: Burn[] = []
  let at = 0
  for (const { rest, lit } of each) {
    burns.push({ fromS: at + rest, toS: at + rest + lit, flow })
    at += rest + lit
  }
  return burns
}
/** What the greediest ten minutes draw, by trying every second. */
const bySeconds = (burns: readonly Burn[]): number => {
  const end = Math.max(...burns.map((b) => b.toS))
  let most = 0
  for (let from = -600; from <= end; from++) {
    const sum = burns.reduce(
      (n, b) => n + b.flow * Math.max(0, Math.min(b.toS, from + 600) - Math.max(b.fromS, from)),
      0,
    )
    most = Math.max(most, sum / 600)
  }
  return most
}

describe('short burns', () => {
  const lit = fc.array(
    fc.record({ rest: fc.integer({ min: 0, max: 400 }), lit: fc.integer({ min: 1, max: 60 }) }),
    { minLength: 1, maxLength: 12 },
  )
  it('draw most in a window that begins or ends with one of them', () => {
    fc.assert(
      fc.property(lit, (each) => {
        const burns = inTurn(each, 2)
        expect(mostDrawn(burns)).toBeCloseTo(bySeconds(burns), 9)
      }),
      { numRuns: 60 },
    )
  })
  it('rested for as long as they say keep every ten minutes inside the limit, and not a second longer than that', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 5, max: SHORT_BURN_S }), { minLength: 2, maxLength: 15 }),
        fc.double({ min: 1.1, max: 5, noNaN: true }),
        (lengths, times) => {
          const burns: Burn[] = []
          let at = 0
          for (const seconds of lengths) {
            const rest = restS(burns, at, { seconds, flow: times }, 1)
            const begun = (after: number) => ({ fromS: at + after, toS: at + after + seconds, flow: times })
            if (rest > 0) expect(mostDrawn([...burns, begun(rest - 1)])).toBeGreaterThan(1)
            burns.push(begun(rest))
            at += rest + seconds
          }
          expect(mostDrawn(burns)).toBeLessThanOrEqual(1 + 1e-6)
        },
      ),
      { numRuns: 100 },
    )
  })
  it('minute after minute keep inside it too with the pause that a plan tells', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 5, noNaN: true }), (times) => {
        const pause = shortBurnPauseS(times, 1, 36_000) ?? NaN
        const minutes = inTurn(
          Array.from({ length: 20 }, () => ({ rest: pause, lit: SHORT_BURN_S })),
          times,
        )
        expect(mostDrawn(minutes)).toBeLessThanOrEqual(1 + 1e-6)
      }),
      { numRuns: 100 },
    )
  })
  it('never draw faster than half the contents in an hour', () => {
    expect(shortBurnPauseS(5.01, 1, 36_000)).toBeUndefined()
    expect(shortBurnPauseS(0.9, 1, 36_000)).toBe(0)
  })
})
