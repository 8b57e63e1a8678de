/** A copy of the log with its pictures as one archive. */
import {
  createReadStream,
  createWriteStream,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  closeSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { text } from 'node:stream/consumers'
import { pipeline } from 'node:stream/promises'
import archiver from 'archiver'
import yauzl from 'yauzl'

/** What a copy says of itself. */
export interface CopyFacts {
  readonly lines: number
  readonly pieces: number
  readonly runs: number
  readonly damaged: number
}

const LOG_FILE = 'wimble.sqlite'
const FACTS = 'copy.json'
const PICTURE = /^photos\/[0-9a-f-]{36}$/

/** Packs a log's file and the pictures of its folder. The archive has its name only once it is whole. */
export async function pack(file: string, data: string, to: string, facts: CopyFacts): Promise<void> {
  const part = `${to}.part`
  const zip = archiver('zip', { zlib: { level: 6 } })
  const written = pipeline(zip, createWriteStream(part))
  zip.append(JSON.stringify(facts), { name: FACTS })
  zip.append(createReadStream(file), { name: LOG_FILE })
  const photos = join(data, 'photos')
  if (existsSync(photos))
    for (const name of readdirSync(photos).filter((n) => PICTURE.test(`photos/${n}`)))
      // pictures are packed already
      zip.append(createReadStream(join(photos, name)), { name: `photos/${name}`, store: true })
  try {
    await Promise.all([zip.finalize(), written])
    const fd = openSync(part, 'r')
    fsyncSync(fd)
    closeSync(fd)
    renameSync(part, to)
  } catch (error) {
    rmSync(part, { force: true })
    throw error
  }
}

/** Every entry of an archive in turn, with its contents as a stream. */
async function* entriesOf(file: string): AsyncGenerator<{ name: string; open(): Promise<Readable> }> {
  const zip = await yauzl.openPromise(file)
  try {
    for await (const entry of zip.eachEntry())
      yield { name: entry.fileName, open: () => zip.openReadStreamPromise(entry) }
  } finally {
    zip.close()
  }
}

/** What an archive says that it holds; a few words where it cannot be opened. */
export async function factsIn(file: string): Promise<CopyFacts | string> {
  try {
    let book = false
    for await (const entry of entriesOf(file)) {
      if (entry.name === LOG_FILE) book = true
      if (entry.name === FACTS) return JSON.parse(await text(await entry.open())) as CopyFacts
    }
    return book ? 'it does not say what it holds' : 'there is no log in it'
  } catch {
    return 'it cannot be opened: it is not whole'
  }
}

/**
 * Unpacks the log, and its pictures when they are wanted, into a folder.
 * @throws Error in a few words where the archive is not whole or has no log
 */
export async function unpack(file: string, folder: string, pictures: boolean): Promise<void> {
  let book = false
  try {
    for await (const entry of entriesOf(file)) {
      const wanted = entry.name === LOG_FILE || (pictures && PICTURE.test(entry.name))
      if (!wanted) continue
      book ||= entry.name === LOG_FILE
      if (entry.name !== LOG_FILE && !existsSync(join(folder, 'photos'))) mkdirSync(join(folder, 'photos'))
      await pipeline(await entry.open(), createWriteStream(join(folder, entry.name)))
    }
  } catch {
    throw new Error('it cannot be opened: it is not whole')
  }
  if (!book) throw new Error('there is no log in it')
}
