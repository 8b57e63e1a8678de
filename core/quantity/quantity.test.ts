import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH_UNITS, METRIC_UNITS } from './choices.ts'
import {
  isInch,
  printAs,
  printEstimate,
  printRise,
  drillOfDiameter,
  fromSi,
  incrementOf,
  joinSpan,
  KINDS,
  NUMBER_DRILLS,
  parseQuantity,
  printDuration,
  printQuantity,
  UNITS,
  type Kind,
} from './index.ts'

const value = (text: string, kind: Kind, unit?: (typeof UNITS)[number]['id']) => {
  const r = parseQuantity(text, kind, { unit })
  if (!r.ok) throw new Error(`${text}: ${r.message}`)
  return r.value
}
const refusal = (text: string, kind: Kind) => {
  const r = parseQuantity(text, kind)
  if (r.ok) throw new Error(`${text} was understood as ${r.value}`)
  return r
}

describe('parseQuantity', () => {
  // definitions of the units: 1 in = 25.4 mm, 1 psi = 6894.757 Pa, 1 scf = 0.0283168 m³
  it.each([
    ['3/4', 'length', 0.01905],
    ['1 1/8 in', 'length', 0.028575],
    ['1-1/8"', 'length', 0.028575],
    ['1 - 1/8 in', 'length', 0.028575],
    ['1⅛ in', 'length', 0.028575],
    ['1 3/8 in', 'length', 0.034925],
    ['.045', 'length', 0.001143],
    ['20 mm', 'length', 0.02],
    ['20mm', 'length', 0.02],
    ['1,5 mm', 'length', 0.0015],
    ['#57', 'length', 0.0010922],
    ['no. 57', 'length', 0.0010922],
    ['14 ga steel', 'length', 0.0747 * 0.0254],
    ['16 gauge tube', 'length', 0.065 * 0.0254],
    ['2 ft 3 1/2 in', 'length', 0.6985],
    [`2' 3-1/2"`, 'length', 0.6985],
    [`2' 3`, 'length', 0.6858],
    ['38 psi', 'pressure', 38 * 6894.757293168361],
    ['38psig', 'pressure', 38 * 6894.757293168361],
    ['2.8 bar', 'pressure', 280_000],
    ['2,8 bar', 'pressure', 280_000],
    ['280 kPa', 'pressure', 280_000],
    ['8 cfh', 'flow', (8 * 0.028316846592) / 3600],
    ['4 l/min', 'flow', 4e-3 / 60],
    ['1 Nm3/h', 'flow', 1.0773 / 3600],
    ['2 m3/h', 'flow', 2 / 3600],
    ['18 ipm', 'speed', (18 * 0.0254) / 60],
    ['450 mm/min', 'speed', 0.0075],
    ['1450 F', 'temperature', (1450 - 32) / 1.8 + 273.15],
    ['790 °C', 'temperature', 1063.15],
    ['-20 C', 'temperature', 253.15],
    ['−20 C', 'temperature', 253.15],
    ['10 deg', 'angle', Math.PI / 18],
    ['10°', 'angle', Math.PI / 18],
    ['2 lb 4 oz', 'mass', 2.25 * 0.45359237],
    ['4 min 20 s', 'time', 260],
    ['145 scf', 'volume', 145 * 0.028316846592],
    ['99.5 %', 'share', 0.995],
    ['1,234.5 mm', 'length', 1.2345],
    ['1.234,5 mm', 'length', 1.2345],
  ] as const)('%s as %s', (text, kind, si) => {
    expect(value(text, kind)).toBeCloseTo(si, 9)
  })

  it("takes the field's unit for a bare number, but inches for a bare fraction", () => {
    expect(value('20', 'length', 'mm')).toBeCloseTo(0.02, 12)
    expect(value('3/4', 'length', 'mm')).toBeCloseTo(0.01905, 12)
    expect(value('42', 'pressure', 'psi')).toBeCloseTo(42 * 6894.757293, 2)
  })

  it('guesses no unit on a pressure or a temperature', () => {
    expect(refusal('38', 'pressure')).toMatchObject({ code: 'unit', message: expect.stringContaining('psi') })
    expect(refusal('38', 'pressure').choices?.map((c) => c.text)).toEqual(['38 psi', '38 bar', '38 kPa'])
    expect(refusal('70', 'temperature')).toMatchObject({
      code: 'unit',
      choices: [{ text: '70 F' }, { text: '70 C' }],
    })
  })

  it('tells an absolute pressure from a gauge one', () => {
    expect(parseQuantity('30 psia', 'pressure')).toMatchObject({ ok: true, reference: 'absolute' })
    expect(parseQuantity('2 bar abs', 'pressure')).toMatchObject({ ok: true, reference: 'absolute' })
    expect(parseQuantity('30 psi', 'pressure')).toMatchObject({ ok: true, reference: 'gauge' })
  })

  it('asks which gauge, with every way out readable', () => {
    const asked = refusal('16 ga', 'length')
    expect(asked.code).toBe('which')
    expect(asked.choices?.map((c) => value(c.text, 'length') / 0.0254)).toEqual(
      [0.0598, 0.0635, 0.0625, 0.0508, 0.065].map((v) => expect.closeTo(v, 6)),
    )
  })

  it('asks about a comma that could be either mark', () => {
    expect(refusal('1,500 mm', 'length').choices?.map((c) => value(c.text, 'length'))).toEqual([
      expect.closeTo(0.0015, 9),
      expect.closeTo(1.5, 9),
    ])
    expect(refusal('1,5', 'length').code).toBe('which')
    expect(parseQuantity('1,5', 'length', { unit: 'mm', decimalMark: 'comma' })).toMatchObject({
      value: 0.0015,
    })
  })

  it.each([
    ['', 'length', /Type a length/],
    ['abc', 'length', /no number/],
    ['5 furlong', 'length', /“furlong” is not a unit/],
    ['5 psi', 'length', /“psi” measures a pressure; this wants a length/],
    ['3/0 in', 'length', /divides by nothing/],
    ['#99', 'length', /not in the table/],
    ['40 ga steel', 'length', /not in the tables/],
    ['5 in 4 in', 'length', /more numbers/],
    ['1..2 mm', 'length', /not a number/],
    ['-500 C', 'temperature', /absolute zero/],
    ['9'.repeat(70), 'length', /too long/],
  ] as const)('says what was not understood in %j', (text, kind, message) => {
    expect(refusal(text, kind).message).toMatch(message)
  })

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.constantFrom(...KINDS), (text, kind) => {
        const r = parseQuantity(text, kind)
        return r.ok ? Number.isFinite(r.value) : r.message.length > 0
      }),
    )
  })
})

describe('printQuantity', () => {
  it('prints what can be typed back, to within the step of the unit', () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNITS), fc.double({ min: 0, max: 5000, noNaN: true }), (unit, v) => {
        const si = v * unit.factor + (unit.offset ?? 0)
        const back = parseQuantity(printQuantity(si, unit.id), unit.kind)
        return (
          back.ok &&
          back.unit === unit.id &&
          Math.abs(back.value - si) <= incrementOf(si, unit.id) * 0.5000001 + 1e-12
        )
      }),
      { numRuns: 2000 },
    )
  })

  it('prints every sixty-fourth as a fraction and loses nothing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 64 * 30 }), (n) => {
        const text = printQuantity((n / 64) * 0.0254, 'in')
        return !text.includes('.') && Math.abs(value(text, 'length') - (n / 64) * 0.0254) < 1e-12
      }),
    )
  })

  it.each([
    [0.034925, 'in', '1 3/8 in'],
    [0.0010922, 'in', '0.043 in'],
    [0.0254, 'in', '1 in'],
    [0.0465 * 0.0254, 'in', '0.0465 in'],
    [0.04652 * 0.0254, 'in', '0.047 in'],
    [0.02, 'mm', '20 mm'],
    [289_579.8, 'psi', '42 psi'],
    [294.26, 'F', '70 °F'],
  ] as const)('%d m, Pa or K in %s is %s', (si, unit, text) => {
    expect(printQuantity(si, unit)).toBe(text)
  })

  it('speaks durations as a person does, rounded up', () => {
    expect([12.2, 90, 260, 3600, 3900.5].map(printDuration)).toEqual([
      '13 s',
      '1 min 30 s',
      '4 min 20 s',
      '1 h',
      '1 h 5 min',
    ])
  })

  it('says the unit of a span once, but keeps both parts of a time', () => {
    expect(joinSpan('40 psi', '48 psi')).toBe('40 to 48 psi')
    expect(joinSpan('2.92 cu ft', '3.79 cu ft')).toBe('2.92 to 3.79 cu ft')
    expect(joinSpan('1/16 in', '1 1/8 in')).toBe('1/16 to 1 1/8 in')
    expect(joinSpan('1 min 40 s', '1 min 52 s')).toBe('1 min 40 s to 1 min 52 s')
    expect(joinSpan('40 s', '1 min 52 s')).toBe('40 s to 1 min 52 s')
    expect(joinSpan('5°', '15°')).toBe('5 to 15°')
  })

  it('converts there and back', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        (u, v) => Math.abs(fromSi(v * u.factor + (u.offset ?? 0), u.id) - v) < 1e-6,
      ),
    )
  })
})

describe('the tables that quantities rest on', () => {
  it('number drills rise in size as their numbers fall', () => {
    const sizes = NUMBER_DRILLS.map((d) => d.diameterM)
    expect(sizes).toEqual([...sizes].sort((a, b) => a - b))
    expect(NUMBER_DRILLS.map((d) => d.number)).toEqual(
      NUMBER_DRILLS.map((d) => d.number).sort((a, b) => b - a),
    )
    expect(drillOfDiameter(0.052 * 0.0254)?.number).toBe(55)
    expect(drillOfDiameter(0.0505 * 0.0254)).toBeUndefined()
  })
  it('gauges fall in thickness as their numbers rise, for every material', () => {
    for (const material of ['steel', 'galvanised', 'stainless', 'brass', 'tube']) {
      const sizes = [8, 10, 12, 14, 16, 18, 20, 22, 24].map((n) => value(`${n} ga ${material}`, 'length'))
      expect(sizes).toEqual([...sizes].sort((a, b) => b - a))
    }
  })
})

describe('force, heat and differences', () => {
  it('are read and written in the shop’s units', () => {
    expect(parseQuantity('14 kN', 'force')).toMatchObject({ ok: true, value: 14_000 })
    const pounds = parseQuantity('100 lbf', 'force')
    expect(pounds.ok && pounds.value).toBeCloseTo(444.822, 3)
    expect(parseQuantity('50 kJ', 'energy')).toMatchObject({ ok: true, value: 50_000 })
    expect(parseQuantity('1 Btu', 'energy')).toMatchObject({ ok: true })
    expect(printAs(184.7, 'force', METRIC_UNITS)).toBe('0.18 kN')
    expect(printAs(184.7, 'force', INCH_UNITS)).toBe('41 lbf')
    expect(printAs(52_000, 'energy', METRIC_UNITS)).toBe('52 kJ')
    expect(printAs(52_000, 'energy', INCH_UNITS)).toBe('49 Btu')
  })
  it('tells a rise without the zero of its scale', () => {
    expect(printRise(10, METRIC_UNITS)).toBe('10 °C')
    expect(printRise(10, INCH_UNITS)).toBe('18 °F')
  })
  it('knows an inch shop by its lengths', () => {
    expect(isInch(INCH_UNITS)).toBe(true)
    expect(isInch({ ...METRIC_UNITS, length: 'ft' })).toBe(true)
    expect(isInch(METRIC_UNITS)).toBe(false)
  })
})

describe('an estimate with its interval', () => {
  it.each([
    [0.000022, 0.026, '0 ± 0.026'],
    [0.00087, 0.00079, '0.00087 ± 0.00079'],
    [0.0271828, 0.0014, '0.0272 ± 0.0014'],
    [-0.0004, 0.026, '0 ± 0.026'],
    [12345, 210, '12345 ± 210'],
    [0.0123, 0, '0.012 ± 0'],
    [0.0123, Infinity, '0.012 ± Infinity'],
  ])('%d and %d: %s', (value, half, text) => {
    expect(printEstimate(value, half)).toBe(text)
  })
})
