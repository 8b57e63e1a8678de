import { describe, expect, it } from 'vitest'
import type { LogEntry } from '#contract/types.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import { factsOfEntry, signPlaceOf } from './facts-of-entry.ts'
import { firstBraze, firstDraft, firstPart, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'
import { procedureOf } from './procedure-of.ts'
import { changeDraft, withWord } from './change-draft.ts'

const at = (s: number) => new Date(Date.UTC(2026, 2, 2, 8, 0, s)).toISOString()

/** A line of a piece whose run left out the steps of a role, and took ten seconds for each of the others. */
function entryOf(draft: PieceDraft, skipped: string): LogEntry {
  const planned = planPiece(draft, FIRST_SETTINGS, NO_RUNS)
  if (!planned.ok) throw new Error('the piece is not planned')
  const made = procedureOf(draft.rig.torch, planned, FIRST_SETTINGS)
  if (!made.ok) throw new Error(made.text)
  const events = made.steps.map((s, i) => ({
    id: String(i),
    stepId: s.id,
    at: at(10 * i + 10),
    personId: null,
    ...(s.role === skipped ? { kind: 'skip' as const, reason: 'not at hand' } : { kind: 'done' as const }),
  }))
  const run = { startedAt: at(0), endedAt: at(1000), steps: made.steps, events }
  return {
    kind: draft.kind,
    told: { kind: 'override' },
    draft,
    plan: planned.plan,
    run,
  } as unknown as LogEntry
}
const because = (entry: LogEntry) => factsOfEntry(entry, FIRST_SETTINGS).map((f) => f.because)

const lap = (): PieceDraft => {
  const first = firstBraze(FIRST_SETTINGS)
  const [a, b] = [firstPart('stainless-304'), firstPart('stainless-304')].map((p) => ({ ...p, wall: '2 mm' }))
  if (!a || !b) throw new Error('no parts')
  return {
    ...first,
    work: { ...first.work, joint: 'lap', a, b, length: '60 mm', width: '60 mm', overlap: '15 mm' },
  }
}

describe('what a line tells the fault finder', () => {
  it('goes by what a step was for: the look at the tip, not the gloves', () => {
    const cut = firstDraft(FIRST_SETTINGS)
    expect(because(entryOf(cut, 'look-over'))).toContain('the tip was not looked at before')
    expect(because(entryOf(cut, 'trim'))).not.toContain('the tip was not looked at before')
    expect(because(entryOf(cut, 'trim'))).toContain('the flame was not trimmed with the lever down')
  })
  it('finds the flux of a flat joint, wherever its step stands', () => {
    expect(because(entryOf(lap(), 'flux'))).toContain('the flux was left out')
    expect(because(entryOf(lap(), 'heat'))).not.toContain('the flux was left out')
  })
  it('tells nothing of a line without a piece', () => {
    expect(factsOfEntry({ ...entryOf(lap(), 'flux'), draft: null }, FIRST_SETTINGS)).toEqual([])
  })
  it('looks for the fault of a test at the braze', () => {
    expect(['pressure-test', 'vacuum-test', 'braze'].map((k) => signPlaceOf(k as LogEntry['kind']))).toEqual([
      'braze',
      'braze',
      'braze',
    ])
    expect([signPlaceOf('cut'), signPlaceOf(undefined)]).toEqual(['cut', 'cut'])
  })
})

describe('a remedy told to the next run', () => {
  it('is kept with the piece, and no more than the last twenty', () => {
    const draft = firstDraft(FIRST_SETTINGS)
    const told = withWord(draft, 'Begin behind the place.')
    expect(told.work.changes).toEqual([
      { what: 'do', factor: '1', text: 'Begin behind the place.', sign: '', cause: '' },
    ])
    expect({ ...told, work: { ...told.work, changes: [] } }).toEqual(draft)
    let often: PieceDraft = told
    for (let i = 0; i < 30; i++) often = changeDraft(often, 'top-melted', 'too-slow')
    expect(often.work.changes).toHaveLength(20)
  })
})
