import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planCut } from '../cut/index.ts'
import { planBraze } from '../braze/index.ts'
import { PSI_PA } from '../quantity/units.ts'
import { brazePlanOf, cutPlanOf } from '../check/test-plans.ts'
import { normals } from '../check/test-support.ts'
import { seeded } from '../seeded.ts'
import { CHART_SPREAD, ENOUGH_RUNS, learn, spreadOfSpan } from './learn.ts'
import { metalsOf } from '../braze/own.ts'

/** A shop whose truth is known: it lies off the chart, its runs scatter, and some of its entries are slips. */
function shop(seed: number, runs: number, slips: number, scatter: number) {
  const [g, random] = [normals(seed), seeded(seed * 7 + 3)]
  const truth = 10 * Math.exp(CHART_SPREAD * g())
  const values = Array.from({ length: runs }, () => {
    const value = truth * Math.exp(scatter * g())
    return random() < slips
      ? value * ([2, 0.5, 10, 0.1, 1 / 25.4, 1.5][Math.floor(random() * 6)] ?? 1)
      : value
  })
  return { truth, learned: learn(values, { value: 10, spread: CHART_SPREAD }) }
}

/** How often the span holds the truth, and the root mean square error of the value, over many shops. */
function many(runs: number, slips: number, scatter: number) {
  const SHOPS = 1500
  let inside = 0
  let squares = 0
  for (let seed = 1; seed <= SHOPS; seed++) {
    const { truth, learned } = shop(seed, runs, slips, scatter)
    if (!learned) continue
    if (learned.low <= truth && truth <= learned.high) inside += 1
    squares += Math.log(learned.value / truth) ** 2
  }
  return { inside: inside / SHOPS, error: Math.sqrt(squares / SHOPS) }
}

describe('learning from good runs, on shops whose truth is known', () => {
  it.each([0, 0.1])(
    'has the truth in its span 90 to 99 times of 100, with %d of the entries wrong',
    (slips) => {
      for (const scatter of [0.06, 0.08])
        for (const runs of [3, 5, 10, 30, 100]) {
          const { inside } = many(runs, slips, scatter)
          expect(inside, `${runs} runs, scatter ${scatter}`).toBeGreaterThanOrEqual(0.9)
          expect(inside, `${runs} runs, scatter ${scatter}`).toBeLessThanOrEqual(0.99)
        }
    },
  )
  it('errs less the more runs there are: as the root of their number', () => {
    for (const slips of [0, 0.1]) {
      const [ten, forty, many160] = [10, 40, 160].map((n) => many(n, slips, 0.08).error) as [
        number,
        number,
        number,
      ]
      expect(ten / forty).toBeGreaterThan(1.6)
      expect(ten / forty).toBeLessThan(2.4)
      expect(forty / many160).toBeGreaterThan(1.5)
      expect(forty / many160).toBeLessThan(2.5)
    }
  })
  it('is not moved by one wild entry, however wild', () => {
    const runs = [10, 10.2, 9.9, 10.1, 10, 9.8, 10.3, 10]
    const without = learn(runs, { value: 10, spread: 0.1 })?.value ?? 0
    fc.assert(
      fc.property(fc.double({ min: 1e-9, max: 1e9, noNaN: true }), (wild) => {
        const value = learn([...runs, wild], { value: 10, spread: 0.1 })?.value ?? 0
        expect(Math.abs(value / without - 1)).toBeLessThan(0.01)
      }),
    )
    expect(learn([...runs, 250], { value: 10, spread: 0.1 })?.setAside).toBe(1)
  })
  it('draws a few runs toward what was expected, and many hardly', () => {
    const at = (n: number) => learn(new Array<number>(n).fill(10.5), { value: 10, spread: 0.05 })
    expect(at(1)?.value).toBeLessThan(at(3)?.value ?? 0)
    expect(at(30)?.value).toBeCloseTo(10.5, 1)
    expect(at(1)?.weight).toBeLessThan(0.75)
    expect(at(1)?.count).toBe(1)
  })
  it('keeps its value inside its span, whatever was typed', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ noNaN: false }), { maxLength: 30 }), (values) => {
        const l = learn(values, { value: 10, spread: 0.1 })
        if (!l) return
        expect(l.low).toBeLessThanOrEqual(l.value)
        expect(l.value).toBeLessThanOrEqual(l.high)
        expect(l.low).toBeGreaterThan(0)
        expect(l.count + l.setAside).toBeLessThanOrEqual(values.length)
      }),
    )
    expect(learn([], { value: 10, spread: 0.1 })).toBeUndefined()
    expect(spreadOfSpan(8, 12)).toBeCloseTo(Math.log(1.5) / 3.92, 9)
    expect(spreadOfSpan(0, 1)).toBe(CHART_SPREAD)
  })
})

describe('a plan that goes by the log', () => {
  const { plan, request } = cutPlanOf()
  const orificeM = plan.figures.tipOrifice?.value ?? 0
  const own = (n: number, over: object = {}) =>
    Array.from({ length: n }, () => ({
      orificeM,
      thicknessM: request.work.thicknessM,
      fuel: 'acetylene' as const,
      handling: 'hand' as const,
      oxygenAtTorchPa: 300_000,
      fuelAtTorchPa: 40_000,
      speed: 0.0075,
      preheatS: 9,
      ...over,
    }))
  const withOwn = (ownCuts: ReturnType<typeof own>) =>
    planCut({ ...request, rig: { ...request.rig, ownCuts } }).figures
  it('says so from the third good run on, with their number', () => {
    for (const name of ['cuttingOxygenPressure', 'fuelPressure', 'travelSpeed'] as const) {
      expect(withOwn(own(ENOUGH_RUNS - 1))[name]?.source).toBe('worked-out')
      const figure = withOwn(own(ENOUGH_RUNS))[name]
      expect(figure, name).toMatchObject({ source: 'log', runs: 3 })
      expect(figure?.because).toMatch(/median of 3 good/)
    }
    expect(withOwn(own(30)).travelSpeed?.value).toBeCloseTo(0.0075, 4)
  })
  it('tags what was changed after a fault as a change, until a good run confirms it', () => {
    const changes = [
      { what: 'speed', factor: 1.12, text: 'Go an eighth faster.' },
      { what: 'oxygen', factor: 0.9, text: 'Turn the oxygen down a tenth.' },
      { what: 'fuel', factor: 0.9, text: 'Turn the fuel down a tenth.' },
    ] as const
    const changed = (ownCuts: ReturnType<typeof own>) =>
      planCut({ ...request, work: { ...request.work, changes }, rig: { ...request.rig, ownCuts } }).figures
    const first = changed([])
    for (const name of ['travelSpeed', 'cuttingOxygenPressure', 'fuelPressure'] as const) {
      expect(first[name]?.source, name).toBe('change')
      expect(first[name]?.because).toMatch(/not confirmed/)
    }
    const at = (name: 'cuttingOxygenPressure' | 'fuelPressure') =>
      (first[name]?.value ?? 0) - (first[name]?.hoseDropPa ?? 0)
    const again = changed(
      own(1, {
        speed: first.travelSpeed?.value,
        oxygenAtTorchPa: at('cuttingOxygenPressure'),
        fuelAtTorchPa: at('fuelPressure'),
      }),
    )
    for (const name of ['travelSpeed', 'cuttingOxygenPressure', 'fuelPressure'] as const) {
      expect(again[name]?.source, name).toBe('log')
      expect(again[name]?.because).toMatch(/confirmed/)
    }
  })
  it('goes by the first run for the preheat, and never by a pierce for an edge', () => {
    const first = withOwn(own(1)).preheatTime
    expect(first).toMatchObject({ source: 'log', runs: 1 })
    expect(first?.because).toMatch(/One good run here had/)
    expect(withOwn(own(4, { pierced: true })).preheatTime?.source).toBe('worked-out')
  })
  it('takes no run of another tip, plate, fuel or way of going', () => {
    for (const over of [
      { orificeM: orificeM * 1.1 },
      { thicknessM: 0.01 },
      { fuel: 'propane' },
      { handling: 'track' },
    ])
      expect(withOwn(own(5, over)).travelSpeed?.source).toBe('worked-out')
  })
  it('never sets a gas past its limit or the maker’s rating, to no end of a span, whatever the log holds', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 1e7, noNaN: true }), { minLength: 3, maxLength: 8 }),
        fc.double({ min: 1e5, max: 2e6, noNaN: true }),
        (pressures, oxygenRatingPa) => {
          const ownCuts = pressures.map((fuelAtTorchPa) => ({
            ...own(1)[0],
            fuelAtTorchPa,
            oxygenAtTorchPa: fuelAtTorchPa * 5,
          })) as ReturnType<typeof own>
          const rig = { ...request.rig, oxygenRatingPa, ownCuts }
          const { fuelPressure, cuttingOxygenPressure } = planCut({ ...request, rig }).figures
          if (fuelPressure) expect(fuelPressure.high).toBeLessThan(15 * PSI_PA)
          if (cuttingOxygenPressure)
            expect(cuttingOxygenPressure.high).toBeLessThanOrEqual(
              Math.min(oxygenRatingPa, 150 * PSI_PA) * 1.000001,
            )
        },
      ),
    )
  })
  it('knows the time, the rod and the pressures of its own brazes', () => {
    const braze = brazePlanOf()
    const b = {
      joint: 'socket' as const,
      metals: metalsOf('copper', 'copper'),
      fuel: 'acetylene' as const,
      orificeM: braze.plan.figures.tipOrifice?.value ?? 0,
      outsideDiameterM: 0.022,
      wallM: 0.001,
      oxygenAtTorchPa: 35_000,
      fuelAtTorchPa: 34_000,
      fillerM3: 1e-7,
      timeToTemperatureS: 33,
    }
    const { figures } = planBraze({ ...braze.request, rig: { ...braze.request.rig, ownBrazes: [b, b, b] } })
    for (const name of ['timeToTemperature', 'rodLength', 'fuelPressure', 'oxygenPressure'] as const)
      expect(figures[name]?.source, name).toBe('log')
    const other = planBraze({
      ...braze.request,
      rig: { ...braze.request.rig, ownBrazes: [b, b, { ...b, joint: 'sleeve' as const }] },
    })
    expect(other.figures.timeToTemperature?.source).toBe('worked-out')
    // brazes that scatter widely, close under the rating: the span ends there
    const wide = [28_000, 35_000, 43_000].map((oxygenAtTorchPa) => ({ ...b, oxygenAtTorchPa }))
    const held = planBraze({
      ...braze.request,
      rig: { ...braze.request.rig, ownBrazes: wide, oxygenRatingPa: 42_000 },
    }).figures.oxygenPressure
    expect(held?.source).toBe('log')
    expect(held?.high).toBeLessThanOrEqual(42_000)
  })
})

describe('a plan changed after a run that came out badly', () => {
  const change = (what: string, factor: string) => ({
    changes: [{ what, factor, text: 'Go an eighth slower.' }],
  })
  it('goes slower, and says why at its head and at the figure', () => {
    const before = cutPlanOf().plan
    const { plan } = cutPlanOf(change('speed', '0.88'))
    expect((plan.figures.travelSpeed?.value ?? 0) / (before.figures.travelSpeed?.value ?? 1)).toBeCloseTo(
      0.88,
      9,
    )
    expect(plan.figures.travelSpeed?.because).toContain('Times 0.88')
    expect(plan.findings.find((f) => f.code === 'changed-after-run')?.text).toBe('Go an eighth slower.')
    expect(plan.figures.torchTime?.value).toBeGreaterThan(before.figures.torchTime?.value ?? 0)
  })
  it('turns oxygen and fuel by whole divisions, and never past a limit', () => {
    const before = cutPlanOf().plan.figures
    const more = cutPlanOf(change('oxygen', '1.1')).plan.figures
    expect(more.cuttingOxygenPressure?.value).toBeGreaterThan(before.cuttingOxygenPressure?.value ?? 0)
    expect(cutPlanOf(change('fuel', '0.8')).plan.figures.fuelPressure?.value).toBeLessThan(
      before.fuelPressure?.value ?? 0,
    )
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.5, max: 2, noNaN: true }), { maxLength: 6 }), (factors) => {
        const changes = factors.map((f) => ({ what: 'fuel', factor: String(f), text: '' }))
        const { fuelPressure } = cutPlanOf({ changes }).plan.figures
        if (fuelPressure) expect(fuelPressure.value).toBeLessThan(12.5 * 6894.757)
      }),
    )
  })
  it('refuses a leap, and a change of something unknown', () => {
    expect(() => cutPlanOf(change('speed', '3'))).toThrow('from half to double')
    expect(() => cutPlanOf(change('luck', '1'))).toThrow('not known')
  })
})
