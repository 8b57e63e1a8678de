import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import Database from 'better-sqlite3'
import { deriveAll, deriveJobNames } from './derive.ts'
import type { Db } from './db.ts'
import { addDigest } from './digest.ts'

const MIGRATIONS = join(import.meta.dirname, 'migrations')
/** `Wimb`, in the head of every log: another program's database is never taken for one. */
export const APPLICATION_ID = 0x57696d62
/** Books before version 6 did not say whose they are: these tables tell. */
export const OLDER_TABLES = ['people', 'torches', 'jobs', 'tickets', 'runs', 'run_events', 'log'] as const

interface Migration {
  readonly number: number
  readonly sql: string
}
/**
 * What SQL alone does not work out, for a log that had not come so far: in the transaction of the last step, since it
 * reads the tables as they stand now.
 */
const DERIVES: readonly (readonly [before: number, derive: (db: Db) => void])[] = [
  [6, deriveAll],
  [9, deriveJobNames],
]

function migrations(): Migration[] {
  return readdirSync(MIGRATIONS)
    .filter((f) => /^\d{3}-.*\.sql$/.test(f))
    .sort()
    .map((f) => {
      const number = Number(f.slice(0, 3))
      return { number, sql: readFileSync(join(MIGRATIONS, f), 'utf8') }
    })
}

/** The version that this Wimble writes. */
export const newestVersion = (): number => migrations().at(-1)?.number ?? 0
export const versionOf = (db: Db): number => Number(db.pragma('user_version', { simple: true }))

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
  const steps = all.filter((m) => m.number > have)
  if (steps.length === 0) return
  // a table that others point to can only be made anew while nobody looks; each step is looked over before it counts
  db.pragma('foreign_keys = OFF')
  for (const step of steps) {
    db.transaction(() => {
      db.exec(step.sql)
      if (step === steps.at(-1)) for (const [before, derive] of DERIVES) if (have < before) derive(db)
      const [lost] = db.pragma('foreign_key_check') as { table: string; parent: string }[]
      if (lost) throw new Error(`a row of ${lost.table} names one of ${lost.parent} that is not there`)
      db.pragma(`user_version = ${step.number}`)
    })()
  }
}

function connect(file: string): Db {
  const db = new Database(file)
  // takes hold only in a file that is made now: lines of 2 kB lie three to a page
  db.pragma('page_size = 8192')
  db.pragma('journal_mode = WAL')
  db.pragma('synchronous = FULL')
  db.pragma('busy_timeout = 3000')
  // a log of years is looked through from memory
  db.pragma('cache_size = -65536')
  addDigest(db)
  return db
}

/** Opens a database that is there, for reading only, beside whoever writes to it. It has to be of this version. */
export function openReadOnly(file: string): Db {
  const db = new Database(file, { readonly: true, fileMustExist: true })
  db.pragma('busy_timeout = 3000')
  db.pragma('cache_size = -32768')
  addDigest(db)
  return db
}

/** Makes a log under another name, and gives it its own when it is whole: what breaks off leaves no half a log. */
function makeLog(file: string, now: Date, fill: (db: Db) => void): void {
  const made = `${file}.new`
  for (const end of ['', '-wal', '-shm']) rmSync(made + end, { force: true })
  const db = connect(made)
  try {
    migrate(db, made, now)
    db.pragma(`application_id = ${APPLICATION_ID}`)
    db.pragma('foreign_keys = ON')
    fill(db)
    db.pragma('wal_checkpoint(TRUNCATE)')
  } finally {
    db.close()
  }
  renameSync(made, file)
}

/**
 * Opens a database, or makes one: write-ahead log, foreign keys, and every commit on the disk before it is confirmed.
 * @param file its path; the folder is made
 * @param fill puts the first rows into one that is made
 * @throws Error with a plain sentence when it comes from a newer version
 */
export function openDatabase(
  file: string,
  now: Date = new Date(),
  fill: (db: Db) => void = () => undefined,
): Db {
  if (!existsSync(dirname(file))) mkdirSync(dirname(file), { recursive: true })
  if (!existsSync(file)) makeLog(file, now, fill)
  const db = connect(file)
  try {
    migrate(db, file, now)
    db.pragma('foreign_keys = ON')
    if (db.pragma('application_id', { simple: true }) !== APPLICATION_ID)
      db.pragma(`application_id = ${APPLICATION_ID}`)
    // from this first write on the write-ahead file is there: one that is missing later has been taken away
    db.prepare("INSERT OR REPLACE INTO meta (name, value) VALUES ('opened', ?)").run(now.toISOString())
    return db
  } catch (error) {
    db.close()
    throw error
  }
}
