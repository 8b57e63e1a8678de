import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { heightFactor, jetOf, oxygenKgS, purityFactor, reachAt, speedLimit } from './jet.ts'
import { alongJet, metalFactor, PLATE_DEFAULTS } from './pace-case.ts'
import { wantedFor } from './wanted.ts'

const jet = (thickness: number, bevel = 0) => {
  const { gas, plan } = wantedFor(thickness)
  return jetOf({ ...PLATE_DEFAULTS, thickness, length: 0.1 }, gas, { ...plan, bevel })
}
const thickness = fc.double({ min: 0.003, max: 0.3, noNaN: true })

describe('the cutting jet', () => {
  it('is faster with more oxygen and never faster than its film; none without any', () => {
    fc.assert(
      fc.property(thickness, fc.double({ min: 1e-5, max: 0.05, noNaN: true }), (t, oxygen) => {
        const of = jet(t)
        expect(speedLimit(of, oxygen * 1.1)).toBeGreaterThan(speedLimit(of, oxygen))
        expect(speedLimit(of, oxygen)).toBeLessThan(0.02)
        expect(speedLimit(of, 0)).toBe(0)
      }),
    )
  })
  it('reaches the published speeds of every plate with the oxygen that is published for it', () => {
    fc.assert(
      fc.property(thickness, (t) => {
        const of = jet(t)
        expect(speedLimit(of, of.oxygen)).toBeGreaterThan(wantedFor(t).plan.speed)
      }),
    )
  })
  it('reaches further leaned forward, less leaned back', () => {
    fc.assert(
      fc.property(thickness, fc.double({ min: 1, max: 50, noNaN: true }), (t, lean) => {
        const of = jet(t)
        expect(reachAt(of, 0)).toBeCloseTo(of.reach, 12)
        expect(reachAt(of, lean)).toBeGreaterThan(of.reach)
        expect(reachAt(of, -lean)).toBeLessThan(of.reach)
        expect(reachAt(of, -60)).toBeCloseTo(of.reach * 0.3, 12)
      }),
    )
  })
  it('leaves its speed where it is too high or its oxygen foul', () => {
    expect(heightFactor(0)).toBe(1)
    expect(heightFactor(0.018)).toBeCloseTo(0.5, 12)
    expect(purityFactor(0.999)).toBe(1)
    expect(purityFactor(0.985)).toBeCloseTo(0.75, 12)
    expect(purityFactor(0.949)).toBe(0)
  })
  it('goes through a bevel aslant', () => {
    expect(alongJet(0.01, 0)).toBe(0.01)
    expect(alongJet(0.01, 60)).toBeCloseTo(0.02, 12)
    expect(jet(0.01, 45).te).toBeCloseTo(0.01 * Math.SQRT2, 12)
  })
  it('burns what burns: steels and iron, cast iron badly, nothing else', () => {
    expect(metalFactor('low-carbon-steel')).toBe(1)
    expect(metalFactor('ductile-iron')).toBe(0.4)
    expect(metalFactor('high-carbon-steel')).toBeLessThan(metalFactor('low-alloy-steel'))
    for (const none of ['stainless-304', 'copper', 'high-speed-steel']) expect(metalFactor(none)).toBe(0)
  })
  it('takes its oxygen from bore and pressure: 0.7276 g/s of the worked case', () => {
    // source: cut-1, public-1
    expect(oxygenKgS(0.00104, 283_000, 101_325) * 1000).toBeCloseTo(0.7276, 3)
  })
})
