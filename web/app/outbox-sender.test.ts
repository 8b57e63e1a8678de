import { IDBFactory } from 'fake-indexeddb'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from './api.ts'
import { itemOf, openKeep, type Kept } from './outbox-keep.ts'
import { keptHere, outbox, wouldBeLost, type OutboxItem } from './outbox.ts'
import { startOutbox } from './outbox-sender.ts'
import { makeStore } from './store.ts'

/** A browser's storage, and its locks, as far as the outbox uses them. */
class Shelf {
  private readonly kept = new Map<string, string>()
  getItem = (key: string) => this.kept.get(key) ?? null
  setItem = (key: string, value: string) => {
    this.kept.set(key, value)
    Object.defineProperty(this, key, { value, configurable: true, enumerable: true })
  }
  removeItem = (key: string) => {
    this.kept.delete(key)
    Reflect.deleteProperty(this, key)
  }
}

interface Sent {
  readonly url: string
  readonly body: unknown
}
let sent: Sent[]
let answer: (url: string) => { status: number; json: unknown } | 'nobody'
let held: Set<string>

const locks = {
  request: (name: string, _options: object, whenHeld: (lock: object | null) => unknown) => {
    const free = !held.has(name)
    const result = whenHeld(free ? {} : null)
    if (result instanceof Promise) held.add(name)
    return Promise.resolve(result instanceof Promise ? undefined : result)
  },
}

beforeEach(() => {
  // the browser's database takes its turns in real ones
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'Date'] })
  vi.stubGlobal('indexedDB', new IDBFactory())
  sent = []
  held = new Set()
  answer = () => ({ status: 201, json: {} })
  vi.stubGlobal('localStorage', new Shelf())
  vi.stubGlobal('sessionStorage', new Shelf())
  vi.stubGlobal('navigator', { locks })
  vi.stubGlobal('document', { documentElement: { dataset: {} } })
  vi.stubGlobal('matchMedia', () => ({ matches: false }))
  vi.stubGlobal('window', { setTimeout, clearTimeout, setInterval, addEventListener: () => undefined })
  vi.stubGlobal('fetch', (url: string, options: { body?: string }) => {
    if (!url.endsWith('/health'))
      sent.push({ url, body: options.body === undefined ? undefined : JSON.parse(options.body) })
    const said = answer(url)
    if (said === 'nobody') return Promise.reject(new TypeError('fetch failed'))
    return Promise.resolve({
      ok: said.status < 400,
      status: said.status,
      json: () => Promise.resolve(said.json),
    })
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const item = (id: string, over: Partial<OutboxItem> = {}): OutboxItem => ({
  id,
  key: id,
  route: 'addLog',
  params: {},
  body: { id },
  notBefore: 0,
  ...over,
})
/** Lets time pass, and the database do what it was asked. */
async function pass(ms: number): Promise<void> {
  await vi.advanceTimersByTimeAsync(ms)
  for (let turn = 0; turn < 40; turn++) await new Promise((done) => setImmediate(done))
}
const settle = () => pass(1)
const started = async () => {
  const store = makeStore()
  const running = startOutbox(store)
  await settle()
  await running
  await settle()
  return store
}
/** The same page, opened again by the same tab. */
const reloaded = () => {
  held.clear()
  return started()
}
/** Everything that the browser has put down. */
async function putDown(): Promise<readonly Kept[]> {
  const keep = await openKeep()
  return keep.of(await keep.tabs())
}

describe('sending', () => {
  it('sends one after the other, in order', async () => {
    const store = await started()
    for (const id of ['a', 'b', 'c']) store.dispatch(outbox.actions.enqueued(item(id)))
    await pass(50)
    expect(sent.map((s) => (s.body as { id: string }).id)).toEqual(['a', 'b', 'c'])
    expect(store.getState().outbox.items).toEqual([])
  })
  it('keeps an item in the browser until it is delivered, and tries again', async () => {
    answer = () => 'nobody'
    const store = await started()
    store.dispatch(outbox.actions.enqueued(item('a')))
    await settle()
    expect(store.getState().outbox).toMatchObject({ reachable: false, items: [{ id: 'a' }] })
    expect((await putDown()).map((k) => k.id)).toEqual(['a'])
    expect(keptHere(store.getState().outbox)).toBe(1)
    answer = () => ({ status: 507, json: { error: { code: 'disk-full', message: 'The disk is full.' } } })
    await pass(1600)
    expect(store.getState().outbox.failure?.code).toBe('disk-full')
    answer = () => ({ status: 201, json: {} })
    await pass(1600)
    expect(store.getState().outbox).toMatchObject({ items: [], failure: null, reachable: true })
    expect(await putDown()).toEqual([])
    expect(sent).toHaveLength(3)
  })
  it('waits while the typing goes on', async () => {
    const store = await started()
    store.dispatch(outbox.actions.enqueued(item('early', { notBefore: Date.now() + 400 })))
    await pass(300)
    expect(sent).toEqual([])
    await pass(200)
    expect(sent).toHaveLength(1)
  })
  it('drops a step that somebody else has confirmed, and shows what is refused', async () => {
    const store = await started()
    answer = () => ({
      status: 409,
      json: { error: { code: 'step-moved-on', message: 'That step is no longer the one in hand.' } },
    })
    store.dispatch(outbox.actions.enqueued(item('step', { route: 'addRunEvent', params: { id: 'r' } })))
    await settle()
    expect(store.getState().outbox).toMatchObject({ items: [], refused: [] })
    answer = () => ({ status: 422, json: { error: { code: 'bad-input', message: 'No.', field: 'kerf' } } })
    store.dispatch(outbox.actions.enqueued(item('bad')))
    await settle()
    expect(store.getState().outbox.refused[0]).toMatchObject({
      item: { id: 'bad' },
      failure: { field: 'kerf' },
    })
  })
  it('sends a piece with the version that this screen has last seen', async () => {
    const store = await started()
    answer = () => ({ status: 200, json: { id: 't', jobId: 'j', version: 8 } })
    store.dispatch(outbox.actions.versionKnown({ id: 't', version: 7 }))
    const change = (id: string) =>
      item(id, { key: 'piece:t', route: 'changePiece', params: { id: 't' }, body: { title: id } })
    store.dispatch(outbox.actions.enqueued(change('one')))
    await settle()
    store.dispatch(outbox.actions.enqueued(change('two')))
    await settle()
    expect(sent.map((s) => s.body)).toEqual([
      { title: 'one', version: 7 },
      { title: 'two', version: 8 },
    ])
    expect(sent[0]?.url).toBe('/api/pieces/t')
  })
})

describe('a confirmed step', () => {
  const EVENT = { id: 'e1', kind: 'done', stepId: 's', at: '', personId: null, reason: null }
  const run = (events: readonly object[]) => ({ id: 'r', events, endedAt: null })
  /** Opens the page of a run: it is asked for once, and kept. */
  const opened = async (store: Awaited<ReturnType<typeof started>>) => {
    vi.stubGlobal(
      'EventSource',
      class {
        addEventListener = () => undefined
        close = () => undefined
      },
    )
    answer = (url) => ({ status: 200, json: url.endsWith('/r') ? run([]) : {} })
    void store.dispatch(api.endpoints.run.initiate('r'))
    await settle()
    return () =>
      api.endpoints.run
        .select('r')(store.getState())
        .data?.events.map((e) => e.id)
  }
  it('is put into the run that is shown, without asking for all of it again', async () => {
    const store = await started()
    const shown = await opened(store)
    answer = () => ({ status: 201, json: { id: 'r', seq: 1, event: EVENT, endedAt: null } })
    const before = sent.length
    store.dispatch(
      outbox.actions.enqueued(item('e1', { route: 'addRunEvent', params: { id: 'r' }, body: EVENT })),
    )
    await pass(50)
    expect(shown()).toEqual(['e1'])
    expect(sent.slice(before).map((s) => s.url)).toEqual(['/api/runs/r/events'])
    expect(store.getState().outbox.items).toEqual([])
  })
  it('before which another screen confirmed one, has the whole run asked for', async () => {
    const store = await started()
    const shown = await opened(store)
    const whole = run([{ ...EVENT, id: 'e0' }, EVENT])
    answer = (url) => ({
      status: 200,
      json: url.endsWith('/events') ? { id: 'r', seq: 2, event: EVENT, endedAt: null } : whole,
    })
    store.dispatch(
      outbox.actions.enqueued(item('e1', { route: 'addRunEvent', params: { id: 'r' }, body: EVENT })),
    )
    await pass(50)
    expect(shown()).toEqual(['e0', 'e1'])
  })
})

describe('starting', () => {
  it('takes over what a closed tab left, but not what a living one holds', async () => {
    localStorage.setItem('wimble.outbox.closed', JSON.stringify([item('orphan')]))
    localStorage.setItem('wimble.outbox.living', JSON.stringify([item('theirs')]))
    held.add('wimble.outbox.living')
    await started()
    await settle()
    expect(sent.map((s) => (s.body as { id: string }).id)).toEqual(['orphan'])
    expect(localStorage.getItem('wimble.outbox.closed')).toBeNull()
    expect(localStorage.getItem('wimble.outbox.living')).toContain('theirs')
  })
  it('sends what an older Wimble kept by the name that its route has now', async () => {
    localStorage.setItem(
      'wimble.outbox.old',
      JSON.stringify([{ ...item('old'), route: 'changeTicket', params: { id: 't' } }]),
    )
    const store = await started()
    await settle()
    expect(sent).toHaveLength(1)
    expect(store.getState().outbox.items).toEqual([])
  })
  it('goes on with its own after a reload, and takes a new name beside a copy of itself', async () => {
    sessionStorage.setItem('wimble.tab', 'me')
    localStorage.setItem('wimble.outbox.me', JSON.stringify([item('mine')]))
    await started()
    await settle()
    expect(sent).toHaveLength(1)
    await started()
    expect(sessionStorage.getItem('wimble.tab')).not.toBe('me')
  })
  it('survives a shelf that holds nonsense', async () => {
    localStorage.setItem('wimble.outbox.broken', '{nonsense')
    const store = await started()
    expect(store.getState().outbox.items).toEqual([])
  })
  it('notices that the server is gone, and that it is back', async () => {
    const store = await started()
    answer = () => 'nobody'
    await pass(4100)
    expect(store.getState().outbox.reachable).toBe(false)
    answer = () => ({ status: 200, json: { ok: true } })
    await pass(4100)
    expect(store.getState().outbox.reachable).toBe(true)
  })
})

describe('what the browser keeps', () => {
  const gone = () => 'nobody' as const
  it('is taken up again by the tab that put it down, in its order', async () => {
    answer = gone
    const store = await started()
    for (const id of ['a', 'b', 'c']) store.dispatch(outbox.actions.enqueued(item(id)))
    await settle()
    const again = await reloaded()
    expect(again.getState().outbox.items.map((i) => i.id)).toEqual(['a', 'b', 'c'])
    answer = () => ({ status: 201, json: {} })
    await pass(1600)
    await settle()
    expect(again.getState().outbox.items).toEqual([])
    expect(await putDown()).toEqual([])
  })
  it('of an older version is moved over, and sent', async () => {
    localStorage.setItem('wimble.outbox.old-tab', JSON.stringify([item('older')]))
    const store = await started()
    await settle()
    expect(sent.map((s) => s.url)).toEqual(['/api/log'])
    expect(store.getState().outbox.items).toEqual([])
    expect(localStorage.getItem('wimble.outbox.old-tab')).toBeNull()
  })
  it('steps aside where it can no longer be read, is shown, and blocks nothing', async () => {
    const bad = [
      { ...item('x'), route: 'haircut' },
      { ...item('y'), body: 'long' },
      { ...item('z'), route: 'addRunEvent', params: {} },
    ]
    localStorage.setItem('wimble.outbox.old-tab', JSON.stringify([...bad, item('good')]))
    localStorage.setItem('wimble.outbox.broken', '[{"id":')
    const store = await started()
    await settle()
    expect(sent.map((s) => (s.body as { id: string }).id)).toEqual(['good'])
    expect(store.getState().outbox.aside).toHaveLength(4)
    // after a reload they are there still, until they are put away
    const again = await reloaded()
    expect(again.getState().outbox.aside).toHaveLength(4)
    const [first] = again.getState().outbox.aside
    again.dispatch(outbox.actions.asidePutAway(first?.id ?? ''))
    await settle()
    expect(await putDown()).toHaveLength(3)
  })
  it('keeps what was refused with its text, over a reload, until it is mended and sent', async () => {
    answer = () => ({ status: 422, json: { error: { code: 'bad-input', message: 'No.', field: 'kerf' } } })
    const store = await started()
    store.dispatch(outbox.actions.enqueued(item('bad', { body: { id: 'bad', kerf: '2 furlongs' } })))
    await settle()
    expect(store.getState().outbox.refused[0]?.failure.field).toBe('kerf')
    const again = await reloaded()
    const [refused] = again.getState().outbox.refused
    expect(refused?.item.body).toEqual({ id: 'bad', kerf: '2 furlongs' })
    answer = () => ({ status: 201, json: {} })
    if (refused) again.dispatch(outbox.actions.mended({ ...refused.item, body: { id: 'bad', kerf: '2 mm' } }))
    await settle()
    expect(sent.at(-1)?.body).toEqual({ id: 'bad', kerf: '2 mm' })
    expect(again.getState().outbox).toMatchObject({ items: [], refused: [] })
    expect(await putDown()).toEqual([])
  })
  it('is told not to be kept where there is no room: then nothing is confirmed that nobody stores', async () => {
    answer = gone
    const store = await started()
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    store.dispatch(outbox.actions.enqueued(item('a')))
    await settle()
    expect(store.getState().outbox.noRoom).toBe(true)
    expect(keptHere(store.getState().outbox)).toBe(0)
    expect(wouldBeLost(store.getState().outbox)).toBe(true)
    vi.restoreAllMocks()
    await pass(1600)
    await settle()
    expect(store.getState().outbox.noRoom).toBe(false)
    expect(keptHere(store.getState().outbox)).toBe(1)
  })
  it('lets one that the server always breaks on step aside, so that the others go', async () => {
    answer = (url) =>
      url.endsWith('/log')
        ? { status: 500, json: { error: { code: 'broken', message: 'Something broke here.' } } }
        : { status: 201, json: {} }
    const store = await started()
    store.dispatch(outbox.actions.enqueued(item('poison')))
    store.dispatch(outbox.actions.enqueued(item('good', { route: 'addFault' })))
    for (let n = 0; n < 4; n++) await pass(1600)
    expect(store.getState().outbox.refused.map((r) => r.item.id)).toEqual(['poison'])
    expect(store.getState().outbox.items).toEqual([])
  })
})

describe('an item that was kept', () => {
  it('is believed only as far as it is one', () => {
    expect(itemOf(item('a'))).toEqual(item('a'))
    expect(itemOf({ ...item('a'), notBefore: 'soon' })).toEqual(item('a'))
    for (const part of [
      { id: '' },
      { id: 3 },
      { key: null },
      { params: [] },
      { body: null },
      { route: '__proto__' },
    ])
      expect(itemOf({ ...item('a'), ...part }), JSON.stringify(part)).toBeUndefined()
    expect(itemOf(null)).toBeUndefined()
    expect(itemOf([])).toBeUndefined()
  })
})
