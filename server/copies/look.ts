/** What a copy holds, told by opening it and counting. */
import { existsSync, mkdtempSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { CopyInfo, CopyPreview } from '#contract/types.ts'
import { damagedRows } from '../audit.ts'
import type { Db } from '../db/db.ts'
import { newestVersion, openReadOnly, versionOf } from '../db/open.ts'
import { logIn, identityOf, type Identity } from '../folder.ts'
import type { CopyFile } from './list.ts'
import { factsIn, unpack } from './zip.ts'

const countIn = (db: Db, table: string) =>
  db.prepare<[], number>(`SELECT count(*) FROM ${table}`).pluck().get() ?? 0

/** Lines, pieces and runs of a log of any version. */
export const countAll = (db: Db): CopyPreview['now'] => ({
  lines: countIn(db, 'log'),
  pieces: countIn(db, 'tickets'),
  runs: countIn(db, 'runs'),
})

/** How many rows of a log do not say what they were signed with; 0 for a log from before digests. */
export function damagedCount(file: string): number {
  const db = openReadOnly(file)
  try {
    if (versionOf(db) !== newestVersion()) return 0
    let count = 0
    for (const rows of damagedRows(db)) count += rows.length
    return count
  } finally {
    db.close()
  }
}

const FAULTS: Readonly<Record<Exclude<Identity['is'], 'book' | 'damaged'>, string>> = {
  empty: 'it holds nothing',
  foreign: 'it is not a log of Wimble’s',
  newer: 'it was written by a newer Wimble',
}
/** Why a file is no whole log of a known version, in a few words. */
export function faultOf(file: string, deep = false): string | undefined {
  if (!existsSync(file)) return 'it is not there'
  const identity = identityOf(file, deep)
  if (identity.is === 'book') return undefined
  return identity.is === 'damaged' ? identity.fault : FAULTS[identity.is]
}

/** What a copy made itself says that it has damaged; 0 where it says nothing. */
function saidDamaged(db: Db): number {
  const has = db.prepare<[], number>("SELECT count(*) FROM sqlite_master WHERE name = 'meta'").pluck().get()
  if (!has) return 0
  return Number(
    db.prepare<[], string>("SELECT value FROM meta WHERE name = 'copied-damaged'").pluck().get() ?? '0',
  )
}

/** Opens a copy and counts what it holds. A zip says what it held when it was packed. */
export async function lookInto(copy: CopyFile): Promise<CopyInfo> {
  const { name, kind, at } = copy
  const base = { name, kind, at, bytes: statSync(copy.file).size }
  if (copy.file.endsWith('.zip')) {
    const facts = await factsIn(copy.file)
    if (typeof facts === 'string') return { ...base, holds: null, damaged: 0, fault: facts }
    const { damaged, ...holds } = facts
    return { ...base, holds, damaged, fault: null }
  }
  try {
    const db = new Database(copy.file, { readonly: true, fileMustExist: true })
    try {
      return { ...base, holds: countAll(db), damaged: saidDamaged(db), fault: null }
    } finally {
      db.close()
    }
  } catch (error) {
    return { ...base, holds: null, damaged: 0, fault: error instanceof Error ? error.message : String(error) }
  }
}

/** Gives a copy's log as a file of its own for as long as `work` takes. */
export async function withLogOf<T>(copy: CopyFile, work: (file: string) => T): Promise<T> {
  if (!copy.file.endsWith('.zip')) return work(copy.file)
  const folder = mkdtempSync(join(tmpdir(), 'wimble-copy-'))
  try {
    await unpack(copy.file, folder, false)
    return work(join(folder, 'wimble.sqlite'))
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

const NAMED = 8

/** What going back to a copy would change. The copy is opened, held against its digests, and compared with the log. */
export async function previewOf(data: string, copy: CopyFile): Promise<CopyPreview> {
  const info = await lookInto(copy)
  return withLogOf(copy, (file) => {
    const fault = faultOf(file, true)
    const db = openReadOnly(logIn(data))
    try {
      const now = countAll(db)
      const none = { goes: { lines: 0, pieces: 0, runs: 0, newest: [] }, comes: 0, changed: 0 }
      if (fault !== undefined) return { copy: { ...info, fault }, now, ...none }
      db.prepare('ATTACH ? AS copy').run(file)
      const held = {
        lines: countIn(db, 'copy.log'),
        pieces: countIn(db, 'copy.tickets'),
        runs: countIn(db, 'copy.runs'),
      }
      const count = (sql: string) => db.prepare<[], number>(sql).pluck().get() ?? 0
      const without = (table: string) =>
        count(
          `SELECT count(*) FROM main.${table} m WHERE NOT EXISTS (SELECT 1 FROM copy.${table} c WHERE c.id = m.id)`,
        )
      const newest = db
        .prepare<[], { title: string; kind: string; at: string }>(
          `SELECT title, kind, at FROM main.log m WHERE NOT EXISTS (SELECT 1 FROM copy.log c WHERE c.id = m.id)
           ORDER BY m.key DESC LIMIT ${NAMED}`,
        )
        .all()
      return {
        copy: { ...info, holds: held, fault: null, damaged: damagedCount(file) },
        now,
        goes: { lines: without('log'), pieces: without('tickets'), runs: without('runs'), newest },
        comes: count(
          'SELECT count(*) FROM copy.log c WHERE NOT EXISTS (SELECT 1 FROM main.log m WHERE m.id = c.id)',
        ),
        changed: count(
          'SELECT count(*) FROM main.tickets m JOIN copy.tickets c ON c.id = m.id WHERE c.version <> m.version',
        ),
      }
    } finally {
      db.close()
    }
  })
}
