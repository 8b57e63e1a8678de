import { describe, expect, it } from 'vitest'
import { PSI_PA } from '#core/quantity/index.ts'
import { FIRST_RIG, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planDraft } from './plan-of.ts'
import { answerOf, betweenPlates, chartWithTrial, trialInARow, trialOf } from './trial-of.ts'

const torch = { id: 'a', rig: { ...FIRST_RIG, oxygenHose: { length: '50 ft', bore: '1/4 in' }, chart: [] } }
const asked = {
  plates: ['3/8 in', '3/4 in'],
  tip: '0.052 in',
  oxygen: '42 psi',
  fuel: '6 psi',
  length: '6 in',
} as const
const drafts = trialInARow(torch, FIRST_SETTINGS, asked).map((p) => p.draft)
const trial = trialOf(drafts)
if (!trial) throw new Error('no trial')
const plans = drafts.map((d) => planDraft(d, FIRST_SETTINGS, NO_RUNS))
const figures = plans[0]?.ok === true ? plans[0].plan.figures : {}

const line = (outcome: 'passed' | 'failed', at = '2026-11-01T10:00:00Z', correctedBy: string | null = null) =>
  ({
    at,
    correctedBy,
    told: {
      kind: 'cut',
      edge: 'sharp',
      slag: 'falls-off',
      drop: 'by-itself',
      drag: null,
      used: {},
      planned: {},
      verdict: { outcome, because: '', judged: [] },
    },
  }) as never

describe('a trial of a tip', () => {
  it('is two pieces that are set to the one pair, with nothing left to be said', () => {
    expect(drafts.map((d) => d.work.thickness)).toEqual(['3/8 in', '3/4 in'])
    for (const planned of plans) {
      expect(planned.ok && planned.plan.findings.filter((f) => f.rank === 'stop')).toEqual([])
      expect(planned.ok && planned.plan.figures.cuttingOxygenPressure?.value).toBeCloseTo(42 * PSI_PA, 3)
    }
    expect(drafts.flatMap((d) => d.assumed)).toEqual([])
  })
  it('begins from what would be set for the plate between, and from nothing while a plate cannot be read', () => {
    const between = betweenPlates(torch, FIRST_SETTINGS, NO_RUNS, { plates: asked.plates, tip: '' })
    expect(between?.request.work.thicknessM).toBeCloseTo(Math.sqrt(3 / 8 / (4 / 3)) * 0.0254, 4)
    expect(between?.plan.figures.cuttingOxygenPressure).toBeDefined()
    const tipped = betweenPlates(torch, FIRST_SETTINGS, NO_RUNS, { plates: asked.plates, tip: '0.04 in' })
    expect(tipped?.plan.figures.tipOrifice?.value).toBeCloseTo(0.04 * 0.0254, 9)
    expect(
      betweenPlates(torch, FIRST_SETTINGS, NO_RUNS, { plates: ['thin', '1 in'], tip: '' }),
    ).toBeUndefined()
  })
  it('is told from any other two pieces', () => {
    const [a, b] = drafts
    if (!a || !b) throw new Error('two')
    expect(trialOf([a])).toBeUndefined()
    expect(trialOf([a, a])).toBeUndefined()
    expect(trialOf([a, { ...b, usual: { ...b.usual, oxygen: '50 psi' } }])).toBeUndefined()
    expect(trialOf(drafts.map((d) => ({ ...d, usual: { ...d.usual, set: '' } })))).toBeUndefined()
  })
  it('has its answer once both are written down, by the newest line that stands', () => {
    expect(answerOf(trial, [[line('passed')], []], FIRST_SETTINGS)).toBeUndefined()
    expect(answerOf(trial, [[line('passed')], [line('failed')]], FIRST_SETTINGS)?.by).toBe('only-one')
    const corrected = [line('failed', '2026-11-01T10:00:00Z', 'x'), line('passed', '2026-11-01T10:05:00Z')]
    expect(answerOf(trial, [[line('passed')], corrected], FIRST_SETTINGS)?.good).toHaveLength(2)
  })
  it('goes into the chart from plate to plate, so that a plan of either comes to the same pair', () => {
    const answer = answerOf(trial, [[line('passed')], [line('passed')]], FIRST_SETTINGS)
    if (!answer) throw new Error('no answer')
    const chart = chartWithTrial([], trial, answer, figures, FIRST_SETTINGS)
    expect(chart).toHaveLength(1)
    expect(chart?.[0]).toMatchObject({ thicknessMin: '3/8 in', thicknessMax: '3/4 in', pressureAt: 'torch' })
    const after = planDraft(
      {
        ...trial.drafts[0],
        usual: { oxygen: '', fuel: '', tip: '', set: '' },
        rig: { ...torch.rig, guide: 'none', tipOrifice: '', chart: [...(chart ?? [])] },
      },
      FIRST_SETTINGS,
      NO_RUNS,
    )
    const set = after.ok ? after.plan.figures : {}
    expect(set.cuttingOxygenPressure?.source).toBe('chart')
    expect((set.cuttingOxygenPressure?.value ?? 0) / PSI_PA).toBeCloseTo(42, 0)
    expect((set.fuelPressure?.value ?? 0) / PSI_PA).toBeGreaterThan(4.9)
    // put in twice, it stands there once
    expect(chartWithTrial(chart ?? [], trial, answer, figures, FIRST_SETTINGS)).toHaveLength(1)
    expect(chartWithTrial([], trial, { ...answer, good: [] }, figures, FIRST_SETTINGS)).toBeUndefined()
  })
})
