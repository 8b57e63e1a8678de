/** The folder of a log: whose it is, who has it open, and whether what lies in it is the log that was there. */
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import Database from 'better-sqlite3'
import type { Db } from './db/db.ts'
import { APPLICATION_ID, newestVersion, OLDER_TABLES, openDatabase, versionOf } from './db/open.ts'
import { listCopies } from './copies/list.ts'

export const LOG_FILE = 'wimble.sqlite'
const MARK = 'book.json'
const LOCK = 'lock.sqlite'
/** The newest copies that a refused start names, each with its command. */
const COPIES_NAMED = 5

/** A start, or a command on a log, that cannot go on; with the sentence to print. */
export class CannotStart extends Error {}

export const logIn = (data: string): string => join(data, LOG_FILE)
/** Makes a folder and those above it, one at a time: the recursive way never returns on some special file systems. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return
  makeFolder(dirname(folder))
  mkdirSync(folder)
}

/** Refuses a folder that cannot be written, before anything else is done. */
export function checkFolder(folder: string): void {
  const probe = join(folder, `.can-write-${process.pid}`)
  try {
    makeFolder(folder)
    writeFileSync(probe, '')
    rmSync(probe)
  } catch {
    throw new CannotStart(`The folder ${folder} cannot be written. Choose another with --data.`)
  }
}

/** What the folder says of its log: that one was here, and whether it was closed. */
interface Mark {
  readonly open: boolean
  /** When it was opened or closed. */
  readonly at: string
  readonly port: number | null
}

function readMark(data: string): Mark | undefined {
  try {
    return JSON.parse(readFileSync(join(data, MARK), 'utf8')) as Mark
  } catch (error) {
    // one that cannot be read still says that a log was here
    return (error as NodeJS.ErrnoException).code === 'ENOENT'
      ? undefined
      : { open: false, at: '', port: null }
  }
}

/** Says of the folder that a log is here. */
export function writeMark(data: string, mark: Mark): void {
  const file = join(data, MARK)
  writeFileSync(`${file}.part`, JSON.stringify(mark), { flush: true })
  renameSync(`${file}.part`, file)
}

/** That nobody else opens the folder's log: gone with its process. */
export interface Lock {
  release(): void
}

/**
 * Takes the folder for this process alone: a transaction that is held on a small database beside the log.
 * @throws CannotStart when another Wimble has it
 */
export function takeLock(data: string): Lock {
  const db = new Database(join(data, LOCK), { timeout: 0 })
  try {
    db.exec('BEGIN EXCLUSIVE')
  } catch (error) {
    db.close()
    if (codeOf(error) !== 'SQLITE_BUSY') throw error
    const port = readMark(data)?.port ?? null
    throw new CannotStart(
      `Another Wimble has the log in ${data} open${port === null ? '' : `, at http://localhost:${port}`}. Use that one, or stop it first.`,
    )
  }
  return { release: () => void db.close() }
}

export const codeOf = (error: unknown): string =>
  error instanceof Error && 'code' in error ? String(error.code) : ''

/** What a database file is, as far as it can be told without changing it. */
export type Identity =
  | { readonly is: 'book'; readonly version: number }
  | { readonly is: 'newer'; readonly version: number }
  | { readonly is: 'empty' | 'foreign' }
  | { readonly is: 'damaged'; readonly fault: string }

/** Whether a file is a log of a known version and whole in its structure. `deep` also holds its indexes against its rows. */
export function identityOf(file: string, deep = false): Identity {
  if (statSync(file).size === 0) return { is: 'empty' }
  try {
    const db = new Database(file, { readonly: true, fileMustExist: true })
    try {
      const version = versionOf(db)
      const tables = new Set(
        db.prepare<[], string>("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all(),
      )
      if (tables.size === 0) return { is: 'empty' }
      const ours = Number(db.pragma('application_id', { simple: true })) === APPLICATION_ID
      const older = version >= 1 && version < 6 && OLDER_TABLES.every((t) => tables.has(t))
      if (!ours && !older) return { is: 'foreign' }
      if (version > newestVersion()) return { is: 'newer', version }
      const found = db.pragma(deep ? 'integrity_check(1)' : 'quick_check(1)', { simple: true })
      return found === 'ok' ? { is: 'book', version } : { is: 'damaged', fault: String(found) }
    } finally {
      db.close()
    }
  } catch (error) {
    const code = codeOf(error)
    if (code === 'SQLITE_NOTADB') return { is: 'foreign' }
    if (code.startsWith('SQLITE_CORRUPT')) return { is: 'damaged', fault: (error as Error).message }
    throw error
  }
}

/** The copies that exist, with one command each. */
function waysBack(data: string): string {
  const copies = listCopies(data).slice(0, COPIES_NAMED)
  const fresh = 'To begin a new log, start with --new-log: what is there is kept aside.'
  if (copies.length === 0) return `There is no copy of it in the folder. ${fresh}`
  return [
    'Go back to a copy:',
    ...copies.map(
      (c) =>
        `  npm run wimble -- restore ${JSON.stringify(c.file)} --data ${JSON.stringify(data)}   (${c.at.slice(0, 16).replace('T', ' ')} UTC)`,
    ),
    fresh,
  ].join('\n')
}

/** Why the folder's book must not be opened; undefined when it may be. Nothing is changed. */
function refusal(data: string, asItIs: boolean): string | undefined {
  const file = logIn(data)
  const mark = readMark(data)
  if (!existsSync(file)) {
    if (mark === undefined && listCopies(data).length === 0) return undefined
    return `There was a log in ${data}, and it is gone. ${waysBack(data)}`
  }
  // what was confirmed last stands in the write-ahead file until the log is closed
  if (mark?.open === true && !existsSync(`${file}-wal`) && !asItIs)
    return `The log in ${data} was not closed, and ${LOG_FILE}-wal, which has what was confirmed last, is missing: put it back. Or start with --as-it-is, without what it held. ${waysBack(data)}`
  const identity = identityOf(file)
  switch (identity.is) {
    case 'book':
      return undefined
    case 'empty':
      return `The log in ${data} is empty: ${LOG_FILE} holds nothing. ${waysBack(data)}`
    case 'foreign':
      return `${LOG_FILE} in ${data} is not a log of Wimble's. It was left as it is. ${waysBack(data)}`
    case 'newer':
      return `The log in ${data} was written by a newer Wimble (${identity.version}, this one knows ${newestVersion()}). Nothing was changed: start the newer one.`
    case 'damaged':
      return `The log in ${data} is damaged (${identity.fault.slice(0, 120)}). It was left as it is. ${waysBack(data)}`
  }
}

/** A fault of the disk or the database while a log is opened, as a sentence with the next step. */
function sentenceOf(error: unknown, data: string): string {
  const code = codeOf(error)
  const said = error instanceof Error ? error.message : String(error)
  if (code === 'ENOSPC' || code === 'SQLITE_FULL')
    return `The disk is full, so the log in ${data} cannot be opened. Make room, and start again.`
  if (
    code === 'EACCES' ||
    code === 'EPERM' ||
    code.startsWith('SQLITE_READONLY') ||
    code === 'SQLITE_CANTOPEN'
  )
    return `The log in ${data} cannot be opened (${said}). See that this user may read and write the folder and all that is in it, and start again.`
  if (code.startsWith('SQLITE_BUSY'))
    return `Another program has the log in ${data} open. Close it, and start again.`
  if (code.startsWith('SQLITE_IOERR') || code === 'EIO')
    return `The disk fails while the log in ${data} is opened (${said}). Copy the folder to another disk, and start from there with --data. ${waysBack(data)}`
  return `The log in ${data} cannot be brought up to this version (${said}). It was left as it was. ${waysBack(data)}`
}

/** Puts the present log aside, whole, with whatever belongs to it. Returns the folder, or undefined when there was none. */
export function putAside(data: string, why: string, now: Date): string | undefined {
  if (!existsSync(logIn(data))) return undefined
  const aside = join(data, `${why}-${stampOf(now)}`)
  mkdirSync(aside)
  for (const end of ['', '-wal', '-shm'])
    if (existsSync(logIn(data) + end)) renameSync(logIn(data) + end, join(aside, LOG_FILE + end))
  return aside
}
export const stampOf = (now: Date): string => now.toISOString().replace(/[:.]/g, '-')

/** What a process that was killed left half done: unfinished copies, and files that were being read in. */
const LEFT_OVER = /^\.(import|copy)-|\.part$/
function tidy(data: string): void {
  for (const folder of [data, join(data, 'backups'), join(data, 'photos')])
    if (existsSync(folder))
      for (const name of readdirSync(folder).filter((n) => LEFT_OVER.test(n)))
        rmSync(join(folder, name), { recursive: true, force: true })
}

/** A log that this process has for itself. */
export interface OpenLog {
  readonly db: Db
  readonly lock: Lock
  /** Tells those who find the folder taken where it is served. */
  servedAt(port: number): void
  /** Closes it so that the folder says so; the lock is let go unless it is kept for what comes next. */
  close(keepLock?: boolean): void
}

export interface OpenOptions {
  readonly now?: Date
  /** Puts what is there aside and begins a new log. */
  readonly newLog?: boolean
  /** Opens a log that was not closed although its write-ahead file is gone. */
  readonly asItIs?: boolean
  /** Puts the first rows into a log that is made. */
  readonly fill?: (db: Db) => void
  /** Held already. */
  readonly lock?: Lock
}

/**
 * Opens the log of a folder for this process alone, or makes one where none ever was.
 * @throws CannotStart with a sentence and the next step; then nothing was changed
 */
export function openLog(data: string, options: OpenOptions = {}): OpenLog {
  const now = options.now ?? new Date()
  const lock = options.lock ?? lockOrTell(data)
  try {
    if (options.newLog === true) putAside(data, 'before', now)
    else {
      const why = refusal(data, options.asItIs === true)
      if (why !== undefined) throw new CannotStart(why)
    }
    tidy(data)
    const db = openDatabase(logIn(data), now, options.fill)
    const mark = (open: boolean, port: number | null) =>
      writeMark(data, { open, at: new Date().toISOString(), port })
    mark(true, null)
    return {
      db,
      lock,
      servedAt: (port) => mark(true, port),
      close: (keepLock = false) => {
        // all of it stands in the one file before the folder says that it was closed
        db.pragma('wal_checkpoint(TRUNCATE)')
        mark(false, null)
        db.close()
        if (!keepLock) lock.release()
      },
    }
  } catch (error) {
    if (options.lock === undefined) lock.release()
    if (error instanceof CannotStart) throw error
    throw new CannotStart(sentenceOf(error, data))
  }
}

/**
 * Refuses a folder whose log must not be opened, before anything else is begun.
 * @throws CannotStart with a sentence and the next step; nothing was changed
 */
export function checkLog(data: string, { newLog = false, asItIs = false }: OpenOptions): void {
  const lock = lockOrTell(data)
  try {
    const why = newLog ? undefined : refusal(data, asItIs)
    if (why !== undefined) throw new CannotStart(why)
  } finally {
    lock.release()
  }
}

function lockOrTell(data: string): Lock {
  try {
    return takeLock(data)
  } catch (error) {
    if (error instanceof CannotStart) throw error
    throw new CannotStart(sentenceOf(error, data))
  }
}

/** Whether the log of a folder says that it is a demo; undefined where there is none. */
export function isDemo(data: string): boolean | undefined {
  if (!existsSync(logIn(data))) return undefined
  const db = new Database(logIn(data), { readonly: true })
  try {
    return db.prepare("SELECT count(*) FROM marks WHERE name = 'demo'").pluck().get() === 1
  } catch {
    // one from before logs were marked
    return false
  } finally {
    db.close()
  }
}
