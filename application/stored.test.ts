import { describe, expect, it } from 'vitest'
import type { CutPlan } from '#core/cut/types.ts'
import { omit } from '#core/objects.ts'
import { reason } from '#core/reason.ts'
import type { Step } from '#core/line/steps.ts'
import { brazeSteps, given } from '#core/line/test-support.ts'
import { standing, wayOut } from '#core/line/ways.ts'
import type { RunEvent } from '#core/record/run.ts'
import { firstDraft, FIRST_SETTINGS } from './first.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'
import { cutDraftSchema, ROUTES, settingsSchema, pieceChangeSchema } from '#contract/schemas.ts'
import {
  bodyAsNow,
  eventAsNow,
  pieceAsNow,
  planAsNow,
  reasonOfEvent,
  setupAsNow,
  settingsAsNow,
  stepsAsNow,
  resultOfLine,
} from './stored.ts'

const planned = planPiece(firstDraft(FIRST_SETTINGS), FIRST_SETTINGS, NO_RUNS)
if (!planned.ok) throw new Error('the first piece is planned')
const plan = planned.plan as CutPlan

/** The plan as it was stored before its reasons had kinds and its drawings had figures of their own. */
const old = () => ({
  ...omit(plan, ['tip', 'detail']),
  figures: Object.fromEntries(
    Object.entries(plan.figures).map(([name, figure]) => [
      name,
      {
        ...figure,
        hoseDropPa: undefined,
        runs: undefined,
        from: Object.fromEntries(figure.from.map((r) => [r.key, r.value])),
      },
    ]),
  ),
})

describe('a plan that an older version stored', () => {
  it('is read as this one would have written it', () => {
    const { cleaner, ...detail } = plan.detail
    expect(cleaner).toBeDefined()
    expect(planAsNow(old())).toEqual({
      ...plan,
      detail,
      tip: { verdict: 'does', because: 'Nothing was said against it when it was planned.' },
    })
  })
  it('has its tip as its findings had it', () => {
    const text = '0.080 in on a plate that takes 0.030 to 0.060 in.'
    for (const [code, verdict] of [
      ['tip-too-big', 'too-large'],
      ['tip-too-small', 'slow'],
    ]) {
      const stored = { ...old(), findings: [{ rank: 'mind', code, title: 'Tip', text }] }
      expect(planAsNow(stored)).toMatchObject({ tip: { verdict, because: text } })
    }
  })
  it('is left as it is when this version stored it', () => {
    expect(planAsNow(plan)).toBe(plan)
  })
  it('keeps the runs of a line apart, and leaves out what has no name any more', () => {
    const figure = { value: 1, low: 1, high: 1, unit: 'm3', source: 'log', because: '', cites: '' }
    const read = planAsNow({
      kind: 'braze',
      figures: {
        purgeVolume: { ...figure, from: { bore1: 0.02, length1: 4, bore2: 0.01, odd: 3, goodRuns: 4 } },
      },
    })
    const { purgeVolume } = read.figures as Record<string, CutPlan['figures']['kerf']>
    expect(purgeVolume?.from.map((r) => r.key)).toEqual(['bore', 'length', 'bore', 'goodRuns'])
    expect(purgeVolume?.runs).toBe(4)
    expect(reason(purgeVolume, 'length')).toBe(4)
  })
})

describe('a piece that was typed before an upgrade', () => {
  const draft = firstDraft(FIRST_SETTINGS)
  it('has what it lacked as in a new one, and keeps what is not known here', () => {
    const work = omit(draft.work, ['wind'])
    const older = {
      ...draft,
      work: { ...work, thickness: '2 in', later: 'x' },
      rig: { ...draft.rig, torch: {} },
    }
    const now = pieceAsNow(older)
    expect(now).toMatchObject({
      work: { thickness: '2 in', wind: 'calm', later: 'x' },
      rig: { torch: draft.rig.torch },
    })
    expect(cutDraftSchema.isValidSync(now, { strict: true })).toBe(true)
  })
  it('is accepted at the edge, and what is wrong in it is still refused', () => {
    const body = (work: object) => ({ title: 'Plate', version: 1, draft: { ...draft, work } })
    const work = omit(draft.work, ['hollow'])
    const good = (b: unknown) => pieceChangeSchema.isValidSync(bodyAsNow('changePiece', b), { strict: true })
    expect(good(body(work))).toBe(true)
    expect(good(body({ ...work, thickness: 3 }))).toBe(false)
    expect(good(body({}))).toBe(false)
    expect(good({ title: 'Plate', version: 1 })).toBe(false)
  })
})

describe('a shop’s settings from before', () => {
  it('have their ways, which were once called schools', () => {
    const { methods, ...rest } = FIRST_SETTINGS
    const old = { ...rest, schools: { ...methods, bleeding: 'together', gapBridge: undefined } }
    const now = settingsAsNow(JSON.parse(JSON.stringify(old)))
    expect(now.methods).toEqual({ ...methods, bleeding: 'together' })
    expect(now).not.toHaveProperty('schools')
    expect(settingsSchema.isValidSync(now, { strict: true })).toBe(true)
  })
  it('are those of a new shop where nothing can be read', () => {
    expect(settingsAsNow(null)).toEqual(FIRST_SETTINGS)
  })
})

describe('a line that an older version wrote', () => {
  const line = { kind: 'cut', used: { tipOrifice: null }, edge: 'sharp', kerf: { text: '2 mm', si: 0.002 } }
  it('did not measure what there was no field for', () => {
    expect(resultOfLine(line)).toMatchObject({
      ...line,
      used: { tipOrifice: null, preheat: null },
      drag: null,
      size: null,
      marks: [],
      breaking: 'none',
      note: '',
    })
  })
  it('is not made to say what decides: that is left for the check to miss', () => {
    expect(resultOfLine(line)).not.toHaveProperty('slag')
    expect(resultOfLine({ kind: 'odd', a: 1 })).toEqual({ kind: 'odd', a: 1 })
    expect(resultOfLine('nothing')).toBe('nothing')
  })
})

it('steps of an older run have the ways that shaped them', () => {
  const step = { id: 'a', phase: 'light', act: 'Light it', why: '', acts: [] } as const
  expect(stepsAsNow([{ ...step, schools: ['bleeding'] } as never])).toEqual([
    { ...step, methods: ['bleeding'] },
  ])
  expect(stepsAsNow([step])).toEqual([step])
})

it('steps of an older run have the role that their name told, and newer ones are left alone', () => {
  const step = (id: string, role?: 'heat') =>
    ({ id, phase: 'braze', act: id, why: '', acts: [], ...(role ? { role } : {}) }) as const
  expect(stepsAsNow(['rig', 'heat-1', 'hot', 'own'].map((id) => step(id))).map((s) => s.role)).toEqual([
    'look-over',
    'heat',
    'mark-hot',
    undefined,
  ])
  expect(stepsAsNow([step('a', 'heat'), step('hot')]).map((s) => s.role)).toEqual(['heat', undefined])
})

describe('an event of a run', () => {
  const said = { id: 'e', stepId: 'cut', at: '2026-03-02T08:00:00.000Z', personId: null }
  const LED: Step = { id: 'change-tip', phase: 'break', act: 'Change it', why: 'It is worn.', acts: [] }
  const told: readonly RunEvent[] = [
    { ...said, kind: 'done' },
    { ...said, kind: 'skip', reason: 'broken' },
    { ...said, kind: 'assert', proof: { kind: 'seen', by: 'orla' } },
    { ...said, kind: 'assert', proof: { kind: 'reading', by: null, si: 275_790 } },
    { ...said, kind: 'assert', proof: { kind: 'ago', by: 'orla', seconds: 600 } },
    { ...said, kind: 'stop', reason: null },
    { ...said, kind: 'trouble', reason: 'Backfire' },
    { ...said, kind: 'break', name: 'tip-change', steps: [LED] },
    { ...said, kind: 'hand-over', to: 'orla', steps: [LED] },
    { ...said, kind: 'hand-over', to: null, steps: [] },
  ]
  it('comes back as it was stored', () => {
    for (const event of told)
      expect(eventAsNow({ ...said, kind: event.kind, reason: reasonOfEvent(event) })).toEqual(event)
  })
  it('that handed the torch over was once said by the one who goes on', () => {
    expect(eventAsNow({ ...said, personId: 'orla', kind: 'hand-over', reason: 'hand-over lit' })).toEqual({
      ...said,
      personId: 'orla',
      kind: 'hand-over',
      to: 'orla',
    })
  })
  it('has the steps that an older version stored with its run, for where the rig stood', () => {
    const breaks = { 'tip-change': { lit: [LED], ready: [] } }
    const led = (reason: string) => eventAsNow({ ...said, kind: 'break', reason }, breaks)
    expect(led('tip-change lit')).toEqual({ ...said, kind: 'break', name: 'tip-change', steps: [LED] })
    expect(led('tip-change ready')).toMatchObject({ steps: [] })
    // one that was not stored with it is worked out
    expect(led('relight lit')).not.toHaveProperty('steps')
  })
  it('is unread when it says nothing known, and never a break of another kind', () => {
    for (const [kind, reason] of [
      ['nap', null],
      ['break', 'nap lit'],
      ['break', 'hand-over lit'],
      ['break', null],
      ['break', '{"name":"nap"}'],
      ['break', '{'],
      ['assert', 'since lunch'],
      ['assert', '{"kind":"ago","by":"orla"}'],
      ['assert', '{"kind":"told"}'],
    ] as const)
      expect(eventAsNow({ ...said, kind, reason }), `${kind} ${reason}`).toEqual({ ...said, kind: 'unread' })
  })
  it('is taken from an older browser as it stored it, and checked as any other', () => {
    const valid = (body: unknown) =>
      ROUTES.addRunEvent.body.isValidSync(bodyAsNow('addRunEvent', body), { strict: true })
    const old = { ...said, id: crypto.randomUUID() }
    expect(valid({ ...old, kind: 'done', reason: null })).toBe(true)
    expect(bodyAsNow('addRunEvent', { ...old, kind: 'break', reason: 'relight lit' })).toEqual({
      ...old,
      kind: 'break',
      name: 'relight',
    })
    // where the rig stood was once said by the browser
    const stood = { ...old, kind: 'break', name: 'relight', stand: 'lit' }
    expect(valid(stood)).toBe(true)
    expect(valid({ ...old, kind: 'break', name: 'relight', steps: [] })).toBe(false)
    expect(valid({ ...old, kind: 'break', reason: 'nap lit' })).toBe(false)
    expect(valid({ ...old, kind: 'skip', reason: ' ' })).toBe(false)
    expect(valid({ ...old, kind: 'unread' })).toBe(false)
  })
})

describe('what the ways out of a run are made from', () => {
  const made = given(brazeSteps())
  it('is read as it was stored, its methods as they are known now', () => {
    const stored = {
      setup: { ...omit(made.setup, ['setting']), methods: { bleeding: 'together', leakCheck: 'soap' } },
    }
    const setup = setupAsNow(stored, made.setting, made.steps)
    expect(setup.methods.bleeding).toBe('together')
    expect(setup.methods.leakWith).toBe('soap')
    expect(setup.nitrogen).toEqual(made.setup.nitrogen)
    expect(setup.setting).toBe(made.setting)
  })
  it('is told by the steps of a run that was stored before it was', () => {
    const setup = setupAsNow({ 'short-pause': {} }, made.setting, made.steps)
    expect(setup.oxygenPa).toBeCloseTo(made.setup.oxygenPa, 0)
    expect(setup.fuelPa).toBeCloseTo(made.setup.fuelPa, 0)
    expect(setup.nitrogen).toMatchObject({
      sweepS: made.setup.nitrogen?.sweepS,
      coolS: made.setup.nitrogen?.coolS,
    })
    const lit = standing(made.steps, made.setting, 'lit')
    expect(wayOut(setup, 'shutdown', lit)?.length).toBeGreaterThan(5)
  })
})
