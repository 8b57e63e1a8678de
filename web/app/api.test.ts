// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { answering, browserParts, clear } from '../test-support.tsx'
import { api } from './api.ts'
import { makeStore } from './store.ts'

/** The streams that were opened, and how many of them were closed. */
let opened: string[] = []
let closed = 0

beforeEach(() => {
  browserParts()
  opened = []
  closed = 0
  vi.stubGlobal(
    'EventSource',
    class {
      constructor(url: string) {
        opened.push(url)
      }
      addEventListener() {}
      close() {
        closed += 1
      }
    },
  )
})
afterEach(clear)

describe('what is heard of a test', () => {
  it('is listened to from its first answer until nobody looks any more', async () => {
    answering({ '/api/tests/t1': { id: 't1', events: [] } })
    const store = makeStore()
    await store.dispatch(api.endpoints.test.initiate('t1'))
    await vi.waitFor(() => expect(opened).toEqual(['/api/tests/t1/stream']))
    expect(closed).toBe(0)
    store.dispatch(api.util.resetApiState())
    await vi.waitFor(() => expect(closed).toBe(1))
  })
  it('is never listened to where it went unanswered until nobody looked, nor is a run or an instrument', async () => {
    answering({})
    const store = makeStore()
    await store.dispatch(api.endpoints.test.initiate('t1'))
    await store.dispatch(api.endpoints.run.initiate('r1'))
    await store.dispatch(api.endpoints.instruments.initiate())
    store.dispatch(api.util.resetApiState())
    // another one that is answered is listened to, after all that was promised before it
    answering({ '/api/tests/t2': { id: 't2', events: [] } })
    await store.dispatch(api.endpoints.test.initiate('t2'))
    await vi.waitFor(() => expect(opened).toContain('/api/tests/t2/stream'))
    expect(opened).toEqual(['/api/tests/t2/stream'])
  })
})

describe('a run that goes on', () => {
  it('keeps the step that was confirmed while an older answer was on its way', async () => {
    const answers: ((json: unknown) => void)[] = []
    vi.stubGlobal('fetch', () => new Promise((give) => answers.push((json) => give(Response.json(json)))))
    const store = makeStore()
    const kept = () => api.endpoints.run.select('r1')(store.getState()).data
    const done = { id: 'e1', kind: 'done' }
    const before = { id: 'r1', events: [], endedAt: null, entryId: null, title: 'Gusset' }
    const first = store.dispatch(api.endpoints.run.initiate('r1'))
    answers[0]?.(before)
    await first
    const again = store.dispatch(api.endpoints.run.initiate('r1', { forceRefetch: true }))
    store.dispatch(api.util.updateQueryData('run', 'r1', (run) => ({ ...run, events: [done as never] })))
    answers[1]?.({ ...before, title: 'Gusset, upper' })
    await again
    expect(kept()).toMatchObject({ title: 'Gusset, upper', events: [done] })
  })
})
