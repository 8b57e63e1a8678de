import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CUBIC_FOOT_M3, PSI_PA } from '../quantity/units.ts'
import {
  compressibility,
  contentsOf,
  gasFromMass,
  isWeighed,
  KEEP_PA,
  lasts,
  manifoldCount,
  toOrder,
  usedUp,
} from './contents.ts'

const cuFt = (m3: number | undefined) => (m3 ?? NaN) / CUBIC_FOOT_M3

describe('what a cylinder holds', () => {
  it('goes by pressure, volume, compressibility and temperature', () => {
    // 43.8 l at 2265 psig and 70 F is a 250 cu ft cylinder; 25 psi stays in it
    const c = contentsOf({ gas: 'oxygen', waterM3: 0.0438, gaugePa: 2265 * PSI_PA })
    expect(cuFt(c?.m3)).toBeGreaterThan(245)
    expect(cuFt(c?.m3)).toBeLessThan(256)
    expect(c?.from).toBe('pressure')
    const half = contentsOf({ gas: 'oxygen', ratedM3: 250 * CUBIC_FOOT_M3, gaugePa: 1108 * PSI_PA })
    expect(cuFt(half?.m3)).toBeCloseTo(125 - (250 * 25) / 2216, 1)
    // warm gas stands at a higher pressure for the same contents
    const warm = contentsOf({ gas: 'oxygen', waterM3: 0.0438, gaugePa: 2265 * PSI_PA, kelvin: 310 })
    expect(warm?.m3).toBeLessThan(c?.m3 ?? 0)
  })
  it('goes by weight for acetylene and liquids: 14.7 cu ft a pound over the tare', () => {
    const lb = 0.45359237
    const c = contentsOf({ gas: 'acetylene', weightKg: 115 * lb, tareKg: 105 * lb, scaleKg: 0.5 * lb })
    expect(cuFt(c?.m3)).toBeCloseTo(9.5 * 14.7, 1)
    expect(cuFt(gasFromMass('propane', 20 * lb))).toBeCloseTo(172, 0)
    expect(gasFromMass('oxygen', 1)).toBeUndefined()
    expect([isWeighed('propylene'), isWeighed('nitrogen')]).toEqual([true, false])
    expect(contentsOf({ gas: 'acetylene', weightKg: 40, tareKg: 50 })?.m3).toBe(0)
  })
  it('says that it took it for full when nobody read it, and nothing when nothing is known', () => {
    expect(contentsOf({ gas: 'acetylene', ratedM3: 4, gaugePa: 1.7e6 })).toMatchObject({
      from: 'rated',
      lowM3: 0,
    })
    expect(contentsOf({ gas: 'oxygen', gaugePa: 1e7 })).toBeUndefined()
    expect(contentsOf({ gas: 'propane' })).toBeUndefined()
  })
  it('is never less for a higher reading, and nothing at what stays in it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.double({ min: 0, max: 500, noNaN: true }),
        (p, d) => {
          const at = (psi: number) =>
            contentsOf({ gas: 'nitrogen', waterM3: 0.04, gaugePa: psi * PSI_PA })?.m3 ?? 0
          expect(at(p + d)).toBeGreaterThanOrEqual(at(p) - 1e-9)
        },
      ),
    )
    expect(contentsOf({ gas: 'oxygen', waterM3: 0.04, gaugePa: KEEP_PA })?.m3).toBe(0)
    expect(compressibility('oxygen', 1500 * PSI_PA)).toBeCloseTo(0.949, 6)
    expect(compressibility('nitrogen', 9000 * PSI_PA)).toBe(1.061)
  })
})

describe('what is in a cylinder, and what may be used of it', () => {
  it('differ by what stays in it: about 25 psi, or a division of the scale', () => {
    const read = contentsOf({ gas: 'oxygen', ratedM3: 244 * CUBIC_FOOT_M3, gaugePa: 2200 * PSI_PA })
    expect(Math.abs(cuFt(read?.thereM3) - 244)).toBeLessThan(2.5)
    expect(cuFt(read?.thereM3) - cuFt(read?.m3)).toBeCloseTo((244 * 25) / 2200, 1)
    fc.assert(
      fc.property(fc.double({ min: 0, max: 2640, noNaN: true }), (psi) => {
        const c = contentsOf({ gas: 'oxygen', ratedM3: 7, waterM3: 0.044, gaugePa: psi * PSI_PA })
        expect(c?.m3).toBeLessThanOrEqual(c?.thereM3 ?? NaN)
      }),
    )
    const weighed = contentsOf({ gas: 'propane', weightKg: 20, tareKg: 12, scaleKg: 0.1 })
    expect((weighed?.thereM3 ?? 0) * (7.9 / 8)).toBeCloseTo(weighed?.m3 ?? NaN, 9)
  })
})

describe('how far it goes', () => {
  it('counts jobs down, time, and what is short', () => {
    expect(lasts(10, 3, 0.001)).toEqual({ jobs: 3, seconds: 10_000, shortM3: 0 })
    expect(lasts(2, 3, 0)).toEqual({ jobs: 0, seconds: Infinity, shortM3: 1 })
    expect(lasts(2, 0, 0).jobs).toBe(Infinity)
  })
  it('puts as many cylinders together as the draw asks for', () => {
    // 20 cfh from 145 cu ft at a tenth an hour: two
    expect(manifoldCount((20 * CUBIC_FOOT_M3) / 3600, 145 * CUBIC_FOOT_M3, 1 / 10)).toBe(2)
    expect(manifoldCount(0, 4, 1 / 10)).toBe(1)
    expect([toOrder(10, 3, 4), toOrder(2, 3, 4), toOrder(7, 3, 4)]).toEqual([2, 0, 1])
  })
  it('uses cylinders up in the order of the log, one after the other, and never twice', () => {
    const cylinders = [
      { id: 'a', readAt: '2026-03-01', m3: 2 },
      { id: 'b', readAt: '2026-03-03', m3: 5 },
    ]
    const uses = [
      { at: '2026-03-04', m3: 3 },
      { at: '2026-02-20', m3: 9 },
      { at: '2026-03-02', m3: 1.5 },
    ]
    // the use of February is in both readings already; that of the 2nd only in b's
    expect(usedUp(cylinders, uses)).toEqual({ left: { a: 0, b: 2.5 }, missingM3: 0 })
    expect(usedUp([cylinders[0] as (typeof cylinders)[0]], uses).missingM3).toBeCloseTo(2.5)
  })
  it('keeps the sum: what is left and used is what there was', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 5, noNaN: true }), { minLength: 1, maxLength: 5 }),
        fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { maxLength: 8 }),
        (holds, takes) => {
          const { left, missingM3 } = usedUp(
            holds.map((m3, i) => ({ id: String(i), readAt: '2026-01-01', m3 })),
            takes.map((m3, i) => ({ at: `2026-02-0${i + 1}`, m3 })),
          )
          const sum = (all: readonly number[]) => all.reduce((a, b) => a + b, 0)
          expect(sum(Object.values(left)) + sum(takes) - missingM3).toBeCloseTo(sum(holds), 6)
        },
      ),
    )
  })
})
