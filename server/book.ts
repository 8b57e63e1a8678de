/** The whole book out in open formats, and in again, merged with what is there. */
import { createHash } from 'node:crypto'
import JSZip from 'jszip'
import {
  bookToCsv,
  bookToJson,
  readBook,
  type BookRead,
  type FileEntry,
  type FilePhoto,
} from '#contract/log-file.ts'
import LOG_SCHEMA from '#contract/log.schema.json' with { type: 'json' }
import type { Imported } from '#contract/types.ts'
import type { StoredEntry } from './db/tables/log.ts'
import { AppError } from './errors.ts'
import { keepPhoto, photoBytes } from './photos.ts'
import type { Store } from './store.ts'

/** A line as a file has it: which line has taken its place follows from that line. */
const toFile = (e: StoredEntry): FileEntry => ({
  id: e.id,
  kind: e.kind,
  at: e.at,
  ticketId: e.ticketId,
  runId: e.runId,
  jobName: e.jobName,
  title: e.title,
  personName: e.personName,
  metal: e.metal,
  fuel: e.fuel,
  handling: e.handling,
  thicknessM: e.thicknessM,
  tipOrificeM: e.tipOrificeM,
  outcome: e.outcome,
  good: e.good,
  told: e.told,
  corrects: e.corrects,
  why: e.why,
})

/** The book as one file. The zip has the CSV, the JSON with its schema, and every picture. */
export async function exportBook(
  store: Store,
  data: string,
  format: 'csv' | 'json' | 'zip',
): Promise<string | Buffer> {
  const entries = store.log.all().map(toFile)
  const photos: FilePhoto[] = store.photos
    .all()
    .map(({ id, entryId, type, sha256, addedAt }) => ({ id, entryId, type, sha256, addedAt }))
  if (format === 'csv') return bookToCsv(entries)
  if (format === 'json') return bookToJson(entries, photos)
  const zip = new JSZip()
  zip.file('log.csv', bookToCsv(entries))
  zip.file('log.json', bookToJson(entries, photos))
  zip.file('log.schema.json', JSON.stringify(LOG_SCHEMA, null, 2))
  for (const p of photos) {
    const bytes = photoBytes(data, p.id)
    if (bytes) zip.file(`photos/${p.id}`, bytes)
  }
  return zip.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' })
}

/** No book that is unpacked is larger, bytes. */
const MOST_UNPACKED = 400_000_000

async function unpack(
  bytes: Buffer,
): Promise<{ text: string; photo: (id: string) => Promise<Buffer | undefined> }> {
  if (bytes.subarray(0, 2).toString('latin1') !== 'PK')
    return { text: bytes.toString('utf8'), photo: () => Promise.resolve(undefined) }
  const zip = await JSZip.loadAsync(bytes).catch(() => {
    throw new AppError(422, 'bad-archive', 'This archive cannot be opened.')
  })
  const book = zip.file('log.json') ?? zip.file('log.csv')
  if (!book) throw new AppError(422, 'bad-archive', 'There is no log.json and no log.csv in this archive.')
  const text = await book.async('string')
  if (text.length > MOST_UNPACKED)
    throw new AppError(413, 'too-large', 'The book in this archive is too large.')
  return { text, photo: async (id) => zip.file(`photos/${id}`)?.async('nodebuffer') }
}

/** Lines in an order in which each comes after the one that it corrects. */
function inOrder(entries: readonly FileEntry[]): readonly FileEntry[] {
  const byId = new Map(entries.map((e) => [e.id, e]))
  const depth = (e: FileEntry, seen: ReadonlySet<string> = new Set()): number => {
    const before = e.corrects === null || seen.has(e.id) ? undefined : byId.get(e.corrects)
    return before ? 1 + depth(before, new Set([...seen, e.id])) : 0
  }
  return [...entries].sort((a, b) => depth(a) - depth(b) || a.at.localeCompare(b.at))
}

/** Puts one line in; a sentence when it cannot be. */
function put(store: Store, e: FileEntry): string | 'added' | 'known' {
  if (store.log.has(e.id)) return 'known'
  if (e.corrects !== null && !store.log.has(e.corrects)) return 'It corrects a line that is not here.'
  if (e.corrects !== null && store.log.correctionOf(e.corrects))
    return 'The line that it corrects was corrected here already, in another way.'
  const ticketId = e.ticketId !== null && store.tickets.get(e.ticketId) ? e.ticketId : null
  const run = e.runId === null ? undefined : store.runs.get(e.runId)
  const once = (e.kind === 'cut' || e.kind === 'braze') && e.corrects === null
  if (run && once && store.log.entryOfRun(run.id))
    return 'This run is written down here already, by another line.'
  store.log.add({ ...e, ticketId, runId: run?.id ?? null, personId: null })
  return 'added'
}

/** Merges a book into this one: what is here already is not doubled, what cannot be taken is listed. */
export async function importBook(store: Store, data: string, bytes: Buffer): Promise<Imported> {
  const { text, photo } = await unpack(bytes)
  const read: BookRead = readBook(text)
  const lineOf = new Map(read.entries.map((e, i) => [e, i + 1]))
  const bad = [...read.bad]
  let added = 0
  let known = 0
  store.transaction(() => {
    for (const e of inOrder(read.entries)) {
      const done = put(store, e)
      if (done === 'added') added += 1
      else if (done === 'known') known += 1
      else bad.push({ line: lineOf.get(e) ?? 0, reason: done })
    }
  })
  let photos = 0
  for (const p of read.photos) {
    const picture = store.photos.get(p.id) ? undefined : await photo(p.id)
    if (!picture) continue
    if (createHash('sha256').update(picture).digest('hex') !== p.sha256) {
      bad.push({ line: 0, reason: `The picture ${p.id} is not whole.` })
      continue
    }
    await keepPhoto(store, data, { id: p.id, entryId: p.entryId, bytes: picture, at: p.addedAt })
    photos += 1
  }
  return { added, known, photos, bad: bad.sort((a, b) => a.line - b.line) }
}
