import { describe, expect, it } from 'vitest'
import type { CutDraft } from '#contract/schemas.ts'
import { firstBraze, firstDraft, FIRST_RIG, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'
import { fitted, waysOut, type Having, type WayOut } from './ways-out.ts'

const settings = FIRST_SETTINGS
const NOTHING: Having = { torches: [], tips: [], gear: [], settings, records: NO_RUNS }
const first = firstDraft(settings)
const cut = (work: object, rig: object = {}, usual: object = {}): CutDraft => ({
  ...first,
  work: { ...first.work, ...work },
  rig: { ...FIRST_RIG, ...rig },
  usual: { ...first.usual, ...usual },
})
const stopsOf = (draft: Parameters<typeof planPiece>[0]) => {
  const planned = planPiece(draft, settings, NO_RUNS)
  return planned.ok ? planned.plan.findings.filter((f) => f.rank === 'stop').map((f) => f.code) : ['unread']
}
function ways(
  draft: Parameters<typeof planPiece>[0],
  code: string,
  having: Partial<Having> = {},
): readonly WayOut[] {
  const planned = planPiece(draft, settings, NO_RUNS)
  const stop = planned.ok ? planned.plan.findings.find((f) => f.code === code) : undefined
  if (!planned.ok || !stop) throw new Error(`no ${code}: ${stopsOf(draft).join()}`)
  return waysOut(draft, stop, planned, { ...NOTHING, ...having })
}

describe('a way out of a stop', () => {
  it('begins a pierce that is too thick at a drilled hole', () => {
    const [way] = ways(cut({ shape: 'hole', diameter: '8 in', thickness: '4 in' }), 'pierce-too-thick')
    expect(way?.label).toBe('Begin at a drilled hole')
    expect(way && stopsOf(way.draft)).toEqual([])
  })
  it('brazes what does not cut, as a piece of its own', () => {
    const [way] = ways(cut({ metal: 'stainless-steel', thickness: '3 mm' }), 'metal-not-cut')
    expect(way).toMatchObject({ kind: 'braze', label: 'Braze it instead' })
    expect(way?.draft.kind).toBe('braze')
    expect(way && stopsOf(way.draft)).toEqual([])
  })
  it('takes a tip of the shop that does it, and leaves one that does not', () => {
    const tips = [
      { id: '1', name: 'Big one', orifice: '0.086 in' },
      { id: '2', name: 'Hair', orifice: '0.03 in' },
    ]
    const draft = cut({ thickness: '3 in' }, { tipOrifice: '0.035 in' })
    const labels = ways(draft, 'tip-will-not-do', { tips }).map((w) => w.label)
    expect(labels[0]).toBe('Fit Big one, 0.086 in')
    expect(labels.join()).not.toContain('Hair')
    // and what would have to be fitted comes after what is there
    expect(labels.at(-1)).toMatch(/^To fit: A /)
  })
  it('puts down what the rig does not have: the stop stays until it is said to be fitted', () => {
    const draft = cut({ shape: 'bevel', bevel: '60 deg', thickness: '1/2 in' }, { handling: 'hand' })
    const fit = ways(draft, 'bevel-by-hand').find((w) => w.kind === 'fit')
    if (!fit || fit.draft.kind !== 'cut') throw new Error('nothing to fit')
    expect(fit.draft.rig.toFit).toEqual([{ thing: 'A track machine', field: 'handling', value: 'track' }])
    expect(stopsOf(fit.draft)).toContain('bevel-by-hand')
    // it is put down once
    expect(ways(fit.draft, 'bevel-by-hand').map((w) => w.label)).not.toContain('To fit: A track machine')
    const row = fit.draft.rig.toFit[0]
    if (!row) throw new Error('no row')
    const done = fitted(fit.draft, row)
    expect(done.rig).toMatchObject({ toFit: [], handling: 'track' })
    expect(stopsOf(done)).not.toContain('bevel-by-hand')
  })
  it('goes to another torch of the rig only where that plans without a stop', () => {
    const track = { id: 't', name: 'Track', rig: { ...FIRST_RIG, handling: 'track' } }
    const hand = { id: 'h', name: 'Hand', rig: { ...FIRST_RIG, handling: 'hand' } }
    const draft = cut({ shape: 'bevel', bevel: '60 deg', thickness: '1/2 in' }, { handling: 'hand' })
    const labels = ways(draft, 'bevel-by-hand', { torches: [track, hand] }).map((w) => w.label)
    expect(labels).toContain('With Track')
    expect(labels).not.toContain('With Hand')
  })
  it('lets go of a pair that was held, and hoses are fitted as a pair', () => {
    const held = cut(
      { thickness: '2 in' },
      { tipOrifice: '0.04 in' },
      { oxygen: '40 psi', fuel: '5 psi', set: 'yes' },
    )
    expect(stopsOf(held)).toEqual(['tip-will-not-do'])
    const long = cut({ thickness: '6 in' }, { oxygenHose: { length: '300 ft', bore: '3/16 in' } })
    const code = stopsOf(long)[0] ?? ''
    const gear = [
      {
        id: 'g',
        kind: 'hose',
        name: 'Yard hose',
        fields: { gas: 'oxygen', bore: '1/2 in', length: '50 ft' },
      },
      {
        id: 'b',
        kind: 'hose',
        name: 'Burst hose',
        fields: { gas: 'oxygen', bore: '1/2 in', length: '50 ft', condition: 'damaged' },
      },
    ] as const
    const labels = ways(long, code, { gear }).map((w) => w.label)
    expect(labels).toContain('Fit Yard hose and its pair')
    expect(labels.join()).not.toContain('Burst')
    // a twin hose is written down once, under its fuel, and is the only hose of its set
    const twin = {
      id: 'w',
      kind: 'hose',
      name: 'Twin hose, wide',
      fields: { gas: 'acetylene', bore: '1/2 in', length: '50 ft' },
    } as const
    const set = (members: string) => ({ id: 's', kind: 'set', name: 'Van', fields: { members } }) as const
    const fitted = (...all: NonNullable<NonNullable<Parameters<typeof ways>[2]>['gear']>) =>
      ways(long, code, { gear: all }).map((w) => w.label)
    expect(fitted(twin, set('x,w'))).toContain('Fit Twin hose, wide')
    expect(fitted(twin).join()).not.toContain('Twin')
    expect(fitted(twin, ...gear, set('w,g')).join()).not.toContain('Twin')
  })
  it('takes a larger cylinder of the rig, and names the least that would do else', () => {
    const draft = cut({ thickness: '3/4 in', length: '3 m' }, { acetyleneCylinder: '60 cu ft' })
    const gear = [
      {
        id: 'c',
        kind: 'cylinder',
        name: 'Bench',
        fields: { gas: 'acetylene', size: '390 cu ft', use: 'full' },
      },
      {
        id: 'd',
        kind: 'cylinder',
        name: 'Gone',
        fields: { gas: 'acetylene', size: '390 cu ft', use: 'empty' },
      },
    ] as const
    const labels = ways(draft, 'cylinder-draw', { gear }).map((w) => w.label)
    expect(labels[0]).toBe('Take Bench, 390 cu ft')
    expect(labels.join()).not.toContain('Gone')
    expect(labels.some((l) => l.startsWith('To fit: A '))).toBe(true)
  })
  it('takes the filler that is ranked first for one that will not do', () => {
    const braze = firstBraze(settings)
    const draft = { ...braze, work: { ...braze.work, filler: 'BAg-1', clearance: '0.03 in' } }
    const codes = stopsOf(draft)
    for (const code of codes)
      for (const way of ways(draft, code)) expect(stopsOf(way.draft)).not.toContain(code)
  })
})
