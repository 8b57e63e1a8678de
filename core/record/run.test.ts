import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeBatch } from '../line/every-method.ts'
import { forbidden, hazardsAtEnd, runSteps } from '../line/hazards.ts'
import { pieceAt, runLed, type LedStep } from '../line/led.ts'
import { USUAL_LINE_METHODS } from '../line/methods.ts'
import { wayOut, waysFrom } from '../line/ways.ts'
import { coldLine, foundLine } from '../line/state.ts'
import { brazeSteps, cutSteps, given, setupOf } from '../line/test-support.ts'
import type { Step } from '../line/steps.ts'
import {
  clockFrom,
  clockOffS,
  clocksOf,
  foldRun,
  fitted,
  PLAIN_EVENTS,
  skippedRoles,
  spanS,
  tookByRole,
  allMakings,
  madeIn,
  makingTitle,
  type BreakTaken,
  type EventBody,
  type RunEvent,
} from './run.ts'
import { lineOfRun } from './run-line.ts'

const STEPS = ['a', 'b', 'c'].map((id): Step => ({ id, phase: 'cut', act: id, why: '', acts: [] }))
const RUN = { steps: STEPS, pieces: [{ setup: setupOf('acetylene', 'cutting-torch') }] }
const tell = (told: EventBody, stepId: string, at = '2026-03-02T08:00:00.000Z'): RunEvent => ({
  id: `${told.kind}${stepId}${at}`,
  ...told,
  stepId,
  at,
  personId: null,
})
const KINDS = [...PLAIN_EVENTS, 'trouble', 'skip', 'stop', 'break', 'hand-over', 'unread'] as const
/** An event of a kind, with what belongs to it as it most often is. */
const event = (kind: (typeof KINDS)[number], stepId: string, at?: string): RunEvent => {
  if (kind === 'skip' || kind === 'stop' || kind === 'trouble')
    return tell({ kind, reason: 'why' }, stepId, at)
  if (kind === 'break') return tell({ kind, name: 'tip-change' }, stepId, at)
  return tell(kind === 'hand-over' ? { kind, to: 'orla' } : { kind }, stepId, at)
}

describe('foldRun', () => {
  it('counts a step once, however often it is confirmed', () => {
    const p = foldRun(RUN, [event('done', 'a'), event('done', 'a'), event('done', 'c')])
    expect(p).toMatchObject({ index: 1, state: 'running', confirmed: { a: { skipped: false } } })
  })
  it('goes back, forgets the clock with the step, and finishes', () => {
    const p = foldRun(RUN, [event('done', 'a'), event('timer', 'b'), event('back', 'b')])
    expect(p).toMatchObject({ index: 0, timerFrom: undefined, confirmed: {} })
    expect(foldRun(RUN, [event('timer', 'a', '2026-03-02T09:00:00.000Z')]).timerFrom).toBe(
      '2026-03-02T09:00:00.000Z',
    )
    expect(
      foldRun(
        RUN,
        STEPS.map((s) => event('done', s.id)),
      ).state,
    ).toBe('finished')
  })
  it('keeps a skip apart from a done, and takes nothing after a stop', () => {
    const p = foldRun(RUN, [event('skip', 'a'), event('stop', 'b'), event('done', 'b')])
    expect(p).toMatchObject({ index: 1, state: 'stopped', confirmed: { a: { skipped: true } } })
    expect(fitted(RUN, p, event('done', 'b'))).toBeUndefined()
  })
  it('takes exactly the events that may follow, for any sequence (a naive machine agrees)', () => {
    const anyEvent = fc.record({
      // a hand-over puts a step of its own in: it is tried below
      kind: fc.constantFrom(...KINDS.filter((k) => k !== 'hand-over')),
      step: fc.constantFrom('a', 'b', 'c', 'x'),
    })
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 30 }), (list) => {
        const events = list.map((e, i) => event(e.kind, e.step, new Date(1e12 + i).toISOString()))
        let at = 0
        let stopped = false
        events.forEach((e, i) => {
          const may = fitted(RUN, foldRun(RUN, events.slice(0, i)), e) !== undefined
          const live = !stopped && at < STEPS.length
          const naive =
            live &&
            (e.kind === 'trouble' ||
              e.kind === 'stop' ||
              // no gas is open, so there is no tip to be changed under it
              (e.kind !== 'break' &&
                e.kind !== 'unread' &&
                STEPS[at]?.id === e.stepId &&
                (e.kind !== 'back' || at > 0)))
          expect(may).toBe(naive)
          if (naive && (e.kind === 'done' || e.kind === 'skip')) at += 1
          if (naive && e.kind === 'back') at -= 1
          if (naive && e.kind === 'stop') stopped = true
        })
        expect(foldRun(RUN, events).index).toBe(at)
      }),
    )
  })
})

const ATTACHMENT = { torch: { kind: 'cutting-attachment', checkValves: false } } as const

describe('breaks', () => {
  const made = given(cutSteps())
  const run = { steps: made.steps, pieces: [{ setup: made.setup }] }
  const led = (name: BreakTaken) => {
    const ahead = made.steps.slice(cutAt)
    const line = runSteps(made.steps.slice(0, cutAt), made.setting, coldLine(made.setting)).state
    return wayOut(made.setup, name, { line, ahead }) ?? []
  }
  const at = (i: number) => new Date(Date.UTC(2026, 2, 2, 8, i)).toISOString()
  const cutAt = made.steps.findIndex((s) => s.id === 'cut')
  const before = made.steps.slice(0, cutAt).map((s, i) => ({ ...event('done', s.id, at(i)), id: `d${i}` }))
  const taken = (name: BreakTaken): RunEvent => tell({ kind: 'break', name }, 'cut', at(60))
  const handed = (to: string, n = 0): RunEvent => ({
    ...tell({ kind: 'hand-over', to }, 'cut', at(60 + n)),
    id: `h${n}`,
    personId: 'bede',
  })
  it('puts its steps before the one in hand, and comes back to it', () => {
    const p = foldRun(run, [...before, taken('tip-change')])
    expect(p.steps[p.index]?.id).toBe('shut-torch~1')
    const through = led('tip-change')
    const done = through.map((s, i) => ({ ...event('done', `${s.id}~1`, at(61 + i)), id: `b${i}` }))
    const back = foldRun(run, [...before, taken('tip-change'), ...done])
    expect(back.steps[back.index]?.id).toBe('cut')
    expect(back.since).toBe(at(60 + through.length))
    // and a second one is told apart from the first
    const again = foldRun(run, [...before, taken('tip-change'), ...done, taken('relight')])
    expect(again.steps[again.index]?.id).toBe('after-pop~2')
  })
  it('leaves a line that the model accepts, wherever it was taken', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('short-pause', 'long-break', 'tip-change', 'relight'), { maxLength: 4 }),
        (names) => {
          let events: RunEvent[] = [...before]
          for (const name of names) {
            events = [...events, { ...taken(name), id: `${name}${events.length}` }]
            let p = foldRun(run, events)
            while (p.steps[p.index]?.phase === 'break') {
              events.push({ ...event('done', p.steps[p.index]?.id ?? ''), id: `e${events.length}` })
              p = foldRun(run, events)
            }
          }
          const all = foldRun(run, events).steps
          const judged = runSteps(all, made.setting, foundLine(made.setting))
          expect(judged.met.filter((m) => m.grade === 'forbidden')).toEqual([])
        },
      ),
      { numRuns: 40 },
    )
  })
  it('may be taken before any step, and the whole run stays safe to its end', () => {
    for (const { setup, ...list } of [
      made,
      given(cutSteps({ fuel: 'propane' }, ATTACHMENT)),
      given(brazeSteps()),
    ]) {
      const procedure = { ...list, pieces: [{ setup }] }
      const cold = foundLine(procedure.setting)
      let ways = 0
      procedure.steps.forEach((step, i) => {
        const done = procedure.steps.slice(0, i).map((s, k) => ({ ...event('done', s.id), id: `d${k}` }))
        const line = runSteps(
          procedure.steps.slice(0, i),
          procedure.setting,
          coldLine(procedure.setting),
        ).state
        for (const name of waysFrom(setup, { line, ahead: procedure.steps.slice(i) })) {
          const told: EventBody = name === 'hand-over' ? { kind: name, to: 'orla' } : { kind: 'break', name }
          const left = foldRun(procedure, [...done, tell(told, step.id)])
          expect(left.steps[left.index]?.phase, `${name} before ${step.id}`).toBe('break')
          const run = runSteps(left.steps, procedure.setting, cold)
          const wrong = [...run.met, ...hazardsAtEnd(run.state)].filter((m) => m.grade === 'forbidden')
          // a line that was never opened keeps its own pressure
          const own = name === 'shutdown' && run.state.work.pressurePa > 0 ? ['trapped-pressure'] : []
          expect(
            wrong.map((m) => m.hazard),
            `${name} before ${step.id}`,
          ).toEqual(own)
          ways += 1
        }
      })
      expect(ways).toBeGreaterThan(3 * procedure.steps.length)
    }
  })
  it('is led by the steps that were stored with it, whatever would be worked out now', () => {
    const own: Step = { id: 'own', phase: 'break', act: 'As it was led', why: '', acts: [] }
    const stored = { ...taken('tip-change'), steps: [own] } as RunEvent
    const p = foldRun(run, [...before, stored])
    expect(p.steps[p.index]).toEqual({ ...own, id: 'own~1' })
  })
  it('ends a run by shutting the rig down, with its fire watch', () => {
    const p = foldRun(run, [...before, taken('shutdown')])
    expect(p.steps.slice(p.index).map((s) => s.id)).toEqual([
      ...led('shutdown').map((s) => `${s.id}~1`),
      'fire-watch',
    ])
    const rest = p.steps.slice(p.index).map((s, i) => ({ ...event('done', s.id, at(70 + i)), id: `s${i}` }))
    const ended = foldRun(run, [...before, taken('shutdown'), ...rest])
    expect(ended.state).toBe('stopped')
    expect(p.leaving).toBe(true)
    expect(clocksOf(ended)).toEqual([{ what: 'Fire watch', from: rest.at(-1)?.at, seconds: 3600 }])
  })
  it('goes over to another when they have been shown the rig, not when it was asked for', () => {
    const asked = [...before, handed('orla')]
    const p = foldRun(run, asked)
    // the flame is shut by the one who has it
    expect(p.takenOverBy).toBeUndefined()
    expect(p.steps[p.index]?.role).toBe('shut-torch')
    expect(p.taking).toBeUndefined()
    const shut: RunEvent[] = [...asked, { ...event('done', 'shut-torch~1', at(61)), id: 's1' }]
    const shown = foldRun(run, shut)
    expect(shown.steps[shown.index]?.id).toBe('hand-over~1')
    expect(shown.taking).toBe('orla')
    expect(shown.takenOverBy).toBeUndefined()
    const taken: RunEvent[] = [...shut, { ...event('done', 'hand-over~1', at(62)), id: 's2' }]
    expect(foldRun(run, taken).takenOverBy).toBe('orla')
    expect(foldRun(run, taken).taking).toBeUndefined()
    // gone back over, it is not theirs yet
    const back = {
      ...event('back', foldRun(run, taken).steps[foldRun(run, taken).index]?.id ?? ''),
      id: 's3',
    }
    expect(foldRun(run, [...taken, back]).takenOverBy).toBeUndefined()
  })
  it('takes a break that cannot be had there for nothing', () => {
    // a cutting torch has no attachment to change
    expect(foldRun(run, [...before, taken('attachment-change')]).steps).toHaveLength(made.steps.length)
    expect(foldRun(run, [...before, taken('tip-change')]).takenOverBy).toBeUndefined()
  })
})

describe('when a clock began', () => {
  const timer = (from?: 'here' | 'shut-torch') =>
    ({ kind: 'at-least', what: 'Wait', seconds: 60, ...(from ? { from } : {}) }) as const
  const steps = ['a', 'b', 'c'].map((id): Step => ({
    id,
    phase: 'cut',
    ...(id === 'a' ? { role: 'shut-torch' as const } : {}),
    act: id,
    why: '',
    acts: [],
  }))
  const run = { steps, pieces: RUN.pieces }
  const at = (n: number) => new Date(Date.UTC(2026, 2, 2, 8, 0, n)).toISOString()
  const p = foldRun(run, [event('done', 'a', at(1)), event('done', 'b', at(2)), event('timer', 'c', at(9))])
  it('is when it was pressed, when its step was reached, or when the torch was shut', () => {
    expect(clockFrom(timer(), p, { ...run, startedAt: at(0) })).toBe(at(9))
    expect(clockFrom(timer('here'), p, { ...run, startedAt: at(0) })).toBe(at(2))
    expect(clockFrom(timer('shut-torch'), p, { ...run, startedAt: at(0) })).toBe(at(1))
    expect(clockFrom({ kind: 'at-most', what: 'Break', seconds: 9 }, p, { ...run, startedAt: at(0) })).toBe(
      at(2),
    )
  })
  it('is when the run began where its first step is in hand', () => {
    expect(clockFrom(timer('here'), foldRun(run, []), { ...run, startedAt: at(0) })).toBe(at(0))
    expect(clockFrom(timer(), foldRun(run, []), { ...run, startedAt: at(0) })).toBeUndefined()
  })
})

describe('what the roles of steps tell', () => {
  const at = (s: number) => new Date(Date.UTC(2026, 2, 2, 8, 0, s)).toISOString()
  const steps = given(brazeSteps()).steps
  const all = steps.map((s, i) => event('done', s.id, at(10 * (i + 1))))
  it('adds up the seconds of every step of a role, wherever they stand', () => {
    const took = tookByRole({ startedAt: at(0), steps, events: all })
    const heats = steps.filter((s) => s.role === 'heat')
    expect(heats.length).toBeGreaterThan(1)
    expect(took.heat).toBe(10 * heats.length)
    expect(took.cut).toBeUndefined()
  })
  it('counts a step that was gone back to by its last confirmation', () => {
    const first = steps[0]?.id ?? ''
    const events = [event('done', first, at(5)), event('back', first, at(6)), event('done', first, at(30))]
    const took = tookByRole({
      startedAt: at(0),
      steps: steps.slice(0, 1).map((s) => ({ ...s, role: 'heat' })),
      events,
    })
    expect(took).toEqual({ heat: 25 })
  })
  it('knows which roles were left out', () => {
    const feed = steps.find((s) => s.role === 'feed')?.id ?? ''
    expect([...skippedRoles({ steps, events: [event('skip', feed), event('done', 'rig')] })]).toEqual([
      'feed',
    ])
  })
  it('calls the work over when the cut is through or the hot parts are marked, and not before', () => {
    for (const { setup, ...list } of [given(cutSteps()), given(brazeSteps())]) {
      const made = { ...list, pieces: [{ setup }] }
      const last = made.steps.findIndex((s) => s.role === 'cut' || s.role === 'mark-hot')
      const upTo = (n: number) =>
        foldRun(
          made,
          made.steps.slice(0, n).map((s) => event('done', s.id)),
        )
      expect(madeIn(upTo(last))).toEqual([])
      expect(madeIn(upTo(last + 1))).toEqual([{ place: 1, repeat: 1 }])
    }
  })
})

describe('a device whose clock is wrong', () => {
  const at = '2026-03-02T08:00:00.000Z'
  it('gives no span below nothing or beyond a year', () => {
    expect(spanS(at, '2026-03-02T08:01:00.000Z')).toBe(60)
    expect(spanS(at, '2026-03-02T07:59:00.000Z')).toBeUndefined()
    expect(spanS(at, '2028-03-02T08:00:00.000Z')).toBeUndefined()
  })
  it('is told of where it was ahead of the server, not where something was only stored later', () => {
    expect(clockOffS({ at, storedAt: '2026-03-02T07:00:00.000Z' })).toBe(3600)
    expect(clockOffS({ at, storedAt: '2026-03-02T12:00:00.000Z' })).toBeUndefined()
    expect(clockOffS({ at, storedAt: '2026-03-02T07:59:30.000Z' })).toBeUndefined()
    expect(clockOffS({ at })).toBeUndefined()
  })
  it('has no step counted that took less than nothing', () => {
    const steps = STEPS.map((s): Step => ({ ...s, role: 'heat' }))
    const events = [
      event('done', 'a', '2026-03-02T08:00:10.000Z'),
      event('done', 'b', '2026-03-02T07:00:00.000Z'),
    ]
    expect(tookByRole({ startedAt: at, steps, events })).toEqual({ heat: 10 })
  })
})

describe('a run of several pieces', () => {
  const rig = { kind: 'cutting-attachment', checkValves: true, nitrogen: false } as const
  const cutOf = (id: string) => id.startsWith('cut')
  const batch = judgeBatch(
    'acetylene',
    [
      { rig, orificeM: 0.0011, repeats: 3 },
      { rig, orificeM: 0.0016, repeats: 2 },
    ],
    USUAL_LINE_METHODS,
  )
  const run = {
    pieces: batch.pieces,
    steps: batch.steps.map((s): LedStep => (cutOf(s.id) ? { ...s, role: 'cut' } : s)),
  }
  const at = (i: number) => new Date(Date.UTC(2026, 2, 2, 8, 0, i)).toISOString()
  const upTo = (n: number) =>
    run.steps.slice(0, n).map((s, i) => ({ ...event('done', s.id, at(i)), id: `d${i}` }))
  const place = (id: string) => run.steps.findIndex((s) => s.id === id)
  it('counts each making once it is made, in their order', () => {
    expect(madeIn(foldRun(run, upTo(place('cut.3') + 1)))).toEqual([
      { place: 1, repeat: 1 },
      { place: 1, repeat: 2 },
      { place: 1, repeat: 3 },
    ])
    expect(madeIn(foldRun(run, upTo(run.steps.length)))).toEqual(allMakings(run.pieces))
  })
  it('judges a way out by the piece in hand, with all that is still to come behind it', () => {
    const n = place('cut.2')
    const left = foldRun(run, [...upTo(n), tell({ kind: 'break', name: 'relight' }, 'cut.2', at(100))])
    expect(left.steps[left.index]?.id).toBe('after-pop~1')
    expect(left.steps[left.index]?.by).toBe(1)
    const second = place('cut.4')
    const late = foldRun(run, [
      ...upTo(second),
      tell({ kind: 'break', name: 'tip-change' }, 'cut.4', at(200)),
    ])
    expect(late.steps[late.index]?.by).toBe(2)
    const judged = runLed(late.steps, run.pieces, foundLine(pieceAt(run.pieces, late.steps[0]).setup.setting))
    expect(forbidden(judged.met)).toEqual([])
  })
  it('can be left half-way for good: what was made stays made', () => {
    const n = place('cut.3')
    const left = foldRun(run, [...upTo(n), tell({ kind: 'break', name: 'shutdown' }, 'cut.3', at(100))])
    const rest = left.steps
      .slice(left.index)
      .map((s, i) => ({ ...event('done', s.id, at(200 + i)), id: `s${i}` }))
    const ended = foldRun(run, [
      ...upTo(n),
      tell({ kind: 'break', name: 'shutdown' }, 'cut.3', at(100)),
      ...rest,
    ])
    expect(ended.state).toBe('stopped')
    expect(madeIn(ended)).toEqual([
      { place: 1, repeat: 1 },
      { place: 1, repeat: 2 },
    ])
  })
  it('times the steps of one making, and no other’s', () => {
    const of = { startedAt: at(0), steps: run.steps, events: upTo(run.steps.length) }
    expect(tookByRole(of, { place: 1, repeat: 2 })).toEqual({ cut: 1 })
  })
  it('says which of them a making is, where there are several', () => {
    expect(makingTitle('Gusset', 12, { repeat: 4 })).toBe('Gusset, 4 of 12')
    expect(makingTitle('Gusset', 1, { repeat: 1 })).toBe('Gusset')
  })
})

describe('a rig that stood ready', () => {
  const made = given(cutSteps())
  const run = { steps: made.steps, pieces: [{ setup: made.setup }] }
  const first = made.steps.findIndex((s) => s.phase !== 'before')
  const laidOut = made.steps.slice(0, first).map((s, i) => ({ ...event('done', s.id), id: `d${i}` }))
  const ready = (personId: string, purgedS: number): RunEvent => ({
    ...tell({ kind: 'ready', by: 'bede', purgedS }, made.steps[first]?.id ?? '', '2026-03-02T09:00:00.000Z'),
    personId,
  })
  it('leaves a look at both gauges, and then lighting; the line stands as if it had been set here', () => {
    const p = foldRun(run, [...laidOut, ready('bede', 300)])
    expect(p.steps.slice(p.index, p.index + 3).map((s) => s.id)).toEqual([
      'ready-oxygen~1',
      'ready-fuel~1',
      made.steps.find((s) => s.phase === 'light')?.id,
    ])
    const looked = foldRun(run, [
      ...laidOut,
      ready('bede', 300),
      event('done', 'ready-oxygen~1', '2026-03-02T09:01:00.000Z'),
    ])
    const line = lineOfRun(looked, run.pieces)
    expect(line.oxygen).toMatchObject({ hose: 'pure', fitted: 'tested' })
    expect(line.fuel.turns).toBeGreaterThan(0)
  })
  it('is purged again where another lights it; what was stored leads it, whatever would be worked out now', () => {
    const p = foldRun(run, [...laidOut, ready('orla', 300)])
    expect(p.steps.some((s) => s.id === 'purge-fuel~1')).toBe(true)
    const kept = fitted(run, foldRun(run, laidOut), ready('bede', 300))
    expect(kept?.kind === 'ready' && kept.steps?.map((s) => s.id)).toEqual(['ready-oxygen', 'ready-fuel'])
    // once the gases are on it is not said any more
    const late = made.steps.findIndex((s) => s.phase === 'light')
    const lit = made.steps.slice(0, late).map((s, i) => ({ ...event('done', s.id), id: `l${i}` }))
    const told = { ...ready('bede', 300), stepId: made.steps[late]?.id ?? '' }
    expect(fitted(run, foldRun(run, lit), told)).toBeUndefined()
  })
})
