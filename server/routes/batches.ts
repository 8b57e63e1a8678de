import type { Batch } from '#contract/types.ts'
import type { StoredBatch } from '../db/tables/batches.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'

/** A batch with its pieces as they stand now; one that can no longer be read is left out. */
function whole(store: Store, { id, name, laid, version, closed }: StoredBatch): Batch {
  return {
    id,
    name,
    version,
    closed,
    runId: store.runs.ofBatch(id) ?? null,
    pieces: laid.flatMap(({ pieceId, repeats }) => {
      const piece = store.pieces.get(pieceId)
      return piece ? [{ piece, repeats }] : []
    }),
  }
}
function found(store: Store, id: string): StoredBatch {
  const batch = store.batches.get(id)
  if (!batch) throw notFound('batch')
  return batch
}
/** Refuses pieces that are not there. */
function checkPieces(store: Store, laid: StoredBatch['laid']): void {
  const at = laid.findIndex((p) => !store.pieces.brief(p.pieceId))
  if (at >= 0) throw new AppError(422, 'bad-input', 'There is no such piece.', `pieces[${at}].pieceId`)
}

/** Batches: laid out, changed, put aside. A request sent twice is stored once. */
export const batchHandlers: Pick<Handlers, 'addBatch' | 'getBatch' | 'changeBatch'> = {
  getBatch: ({ store }, { params }) => whole(store, found(store, params.id)),
  addBatch: ({ store, now }, { body }) =>
    store.transaction(() => {
      if (!store.batches.get(body.id)) {
        checkPieces(store, body.pieces)
        store.batches.add(body.id, body.name, body.pieces, now().toISOString())
      }
      return whole(store, found(store, body.id))
    }),
  changeBatch: ({ store, now }, { params, body }) =>
    store.transaction(() => {
      const before = found(store, params.id)
      checkPieces(store, body.pieces)
      const wanted = { ...before, name: body.name, laid: body.pieces, closed: body.closed }
      // the same change sent twice, since the first answer was lost, is one change
      const same = JSON.stringify(before) === JSON.stringify(wanted)
      if (!same && !store.batches.change({ ...wanted, version: body.version }, now().toISOString()))
        throw conflict('changed-elsewhere', 'This batch was changed on another screen.')
      return whole(store, found(store, params.id))
    }),
}
