import type { BodyOf } from '#contract/schemas.ts'
import { withChange, withSaid } from './changes.ts'
import { routeAsNow } from '#application/older-names.ts'
import type { RunChange, TestChange, Piece, PieceChanged } from '#contract/types.ts'
import { api, ask, type Failure } from './api.ts'
import { outbox, type OutboxItem } from './outbox.ts'
import type { AppStore } from './store.ts'

const PREFIX = 'wimble.outbox.'
const TAB = 'wimble.tab'
const RETRY_MS = 1500
const BEAT_MS = 4000

/** A name for this tab that no other living tab has; it outlives a reload. */
async function nameThisTab(): Promise<string> {
  const old = sessionStorage.getItem(TAB)
  const name = old !== null && (await hold(old)) ? old : crypto.randomUUID()
  if (name !== old) await hold(name)
  sessionStorage.setItem(TAB, name)
  return name
}

/** Holds a tab's name for as long as the page lives; false when another tab has it. */
function hold(name: string): Promise<boolean> {
  return new Promise((resolve) => {
    void navigator.locks.request(PREFIX + name, { ifAvailable: true }, (lock) => {
      resolve(lock !== null)
      // the lock is let go with the page
      return lock === null ? undefined : new Promise(() => undefined)
    })
  })
}

function read(key: string): OutboxItem[] {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? '[]') as OutboxItem[]
    return kept.map((item) => ({ ...item, route: routeAsNow(item.route) as OutboxItem['route'] }))
  } catch {
    return []
  }
}

/** What tabs that were closed could not send. */
async function adoptOrphans(own: string): Promise<OutboxItem[]> {
  const found: OutboxItem[] = []
  for (const key of Object.keys(localStorage).filter((k) => k.startsWith(PREFIX) && k !== PREFIX + own)) {
    const free = await navigator.locks.request(key, { ifAvailable: true }, (lock) => lock !== null)
    if (!free) continue
    found.push(...read(key))
    localStorage.removeItem(key)
  }
  return found
}

/**
 * Sends what is in the outbox, first things first, keeps it in the browser until the server has it, and notices when
 * the server goes and comes back.
 */
export async function startOutbox(store: AppStore): Promise<void> {
  const tab = await nameThisTab()
  store.dispatch(outbox.actions.restored([...(await adoptOrphans(tab)), ...read(PREFIX + tab)]))
  let kept: unknown
  let waiting = 0
  const pump = (again = false) => {
    const { items, sending, failure } = store.getState().outbox
    if (items !== kept) {
      kept = items
      localStorage.setItem(PREFIX + tab, JSON.stringify(items))
    }
    const [first] = items
    if (!first || sending !== null || waiting !== 0) return
    // what has just failed rests before it is tried again
    if (failure !== null && !again) return later(RETRY_MS)
    const wait = first.notBefore - Date.now()
    if (wait > 0) later(wait)
    else void send(store, first).then((ok) => (ok ? pump() : later(RETRY_MS)))
  }
  const later = (ms: number) => {
    clearTimeout(waiting)
    waiting = window.setTimeout(() => {
      waiting = 0
      pump(true)
    }, ms)
  }
  store.subscribe(() => pump())
  pump()
  window.setInterval(() => void beat(store), BEAT_MS)
  window.addEventListener('online', () => pump(true))
}

async function beat(store: AppStore): Promise<void> {
  const before = store.getState().outbox.reachable
  const answer = await ask('health')
  const reachable = 'data' in answer
  store.dispatch(outbox.actions.reachableChanged(reachable))
  if (reachable && !before)
    store.dispatch(api.util.invalidateTags(['Settings', 'People', 'Torches', 'Jobs', 'Runs', 'Log', 'Tests']))
}

/** Whether the same request may go through later: nobody answered, the disk is full, the server broke. */
const mayPass = (failure: Failure) => failure.status === 0 || failure.status >= 500

/** Sends one item; false when it has to wait. */
async function send(store: AppStore, item: OutboxItem): Promise<boolean> {
  const { actions } = outbox
  store.dispatch(actions.sendingBegan(item.id))
  const answer = await ask(item.route, item.params, bodyOf(store, item))
  if ('error' in answer) {
    if (mayPass(answer.error)) {
      store.dispatch(actions.delayed(answer.error))
      return false
    }
    // somebody else confirmed the step already: what they did is the truth
    if (answer.error.code === 'step-moved-on' || answer.error.code === 'test-moved-on')
      store.dispatch(actions.delivered(item.id))
    else store.dispatch(actions.refusedByServer({ item, failure: answer.error }))
    store.dispatch(api.util.invalidateTags(['Runs']))
    return true
  }
  settle(store, item, answer.data)
  return true
}

function bodyOf(store: AppStore, item: OutboxItem): unknown {
  if (item.route !== 'changePiece') return item.body
  return { ...(item.body as object), version: store.getState().outbox.versions[item.params['id'] ?? ''] ?? 1 }
}

/** Puts the answer where the views look before the item leaves, so that nothing flickers back. */
function settle(store: AppStore, item: OutboxItem, data: unknown): void {
  const { actions } = outbox
  if (item.route === 'addRunEvent') {
    const change = data as RunChange
    store.dispatch(api.util.updateQueryData('run', change.id, (run) => withChange(run, change)))
    const { data: run } = api.endpoints.run.select(change.id)(store.getState())
    // another screen confirmed something between: the whole is asked for
    const known = run?.events.some((e) => e.id === change.event.id)
    store.dispatch(api.util.invalidateTags(known === false ? ['Jobs', 'Runs'] : ['Jobs']))
  } else if (item.route === 'addTestEvent') {
    const change = data as TestChange
    store.dispatch(api.util.updateQueryData('test', change.id, (test) => withChange(test, change)))
    const { data: test } = api.endpoints.test.select(change.id)(store.getState())
    const known = test?.events.some((e) => e.id === change.event.id)
    const over = change.event.kind === 'ended'
    store.dispatch(
      api.util.invalidateTags([
        ...(over ? (['Jobs', 'Log'] as const) : []),
        ...(known === false || over ? (['Tests'] as const) : []),
      ]),
    )
  } else if (item.route === 'changePiece') {
    const piece = data as PieceChanged
    const { draft } = item.body as Pick<Piece, 'draft'>
    store.dispatch(actions.versionKnown({ id: piece.id, version: piece.version }))
    store.dispatch(api.util.updateQueryData('piece', piece.id, (now) => ({ ...now, ...piece, draft })))
    store.dispatch(api.util.invalidateTags(['Pieces']))
  } else {
    if (item.route === 'addTrouble')
      store.dispatch(
        api.util.updateQueryData('troubles', undefined, (open) => [
          ...withSaid(open, [item.body as BodyOf<'addTrouble'>]),
        ]),
      )
    store.dispatch(api.util.invalidateTags(['Log', 'Jobs', 'Runs']))
  }
  store.dispatch(actions.delivered(item.id))
}
