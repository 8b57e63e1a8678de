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
