import type { BodyOf, LogDraft } from '#contract/schemas.ts'
import { withChange, withLine, withSaid } from './changes.ts'
import type { LogSummary, RunChange, TestChange, Piece, PieceChanged } from '#contract/types.ts'
import { api, ask, type Failure } from './api.ts'
import { itemOf, oldKept, oldTabs, openKeep, type Keep, type Kept } from './outbox-keep.ts'
import { outbox, type OutboxItem, type OutboxState } from './outbox.ts'
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

/** Tabs that were closed: what they could not send is sent by this one. */
async function orphaned(tabs: readonly string[], own: string): Promise<readonly string[]> {
  const free = await Promise.all(
    tabs
      .filter((tab) => tab !== own)
      .map(async (tab) =>
        (await navigator.locks.request(PREFIX + tab, { ifAvailable: true }, (lock) => lock !== null))
          ? [tab]
          : [],
      ),
  )
  return free.flat()
}

/** What was kept, sorted: what waits, what was refused, and what can no longer be read. */
function sorted(kept: readonly Kept[]): Pick<OutboxState, 'items' | 'refused' | 'aside'> {
  const [items, refused, aside]: [
    OutboxItem[],
    OutboxState['refused'][number][],
    OutboxState['aside'][number][],
  ] = [[], [], []]
  for (const { id, item: found, failure } of kept) {
    const item = itemOf(found)
    if (!item) aside.push({ id, found })
    else if (failure) refused.push({ item, failure })
    else items.push(item)
  }
  return { items, refused, aside }
}

/** Takes up what this tab, tabs that were closed, and an older version have kept. */
async function takeUp(store: AppStore, keep: Keep, tab: string): Promise<void> {
  const kept = await keep.of([...(await orphaned(await keep.tabs(), tab)), tab])
  const tabs = oldTabs()
  const old = oldKept([...(await orphaned(tabs, tab)), ...tabs.filter((t) => t === tab)])
  const older = old.items.map((item): Kept => ({
    id: itemOf(item)?.id ?? crypto.randomUUID(),
    tab,
    order: 0,
    item,
  }))
  store.dispatch(outbox.actions.restored(sorted([...older, ...kept])))
  if (older.length === 0) return
  await keep.put(tab, entriesOf(store))
  old.forget()
}

/** All that is put down of a store. */
const entriesOf = (store: AppStore): Omit<Kept, 'tab' | 'order'>[] => {
  const { items, refused, aside } = store.getState().outbox
  return [
    ...items.map((item) => ({ id: item.id, item })),
    ...refused.map(({ item, failure }) => ({ id: item.id, item, failure })),
    ...aside.map(({ id, found }) => ({ id, item: found })),
  ]
}

/** Puts down whatever changes, one writing after the other; says when there is no room, and tries again. */
function keeping(store: AppStore, keep: Keep | undefined, tab: string): () => void {
  let last: readonly unknown[] = []
  let busy = false
  let again = 0
  const write = async () => {
    const { items } = store.getState().outbox
    try {
      if (!keep) throw new Error('this browser has no database')
      await keep.put(tab, entriesOf(store))
      store.dispatch(outbox.actions.put(items))
    } catch {
      store.dispatch(outbox.actions.notPut())
      clearTimeout(again)
      if (keep) again = window.setTimeout(() => ((last = []), look()), RETRY_MS)
    }
    busy = false
    look()
  }
  const look = () => {
    const { items, refused, aside } = store.getState().outbox
    const now = [items, refused, aside]
    if (busy || now.every((v, i) => v === last[i])) return
    last = now
    busy = true
    void write()
  }
  return look
}

/**
 * Sends what is in the outbox, first things first, keeps it in the browser until the server has it, and notices when
 * the server goes and comes back.
 */
export async function startOutbox(store: AppStore): Promise<void> {
  const tab = await nameThisTab()
  const keep = await openKeep().catch(() => undefined)
  // a browser that is short of room throws nothing of this away by itself
  void navigator.storage?.persist?.().catch(() => false)
  if (keep) await takeUp(store, keep, tab).catch(() => store.dispatch(outbox.actions.notPut()))
  const putDown = keeping(store, keep, tab)
  let waiting = 0
  const pump = (again = false) => {
    putDown()
    const { items, sending, failure } = store.getState().outbox
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

/** So often the server may break on an item before it steps aside: it never keeps the others waiting. */
const MOST_BREAKS = 3
const breaks = new Map<string, number>()

/** Sends one item; false when it has to wait. */
async function send(store: AppStore, item: OutboxItem): Promise<boolean> {
  const { actions } = outbox
  store.dispatch(actions.sendingBegan(item.id))
  const answer = await ask(item.route, item.params, bodyOf(store, item))
  if ('error' in answer) {
    const broke = answer.error.code === 'broken' ? (breaks.get(item.id) ?? 0) + 1 : 0
    breaks.set(item.id, broke)
    if (mayPass(answer.error) && broke < MOST_BREAKS) {
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
  } else if (item.route === 'addPractice') {
    store.dispatch(api.util.invalidateTags(['Practice']))
  } else {
    if (item.route === 'addTrouble')
      store.dispatch(
        api.util.updateQueryData('troubles', undefined, (open) => [
          ...withSaid(open, [item.body as BodyOf<'addTrouble'>]),
        ]),
      )
    const written = item.route === 'addLog' ? (item.body as LogDraft) : undefined
    if (written && written.runId !== null && written.corrects === null)
      store.dispatch(
        api.util.updateQueryData('run', written.runId, (run) => withLine(run, written, data as LogSummary)),
      )
    store.dispatch(api.util.invalidateTags(['Log', 'Jobs', 'Runs']))
  }
  store.dispatch(actions.delivered(item.id))
}
