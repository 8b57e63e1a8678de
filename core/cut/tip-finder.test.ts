import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CHART_HOSE } from '../gas/hose.ts'
import { CUBIC_FOOT_M3, drillDiameterM, INCH_M, NUMBER_DRILLS, PSI_PA } from '../quantity/index.ts'
import { readChartTable } from './chart-csv.ts'
import {
  flowCurve,
  judgeMeasuredWear,
  judgeWear,
  measuredOrifice,
  orificeBetween,
  tipFacts,
} from './tip-finder.ts'

const SEA = 101_325
const CFH = CUBIC_FOOT_M3 / 3600

describe('which tip is this', () => {
  it('takes number drill 60 for what it is: 0.040 in, 65.4 scfh at 40 psig', () => {
    const facts = tipFacts(measuredOrifice(drillDiameterM(60) ?? 0), SEA)
    expect(facts.drill?.number).toBe(60)
    expect(facts.flow.value / CFH).toBeCloseTo(65.4, 1)
    expect(facts.chokesAtPa / PSI_PA).toBeCloseTo(13.1, 1)
    expect((facts.does?.[0] ?? 0) / INCH_M).toBeCloseTo(0.125, 2)
  })
  it('lies between the drill that fits and the one that does not', () => {
    expect(orificeBetween(0.001, 0.0012)).toEqual({
      valueM: expect.closeTo(0.0011, 12) as number,
      lowM: 0.001,
      highM: 0.0012,
    })
    expect(orificeBetween(0.0011, 0.001)).toBeUndefined()
  })
  it('gives each bore a cleaner that slides in, and a no-go that is wider', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.0005, max: 0.004, noNaN: true }), (d) => {
        const facts = tipFacts(measuredOrifice(d), SEA)
        expect(facts.cleaner?.diameterM ?? 0).toBeLessThan(d)
        if (facts.noGo) expect(facts.noGo.diameterM).toBeGreaterThanOrEqual(d * 1.05)
        expect(facts.smallerDrill?.diameterM ?? 0).toBeLessThan(facts.largerDrill?.diameterM ?? 1)
        expect(facts.flow.low).toBeLessThan(facts.flow.value)
        expect(facts.flow.value).toBeLessThan(facts.flow.high)
      }),
    )
  })
  it('judges wear by what goes in', () => {
    expect([judgeWear(true, false), judgeWear(true, true), judgeWear(false, false)]).toEqual([
      'good',
      'worn',
      'blocked',
    ])
    expect(judgeMeasuredWear(0.001, 0.00101)).toBe('good')
    expect(judgeMeasuredWear(0.001, 0.00106)).toBe('worn')
    expect(judgeMeasuredWear(0.001, 0.0009)).toBe('blocked')
  })
  it('has a flow curve that rises with pressure and with bore, above it the hose', () => {
    fc.assert(
      fc.property(fc.constantFrom(...NUMBER_DRILLS.map((d) => d.diameterM).filter((d) => d < 0.003)), (d) => {
        const curve = flowCurve(d, CHART_HOSE, SEA)
        const wider = flowCurve(d * 1.1, CHART_HOSE, SEA)
        curve.forEach((p, i) => {
          expect(p.regulatorPa).toBeGreaterThan(p.tipPa)
          expect(p.flow).toBeGreaterThan(curve[i - 1]?.flow ?? 0)
          expect(wider[i]?.flow).toBeGreaterThan(p.flow)
        })
      }),
    )
  })
})

describe('a chart as a table', () => {
  const HEAD =
    'orifice (in),thicknessMin (in),thicknessMax (in),oxygenPressure (psi),fuelPressure (psi),speed (in/min)'
  it('takes the units of the first line', () => {
    const { rows, faults } = readChartTable(`${HEAD}\n.052,1/2,1,42,6,15\n#60,3/16,3/8,30,5,17`)
    expect(faults).toEqual([])
    expect(rows[0]).toEqual({
      tip: '',
      orifice: '.052 in',
      thicknessMin: '1/2 in',
      thicknessMax: '1 in',
      oxygenPressure: '42 psi',
      fuelPressure: '6 psi',
      pressureAt: 'regulator',
      speed: '15 in/min',
      kerf: '',
    })
    expect(rows[1]?.orifice).toBe('#60')
  })
  it('takes sizes by name and ranges as they are printed, and asks once for the unit of the pressures', () => {
    const text =
      'Size,Plate,Oxygen,Fuel,Speed (ipm)\n000,1/8-3/16 in,20-25,3-5,20–24\n0,1/4 to 3/8 in,25 to 30,3-5,17-20\n6,4 in,,5-8,'
    const bare = readChartTable(text)
    expect(bare.asksPressure).toBe(true)
    expect(bare.rows).toHaveLength(0)
    const { rows, faults, asksPressure } = readChartTable(text, 'ask', 'psi')
    expect(asksPressure).toBe(false)
    expect(faults).toEqual([])
    expect(rows[0]).toMatchObject({
      tip: '000',
      orifice: '',
      thicknessMin: '1/8 in',
      thicknessMax: '3/16 in',
      oxygenPressure: '20-25 psi',
      speed: '20–24 in/min',
    })
    expect(rows[1]).toMatchObject({ tip: '0', thicknessMin: '1/4 in', thicknessMax: '3/8 in' })
    expect(rows[2]).toMatchObject({
      tip: '6',
      thicknessMin: '4 in',
      thicknessMax: '4 in',
      oxygenPressure: '',
    })
    expect(readChartTable('tip,plate\n#56,1/2 in').rows[0]).toMatchObject({ tip: '', orifice: '#56' })
  })
  it('lists faulty rows by line and offers the good ones', () => {
    const { rows, faults } = readChartTable(
      `${HEAD}\n.052,1/2,1,42,6,15\n.06,2,1,40,6,9\n.07,1,2,abc,6,9\n,1,2,40,6,9`,
    )
    expect(rows).toHaveLength(1)
    expect(faults.map((f) => f.line)).toEqual([3, 4, 5])
    expect(faults[1]?.message).toContain('oxygenPressure')
  })
  it('reads what a spreadsheet pastes, and one column of thickness', () => {
    const { rows } = readChartTable('Tip mm\tPlate mm\tOxygen [bar]\tAt\n1.3\t20\t2.9\ttorch')
    expect(rows[0]).toMatchObject({
      orifice: '1.3 mm',
      thicknessMin: '20 mm',
      thicknessMax: '20 mm',
      oxygenPressure: '2.9 bar',
      pressureAt: 'torch',
    })
    expect(readChartTable('tip (mm);plate (mm);oxygen (bar)\n1,3;20;2,9', 'comma').rows[0]?.orifice).toBe(
      '1,3 mm',
    )
  })
  it('guesses no unit for a pressure, and says what a first line should be', () => {
    expect(readChartTable('orifice (in),thickness (in),oxygen\n.052,1,42').faults[0]?.message).toContain('42')
    expect(readChartTable('.052,1,42').faults[0]?.message).toContain('first line')
    expect(readChartTable('orifice (in),thickness (in),colour\n.052,1,red').faults[0]?.message).toContain(
      'colour',
    )
    expect(readChartTable('').faults).toHaveLength(1)
    expect(readChartTable('x'.repeat(300_000)).faults[0]?.message).toContain('too long')
  })
  it('never throws on nonsense', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        const { rows, faults } = readChartTable(text)
        expect(rows.length + faults.length).toBeGreaterThan(0)
      }),
    )
  })
})
