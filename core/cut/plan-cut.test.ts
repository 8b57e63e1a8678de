import { reason, type ReasonKey } from '../reason.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { OXYGEN } from '../gas/fuels.ts'
import { hoseDrop } from '../gas/hose.ts'
import { orificeFlow } from '../gas/orifice.ts'
import type { Figure } from '../figure.ts'
import { CUBIC_FOOT_M3, INCH_M, PSI_PA } from '../quantity/index.ts'
import { METRIC_UNITS } from '../quantity/choices.ts'
import { CUT_FIGURES, planCut, readCut, type CutFigureName } from './index.ts'
import { steelRow } from './steel-table.ts'

const CFH = CUBIC_FOOT_M3 / 3600
const IPM = INCH_M / 60

const ROW = {
  orifice: '0.052 in',
  thicknessMin: '1/2 in',
  thicknessMax: '1 in',
  oxygenPressure: '42 psi',
  fuelPressure: '6 psi',
  pressureAt: 'regulator',
  speed: '15 ipm',
  kerf: '0.08 in',
}
const WORK = {
  metal: 'low-carbon-steel',
  thickness: '5/8 in',
  length: '24 in',
  start: 'edge',
  surface: 'clean',
  temperature: '70 F',
}
const RIG = {
  fuel: 'acetylene',
  tipOrifice: '0.052 in',
  tipRadius: '1/4 in',
  handling: 'hand',
  guide: 'part',
  oxygenHose: { length: '25 ft', bore: '1/4 in' },
  oxygenPurity: '99.5 %',
}
type Loose = Record<string, unknown>
const plan = (work: Loose = {}, rig: Loose = {}, shop: Loose = {}) => {
  const read = readCut({ kind: 'cut', work: { ...WORK, ...work }, rig: { ...RIG, ...rig }, shop })
  if (!read.ok) throw new Error(JSON.stringify(read.errors))
  return planCut(read.request)
}
const figure = (p: ReturnType<typeof plan>, name: CutFigureName): Figure => {
  const f = p.figures[name]
  if (!f) throw new Error(`no ${name}: ${JSON.stringify(p.findings)}`)
  return f
}
const value = (p: ReturnType<typeof plan>, name: CutFigureName) => figure(p, name).value
const codes = (p: ReturnType<typeof plan>, rank?: string) =>
  p.findings.filter((f) => !rank || f.rank === rank).map((f) => f.code)
const errors = (input: unknown) => {
  const r = readCut(input)
  return r.ok ? [] : r.errors
}

describe('the table of low-carbon steel', () => {
  it('is whole: rising thickness, low under high (AWS handbook style ranges)', () => {
    let last = 0
    for (const t of [0.125, 0.25, 0.375, 0.5, 0.75, 1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12]) {
      const row = steelRow(t * INCH_M, 'acetylene')
      expect(t).toBeGreaterThan(last)
      last = t
      for (const [low, high] of [row.orificeM, row.speed, row.cuttingOxygen, row.fuel])
        expect(low).toBeLessThan(high)
    }
    expect(steelRow(0.75 * INCH_M, 'propane').cuttingOxygen.map((q) => Math.round(q / CFH))).toEqual([
      100, 150,
    ])
    expect(steelRow(2 * INCH_M, 'propane').fuel.map((q) => Math.round(q / CFH))).toEqual([8, 20])
  })
  it('is linear in the logarithm of the thickness', () => {
    const between = steelRow(Math.sqrt(0.5 * 0.75) * INCH_M, 'acetylene')
    expect(between.cuttingOxygen[0] / CFH).toBeCloseTo((55 + 100) / 2, 6)
    expect(between.speed[1] / IPM).toBeCloseTo((23 + 21) / 2, 6)
  })
  it('is never extrapolated', () => {
    expect(() => steelRow(12.01 * INCH_M, 'acetylene')).toThrow(RangeError)
    expect(steelRow(0.05 * INCH_M, 'acetylene')).toEqual(steelRow(0.125 * INCH_M, 'acetylene'))
  })
})

describe('planCut, 5/8 in with a chart', () => {
  const p = plan({}, { chart: [ROW] })
  it('takes the chart for what the chart says', () => {
    for (const name of [
      'tipOrifice',
      'cuttingOxygenPressure',
      'fuelPressure',
      'travelSpeed',
      'kerf',
    ] as const)
      expect(figure(p, name).source, name).toBe('chart')
    expect(value(p, 'cuttingOxygenPressure') / PSI_PA).toBeCloseTo(42, 9)
    expect(value(p, 'fuelPressure') / PSI_PA).toBeCloseTo(6, 9)
    expect(value(p, 'travelSpeed') / IPM).toBeCloseTo(15, 9)
  })
  it('gives every figure, in order, with its unit, span, reason and ground', () => {
    // a straight square cut has no arm, template or habit
    expect(Object.keys(p.figures)).toEqual([...CUT_FIGURES.slice(0, 21), 'pathLength', 'cleanUpTime'])
    for (const [name, f] of Object.entries(p.figures)) {
      expect(f.low, name).toBeLessThanOrEqual(f.value)
      expect(f.high, name).toBeGreaterThanOrEqual(f.value)
      expect(f.because.length, name).toBeGreaterThan(10)
      expect(f.from.length, name).toBeGreaterThan(0)
      expect(['m', 'Pa', 'm3/s', 'm/s', 'rad', 's', 'm3', '1']).toContain(f.unit)
    }
  })
  it('works out again from what each figure rests on', () => {
    const num = (name: CutFigureName, key: ReasonKey) => Number(reason(figure(p, name), key))
    expect(value(p, 'preheatOxygenFlow')).toBeCloseTo(
      num('preheatOxygenFlow', 'fuelFlow') * num('preheatOxygenFlow', 'oxygenToFuel'),
      12,
    )
    expect(value(p, 'cuttingOxygenFlow')).toBeCloseTo(
      orificeFlow(
        {
          diameterM: num('cuttingOxygenFlow', 'tipOrifice'),
          ambientPa: num('cuttingOxygenFlow', 'ambientPressure'),
        },
        num('cuttingOxygenFlow', 'cuttingOxygenPressureAtTip'),
      ),
      12,
    )
    const tip = value(p, 'cuttingOxygenPressureAtTip')
    const drop = hoseDrop(
      { lengthM: 7.62, boreM: 0.00635 },
      OXYGEN,
      value(p, 'cuttingOxygenFlow') + value(p, 'preheatOxygenFlow'),
      tip,
      101_325,
    )
    expect((tip + drop) / PSI_PA).toBeCloseTo(42, 5)
    expect(value(p, 'torchTime')).toBeCloseTo(
      num('torchTime', 'length') / num('torchTime', 'travelSpeed') + num('torchTime', 'preheatTime'),
      9,
    )
    const cutting = num('oxygenUsed', 'length') / num('oxygenUsed', 'travelSpeed')
    expect(value(p, 'oxygenUsed')).toBeCloseTo(
      cutting * num('oxygenUsed', 'cuttingOxygenFlow') +
        num('oxygenUsed', 'torchTime') * num('oxygenUsed', 'preheatOxygenFlow'),
      12,
    )
    expect(value(p, 'fuelUsed')).toBeCloseTo(num('fuelUsed', 'fuelFlow') * num('fuelUsed', 'torchTime'), 12)
    expect(value(p, 'guideOffset')).toBeCloseTo(
      num('guideOffset', 'tipRadius') - num('guideOffset', 'kerf') / 2,
      12,
    )
    expect(value(p, 'tipToWork')).toBeCloseTo(
      num('tipToWork', 'coneLength') + num('tipToWork', 'standoff'),
      12,
    )
    expect(value(p, 'collarHeight')).toBeCloseTo(
      num('collarHeight', 'tipBelowCollar') + num('collarHeight', 'tipToWork'),
      12,
    )
    expect(value(p, 'oxygenShareBurnt')).toBeCloseTo(
      (num('oxygenShareBurnt', 'kerf') *
        num('oxygenShareBurnt', 'thickness') *
        num('oxygenShareBurnt', 'travelSpeed') *
        7850 *
        0.2865 *
        0.7) /
        (num('oxygenShareBurnt', 'cuttingOxygenFlow') * 1.325),
      9,
    )
    for (const [name, f] of Object.entries(p.figures))
      for (const r of f.from)
        if (r.key in p.figures)
          expect(r.value, `${name} rests on ${r.key}`).toBe(value(p, r.key as CutFigureName))
  })
  it('says no stop, and counts time and height as the trade does', () => {
    expect(codes(p, 'stop')).toEqual([])
    // 24 in at 15 ipm is 96 s; tip-to-work is 1/4 to 3/8 in for a medium tip
    expect(value(p, 'torchTime')).toBeGreaterThan(96)
    expect(value(p, 'tipToWork') / INCH_M).toBeGreaterThan(0.24)
    expect(value(p, 'tipToWork') / INCH_M).toBeLessThan(0.38)
    expect(value(p, 'oxygenShareBurnt')).toBeGreaterThan(0.2)
    expect(value(p, 'oxygenShareBurnt')).toBeLessThan(0.6)
  })
  it('adds only what a longer hose takes beyond the charted one, and all of it at the torch', () => {
    const long = { oxygenHose: { length: '100 ft', bore: '1/4 in' } }
    const regulator = value(plan({}, { ...long, chart: [ROW] }), 'cuttingOxygenPressure')
    const torch = value(
      plan({}, { ...long, chart: [{ ...ROW, pressureAt: 'torch' }] }),
      'cuttingOxygenPressure',
    )
    expect(regulator / PSI_PA).toBeGreaterThan(43)
    expect(torch).toBeGreaterThan(regulator)
    expect(
      value(
        plan({}, { oxygenHose: { length: '12.5 ft', bore: '3/8 in' }, chart: [ROW] }),
        'cuttingOxygenPressure',
      ) / PSI_PA,
    ).toBeCloseTo(42, 9)
  })
  it('says when chart and estimate differ by more than 40 %', () => {
    expect(codes(plan({}, { chart: [{ ...ROW, oxygenPressure: '80 psi' }] }), 'mind')).toContain(
      'chart-oxygen-differs',
    )
    expect(codes(plan({}, { chart: [{ ...ROW, speed: '30 ipm' }] }), 'mind')).toContain('chart-speed-differs')
    expect(codes(p, 'mind')).toEqual([])
  })
  it('takes a measured kerf before the charted one', () => {
    const kerfLog = [
      { orifice: '0.052 in', thickness: '16 mm', kerf: '2.2 mm', handling: 'hand' },
      { orifice: '0.052 in', thickness: '16 mm', kerf: '2.4 mm', handling: 'hand' },
      { orifice: '0.07 in', thickness: '16 mm', kerf: '9 mm', handling: 'hand' },
    ]
    const k = figure(plan({}, { chart: [ROW], kerfLog }), 'kerf')
    expect(k.source).toBe('log')
    expect(k.value).toBeCloseTo(0.0023, 4)
    expect(k.low).toBeLessThan(0.0023)
    expect(reason(k, 'measuredCuts')).toBe(2)
    expect(k.runs).toBe(2)
  })
})

describe('planCut without a chart', () => {
  it('picks the number drill whose jet comes nearest 40 psig, inside the published range', () => {
    const p = plan({ thickness: '1/2 in' }, { tipOrifice: '' })
    const tip = figure(p, 'tipOrifice')
    expect(tip.value).toBeGreaterThanOrEqual(tip.low)
    expect(tip.value).toBeLessThanOrEqual(tip.high)
    expect(value(p, 'cuttingOxygenPressureAtTip') / PSI_PA).toBeGreaterThan(35)
    expect(value(p, 'cuttingOxygenPressureAtTip') / PSI_PA).toBeLessThan(45)
  })
  it('takes the largest tip at 10 in, at 56 psig, and says so', () => {
    const p = plan({ thickness: '10 in' }, { tipOrifice: '', handling: 'track' })
    expect(value(p, 'tipOrifice') / INCH_M).toBeCloseTo(0.11, 6)
    expect(value(p, 'cuttingOxygenPressureAtTip') / PSI_PA).toBeCloseTo(56, 0)
    expect(codes(p, 'mind')).toContain('tip-pressure-unusual')
  })
  it('goes at the quarter point by hand, three quarters on a track, the middle if not said', () => {
    const at = (handling: string) =>
      value(plan({ thickness: '1/2 in' }, { tipOrifice: '', handling }), 'travelSpeed') / IPM
    expect([at('hand'), at('track'), at('')]).toEqual([14.75, 20.25, 17.5].map((v) => expect.closeTo(v, 6)))
  })
  it('gives 15 % more fuel for scale and rust', () => {
    const more = value(plan({ surface: 'scale' }), 'fuelFlow') / value(plan(), 'fuelFlow')
    expect(more).toBeCloseTo(1.15, 9)
    expect(codes(plan({ surface: 'rust' }), 'mind')).toContain('surface-dirty')
  })
  it('judges a tip that does not suit the plate, with what it is good for', () => {
    const big = plan({ thickness: '1/4 in' }, { tipOrifice: '0.08 in', tipRadius: '1/2 in' })
    expect(big.findings.find((f) => f.code === 'tip-too-big')?.text).toMatch(/It does 1 .* to .* plate/)
    expect(codes(plan({ thickness: '2 in' }, { tipOrifice: '0.04 in' }))).toContain('tip-will-not-do')
    expect(codes(plan({ thickness: '6 in' }, { tipOrifice: '0.02 in' }), 'stop')).toContain('tip-will-not-do')
    expect(
      codes(
        plan(
          { thickness: '1/8 in' },
          { tipOrifice: '0.157 in', tipRadius: '1/2 in', oxygenGaugeDivision: '10 psi' },
        ),
        'stop',
      ),
    ).toContain('tip-far-too-big')
  })
  it('holds the flow at altitude by raising the gauge setting by the barometer’s deficit', () => {
    const low = plan()
    const high = plan({}, {}, { altitude: '5000 ft' })
    expect(value(high, 'cuttingOxygenFlow')).toBe(value(low, 'cuttingOxygenFlow'))
    expect(
      (value(high, 'cuttingOxygenPressureAtTip') - value(low, 'cuttingOxygenPressureAtTip')) / PSI_PA,
    ).toBeCloseTo(2.47, 1)
    expect(value(high, 'fuelPressure')).toBe(value(low, 'fuelPressure'))
  })
  it('speaks in the shop’s units and gauge divisions', () => {
    const p = plan({ thickness: '16 mm' }, {}, { units: { ...METRIC_UNITS } })
    expect(figure(p, 'cuttingOxygenPressure').because).toContain('bar')
    expect(value(p, 'cuttingOxygenPressure') % 10_000).toBeCloseTo(0, 6)
  })
})

describe('stops', () => {
  it('gives no settings over 12 in', () => {
    const p = plan({ thickness: '12.5 in' }, { chart: [{ ...ROW, thicknessMax: '20 in' }] })
    expect(p.figures).toEqual({})
    expect(codes(p)).toEqual(['too-thick'])
    expect(codes(plan({ thickness: '12 in' }, { tipOrifice: '' }), 'stop')).toEqual([])
  })
  it.each(['13 psi', '12.5 psi', '15 psi', '20 psi', '1 bar'])(
    'prints no acetylene setting for a charted %s',
    (fuelPressure) => {
      const p = plan({}, { chart: [{ ...ROW, fuelPressure }] })
      expect(codes(p, 'stop')).toEqual(['acetylene-limit'])
      expect(p.figures.fuelPressure).toBeUndefined()
      expect(Object.values(p.figures).every((f) => f.stop?.includes('acetylene-limit'))).toBe(true)
      expect(
        plan({}, { fuel: 'propane', chart: [{ ...ROW, fuelPressure }] }).figures.fuelPressure,
      ).toBeDefined()
    },
  )
  it('refuses a guide that would lie in the kerf', () => {
    expect(codes(plan({}, { tipRadius: '1 mm' }), 'stop')).toEqual(['guide-inside-kerf'])
    expect(codes(plan({}, { tipRadius: '1 mm', guide: 'scrap' }), 'stop')).toEqual([])
  })
  it('refuses a cut that burns more oxygen than there is', () => {
    const p = plan({}, { chart: [{ ...ROW, speed: '90 ipm' }] })
    expect(codes(p, 'stop')).toEqual(['oxygen-impossible'])
    expect(figure(p, 'travelSpeed').stop).toEqual(['oxygen-impossible'])
  })
  it('gives no oxygen setting when the hose takes too much to reckon, and names the next bore', () => {
    const p = plan(
      { thickness: '2 in' },
      { tipOrifice: '', oxygenHose: { length: '200 ft', bore: '3/16 in' } },
    )
    expect(p.figures.cuttingOxygenPressure).toBeUndefined()
    expect(p.findings.find((f) => f.code === 'hose-drop-too-large')?.text).toContain('1/4 in hose would take')
  })
  it('refuses a cylinder that is drawn too fast, and says which would do', () => {
    const p = plan({ thickness: '2 in' }, { tipOrifice: '', acetyleneCylinder: '40 scf' })
    expect(p.findings.find((f) => f.code === 'cylinder-draw')).toMatchObject({
      rank: 'stop',
      text: expect.stringContaining('take a 130 cu ft cylinder or larger; manifold'),
    })
    expect(codes(plan({}, { acetyleneCylinder: '145 scf' }), 'stop')).toEqual([])
  })
  it.each(['stainless-steel', 'aluminium', 'copper', 'brass'])('stops at %s', (metal) => {
    expect(codes(plan({ metal }))).toEqual(['metal-not-cut'])
  })
})

describe('laws, for anything that can be planned', () => {
  const inches = (n: number) => `${n.toFixed(4)} in`
  const anything = fc.record({
    thickness: fc.double({ min: 0.03, max: 12, noNaN: true }),
    orifice: fc.option(fc.double({ min: 0.012, max: 0.157, noNaN: true }), { nil: undefined }),
    fuel: fc.constantFrom('acetylene', 'propane'),
    handling: fc.constantFrom('hand', 'track', ''),
    guide: fc.constantFrom('part', 'scrap', 'none'),
    surface: fc.constantFrom('clean', 'scale', 'rust', 'coated'),
    hose: fc.double({ min: 5, max: 200, noNaN: true }),
    altitude: fc.integer({ min: -400, max: 5000 }),
    purity: fc.double({ min: 94, max: 100, noNaN: true }),
    charted: fc.option(
      fc.record({
        o2: fc.double({ min: 1, max: 400, noNaN: true }),
        fuel: fc.double({ min: 0.1, max: 300, noNaN: true }),
        at: fc.constantFrom('regulator', 'torch'),
      }),
      { nil: undefined },
    ),
    division: fc.double({ min: 0.1, max: 5, noNaN: true }),
  })
  it('holds every limit, every span and every order', () => {
    fc.assert(
      fc.property(anything, (a) => {
        const chart = a.charted
          ? [
              {
                ...ROW,
                orifice: inches(a.orifice ?? 0.05),
                thicknessMin: '0.01 in',
                thicknessMax: '12 in',
                oxygenPressure: `${a.charted.o2.toFixed(3)} psi`,
                fuelPressure: `${a.charted.fuel.toFixed(3)} psi`,
                pressureAt: a.charted.at,
              },
            ]
          : []
        const p = plan(
          { thickness: inches(a.thickness), surface: a.surface },
          {
            tipOrifice: a.orifice === undefined ? '' : inches(a.orifice),
            fuel: a.fuel,
            handling: a.handling,
            guide: a.guide,
            oxygenHose: { length: `${a.hose.toFixed(1)} ft`, bore: '1/4 in' },
            oxygenPurity: `${a.purity.toFixed(2)} %`,
            chart,
            fuelGaugeDivision: `${a.division.toFixed(2)} psi`,
          },
          { altitude: `${a.altitude} m` },
        )
        for (const [name, f] of Object.entries(p.figures)) {
          expect(Number.isFinite(f.value) && f.low <= f.value && f.value <= f.high, name).toBe(true)
          expect(f.low, name).toBeGreaterThanOrEqual(0)
        }
        const fuel = p.figures.fuelPressure
        if (fuel && a.fuel === 'acetylene')
          expect(fuel.high + 2 * PSI_PA + (Number(a.division.toFixed(2)) * PSI_PA) / 2).toBeLessThan(
            15 * PSI_PA,
          )
        if (p.figures.cuttingOxygenPressure)
          expect(p.figures.cuttingOxygenPressure.value).toBeLessThanOrEqual(150.001 * PSI_PA)
        const marked = Object.values(p.figures).every(
          (f) => (f.stop !== undefined) === codes(p, 'stop').length > 0,
        )
        expect(marked).toBe(true)
      }),
      { numRuns: 400 },
    )
  })
  it('is the same for the same input, slower in thicker plate, and the two guides are one kerf apart', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.15, max: 11, noNaN: true }),
        fc.double({ min: 1.2, max: 2, noNaN: true }),
        (t, more) => {
          const one = plan({ thickness: inches(t) }, { tipOrifice: '', tipRadius: '1/2 in' })
          expect(plan({ thickness: inches(t) }, { tipOrifice: '', tipRadius: '1/2 in' })).toEqual(one)
          if (t * more <= 12)
            expect(
              value(plan({ thickness: inches(t * more) }, { tipOrifice: '' }), 'travelSpeed'),
            ).toBeLessThanOrEqual(value(one, 'travelSpeed'))
          const scrap = plan(
            { thickness: inches(t) },
            { tipOrifice: '', tipRadius: '1/2 in', guide: 'scrap' },
          )
          expect(value(scrap, 'guideOffset') - value(one, 'guideOffset')).toBeCloseTo(value(one, 'kerf'), 12)
        },
      ),
      { numRuns: 100 },
    )
  })
})

describe('readCut', () => {
  const with_ = (work: Loose, rig: Loose = {}) =>
    errors({ kind: 'cut', work: { ...WORK, ...work }, rig: { ...RIG, ...rig } })
  it.each([
    [{ thickness: '' }, {}, 'work.thickness', /Give the thickness/],
    [{ thickness: 20 }, {}, 'work.thickness', /as text with its unit/],
    [{ thickness: '20 psi' }, {}, 'work.thickness', /measures a pressure/],
    [{ thickness: '-3 mm' }, {}, 'work.thickness', /should be 0.2 mm to 2 m/],
    [{ metal: 'cheese' }, {}, 'work.metal', /“cheese” is not known here/],
    [{ surface: 'wet' }, {}, 'work.surface', /is not known/],
    [{ temperature: '70' }, {}, 'work.temperature', /of what/],
    [{}, { fuel: undefined }, 'rig.fuel', /Choose one/],
    [{}, { tipRadius: undefined }, 'rig.tipRadius', /Give the radius/],
    [{}, { tipOrifice: '1 in' }, 'rig.tipOrifice', /0.012 to 0.157/],
    [{}, { oxygenHose: 'long' }, 'rig.oxygenHose', /group of fields/],
    [{}, { chart: 'none' }, 'rig.chart', /list of rows/],
    [{}, { chart: [7] }, 'rig.chart.0', /group of fields/],
    [{}, { chart: [{ ...ROW, thicknessMax: '1/4 in' }] }, 'rig.chart.0.thicknessMax', /thinner/],
    [{}, { chart: [{ ...ROW, oxygenPressure: '30 psia' }] }, 'rig.chart.0.oxygenPressure', /absolute/],
  ] as const)('%j %j is refused at %s', (work, rig, field, message) => {
    const found = with_(work, rig)
    expect(found[0]).toMatchObject({ field, message: expect.stringMatching(message) })
  })
  it('gathers every fault at once, and lets bare numbers take the form’s units', () => {
    expect(with_({ thickness: 'x', length: 'y' }).map((e) => e.field)).toEqual([
      'work.thickness',
      'work.length',
    ])
    const read = readCut(
      { kind: 'cut', work: { ...WORK, thickness: '20' }, rig: RIG },
      { bare: METRIC_UNITS },
    )
    expect(read).toMatchObject({
      ok: true,
      request: { work: { thicknessM: expect.closeTo(0.02) } },
    })
  })
  it('names what it left out instead of dropping it in silence', () => {
    const read = readCut({ kind: 'cut', work: { ...WORK, thicknes: '1 in' }, rig: RIG })
    expect(read.ok && planCut(read.request).findings.find((f) => f.code === 'ignored-input')?.text).toContain(
      'work.thicknes',
    )
  })
  it('never throws, whatever it is given', () => {
    fc.assert(
      fc.property(
        fc.anything(),
        fc.anything(),
        fc.anything(),
        (work, rig, shop) => typeof readCut({ kind: 'cut', work, rig, shop }).ok === 'boolean',
      ),
    )
    expect(readCut(null).ok).toBe(false)
  })
})
