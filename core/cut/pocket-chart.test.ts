import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FUEL_IDS } from '../gas/fuels.ts'
import { INCH_M, PSI_PA } from '../quantity/index.ts'
import { planCut, pocketChart, pocketPlates, readCut } from './index.ts'

type Loose = Record<string, unknown>
const request = (rig: Loose = {}, work: Loose = {}) => {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness: '1/2 in', length: '12 in', ...work },
    rig: { fuel: 'acetylene', handling: 'hand', guide: 'none', ...rig },
    shop: {},
  })
  if (!read.ok) throw new Error(JSON.stringify(read.errors))
  return read.request
}
const rows = (rig: Loose = {}, work: Loose = {}) => pocketChart(request(rig, work), pocketPlates(true), true)

describe('a chart for the pocket', () => {
  it('has every plate with what one sets, as a plan of it would', () => {
    const all = rows({ guide: 'part', tipRadius: '1/4 in' })
    expect(all.map((r) => r.thicknessM / INCH_M)).toEqual(pocketPlates(true).map((t) => t / INCH_M))
    const half = all.find((r) => Math.abs(r.thicknessM - INCH_M / 2) < 1e-9)
    const plan = planCut(request({ guide: 'part', tipRadius: '1/4 in' }))
    for (const [name, figure] of Object.entries(half?.figures ?? {}))
      expect(figure.value, name).toBe(plan.figures[name as keyof typeof plan.figures]?.value)
    expect(half?.figures.guideOffset).toBeDefined()
    expect(half?.secondsAStep).toBeCloseTo(INCH_M / (plan.figures.travelSpeed?.value ?? 1), 9)
  })
  it('has chart and log in it by their tags', () => {
    const chart = [
      {
        tip: '1',
        orifice: '#56',
        thicknessMin: '1/2 in',
        thicknessMax: '3/4 in',
        oxygenPressure: '30-40 psi',
      },
    ]
    const of = (inches: number) =>
      rows({ chart }).find((r) => Math.abs(r.thicknessM - inches * INCH_M) < 1e-9)
    expect(of(0.5)?.figures.cuttingOxygenPressure?.source).toBe('chart')
    expect(of(0.5)?.size).toBe('1')
    expect(of(2)?.figures.cuttingOxygenPressure?.source).toBe('worked-out')
  })
  it('has a dash, with its reason, where a plate is stopped', () => {
    const small = rows({ tipOrifice: '0.03 in' })
    const stopped = small.filter((r) => r.stop !== undefined)
    expect(stopped.length).toBeGreaterThan(4)
    for (const r of stopped) expect(r.figures).toEqual({})
    expect(rows({}, { metal: 'stainless-steel' }).every((r) => r.stop !== undefined)).toBe(true)
  })
  it('never sets past a limit or a rating, for any fuel and hose', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FUEL_IDS),
        fc.constantFrom('12 ft', '50 ft', '200 ft'),
        fc.constantFrom('3/16 in', '1/4 in', '3/8 in'),
        fc.integer({ min: 20, max: 120 }),
        (fuel, length, bore, rated) => {
          for (const r of rows({ fuel, oxygenHose: { length, bore }, oxygenRating: `${rated} psi` })) {
            const { cuttingOxygenPressure: o, fuelPressure: f } = r.figures
            if (o) expect(o.high).toBeLessThanOrEqual(rated * PSI_PA * 1.000001)
            if (f && fuel === 'acetylene') expect(f.high).toBeLessThan(15 * PSI_PA)
          }
        },
      ),
      { numRuns: 40 },
    )
  })
  it('counts by millimetres in a metric shop, no plate past the table', () => {
    expect(pocketPlates(false).every((t) => t <= 0.3048)).toBe(true)
    expect(pocketChart(request(), [0.01, 0.5], false)).toHaveLength(1)
  })
})
