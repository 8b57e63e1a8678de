/** A damaged row, and the newest copy that has it whole. */
import type { DamagedRow } from '#contract/types.ts'
import { readable } from '../audit.ts'
import { SIGNED } from '../db/digest.ts'
import type { Db } from '../db/db.ts'
import { newestVersion, openReadOnly, versionOf } from '../db/open.ts'
import { listCopies, type CopyFile } from './list.ts'

/** Columns of a row by their names, as the copy has them. */
export type RowValues = Readonly<Record<string, string | number | null>>

/** Where a row stands in a copy: lines keep their keys, anything else its id; a missing line is known by its number. */
function placeOf({
  table,
  row,
  id,
}: Pick<DamagedRow, 'table' | 'row' | 'id'>): readonly [string, string | number] {
  if (table === 'log') return row < 0 ? ['seq', -row] : ['key', row]
  if (table === 'settings') return ['id', 1]
  return [table === 'plans' ? 'run_id' : 'id', id]
}

/** Opens a copy for as long as `work` takes; undefined for one of another version, whose rows are not signed alike. */
function inCopy<T>(file: string, work: (db: Db) => T): T | undefined {
  const db = openReadOnly(file)
  try {
    return versionOf(db) === newestVersion() ? work(db) : undefined
  } finally {
    db.close()
  }
}

/** A row as an open copy has it, whole; undefined where it has not. Its digest tells, whatever else of the copy is damaged. */
function rowOf(db: Db, damaged: Pick<DamagedRow, 'table' | 'row' | 'id'>): RowValues | undefined {
  const [column, at] = placeOf(damaged)
  const more = damaged.table === 'log' ? ['key', 'seq', 'search', 'chain'] : []
  return db
    .prepare<[string | number], RowValues>(
      `SELECT ${[...SIGNED[damaged.table], ...more, 'digest'].join(', ')} FROM ${damaged.table}
       WHERE ${column} = ? AND digest IS NOT NULL AND ${readable(damaged.table)}`,
    )
    .get(at)
}

/** A row as a copy has it, whole; undefined where it has not. */
export const rowIn = (
  file: string,
  damaged: Pick<DamagedRow, 'table' | 'row' | 'id'>,
): RowValues | undefined => inCopy(file, (db) => rowOf(db, damaged))

/** Of some rows those that a copy has whole; none where it cannot be opened. */
function wholeIn(file: string, rows: readonly DamagedRow[]): readonly DamagedRow[] {
  try {
    return inCopy(file, (db) => rows.filter((row) => rowOf(db, row) !== undefined)) ?? []
  } catch {
    return []
  }
}

/**
 * For each row the newest copy that has it whole. Each copy is opened once, and none after all rows are found. Archives
 * are passed over: the log in them would have to be unpacked.
 */
export function copiesWith(
  data: string,
  rows: readonly DamagedRow[],
): readonly (DamagedRow & { readonly copy: { readonly name: string; readonly at: string } | null })[] {
  const found = new Map<DamagedRow, CopyFile>()
  for (const copy of listCopies(data).filter((c) => c.file.endsWith('.sqlite'))) {
    const missing = rows.filter((row) => !found.has(row))
    if (missing.length === 0) break
    for (const row of wholeIn(copy.file, missing)) found.set(row, copy)
  }
  return rows.map((row) => {
    const copy = found.get(row)
    return { ...row, copy: copy ? { name: copy.name, at: copy.at } : null }
  })
}
