import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { foldRun, mayFollow, RUN_EVENT_KINDS, type RunEvent } from './run.ts'

const STEPS = ['a', 'b', 'c'].map((id) => ({ id }))
const event = (kind: RunEvent['kind'], stepId: string, at = '2026-03-02T08:00:00.000Z'): RunEvent => ({
  id: `${kind}${stepId}${at}`,
  kind,
  stepId,
  at,
  personId: null,
  reason: null,
})

describe('foldRun', () => {
  it('counts a step once, however often it is confirmed', () => {
    const p = foldRun(STEPS, [event('done', 'a'), event('done', 'a'), event('done', 'c')])
    expect(p).toMatchObject({ index: 1, state: 'running', confirmed: { a: { skipped: false } } })
  })
  it('goes back, forgets the clock with the step, and finishes', () => {
    const p = foldRun(STEPS, [event('done', 'a'), event('timer', 'b'), event('back', 'b')])
    expect(p).toMatchObject({ index: 0, timerFrom: undefined, confirmed: {} })
    expect(foldRun(STEPS, [event('timer', 'a', '2026-03-02T09:00:00.000Z')]).timerFrom).toBe(
      '2026-03-02T09:00:00.000Z',
    )
    expect(
      foldRun(
        STEPS,
        STEPS.map((s) => event('done', s.id)),
      ).state,
    ).toBe('finished')
  })
  it('keeps a skip apart from a done, and takes nothing after a stop', () => {
    const p = foldRun(STEPS, [event('skip', 'a'), event('stop', 'b'), event('done', 'b')])
    expect(p).toMatchObject({ index: 1, state: 'stopped', confirmed: { a: { skipped: true } } })
    expect(mayFollow(STEPS, p, event('done', 'b'))).toBe(false)
  })
  it('takes exactly the events that may follow, for any sequence (a naive machine agrees)', () => {
    const anyEvent = fc.record({
      kind: fc.constantFrom(...RUN_EVENT_KINDS),
      step: fc.constantFrom('a', 'b', 'c', 'x'),
    })
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 30 }), (list) => {
        const events = list.map((e, i) => event(e.kind, e.step, new Date(1e12 + i).toISOString()))
        let at = 0
        let stopped = false
        events.forEach((e, i) => {
          const may = mayFollow(STEPS, foldRun(STEPS, events.slice(0, i)), e)
          const live = !stopped && at < STEPS.length
          const naive =
            live &&
            (e.kind === 'trouble' ||
              e.kind === 'stop' ||
              (STEPS[at]?.id === e.stepId && (e.kind !== 'back' || at > 0)))
          expect(may).toBe(naive)
          if (naive && (e.kind === 'done' || e.kind === 'skip')) at += 1
          if (naive && e.kind === 'back') at -= 1
          if (naive && e.kind === 'stop') stopped = true
        })
        expect(foldRun(STEPS, events).index).toBe(at)
      }),
    )
  })
})
