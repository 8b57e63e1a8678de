import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import Database from 'better-sqlite3'

export type Db = Database.Database

const MIGRATIONS = join(import.meta.dirname, 'migrations')

interface Migration {
  readonly number: number
  readonly sql: string
}

function migrations(): Migration[] {
  return readdirSync(MIGRATIONS)
    .filter((f) => /^\d{3}-.*\.sql$/.test(f))
    .sort()
    .map((f) => ({ number: Number(f.slice(0, 3)), sql: readFileSync(join(MIGRATIONS, f), 'utf8') }))
}

const versionOf = (db: Db): number => Number(db.pragma('user_version', { simple: true }))

/** A whole copy of the database beside it, before it is changed. Returns its path. */
function backUp(db: Db, file: string, version: number, now: Date): string {
  const folder = join(dirname(file), 'backups')
  mkdirSync(folder, { recursive: true })
  const stamp = now.toISOString().replace(/[:.]/g, '-')
  const copy = join(folder, `wimble-v${version}-${stamp}.sqlite`)
  db.prepare('VACUUM INTO ?').run(copy)
  return copy
}

/** Brings a database forward, one numbered step after another, each in one transaction, after a backup. */
function migrate(db: Db, file: string, now: Date): void {
  const all = migrations()
  const have = versionOf(db)
  const newest = all.at(-1)?.number ?? 0
  if (have > newest)
    throw new Error(
      `${file} was written by a newer Wimble (${have}, this one knows ${newest}). Nothing was changed.`,
    )
  // a new file holds nothing that could be lost
  if (have > 0 && have < newest) backUp(db, file, have, now)
  for (const step of all.filter((m) => m.number > have)) {
    db.transaction(() => {
      db.exec(step.sql)
      db.pragma(`user_version = ${step.number}`)
    })()
  }
}

/**
 * Opens (or makes) a database: write-ahead log, foreign keys, and every commit on the disk before it is confirmed.
 * @param file its path; the folder is made
 * @throws Error with a plain sentence when it comes from a newer version
 */
export function openDatabase(file: string, now: Date = new Date()): Db {
  if (!existsSync(dirname(file))) mkdirSync(dirname(file), { recursive: true })
  const db = new Database(file)
  db.pragma('journal_mode = WAL')
  db.pragma('synchronous = FULL')
  db.pragma('foreign_keys = ON')
  db.pragma('busy_timeout = 3000')
  // a book of years is looked through from memory
  db.pragma('cache_size = -65536')
  migrate(db, file, now)
  return db
}
