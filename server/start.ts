import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { dirname, join } from 'node:path'
import pino, { type Logger } from 'pino'
import { createApp } from './app.ts'
import { openDatabase, type Db } from './db/open.ts'
import { backUpDaily, faultOf, lastGoodBackup, putAside } from './backup.ts'
import { RunHub } from './hub.ts'
import { Instruments } from './instruments/instruments.ts'
import { watchTests } from './routes/tests.ts'
import { openStore, type Store } from './store.ts'

export interface StartOptions {
  readonly port: number
  /** Folder of the database; made when missing. */
  readonly data: string
  readonly host?: string
  readonly pages?: string | undefined
  readonly version: string
  readonly log?: Logger
  /** Port of the gateway of the instruments on this machine, if there is one. */
  readonly instruments?: number | undefined
}

export interface Running {
  readonly url: string
  readonly port: number
  readonly db: Db
  readonly store: Store
  readonly instruments: Instruments
  /** Answers what is in hand, then closes the database. */
  stop(): Promise<void>
}

/** A start that cannot go on, with the sentence to print. */
export class CannotStart extends Error {}

/** Pages that watch a run hold their line open; they are let go after this. */
const GRACE_MS = 1000

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

/** A broken book is never opened: it is kept as it is, and the last copy is offered. */
function checkBook(data: string): void {
  const book = join(data, 'wimble.sqlite')
  const fault = existsSync(book) ? faultOf(book) : undefined
  if (fault === undefined) return
  const aside = putAside(data, 'broken', new Date())
  const last = lastGoodBackup(data)
  throw new CannotStart(
    `The book is damaged (${fault.slice(0, 120)}). It is kept in ${aside ?? data}. ${
      last === undefined
        ? 'There is no copy to go back to; starting again makes a new book.'
        : `Go back to the last copy with: npm run wimble -- restore ${JSON.stringify(last)} --data ${JSON.stringify(data)}`
    }`,
  )
}

/** Opens the database and serves pages and API on one port, on loopback unless `host` says otherwise. Port 0 takes a free one. */
export async function startServer(options: StartOptions): Promise<Running> {
  const { host = '127.0.0.1', data, pages, version } = options
  const log = options.log ?? pino({ level: 'info' })
  checkFolder(data)
  checkBook(data)
  const db = openDatabase(join(data, 'wimble.sqlite'))
  backUpDaily(db, data, new Date())
  const store = openStore(db)
  const hub = new RunHub()
  const now = () => new Date()
  const instruments = new Instruments({
    log,
    now,
    store: (samples) => store.samples.add(samples),
    tidy: (nowS) => store.samples.tidy(nowS),
  })
  if (options.instruments !== undefined) instruments.connect(options.instruments)
  const unwatch = watchTests({ store, hub, instruments, data, now })
  const letGo = () => {
    unwatch()
    instruments.stop()
    db.close()
  }
  const app = createApp({ store, hub, instruments, data, log, pages, version })
  const server = await listen(app.callback(), options.port, host).catch((error: unknown) => {
    letGo()
    throw error
  })
  const address = server.address()
  const port = typeof address === 'object' && address ? address.port : options.port
  return {
    url: `http://localhost:${port}`,
    port,
    db,
    store,
    instruments,
    stop: () => stop(server, letGo),
  }
}

function listen(
  handler: ReturnType<ReturnType<typeof createApp>['callback']>,
  port: number,
  host: string,
): Promise<Server> {
  const server = createServer((req, res) => void handler(req, res))
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      reject(
        error.code === 'EADDRINUSE'
          ? new CannotStart(`Port ${port} is in use. Choose another with --port.`)
          : error.code === 'EACCES'
            ? new CannotStart(`Port ${port} may not be used. Choose one above 1024 with --port.`)
            : error,
      )
    })
    server.listen(port, host, () => resolve(server))
  })
}

function stop(server: Server, letGo: () => void): Promise<void> {
  return new Promise((resolve) => {
    const force = setTimeout(() => server.closeAllConnections(), GRACE_MS)
    server.close(() => {
      clearTimeout(force)
      letGo()
      resolve()
    })
    server.closeIdleConnections()
  })
}
