import { LIKELY_SHARE } from '../span.ts'
import { describe, expect, it } from 'vitest'
import { Setting, type Gate } from '../gas/gate.ts'
import { adviseDraw } from './draw.ts'
import { PlanDraft, type PlanParts } from './plan-draft.ts'
import { CUBIC_FOOT_M3 } from '../quantity/units.ts'
import { INCH_UNITS, METRIC_UNITS, type UnitChoices } from '../quantity/choices.ts'

type Name = 'flow' | 'pressure' | 'atTip'
type Pressure = 'pressure' | 'atTip'
const SHAPE = {
  names: ['pressure', 'flow', 'atTip'] as const,
  unit: { flow: 'm3/s', pressure: 'Pa', atTip: 'Pa' } as const,
  within: new Set<Name>(),
  atTip: new Set(['atTip'] as const),
}
class Small extends PlanDraft<Name, Pressure, 'atTip'> {
  constructor(units: UnitChoices = METRIC_UNITS, ticked: { code: string; by: string }[] = []) {
    super(SHAPE, units, ticked)
  }
  end(): PlanParts<Name> {
    return this.parts()
  }
}
const told = { because: 'so', from: {}, cites: 'nobody' }
const parts = { low: 2, high: 3, ...told }
const GATE: Gate = { gas: 'oxygen', ambientPa: 101_325, divisionPa: 1 }
/** A setting that the gate lets through. */
function passed(gate: Gate, valuePa: number, lowPa: number, highPa: number): Setting {
  const asked = Setting.through(gate, { valuePa, lowPa, highPa, source: 'worked-out' })
  if (!asked.ok) throw new Error(asked.refused.code)
  return asked.setting
}

describe('a plan while it is worked out', () => {
  it('puts figures in their order, with spans that hold them', () => {
    const draft = new Small()
    draft.put('flow', { ...parts, value: 1 })
    draft.set('pressure', passed(GATE, 5, 2, 3), told)
    const { figures } = draft.end()
    expect(Object.keys(figures)).toEqual(['pressure', 'flow'])
    expect(figures.flow).toMatchObject({
      low: 1,
      outerLow: 1,
      outerHigh: 3,
      source: 'worked-out',
      unit: 'm3/s',
    })
    // two of three lie half as far off as nineteen of twenty
    expect(figures.flow?.high).toBeCloseTo(3 ** LIKELY_SHARE, 9)
    // what is set is kept within its band: that is no error to be halved
    expect(figures.pressure).toMatchObject({ low: 2, high: 5, outerLow: 2, outerHigh: 5 })
  })
  it('moves and widens an estimate as the log says, and leaves a chart’s figure as it is', () => {
    const draft = new Small()
    draft.holdTo({ flow: { moved: 1.2, widened: 2, runs: 14 } })
    draft.put('flow', { ...parts, value: 2.5 })
    expect(draft.end().figures.flow).toMatchObject({
      value: 3,
      outerLow: expect.closeTo(3 * (2 / 2.5) ** 2, 9),
      outerHigh: expect.closeTo(3 * (3 / 2.5) ** 2, 9),
      held: { moved: 1.2, widened: 2, runs: 14 },
      because:
        'so 14 good runs here had 20 % more than was worked out, so it is moved by that, and its span is made wider to hold two of three of them.',
    })
    const charted = new Small()
    charted.holdTo({ flow: { moved: 1.2, widened: 2, runs: 14 } })
    charted.put('flow', { ...parts, value: 2.5, source: 'chart' })
    expect(charted.end().figures.flow).toMatchObject({ value: 2.5, outerLow: 2, source: 'chart' })
  })
  it('says of pressures where they are, and of nothing else', () => {
    const draft = new Small()
    draft.put('flow', { ...parts, value: 2.5 })
    draft.atTip('atTip', { ...parts, value: 2.5 })
    draft.set('pressure', passed(GATE, 2.5, 2, 3), told)
    const { figures } = draft.end()
    expect(figures.pressure).toMatchObject({ reference: 'gauge', at: 'regulator' })
    expect(figures.atTip).toMatchObject({ reference: 'gauge', at: 'tip' })
    expect(figures.flow).not.toHaveProperty('at')
  })
  it('tells stops first, and puts their codes on every figure', () => {
    const draft = new Small()
    draft.put('flow', { ...parts, value: 2.5 })
    draft.say('note', 'n', 'N', 'Note.')
    draft.say('stop', 's', 'S', 'Stop.')
    draft.say('mind', 'm', 'M', 'Mind.')
    const { figures, findings } = draft.end()
    expect(findings.map((f) => f.code)).toEqual(['s', 'm', 'n'])
    expect(figures.flow?.stop).toEqual(['s'])
  })
  it('carries the name under a caution, but no blank one', () => {
    const draft = new Small(METRIC_UNITS, [
      { code: 'a', by: 'Tamsin' },
      { code: 'b', by: '  ' },
    ])
    draft.ask('a', 'A?')
    draft.ask('b', 'B?')
    expect(draft.end().cautions).toEqual([
      { code: 'a', text: 'A?', tickedBy: 'Tamsin' },
      { code: 'b', text: 'B?' },
    ])
  })
  it('speaks in the shop’s units', () => {
    expect(new Small().showRise(100)).toBe('100 °C')
    expect(new Small(INCH_UNITS).showRise(100)).toBe('180 °F')
    expect(new Small().round('100 mm', '4 in')).toBe('100 mm')
    expect(new Small(INCH_UNITS).round('100 mm', '4 in')).toBe('4 in')
    expect(new Small().showSpan(0.001, 0.002, 'length')).toBe('1 to 2 mm')
    expect(new Small(INCH_UNITS).showHoseLength(7.62)).toBe('25 ft')
  })
})

describe('a pressure', () => {
  it('enters a plan through the gate and in no other way', () => {
    const draft = new Small()
    // each of these does not compile: the test is that of the compiler
    // @ts-expect-error a pressure is not put like another figure
    expect(() => draft.put('pressure', { ...parts, value: 9e9 })).toBeDefined()
    // @ts-expect-error what is at the tip is not set
    expect(() => draft.set('atTip', passed(GATE, 2, 2, 2), told)).toBeDefined()
    // @ts-expect-error nor is what is set told as standing at the tip
    expect(() => draft.atTip('pressure', { ...parts, value: 9e9 })).toBeDefined()
    // @ts-expect-error a learned pressure passes the gate too
    expect(() => draft.learnFrom({ pressure: [1, 2, 3] })).toBeDefined()
    // @ts-expect-error and one that is changed after a fault
    expect(() => draft.change([], [['pressure', 1.2]])).toBeDefined()
    const forged = { valuePa: 1, lowPa: 1, highPa: 1, source: 'log' } as const
    // @ts-expect-error and no object that only looks like a setting will do
    expect(() => draft.set('pressure', forged, told)).toThrow('gate')
    expect(draft.end().figures).toEqual({})
  })
})

describe('what a cylinder may give', () => {
  const CFH = CUBIC_FOOT_M3 / 3600
  const said = (rig: object, flowCfh: number, litS = 60, airK = 294) => {
    const draft = new Small(INCH_UNITS)
    adviseDraw(
      draft,
      { rig: { fuel: 'acetylene', acetyleneCylinders: 1, ...rig }, shop: { airK } },
      flowCfh * CFH,
      litS,
    )
    return draft.end().findings[0]
  }
  const of145 = { acetyleneCylinderM3: 145 * CUBIC_FOOT_M3 }
  it('is a tenth of its contents an hour, a fifteenth for long, a twentieth in frost', () => {
    expect(said(of145, 14)?.rank).toBe('note')
    expect(said(of145, 15)?.rank).toBe('stop')
    expect(said(of145, 10, 700)?.rank).toBe('stop')
    expect(said(of145, 9, 700)?.rank).toBe('note')
    expect(said(of145, 8, 60, 270)?.rank).toBe('stop')
  })
  it('is a seventh by the older rule, and a fifteenth for a heating head however short', () => {
    expect(said({ ...of145, drawRule: 'older' }, 20)?.rank).toBe('note')
    expect(said({ ...of145, head: 'heating' }, 12)?.rank).toBe('stop')
  })
  it('names the least cylinder, and how many to manifold', () => {
    expect(said({}, 10)?.text).toContain('a 130 cu ft cylinder or larger')
    expect(said(of145, 20)?.text).toContain('manifold 2 of these')
  })
  it('of propane goes by what boils off', () => {
    expect(said({ fuel: 'propane' }, 10)?.text).toContain('20 lb')
    expect(said({ fuel: 'propane' }, 70)?.rank).toBe('mind')
    expect(said({ fuel: 'natural-gas' }, 70)).toBeUndefined()
  })
})
