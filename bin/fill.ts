import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { Command, InvalidArgumentError } from 'commander'
import { fillYears } from '../server/fill.ts'
import { logIn, CannotStart, checkFolder, openLog } from '../server/folder.ts'
import { openStore } from '../server/store.ts'

const ROOT = resolve(import.meta.dirname, '..')
const say = (line: string) => process.stdout.write(`${line}\n`)

function whole(text: string): number {
  const n = Number(text)
  if (!/^\d{1,7}$/.test(text)) throw new InvalidArgumentError('A whole number.')
  return n
}

interface Options {
  readonly data: string
  readonly pieces: number
  readonly lines: number
  readonly runs: number
  readonly seed: number
}

const program = new Command('fill')
  .description(
    'Makes a log of many years, made up, in a folder of its own: to see and measure how it goes then.',
  )
  .option('--data <folder>', 'where the log is made; there may be none yet', join(ROOT, 'data', 'years'))
  .option('--pieces <number>', 'pieces', whole, 20_000)
  .option('--lines <number>', 'lines of the log', whole, 200_000)
  .option('--runs <number>', 'runs with every step', whole, 5_000)
  .option('--seed <number>', 'the same log for the same seed', whole, 1)

try {
  const { data: folder, ...years } = program.parse().opts<Options>()
  const data = resolve(folder)
  checkFolder(data)
  if (existsSync(logIn(data)))
    throw new CannotStart(`There is a log in ${data} already. Choose another folder with --data.`)
  const began = performance.now()
  const book = openLog(data)
  // what is made up can be made again: it need not survive a power cut while it is made
  book.db.pragma('synchronous = OFF')
  fillYears(openStore(book.db), { ...years, now: new Date() }, say)
  book.close()
  say(
    `Made in ${Math.round((performance.now() - began) / 1000)} s. Start it with: npm run demo -- --data ${JSON.stringify(data)}`,
  )
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`)
  process.exit(1)
}
