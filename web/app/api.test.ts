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

describe('an answer that was asked for before, and comes after', () => {
  /** Asks a second time, changes what is here meanwhile, and gives what is here once the old answer has come. */
  async function overtaken<E extends 'run' | 'piece'>(
    of: E,
    old: object,
    change: (store: ReturnType<typeof makeStore>) => void,
  ): Promise<unknown> {
    const answers: ((json: unknown) => void)[] = []
    vi.stubGlobal('fetch', () => new Promise((give) => answers.push((json) => give(Response.json(json)))))
    const store = makeStore()
    const asked = (forceRefetch: boolean) =>
      store.dispatch(api.endpoints[of as 'run'].initiate('x', { forceRefetch }))
    const first = asked(false)
    answers[0]?.(old)
    await first
    const again = asked(true)
    change(store)
    answers[1]?.({ ...old, title: 'Gusset, upper' })
    await again
    return api.endpoints[of as 'run'].select('x')(store.getState()).data
  }
  it('takes back no step of a run that was confirmed', async () => {
    const done = { id: 'e1', kind: 'done' }
    const run = await overtaken('run', { id: 'x', events: [], endedAt: null, title: 'Gusset' }, (store) =>
      store.dispatch(api.util.updateQueryData('run', 'x', (r) => ({ ...r, events: [done as never] }))),
    )
    expect(run).toMatchObject({ title: 'Gusset, upper', events: [done] })
  })
  it('takes back nothing that was typed into a plan', async () => {
    const piece = await overtaken('piece', { id: 'x', version: 1, title: 'Gusset' }, (store) =>
      store.dispatch(
        api.util.updateQueryData('piece', 'x', (p) => ({ ...p, version: 2, title: 'Gusset, typed' })),
      ),
    )
    expect(piece).toMatchObject({ version: 2, title: 'Gusset, typed' })
  })
})
