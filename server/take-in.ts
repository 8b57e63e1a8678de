/** The whole log out in open formats, and in again, merged with what is there. */
import { createHash } from 'node:crypto'
import { Readable } from 'node:stream'
import { setImmediate as turn } from 'node:timers/promises'
import type { FileEntry } from '#application/log-file.ts'
import type { Imported } from '#contract/types.ts'
import { AppError } from './errors.ts'
import { keepPhoto } from './photos.ts'
import type { Store } from './store.ts'
import type { Lanes } from './workers/lanes.ts'

/** The log as one file, as it stood when it was asked for: made in the hauling thread as fast as it is taken. */
export async function exportLog({ haul }: Lanes, format: 'csv' | 'json' | 'zip'): Promise<Readable> {
  const id = await haul.openExport(format)
  async function* chunks(): AsyncGenerator<Uint8Array> {
    try {
      for (let chunk = await haul.nextChunk(id); chunk; chunk = await haul.nextChunk(id)) yield chunk
    } finally {
      await haul.closeExport(id)
    }
  }
  return Readable.from(chunks(), { objectMode: false })
}

/** Puts one line in; a sentence when it cannot be. */
function put(store: Store, e: FileEntry): string | 'added' | 'known' {
  if (store.log.has(e.id)) return 'known'
  if (e.corrects !== null && !store.log.has(e.corrects)) return 'It corrects a line that is not here.'
  if (e.corrects !== null && store.log.correctionOf(e.corrects))
    return 'The line that it corrects was corrected here already, in another way.'
  const pieceId = e.pieceId !== null && store.pieces.brief(e.pieceId) ? e.pieceId : null
  const runId = e.runId !== null && store.runs.has(e.runId) ? e.runId : null
  const once = (e.kind === 'cut' || e.kind === 'braze') && e.corrects === null
  const making = runId !== null && once ? store.log.untold(runId, pieceId) : undefined
  if (runId !== null && once && !making) return 'This run is written down here already, by another line.'
  store.log.add({ ...e, pieceId, runId, personId: null }, making)
  return 'added'
}

/** So many lines are put in at once: what is confirmed meanwhile waits no longer than they take. */
const AT_ONCE = 50

/**
 * Merges a log into this one: what is here already is not doubled, what cannot be taken is listed. It is read in the
 * hauling thread and put in some lines at a time; one that breaks off is begun again without harm.
 */
export async function importLog(
  store: Store,
  data: string,
  { haul }: Lanes,
  file: string,
): Promise<Imported> {
  const { id, bad: unread, no } = await haul.openImport(file)
  try {
    if (no) throw new AppError(no.status, no.code, no.message)
    const bad = [...unread]
    let [added, known, photos] = [0, 0, 0]
    for (
      let lines = await haul.nextLines(id, AT_ONCE);
      lines.length > 0;
      lines = await haul.nextLines(id, AT_ONCE)
    ) {
      store.transaction(() => {
        for (const { line, entry } of lines) {
          const done = put(store, entry)
          if (done === 'added') added += 1
          else if (done === 'known') known += 1
          else bad.push({ line, reason: done })
        }
      })
      await turn()
    }
    for (let next = await haul.nextPhoto(id); next; next = await haul.nextPhoto(id)) {
      const { photo, bytes } = next
      if (!bytes || store.photos.get(photo.id)) continue
      if (!store.log.has(photo.entryId)) {
        bad.push({ line: 0, reason: `The picture ${photo.id} is of a line that is not here.` })
        continue
      }
      if (createHash('sha256').update(bytes).digest('hex') !== photo.sha256) {
        bad.push({ line: 0, reason: `The picture ${photo.id} is not whole.` })
        continue
      }
      await keepPhoto(store, data, { id: photo.id, entryId: photo.entryId, bytes, at: photo.addedAt })
      photos += 1
    }
    return { added, known, photos, bad: bad.sort((a, b) => a.line - b.line) }
  } finally {
    await haul.closeImport(id)
  }
}
