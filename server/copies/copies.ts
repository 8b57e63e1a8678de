/** Copies of the log, whole, and back from them. */
import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { openReadOnly } from '../db/open.ts'
import { LOG_FILE, logIn, putAside, stampOf, writeMark } from '../folder.ts'
import { backupsIn, isCopyDue, listCopies, outlived } from './list.ts'
import { countAll, damagedCount, faultOf } from './look.ts'
import { pack, unpack, type CopyFacts } from './zip.ts'

/** A copy that is not the whole log, or no log at all, with the sentence to print. */
export class BadCopy extends Error {}

/** Copies a log that may be written to meanwhile into a file of its own, and holds that against its digests. */
function copyOf(data: string, to: string): CopyFacts {
  const db = openReadOnly(logIn(data))
  try {
    const before = countAll(db)
    db.prepare('VACUUM INTO ?').run(to)
    const fault = faultOf(to)
    if (fault !== undefined) throw new BadCopy(`The copy is not whole: ${fault}.`)
    const damaged = damagedCount(to)
    const copy = new Database(to)
    try {
      copy
        .prepare("INSERT OR REPLACE INTO meta (name, value) VALUES ('copied-damaged', ?)")
        .run(String(damaged))
      const held = countAll(copy)
      // lines are only ever added: a copy that holds fewer than there were has lost some
      if (held.lines < before.lines || held.pieces < before.pieces || held.runs < before.runs)
        throw new BadCopy(`The copy holds ${held.lines} lines, the log ${before.lines}.`)
      return { ...held, damaged }
    } finally {
      copy.close()
    }
  } finally {
    db.close()
  }
}

/** Makes a folder beside the log that is gone again when the work is done. */
async function beside<T>(data: string, work: (folder: string) => T | Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(data, '.copy-'))
  try {
    return await work(folder)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** A copy of the log and its pictures as one file. Also while the server runs. Returns its path. */
export async function backUp(data: string, to: string | undefined, now: Date): Promise<string> {
  if (!existsSync(logIn(data))) throw new BadCopy(`There is no log in ${data}.`)
  return beside(data, async (folder) => {
    const copy = join(folder, LOG_FILE)
    const facts = copyOf(data, copy)
    mkdirSync(backupsIn(data), { recursive: true })
    const file = to ?? join(backupsIn(data), `wimble-${stampOf(now)}.zip`)
    await pack(copy, data, file, facts)
    return file
  })
}

/** A copy of the log alone, opened and counted before it has its name; older ones go when they have been outlived. */
export async function copyDaily(data: string, now: Date): Promise<void> {
  await beside(data, (folder) => {
    const copy = join(folder, LOG_FILE)
    const { damaged } = copyOf(data, copy)
    mkdirSync(backupsIn(data), { recursive: true })
    renameSync(copy, join(backupsIn(data), `daily-${stampOf(now)}.sqlite`))
    // while the log has damage, an old copy may be the last that has what was damaged
    if (damaged === 0) for (const old of outlived(listCopies(data), now)) rmSync(old.file)
  })
}

/** The same, when a day has passed since the last. */
export async function copyWhenDue(data: string, now: Date): Promise<void> {
  if (isCopyDue(listCopies(data), now)) await copyDaily(data, now)
}

/**
 * Puts a copy in the place of the log, which nobody may have open. The copy is looked through first, and the present
 * log is kept aside.
 * @param damaged whether a copy will do some of whose rows are damaged
 * @returns where the present log was put, if there was one
 * @throws BadCopy when the copy is not the whole log of a known version; then nothing was changed
 */
export async function restore(
  data: string,
  file: string,
  now: Date,
  damaged = false,
): Promise<string | undefined> {
  if (!existsSync(file)) throw new BadCopy(`${file} is not there.`)
  if (!existsSync(data)) mkdirSync(data, { recursive: true })
  return beside(data, async (folder) => {
    const copy = join(folder, LOG_FILE)
    if (file.endsWith('.zip'))
      await unpack(file, folder, true).catch((error: unknown) => {
        throw new BadCopy(`${file}: ${(error as Error).message}. Nothing was changed.`)
      })
    else for (const end of ['', '-wal']) if (existsSync(file + end)) copyFileSync(file + end, copy + end)
    const fault = faultOf(copy, true)
    if (fault !== undefined) throw new BadCopy(`${file} is not a whole log: ${fault}. Nothing was changed.`)
    const bad = damagedCount(copy)
    if (bad > 0 && !damaged)
      throw new BadCopy(
        `In ${file} ${bad === 1 ? 'one row is' : `${bad} rows are`} damaged. Nothing was changed: choose another copy, or say --damaged.`,
      )
    // what stands in a write-ahead file beside the copy belongs to it
    const whole = new Database(copy)
    whole.pragma('wal_checkpoint(TRUNCATE)')
    whole.close()
    const aside = putAside(data, 'before-restore', now)
    renameSync(copy, logIn(data))
    writeMark(data, { open: false, at: now.toISOString(), port: null })
    // pictures are only added: each has a name of its own
    const photos = join(folder, 'photos')
    if (existsSync(photos) && readdirSync(photos).length > 0)
      cpSync(photos, join(data, 'photos'), { recursive: true })
    return aside
  })
}
