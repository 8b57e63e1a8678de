import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { costOf, readPrice, takesOf, times, together } from '#core/cost.ts'
import { firstDraft, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planDraft } from './plan-of.ts'

const takes = { torchS: 1800, cleanUpS: 0, oxygenM3: 2, fuelM3: 0.5 }
const NONE = { oxygen: '', fuel: '', hour: '', per: 'm3' } as const

describe('the cost of a cut', () => {
  it('is what is priced, and nothing when nothing is (2 m³ at 3, half an hour at 40: 26)', () => {
    expect(costOf(takes, NONE)).toBeUndefined()
    expect(costOf(takes, { ...NONE, oxygen: '3', hour: '40' })).toBeCloseTo(26, 9)
    expect(costOf(takes, { ...NONE, fuel: '12,50' })).toBeCloseTo(6.25, 9)
    expect(costOf(takes, { ...NONE, oxygen: '3', per: '100 cu ft' })).toBeCloseTo(6 / 2.8316846592, 9)
  })
  it('adds up: three alike are three times one', () => {
    expect(times(takes, 3)).toEqual(together([takes, takes, takes]))
    expect(together([])).toEqual({ torchS: 0, cleanUpS: 0, oxygenM3: 0, fuelM3: 0 })
  })
  it('counts the time that the edge takes afterwards: a quarter of an hour at 40 is 10 more', () => {
    const hour = { ...NONE, hour: '40' }
    const more = (costOf({ ...takes, cleanUpS: 900 }, hour) ?? 0) - (costOf(takes, hour) ?? 0)
    expect(more).toBeCloseTo(10, 9)
  })
  it('reads plain numbers and no others', () => {
    expect(['4', '4.5', ' 4,25 '].map(readPrice)).toEqual([4, 4.5, 4.25])
    expect(['', 'four', '-1', '1e9', '4.5.6', 'NaN'].map(readPrice)).toEqual(Array(6).fill(undefined))
  })
  it('grows with the length of the cut, and is none for a plan that stops', () => {
    const draft = firstDraft(FIRST_SETTINGS)
    const cost = (mm: number, metal = 'low-carbon-steel') => {
      const planned = planDraft(
        { ...draft, work: { ...draft.work, metal, length: `${mm} mm` } },
        FIRST_SETTINGS,
        NO_RUNS,
      )
      const used = planned.ok ? takesOf(planned.plan) : undefined
      return used && costOf(used, { ...NONE, oxygen: '3', fuel: '9' })
    }
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 5000 }), (mm) => {
        expect(cost(mm + 10) ?? 0).toBeGreaterThan(cost(mm) ?? Infinity)
      }),
      { numRuns: 30 },
    )
    expect(cost(100, 'copper')).toBeUndefined()
  })
})
