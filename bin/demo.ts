import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join, resolve } from 'node:path'
import { Command, InvalidArgumentError } from 'commander'
import pino from 'pino'
import { pagesFolder, threadsFolder } from '../server/built.ts'
import { fillDemo } from '../server/demo/demo.ts'
import type { Db } from '../server/db/db.ts'
import { CannotStart, checkLog, checkFolder, isDemo } from '../server/folder.ts'
import { startServer } from '../server/start.ts'
import { openStore } from '../server/store.ts'
import { ensureBuilt } from './build.ts'
import { DEMO_LOG, OWN_LOG, ROOT } from './places.ts'

const say = (line: string) => process.stdout.write(`${line}\n`)

function port(text: string): number {
  const n = Number(text)
  if (!/^\d+$/.test(text) || n > 65_535)
    throw new InvalidArgumentError('A port is a whole number up to 65535.')
  return n
}

/** Refuses a port that somebody else holds before minutes are spent on building. */
function checkPort(wanted: number): Promise<void> {
  return new Promise((done, reject) => {
    const probe = createServer()
    probe.once('error', (error: NodeJS.ErrnoException) => {
      reject(
        new CannotStart(
          error.code === 'EADDRINUSE'
            ? `Port ${wanted} is in use. Choose another with --port.`
            : `Port ${wanted} cannot be used. Choose another with --port.`,
        ),
      )
    })
    probe.listen(wanted, '127.0.0.1', () => probe.close(() => done()))
  })
}

/** Never mixes a demo with a shop's own log. A demo from before logs said so lies in its own folder. */
function checkWhose(data: string, empty: boolean): void {
  const demo = isDemo(data)
  if (demo === true && empty)
    throw new CannotStart(`${data} holds a demo log. Choose another folder with --data, or start the demo.`)
  if (demo === false && !empty && data !== DEMO_LOG)
    throw new CannotStart(
      `${data} holds a shop's own log, not a demo. Start it with: npm start -- --data ${data}`,
    )
}

/** The simulated instruments, in a process of their own; the answer's port is where they speak. */
function startBench(): Promise<{ readonly port: number; stop(): void }> {
  const tsx = join(ROOT, 'node_modules', 'tsx', 'dist', 'cli.mjs')
  const child = spawn(process.execPath, [tsx, join(ROOT, 'bin', 'simulate.ts')], {
    stdio: ['pipe', 'pipe', 'inherit'],
  })
  return new Promise((resolve, reject) => {
    child.once('error', reject)
    child.once('exit', (code) =>
      reject(new CannotStart(`The simulated instruments ended (${code ?? 'stopped'}).`)),
    )
    child.stdout.once('data', (line: Buffer) =>
      resolve({ port: Number(line.toString().trim()), stop: () => void child.kill() }),
    )
  })
}

interface Options {
  readonly port: number
  readonly data: string | undefined
  readonly empty: boolean
  readonly newLog: boolean
  readonly fresh: boolean
  readonly asItIs: boolean
}

async function demo(options: Options): Promise<void> {
  const data = resolve(options.data ?? (options.empty ? OWN_LOG : DEMO_LOG))
  await checkPort(options.port)
  checkFolder(data)
  const opening = { newLog: options.newLog || options.fresh, asItIs: options.asItIs }
  checkLog(data, opening)
  if (!opening.newLog) checkWhose(data, options.empty)
  await ensureBuilt(ROOT, say)
  const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as { version: string }
  // instruments are simulated for the demo; a shop has its own
  const bench = options.empty ? undefined : await startBench()
  const running = await startServer({
    ...opening,
    ...(bench
      ? {
          fill: (db: Db) => {
            say('Making the demo log: Sallow Reach Lockworks.')
            fillDemo(openStore(db), new Date())
          },
          instruments: bench.port,
        }
      : {}),
    port: options.port,
    data,
    pages: pagesFolder(ROOT),
    threads: threadsFolder(ROOT),
    version,
    log: pino({ level: process.env['WIMBLE_LOG'] ?? 'warn' }),
  }).catch((error: unknown) => {
    bench?.stop()
    throw error
  })
  // pages that search are answered at once
  void running.lanes.read.records(undefined)
  say(`Wimble is at ${running.url}  (data in ${data}; Ctrl+C stops it)`)
  const leave = () => {
    bench?.stop()
    void running.stop().then(() => process.exit(0))
  }
  process.once('SIGINT', leave)
  process.once('SIGTERM', leave)
}

const program = new Command('demo')
  .description('Starts Wimble: with demo data, or with an empty log for real work.')
  .option('--empty', 'an empty log, for real work', false)
  .option('--port <number>', 'port on this machine', port, 4310)
  .option('--data <folder>', `where the log is kept (${DEMO_LOG}, or ${OWN_LOG} for real work)`)
  .option('--new-log', 'put the present log aside and make a new one', false)
  .option('--fresh', 'the same', false)
  .option('--as-it-is', 'open a log that was not closed although its write-ahead file is gone', false)

try {
  await demo(program.parse().opts<Options>())
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`)
  process.exit(1)
}
