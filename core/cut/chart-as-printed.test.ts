import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH_M, parseRange, PSI_PA, rangeWithUnit, splitRange } from '../quantity/index.ts'
import { planCut, readCut } from './index.ts'
import { splitStamp } from './read-chart.ts'

const IPM = INCH_M / 60
type Loose = Record<string, unknown>
const plan = (thickness: string, chart: readonly Loose[], rig: Loose = {}) => {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness, length: '12 in' },
    rig: { fuel: 'acetylene', handling: 'hand', guide: 'none', chart, ...rig },
    shop: {},
  })
  if (!read.ok) throw new Error(JSON.stringify(read.errors))
  return planCut(read.request)
}
const CARD = [
  {
    tip: '0',
    thicknessMin: '1/4 in',
    thicknessMax: '3/8 in',
    oxygenPressure: '25-30 psi',
    fuelPressure: '3-5 psi',
    speed: '18-22 ipm',
  },
  {
    tip: '1',
    thicknessMin: '1/2 in',
    thicknessMax: '1 in',
    oxygenPressure: '30 to 40 psi',
    fuelPressure: '4–8 psi',
    speed: '12 - 16 ipm',
    orifice: '#56',
  },
  {
    tip: '2',
    thicknessMin: '1 1/2 in',
    thicknessMax: '2 in',
    oxygenPressure: '40/50 psi',
    fuelPressure: '13-16 psi',
  },
]

describe('ranges in every common way of writing', () => {
  it.each([
    ['30-40 psi', 'pressure', 30, 40, PSI_PA],
    ['30 to 40 psi', 'pressure', 30, 40, PSI_PA],
    ['30 – 40 psi', 'pressure', 30, 40, PSI_PA],
    ['30 psi - 40 psi', 'pressure', 30, 40, PSI_PA],
    ['between 30 and 40 psi', 'pressure', 30, 40, PSI_PA],
    ['from 30 to 40 psig', 'pressure', 30, 40, PSI_PA],
    ['30/40 psi', 'pressure', 30, 40, PSI_PA],
    ['35 ± 5 psi', 'pressure', 30, 40, PSI_PA],
    ['40-30 psi', 'pressure', 30, 40, PSI_PA],
    ['38 psi', 'pressure', 38, 38, PSI_PA],
    ['20–24 ipm', 'speed', 20, 24, IPM],
    ['20 thru 24 in/min', 'speed', 20, 24, IPM],
    ['1/2-3/4 in', 'length', 0.5, 0.75, INCH_M],
    ['1/2 to 1-1/4 in', 'length', 0.5, 1.25, INCH_M],
    ['1-1/2 in', 'length', 1.5, 1.5, INCH_M],
    ['1 1/2 - 2 in', 'length', 1.5, 2, INCH_M],
  ] as const)('%s', (text, kind, low, high, unit) => {
    const read = parseRange(text, kind)
    expect(read).toMatchObject({
      ok: true,
      low: expect.closeTo(low * unit, 6) as number,
      high: expect.closeTo(high * unit, 6) as number,
    })
  })
  it('says what is wrong with what is none', () => {
    for (const text of ['abc', '30-', '-', '30-abc psi', '30 psia - 40 psia', '3-4-5'])
      expect(parseRange(text, 'pressure').ok, text).toBe(false)
  })
  it('spells its unit out, and splits as it was typed', () => {
    expect(rangeWithUnit('30-40', 'pressure', { unit: 'psi' })).toBe('30-40 psi')
    expect(rangeWithUnit('30-40 bar', 'pressure', { unit: 'psi' })).toBe('30-40 bar')
    expect(splitRange('20 to 24 ipm', 'speed')).toEqual(['20 ipm', '24 ipm'])
    expect(splitRange('38 psi', 'pressure')).toBeUndefined()
  })
  it('reads a range from whichever end it is told', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 60 }), fc.integer({ min: 0, max: 60 }), (a, more) => {
        const read = parseRange(
          more % 2 === 0 ? `${a} to ${a + more} psi` : `${a + more}-${a} psi`,
          'pressure',
        )
        expect(read.ok && [read.low / PSI_PA, read.high / PSI_PA]).toEqual([
          expect.closeTo(a, 6),
          expect.closeTo(a + more, 6),
        ])
      }),
    )
  })
})

describe('a chart as it is printed', () => {
  it('sets the middle of a range for the middle of its plates, and slides with the thickness inside it', () => {
    const psi = (t: string) => (plan(t, CARD).figures.cuttingOxygenPressure?.value ?? 0) / PSI_PA
    expect(psi('1/2 in')).toBeCloseTo(30, 6)
    expect(psi('0.7071 in')).toBeCloseTo(35, 6)
    expect(psi('1 in')).toBeCloseTo(40, 6)
    const { cuttingOxygenPressure, travelSpeed, fuelPressure } = plan('3/4 in', CARD).figures
    expect([cuttingOxygenPressure?.low, cuttingOxygenPressure?.high].map((p) => (p ?? 0) / PSI_PA)).toEqual([
      expect.closeTo(30, 6),
      expect.closeTo(40, 6),
    ])
    expect(cuttingOxygenPressure?.because).toMatch(
      /30 to 40 psi: \d+ psi for this plate, \d+ % of the way up its row/,
    )
    expect([travelSpeed?.low, travelSpeed?.high].map((v) => (v ?? 0) / IPM)).toEqual([
      expect.closeTo(12, 6),
      expect.closeTo(16, 6),
    ])
    expect(fuelPressure?.source).toBe('chart')
    // thicker is slower
    expect(plan('1/2 in', CARD).figures.travelSpeed?.value ?? 0).toBeGreaterThan(travelSpeed?.value ?? 99)
  })
  it('takes a size by its name, its bore worked out until somebody says it', () => {
    const p = plan('5/16 in', CARD)
    expect(p.figures.tipOrifice?.source).toBe('chart')
    expect(p.figures.tipOrifice?.because).toContain('size 0')
    expect(p.findings.map((f) => f.code)).toContain('chart-no-bore')
    expect(p.tip).toEqual({ verdict: 'does', because: 'Your chart has size 0 for this plate.' })
    // said in one row of a size it is said for all of them
    const twice = [
      CARD[0],
      { ...CARD[0], thicknessMin: '1/8 in', thicknessMax: '3/16 in', orifice: '#60' },
    ] as Loose[]
    const known = plan('5/16 in', twice)
    expect(known.figures.tipOrifice?.value).toBeCloseTo(0.04 * INCH_M, 6)
    expect(known.findings.map((f) => f.code)).not.toContain('chart-no-bore')
  })
  it('clips the band at the limit of the gate, wherever it sets', () => {
    const p = plan('2 in', CARD)
    const fuel = p.figures.fuelPressure
    if (fuel) expect(fuel.high / PSI_PA).toBeLessThan(15)
    else expect(p.findings.map((f) => f.code)).toContain('acetylene-limit')
    const low = plan('2 in', [{ ...CARD[2], fuelPressure: '8-14 psi' }]).figures.fuelPressure
    expect(low?.value ?? 99).toBeLessThan(13 * PSI_PA)
    expect((low?.high ?? 99e9) / PSI_PA).toBeLessThan(13)
  })
  it('never gives a setting outside its range, nor past a limit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 1, noNaN: true }),
        fc.integer({ min: 20, max: 50 }),
        fc.integer({ min: 0, max: 20 }),
        (t, low, more) => {
          const chart = [
            { ...CARD[1], oxygenPressure: `${low}-${low + more} psi`, fuelPressure: `4-${4 + more} psi` },
          ]
          const { cuttingOxygenPressure: o, fuelPressure: f } = plan(`${t} in`, chart).figures
          expect((o?.value ?? 0) / PSI_PA).toBeGreaterThanOrEqual(low - 0.51)
          expect((o?.value ?? 0) / PSI_PA).toBeLessThanOrEqual(low + more + 0.51)
          if (f) expect(f.high / PSI_PA).toBeLessThan(15)
        },
      ),
    )
  })
  it('asks for the size or the bore of a row that has neither', () => {
    const read = readCut({
      kind: 'cut',
      work: { metal: 'low-carbon-steel', thickness: '1/2 in', length: '1 ft' },
      rig: {
        fuel: 'acetylene',
        chart: [{ thicknessMin: '1/2 in', thicknessMax: '1 in', oxygenPressure: '30-' }],
      },
      shop: {},
    })
    expect(!read.ok && read.errors.map((e) => e.field)).toEqual([
      'rig.chart.0.oxygenPressure',
      'rig.chart.0.tip',
    ])
  })
  it('takes a stamp apart into size and ordering marks', () => {
    expect([splitStamp('0'), splitStamp('AB-3-000'), splitStamp('2 P'), splitStamp('XL')]).toEqual([
      { size: '0', marks: '' },
      { size: '000', marks: 'AB-3' },
      { size: '2', marks: 'P' },
      { size: 'XL', marks: '' },
    ])
  })
})
