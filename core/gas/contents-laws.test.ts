/** Laws of what cylinders hold and how long they last. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PSI_PA } from '../quantity/index.ts'
import {
  compressibility,
  contentsOf,
  gasFromMass,
  lasts,
  manifoldCount,
  toOrder,
  usedUp,
} from './contents.ts'
import { acetyleneDrawLimit, acetyleneDrawShare, DRAW_RULES } from './cylinder.ts'

const psi = fc.double({ min: 60, max: 2200, noNaN: true })
const m3 = fc.double({ min: 0.01, max: 50, noNaN: true })

describe('what a cylinder holds by its gauge', () => {
  it('rises with the pressure, and never passes what it is rated for', () => {
    fc.assert(
      fc.property(psi, psi, m3, (a, b, ratedM3) => {
        const held = (p: number) =>
          contentsOf({ gas: 'oxygen', ratedM3, gaugePa: p * PSI_PA, kelvin: 294.26 })?.m3 ?? Number.NaN
        const [low, high] = [Math.min(a, b), Math.max(a, b)]
        expect(held(low)).toBeLessThanOrEqual(held(high) + 1e-12)
        expect(held(high)).toBeLessThanOrEqual(ratedM3 * 1.001)
      }),
    )
  })
  it('is told with its span, the value inside it', () => {
    fc.assert(
      fc.property(psi, m3, (p, ratedM3) => {
        const held = contentsOf({ gas: 'nitrogen', ratedM3, gaugePa: p * PSI_PA, kelvin: 294.26 })
        expect(held?.lowM3).toBeLessThanOrEqual(held?.m3 ?? 0)
        expect(held?.highM3).toBeGreaterThanOrEqual(held?.m3 ?? 0)
      }),
    )
  })
  it('counts gas that is pressed together for what it is: compressibility near 1, less at usual pressures', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3000, noNaN: true }), (p) => {
        for (const gas of ['oxygen', 'nitrogen'] as const) {
          const z = compressibility(gas, p * PSI_PA)
          expect(z).toBeGreaterThan(0.9)
          expect(z).toBeLessThan(1.1)
        }
      }),
    )
  })
  it('goes by weight alone for gases that are dissolved or liquid', () => {
    expect(gasFromMass('oxygen', 1)).toBeUndefined()
    for (const gas of ['acetylene', 'propane', 'propylene'] as const)
      expect(gasFromMass(gas, 2)).toBeCloseTo(2 * (gasFromMass(gas, 1) ?? Number.NaN), 12)
  })
})

describe('using cylinders up', () => {
  it('takes what is used from them in turn, never below nothing, and tells what none of them had', () => {
    fc.assert(
      fc.property(
        fc.array(m3, { minLength: 1, maxLength: 4 }),
        fc.array(m3, { maxLength: 6 }),
        (held, used) => {
          const cylinders = held.map((m, i) => ({ id: String(i), m3: m, readAt: '2026-03-01' }))
          const { left, missingM3 } = usedUp(
            cylinders,
            used.map((m, i) => ({ at: `2026-03-0${i + 2}`, m3: m })),
          )
          const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)
          for (const c of cylinders) expect(left[c.id]).toBeGreaterThanOrEqual(0)
          expect(sum(Object.values(left)) - missingM3).toBeCloseTo(sum(held) - sum(used), 6)
        },
      ),
    )
  })
  it('leaves alone what was used before a cylinder was read', () => {
    const one = [{ id: 'a', m3: 5, readAt: '2026-03-05' }]
    expect(usedUp(one, [{ at: '2026-03-04', m3: 2 }])).toEqual({ left: { a: 5 }, missingM3: 0 })
  })
})

describe('how far it goes', () => {
  it('rounds jobs down and cylinders to order up', () => {
    fc.assert(
      fc.property(m3, m3, m3, (left, job, size) => {
        const { jobs, shortM3 } = lasts(left, job, 0.001)
        expect(jobs * job).toBeLessThanOrEqual(left + 1e-6)
        expect((jobs + 1) * job).toBeGreaterThan(left - 1e-6)
        expect(shortM3).toBeCloseTo(Math.max(0, job - left), 9)
        const order = toOrder(job, left, size)
        expect(left + order * size).toBeGreaterThanOrEqual(job - 1e-6)
        if (order > 0) expect(left + (order - 1) * size).toBeLessThan(job + 1e-6)
      }),
    )
  })
  it('asks for as many cylinders together as the draw needs, and one at least', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 5e-3, noNaN: true }), m3, (flow, size) => {
        const share = acetyleneDrawShare(60, 293)
        const n = manifoldCount(flow, size, share)
        expect(n * acetyleneDrawLimit(size, share)).toBeGreaterThanOrEqual(flow * (1 - 1e-6))
        if (n > 1) expect((n - 1) * acetyleneDrawLimit(size, share)).toBeLessThan(flow * (1 + 1e-6))
      }),
    )
  })
  it('never gives more when it is colder or lit longer, whatever the shop chose', () => {
    for (const rule of DRAW_RULES)
      for (const lit of [60, 1200]) {
        const at = (airK: number) => acetyleneDrawShare(lit, airK, rule)
        expect(at(293)).toBeGreaterThanOrEqual(at(280))
        expect(at(280)).toBeGreaterThanOrEqual(at(270))
        expect(acetyleneDrawShare(60, 293, rule)).toBeGreaterThanOrEqual(acetyleneDrawShare(1200, 293, rule))
      }
  })
})
