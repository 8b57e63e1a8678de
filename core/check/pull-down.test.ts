import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgePullDown } from './pull-down.ts'

const at = (minute: number, pressurePaAbs: number) => ({
  timeS: minute * 60,
  pressurePaAbs,
  temperatureK: 293,
})

describe('a pull-down', () => {
  it('tells what it began at and how long it took to the target', () => {
    expect(judgePullDown([at(0, 101_325), at(4, 900), at(9, 60), at(12, 40)], 66.7)).toEqual({
      startPaAbs: 101_325,
      lastPaAbs: 40,
      toTargetS: 540,
    })
    expect(judgePullDown([], 66.7)).toBeUndefined()
  })
  it('tells a stall above the target, and none below it or while it falls', () => {
    expect(judgePullDown([at(0, 5000), at(5, 400), at(11, 380)], 66.7)).toMatchObject({ stalledS: 360 })
    expect(judgePullDown([at(0, 5000), at(5, 400), at(8, 380)], 66.7)).not.toHaveProperty('stalledS')
    expect(judgePullDown([at(0, 5000), at(5, 60), at(15, 58)], 66.7)).not.toHaveProperty('stalledS')
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 0.85, noNaN: true }),
        fc.integer({ min: 2, max: 12 }),
        (falls, n) => {
          const readings = Array.from({ length: n }, (_, i) => at(4 * i, 1e5 * falls ** i))
          expect(judgePullDown(readings, 1)).not.toHaveProperty('stalledS')
        },
      ),
    )
  })
})
