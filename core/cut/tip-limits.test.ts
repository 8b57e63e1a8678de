import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH_M, PSI_PA } from '../quantity/index.ts'
import { planCut, readCut, usualTable } from './index.ts'
import { bevelSpeed, puritySpeed } from './slower.ts'
import { steelRow } from './steel-table.ts'
import { judgeTip, platesFor } from './tip-limits.ts'

const SEA = 101_325
const IPM = INCH_M / 60
const judge = (plate: number, bore: number, psi: number) =>
  judgeTip({
    thicknessM: plate * INCH_M,
    orificeM: bore * INCH_M,
    tipGaugePa: psi * PSI_PA,
    ambientPa: SEA,
  })
type Loose = Record<string, unknown>
const request = (work: Loose = {}, rig: Loose = {}, usual?: Loose) => {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness: '1/2 in', length: '12 in', ...work },
    rig: { fuel: 'acetylene', handling: 'hand', guide: 'none', ...rig },
    shop: {},
    ...(usual ? { usual } : {}),
  })
  if (!read.ok) throw new Error(JSON.stringify(read.errors))
  return read.request
}
const plan = (...asked: Parameters<typeof request>) => planCut(request(...asked))

describe('a tip on a plate', () => {
  it('0.040 in on 3/4 in: 10 in/min at 50 psi, 11.6 at 60, slow; on 2 in 2.5 and 2.9: no (worked by hand)', () => {
    for (const [plate, psi, ipm, verdict] of [
      [0.75, 50, 10, 'slow'],
      [0.75, 60, 11.6, 'slow'],
      [2, 50, 2.5, 'no'],
      [2, 60, 2.9, 'no'],
    ] as const) {
      const got = judge(plate, 0.04, psi)
      expect(got.verdict, `${plate} in, ${psi} psi`).toBe(verdict)
      expect(got.speed / IPM).toBeGreaterThan(ipm * 0.97)
      expect(got.speed / IPM).toBeLessThan(ipm * 1.03)
    }
  })
  it('is too large from a tenth over the row', () => {
    expect(judge(0.5, 0.0655, 40).verdict).toBe('does')
    expect(judge(0.5, 0.067, 40).verdict).toBe('too-large')
  })
  it('never does better on thicker plate, nor with less pressure', () => {
    const rank = ['no', 'slow', 'does', 'too-large']
    fc.assert(
      fc.property(
        fc.double({ min: 0.125, max: 9, noNaN: true }),
        fc.double({ min: 0.02, max: 0.13, noNaN: true }),
        fc.double({ min: 20, max: 80, noNaN: true }),
        (plate, bore, psi) => {
          const here = judge(plate, bore, psi)
          expect(judge(plate, bore, psi * 1.2).speed).toBeGreaterThanOrEqual(here.speed * (1 - 1e-9))
          expect(here.speed).toBeLessThanOrEqual(((here.rowSpeed[0] + here.rowSpeed[1]) / 2) * (1 + 1e-9))
          expect(rank.indexOf(judge(plate, bore * 1.1, psi).verdict)).toBeGreaterThanOrEqual(
            rank.indexOf(here.verdict),
          )
        },
      ),
    )
  })
  it('has plates that it does, then plates on which it is slow', () => {
    const { does, slow } = platesFor(0.04 * INCH_M, SEA)
    expect((does?.[0] ?? 0) / INCH_M).toBeCloseTo(1 / 8, 2)
    expect(slow?.[0] ?? 0).toBeGreaterThan(does?.[1] ?? Infinity)
    expect((slow?.[1] ?? 9) / INCH_M).toBeLessThan(2)
  })
})

describe('the tip in a plan', () => {
  it('is told with every plan, whatever stops it', () => {
    for (const p of [
      plan(),
      plan({ thickness: '14 in' }, { tipOrifice: '0.1 in' }),
      plan({ metal: 'stainless-steel' }),
      plan({ hollow: 'closed' }, { tipOrifice: '0.02 in' }),
    ])
      expect(p.tip.because.length).toBeGreaterThan(10)
  })
  it("does, where it is Wimble's own choice or a chart's", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 12, noNaN: true }), (t) => {
        expect(plan({ thickness: `${t} in` }).tip.verdict).toBe('does')
      }),
    )
    const chart = [
      { orifice: '0.04 in', thicknessMin: '1/2 in', thicknessMax: '1 in', oxygenPressure: '50 psi' },
    ]
    expect(plan({ thickness: '3/4 in' }, { tipOrifice: '0.04 in', chart }).tip.verdict).toBe('does')
  })
  it('small on 3/4 in is driven to 60 psi at the most, and goes as the jet keeps up', () => {
    const p = plan({ thickness: '3/4 in' }, { tipOrifice: '0.04 in' })
    expect(p.tip.verdict).toBe('slow')
    expect((p.figures.cuttingOxygenPressureAtTip?.value ?? 999) / PSI_PA).toBeLessThanOrEqual(60.001)
    expect((p.figures.travelSpeed?.value ?? 0) / IPM).toBeCloseTo(11.6, 0)
    expect(p.findings.find((f) => f.code === 'tip-too-small')?.rank).toBe('mind')
  })
  it('is told with numbers that a file can hold, whether a cap was set or not', () => {
    for (const rig of [{}, { tipOrifice: '0.04 in' }])
      for (const f of Object.values(plan({ thickness: '3/4 in' }, rig).figures))
        for (const { key, value } of f.from)
          expect(typeof value !== 'number' || Number.isFinite(value), key).toBe(true)
  })
  it('that will not do it is a stop, with the plates that it does', () => {
    const p = plan({ thickness: '2 in' }, { tipOrifice: '0.04 in' })
    expect(p.tip.verdict).toBe('no')
    const stop = p.findings.find((f) => f.code === 'tip-will-not-do')
    expect(stop?.rank).toBe('stop')
    expect(stop?.text).toMatch(/It does .* plate/)
  })
  it('does it after all, where three good cuts say so', () => {
    const asked = request({ thickness: '3/4 in' }, { tipOrifice: '0.04 in' })
    const cut = {
      orificeM: 0.04 * INCH_M,
      thicknessM: 0.75 * INCH_M,
      fuel: 'acetylene',
      handling: 'hand',
      speed: 11 * IPM,
    } as const
    const p = planCut({ ...asked, rig: { ...asked.rig, ownCuts: [cut, cut, cut] } })
    expect(p.tip).toMatchObject({ verdict: 'does' })
  })
})

describe('what a cut is slower by', () => {
  it('loses a quarter of its speed for each percent of purity; refused under 96 %', () => {
    expect([0.999, 0.995, 0.985, 0.975].map(puritySpeed)).toEqual(
      [1, 1, 0.75, 0.5625].map((v) => expect.closeTo(v, 9)),
    )
    const [good, poor] = [plan(), plan({}, { oxygenPurity: '97 %' })]
    expect((poor.figures.travelSpeed?.value ?? 0) / (good.figures.travelSpeed?.value ?? 1)).toBeCloseTo(
      0.75 ** 2.5,
      6,
    )
    expect(poor.figures.cuttingOxygenFlow?.value).toBe(good.figures.cuttingOxygenFlow?.value)
    expect(poor.figures.oxygenUsed?.value ?? 0).toBeGreaterThan((good.figures.oxygenUsed?.value ?? 9) * 1.5)
    const codes = (purity: string) =>
      plan({}, { oxygenPurity: purity }).findings.map((f) => `${f.rank} ${f.code}`)
    expect(codes('98.9 %')).toContain('mind oxygen-purity-low')
    expect(codes('97.4 %')).toContain('mind oxygen-hardly-cuts')
    expect(codes('96 %')).not.toContain('stop oxygen-purity-too-low')
    expect(codes('95.9 %')).toContain('stop oxygen-purity-too-low')
    expect(codes('99 %').filter((c) => c.includes('oxygen-'))).toEqual([])
  })
  it('bevel: 0.9 at 30°, 0.8 at 45°, 0.7 at 60°, linear from 1, beside the thickness along the jet', () => {
    const at = [0, 15, 30, 45, 52.5, 60].map((d) => bevelSpeed((d * Math.PI) / 180))
    expect(at).toEqual([1, 0.95, 0.9, 0.8, 0.75, 0.7].map((v) => expect.closeTo(v, 9)))
    const p = plan({ shape: 'bevel', bevel: '45 deg', thickness: '1 in' }, { handling: 'track' })
    const row = steelRow(Math.SQRT2 * INCH_M, 'acetylene').speed
    expect(p.figures.travelSpeed?.value).toBeCloseTo((row[0] + 0.75 * (row[1] - row[0])) * 0.8, 9)
  })
})

describe('thin plate, up to and including 3/16 in', () => {
  const at = (thickness: string, rig: Loose = {}) => plan({ thickness }, rig)
  const of = (p: ReturnType<typeof plan>, name: 'fuelFlow' | 'travelSpeed' | 'travelAngle' | 'tipOrifice') =>
    p.figures[name]?.value ?? Number.NaN
  it('has settings of its own: small tip, little fuel, laid over, quicker', () => {
    for (const t of ['1/8 in', '3/16 in', '4.8 mm']) {
      const thin = at(t)
      const row = steelRow(t === '1/8 in' ? INCH_M / 8 : 0.0048, 'acetylene')
      expect(of(thin, 'fuelFlow')).toBeLessThan((row.fuel[0] + row.fuel[1]) / 2)
      expect(of(thin, 'travelSpeed')).toBeGreaterThan((row.speed[0] + row.speed[1]) / 2)
      expect(of(thin, 'tipOrifice')).toBeLessThan((row.orificeM[0] + row.orificeM[1]) / 2)
      expect(of(thin, 'travelAngle')).toBeGreaterThan(0.3)
      expect(thin.findings.map((f) => f.code)).toContain('thin-plate')
    }
    expect(at('1/4 in').findings.map((f) => f.code)).not.toContain('thin-plate')
    expect(of(at('1/4 in'), 'travelAngle')).toBeLessThan(0.3)
  })
  it('below 1/8 in says that the table ends, and gives the settings of 1/8 in', () => {
    const [below, first] = [at('1/16 in'), at('1/8 in')]
    expect(below.findings.map((f) => f.code)).toContain('below-table')
    for (const name of ['fuelFlow', 'travelSpeed', 'tipOrifice'] as const)
      expect(of(below, name)).toBe(of(first, name))
    expect(below.figures.kerf?.value ?? 1).toBeLessThanOrEqual(first.figures.kerf?.value ?? 0)
  })
})

describe('my usual, by the same judgement', () => {
  const codes = (p: ReturnType<typeof plan>) => p.findings.map((f) => f.code)
  it("a pair that is the plan's own is right by definition", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.13, max: 6, noNaN: true }),
        fc.constantFrom('hand', 'track'),
        fc.constantFrom('acetylene', 'propane'),
        (t, handling, fuel) => {
          const first = plan({ thickness: `${t} in` }, { handling, fuel })
          const psi = (name: 'cuttingOxygenPressure' | 'fuelPressure') =>
            `${(first.figures[name]?.value ?? 0) / PSI_PA} psi`
          const again = plan(
            { thickness: `${t} in` },
            { handling, fuel },
            { oxygen: psi('cuttingOxygenPressure'), fuel: psi('fuelPressure') },
          )
          expect(codes(again).filter((c) => c.startsWith('usual-'))).toEqual(['usual-works'])
        },
      ),
    )
  })
  it('says on every plate what the tip finder and the plan would say at that pressure', () => {
    const asked = request({}, { tipOrifice: '0.04 in' })
    for (const row of usualTable(asked, { oxygenPa: 62 * PSI_PA, fuelPa: 6 * PSI_PA }, 0.04 * INCH_M)) {
      const judged = judgeTip({
        thicknessM: row.thicknessM,
        orificeM: 0.04 * INCH_M,
        tipGaugePa: row.tipGaugePa,
        ambientPa: SEA,
      })
      if (row.verdict === 'too-much') expect(judged.verdict).toBe('does')
      else expect(row.verdict).toBe(judged.verdict)
    }
  })
})

describe('gauge numbers', () => {
  it('take the table of the metal: 10 ga of steel', () => {
    expect(request({ thickness: '10 ga' }).work.thicknessM / INCH_M).toBeCloseTo(0.1345, 4)
  })
})

describe('likely spans', () => {
  it('of the gas of a cut is no wider than 1.8 to one, of preheat 2 to one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.13, max: 8, noNaN: true }),
        fc.constantFrom('hand', 'track'),
        fc.constantFrom('acetylene', 'propane', 'natural-gas', 'propylene', 'mps'),
        fc.constantFrom('edge', 'drilled'),
        (t, handling, fuel, start) => {
          const { oxygenUsed, fuelUsed, preheatTime } = plan(
            { thickness: `${t} in`, start, length: '24 in' },
            { handling, fuel },
          ).figures
          for (const f of [oxygenUsed, fuelUsed])
            expect(
              (f?.high ?? 9) / (f?.low ?? 1),
              `${t} in ${fuel} ${handling} ${start}`,
            ).toBeLessThanOrEqual(1.8)
          expect((preheatTime?.high ?? 9) / (preheatTime?.low ?? 1)).toBeLessThanOrEqual(2)
        },
      ),
    )
  })
})
