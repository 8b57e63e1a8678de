import { describe, expect, it } from 'vitest'
import { INCH_M, PSI_PA } from '../quantity/units.ts'
import { brazingBand } from './pressures.ts'
import { brazePlan, codesOf, stopsOf, valueOf } from './test-support.ts'

const psi = (n: number) => n * PSI_PA
const INCH = { units: undefined }

describe('usual pressures', () => {
  it.each([
    ['0.030 in', 0.03, [3, 5]],
    ['0.035 in', 0.035, [3, 5]],
    ['0.040 in', 0.04, [4, 6]],
    ['0.050 in', 0.05, [4, 6]],
    ['0.070 in', 0.07, [5, 8]],
  ] as const)('of acetylene through %s', (_what, bore, [low, high]) => {
    expect(brazingBand('acetylene', bore * INCH_M, false)).toEqual([psi(low), psi(high)])
  })
  it('of a heating head, of propane, and of none known', () => {
    expect(brazingBand('acetylene', 0.04 * INCH_M, true)).toEqual([psi(6), psi(10)])
    expect(brazingBand('propane', 0.04 * INCH_M, false)).toEqual([psi(4), psi(10)])
    expect(brazingBand('acetylene', 0.09 * INCH_M, false)).toBeUndefined()
    expect(brazingBand('hydrogen', 0.04 * INCH_M, false)).toBeUndefined()
  })
})

describe('settings', () => {
  const plan = (rig: object, shop: object = INCH) => brazePlan({}, { tipOrifice: '0.045 in', ...rig }, shop)
  it('are the middle of the band, down to a division of the gauge', () => {
    expect(valueOf(plan({}), 'fuelPressure')).toBeCloseTo(psi(5), 6)
    const bar = valueOf(plan({}, {}), 'fuelPressure')
    expect(bar).toBeLessThanOrEqual(psi(5.3))
    expect((bar / 5000) % 1).toBeCloseTo(0, 6)
  })
  it('are labelled as estimates, 40 % either way', () => {
    const f = plan({}).figures.fuelPressure
    expect(f?.source).toBe('worked-out')
    expect(f?.because).toContain('estimate')
    expect(f?.low).toBeCloseTo(psi(3), 6)
    expect(f?.high).toBeCloseTo(psi(7), 6)
  })
  it('take oxygen twice for a heating head and three times for propane', () => {
    const head = plan({ head: 'heating', tipOrifice: '0.025 in' })
    expect(valueOf(head, 'oxygenPressure') / valueOf(head, 'fuelPressure')).toBeCloseTo(2, 0)
    const propane = plan({ fuel: 'propane' })
    expect(valueOf(propane, 'oxygenPressure') / valueOf(propane, 'fuelPressure')).toBeCloseTo(3, 1)
  })
  it('rise with a long thin hose, and stop when it takes too much', () => {
    const hose = (length: string, bore: string) => ({ oxygenHose: { length, bore } })
    expect(
      valueOf(plan({ ...hose('200 ft', '3/16 in'), tipOrifice: '0.07 in' }), 'fuelPressure'),
    ).toBeGreaterThan(valueOf(plan({ ...hose('12 ft', '3/8 in'), tipOrifice: '0.07 in' }), 'fuelPressure'))
    const stopped = plan({ ...hose('490 ft', '2 mm'), head: 'heating', tipOrifice: '0.06 in' })
    expect(stopsOf(stopped)).toContain('fuel-hose-drop-too-large')
    expect(stopped.figures.fuelPressure).toBeUndefined()
  })
  it('keep under a maker’s rating', () => {
    const p = plan({ fuelRating: '3 psi' })
    expect(valueOf(p, 'fuelPressure')).toBeLessThanOrEqual(psi(3))
    expect(stopsOf(plan({ oxygenRating: '2 psi' }))).toContain('rating')
  })
  it('go by the chart as it stands, with what a longer hose takes on top', () => {
    const chart = [
      { orifice: '0.045 in', oxygenPressure: '8 psi', fuelPressure: '7 psi', pressureAt: 'torch' },
    ]
    const near = plan({ chart, oxygenHose: { length: '12 ft', bore: '3/8 in' } })
    expect(valueOf(near, 'fuelPressure')).toBeCloseTo(psi(7), 6)
    expect(valueOf(near, 'oxygenPressure')).toBeCloseTo(psi(8), 6)
    expect(near.figures.oxygenPressure?.source).toBe('chart')
    expect(near.figures.fuelPressure?.low).toBe(near.figures.fuelPressure?.high)
  })
  it('say that an injector has its own', () => {
    expect(codesOf(plan({ torchKind: 'injector' }))).toContain('injector')
  })
  it('stay the same at height, gauge for gauge, within a division', () => {
    const high = valueOf(plan({}, { ...INCH, altitude: '2500 m' }), 'fuelPressure')
    expect(Math.abs(high - valueOf(plan({}), 'fuelPressure'))).toBeLessThanOrEqual(psi(1) + 1)
  })
})
