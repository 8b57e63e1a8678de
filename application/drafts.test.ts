import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromSi, PSI_PA } from '#core/quantity/index.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { firstBraze, firstDraft, FIRST_RIG, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planBrazeDraft, planDraft } from './plan-of.ts'
import { brazeDraftSchema, cutDraftSchema, ROUTES, settingsSchema, type CutDraft } from '#contract/schemas.ts'

const METRIC = { ...FIRST_SETTINGS, units: { ...METRIC_UNITS } }
const strict = { strict: true } as const

describe('shapes', () => {
  it('take a first piece and first settings as they are', () => {
    expect(cutDraftSchema.isValidSync(firstDraft(FIRST_SETTINGS), strict)).toBe(true)
    expect(cutDraftSchema.isValidSync(firstDraft(METRIC), strict)).toBe(true)
    expect(settingsSchema.isValidSync(FIRST_SETTINGS, strict)).toBe(true)
  })
  it('let nothing unknown through, but in what a newer version may have typed, where it is kept', () => {
    const draft = firstDraft(FIRST_SETTINGS)
    expect(cutDraftSchema.isValidSync({ ...draft, extra: 1 }, strict)).toBe(false)
    const newer = {
      ...draft,
      work: { ...draft.work, extra: '1' },
      rig: { ...draft.rig, oxygenHose: { length: '1 m', bore: '6 mm', extra: '' } },
    }
    expect(cutDraftSchema.validateSync(newer, strict)).toEqual(newer)
  })
  it('hold what is typed to one line of at most 60 characters', () => {
    const withThickness = (thickness: unknown) => {
      const draft = firstDraft(FIRST_SETTINGS)
      return cutDraftSchema.isValidSync({ ...draft, work: { ...draft.work, thickness } }, strict)
    }
    expect(['', 'nonsense', '3/4', 'x'.repeat(60)].map(withThickness)).toEqual([true, true, true, true])
    expect(['x'.repeat(61), 'a\nb', 'a\u0000', 20, null].map(withThickness)).toEqual([
      false,
      false,
      false,
      false,
      false,
    ])
  })
  it('refuse a unit of another kind', () => {
    expect(
      settingsSchema.isValidSync({ ...FIRST_SETTINGS, units: { ...INCH_UNITS, length: 'psi' } }, strict),
    ).toBe(false)
  })
})

describe('planDraft', () => {
  const draft = (over: Partial<CutDraft['work']> = {}): CutDraft => {
    const first = firstDraft(FIRST_SETTINGS)
    return { ...first, work: { ...first.work, ...over } }
  }
  it('plans a first piece in either habit of units', () => {
    for (const settings of [FIRST_SETTINGS, METRIC]) {
      const planned = planDraft(firstDraft(settings), settings, NO_RUNS)
      expect(planned.ok && planned.plan.findings.filter((f) => f.rank === 'stop')).toEqual([])
    }
  })
  it('takes measured kerfs from the log', () => {
    const plan = planDraft(draft(), FIRST_SETTINGS, NO_RUNS)
    const orificeM = plan.ok ? (plan.plan.figures.tipOrifice?.value ?? 0) : 0
    const again = planDraft(draft(), FIRST_SETTINGS, {
      ...NO_RUNS,
      kerfs: [{ orificeM, thicknessM: (3 / 8) * 0.0254, kerfM: 0.0021, handling: 'hand' }],
    })
    expect(again.ok && again.plan.figures.kerf).toMatchObject({
      value: expect.closeTo(0.0021, 4) as number,
      source: 'log',
    })
  })
  it('tells every field that cannot be read', () => {
    const planned = planDraft(draft({ thickness: 'thick', length: '' }), FIRST_SETTINGS, NO_RUNS)
    expect(!planned.ok && planned.errors.map((e) => e.field)).toEqual(['work.thickness', 'work.length'])
  })
  it('gives the same setting on the same gauges, whatever units it is looked at in', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.13, max: 8, noNaN: true }), (inches) => {
        const piece = {
          ...draft({ thickness: `${inches.toFixed(3)} in` }),
          rig: { ...FIRST_RIG, tipRadius: '1/2 in' },
        }
        const [psi, bar] = [INCH_UNITS, METRIC_UNITS].map((shown) =>
          planDraft(piece, FIRST_SETTINGS, NO_RUNS, shown),
        )
        const value = (p: typeof psi) => (p?.ok ? p.plan.figures.cuttingOxygenPressure?.value : undefined)
        expect(value(bar)).toBe(value(psi))
        const division = (value(psi) ?? 0) / PSI_PA
        expect(Math.abs(division - Math.round(division))).toBeLessThan(1e-6)
      }),
      { numRuns: 50 },
    )
  })
  it('sets by the gauges of the regulators that are fitted to its torch, and by the shop’s own for another', () => {
    const divisions = { t1: { oxygenPa: 5 * PSI_PA, fuelPa: 0.5 * PSI_PA } }
    const set = (torchId: string | null) => {
      const draft = { ...firstDraft(FIRST_SETTINGS), torchId }
      const planned = planDraft(draft, FIRST_SETTINGS, { ...NO_RUNS, divisions })
      if (!planned.ok) throw new Error('no plan')
      const { cuttingOxygenPressure: oxygen, fuelPressure: fuel } = planned.plan.figures
      return [(oxygen?.value ?? 0) / PSI_PA, (fuel?.value ?? 0) / PSI_PA]
    }
    const [oxygen = NaN, fuel = NaN] = set('t1')
    expect(oxygen / 5).toBeCloseTo(Math.round(oxygen / 5), 9)
    expect(fuel / 0.5).toBeCloseTo(Math.round(fuel / 0.5), 9)
    expect(set('t2')).toEqual(set(null))
    expect(set('t2')).not.toEqual(set('t1'))
  })
  it('sets a metric shop’s gauges to tenths of a bar', () => {
    const planned = planDraft(firstDraft(METRIC), METRIC, NO_RUNS)
    const bar = planned.ok
      ? fromSi(planned.plan.figures.cuttingOxygenPressure?.value ?? 0, 'bar') * 10
      : Number.NaN
    expect(Math.abs(bar - Math.round(bar))).toBeLessThan(1e-6)
  })
})

describe('a braze', () => {
  const good = (draft: unknown) => brazeDraftSchema.isValidSync(draft, strict)
  const piece = (draft: unknown) =>
    ROUTES.addPiece.body.isValidSync(
      { id: crypto.randomUUID(), jobId: crypto.randomUUID(), title: 'Branch', draft },
      strict,
    )
  it('is taken as it begins, and planned in either system of units', () => {
    for (const settings of [FIRST_SETTINGS, METRIC]) {
      const draft = firstBraze(settings)
      expect(good(draft)).toBe(true)
      expect(piece(draft)).toBe(true)
      const planned = planBrazeDraft(draft, settings, NO_RUNS)
      expect(planned.ok && planned.plan.choice.process).toBe('brazing')
    }
  })
  it('is no braze in a cut’s clothes, and its parts are made as parts are', () => {
    const draft = firstBraze(METRIC)
    expect(piece({ ...draft, kind: 'cut' })).toBe(false)
    expect(piece({ ...draft, kind: 'gouge' })).toBe(false)
    expect(good({ ...draft, work: { ...draft.work, a: { ...draft.work.a, wall: 1 } } })).toBe(false)
    expect(good({ ...draft, work: { ...draft.work, service: 'water' } })).toBe(false)
  })
  it('leaves alone what was typed for another joint', () => {
    const draft = firstBraze(METRIC)
    const lap = {
      ...draft,
      work: {
        ...draft.work,
        joint: 'lap',
        a: { ...draft.work.a, wall: '2 mm' },
        overlap: '9 mm',
        length: '80 mm',
      },
    }
    const planned = planBrazeDraft(lap, METRIC, NO_RUNS)
    expect(planned.ok && planned.request.work.a.outsideDiameterM).toBeUndefined()
    expect(planned.ok && planned.request.work.overlapM).toBeCloseTo(0.009, 9)
    const socket = planBrazeDraft({ ...lap, work: { ...lap.work, joint: 'socket' } }, METRIC, NO_RUNS)
    expect(socket.ok && socket.request.work.overlapGiven).toBe(false)
  })
  it('goes by the shop’s shelf and methods', () => {
    const settings = {
      ...METRIC,
      shelf: [{ class: 'BCuP-5', form: 'ring' as const, perKg: '20' }],
      methods: { ...METRIC.methods, flame: 'neutral' as const },
    }
    expect(settingsSchema.isValidSync(settings, strict)).toBe(true)
    const planned = planBrazeDraft(firstBraze(settings), settings, NO_RUNS)
    expect(planned.ok && planned.plan.choice).toMatchObject({
      filler: 'BCuP-5',
      form: 'ring',
      flame: 'neutral',
    })
    expect(
      settingsSchema.isValidSync({ ...settings, shelf: [{ class: 'X', form: 'bare', perKg: '' }] }, strict),
    ).toBe(false)
  })
  it('tells every field that cannot be read', () => {
    const draft = firstBraze(METRIC)
    const planned = planBrazeDraft(
      { ...draft, work: { ...draft.work, clearance: 'tight', mass: '-1 kg' } },
      METRIC,
      NO_RUNS,
    )
    expect(planned.ok ? [] : planned.errors.map((e) => e.field)).toEqual(
      expect.arrayContaining(['work.clearance', 'work.mass']),
    )
  })
})
