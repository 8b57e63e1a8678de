/** Every statement of the server is asked how it would be done: none may walk through a table that grows with the years. */
import { randomUUID } from 'node:crypto'
import { rmSync } from 'node:fs'
import Database from 'better-sqlite3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { damagedRows } from './audit.ts'
import { countAll } from './copies/look.ts'
import { Damage } from './damage.ts'
import type { Db } from './db/db.ts'
import { openDatabase } from './db/open.ts'
import { bookIn } from './folder.ts'
import { openStore, type Store } from './store.ts'
import { tempFolder } from './test-support.ts'

/** Tables that grow as long as the shop works. */
const GROWING = [
  'log',
  'log_text',
  'points',
  'run_events',
  'test_events',
  'runs',
  'tickets',
  'plans',
  'tests',
]
/** What walks through one of them all the same, and why it may. */
const EXCEPTIONS: readonly { readonly sql: RegExp; readonly why: string }[] = [
  {
    sql: /FROM log_text f CROSS JOIN log l/,
    why: 'the index of words is a virtual table: it is asked by MATCH, and SQLite calls that a scan',
  },
  {
    sql: /^SELECT count\(\*\) FROM \w+$/,
    why: 'a copy is counted whole when it is made or looked at, in the hauling thread: that is what tells that it is whole',
  },
]

let data: string
let db: Db
let store: Store
const asked = new Set<string>()
beforeAll(() => {
  data = tempFolder()
  db = openDatabase(bookIn(data))
  const prepare = db.prepare.bind(db)
  // every statement that is made ready from here on is remembered
  Object.assign(db, {
    prepare: (sql: string) => {
      asked.add(sql)
      return prepare(sql)
    },
  })
  store = openStore(db, new Damage())
})
afterAll(() => {
  db.close()
  rmSync(data, { recursive: true, force: true })
})

/** Aliases of a statement: `FROM log l` makes l the log. */
function tableOf(sql: string, name: string): string {
  const aliased = new RegExp(`(?:FROM|JOIN)\\s+(?:main\\.)?(\\w+)\\s+(?:AS\\s+)?${name}\\b`, 'i').exec(sql)
  return aliased?.[1] ?? name
}
function walks(sql: string): string[] {
  const named = Object.fromEntries([...sql.matchAll(/@(\w+)/g)].map(([, name]) => [name, null]))
  const nameless = [...sql.matchAll(/\?/g)].map(() => null)
  const plan = new Database(bookIn(data), { readonly: true })
  try {
    // a function of this program's own has to be known, to be planned with
    plan.function('digest_of', { varargs: true, deterministic: true }, () => '')
    const ask = plan.prepare<unknown[], { detail: string }>(`EXPLAIN QUERY PLAN ${sql}`)
    const steps = Object.keys(named).length > 0 ? ask.all(named) : ask.all(...nameless)
    return steps
      .map((s) => /^SCAN (\w+)/.exec(s.detail)?.[1])
      .filter((name) => name !== undefined)
      .map((name) => tableOf(sql, name))
      .filter((name) => GROWING.includes(name))
  } finally {
    plan.close()
  }
}

describe('no statement', () => {
  it('of any table walks through what grows', () => {
    expect(asked.size).toBeGreaterThan(80)
    for (const sql of asked) expect({ sql, walks: walks(sql) }).toEqual({ sql, walks: [] })
  })
  it('of the log, narrowed by any of its fields alone and all together', () => {
    asked.clear()
    const id = randomUUID()
    const fields = {
      q: 'gusset',
      kind: 'cut',
      outcome: 'failed',
      metal: 'copper',
      person: 'Orla',
      ticket: id,
      job: id,
      tip: '0.0013',
      thinnest: '0.01',
      thickest: '0.02',
      from: '2026-01-01',
      to: '2026-02-01',
      before: '9000000000',
    } as const
    store.log.find({})
    for (const [name, value] of Object.entries(fields)) store.log.find({ [name]: value })
    store.log.find(fields)
    expect(asked.size).toBeGreaterThan(10)
    for (const sql of asked) {
      const known = EXCEPTIONS.some((e) => e.sql.test(sql))
      expect({ sql, walks: walks(sql) }).toEqual({ sql, walks: known ? expect.anything() : [] })
      // the exception is for the index of words alone: the log itself is looked up line by line
      expect(walks(sql).filter((t) => t !== 'log_text')).toEqual([])
    }
  })
  it('of the look through every row: it goes from row to row by their numbers', () => {
    asked.clear()
    expect([...damagedRows(db)].flat()).toEqual([])
    expect(asked.size).toBeGreaterThan(8)
    for (const sql of asked) expect({ sql, walks: walks(sql) }).toEqual({ sql, walks: [] })
  })
})

describe('a copy', () => {
  it('is counted by walking, and by nothing else', () => {
    asked.clear()
    expect(countAll(db)).toEqual({ lines: 0, pieces: 0, runs: 0 })
    for (const sql of asked) expect(EXCEPTIONS.some((e) => e.sql.test(sql))).toBe(true)
  })
})

describe('the test itself', () => {
  it('knows a walk when it sees one', () => {
    expect(walks('SELECT * FROM log WHERE why = ?')).toEqual(['log'])
    expect(walks('SELECT t.id FROM tickets t WHERE t.title = @title')).toEqual(['tickets'])
    expect(walks('SELECT * FROM runs r JOIN tickets t ON t.id = r.ticket_id')).toEqual(['runs'])
    expect(walks('SELECT * FROM log WHERE id = ?')).toEqual([])
  })
})
