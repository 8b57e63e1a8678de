import { describe, expect, it } from 'vitest'
import { dayOf, timeOf } from './dates.ts'

describe('a date', () => {
  const year = new Date().getFullYear()
  it('has its year only when that is not this one', () => {
    expect(dayOf(new Date(year, 10, 13))).toBe('13 Nov')
    expect(dayOf(new Date(year - 1, 10, 3))).toBe(`3 Nov ${year - 1}`)
    expect(timeOf(new Date(year, 0, 5, 14, 5))).toBe('5 Jan, 14:05')
  })
})
