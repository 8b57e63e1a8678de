/** The thread that hauls: the log out and in, copies, and the look through every row. It never writes to the log itself. */
import { createReadStream, existsSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { setImmediate as turn } from 'node:timers/promises'
import { parentPort, workerData } from 'node:worker_threads'
import archiver, { type ZipEntryData } from 'archiver'
import { expose } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { csvParts, jsonParts, type FileEntry, type FilePhoto } from '#application/log-file.ts'
import { LOG_SCHEMA } from '#contract/log-json-schema.ts'
import type { CopyInfo, CopyPreview, DamagedRow } from '#contract/types.ts'
import { damagedRows } from '../audit.ts'
import { backUp, copyWhenDue } from '../copies/copies.ts'
import { listCopies, type CopyFile } from '../copies/list.ts'
import { lookInto, previewOf } from '../copies/look.ts'
import { copiesWith, rowIn, type RowValues } from '../copies/mend.ts'
import { Damage } from '../damage.ts'
import { openReadOnly } from '../db/open.ts'
import { logTable } from '../db/tables/log.ts'
import type { StoredEntry } from '../db/tables/log-rows.ts'
import { photosTable } from '../db/tables/photos.ts'
import { logIn } from '../folder.ts'
import { openArchive, type LogFile } from './log-file.ts'

const { data } = workerData as { readonly data: string }
const PAGE = 500
/** What is handed over at once, bytes. */
const CHUNK = 256 * 1024

/** A line as a file has it: which line has taken its place follows from that line. */
function toFile(e: StoredEntry): FileEntry {
  const { id, kind, at, pieceId, runId, jobName, title, personName, metal, fuel, handling } = e
  const { thicknessM, tipOrificeM, outcome, good, told, corrects, why } = e
  return {
    ...{ id, kind, at, pieceId, runId, jobName, title, personName, metal, fuel, handling },
    ...{ thicknessM, tipOrificeM, outcome, good, told, corrects, why },
  }
}

/** The log as it stood when this began, page by page, whatever is written meanwhile. */
function snapshot(): {
  readonly photos: readonly FilePhoto[]
  pages(): Generator<readonly FileEntry[]>
  close(): void
} {
  const db = openReadOnly(logIn(data))
  db.exec('BEGIN')
  const log = logTable(db, new Damage())
  return {
    photos: photosTable(db)
      .all()
      .map(({ id, entryId, type, sha256, addedAt }) => ({ id, entryId, type, sha256, addedAt })),
    *pages() {
      let page = log.page(-1, PAGE)
      while (page) {
        yield page.entries.map(toFile)
        page = log.page(page.last, PAGE)
      }
    },
    close: () => void db.close(),
  }
}
type Snapshot = ReturnType<typeof snapshot>

/** The zip has the CSV, the JSON with its schema, and every picture. */
function zipOf(book: Snapshot): Readable {
  const zip = archiver('zip', { zlib: { level: 6 } })
  zip.append(Readable.from(csvParts(book.pages())), { name: 'log.csv' })
  zip.append(Readable.from(jsonParts(book.pages(), book.photos)), { name: 'log.json' })
  zip.append(JSON.stringify(LOG_SCHEMA, null, 2), { name: 'log.schema.json' })
  for (const p of book.photos) {
    const file = join(data, 'photos', p.id)
    if (existsSync(file))
      zip.append(createReadStream(file), { name: `photos/${p.id}`, store: true } satisfies ZipEntryData)
  }
  void zip.finalize().catch((error: unknown) => zip.destroy(error as Error))
  return zip
}

/** Small parts put together, so that few are handed from thread to thread. */
async function* inChunks(parts: AsyncIterable<Buffer | string> | Iterable<string>): AsyncGenerator<Buffer> {
  let [held, size]: [Buffer[], number] = [[], 0]
  for await (const part of parts) {
    const bytes = typeof part === 'string' ? Buffer.from(part) : part
    held.push(bytes)
    size += bytes.length
    if (size < CHUNK) continue
    yield Buffer.concat(held)
    ;[held, size] = [[], 0]
  }
  if (size > 0) yield Buffer.concat(held)
}

interface Export {
  readonly chunks: AsyncGenerator<Buffer>
  readonly book: Snapshot
}
const exports_ = new Map<number, Export>()
const imports = new Map<number, LogFile>()
let count = 0

const copyNamed = (name: string): CopyFile => {
  const found = listCopies(data).find((c) => c.name === name)
  if (!found) throw new Error('no such copy')
  return found
}

const api = {
  /** Begins to give the log out; it is taken chunk by chunk, and closed whatever happens. */
  openExport: (format: 'csv' | 'json' | 'zip'): number => {
    const book = snapshot()
    const parts =
      format === 'csv'
        ? csvParts(book.pages())
        : format === 'json'
          ? jsonParts(book.pages(), book.photos)
          : zipOf(book)
    exports_.set((count += 1), { chunks: inChunks(parts), book })
    return count
  },
  nextChunk: async (id: number): Promise<Uint8Array | null> => {
    const next = await exports_.get(id)?.chunks.next()
    return next && next.done !== true ? next.value : null
  },
  closeExport: (id: number): void => {
    exports_.get(id)?.book.close()
    exports_.delete(id)
  },
  /** Reads a log that came as a file; its lines are taken some at a time, in an order in which each may be put in. */
  openImport: async (
    file: string,
  ): Promise<{ readonly id: number; readonly bad: LogFile['bad']; readonly no: LogFile['no'] }> => {
    const book = await openArchive(file)
    imports.set((count += 1), book)
    return { id: count, bad: book.bad, no: book.no }
  },
  nextLines: (id: number, most: number) => imports.get(id)?.nextLines(most) ?? [],
  nextPhoto: (id: number) => imports.get(id)?.nextPhoto() ?? null,
  closeImport: (id: number): void => {
    imports.get(id)?.close()
    imports.delete(id)
  },
  copyWhenDue: (now: Date): Promise<void> => copyWhenDue(data, now),
  /** By hand: with its pictures, and never thinned out. */
  copyNow: (now: Date): Promise<string> => backUp(data, undefined, now),
  copies: (): Promise<CopyInfo[]> => Promise.all(listCopies(data).map(lookInto)),
  preview: (name: string): Promise<CopyPreview> => previewOf(data, copyNamed(name)),
  copiesWith: (rows: readonly DamagedRow[]) => copiesWith(data, rows),
  rowIn: (name: string, row: DamagedRow): RowValues | null => rowIn(copyNamed(name).file, row) ?? null,
  /** Looks through every row of the log; others get their turn between its pages. */
  audit: async (): Promise<readonly DamagedRow[]> => {
    const db = openReadOnly(logIn(data))
    try {
      const found: DamagedRow[] = []
      for (const rows of damagedRows(db)) {
        found.push(...rows)
        await turn()
      }
      return found
    } finally {
      db.close()
    }
  },
}
/** What can be asked of this thread. */
export type Haul = typeof api

if (parentPort) expose(api, nodeEndpoint(parentPort))
