import { createWriteStream, existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { Command } from 'commander'
import type { Store } from '../server/store.ts'
import type { Lanes } from '../server/workers/lanes.ts'
import { BadInput, print } from './io.ts'
import { DEMO_LOG, OWN_LOG, ROOT } from './places.ts'

/* The database is only loaded by the commands that need it. */
/** The shop's own log where there is one, else the demo's. */
const DATA = existsSync(join(OWN_LOG, 'wimble.sqlite')) ? OWN_LOG : DEMO_LOG

interface Options {
  readonly data: string
  readonly to?: string
}

/** What is wrong with a copy or a folder, as the command line tells it. */
async function told<T>(work: () => Promise<T>): Promise<T> {
  const { BadCopy } = await import('../server/copies/copies.ts')
  const { CannotStart } = await import('../server/folder.ts')
  try {
    return await work()
  } catch (error) {
    if (error instanceof BadCopy) throw new BadInput('file', error.message)
    if (error instanceof CannotStart) throw new BadInput('data', error.message)
    throw error
  }
}

/** Built by a start of Wimble: a command that finds them there need not read their sources. */
const threads = async () => (await import('./build.ts')).builtThreads(ROOT)

/** The log of a folder for this command alone: another that has it open is respected. */
async function withLog<T>(data: string, work: (store: Store, lanes: Lanes) => Promise<T>): Promise<T> {
  const { openLog, logIn } = await import('../server/folder.ts')
  const { openStore } = await import('../server/store.ts')
  const { Lanes } = await import('../server/workers/lanes.ts')
  return told(async () => {
    if (!existsSync(logIn(data))) throw new BadInput('data', `There is no log in ${data}.`)
    const book = openLog(data)
    let failed: unknown
    const lanes = new Lanes(data, (error) => (failed = error), await threads())
    try {
      const done = await work(openStore(book.db), lanes)
      if (failed !== undefined) throw failed
      return done
    } finally {
      await lanes.stop()
      book.close()
    }
  })
}

async function backup(options: Options): Promise<void> {
  const { backUp } = await import('../server/copies/copies.ts')
  const data = resolve(options.data)
  const to = options.to && resolve(options.to)
  // one that is served is copied beside its server; any other is opened first, and closed as it should be
  const file = (await isTaken(data))
    ? await told(() => backUp(data, to, new Date()))
    : await withLog(data, () => backUp(data, to, new Date()))
  print({ backup: file })
}

/** Whether a Wimble has the folder's log open. */
async function isTaken(data: string): Promise<boolean> {
  const { CannotStart, takeLock } = await import('../server/folder.ts')
  if (!existsSync(data)) return false
  try {
    takeLock(data).release()
    return false
  } catch (error) {
    if (error instanceof CannotStart) return true
    throw error
  }
}

async function restoreFrom(file: string, options: Options & { readonly damaged: boolean }): Promise<void> {
  const { restore } = await import('../server/copies/copies.ts')
  const { checkFolder, takeLock } = await import('../server/folder.ts')
  const data = resolve(options.data)
  const aside = await told(async () => {
    checkFolder(data)
    const lock = takeLock(data)
    try {
      return await restore(data, resolve(file), new Date(), options.damaged)
    } finally {
      lock.release()
    }
  })
  print({ restored: resolve(file), before: aside ?? null })
}

async function exportTo(file: string, options: Options): Promise<void> {
  const format = (['csv', 'json', 'zip'] as const).find((f) => file.toLowerCase().endsWith(`.${f}`))
  if (!format) throw new BadInput('file', 'The file to write should end in .csv, .json or .zip.')
  const { exportLog } = await import('../server/take-in.ts')
  const { Lanes } = await import('../server/workers/lanes.ts')
  const data = resolve(options.data)
  const write = async (lanes: Lanes) => pipeline(await exportLog(lanes, format), createWriteStream(file))
  if (await isTaken(data)) {
    const lanes = new Lanes(data, () => undefined, await threads())
    await write(lanes).finally(() => lanes.stop())
  } else await withLog(data, (_store, lanes) => write(lanes))
  print({ exported: resolve(file) })
}

async function importFrom(file: string, options: Options): Promise<void> {
  if (!existsSync(file)) throw new BadInput('file', `${file} cannot be read.`)
  const { importLog } = await import('../server/take-in.ts')
  const data = resolve(options.data)
  print(await withLog(data, (store, lanes) => importLog(store, data, lanes, resolve(file))))
}

/** `wimble backup`, `restore`, `export` and `import`. */
export function logCommands(): readonly Command[] {
  const make = (name: string, says: string) =>
    new Command(name)
      .description(says)
      .option('--data <folder>', 'where the log is kept', DATA)
      .exitOverride()
  return [
    make('backup', 'a copy of the whole log and its pictures, also while Wimble runs')
      .option('--to <file>', 'where to write it; else into the folder backups beside the log')
      .action(backup),
    make('restore', 'put a copy in the place of the log; stop Wimble first. The present log is kept aside')
      .argument('<file>', 'a copy: .zip or .sqlite')
      .option('--damaged', 'take a copy although some of its rows are damaged', false)
      .action(restoreFrom),
    make('export', 'the log in open formats')
      .argument('<file>', 'to write: .csv, .json, or .zip with pictures')
      .action(exportTo),
    make('import', 'merge another log into this one; nothing is doubled')
      .argument('<file>', 'a log: .csv, .json or .zip')
      .action(importFrom),
  ]
}
