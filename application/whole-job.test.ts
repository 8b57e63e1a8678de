import { describe, expect, it } from 'vitest'
import { firstBraze, firstDraft, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS } from './plan-of.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import { wholeJob } from './whole-job.ts'

const cut = firstDraft(FIRST_SETTINGS)
const braze = firstBraze(FIRST_SETTINGS)
const PRICED = {
  ...FIRST_SETTINGS,
  prices: { oxygen: '14', fuel: '62', hour: '38', per: '100 cu ft' as const, sign: '£' },
}
const whole = (drafts: readonly PieceDraft[], settings = FIRST_SETTINGS) =>
  wholeJob(drafts, settings, NO_RUNS)

describe('what a whole job takes', () => {
  it('is what its pieces take, added', () => {
    const [one, two, three] = [whole([cut]), whole([braze]), whole([cut, braze, cut])]
    expect(three.pieces).toBe(3)
    expect(three.torchS).toBeCloseTo(2 * one.torchS + two.torchS, 9)
    expect(three.oxygenM3).toBeCloseTo(2 * one.oxygenM3 + two.oxygenM3, 12)
    expect(three.fuelM3).toBeCloseTo(2 * one.fuelM3 + two.fuelM3, 12)
    expect(three.rods).toEqual(two.rods)
    expect(two.rods[0]?.metres).toBeGreaterThan(0)
  })
  it('counts the joints of a braze, and adds rods of one filler', () => {
    const four: PieceDraft = { ...braze, work: { ...braze.work, count: '4' } }
    const [once, often] = [whole([braze]), whole([four, braze])]
    expect(often.rods).toHaveLength(1)
    expect(often.rods[0]?.metres).toBeCloseTo(5 * (once.rods[0]?.metres ?? 0), 9)
  })
  it('leaves out what cannot be planned, and costs only where something is priced', () => {
    const blank: PieceDraft = { ...cut, work: { ...cut.work, thickness: '' } }
    expect(whole([blank])).toMatchObject({ pieces: 0, torchS: 0, rods: [], cost: null })
    expect(whole([cut]).cost).toBeNull()
    expect(whole([cut, cut], PRICED).cost).toBeCloseTo(2 * (whole([cut], PRICED).cost ?? 0), 9)
    expect(whole([cut], PRICED).cost).toBeGreaterThan(0)
  })
})
