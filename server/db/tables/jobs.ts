import { inPassing } from '#core/names.ts'
import type { Db } from '../db.ts'

export interface JobRow {
  readonly id: string
  readonly name: string
  readonly place: string
  readonly created_at: string
}

const COLUMNS = 'id, name, place, created_at'
/** After every name that begins with what it follows. */
const LAST = '\u{10FFFF}'

/** Jobs, newest first. */
export function jobsTable(db: Db) {
  const newest = db.prepare<[number], JobRow>(
    `SELECT ${COLUMNS} FROM jobs INDEXED BY jobs_newest ORDER BY created_at DESC, id DESC LIMIT ?`,
  )
  const older = db.prepare<[string, string, number], JobRow>(
    `SELECT ${COLUMNS} FROM jobs WHERE (created_at, id) < (?, ?) ORDER BY created_at DESC, id DESC LIMIT ?`,
  )
  const get = db.prepare<[string], JobRow>(`SELECT ${COLUMNS} FROM jobs WHERE id = ?`)
  const named = db.prepare<[string, string, number], JobRow>(
    `SELECT ${COLUMNS} FROM jobs WHERE lower(name) >= lower(?) AND lower(name) < lower(?) ORDER BY lower(name) LIMIT ?`,
  )
  const near = db.prepare<[string, number], JobRow>(`SELECT ${COLUMNS} FROM jobs WHERE plain = ? LIMIT ?`)
  const add = db.prepare<[string, string, string, string, string]>(
    'INSERT INTO jobs (id, name, place, created_at, plain) VALUES (?, ?, ?, ?, ?)',
  )
  return {
    /** A page of jobs, newest first, after the one named last. */
    page: (most: number, after?: string): JobRow[] => {
      const last = after === undefined ? undefined : get.get(after)
      return last ? older.all(last.created_at, last.id, most) : newest.all(most)
    },
    /** Jobs whose names begin so, in the order of their names. */
    beginning: (name: string, most: number): JobRow[] =>
      name === '' ? newest.all(most) : named.all(name, name + LAST, most),
    /** Jobs whose names would be taken for this one in passing, those that are the same among them. */
    near: (name: string, most: number): JobRow[] => {
      const plain = inPassing(name)
      return plain === '' ? [] : near.all(plain, most)
    },
    get: (id: string): JobRow | undefined => get.get(id),
    add: (id: string, name: string, place: string, at: string): void => {
      add.run(id, name, place, at, inPassing(name))
    },
  }
}
