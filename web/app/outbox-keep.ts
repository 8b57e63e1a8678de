/** Where the outbox is kept until the server has it: a database of the browser, so that it outlives the page and its tab. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { routeAsNow } from '#application/older-names.ts'
import { PATHS } from '#contract/paths.ts'
import { isRecord } from '#core/objects.ts'
import type { Failure } from './api.ts'
import { KEPT_ROUTES, type OutboxItem } from './outbox.ts'

/** Something that waits, was refused, or can no longer be read. */
export interface Kept {
  readonly id: string
  /** The tab that sends it. */
  readonly tab: string
  /** Its place in the order of that tab. */
  readonly order: number
  /** As it was said; whatever was found there. */
  readonly item: unknown
  /** Why the server would not take it. */
  readonly failure?: Failure | undefined
}
interface KeepSchema extends DBSchema {
  readonly entries: { readonly key: string; readonly value: Kept; readonly indexes: { readonly tab: string } }
}

const OLD_PREFIX = 'wimble.outbox.'
const NAME = 'wimble'

/** What is put down and taken up again. */
export interface Keep {
  /** Puts all of a tab down in one go: what is not among it is gone. Fails where the browser has no room. */
  readonly put: (tab: string, entries: readonly Omit<Kept, 'tab' | 'order'>[]) => Promise<void>
  /** All of some tabs, in their order. */
  readonly of: (tabs: readonly string[]) => Promise<readonly Kept[]>
  readonly tabs: () => Promise<readonly string[]>
}

/** Opens the browser's database; fails where there is none. */
export async function openKeep(): Promise<Keep> {
  const db: IDBPDatabase<KeepSchema> = await openDB<KeepSchema>(NAME, 1, {
    upgrade: (made) => {
      made.createObjectStore('entries', { keyPath: 'id' }).createIndex('tab', 'tab')
    },
  })
  return {
    put: async (tab, entries) => {
      const write = db.transaction('entries', 'readwrite', { durability: 'strict' })
      const wanted = new Set(entries.map((e) => e.id))
      for (const id of await write.store.index('tab').getAllKeys(tab))
        if (!wanted.has(id)) void write.store.delete(id)
      entries.forEach((e, order) => void write.store.put({ ...e, tab, order }))
      await write.done
    },
    of: async (tabs) => {
      const all = await Promise.all(tabs.map((tab) => db.getAllFromIndex('entries', 'tab', tab)))
      return all.flatMap((kept) => [...kept].sort((a, b) => a.order - b.order))
    },
    tabs: async () => [...new Set((await db.getAll('entries')).map((e) => e.tab))],
  }
}

/** An item as it was kept, checked: nothing of it is believed. */
export function itemOf(found: unknown): OutboxItem | undefined {
  if (!isRecord(found)) return undefined
  const { id, params, body, key, notBefore } = found
  const route = typeof found['route'] === 'string' ? routeAsNow(found['route']) : undefined
  const known = KEPT_ROUTES.find((r) => r === route)
  if (known === undefined || typeof id !== 'string' || id === '' || typeof key !== 'string') return undefined
  if (!isRecord(params) || !isRecord(body)) return undefined
  const named = [...PATHS[known].path.matchAll(/:(\w+)/g)].map((m) => m[1] ?? '')
  if (!named.every((name) => typeof params[name] === 'string' && params[name] !== '')) return undefined
  if (!Object.values(params).every((v) => typeof v === 'string')) return undefined
  return {
    id,
    route: known,
    params: params as Readonly<Record<string, string>>,
    body,
    key,
    notBefore: typeof notBefore === 'number' ? notBefore : 0,
  }
}

/** Tabs of which an older version kept something in the browser's small storage. */
export const oldTabs = (): readonly string[] =>
  Object.keys(localStorage)
    .filter((k) => k.startsWith(OLD_PREFIX))
    .map((k) => k.slice(OLD_PREFIX.length))

/** What an older version kept there of some tabs, whatever it is; `forget` once it is put down in the database. */
export function oldKept(tabs: readonly string[]): {
  readonly items: readonly unknown[]
  readonly forget: () => void
} {
  const keys = tabs.map((tab) => OLD_PREFIX + tab)
  const items = keys.flatMap((key): unknown[] => {
    const text = localStorage.getItem(key) ?? '[]'
    try {
      const found: unknown = JSON.parse(text)
      return Array.isArray(found) ? found : [found]
    } catch {
      // no list that can be read: it is shown as it is
      return [text]
    }
  })
  return { items, forget: () => keys.forEach((k) => localStorage.removeItem(k)) }
}
