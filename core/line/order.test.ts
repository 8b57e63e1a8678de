import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { composeBatch, type BatchPiece } from './batch.ts'
import { batchPairs, judgeBatch } from './every-method.ts'
import { USUAL_LINE_METHODS } from './methods.ts'
import { changesLess, changesOf, disorderOf, gapsOf, longestLitS, proposeOrder } from './order.ts'
import { setupOf } from './test-support.ts'

const WORK = {
  before: [],
  work: [{ id: 'heat', phase: 'cut', act: 'Heat', why: '', acts: [{ do: 'heat' }] }],
  cooling: [],
  after: [],
} as const
const piece = (
  kind: 'cutting-attachment' | 'brazing-handle' = 'cutting-attachment',
  orificeM = 0.0011,
  over: Partial<BatchPiece> = {},
): BatchPiece => {
  const setup = setupOf('acetylene', kind)
  return {
    setup: { ...setup, setting: { ...setup.setting, tip: { flames: 6, orificeM } } },
    work: WORK,
    repeats: 1,
    ...over,
  }
}
const made = (pieces: readonly BatchPiece[]) => {
  const done = composeBatch(pieces)
  if (!done.ok) throw new Error(done.text)
  return done.steps
}

describe('the order of a batch', () => {
  const mixed = [
    piece(),
    piece('brazing-handle'),
    piece('cutting-attachment', 0.0016),
    piece(),
    piece('brazing-handle'),
    piece('cutting-attachment', 0.0016),
  ]
  it('puts together what is made with one attachment, then with one tip; what comes first stays first', () => {
    expect(proposeOrder(mixed)).toEqual([0, 3, 2, 5, 1, 4])
    expect(changesOf(made(mixed))).toMatchObject({ attachments: 4 })
    const better = proposeOrder(mixed).map((i) => mixed[i] as BatchPiece)
    expect(changesOf(made(better))).toMatchObject({ attachments: 1, tips: 1 })
  })
  it('is a permutation that never changes more than the order that was given (any pieces)', () => {
    const any = fc.record({
      kind: fc.constantFrom('cutting-attachment', 'brazing-handle'),
      orificeM: fc.constantFrom(0.0011, 0.0016, 0.002),
    })
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 6 }), (asked) => {
        const pieces = asked.map((a) => piece(a.kind, a.orificeM))
        const order = proposeOrder(pieces)
        expect([...order].sort((a, b) => a - b)).toEqual(pieces.map((_, i) => i))
        const [before, after] = [pieces, order.map((i) => pieces[i] as BatchPiece)].map((p) =>
          changesOf(made(p)),
        )
        if (!before || !after) throw new Error('nothing was made')
        expect(changesLess(before, after)).toBe(false)
        // and what is put in order already stays as it is
        expect(proposeOrder(order.map((i) => pieces[i] as BatchPiece))).toEqual(pieces.map((_, i) => i))
      }),
      { numRuns: 60 },
    )
  })
  it('goes along a run from its far end to its near one, with another between hot neighbours', () => {
    const line = setupOf('acetylene', 'brazing-handle', { nitrogen: true })
    const at = (atM: number, run = 'liquid'): BatchPiece => ({
      setup: line,
      work: WORK,
      repeats: 1,
      run,
      atM,
      remeltM: 0.2,
    })
    expect(proposeOrder([at(1), at(6), at(3)])).toEqual([1, 2, 0])
    // 6.1 and 6.0 are too near each other: the one at 3 comes between
    const near = [at(6), at(3), at(6.1), at(1)]
    expect(proposeOrder(near)).toEqual([2, 1, 0, 3])
    const placed = proposeOrder(near).map((i) => near[i] as BatchPiece)
    expect(disorderOf(placed)).toBeLessThan(disorderOf([at(6), at(6.1), at(3), at(1)]))
    // nothing else is left between: they follow each other, and the step between them says so
    expect(proposeOrder([at(1), at(1.1)])).toEqual([1, 0])
    const steps = made([at(1.1), at(1)])
    expect(steps.find((s) => s.id === 'hot-neighbour')?.act).toContain('the next one lies')
    expect(made([at(3), at(1)]).some((s) => s.id === 'hot-neighbour')).toBe(false)
    // another run is another matter
    expect(disorderOf([at(1), at(6, 'suction')])).toBe(0)
  })
  it('weighs an attachment more than tips, a tip more than lighting again', () => {
    expect(changesLess({ attachments: 0, tips: 3, lights: 4 }, { attachments: 1, tips: 0, lights: 2 })).toBe(
      true,
    )
    expect(changesLess({ attachments: 1, tips: 0, lights: 5 }, { attachments: 1, tips: 1, lights: 2 })).toBe(
      true,
    )
    expect(changesLess({ attachments: 1, tips: 1, lights: 2 }, { attachments: 1, tips: 1, lights: 2 })).toBe(
      false,
    )
  })
})

describe('what lies between the makings', () => {
  it('is nothing where they are alike: the flame stays on', () => {
    const gaps = gapsOf(made([piece('cutting-attachment', 0.0011, { repeats: 3 })]))
    expect(gaps.map((g) => [g.piece, g.repeat, g.flame, g.tip])).toEqual([
      [1, 2, 'stays', false],
      [1, 3, 'stays', false],
    ])
  })
  it('names a tip, an attachment, and the pressures that are set anew', () => {
    const [tip] = gapsOf(made([piece(), piece('cutting-attachment', 0.0016)]))
    expect(tip).toMatchObject({ piece: 2, tip: true, attachment: false, flame: 'lit-again', sets: [] })
    const other = piece('cutting-attachment', 0.0016)
    const [set] = gapsOf(
      made([piece(), { ...other, setup: { ...other.setup, oxygenPa: other.setup.oxygenPa * 1.3 } }]),
    )
    expect(set?.sets).toEqual(['oxygenPressure'])
    expect(gapsOf(made([piece(), piece('brazing-handle')]))[0]).toMatchObject({ attachment: true })
  })
  it('tells nitrogen that goes along one run from another run', () => {
    const rig = { kind: 'brazing-handle', checkValves: true, nitrogen: true } as const
    const judged = (repeats: number, pieces: number) =>
      gapsOf(
        judgeBatch(
          'acetylene',
          Array.from({ length: pieces }, () => ({ rig, orificeM: 0.0011, repeats })),
          USUAL_LINE_METHODS,
        ).steps,
      ).map((g) => g.nitrogen)
    expect(judged(2, 1)).toEqual(['along'])
    expect(judged(1, 2)).toEqual(['another-run'])
  })
  it('has one gap fewer than makings, for every pair', () => {
    for (const pair of batchPairs())
      expect(gapsOf(judgeBatch('propane', pair, USUAL_LINE_METHODS).steps)).toHaveLength(2)
  })
  it('adds up how long the flame burns without a stop', () => {
    const steps = made([
      piece('cutting-attachment', 0.0011, { repeats: 3 }),
      piece('cutting-attachment', 0.0016, { repeats: 2 }),
    ])
    expect(longestLitS(steps, [100, 40])).toBe(300)
    expect(longestLitS(steps, [10, 40])).toBe(80)
  })
})
