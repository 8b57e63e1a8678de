import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { planCutList } from '#core/stock/cut-list.ts'
import type { CutListPlan } from '#core/stock/types.ts'
import { costOfList, grouped, listTakes, movedBy, oneCutTakes } from './takes.ts'

const planOf = (stock: readonly { lengthM: number; count?: number }[]): CutListPlan => {
  const plan = planCutList({ stock, pieces: [{ lengthM: 1.9, count: 5 }], kerfM: 0.003 })
  if (!plan.ok) throw new Error(plan.message)
  return plan
}
const PLAN = planOf([{ lengthM: 6 }])
const NO_PRICES = { stockPrice: '', oxygenPrice: '', fuelPrice: '' }
const ONE = { torchS: 60, cleanUpS: 0, oxygenM3: 0.05, fuelM3: 0.005 }

describe('what one cut across the bar takes', () => {
  const bar = { width: '60 mm', thickness: '10 mm', torchId: '' }
  it('is not known while width or thickness are not given', () => {
    for (const form of [
      { ...bar, width: ' ' },
      { ...bar, thickness: '' },
      { ...bar, thickness: 'thick' },
    ])
      expect(oneCutTakes(form, [], FIRST_SETTINGS, INCH_UNITS)).toBeUndefined()
  })
  it('grows with the width, and goes by the torch that is chosen', () => {
    const [narrow, wide] = ['60 mm', '120 mm'].map((width) =>
      oneCutTakes({ ...bar, width }, [], FIRST_SETTINGS, INCH_UNITS),
    )
    expect(wide?.torchS).toBeGreaterThan(narrow?.torchS ?? Infinity)
    const torch = { id: 'big', name: 'Big', rig: { ...FIRST_RIG, handling: 'track' } }
    const other = oneCutTakes({ ...bar, torchId: 'big' }, [torch], FIRST_SETTINGS, INCH_UNITS)
    expect(other?.torchS).toBeLessThan(narrow?.torchS ?? 0)
    // a torch that is gone meanwhile is a usual one
    expect(oneCutTakes({ ...bar, torchId: 'gone' }, [torch], FIRST_SETTINGS, INCH_UNITS)).toEqual(narrow)
  })
  it('counts for every cut of the list', () => {
    expect(listTakes(undefined, PLAN)).toBeUndefined()
    expect(listTakes(ONE, PLAN)?.torchS).toBe(60 * PLAN.cuts)
  })
})

describe('what a list costs', () => {
  it('is nothing that can be told while nothing is priced', () => {
    expect(costOfList(PLAN, ONE, NO_PRICES, INCH_UNITS)).toBeUndefined()
    expect(costOfList(PLAN, ONE, { ...NO_PRICES, stockPrice: 'dear' }, INCH_UNITS)).toBeUndefined()
  })
  it('is the stock by the foot or the metre, and the gas by its volume', () => {
    const stock = { ...NO_PRICES, stockPrice: '2' }
    expect(costOfList(PLAN, undefined, stock, METRIC_UNITS)).toBeCloseTo(2 * PLAN.stockUsedM, 9)
    expect(costOfList(PLAN, undefined, stock, INCH_UNITS)).toBeCloseTo((2 * PLAN.stockUsedM) / 0.3048, 9)
    const gas = { ...NO_PRICES, oxygenPrice: '10', fuelPrice: '100' }
    expect(costOfList(PLAN, ONE, gas, METRIC_UNITS)).toBeCloseTo(10 * 0.05 + 100 * 0.005, 9)
    expect(costOfList(PLAN, ONE, gas, INCH_UNITS)).toBeCloseTo((10 * 0.05 + 100 * 0.005) / 2.8316846592, 9)
  })
  it('never falls when a price rises', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 1, max: 900 }), (low, more) => {
        const at = (price: number) =>
          costOfList(PLAN, ONE, { ...NO_PRICES, stockPrice: String(price) }, METRIC_UNITS) ?? 0
        expect(at(low + more)).toBeGreaterThan(at(low))
      }),
    )
  })
})

describe('what a list moves on the rack', () => {
  const row = { length: '6 m', count: '', rackId: 'bar' }
  it('is the bars that came from it, and remnants from the length that is kept', () => {
    const moved = movedBy(PLAN, { stock: [row], keepFrom: '300 mm' }, METRIC_UNITS)
    expect(moved.taken).toEqual([{ id: 'bar', count: PLAN.bars }])
    expect(moved.keepM).toBeCloseTo(0.3, 9)
    for (const p of moved.remnants) expect(p.remnantM).toBeGreaterThanOrEqual(0.3)
    expect(movedBy(PLAN, { stock: [row], keepFrom: '20 m' }, METRIC_UNITS).remnants).toEqual([])
  })
  it('is no bar that was bought for it, and never more than the rack has', () => {
    const bought = movedBy(PLAN, { stock: [{ length: '6 m', count: '' }], keepFrom: '' }, METRIC_UNITS)
    expect(bought.taken).toEqual([])
    expect(bought.keepM).toBe(0.3)
    const two = [
      { ...row, count: '1' },
      { ...row, rackId: 'other', count: '1' },
    ]
    for (const t of movedBy(PLAN, { stock: two, keepFrom: '' }, METRIC_UNITS).taken) expect(t.count).toBe(1)
  })
})

it('pieces of a bar are counted as one would read them out', () => {
  expect(grouped([0.6, 0.6, 0.45], (m) => `${m * 1000} mm`)).toBe('2 × 600 mm, 450 mm')
  expect(grouped([], String)).toBe('')
})
