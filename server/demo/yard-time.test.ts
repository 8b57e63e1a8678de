import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { atWork, lastAtWork } from './yard-time.ts'

const any = fc.date({ min: new Date(2024, 0, 8), max: new Date(2030, 0, 1), noInvalidDate: true })

describe('the yard’s day', () => {
  it('has no work at night or on a Sunday, and none that lies ahead', () => {
    fc.assert(
      fc.property(any, fc.integer({ min: 0, max: 60 }), (now, ago) => {
        const at = atWork(lastAtWork(now), ago)
        expect(at.getTime()).toBeLessThanOrEqual(now.getTime())
        expect(at.getDay()).not.toBe(0)
        expect(at.getHours()).toBeGreaterThanOrEqual(10)
        expect(at.getHours()).toBeLessThanOrEqual(16)
      }),
    )
  })
  it('is now where the yard works now', () => {
    const noon = new Date(2026, 2, 4, 12, 5)
    expect(lastAtWork(noon)).toEqual(noon)
    expect(lastAtWork(new Date(2026, 2, 4, 23, 5))).toEqual(new Date(2026, 2, 4, 16, 40))
    // a Monday before work: the Saturday
    expect(lastAtWork(new Date(2026, 2, 2, 6, 0))).toEqual(new Date(2026, 1, 28, 16, 40))
  })
})
