import { FUEL_IDS } from '../gas/fuels.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { likelySpan } from '../span.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH_M, PSI_PA } from '../quantity/index.ts'
import { pressureForFlow } from '../gas/orifice.ts'
import { fuelBand } from './fuel.ts'
import { lookUpChart } from './chart.ts'
import { guideOffset, lowestTouch } from './guide.ts'
import { estimateKerf, kerfFactor, kerfFromLog } from './kerf.ts'
import { kindling, type StartAsked } from './preheat.ts'
import { steelRow } from './steel-table.ts'
import { chooseDrill, sameOrifice } from './tip.ts'
import type { ChartRow } from './types.ts'

const inch = (n: number) => n * INCH_M
const thickness = fc.double({ min: 0.0005, max: 0.3, noNaN: true })

describe('kerf', () => {
  it('is 1.3 orifices to 3 mm and 1.5 from 10 mm, evenly between', () => {
    expect([0.001, 0.003, 0.0065, 0.01, 0.1].map(kerfFactor)).toEqual([
      1.3,
      1.3,
      expect.closeTo(1.4),
      1.5,
      1.5,
    ])
  })
  it('never narrows with thickness, and a hand adds half a millimetre', () => {
    fc.assert(
      fc.property(thickness, thickness, fc.double({ min: 0.0003, max: 0.004, noNaN: true }), (a, b, d) => {
        const [thin, thick] = a < b ? [a, b] : [b, a]
        expect(estimateKerf(thick, d, 'track')).toBeGreaterThanOrEqual(estimateKerf(thin, d, 'track'))
        expect(estimateKerf(thin, d, 'hand') - estimateKerf(thin, d, 'track')).toBeCloseTo(0.0005, 12)
      }),
    )
  })
  it('is learnt only from the same tip, plate and handling', () => {
    const asked = { orificeM: inch(0.052), thicknessM: 0.02, handling: 'hand' } as const
    const log = [
      { ...asked, kerfM: 0.0021 },
      { ...asked, thicknessM: 0.0215, kerfM: 0.0023 },
      { ...asked, thicknessM: 0.0225, kerfM: 0.009 },
      { ...asked, orificeM: inch(0.054), kerfM: 0.009 },
      { ...asked, handling: 'track', kerfM: 0.009 },
    ] as const
    expect(kerfFromLog(log, asked)).toEqual([0.0021, 0.0023])
    expect(kerfFromLog([], asked)).toEqual([])
  })
})

const square = (side: 'part' | 'scrap', tipRadiusM: number, kerfM: number) =>
  guideOffset({ side, tipRadiusM, kerfM, bevelRad: 0, leans: 'over', touchM: 0.03 })
const asked = (thicknessM: number, orificeM?: number, trial = false) => ({
  thicknessM,
  orificeM,
  trial,
  oxygenDivisionPa: PSI_PA,
  fuelDivisionPa: PSI_PA,
})

describe('guide', () => {
  it('is touched by the tilted tip just there: the flank and the edge of the guide meet', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.003, max: 0.03, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.005, max: 0.1, noNaN: true }),
        (radius, beta, z) => {
          // distance of a point from the tilted axis, in the plane across the cut
          const fromAxis = (x: number, y: number, lean: number) =>
            Math.abs(x * Math.cos(beta) - lean * y * Math.sin(beta))
          const g = { side: 'part', tipRadiusM: radius, kerfM: 0, bevelRad: beta } as const
          const over = guideOffset({ ...g, leans: 'over', touchM: z })
          expect(fromAxis(-over, z, -1)).toBeCloseTo(radius, 9)
          const touch = lowestTouch(0.008, radius, beta)
          const away = guideOffset({ ...g, leans: 'away', touchM: touch })
          expect(fromAxis(-away, touch, 1)).toBeCloseTo(radius, 9)
        },
      ),
    )
  })
  it('stands one kerf further off on the scrap than on the part', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.003, max: 0.03, noNaN: true }),
        fc.double({ min: 0.0005, max: 0.005, noNaN: true }),
        (radius, kerf) => {
          expect(square('scrap', radius, kerf) - square('part', radius, kerf)).toBeCloseTo(kerf, 12)
          expect((square('scrap', radius, kerf) + square('part', radius, kerf)) / 2).toBeCloseTo(radius, 12)
        },
      ),
    )
  })
  it('rides a 1/4 in radius 5.33 mm from the line with a 2.03 mm kerf', () => {
    expect(square('part', 0.00635, 0.002032) * 1000).toBeCloseTo(5.334, 3)
  })
})

describe('preheat', () => {
  const asked = (inches: number, more: Partial<StartAsked> = {}): StartAsked => ({
    thicknessM: inch(inches),
    temperatureK: STANDARD_TEMPERATURE_K,
    surface: 'clean',
    edge: 'plain',
    weather: 'dry',
    fuel: 'acetylene',
    ...more,
  })
  it('takes at an edge what the trade gives it, plate by plate', () => {
    for (const [t, low, high] of [
      [3 / 16, 2, 4],
      [1 / 4, 4, 8],
      [3 / 8, 6, 12],
      [1 / 2, 8, 15],
      [3 / 4, 10, 20],
      [1, 12, 25],
      [2, 20, 45],
      [4, 40, 90],
      [6, 60, 120],
      [12, 90, 240],
    ] as const) {
      const got = kindling('edge', asked(t))
      expect(got.low, `${t} in`).toBeCloseTo(low, 6)
      expect(got.high, `${t} in`).toBeCloseTo(high, 6)
    }
    expect(kindling('edge', asked(1 / 8)).high).toBeLessThanOrEqual(2)
    expect(kindling('edge', asked(1 / 16)).value).toBeLessThanOrEqual(1.3)
  })
  it('is longer on the flat, for slow fuels, scale and wet, shorter for a sharp edge and warm plate', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 12, noNaN: true }), fc.constantFrom(...FUEL_IDS), (t, fuel) => {
        const plain = kindling('edge', asked(t, { fuel })).value
        const times = (more: Partial<StartAsked>, at: 'edge' | 'flat' = 'edge') =>
          kindling(at, asked(t, { fuel, ...more })).value / plain
        expect(times({}, 'flat')).toBeCloseTo(Math.sqrt(6), 6)
        expect(times({ edge: 'sharp' })).toBeCloseTo(0.8, 9)
        expect(times({ surface: 'rust' })).toBeCloseTo(1.3, 9)
        expect(times({ weather: 'wet' })).toBeCloseTo(1.2, 9)
        expect(times({ temperatureK: 265 })).toBeCloseTo(1.2, 9)
        expect(times({ temperatureK: 700 })).toBeLessThan(0.6)
        expect(times({ fuel: 'propane' })).toBeGreaterThanOrEqual(1)
        expect(kindling('edge', asked(t * 1.3, { fuel })).value).toBeGreaterThanOrEqual(plain * (1 - 1e-9))
      }),
    )
  })
  it('shows a likely span within a factor of two, whatever is multiplied on', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 12, noNaN: true }),
        fc.constantFrom(...FUEL_IDS),
        fc.constantFrom('edge', 'flat'),
        (t, fuel, at) => {
          const { low, high } = likelySpan(kindling(at, asked(t, { fuel })))
          expect(high / low).toBeLessThanOrEqual(2)
        },
      ),
    )
  })
})

describe('tip', () => {
  const SEA = 101_325
  it('is the drill of the range that comes nearest 40 psig: no other does better', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.13, max: 11.9, noNaN: true }), (t) => {
        const row = steelRow(inch(t), 'acetylene')
        const flow = (row.cuttingOxygen[0] + row.cuttingOxygen[1]) / 2
        const off = (d: number) =>
          Math.abs(pressureForFlow({ diameterM: d, ambientPa: SEA }, flow) - 40 * PSI_PA)
        const chosen = chooseDrill(row.orificeM, flow, SEA)
        expect(chosen).toBeDefined()
        for (const d of [-0.002, -0.001, 0.001, 0.002].map((step) => (chosen ?? 0) + inch(step))) {
          const other = chooseDrill([d - inch(0.0001), d + inch(0.0001)], flow, SEA)
          if (other !== undefined && other >= row.orificeM[0] && other <= row.orificeM[1])
            expect(off(chosen ?? 0)).toBeLessThanOrEqual(off(other) + 1)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('tells tips apart at a thousandth', () => {
    expect(sameOrifice(inch(0.052), inch(0.0525))).toBe(true)
    expect(sameOrifice(inch(0.052), inch(0.053))).toBe(false)
  })
  it('finds the row of the fitted tip, else the one with the plate nearest its middle', () => {
    const row = (orifice: number, from: number, to: number): ChartRow => ({
      tip: '',
      orificeM: inch(orifice),
      boreKnown: true,
      thicknessMinM: inch(from),
      thicknessMaxM: inch(to),
      at: 'regulator',
    })
    const chart = [row(0.04, 0.25, 0.75), row(0.052, 0.5, 1), row(0.06, 0.7, 2)]
    expect(lookUpChart(chart, asked(inch(0.7)))?.row.orificeM).toBeCloseTo(inch(0.052))
    expect(lookUpChart(chart, asked(inch(0.7), inch(0.04)))?.row.orificeM).toBeCloseTo(inch(0.04))
    expect(lookUpChart(chart, asked(inch(3)))).toBeUndefined()
    expect(lookUpChart(chart, asked(inch(0.3), inch(0.06)))).toBeUndefined()
  })
  it('interpolates between two rows of one tip, by the logarithm, and never outside', () => {
    const at = (inches: number, psi: number, speed: number): ChartRow => ({
      tip: '1',
      orificeM: inch(0.052),
      boreKnown: true,
      thicknessMinM: inch(inches),
      thicknessMaxM: inch(inches),
      at: 'regulator',
      oxygenPa: [psi * PSI_PA, psi * PSI_PA],
      fuelPa: [6 * PSI_PA, 6 * PSI_PA],
      speeds: [speed, speed],
    })
    const chart = [at(1, 44, 0.004), at(0.5, 36, 0.006)]
    const middle = lookUpChart(chart, asked(inch(Math.SQRT1_2)))
    expect(middle?.how).toBe('between')
    expect((middle?.row.oxygenGaugePa ?? 0) / PSI_PA).toBeCloseTo(40, 9)
    expect(middle?.row.speed).toBeCloseTo(0.005, 9)
    for (const t of [0.49, 1.01]) expect(lookUpChart(chart, asked(inch(t)))).toBeUndefined()
    // just outside it may be tried, and says that it is a trial; far outside it may not
    expect(lookUpChart(chart, asked(inch(1.2), undefined, true))?.how).toBe('trial')
    expect(lookUpChart(chart, asked(inch(1.3), undefined, true))).toBeUndefined()
  })
})

describe('fuel pressure at the torch', () => {
  it('rises with the plate, in the usual bands', () => {
    const psi = (t: number) => fuelBand('acetylene', inch(t)).map((p) => Math.round(p / PSI_PA))
    expect([0.25, 0.26, 1, 3, 3.1].map(psi)).toEqual([
      [3, 5],
      [4, 8],
      [4, 8],
      [5, 10],
      [8, 12],
    ])
    expect(fuelBand('propane', inch(1)).map((p) => Math.round(p / PSI_PA))).toEqual([4, 10])
  })
})
