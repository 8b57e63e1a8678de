import { describe, expect, it } from 'vitest'
import { SHAPES } from '#core/cut/index.ts'
import { firstDraft, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planDraft } from './plan-of.ts'
import { cutDraftSchema } from './schemas.ts'
import { SHAPE_FIELDS, workOf } from './shape-fields.ts'

const draft = firstDraft(FIRST_SETTINGS)

describe('the fields of a kind of cut', () => {
  it('are known for every kind', () => {
    expect(Object.keys(SHAPE_FIELDS).sort()).toEqual([...SHAPES].sort())
  })
  it('leave what was typed for another kind in the piece, unread', () => {
    const nonsense = { ...draft.work, diameter: 'nonsense', bevel: 'nonsense', pipeAngle: 'nonsense' }
    expect(workOf(nonsense)).not.toHaveProperty('diameter')
    expect(planDraft({ ...draft, work: nonsense }, FIRST_SETTINGS, NO_RUNS).ok).toBe(true)
    const hole = planDraft({ ...draft, work: { ...nonsense, shape: 'hole' } }, FIRST_SETTINGS, NO_RUNS)
    expect(hole.ok ? [] : hole.errors.map((e) => e.field)).toEqual(['work.diameter'])
  })
  it('make a first piece that is planned and stored, of any kind once its sizes are given', () => {
    expect(cutDraftSchema.isValidSync(draft, { strict: true })).toBe(true)
    const sizes = {
      diameter: '100 mm',
      width: '40 mm',
      depth: '100 mm',
      length: '400 mm',
      runDiameter: '8 in',
    }
    for (const shape of SHAPES.filter((s) => s !== 'practice')) {
      const planned = planDraft(
        { ...draft, work: { ...draft.work, ...sizes, shape } },
        FIRST_SETTINGS,
        NO_RUNS,
      )
      expect(planned.ok, shape).toBe(true)
    }
  })
  it('keep the name and the time that stand under a caution', () => {
    const cautions = [{ code: 'surface-painted', by: 'Orla', at: '2026-03-02T08:30:00.000Z' }]
    const work = { ...draft.work, surface: 'painted', cautions }
    expect(cutDraftSchema.isValidSync({ ...draft, work }, { strict: true })).toBe(true)
    const planned = planDraft({ ...draft, work }, FIRST_SETTINGS, NO_RUNS)
    expect(planned.ok && planned.plan.cautions[0]?.tickedBy).toBe('Orla')
    expect(
      cutDraftSchema.isValidSync(
        { ...draft, work: { ...work, cautions: [{ ...cautions[0], at: 'soon' }] } },
        { strict: true },
      ),
    ).toBe(false)
  })
})
