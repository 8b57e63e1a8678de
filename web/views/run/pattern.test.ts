import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { StepPattern } from '#core/line/steps.ts'
import { placeAt } from './Pattern.tsx'

const LEVEL: StepPattern = {
  shows: 'feed',
  of: 'round',
  sweeps: [
    [5, 6, 7, 8, 9, 10, 11, 12, 1],
    [6, 5, 4, 3, 2, 1, 12],
  ],
  eachS: 2,
}

describe('where heat or rod goes', () => {
  it('goes through the places of each sweep in turn, and stays at the last', () => {
    expect(placeAt(LEVEL, 0)).toEqual({ sweep: 0, place: 5 })
    expect(placeAt(LEVEL, 1.99)).toEqual({ sweep: 0, place: 5 })
    expect(placeAt(LEVEL, 2)).toEqual({ sweep: 0, place: 6 })
    expect(placeAt(LEVEL, 18)).toEqual({ sweep: 1, place: 6 })
    expect(placeAt(LEVEL, 1e6)).toEqual({ sweep: 1, place: 12 })
  })
  it('lights every place of the pattern at some time', () => {
    const lit = new Set(Array.from({ length: 32 }, (_, i) => JSON.stringify(placeAt(LEVEL, i))))
    expect(lit.size).toBe(LEVEL.sweeps.flat().length)
  })
  it('never leaves the pattern, whatever the time', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e5, noNaN: true }), (gone) => {
        const { sweep, place } = placeAt(LEVEL, gone)
        expect(LEVEL.sweeps[sweep]).toContain(place)
      }),
    )
  })
})
