import { describe, expect, it } from 'vitest'
import { changesOf } from '#core/line/order.ts'
import type { CutResult } from '#core/record/entry.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import { firstBraze, firstDraft, FIRST_SETTINGS } from './first.ts'
import { batchGas, gasAsked } from './gas-asked.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'
import { batchOf, type BatchAsked } from './procedure-of.ts'
import { readEntry, workedOn } from './read-entry.ts'
import { goodCut, sameAgain } from './same-again.ts'

const cut = firstDraft(FIRST_SETTINGS)
const braze = firstBraze(FIRST_SETTINGS)
const asked = (draft: PieceDraft, repeats = 1): BatchAsked => {
  const planned = planPiece(draft, FIRST_SETTINGS, NO_RUNS)
  if (!planned.ok) throw new Error(planned.errors[0]?.message)
  return { draft, planned, repeats }
}
const batch = (...pieces: readonly BatchAsked[]) => batchOf(pieces, FIRST_SETTINGS)
const thick: PieceDraft = { ...cut, work: { ...cut.work, thickness: '3 in' } }

describe('the procedure of a batch', () => {
  it('makes each piece as often as it is asked for, with one set-up and one shut-down', () => {
    const made = batch(asked(cut, 3), asked(thick))
    if (!made.ok) throw new Error(made.text)
    const makings = new Set(
      made.steps.filter((s) => s.stage === 'piece').map((s) => `${s.piece} of ${s.repeat}`),
    )
    expect([...makings]).toEqual(['1 of 1', '1 of 2', '1 of 3', '2 of 1'])
    expect(made.steps.filter((s) => s.id.startsWith('screws-out'))).toHaveLength(1)
    expect(changesOf(made.steps)).toEqual({ attachments: 0, tips: 1, lights: 2 })
    expect(made.pieces.map((p) => p.repeats)).toEqual([3, 1])
  })
  it('takes a torch of which nobody said what it is for an attachment, where another piece is brazed', () => {
    const made = batch(asked(cut), asked(braze))
    if (!made.ok) throw new Error(made.text)
    expect(made.pieces[0]?.setup.torch.kind).toBe('cutting-attachment')
    expect(changesOf(made.steps).attachments).toBe(1)
    expect(batch(asked(cut))).toMatchObject({
      ok: true,
      pieces: [{ setup: { torch: { kind: 'cutting-torch' } } }],
    })
  })
  it('names the piece that is made on another rig, with another torch, or that has a stop', () => {
    const propane: PieceDraft = { ...cut, rig: { ...cut.rig, fuel: 'propane' } }
    expect(batch(asked(cut), asked(propane))).toMatchObject({
      ok: false,
      at: 1,
      text: expect.stringContaining('another fuel'),
    })
    const other: PieceDraft = { ...cut, torchId: '6d1f4c0e-0000-4000-8000-000000000001' }
    expect(batch(asked(cut), asked(other))).toMatchObject({
      ok: false,
      at: 1,
      text: expect.stringContaining('another torch'),
    })
    const stainless: PieceDraft = { ...cut, work: { ...cut.work, metal: 'stainless-304' } }
    expect(batch(asked(cut), asked(stainless))).toMatchObject({ ok: false, at: 1 })
    expect(batch()).toMatchObject({ ok: false, at: undefined })
  })
})

describe('the gas of a batch', () => {
  it('is all makings together, drawn as fast as the hungriest draws', () => {
    const [one] = gasAsked(asked(cut).planned)
    const [big] = gasAsked(asked(thick).planned)
    const [both] = batchGas([asked(cut, 5), asked(thick, 2)])
    expect(both?.gas).toBe('oxygen')
    expect(both?.jobM3).toBeCloseTo(5 * (one?.jobM3 ?? 0) + 2 * (big?.jobM3 ?? 0), 9)
    expect(both?.flow).toBe(Math.max(one?.flow ?? 0, big?.flow ?? 0))
    expect(batchGas([])).toEqual([])
  })
})

const OF = {
  id: '00000000-0000-4000-8000-000000000002',
  runId: '00000000-0000-4000-8000-000000000003',
  pieceId: '00000000-0000-4000-8000-000000000004',
  place: 1,
  repeat: 2,
  personId: null,
  at: '2026-03-02T08:00:00.000Z',
} as const

describe('same again', () => {
  const on = workedOn(cut, FIRST_SETTINGS)
  if (!on) throw new Error('the first cut has no plan')
  const told = (entry: Parameters<typeof readEntry>[0]): CutResult => {
    const read = readEntry(entry, on, FIRST_SETTINGS)
    if (!read.ok || read.told.kind !== 'cut') throw new Error('it is not read')
    return read.told
  }
  const used = {
    tipOrifice: '0.052 in',
    oxygenPressure: '43 psi',
    fuelPressure: '6 psi',
    travelSpeed: '15 ipm',
  }
  const good = goodCut(OF, used)
  const first: CutResult = told({
    ...good,
    kerf: '2.1 mm',
    note: 'Best of the lot.',
    slag: 'one-tap',
    lot: 'H 7',
  })
  it('says what was seen and set; what was measured, timed and noted stays with the one it is of', () => {
    const again = sameAgain(first, OF)
    expect(again).toMatchObject({
      kind: 'cut',
      repeat: 2,
      edge: 'sharp',
      slag: 'one-tap',
      drop: 'by-itself',
      kerf: '',
      note: '',
      lot: 'H 7',
      used: { ...used, preheat: '' },
    })
    const next = told(again)
    expect(next.verdict.outcome).toBe(first.verdict.outcome)
    expect(next.used.oxygenPressure).toEqual(first.used.oxygenPressure)
    // and again: nothing is lost from one to the next
    expect(sameAgain(next, OF)).toEqual(again)
  })
  it('says of a joint what is seen round it, not how long it took', () => {
    const joint = workedOn(braze, FIRST_SETTINGS)
    if (!joint) throw new Error('the first braze has no plan')
    const blank = sameAgain(
      {
        kind: 'braze',
        places: { '12': 'full', '3': 'full' },
        fluxOff: true,
        inside: 'bright',
        used: { timeToTemperature: { text: '40 s', si: 40 }, tipOrifice: { text: '0.052 in', si: 0.00132 } },
        lot: '',
        cylinder: '',
      } as unknown as Parameters<typeof sameAgain>[0],
      OF,
    )
    expect(blank).toMatchObject({
      kind: 'braze',
      places: { '12': 'full', '3': 'full' },
      inside: 'bright',
      used: { timeToTemperature: '', tipOrifice: '0.052 in' },
    })
    expect(readEntry(blank, joint, FIRST_SETTINGS).ok).toBe(true)
  })
})
