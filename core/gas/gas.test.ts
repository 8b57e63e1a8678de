import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refuseSetting } from './limits.ts'
import { highestSetting } from './gate.ts'
import { CUBIC_FOOT_M3, PSI_PA } from '../quantity/index.ts'
import { coneLength, preheatCone } from '../flame/cone.ts'
import { acetyleneDrawLimit, acetyleneDrawShare } from './cylinder.ts'
import { FUELS, OXYGEN } from './fuels.ts'
import { CHART_HOSE, hoseDrop, hoseVolumeM3, purgeClock, purgeTimeByFlow } from './hose.ts'
import { CHOKING_RATIO, isChoked, orificeFlow, pressureForFlow } from './orifice.ts'
import { ambientPressurePa } from './standard.ts'

const CFH = CUBIC_FOOT_M3 / 3600
const SEA = 101_325
const inch = (n: number) => n * 0.0254

describe('orifice', () => {
  it('passes 65.4 scfh at 0.040 in and 40 psig (isentropic nozzle, Cd 0.90)', () => {
    expect(orificeFlow({ diameterM: inch(0.04), ambientPa: SEA }, 40 * PSI_PA) / CFH).toBeCloseTo(65.4, 1)
  })
  it('chokes at 1.893 times the ambient, 13.1 psig at sea level', () => {
    expect(CHOKING_RATIO).toBeCloseTo(1.893, 3)
    expect(isChoked(13.2 * PSI_PA, SEA)).toBe(true)
    expect(isChoked(13.0 * PSI_PA, SEA)).toBe(false)
  })
  it('is continuous where the jet chokes', () => {
    const bore = { diameterM: 0.001, ambientPa: SEA }
    const p = SEA * (CHOKING_RATIO - 1)
    expect(orificeFlow(bore, p * 0.999999) / orificeFlow(bore, p * 1.000001)).toBeCloseTo(1, 5)
  })
  it('gives back the pressure that drove a flow, over its whole range', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3e-3, max: 4e-3, noNaN: true }),
        fc.double({ min: 0.1, max: 150, noNaN: true }),
        fc.double({ min: -400, max: 5000, noNaN: true }),
        (diameterM, psi, altitude) => {
          const bore = { diameterM, ambientPa: ambientPressurePa(altitude) }
          return Math.abs(pressureForFlow(bore, orificeFlow(bore, psi * PSI_PA)) / (psi * PSI_PA) - 1) < 1e-5
        },
      ),
    )
  })
  it('passes more with more pressure, and as the square of the bore', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 149, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (psi, d) => {
          const small = { diameterM: 0.001, ambientPa: SEA }
          const twice = { diameterM: 0.002, ambientPa: SEA }
          return (
            orificeFlow(small, (psi + d) * PSI_PA) > orificeFlow(small, psi * PSI_PA) &&
            Math.abs(orificeFlow(twice, psi * PSI_PA) / orificeFlow(small, psi * PSI_PA) - 4) < 1e-9
          )
        },
      ),
    )
  })
})

describe('hose', () => {
  it('25 ft of 1/4 in loses 0.30 psi at 65 scfh and 40 psig at the torch', () => {
    expect(hoseDrop(CHART_HOSE, OXYGEN, 65 * CFH, 40 * PSI_PA, SEA) / PSI_PA).toBeCloseTo(0.3, 2)
  })
  it('100 ft of 3/16 in loses 13.6 psi at 130 scfh', () => {
    const hose = { lengthM: 30.48, boreM: inch(3 / 16) }
    expect(hoseDrop(hose, OXYGEN, 130 * CFH, 40 * PSI_PA, SEA) / PSI_PA).toBeCloseTo(13.6, 1)
  })
  it('loses nothing at no flow and more with length', () => {
    expect(hoseDrop(CHART_HOSE, OXYGEN, 0, 40 * PSI_PA, SEA)).toBe(0)
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 4, max: 30, noNaN: true }),
        (cfh, len) => {
          const drop = (lengthM: number) =>
            hoseDrop({ lengthM, boreM: 0.00635 }, OXYGEN, cfh * CFH, 40 * PSI_PA, SEA)
          return drop(len + 1) > drop(len) && drop(len) > 0
        },
      ),
    )
  })
  it('purges 25 ft of 3/16 in at 10 scfh in 5.2 s and of 1/4 in in 9.2 s', () => {
    const narrow = { lengthM: 7.62, boreM: inch(3 / 16) }
    expect(purgeTimeByFlow(narrow, 10 * CFH, 0, SEA)).toBeCloseTo(5.2, 1)
    expect(purgeTimeByFlow(CHART_HOSE, 10 * CFH, 5 * PSI_PA, SEA)).toBeCloseTo(9.2, 1)
    expect(purgeClock(narrow, { flow: 10 * CFH, gaugePa: 0, ambientPa: SEA })).toEqual({
      fullS: 6,
      freeS: 6, // the floor: 0.7 s a metre
      partS: 11,
    })
  })
  it('never purges for less than the floor, nor lets go under one and a half hose volumes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 40, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (lengthM, cfh, psi) => {
          const hose = { lengthM, boreM: 0.00635 }
          const { fullS, freeS, partS } = purgeClock(hose, {
            flow: cfh * CFH,
            gaugePa: psi * PSI_PA,
            ambientPa: SEA,
          })
          const volumes = (s: number) => (s * cfh * CFH) / hoseVolumeM3(hose) + 1e-9
          return (
            [fullS, freeS, partS].every((s) => Number.isInteger(s) && s >= 0.7 * lengthM - 1e-6) &&
            volumes(fullS) >= 3 &&
            volumes(freeS) >= 1.5 &&
            partS >= fullS
          )
        },
      ),
    )
  })
})

describe('the gate for settings', () => {
  const acetylene = { gas: 'acetylene', ambientPa: SEA, divisionPa: PSI_PA } as const
  it.each([
    [12, undefined],
    [12.4, undefined],
    [12.5, 'acetylene-limit'],
    [14, 'acetylene-limit'],
    [16, 'acetylene-limit'],
    [0, 'not-a-pressure'],
    [Number.NaN, 'not-a-pressure'],
  ])('acetylene at %d psig flowing with 2 psi of rise: %s', (psi, code) => {
    expect(refuseSetting({ ...acetylene, gaugePa: psi * PSI_PA })?.code).toBe(code)
  })
  it('uses a measured rise and the 30 psia limit below sea level', () => {
    expect(refuseSetting({ ...acetylene, gaugePa: 12 * PSI_PA, lockUpPa: 3 * PSI_PA })?.code).toBe(
      'acetylene-limit',
    )
    expect(
      refuseSetting({ ...acetylene, gaugePa: 12.2 * PSI_PA, ambientPa: ambientPressurePa(-400) })?.code,
    ).toBe('acetylene-limit')
  })
  it('lets nothing past, whatever is asked', () => {
    const anything = fc.record({
      gas: fc.constantFrom('oxygen', 'acetylene', 'propane'),
      gaugePa: fc.double(),
      ambientPa: fc.double({ min: 54_000, max: 107_000, noNaN: true }),
      divisionPa: fc.double({ min: 0, max: 20_000, noNaN: true }),
      lockUpPa: fc.option(fc.double({ min: 0, max: 40_000, noNaN: true }), { nil: undefined }),
      ratingPa: fc.option(fc.double({ min: 0, max: 2e6, noNaN: true }), { nil: undefined }),
    })
    fc.assert(
      fc.property(anything, (asked) => {
        if (refuseSetting(asked)) return true
        const shut = asked.gaugePa + (asked.lockUpPa ?? 2 * PSI_PA) + asked.divisionPa / 2
        return (
          asked.gaugePa > 0 &&
          (asked.gas !== 'acetylene' || (shut < 15 * PSI_PA && shut + asked.ambientPa < 30 * PSI_PA)) &&
          asked.gaugePa <= (asked.ratingPa ?? Infinity) &&
          (asked.gas !== 'oxygen' || asked.gaugePa <= 150.001 * PSI_PA)
        )
      }),
      { numRuns: 2000 },
    )
  })
  it('names the highest that would pass, the maker’s rating as well as the gas’s own limit', () => {
    const anything = fc.record({
      gas: fc.constantFrom('oxygen', 'acetylene', 'propane'),
      ambientPa: fc.double({ min: 54_000, max: 107_000, noNaN: true }),
      divisionPa: fc.double({ min: 700, max: 20_000, noNaN: true }),
      ratingPa: fc.option(fc.double({ min: 30_000, max: 2e6, noNaN: true }), { nil: undefined }),
    })
    fc.assert(
      fc.property(anything, (gate) => {
        const limitPa = refuseSetting({ ...gate, gaugePa: 1e9 })?.limitPa ?? NaN
        expect(refuseSetting({ ...gate, gaugePa: limitPa - 0.01 })).toBeUndefined()
        expect(refuseSetting({ ...gate, gaugePa: limitPa * 1.001 })?.limitPa).toBe(limitPa)
        const highest = highestSetting(gate)
        if (highest > 0) expect(refuseSetting({ ...gate, gaugePa: highest })).toBeUndefined()
      }),
    )
  })
})

describe('acetylene draw', () => {
  it('is a tenth of the rated contents an hour, a fifteenth when lit long, a twentieth in frost', () => {
    expect(acetyleneDrawShare(300, 294)).toBeCloseTo(1 / 10)
    expect(acetyleneDrawShare(601, 294)).toBeCloseTo(1 / 15)
    expect(acetyleneDrawShare(300, 294, 'older')).toBeCloseTo(1 / 7)
    expect(acetyleneDrawShare(300, 280)).toBeCloseTo(1 / 15)
    expect(acetyleneDrawShare(300, 270)).toBeCloseTo(1 / 20)
    expect(acetyleneDrawLimit(145 * CUBIC_FOOT_M3, 1 / 10) / CFH).toBeCloseTo(14.5)
  })
})

describe('inner cone', () => {
  it('follows sin(half angle) = Su/U', () => {
    expect(coneLength(0.001, 100, 10)).toBeCloseTo(0.0005 * Math.sqrt(99), 9)
    expect(coneLength(0.001, 5, 10)).toBe(0)
  })
  it('is longer for more gas, and its low is shorter than its high', () => {
    const small = preheatCone(FUELS.acetylene, 20 * CFH)
    const large = preheatCone(FUELS.acetylene, 40 * CFH)
    expect(large.lengthM).toBeGreaterThan(small.lengthM)
    expect(small.lowM).toBeLessThan(small.lengthM)
    expect(small.highM).toBeGreaterThan(small.lengthM)
  })
})
