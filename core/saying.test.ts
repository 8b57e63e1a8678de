import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BRAZE_FIGURE_UNIT } from './braze/index.ts'
import { CUT_FIGURE_UNIT } from './cut/index.ts'
import type { Figure } from './figure.ts'
import {
  bandAs,
  fromSi,
  INCH_M,
  kindOfSaying,
  parseQuantity,
  printAs,
  PSI_PA,
  setByHand,
  spanAs,
  stepOf,
  toSi,
  type Saying,
  type UnitId,
} from './quantity/index.ts'
import { INCH_UNITS, METRIC_UNITS, type UnitChoices } from './quantity/choices.ts'
import { FIGURE_SAYING, sayFigure, sayInFull, saySpan, showFigure } from './saying.ts'

const inch = (value: number) => value * INCH_M
const both = (si: number, as: Saying) => [printAs(si, as, INCH_UNITS), printAs(si, as, METRIC_UNITS)]
const of = (value: number, unit: UnitId) => toSi(value, unit)

/** decisions.md's table of classes, each by its examples. */
describe('a value as it is said', () => {
  it.each([
    ['somebody typed it', 'length', 0.02, ['20 mm', '20 mm']],
    ['somebody typed it', 'length', inch(0.75), ['3/4 in', '3/4 in']],
    ['somebody typed it', 'length', inch(0.5), ['1/2 in', '1/2 in']],
    ['somebody typed it', 'length', 0.61, ['610 mm', '610 mm']],
    ['somebody typed it', 'length', 0.14, ['140 mm', '140 mm']],
    ['a table gives it', 'length', inch(0.0472), ['1.2 mm', '1.2 mm']],
    ['a gauge gives it', 'length', inch(0.1345), ['0.135 in', '0.135 in']],
    ['nobody lays off', 'length', inch(1.34), ['1 11/32 in', '34 mm']],
    ['nobody typed it', 'length', inch(0.73125), ['23/32 in', '18.5 mm']],
    ['a drill', 'bore', inch(0.0465), ['0.0465 in', '1.18 mm']],
    ['an orifice', 'bore', inch(0.05237), ['0.052 in', '1.33 mm']],
    ['laid off with a rule', 'rule', inch(0.174), ['3/16 in', '4.5 mm']],
    ['held by eye', 'eye', inch(0.1), ['1/8 in', '3 mm']],
    ['reached by heat, never told nearer', 'reached', 0.1302, ['5 1/4 in', '135 mm']],
    ['a clearance', 'gap', inch(0.00213), ['0.002 in', '0.05 mm']],
    ['a kerf', 'kerf', 0.0025, ['0.1 in', '2.6 mm']],
    ['a kerf that is a sixty-fourth', 'kerf', inch(3 / 32), ['3/32 in', '2.4 mm']],
    ['travel', 'speed', of(11.3, 'in/min'), ['11.5 in/min', '290 mm/min']],
    ['travel', 'speed', of(15.4, 'in/min'), ['15 in/min', '390 mm/min']],
    ['time', 'time', 8.4, ['8 s', '8 s']],
    ['time', 'time', 47, ['45 s', '45 s']],
    ['time', 'time', 278, ['4 min 40 s', '4 min 40 s']],
    ['time', 'time', 3_960, ['1 h 5 min', '1 h 5 min']],
    ['a least time', 'least', 61, ['1 min 10 s', '1 min 10 s']],
    ['gas', 'volume', of(120.8, 'cu ft'), ['120 cu ft', '3400 l']],
    ['what stands on a cylinder', 'contents', of(145, 'cu ft'), ['145 cu ft', '4106 l']],
    ['a temperature', 'temperature', of(637, 'F'), ['625 °F', '340 °C']],
    ['a temperature that a table gives', 'published', of(1189, 'F'), ['1190 °F', '645 °C']],
    ['a temperature not to be passed', 'limit', of(499, 'F'), ['490 °F', '255 °C']],
    ['a strength', 'force', 180_340, ['40000 lbf', '180 kN']],
    ['a pressure', 'pressure', of(31.9, 'psi'), ['32 psi', '2.2 bar']],
    ['a pressure on a fine gauge', 'pressure', of(6.5, 'psi'), ['6.5 psi', '0.45 bar']],
    ['a pressure not to be passed', 'most', of(15, 'psi'), ['15 psi', '1.03 bar']],
  ] as const)('%s: %s of %d', (_what, as, si, said) => {
    expect(both(si, as)).toEqual(said)
  })
  it('says an estimate to no finer a digit than a tenth of its span', () => {
    expect(printAs(640, 'time', INCH_UNITS, 800)).toBe('10 min')
    expect(printAs(of(34, 'cu ft'), 'volume', INCH_UNITS, of(30, 'cu ft'))).toBe('35 cu ft')
    // what a hand sets has the step of its tool
    expect(showFigure('fuelPressure', { ...FIGURE, value: 6 * PSI_PA }, INCH_UNITS).figure).toBe('6')
  })
  it('says the ends of a span outwards, and no span that is narrower than a step', () => {
    expect(spanAs(8.4, 17.2, 'time', INCH_UNITS)).toBe('8 to 20 s')
    expect(spanAs(8.4, 9.2, 'time', INCH_UNITS)).toBe('')
    expect(spanAs(of(31.2, 'psi'), of(38.1, 'psi'), 'pressure', INCH_UNITS)).toBe('31 to 39 psi')
  })
  it('says a band to keep inside inwards, and never to nothing', () => {
    expect(bandAs(of(1185, 'F'), of(1504, 'F'), 'published', INCH_UNITS)).toBe('1185 to 1500 °F')
    expect(bandAs(of(0.0021, 'in'), of(0.0023, 'in'), 'gap', INCH_UNITS)).toBe('0.0021 to 0.0023 in')
  })
})

const FIGURE: Figure = {
  value: 1,
  low: 0.5,
  high: 3.6 * PSI_PA * 10,
  outerLow: 0.2,
  outerHigh: 3.6 * PSI_PA * 20,
  unit: 'Pa',
  source: 'worked-out',
  because: '',
  from: [],
  cites: '',
}

describe('a figure of a plan', () => {
  it('has a saying by its name wherever it is a length: its unit does not tell', () => {
    for (const [name, unit] of Object.entries({ ...CUT_FIGURE_UNIT, ...BRAZE_FIGURE_UNIT }))
      if (unit === 'm') expect(FIGURE_SAYING, name).toHaveProperty(name)
  })
  it('names no figure that no plan has', () => {
    for (const name of Object.keys(FIGURE_SAYING))
      expect({ ...CUT_FIGURE_UNIT, ...BRAZE_FIGURE_UNIT }).toHaveProperty(name)
  })
  it('tells a difference of temperatures as one, and weighs flux as it is weighed', () => {
    const k: Figure = { ...FIGURE, value: 100, low: 100, high: 100, unit: 'K' }
    expect(sayFigure('baseHeadroom', k, INCH_UNITS)).toBe('180 °F')
    expect(sayFigure('brazingTemperature', { ...k, value: 373.15 }, METRIC_UNITS)).toBe('100 °C')
    const kg: Figure = { ...FIGURE, value: 0.00114, low: 0.001, high: 0.002, unit: 'kg' }
    expect(sayFigure('fluxMass', kg, METRIC_UNITS)).toBe('1.2 g')
    expect(sayFigure('fluxMass', kg, INCH_UNITS)).toBe('0.041 oz')
    expect(saySpan('fluxMass', kg, METRIC_UNITS)).toBe('1 g to 2 g')
    expect(sayFigure('fillerVolume', { ...kg, value: 1.155e-7 }, METRIC_UNITS)).toBe('120 mm³')
    expect(sayFigure('carbonEquivalent', { ...kg, value: 0.4249 }, METRIC_UNITS)).toBe('0.42')
    expect(showFigure('carbonEquivalent', { ...kg, value: 0.4249 }, METRIC_UNITS)).toEqual({
      figure: '0.42',
      unit: '',
    })
  })
  it('is told in full where it is told how it was worked out', () => {
    const m: Figure = { ...FIGURE, value: 0.0044196, unit: 'm' }
    expect(sayFigure('guideOffset', m, INCH_UNITS)).toBe('3/16 in')
    expect(sayInFull('guideOffset', m, INCH_UNITS)).toBe('0.174 in')
    expect(sayInFull('warmTo', { value: 400, unit: 'K' }, METRIC_UNITS)).toBe('126.9 °C')
    expect(sayInFull('piecesPerStock', { value: 7, unit: '1' }, METRIC_UNITS)).toBe('7')
  })
})

/** What of an estimate counts, by its kind: a span of every width round values that come up. */
const ESTIMATES: readonly (readonly [Saying, low: number, high: number])[] = [
  ['time', 1, 20_000],
  ['least', 1, 20_000],
  ['volume', 1e-4, 20],
  ['flow', 1e-6, 0.01],
  ['mass', 0.01, 500],
  ['temperature', 270, 1500],
  ['reached', 0.005, 3],
  ['kerf', 0.0005, 0.02],
  ['speed', 0.0005, 0.05],
]
const UNITS = [INCH_UNITS, METRIC_UNITS]
/** Reads what was said back, in SI. */
const back = (text: string, as: Saying, units: UnitChoices): number => {
  const read = parseQuantity(text, kindOfSaying(as), { unit: units[kindOfSaying(as) as keyof UnitChoices] })
  if (!read.ok) throw new Error(`${text}: ${read.message}`)
  return read.value
}

describe('laws of saying', () => {
  const asked = fc
    .record({
      of: fc.constantFrom(...ESTIMATES),
      units: fc.constantFrom(...UNITS),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      wide: fc.double({ min: 0, max: 1, noNaN: true }),
    })
    .map(({ of: [as, low, high], units, at, wide }) => {
      const value = low * (high / low) ** at
      return { as, units, value, low: value * (1 - wide / 2), high: value * (1 + wide) }
    })
  it('what is printed reads back within its span, widened by half a step (a step where it goes one way only)', () => {
    fc.assert(
      fc.property(asked, ({ as, units, value, low, high }) => {
        const width = high - low
        const said = back(printAs(value, as, units, width), as, units)
        const step = stepOf(value, as, units, width)
        if (!step) return
        const size = toSi(step.size, step.unit) - toSi(0, step.unit)
        const oneWay = as === 'least' || as === 'reached'
        // what lies within a ten-thousandth of a step is on it
        expect(said).toBeGreaterThanOrEqual(low * (1 - 1e-6) - size * (oneWay ? 2e-4 : 0.5001))
        expect(said).toBeLessThanOrEqual(high + size * (oneWay ? 1.0001 : 0.5001))
      }),
    )
  })
  it('no digit stands that is worth less than a tenth of the span', () => {
    fc.assert(
      fc.property(asked, ({ as, units, value, low, high }) => {
        const step = stepOf(value, as, units, high - low)
        if (!step || setByHand(as)) return
        const tenth = (fromSi(high, step.unit) - fromSi(low, step.unit)) / 10
        // a day has no coarser step than the hour
        if (step.unit !== 's' || tenth <= 3600) expect(step.size).toBeGreaterThanOrEqual(tenth * 0.999)
      }),
    )
  })
  it('what is said is said the same when it is said again', () => {
    fc.assert(
      fc.property(asked, ({ as, units, value }) => {
        const once = printAs(value, as, units)
        expect(printAs(back(once, as, units), as, units)).toBe(once)
      }),
    )
  })
  it('a span that is said holds the whole of the span', () => {
    fc.assert(
      fc.property(asked, ({ as, units, value, low, high }) => {
        const text = spanAs(low, high, as, units)
        const [from = '', to = ''] = text.split(' to ')
        if (text === '' || !/[a-z°%]/i.test(from)) return
        expect(back(from, as, units)).toBeLessThanOrEqual(low * (1 + 1e-6))
        expect(back(to, as, units)).toBeGreaterThanOrEqual(high * (1 - 1e-6))
        expect(value).toBeGreaterThanOrEqual(low)
      }),
    )
  })
  it('a limit is never said higher than it is, and a least time never shorter', () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNITS), fc.double({ min: 1, max: 1.5e5, noNaN: true }), (units, si) => {
        expect(back(printAs(si, 'most', units), 'most', units)).toBeLessThanOrEqual(si * (1 + 1e-6) + 1)
        const k = 300 + si / 150
        expect(back(printAs(k, 'limit', units), 'limit', units)).toBeLessThanOrEqual(k * (1 + 1e-9))
        const s = si / 20
        expect(back(printAs(s, 'least', units), 'least', units)).toBeGreaterThanOrEqual(s * (1 - 1e-6))
      }),
    )
  })
})
