/** A log that came as a file: CSV, JSON, or a zip of either with pictures. Nothing of it is believed, least of all its sizes. */
import { closeSync, openSync, readFileSync, readSync, statSync } from 'node:fs'
import type { Readable } from 'node:stream'
import yauzl, { type Entry, type ZipFile } from 'yauzl'
import { readLog, type FileEntry, type FilePhoto } from '#application/log-file.ts'
import { PHOTO_MOST_BYTES } from '../photos.ts'

/** What a file may unpack to, and how: a log of a working life is smaller. */
export const IMPORT_CAPS = {
  /** Files in an archive. */
  files: 20_000,
  /** Bytes of the log in it. */
  bytes: 200_000_000,
  /** Bytes unpacked for each byte packed: what people write packs less than a twentieth of this. */
  ratio: 200,
} as const

/** Why a file is no log at all, with its code. */
export interface NoLog {
  readonly status: number
  readonly code: string
  readonly message: string
}
export interface LogFile {
  /** Set where nothing can be taken from it. */
  readonly no?: NoLog
  readonly bad: readonly { readonly line: number; readonly reason: string }[]
  nextLines(most: number): readonly { readonly line: number; readonly entry: FileEntry }[]
  nextPhoto(): Promise<{ readonly photo: FilePhoto; readonly bytes: Uint8Array | null } | null>
  close(): void
}

/** Lines in an order in which each comes after the one that it corrects. */
function inOrder(entries: readonly FileEntry[]): readonly FileEntry[] {
  const byId = new Map(entries.map((e) => [e.id, e]))
  const depths = new Map<string, number>()
  const depth = (first: FileEntry): number => {
    const path: FileEntry[] = []
    let e: FileEntry | undefined = first
    const seen = new Set<string>()
    while (e && !depths.has(e.id) && !seen.has(e.id)) {
      seen.add(e.id)
      path.push(e)
      e = e.corrects === null ? undefined : byId.get(e.corrects)
    }
    let at = e ? (depths.get(e.id) ?? -1) : -1
    for (const p of path.reverse()) depths.set(p.id, (at += 1))
    return depths.get(first.id) ?? 0
  }
  return entries
    .map((e) => ({ e, depth: depth(e) }))
    .sort((a, b) => a.depth - b.depth || a.e.at.localeCompare(b.e.at))
    .map(({ e }) => e)
}

/** A file that is refused, and why. */
class Refused extends Error {
  constructor(readonly no: NoLog) {
    super(no.message)
  }
}
const refuse = (status: number, code: string, message: string) => new Refused({ status, code, message })
const tooLarge = () =>
  refuse(413, 'too-large', 'What is in this file is too large, or packed far tighter than a log ever is.')
const notWhole = () => refuse(422, 'bad-archive', 'This archive cannot be opened.')

/** All of a stream, up to a cap that it may claim to keep and does not. */
async function bytesOf(stream: Readable, most: number): Promise<Buffer> {
  const parts: Buffer[] = []
  let size = 0
  for await (const part of stream as AsyncIterable<Buffer>) {
    size += part.length
    if (size > most) {
      stream.destroy()
      throw tooLarge()
    }
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/** An archive, its log and its pictures by name. */
interface Archive {
  readonly zip: ZipFile
  readonly log: Entry
  readonly photos: ReadonlyMap<string, Entry>
}

const PICTURE = /^photos\/([0-9a-f-]{36})$/
/** Looks an archive through, and refuses one that holds, or says that it holds, too much. */
async function openZip(file: string): Promise<Archive> {
  const packed = statSync(file).size
  const zip = await yauzl.openPromise(file, { validateEntrySizes: true, autoClose: false }).catch(() => {
    throw notWhole()
  })
  try {
    const found = new Map<string, Entry>()
    let [files, unpacked] = [0, 0]
    for await (const entry of zip.eachEntry()) {
      files += 1
      unpacked += entry.uncompressedSize
      if (files > IMPORT_CAPS.files || unpacked > packed * IMPORT_CAPS.ratio) throw tooLarge()
      found.set(entry.fileName, entry)
    }
    const log = found.get('log.json') ?? found.get('log.csv')
    if (found.has('[Content_Types].xml') || found.has('content.xml'))
      throw refuse(
        422,
        'spreadsheet',
        'This is a spreadsheet program’s own file. Save it there as CSV, and bring it in as a spreadsheet of your own.',
      )
    if (!log) throw refuse(422, 'bad-archive', 'There is no log.json and no log.csv in this archive.')
    if (log.uncompressedSize > IMPORT_CAPS.bytes) throw tooLarge()
    const photos = [...found].flatMap(([name, entry]): [string, Entry][] => {
      const id = PICTURE.exec(name)?.[1]
      return id === undefined ? [] : [[id, entry]]
    })
    return { zip, log, photos: new Map(photos) }
  } catch (error) {
    zip.close()
    throw error instanceof Refused ? error : notWhole()
  }
}

const isZip = (file: string): boolean => {
  const head = Buffer.alloc(2)
  const fd = openSync(file, 'r')
  try {
    return readSync(fd, head, 0, 2, 0) === 2 && head.toString('latin1') === 'PK'
  } finally {
    closeSync(fd)
  }
}

const NOTHING: LogFile = {
  bad: [],
  nextLines: () => [],
  nextPhoto: () => Promise.resolve(null),
  close: () => undefined,
}

async function textOf(file: string, archive: Archive | undefined): Promise<string> {
  if (!archive) {
    if (statSync(file).size > IMPORT_CAPS.bytes) throw tooLarge()
    return readFileSync(file, 'utf8')
  }
  const { zip, log } = archive
  const most = Math.min(IMPORT_CAPS.bytes, Math.max(1, log.compressedSize) * IMPORT_CAPS.ratio)
  try {
    return (await bytesOf(await zip.openReadStreamPromise(log), most)).toString('utf8')
  } catch (error) {
    throw error instanceof Refused ? error : notWhole()
  }
}

/** Reads a log from a file; what cannot be taken is listed, and never thrown. */
export async function openArchive(file: string): Promise<LogFile> {
  let archive: Archive | undefined
  try {
    archive = isZip(file) ? await openZip(file) : undefined
    const read = readLog(await textOf(file, archive))
    if (read.rubbish === true)
      throw refuse(422, 'no-log', read.bad[0]?.reason ?? 'This is no log that can be read.')
    return taken(read, archive)
  } catch (error) {
    archive?.zip.close()
    if (error instanceof Refused) return { ...NOTHING, no: error.no }
    throw error
  }
}

function taken(read: ReturnType<typeof readLog>, archive: Archive | undefined): LogFile {
  const lineOf = new Map(read.entries.map((e, i) => [e, read.lines[i] ?? 0]))
  const lines = inOrder(read.entries)
  let [nextLine, nextPhoto] = [0, 0]
  return {
    bad: read.bad,
    nextLines: (most) => {
      const some = lines.slice(nextLine, nextLine + most)
      nextLine += some.length
      return some.map((entry) => ({ line: lineOf.get(entry) ?? 0, entry }))
    },
    nextPhoto: async () => {
      const photo = read.photos[nextPhoto]
      if (!photo) return null
      nextPhoto += 1
      const entry = archive?.photos.get(photo.id)
      const bytes =
        entry && archive
          ? await bytesOf(await archive.zip.openReadStreamPromise(entry), PHOTO_MOST_BYTES).catch(() => null)
          : null
      return { photo, bytes }
    },
    close: () => archive?.zip.close(),
  }
}
