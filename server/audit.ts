/** Looks through a whole log, row by row: what does not say any more what was written, and what is missing. */
import type { DamagedRow } from '#contract/types.ts'
import { isWhole, type SignedTable } from './db/digest.ts'
import type { Db } from './db/db.ts'

/** What a row is called, for a person, and when it was. */
const CALLED: Readonly<
  Record<SignedTable, { readonly id: string; readonly name: string; readonly at: string }>
> = {
  log: { id: 'id', name: 'title', at: 'at' },
  run_events: { id: 'id', name: "'a step of a run'", at: 'at' },
  plans: { id: 'run_id', name: "'what a run was begun with'", at: 'NULL' },
  tests: { id: 'id', name: "'a test of a line'", at: 'started_at' },
  test_events: { id: 'id', name: "'a reading of a test'", at: 'at' },
  tickets: { id: 'id', name: 'title', at: 'created_at' },
  settings: { id: "''", name: "'the settings of the shop'", at: 'NULL' },
  torches: { id: 'id', name: "'the torch ' || name", at: 'NULL' },
  gear: { id: 'id', name: "name || ' of the rig'", at: 'NULL' },
}
/** Columns of JSON: an unsigned row whose JSON cannot be read is damaged, too. */
const JSON_COLUMNS: Readonly<Partial<Record<SignedTable, readonly string[]>>> = {
  log: ['told'],
  plans: ['draft', 'plan', 'setting', 'steps', 'breaks'],
  tests: ['asked'],
  tickets: ['draft'],
  settings: ['value'],
  torches: ['rig'],
  gear: ['fields'],
}
const PAGE = 500

/** So is a row whole: by its digest, and by its JSON. */
export const readable = (table: SignedTable): string =>
  [
    isWhole(table),
    ...(JSON_COLUMNS[table] ?? []).map((c) => `(digest IS NOT NULL OR json_valid(${c}))`),
  ].join(' AND ')

/** Damaged rows of one table, a page at a time, so that others get their turn between. */
function* damagedIn(db: Db, table: SignedTable): Generator<readonly DamagedRow[]> {
  const { id, name, at } = CALLED[table]
  const rows = db.prepare<
    [number],
    { row: number; id: string; name: string; at: string | null; whole: number }
  >(
    `SELECT rowid AS row, ${id} AS id, ${name} AS name, ${at} AS at, ${readable(table)} AS whole
     FROM ${table} WHERE rowid > ? ORDER BY rowid LIMIT ${PAGE}`,
  )
  for (let page = rows.all(-1); page.length > 0; page = rows.all(page.at(-1)?.row ?? 0))
    yield page.flatMap(({ whole, ...r }) => (whole === 1 ? [] : [{ table, ...r }]))
}

/** A line that was taken out of the log, by its number: `row` is the number, negative. */
const missingLine = (seq: number, after: string): DamagedRow => ({
  table: 'log',
  row: -seq,
  id: '',
  name: after === '' ? 'the first line of the log' : `the line that was written after “${after}”`,
  at: null,
})
/** Of lines that are missing one after another, so many are named one by one. */
const MISSING_NAMED = 200

/** Holds the log against its chain: each line follows from the one before, and none is missing between them. */
function* brokenChain(db: Db): Generator<readonly DamagedRow[]> {
  const rows = db.prepare<
    [number],
    {
      key: number
      seq: number
      id: string
      title: string
      at: string
      digest: string | null
      chain: string | null
    }
  >(`SELECT key, seq, id, title, at, digest, chain FROM log WHERE seq > ? ORDER BY seq LIMIT ${PAGE}`)
  const link = db.prepare<[string, number, string | null], string>('SELECT digest_of(?, ?, ?)').pluck()
  let [last, chain, title] = [0, '' as string | null, '']
  for (let page = rows.all(0); page.length > 0; page = rows.all(last)) {
    const found: DamagedRow[] = []
    for (const r of page) {
      for (let seq = last + 1; seq < r.seq && found.length < MISSING_NAMED; seq++)
        found.push(missingLine(seq, title))
      const follows = r.chain === null || chain === null || link.get(chain, r.seq, r.digest) === r.chain
      // after a gap the chain before is not known: what stands is taken, and goes on from there
      if (!follows && r.seq === last + 1)
        found.push({ table: 'log', row: r.key, id: r.id, name: r.title, at: r.at })
      ;[last, chain, title] = [r.seq, r.chain, r.title]
    }
    yield found
  }
}

/** Tables that are looked through; the log first, since plans go by it. */
const TABLES = Object.keys(CALLED) as SignedTable[]

/** All damaged rows of a log of this version, a page at a time. */
export function* damagedRows(db: Db): Generator<readonly DamagedRow[]> {
  for (const table of TABLES) yield* damagedIn(db, table)
  yield* brokenChain(db)
}
