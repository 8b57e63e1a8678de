import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steelRow } from '../cut/steel-table.ts'
import { SLAG_CLASSES } from './outcome.ts'
import { judgeTrial, type TrialCut } from './trial.ts'

const cut = (
  thicknessM: number,
  over: Partial<TrialCut> = {},
  seen: Partial<TrialCut['seen']> = {},
): TrialCut => ({
  thicknessM,
  seen: { edge: 'sharp', slag: 'falls-off', drop: 'by-itself', dragM: undefined, ...seen },
  outcome: 'passed',
  speed: undefined,
  ...over,
})
const middle = (t: number) => steelRow(t, 'acetylene').speed.reduce((a, b) => a + b) / 2

describe('a two-plate trial', () => {
  it('is best for the one plate that came out good, and for neither where none did', () => {
    expect(judgeTrial([cut(0.01), cut(0.025, { outcome: 'failed' })])).toEqual({
      good: [0.01],
      bestM: 0.01,
      by: 'only-one',
    })
    expect(judgeTrial([cut(0.01, {}, { drop: 'no' }), cut(0.025)]).bestM).toBe(0.025)
    expect(judgeTrial([cut(0.01, {}, { drop: 'no' }), cut(0.025, { outcome: 'failed' })])).toEqual({
      good: [],
      bestM: undefined,
      by: 'neither',
    })
  })
  it('of two good ones goes by slag, then drag, then speed, then by nothing', () => {
    expect(judgeTrial([cut(0.01, {}, { slag: 'one-tap' }), cut(0.02)])).toMatchObject({
      bestM: 0.02,
      by: 'slag',
    })
    // 0.5 mm of 10 is the same share as 1 mm of 20: it decides nothing
    expect(judgeTrial([cut(0.01, {}, { dragM: 0.0005 }), cut(0.02, {}, { dragM: 0.001 })]).by).toBe('alike')
    expect(judgeTrial([cut(0.01, {}, { dragM: 0.0005 }), cut(0.02, {}, { dragM: 0.003 })])).toMatchObject({
      bestM: 0.01,
      by: 'drag',
    })
    expect(
      judgeTrial([cut(0.01, { speed: middle(0.01) }), cut(0.02, { speed: middle(0.02) * 0.7 })]),
    ).toMatchObject({ bestM: 0.01, by: 'speed' })
    expect(judgeTrial([cut(0.01), cut(0.02)])).toMatchObject({
      good: [0.01, 0.02],
      bestM: undefined,
      by: 'alike',
    })
  })
  it('says the same whichever plate is told first, and calls best only what is good', () => {
    const any = fc.record({
      slag: fc.constantFrom(...SLAG_CLASSES, 'not-seen' as const),
      drop: fc.constantFrom('by-itself' as const, 'with-a-knock' as const, 'no' as const),
      outcome: fc.constantFrom('passed' as const, 'failed' as const, 'open' as const),
      share: fc.double({ min: 0, max: 0.4, noNaN: true }),
      pace: fc.double({ min: 0.3, max: 1.4, noNaN: true }),
    })
    fc.assert(
      fc.property(any, any, (one, two) => {
        const make = (t: number, { slag, drop, outcome, share, pace }: typeof one) =>
          cut(t, { outcome, speed: middle(t) * pace }, { slag, drop, dragM: share * t })
        const [a, b] = [make(0.01, one), make(0.03, two)]
        const said = judgeTrial([a, b])
        expect(judgeTrial([b, a])).toEqual(said)
        if (said.bestM !== undefined) expect(said.good).toContain(said.bestM)
        expect(said.good).toEqual([...said.good].sort((x, y) => x - y))
      }),
    )
  })
})
