import { describe, expect, it } from 'vitest'
import { paceRecordingSchema } from '#contract/practice-schemas.ts'
import type { CutDraft } from '#contract/schemas.ts'
import { SHAPES } from '#core/cut/fields.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { goodPace } from '#core/teach/pace-hands.ts'
import { foundOnCut } from '#core/teach/pace-found.ts'
import { scorePace } from '#core/teach/pace-judge.ts'
import { FIRST_SETTINGS, firstDraft } from './first.ts'
import { paceBoardOf } from './pace-board-of.ts'
import { NO_RUNS, planDraft } from './plan-of.ts'

const first = firstDraft(FIRST_SETTINGS)
const planned = (work: Partial<CutDraft['work']>, usual?: Partial<CutDraft['usual']>, rig: object = {}) => {
  const draft: CutDraft = {
    ...first,
    work: { ...first.work, ...work },
    usual: { ...first.usual, ...usual },
    rig: { ...first.rig, ...rig },
  }
  const plan = planDraft(draft, FIRST_SETTINGS, NO_RUNS)
  if (!plan.ok) throw new Error(`${plan.errors[0]?.field}: ${plan.errors[0]?.message}`)
  return plan
}
const board = (...of: Parameters<typeof planned>) => {
  const made = paceBoardOf(planned(...of), 'a cut')
  if (!made.ok) throw new Error(made.message)
  return made
}
const PLAIN = { length: String, along: String, speed: String, temperature: String }
const cut = (made: ReturnType<typeof board>) => {
  const { state } = goodPace(made.board)
  const score = scorePace(state)
  return {
    ...score,
    names: foundOnCut(state, score.result, PLAIN).map((f) => `${f.sign.id}/${f.cause.id}`),
  }
}

describe('a planned cut at the pace bench', () => {
  it('is as thick as its plan, and set as its plan sets it', () => {
    const plan = planned({ thickness: '12 mm', length: '300 mm' })
    const made = paceBoardOf(plan, 'Gate shoe')
    if (!made.ok) throw new Error(made.message)
    const { figures } = plan.plan
    expect(made.board).toMatchObject({ title: 'Gate shoe', shape: 'line' })
    expect(made.board.plate).toMatchObject({ thickness: 0.012, length: 0.2, start: 'edge' })
    expect(made.but).toBe('A stretch of its line.')
    expect(made.board.gas).toMatchObject({
      orifice: figures.tipOrifice?.value,
      pressure: figures.cuttingOxygenPressureAtTip?.value,
      flameHeat: (figures.fuelFlow?.value ?? 0) * FUELS.acetylene.netHeat,
    })
    expect(made.board.told.speed).toBe(figures.travelSpeed?.value)
    expect(made.board.told.preheatS).toBe(figures.preheatTime?.value)
    expect(made.board.plan.height).toBe(figures.tipToWork?.value)
  })
  it.each([
    '1/16 in',
    '1/8 in',
    '3/16 in',
    '1/4 in',
    '3/8 in',
    '1/2 in',
    '3/4 in',
    '1 in',
    '1 1/2 in',
    '2 in',
    '3 in',
    '4 in',
    '6 in',
  ])('drops there for a good hand who is told of no fault: %s', (thickness) => {
    const { result, points, names } = cut(board({ thickness, surface: 'clean' }))
    expect(result.drops).toBe(true)
    expect(points).toBeGreaterThan(95)
    expect(names).toEqual([])
  })
  it.each([
    ['8 in', 'acetylene'],
    ['12 in', 'acetylene'],
    ['1/4 in', 'propane'],
    ['2 in', 'propane'],
    ['10 in', 'propane'],
    ['12 in', 'hydrogen'],
  ])(
    'drops there from the heaviest plate too, and with fuels that heat for minutes: %s, %s',
    (thickness, fuel) => {
      const made = board({ thickness, surface: 'clean' }, {}, { fuel })
      const { result, points, names } = cut(made)
      expect(result.drops).toBe(true)
      // what the heaviest plate leaves whoever cuts it is no fault of theirs
      expect(names).toEqual([])
      expect(points).toBeGreaterThan(95)
      // ready about when the plan says
      const { preheatS } = made.board.told
      expect(Math.abs((result.starts[0]?.t ?? 0) - preheatS)).toBeLessThan(Math.max(4, preheatS * 0.2))
    },
  )
  it('tells a flame of the heaviest plate that is larger than the plate wants it, and a hand that dawdles', () => {
    const { board: heavy } = board({ thickness: '10 in', surface: 'clean' })
    const { told, gas } = heavy
    const names = (of: object) => cut({ ok: true, board: { ...heavy, ...of } })
    const as = names({})
    expect(as.marks.map((m) => m.text).join()).toMatch(/rounded by [\d.]+ mm, as on any plate this heavy/)
    const large = names({ gas: { ...gas, flameHeat: gas.flameHeat * 1.5 } })
    expect(large.names).toContain('top-melted/preheat-much')
    const slow = names({ told: { ...told, speed: told.speed * 0.6 } })
    expect(slow.names).toContain('top-melted/too-slow')
    for (const worse of [large, slow]) expect(worse.points).toBeLessThan(as.points)
  })
  it('cuts badly where its plan is wrong: a tip and a pressure of another plate', () => {
    const wrong = board(
      { thickness: '25 mm', surface: 'clean' },
      { set: 'yes', oxygen: '25 psi', fuel: '5 psi', tip: '0.043 in' },
    )
    const right = cut(board({ thickness: '25 mm', surface: 'clean' }))
    const bad = cut(wrong)
    expect(bad.points).toBeLessThan(right.points - 20)
    expect(bad.names.length).toBeGreaterThan(0)
  })
  it('is of every shape that is cut through, and is kept as a recording', async () => {
    const more: Readonly<Record<string, Partial<CutDraft['work']>>> = {
      hole: { diameter: '60 mm' },
      disc: { diameter: '60 mm' },
      fastener: { diameter: '20 mm' },
      bevel: { bevel: '30 deg' },
      pipe: { diameter: '100 mm' },
    }
    const shapes: string[] = []
    for (const shape of SHAPES.filter((s) => ['straight', 'strip', ...Object.keys(more)].includes(s))) {
      const made = board({ shape, thickness: '10 mm', width: '50 mm', length: '300 mm', ...more[shape] })
      shapes.push(made.board.shape)
      const recording = { kind: 'pace', task: 'plan: a cut', board: made.board, made: [], until: 10 }
      await expect(paceRecordingSchema.validate(recording, { strict: true })).resolves.toBeDefined()
    }
    expect(new Set(shapes)).toEqual(new Set(['line', 'bevel', 'circle', 'fastener', 'pierce']))
  })
  it('says what of it is told otherwise: a stretch, a smaller hole, as much as there is time for', () => {
    const hole = (diameter: string) => board({ shape: 'hole', thickness: '10 mm', diameter })
    expect(hole('30 mm').but).toBeUndefined()
    expect(hole('200 mm').but).toBe('A smaller one, through the same plate.')
    const heavy = board({ thickness: '250 mm', length: '600 mm', surface: 'clean' }, {}, { fuel: 'propane' })
    expect(heavy.but).toBe('A stretch of its line.')
    const { plate, told } = heavy.board
    expect(plate.length).toBeLessThan(0.2)
    expect(told.preheatS + plate.length / told.speed).toBeLessThan(400)
  })
  it('says why there is none', () => {
    const none = (...of: Parameters<typeof planned>) => {
      const made = paceBoardOf(planned(...of), 'a cut')
      return made.ok ? '' : made.message
    }
    expect(none({ metal: 'stainless-steel' })).toMatch(/sets nothing yet/)
    expect(none({ shape: 'gouge' })).toMatch(/gouge|sets nothing/)
    expect(none({}, {}, { fuel: 'mps' })).toMatch(/does not know how/)
  })
  it('takes coats and metals that the bench does not know as the nearest that it does', () => {
    expect(board({ surface: 'oily', thickness: '10 mm' }).board.plate.surface).toBe('painted')
    expect(board({ metal: 'medium-carbon-steel', thickness: '10 mm' }).board.plate.metal).toBe(
      'high-carbon-steel',
    )
  })
})
