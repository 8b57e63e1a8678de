/** Every statement of the server is asked how it would be done: none may walk through a table that grows with the years. */
import { randomUUID } from 'node:crypto'
import { rmSync } from 'node:fs'
import Database from 'better-sqlite3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { damagedRows } from './audit.ts'
import { copyDaily } from './copies/copies.ts'
import { listCopies } from './copies/list.ts'
import { previewOf } from './copies/look.ts'
import { rowIn } from './copies/mend.ts'
import { Damage } from './damage.ts'
import { deriveAll } from './db/derive.ts'
import type { Db } from './db/db.ts'
import { openDatabase } from './db/open.ts'
import { logIn } from './folder.ts'
import { putBack } from './mend.ts'
import { openStore, type Store } from './store.ts'
import { lineAlone, tempFolder } from './test-support.ts'

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
    sql: /^SELECT count\(\*\) FROM (copy\.)?\w+$/,
    why: 'a copy is counted whole in the hauling thread when it is made or looked at: that tells that it is whole',
  },
  {
    sql: /(copy|main)\.\w+ [mc]\s+WHERE NOT EXISTS|JOIN copy\.tickets/,
    why: 'what going back would change is counted in the hauling thread, when somebody asks for it',
  },
  {
    sql: /^SELECT (key|id) FROM (log|runs|tickets)( ORDER BY key)?$|^UPDATE \w+ SET digest/,
    why: 'an older book is worked out anew and signed once, when it is brought forward',
  },
]
const LINE = lineAlone()

let data: string
let db: Db
let store: Store
const asked = new Set<string>()
const { prepare } = Database.prototype
beforeAll(() => {
  data = tempFolder()
  // every statement that is made ready from here on, on any connection of this thread, is remembered
  Database.prototype.prepare = function (this: Db, sql: string) {
    asked.add(sql)
    return prepare.call(this, sql)
  } as typeof prepare
  db = openDatabase(logIn(data))
  asked.clear()
  store = openStore(db, new Damage())
})
afterAll(() => {
  Database.prototype.prepare = prepare
  db.close()
  rmSync(data, { recursive: true, force: true })
})

/** Aliases of a statement: `FROM log l` makes l the log. */
function tableOf(sql: string, name: string): string {
  const aliased = new RegExp(`(?:FROM|JOIN)\\s+(?:main\\.)?(\\w+)\\s+(?:AS\\s+)?${name}\\b`, 'i').exec(sql)
  return aliased?.[1] ?? name
}
function walks(sql: string): string[] {
  if (!/^\s*(SELECT|WITH|UPDATE|DELETE|INSERT)/i.test(sql)) return []
  const named = Object.fromEntries([...sql.matchAll(/@(\w+)/g)].map(([, name]) => [name, null]))
  const nameless = [...sql.matchAll(/\?/g)].map(() => null)
  const plan = new Database(logIn(data), { readonly: true })
  try {
    // a function of this program's own, and a copy that is looked at, have to be known to be planned with
    plan.function('digest_of', { varargs: true, deterministic: true }, () => '')
    plan.exec(`ATTACH '${logIn(data)}' AS copy`)
    const ask = prepare.call(plan, `EXPLAIN QUERY PLAN ${sql}`) as Database.Statement<
      unknown[],
      { detail: string }
    >
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
/** No statement that was asked walks, but for the exceptions. Answers which of those were met. */
function expectNoWalk(): readonly string[] {
  const met = new Set<string>()
  for (const sql of asked) {
    const found = walks(sql)
    const exception = found.length > 0 ? EXCEPTIONS.find((e) => e.sql.test(sql)) : undefined
    if (exception) met.add(exception.why)
    else expect({ sql, walks: found }).toEqual({ sql, walks: [] })
  }
  return [...met]
}

describe('no statement', () => {
  it('of any table walks through what grows', () => {
    expect(asked.size).toBeGreaterThan(80)
    expect(expectNoWalk()).toEqual([])
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
      piece: id,
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
    expect(expectNoWalk()).toEqual([EXCEPTIONS[0]?.why])
    // the exception is for the index of words alone: the log itself is looked up line by line
    for (const sql of asked) expect(walks(sql).filter((t) => t !== 'log_text')).toEqual([])
  })
  it('of the look through every row, a copy, a row put back, or what going back would change', async () => {
    store.log.add(LINE)
    asked.clear()
    expect([...damagedRows(db)].flat()).toEqual([])
    await copyDaily(data, new Date())
    const [copy] = listCopies(data)
    const row = { table: 'log', row: Date.parse(LINE.at) * 1024, id: LINE.id } as const
    const values = rowIn(copy?.file ?? '', row)
    expect(values).toMatchObject({ title: 'Rack bar' })
    if (!copy || !values) return
    putBack(db, row, values)
    await previewOf(data, copy)
    expect(asked.size).toBeGreaterThan(30)
    expect(expectNoWalk()).toEqual([EXCEPTIONS[1]?.why, EXCEPTIONS[2]?.why])
  })
  it('but those that work an older book out anew, once', () => {
    asked.clear()
    deriveAll(db)
    expect(expectNoWalk()).toEqual([EXCEPTIONS[3]?.why])
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
