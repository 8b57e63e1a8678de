/** A damaged row, and the newest copy that has it whole. */
import type { DamagedRow } from '#contract/types.ts'
import { readable } from '../audit.ts'
import { SIGNED } from '../db/digest.ts'
import { newestVersion, openReadOnly } from '../db/open.ts'
import { identityOf } from '../folder.ts'
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

/** A row as a copy has it, whole; undefined where it has not. */
export function rowIn(
  file: string,
  damaged: Pick<DamagedRow, 'table' | 'row' | 'id'>,
): RowValues | undefined {
  const identity = identityOf(file)
  if (identity.is !== 'book' || identity.version !== newestVersion()) return undefined
  const db = openReadOnly(file)
  try {
    const [column, at] = placeOf(damaged)
    const more = damaged.table === 'log' ? ['key', 'seq', 'search', 'chain'] : []
    return db
      .prepare<[string | number], RowValues>(
        `SELECT ${[...SIGNED[damaged.table], ...more, 'digest'].join(', ')} FROM ${damaged.table}
         WHERE ${column} = ? AND digest IS NOT NULL AND ${readable(damaged.table)}`,
      )
      .get(at)
  } finally {
    db.close()
  }
}

/** For each row the newest copy that has it whole. Archives are passed over: the book in them would have to be unpacked. */
export function copiesWith(
  data: string,
  rows: readonly DamagedRow[],
): readonly (DamagedRow & { readonly copy: { readonly name: string; readonly at: string } | null })[] {
  const copies = listCopies(data).filter((c) => c.file.endsWith('.sqlite'))
  const has = (copy: CopyFile, row: DamagedRow) => {
    try {
      return rowIn(copy.file, row) !== undefined
    } catch {
      return false
    }
  }
  return rows.map((row) => {
    const copy = copies.find((c) => has(c, row))
    return { ...row, copy: copy ? { name: copy.name, at: copy.at } : null }
  })
}
