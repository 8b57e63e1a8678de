import { standing, wayOut } from '#core/line/ways.ts'
import { describe, expect, it } from 'vitest'
import { INCH_UNITS, METRIC_UNITS, type UnitChoices } from '#core/quantity/choices.ts'
import { firstBraze, firstDraft, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'
import { lineMethodsOf, procedureOf } from './procedure-of.ts'
import type { PieceDraft, Settings } from '#contract/schemas.ts'
import { rigSchema, settingsSchema } from '#contract/schemas.ts'

function made(draft: PieceDraft, settings: Settings = FIRST_SETTINGS) {
  const planned = planPiece(draft, settings, NO_RUNS)
  if (!planned.ok) throw new Error(planned.errors[0]?.message)
  const procedure = procedureOf(draft.rig.torch, planned, settings)
  if (!procedure.ok) throw new Error(procedure.text)
  return procedure
}
const cut = firstDraft(FIRST_SETTINGS)
const act = (p: ReturnType<typeof made>, id: string) => p.steps.find((s) => s.id === id)?.act ?? ''

describe('the procedure of a piece', () => {
  it('leads cuts and brazes by the shop’s ways', () => {
    expect(act(made(cut), 'shut-torch')).toMatch(/^Shut the preheat oxygen/)
    expect(made(firstBraze(FIRST_SETTINGS)).steps.some((s) => s.phase === 'braze')).toBe(true)
    const other = {
      ...FIRST_SETTINGS,
      methods: { ...FIRST_SETTINGS.methods, hosePurge: 'while-setting' },
    } as const
    expect(made(cut, other).steps.some((s) => s.id === 'purge-fuel')).toBe(false)
    expect(lineMethodsOf(other).hosePurge).toBe('while-setting')
  })
  it('lets the torch’s manual win, and its rating bound the setting', () => {
    const torch = { ...cut.rig.torch, kind: 'cutting-attachment', shutdown: 'more-oxygen' }
    const p = made({ ...cut, rig: { ...cut.rig, torch } })
    expect(act(p, 'shut-torch')).toMatch(/^A little more oxygen/)
    expect(act(p, 'set-oxygen')).toMatch(/^Open the handle oxygen fully/)
    const lit = standing(p.steps, p.setting, 'lit')
    expect(wayOut(p.setup, 'attachment-change', lit)?.length).toBeGreaterThan(10)
    const rated = { ...cut, rig: { ...cut.rig, torch: { ...torch, fuelRating: '12 psi' } } }
    expect(made(rated).setting.fuelRatingPa).toBeCloseTo(82_737, 0)
  })
  it('takes the usual torch where nobody said, or said what cannot be', () => {
    const odd = { ...cut, rig: { ...cut.rig, torch: { ...cut.rig.torch, kind: 'lance' } } }
    expect(act(made(odd), 'shut-torch')).toBe(act(made(cut), 'shut-torch'))
  })
  it('never purges for less than the shop’s floor', () => {
    const seconds = (purgeFloor: string) => {
      const p = made(cut, { ...FIRST_SETTINGS, limits: { ...FIRST_SETTINGS.limits, purgeFloor } })
      const timer = p.steps.find((s) => s.id === 'purge-fuel')?.timer
      return timer?.kind === 'at-least' ? timer.seconds : 0
    }
    // 25 ft is 7.6 m
    expect(seconds('5')).toBe(39)
    expect(seconds('2,5')).toBe(20)
    expect(seconds('0.7')).toBeLessThan(20)
  })
})

describe('a piece looked at in other units', () => {
  it('is the same piece: bare numbers and gauges stay the shop’s, only the sentences change', () => {
    const draft = { ...cut, work: { ...cut.work, thickness: '1/2', length: '20' } }
    const of = (units: UnitChoices) => {
      const planned = planPiece(draft, FIRST_SETTINGS, NO_RUNS, units)
      if (!planned.ok || planned.plan.kind !== 'cut') throw new Error('no plan')
      return planned.plan.figures
    }
    const [inch, metric] = [of(INCH_UNITS), of(METRIC_UNITS)]
    expect(metric.cuttingOxygenPressure?.value).toBe(inch.cuttingOxygenPressure?.value)
    expect(metric.torchTime?.value).toBe(inch.torchTime?.value)
    expect(metric.fuelPressure?.because).not.toBe(inch.fuelPressure?.because)
  })
})

describe('what crosses the wire', () => {
  it('takes the first settings and the first rig as they are', () => {
    expect(settingsSchema.isValidSync(FIRST_SETTINGS, { strict: true })).toBe(true)
    expect(rigSchema.isValidSync(cut.rig, { strict: true })).toBe(true)
  })
  it.each([
    ['methods.bleeding', { methods: { ...FIRST_SETTINGS.methods, bleeding: 'upwards' } }],
    ['limits.draw', { limits: { ...FIRST_SETTINGS.limits, draw: 'all' } }],
    ['limits.purgeFloor', { limits: { ...FIRST_SETTINGS.limits, purgeFloor: 'long' } }],
  ])('refuses %s that is not one', (path, part) => {
    try {
      settingsSchema.validateSync({ ...FIRST_SETTINGS, ...part }, { strict: true })
      expect.unreachable()
    } catch (error) {
      expect((error as { path?: string }).path).toBe(path)
    }
  })
})
