import { firstDraftOf } from '#core/fields/draft.ts'
import { BRAZE_RESULT, CUT_RESULT } from '#core/record/fields.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { describe, expect, it } from 'vitest'
import { SIGNS } from '#core/check/faults.ts'
import { changeDraft } from './change-draft.ts'
import { firstBraze, firstDraft, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'
import { placesOf, readAcceptance, readEntry, type WorkedOn } from './read-entry.ts'
import {
  brazeDraftSchema,
  brazeLogSchema,
  cutDraftSchema,
  cutLogSchema,
  type BrazeLogDraft,
  type CutLogDraft,
  type PieceDraft,
} from '#contract/schemas.ts'

const strict = { strict: true } as const
const ID = '3f2c1b0a-1111-4222-8333-444455556666'
const COMMON = {
  id: ID,
  pieceId: ID,
  runId: null,
  place: 1,
  repeat: 1,
  personId: null,
  at: '2026-03-02T08:00:00.000Z',
  corrects: null,
  why: '',
  lot: '',
  cylinder: '',
  note: '',
  tried: null,
  breaking: 'none',
} as const
const cutLog = (over: Partial<CutLogDraft> = {}): CutLogDraft => ({
  ...firstDraftOf(CUT_RESULT, INCH_UNITS),
  ...COMMON,
  kind: 'cut',
  used: {
    tipOrifice: '0.052 in',
    oxygenPressure: '42 psi',
    fuelPressure: '6 psi',
    travelSpeed: '15 ipm',
    preheat: '12 s',
  },
  edge: 'sharp',
  slag: 'one-tap',
  drop: 'by-itself',
  kerf: '2.1 mm',
  ...over,
})
const brazeLog = (over: Partial<BrazeLogDraft> = {}): BrazeLogDraft => ({
  ...firstDraftOf(BRAZE_RESULT, INCH_UNITS),
  ...COMMON,
  kind: 'braze',
  used: {
    tipOrifice: '',
    oxygenPressure: '',
    fuelPressure: '',
    timeToTemperature: '40 s',
    trialHeat: '',
    fillerLength: '60 mm',
  },
  places: Object.fromEntries(placesOf('socket').map((p) => [p, 'full' as const])),
  fluxOff: true,
  moved: '',
  inside: 'bright',
  penetration: [],
  leakPath: false,
  ...over,
})
function on(draft: PieceDraft): WorkedOn {
  const planned = planPiece(draft, FIRST_SETTINGS, NO_RUNS)
  if (!planned.ok) throw new Error(planned.errors[0]?.message)
  return { draft, plan: planned.plan, thicknessM: 0.0095 }
}
const cut = firstDraft(FIRST_SETTINGS)
const braze = firstBraze(FIRST_SETTINGS)
const faults = (entry: CutLogDraft | BrazeLogDraft, draft: PieceDraft = cut) => {
  const read = readEntry(entry, on(draft), FIRST_SETTINGS)
  return read.ok ? [] : read.errors.map((e) => e.field)
}

describe('what came out, as typed', () => {
  it('is read with its figures, judged, and held beside what was planned', () => {
    const read = readEntry(cutLog(), on(cut), FIRST_SETTINGS)
    expect(read).toMatchObject({
      ok: true,
      told: {
        verdict: { outcome: 'passed' },
        used: { preheat: { si: 12 } },
        planned: { travelSpeed: { source: 'worked-out' } },
      },
    })
    expect(cutLogSchema.isValidSync(cutLog(), strict)).toBe(true)
    expect(brazeLogSchema.isValidSync(brazeLog(), strict)).toBe(true)
  })
  it.each([
    [{ kerf: '20 psi' }, 'kerf'],
    [{ kerf: '1 m' }, 'kerf'],
    [{ kerf: '0' }, 'kerf'],
    [{ drag: 'much' }, 'drag'],
    [{ sizeMeasured: '100 mm' }, 'sizeWanted'],
    [{ used: { ...cutLog().used, oxygenPressure: '900 bar' } }, 'used.oxygenPressure'],
    [{ used: { ...cutLog().used, preheat: '9 h' } }, 'used.preheat'],
  ])('is told at its field: %j', (over, field) => {
    expect(faults(cutLog(over as Partial<CutLogDraft>))).toEqual([field])
  })
  it('takes no drag and no shift for what they are: nothing', () => {
    expect(faults(cutLog({ drag: '0 mm', outOfSquare: '0 mm' }))).toEqual([])
    expect(faults(brazeLog({ moved: '0 mm' }), braze)).toEqual([])
  })
  it('wants all four quarters of a section, or none', () => {
    expect(faults(brazeLog({ penetration: ['80 %', '', '80 %', '80 %'] }), braze)).toEqual(['penetration.1'])
    expect(faults(brazeLog({ penetration: ['80 %', '90 %', '80 %', '0 %'] }), braze)).toEqual([])
  })
  it('refuses places that are not on the map, and marks off the strip', () => {
    expect(brazeLogSchema.isValidSync(brazeLog({ places: { 13: 'full' } }), strict)).toBe(false)
    expect(brazeLogSchema.isValidSync(brazeLog({ places: { 12: 'nice' } as never }), strict)).toBe(false)
    expect(
      cutLogSchema.isValidSync(cutLog({ marks: [{ kind: 'gouge', at: 1.2, side: 'part' }] }), strict),
    ).toBe(false)
  })
})

describe('the shop’s limits, as typed', () => {
  it('are as usual where nothing is said, and told where they cannot be read', () => {
    const {
      cut: limits,
      joint,
      errors,
    } = readAcceptance({ ...FIRST_SETTINGS.acceptance, gouges: '', penetration: '' }, FIRST_SETTINGS)
    expect(errors).toEqual([])
    expect(limits).toMatchObject({ gouges: 0, dragShare: 0.2, outOfSquareM: 0.001 })
    expect(joint.penetration).toBe(0.8)
    const bad = readAcceptance(
      { ...FIRST_SETTINGS.acceptance, gouges: '1.5', fillet: '120 %', size: 'big' },
      FIRST_SETTINGS,
    )
    expect(bad.errors.map((e) => e.field)).toEqual([
      'acceptance.gouges',
      'acceptance.size',
      'acceptance.fillet',
    ])
  })
  it('may be nothing at all, but never less', () => {
    const strict = readAcceptance(
      { ...FIRST_SETTINGS.acceptance, moved: '0 mm', outOfSquare: '0 in', drag: '0 %' },
      FIRST_SETTINGS,
    )
    expect(strict).toMatchObject({
      errors: [],
      cut: { outOfSquareM: 0, dragShare: 0 },
      joint: { movedM: 0 },
    })
    const less = readAcceptance({ ...FIRST_SETTINGS.acceptance, moved: '-1 mm' }, FIRST_SETTINGS)
    expect(less.errors.map((e) => e.field)).toEqual(['acceptance.moved'])
  })
})

describe('a piece changed after a fault', () => {
  it('is a piece that can be planned and stored, whatever the sign and the cause', () => {
    for (const sign of SIGNS)
      for (const cause of Object.keys(sign.causes)) {
        const draft = sign.of === 'braze' ? braze : cut
        const changed = changeDraft(draft, sign.id, cause, 0.0013)
        const schema = changed.kind === 'cut' ? cutDraftSchema : brazeDraftSchema
        expect(schema.isValidSync(changed, strict), `${sign.id} ${cause}`).toBe(true)
        expect(planPiece(changed, FIRST_SETTINGS, NO_RUNS).ok, `${sign.id} ${cause}`).toBe(true)
        expect(changed.work.changes.at(-1)).toMatchObject({ sign: sign.id, cause })
      }
  })
  it('takes the next tip, cleans, sets a guide, and leaves everything else as it was', () => {
    const small = changeDraft(
      { ...cut, rig: { ...cut.rig, tipOrifice: '0.052 in' } },
      'wide-kerf',
      'tip-large',
    )
    expect(small.kind === 'cut' && parseFloat(small.rig.tipOrifice)).toBeLessThan(0.052)
    const clean = changeDraft({ ...cut, work: { ...cut.work, surface: 'rust' } }, 'cut-lost', 'scale')
    expect(clean.kind === 'cut' && clean.work.surface).toBe('clean')
    const guide = changeDraft({ ...cut, rig: { ...cut.rig, guide: 'none' } }, 'wavy', 'no-guide')
    expect(guide.kind === 'cut' && guide.rig.guide).toBe('part')
    expect(changeDraft(cut, 'wavy', 'nonsense')).toBe(cut)
  })
  it('goes further when the same is tried again, but never past half or double', () => {
    let draft: PieceDraft = cut
    const speed = () => {
      const planned = planPiece(draft, FIRST_SETTINGS, NO_RUNS)
      return planned.ok && planned.plan.kind === 'cut' ? (planned.plan.figures.travelSpeed?.value ?? 0) : 0
    }
    const first = speed()
    for (let i = 0; i < 19; i++) draft = changeDraft(draft, 'drag-leans', 'too-fast')
    expect(speed() / first).toBeCloseTo(0.5, 9)
  })
})
