import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PSI_PA } from '../quantity/units.ts'
import { ACETYLENE_MAX_GAUGE_PA, LOCK_UP_PA, refuseSetting } from '../gas/limits.ts'
import { judgeReading } from './reading.ts'
import type { LineSetting } from './state.ts'

const psi = (n: number) => n * PSI_PA
const LINE: LineSetting = {
  fuel: 'acetylene',
  ambientPa: 101_325,
  fuelDivisionPa: psi(1),
  oxygenDivisionPa: psi(5),
}
const about = (value: number, by = 0.08) => ({ value, low: value * (1 - by), high: value * (1 + by) })
const oxygen = (pa: number, figure = about(psi(39)), setting = LINE) =>
  judgeReading(pa, figure, 'cuttingOxygenPressure', setting)
const fuel = (pa: number, figure = about(psi(5)), setting = LINE) =>
  judgeReading(pa, figure, 'fuelPressure', setting)

describe('a needle', () => {
  it('is on what was planned within its span, and half a division beside it', () => {
    for (const n of [39, 36, 42, 44.6]) expect(oxygen(psi(n))).toEqual({ state: 'on' })
  })
  it('is over or under it by its distance from the planned value', () => {
    expect(oxygen(psi(49))).toMatchObject({ state: 'over', offBy: expect.closeTo(psi(10), 3) })
    expect(oxygen(psi(25))).toMatchObject({ state: 'under', offBy: expect.closeTo(psi(14), 3) })
    const fine = { ...LINE, oxygenDivisionPa: psi(1) }
    expect(oxygen(psi(45), about(psi(39)), fine).state).toBe('over')
    expect(fuel(0)).toEqual({ state: 'under', offBy: psi(5) })
  })
  it('past what may be set is never on it, however wide the span', () => {
    // CGA G-1: acetylene stays under 15 psig at rest; 2 psi of rise and half a division belong to it
    expect(fuel(psi(12.6), { value: psi(11), low: psi(4), high: psi(20) })).toMatchObject({
      state: 'past-limit',
      refused: { code: 'acetylene-limit' },
    })
    expect(fuel(psi(12.4), { value: psi(11), low: psi(4), high: psi(20) }).state).toBe('on')
    expect(oxygen(psi(61), about(psi(60)), { ...LINE, oxygenRatingPa: psi(60) })).toMatchObject({
      state: 'past-limit',
      refused: { code: 'rating', limitPa: psi(60) },
    })
  })
  it('of anything but a pressure has only its span', () => {
    expect(judgeReading(1.04, about(1, 0), 'purgeFlow', LINE).state).toBe('on')
    expect(judgeReading(1.05, about(1, 0), 'purgeFlow', LINE)).toMatchObject({ state: 'over' })
    expect(judgeReading(-1, about(1, 0), 'purgeFlow', LINE)).toMatchObject({ state: 'under', offBy: 2 })
  })
  it('that is refused nowhere is judged by its side of the span alone, and never past 15 psi of acetylene', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: psi(40), noNaN: true }),
        fc.double({ min: psi(2), max: psi(12), noNaN: true }),
        fc.double({ min: 0, max: psi(2), noNaN: true }),
        (pa, value, divisionPa) => {
          const setting = { ...LINE, fuelDivisionPa: divisionPa }
          const { state } = fuel(pa, about(value), setting)
          const gate = refuseSetting({ gas: 'acetylene', gaugePa: pa, ambientPa: 101_325, divisionPa })
          if (gate && gate.code !== 'not-a-pressure') expect(state).toBe('past-limit')
          else if (state === 'over') expect(pa).toBeGreaterThan(value)
          else if (state === 'under') expect(pa).toBeLessThan(value)
          if (state === 'on' || state === 'over')
            expect(pa + LOCK_UP_PA + divisionPa / 2).toBeLessThan(ACETYLENE_MAX_GAUGE_PA + 1)
        },
      ),
    )
  })
})
