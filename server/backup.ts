/** Copies of the book, whole, and back from them. */
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { basename, join } from 'node:path'
import Database from 'better-sqlite3'
import JSZip from 'jszip'

const BOOK = 'wimble.sqlite'
const KEPT = 10
const DAY_MS = 24 * 3600 * 1000
const backups = (data: string) => join(data, 'backups')
const stampOf = (now: Date) => now.toISOString().replace(/[:.]/g, '-')

/** A copy that is not the whole book, or no book at all, with the sentence to print. */
export class BadBackup extends Error {}

/** What is wrong with a database file; undefined when it is whole. */
export function faultOf(file: string): string | undefined {
  try {
    const db = new Database(file, { readonly: true, fileMustExist: true })
    try {
      const found = db.pragma('quick_check(1)', { simple: true })
      return found === 'ok' ? undefined : String(found)
    } finally {
      db.close()
    }
  } catch (error) {
    const code = error instanceof Error && 'code' in error ? String(error.code) : ''
    if (code === 'SQLITE_CORRUPT' || code === 'SQLITE_NOTADB')
      return error instanceof Error ? error.message : code
    throw error
  }
}

/** Newest first; those that are whole only as far as their names tell. */
export function listBackups(data: string): readonly string[] {
  const folder = backups(data)
  if (!existsSync(folder)) return []
  return readdirSync(folder)
    .filter((f) => /\.(sqlite|zip)$/.test(f))
    .sort((a, b) => stampIn(b).localeCompare(stampIn(a)))
    .map((f) => join(folder, f))
}
const stampIn = (name: string) => /\d{4}-\d\d-\d\dT[\d-]+Z/.exec(name)?.[0] ?? ''

/** The newest copy that can be opened and is whole. */
export const lastGoodBackup = (data: string): string | undefined =>
  listBackups(data).find((f) => f.endsWith('.zip') || faultOf(f) === undefined)

/** A copy of the book and its pictures as one file. Also while the server runs. Returns its path. */
export async function backUp(data: string, to: string | undefined, now: Date): Promise<string> {
  const book = join(data, BOOK)
  if (!existsSync(book)) throw new BadBackup(`There is no book in ${data}.`)
  const folder = mkdtempSync(join(data, '.backup-'))
  try {
    const db = new Database(book)
    const copy = join(folder, BOOK)
    db.prepare('VACUUM INTO ?').run(copy)
    db.close()
    const zip = new JSZip()
    zip.file(BOOK, readFileSync(copy))
    const photos = join(data, 'photos')
    if (existsSync(photos))
      for (const f of readdirSync(photos).filter((n) => !n.endsWith('.part')))
        zip.file(`photos/${f}`, readFileSync(join(photos, f)))
    const file = to ?? join(backups(data), `wimble-${stampOf(now)}.zip`)
    if (!existsSync(backups(data))) mkdirSync(backups(data), { recursive: true })
    writeFileSync(`${file}.part`, await zip.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' }), {
      flush: true,
    })
    renameSync(`${file}.part`, file)
    return file
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** A copy of the book alone once a day, of an open database; the oldest go. */
export function backUpDaily(db: Database.Database, data: string, now: Date): void {
  const daily = listBackups(data).filter((f) => basename(f).startsWith('daily-'))
  const newest = daily[0] ? stampIn(daily[0]).slice(0, 10) : ''
  if (newest !== '' && Date.parse(newest) > now.getTime() - DAY_MS) return
  mkdirSync(backups(data), { recursive: true })
  db.prepare('VACUUM INTO ?').run(join(backups(data), `daily-${stampOf(now)}.sqlite`))
  for (const old of daily.slice(KEPT - 1)) rmSync(old)
}

/** Puts the present book aside, whole, with whatever belongs to it. Returns the folder, or undefined when there was none. */
export function putAside(data: string, why: string, now: Date): string | undefined {
  if (!existsSync(join(data, BOOK))) return undefined
  const aside = join(data, `${why}-${stampOf(now)}`)
  mkdirSync(aside)
  for (const end of ['', '-wal', '-shm'])
    if (existsSync(join(data, BOOK + end))) renameSync(join(data, BOOK + end), join(aside, BOOK + end))
  return aside
}

/**
 * Puts a copy in the place of the book. The copy is checked first, and the present book is kept aside.
 * @returns where the present book was put, if there was one
 * @throws BadBackup when the copy is not whole; then nothing was changed
 */
export async function restore(data: string, file: string, now: Date): Promise<string | undefined> {
  if (!existsSync(file)) throw new BadBackup(`${file} is not there.`)
  if (!existsSync(data)) mkdirSync(data, { recursive: true })
  const folder = mkdtempSync(join(data, '.restore-'))
  try {
    const copy = join(folder, BOOK)
    const bytes = readFileSync(file)
    if (bytes.subarray(0, 2).toString('latin1') === 'PK') {
      const zip = await JSZip.loadAsync(bytes).catch(() => {
        throw new BadBackup(`${file} cannot be opened: it is not whole.`)
      })
      const book = zip.file(BOOK)
      if (!book) throw new BadBackup(`There is no book in ${file}.`)
      writeFileSync(copy, await book.async('nodebuffer'))
      mkdirSync(join(folder, 'photos'))
      for (const entry of zip.file(/^photos\/[0-9a-f-]{36}$/))
        writeFileSync(join(folder, entry.name), await entry.async('nodebuffer'))
    } else writeFileSync(copy, bytes)
    const fault = faultOf(copy)
    if (fault !== undefined) throw new BadBackup(`${file} is not whole (${fault}). Nothing was changed.`)
    const aside = putAside(data, 'before-restore', now)
    renameSync(copy, join(data, BOOK))
    // pictures are only added: each has a name of its own
    if (existsSync(join(folder, 'photos')))
      cpSync(join(folder, 'photos'), join(data, 'photos'), { recursive: true })
    return aside
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
