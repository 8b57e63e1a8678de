import { describe, expect, it } from 'vitest'
import { FUEL_IDS } from '#core/gas/fuels.ts'
import { PSI_PA } from '#core/quantity/index.ts'
import { FLAME_TASKS, taskNot } from '#core/teach/flame-tasks.ts'
import { goodHand } from '#core/teach/good-hand.ts'
import { scoreOf } from '#core/teach/recording.ts'
import type { RigDraft, Settings } from '#contract/schemas.ts'
import { benchTorchOf } from './bench-torch-of.ts'
import { FIRST_RIG, FIRST_ROW, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS } from './plan-of.ts'

const rig = (own: Partial<RigDraft>, torch: Partial<RigDraft['torch']> = {}): RigDraft => ({
  ...FIRST_RIG,
  ...own,
  torch: { ...FIRST_RIG.torch, ...torch },
})
const bench = (of: RigDraft, settings: Settings = FIRST_SETTINGS) => {
  const made = benchTorchOf({ id: null, rig: of }, settings, NO_RUNS)
  if (!made.ok) throw new Error(made.errors[0]?.message)
  return made
}
const methods = (own: Partial<Settings['methods']>): Settings => ({
  ...FIRST_SETTINGS,
  methods: { ...FIRST_SETTINGS.methods, ...own },
})

describe('a torch on the practice bench', () => {
  it('stands as its own chart sets it, at a plate of the chart', () => {
    const row = {
      ...FIRST_ROW,
      orifice: '0.052 in',
      thicknessMin: '3/8 in',
      thicknessMax: '7/8 in',
      oxygenPressure: '43 psi',
      fuelPressure: '6 psi',
    }
    const made = bench(rig({ chart: [row] }))
    expect(made).toMatchObject({ hand: 'right' })
    expect(made.bench.torch.oxygenPa / PSI_PA).toBeCloseTo(43, 6)
    expect(made.bench.torch.jetM).toBeCloseTo(0.052 * 0.0254, 6)
    expect(made.bench.torch.ports).toBe(6)
  })

  it('is lit as the shop lights it, in the words of its steps', () => {
    expect(bench(rig({})).bench.lighting).toMatchObject({ trace: 0, fuel: 0.25, near: false, raise: 'soot' })
    const half = bench(rig({}), methods({ fuelValve: 'half' })).bench.lighting
    expect(half).toMatchObject({ fuel: 0.5 })
    expect(half.light).toContain('half a turn')
    const still = bench(rig({ fuel: 'propane' }), methods({ lightOther: 'still-air' })).bench.lighting
    expect(still.near).toBe(false)
    const parts = bench(rig({ fuel: 'propane' }), methods({ workUpOther: 'until-it-parts' })).bench.lighting
    expect(parts.raise).toBe('parts')
    const whiff = bench(rig({}, { kind: 'brazing-handle', lighting: 'whiff' })).bench.lighting
    expect(whiff.trace).toBeGreaterThan(0)
  })

  it('has a handle valve where it is an attachment, and no lever where it brazes', () => {
    expect(bench(rig({}, { kind: 'cutting-attachment' })).bench.torch.handleValve).toBe(true)
    const handle = bench(rig({}, { kind: 'brazing-handle' }))
    expect(handle.bench.torch.ports).toBe(1)
    expect(handle.bench.torch.jetM).toBeUndefined()
  })

  it('says why a torch cannot be practised with', () => {
    const unknown = benchTorchOf(
      { id: null, rig: rig({ fuel: 'propylene' }, { kind: 'brazing-handle' }) },
      FIRST_SETTINGS,
      NO_RUNS,
    )
    expect(unknown).toMatchObject({ ok: false })
    const wrong = benchTorchOf({ id: null, rig: rig({ tipRadius: 'wide' }) }, FIRST_SETTINGS, NO_RUNS)
    expect(wrong.ok ? '' : wrong.errors[0]?.message).toMatch(/\.$/)
  })

  it.each(FUEL_IDS)('gives a good hand every task that it can be practised with: %s', (fuel) => {
    for (const settings of [
      FIRST_SETTINGS,
      methods({ workUpOther: 'until-it-parts', fuelValve: 'half', lightOther: 'still-air' }),
    ])
      for (const kind of ['cutting-torch', 'cutting-attachment'] as const) {
        const made = bench(rig({ fuel }, { kind }), settings)
        for (const task of FLAME_TASKS) {
          if (taskNot(task, made.bench) !== undefined) continue
          const { points, marks } = scoreOf(goodHand(task, made.bench, 5))
          const short = marks.filter((m) => m.got < m.most)
          expect({ task, good: points >= 94, short: points >= 94 ? [] : short }).toEqual({
            task,
            good: true,
            short: [],
          })
        }
      }
  })
})
