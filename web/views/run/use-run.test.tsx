// @vitest-environment jsdom
import { act, renderHook, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { device } from '../../app/device.ts'
import { outbox } from '../../app/outbox.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, screenOf } from '../../test-support.tsx'
import { cutRun, event, upTo } from './test-support.tsx'
import { waysOffered, useRun } from './useRun.ts'

beforeEach(browserParts)
afterEach(clear)

async function opened(run = cutRun()) {
  answering({ '/api/runs/r1': run })
  const store = makeStore()
  store.dispatch(device.actions.changed({ personId: 'orla' }))
  const hook = renderHook(() => useRun('r1'), { wrapper: screenOf(store) })
  await waitFor(() => expect(hook.result.current.inHand).toBeDefined())
  const now = () => {
    const { inHand } = hook.result.current
    if (!inHand) throw new Error('not opened')
    return inHand
  }
  return { store, now, sent: () => store.getState().outbox.items }
}

describe('a run on this screen', () => {
  it('goes on at once with what is pressed, and waits to be sent under whose screen it is', async () => {
    const { now, sent } = await opened()
    const [first, second] = now().progress.steps
    act(() => now().confirm({ kind: 'done' }))
    expect(now().progress.index).toBe(1)
    expect(now().unsent).toBe(1)
    act(() => now().confirm({ kind: 'skip', reason: 'seen to' }, 'tamsin'))
    expect(sent().map((i) => i.body)).toMatchObject([
      { kind: 'done', stepId: first?.id, personId: 'orla' },
      { kind: 'skip', reason: 'seen to', stepId: second?.id, personId: 'tamsin' },
    ])
    expect(new Set(sent().map((i) => i.key)).size).toBe(2)
  })
  it('is over as soon as its last step is confirmed here, with what was confirmed on the way', async () => {
    const whole = cutRun()
    const last = whole.steps.at(-1)?.id ?? ''
    const { now } = await opened(upTo(whole, last))
    expect(now().run.endedAt).toBeNull()
    act(() => now().confirm({ kind: 'done' }))
    expect(now().progress.state).toBe('finished')
    const { events, endedAt } = now().run
    expect(events.at(-1)).toMatchObject({ kind: 'done', stepId: last })
    expect(endedAt).toBe(events.at(-1)?.at)
  })
  it('counts nothing twice that the server has already', async () => {
    const run = cutRun()
    const first = run.steps[0]?.id ?? ''
    const { store, now } = await opened({ ...run, events: [event({ kind: 'done' }, first)] })
    act(() => {
      store.dispatch(
        outbox.actions.enqueued({
          id: 'e0',
          key: 'event:e0',
          route: 'addRunEvent',
          params: { id: 'r1' },
          body: event({ kind: 'done' }, first),
          notBefore: 0,
        }),
      )
    })
    expect(now().unsent).toBe(0)
    expect(now().progress.index).toBe(1)
  })
  it('does not open what was skipped: the line is as the steps that were done have left it', async () => {
    const before = upTo(cutRun(), 'set-fuel')
    const done = await opened(before)
    expect(done.now().line.fuel.turns).toBeGreaterThan(0)
    clear()
    browserParts()
    const skipped = {
      ...before,
      events: before.events.map((e) =>
        e.stepId === 'open-fuel'
          ? { ...event({ kind: 'skip', reason: 'open already' }, e.stepId), id: e.id }
          : e,
      ),
    }
    expect((await opened(skipped)).now().line.fuel.turns).toBe(0)
  })
  it('has the line stand as somebody has proved that it does', async () => {
    const before = upTo(cutRun(), 'set-fuel')
    const proof = { kind: 'seen', by: 'orla' } as const
    const asserted = {
      ...before,
      events: before.events.map((e) =>
        e.stepId === 'open-fuel' ? { ...event({ kind: 'assert', proof }, e.stepId), id: e.id } : e,
      ),
    }
    expect((await opened(asserted)).now().line.fuel.turns).toBeGreaterThan(0)
  })
  it('goes over with the step of handing over: who takes it confirms it, and is at this screen from then on', async () => {
    const { store, now, sent } = await opened(upTo(cutRun({ personId: 'bede' }), 'cut'))
    act(() => now().confirm({ kind: 'hand-over', to: 'idris' }))
    expect(now().progress.takenOverBy).toBeUndefined()
    // the flame is shut by the one who has it
    expect(now().progress.taking).toBeUndefined()
    act(() => now().confirm({ kind: 'done' }))
    expect(now().progress.taking).toBe('idris')
    expect(now().here).toBe('orla')
    act(() => now().confirm({ kind: 'done' }))
    expect(now().progress.takenOverBy).toBe('idris')
    expect(store.getState().device.personId).toBe('idris')
    act(() => now().confirm({ kind: 'done' }))
    expect(sent().map((i) => (i.body as { personId: string }).personId)).toEqual([
      'orla',
      'orla',
      'idris',
      'idris',
    ])
  })
  it('is confirmed by who has the torch where nobody is named at this screen', async () => {
    const { store, now, sent } = await opened(cutRun({ personId: 'bede' }))
    act(() => void store.dispatch(device.actions.changed({ personId: null })))
    expect(now().here).toBe('bede')
    act(() => now().confirm({ kind: 'done' }))
    expect(sent()[0]?.body).toMatchObject({ personId: 'bede' })
  })
  it('offers ways out by where the rig stands, and some from anywhere', async () => {
    expect(waysOffered((await opened()).now())).toEqual([
      'short-pause',
      'long-break',
      'assembly',
      'hand-over',
      'shutdown',
    ])
    clear()
    browserParts()
    const lit = (await opened(upTo(cutRun(), 'cut'))).now()
    expect(waysOffered(lit)).toContain('relight')
    expect(waysOffered(lit)).not.toContain('attachment-change')
  })
  it('tells nothing of a run that is over', async () => {
    const run = cutRun()
    const { now, sent } = await opened({
      ...run,
      events: [event({ kind: 'stop', reason: null }, run.steps[0]?.id ?? '')],
    })
    expect(now().progress.state).toBe('stopped')
    act(() => now().confirm({ kind: 'done' }))
    expect(sent()).toEqual([])
  })
})
