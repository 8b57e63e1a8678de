import type { BatchItem, BatchSummary } from '#contract/types.ts'
import type { Db } from '../db.ts'
import type { piecesTable } from './pieces.ts'
import type { runsTable } from './runs.ts'

interface Row {
  readonly id: string
  readonly name: string
  readonly pieces: string
  readonly version: number
  readonly closed: number
}
/** What a batch makes: pieces by their ids, each so many times. */
export type Laid = readonly { readonly pieceId: string; readonly repeats: number }[]
/** A batch as it is stored. */
export interface StoredBatch {
  readonly id: string
  readonly name: string
  readonly laid: Laid
  readonly version: number
  readonly closed: boolean
}

const stored = (r: Row): StoredBatch => ({
  id: r.id,
  name: r.name,
  laid: JSON.parse(r.pieces) as Laid,
  version: r.version,
  closed: r.closed === 1,
})

/** Batches: pieces that are laid out to be made one after another. */
export function batchesTable(
  db: Db,
  pieces: Pick<ReturnType<typeof piecesTable>, 'brief'>,
  runs: Pick<ReturnType<typeof runsTable>, 'ofBatch'>,
) {
  const columns = 'id, name, pieces, version, closed'
  const get = db.prepare<[string], Row>(`SELECT ${columns} FROM batches WHERE id = ?`)
  const open = db.prepare<[number], Row>(
    `SELECT ${columns} FROM batches WHERE closed = 0 ORDER BY created_at DESC LIMIT ?`,
  )
  const add = db.prepare<[string, string, string, string, string]>(
    'INSERT INTO batches (id, name, pieces, version, created_at, updated_at) VALUES (?, ?, ?, 1, ?, ?)',
  )
  const change = db.prepare(
    `UPDATE batches SET name = @name, pieces = @pieces, closed = @closed, version = version + 1, updated_at = @at
     WHERE id = @id AND version = @version`,
  )
  const close = db.prepare<[string]>('UPDATE batches SET closed = 1 WHERE id = ?')
  const itemsOf = ({ laid }: StoredBatch): BatchItem[] =>
    laid.flatMap(({ pieceId, repeats }) => {
      const piece = pieces.brief(pieceId)
      return piece ? [{ piece, repeats }] : []
    })
  return {
    get: (id: string): StoredBatch | undefined => {
      const row = get.get(id)
      return row && stored(row)
    },
    /** Those that are laid out or under way, the newest first. */
    open: (most: number): BatchSummary[] =>
      open.all(most).map((r) => {
        const batch = stored(r)
        return { id: r.id, name: r.name, pieces: itemsOf(batch), runId: runs.ofBatch(r.id) ?? null }
      }),
    add: (id: string, name: string, laid: Laid, at: string): void => {
      add.run(id, name, JSON.stringify(laid), at, at)
    },
    /** False when somebody else has changed it since `version`. */
    change: ({ id, name, laid, version, closed }: StoredBatch, at: string): boolean =>
      change.run({ id, name, pieces: JSON.stringify(laid), closed: closed ? 1 : 0, version, at }).changes ===
      1,
    /** It is made: it stands on no list any more. */
    close: (id: string): void => {
      close.run(id)
    },
  }
}
