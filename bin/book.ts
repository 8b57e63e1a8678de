import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { Command } from 'commander'
import type { Store } from '../server/store.ts'
import { BadInput, print } from './io.ts'

/* The database is only loaded by the commands that need it. */
const ROOT = resolve(import.meta.dirname, '..')
const DATA = join(ROOT, 'data', 'demo')

interface Options {
  readonly data: string
  readonly to?: string
}

/** The book of a folder, opened for one command; it has to be there. */
async function withBook<T>(data: string, work: (store: Store) => Promise<T>): Promise<T> {
  const { openDatabase } = await import('../server/db/open.ts')
  const { openStore } = await import('../server/store.ts')
  const file = join(data, 'wimble.sqlite')
  if (!existsSync(file)) throw new BadInput('data', `There is no book in ${data}.`)
  const db = openDatabase(file)
  try {
    return await work(openStore(db))
  } finally {
    db.close()
  }
}

/** What is wrong with a copy, as the command line tells it. */
async function told<T>(work: () => Promise<T>): Promise<T> {
  const { BadBackup } = await import('../server/backup.ts')
  try {
    return await work()
  } catch (error) {
    if (error instanceof BadBackup) throw new BadInput('file', error.message)
    throw error
  }
}

async function backup(options: Options): Promise<void> {
  const { backUp } = await import('../server/backup.ts')
  const file = await told(() => backUp(resolve(options.data), options.to && resolve(options.to), new Date()))
  print({ backup: file })
}

async function restoreFrom(file: string, options: Options): Promise<void> {
  const { restore } = await import('../server/backup.ts')
  const aside = await told(() => restore(resolve(options.data), resolve(file), new Date()))
  print({ restored: resolve(file), before: aside ?? null })
}

async function exportTo(file: string, options: Options): Promise<void> {
  const format = (['csv', 'json', 'zip'] as const).find((f) => file.toLowerCase().endsWith(`.${f}`))
  if (!format) throw new BadInput('file', 'The file to write should end in .csv, .json or .zip.')
  const { exportBook } = await import('../server/book.ts')
  const data = resolve(options.data)
  await withBook(data, async (store) => writeFileSync(file, await exportBook(store, data, format)))
  print({ exported: resolve(file) })
}

async function importFrom(file: string, options: Options): Promise<void> {
  if (!existsSync(file)) throw new BadInput('file', `${file} cannot be read.`)
  const { importBook } = await import('../server/book.ts')
  const data = resolve(options.data)
  print(await withBook(data, (store) => importBook(store, data, readFileSync(file))))
}

/** `wimble backup`, `restore`, `export` and `import`. */
export function bookCommands(): readonly Command[] {
  const make = (name: string, says: string) =>
    new Command(name)
      .description(says)
      .option('--data <folder>', 'where the book is kept', DATA)
      .exitOverride()
  return [
    make('backup', 'a copy of the whole book and its pictures, also while Wimble runs')
      .option('--to <file>', 'where to write it; else into the folder backups beside the book')
      .action(backup),
    make('restore', 'put a copy in the place of the book; stop Wimble first. The present book is kept aside')
      .argument('<file>', 'a copy: .zip or .sqlite')
      .action(restoreFrom),
    make('export', 'the log in open formats')
      .argument('<file>', 'to write: .csv, .json, or .zip with pictures')
      .action(exportTo),
    make('import', 'merge another log into the book; nothing is doubled')
      .argument('<file>', 'a log: .csv, .json or .zip')
      .action(importFrom),
  ]
}
