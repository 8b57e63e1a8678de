import { renameSync } from 'node:fs'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { join } from 'node:path'
import pino, { type Logger } from 'pino'
import { createApp } from './app.ts'
import { restore } from './copies/copies.ts'
import { Damage } from './damage.ts'
import type { Db } from './db/db.ts'
import { AppError } from './errors.ts'
import {
  LOG_FILE,
  logIn,
  CannotStart,
  checkFolder,
  openLog,
  putAside,
  type Lock,
  type OpenOptions,
} from './folder.ts'
import { Housekeeping } from './housekeeping.ts'
import { RunHub } from './hub.ts'
import { Instruments } from './instruments/instruments.ts'
import { watchTests } from './routes/tests.ts'
import { openStore, type Store } from './store.ts'
import { Lanes } from './workers/lanes.ts'

export interface StartOptions extends Pick<OpenOptions, 'newLog' | 'asItIs' | 'fill'> {
  readonly port: number
  /** Folder of the database; made when missing. */
  readonly data: string
  readonly host?: string
  readonly pages?: string | undefined
  /** The built threads; without it they begin from their sources. */
  readonly threads?: string | undefined
  readonly version: string
  readonly log?: Logger
  readonly now?: () => Date
  /** Port of the gateway of the instruments on this machine, if there is one. */
  readonly instruments?: number | undefined
  /** From the start to the first copy and look through the log. ms */
  readonly firstTendMs?: number
}

export interface Running {
  readonly url: string
  readonly port: number
  readonly db: Db
  readonly store: Store
  readonly house: Housekeeping
  readonly lanes: Lanes
  readonly instruments: Instruments
  /** Answers what is in hand, then closes the database. */
  stop(): Promise<void>
}

/**
 * A connection that rests is kept for longer than any browser keeps its end: where the server lets go first, a request
 * that is just on its way meets a connection that is gone, and is reset.
 */
const REST_MS = 310_000
/** Pages that watch a run hold their line open; they are let go after this. */
const GRACE_MS = 1000

/** A log that is open, with all that works on it; a restore closes it and opens another. */
interface Session extends Pick<Running, 'db' | 'store' | 'house' | 'lanes' | 'instruments'> {
  readonly handle: (req: IncomingMessage, res: ServerResponse) => unknown
  servedAt(port: number): void
  /** Closes the log; the folder is kept for what comes next when the lock is. */
  end(keepLock: boolean): Promise<Lock>
}

type GoBack = (file: string, damaged: boolean) => Promise<string | undefined>

/** Opens the folder's log and all that works on it. */
function openSession(options: StartOptions, goBack: GoBack, lock?: Lock): Session {
  const { data, pages, version, log = pino({ level: 'info' }), now = () => new Date() } = options
  const { newLog = false, asItIs = false, fill } = options
  const book = openLog(data, {
    now: now(),
    // what a restore has put there is opened as any other log
    ...(lock ? { lock } : { newLog, asItIs, ...(fill ? { fill } : {}) }),
  })
  const { db } = book
  const damage = new Damage()
  const store = openStore(db, damage)
  const lanes = new Lanes(data, (error) => log.error({ err: error }, 'thread'), options.threads)
  const house = new Housekeeping({ db, store, damage, lanes, data, log, now })
  const hub = new RunHub()
  const instruments = new Instruments({
    log,
    now,
    store: (samples) => store.samples.add(samples),
    tidy: (nowS) => store.samples.tidy(nowS),
    simulated: () => store.marks.has('demo') || store.settings.get().simulated === 'on',
  })
  if (options.instruments !== undefined) instruments.connect(options.instruments)
  const context = { store, hub, instruments, data, now, lanes, house, goBack }
  const unwatch = watchTests(context)
  house.begin(options.firstTendMs)
  return {
    db,
    store,
    house,
    lanes,
    instruments,
    handle: createApp({ ...context, log, pages, version }).callback(),
    servedAt: book.servedAt,
    end: async (keepLock) => {
      house.stop()
      hub.close()
      unwatch()
      instruments.stop()
      await lanes.stop()
      book.close(keepLock)
      return book.lock
    },
  }
}

/** What is asked while a copy is put in the place of the log. */
function comeAgain(_req: IncomingMessage, res: ServerResponse): void {
  res.writeHead(503, { 'Content-Type': 'application/json' })
  res.end(
    JSON.stringify({
      error: { code: 'busy', message: 'A copy of the log is being put back. This is sent again.' },
    }),
  )
}

/** Opens the database and serves pages and API on one port, on loopback unless `host` says otherwise. Port 0 takes a free one. */
export async function startServer(options: StartOptions): Promise<Running> {
  const { host = '127.0.0.1', data, now = () => new Date() } = options
  checkFolder(data)
  let goingBack = false
  const goBack: GoBack = async (file, damaged) => {
    if (goingBack) throw new AppError(409, 'going-back', 'A copy is being put back already.')
    goingBack = true
    handle = comeAgain
    const lock = await session.end(true)
    const reopen = () => {
      session = openSession(options, goBack, lock)
      session.servedAt(port)
      handle = session.handle
    }
    let aside: string | undefined
    try {
      aside = await restore(data, file, now(), damaged)
      reopen()
      return aside
    } catch (error) {
      // whatever becomes of the copy, a log is opened again: the one that was there
      if (aside !== undefined) {
        putAside(data, 'not-opened', now())
        renameSync(join(aside, LOG_FILE), logIn(data))
      }
      reopen()
      throw error
    } finally {
      goingBack = false
    }
  }
  let session = openSession(options, goBack)
  let handle: Session['handle'] = session.handle
  let port = options.port
  const server = await listen((req, res) => handle(req, res), options.port, host).catch(
    async (error: unknown) => {
      await session.end(false)
      throw error
    },
  )
  const address = server.address()
  port = typeof address === 'object' && address ? address.port : options.port
  session.servedAt(port)
  return {
    url: `http://localhost:${port}`,
    port,
    get db() {
      return session.db
    },
    get store() {
      return session.store
    },
    get house() {
      return session.house
    },
    get lanes() {
      return session.lanes
    },
    get instruments() {
      return session.instruments
    },
    stop: () => stop(server, () => session.end(false)),
  }
}

function listen(handler: Session['handle'], port: number, host: string): Promise<Server> {
  const server = createServer({ keepAliveTimeout: REST_MS }, (req, res) => void handler(req, res))
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

function stop(server: Server, letGo: () => Promise<unknown>): Promise<void> {
  return new Promise((resolve) => {
    const force = setTimeout(() => server.closeAllConnections(), GRACE_MS)
    server.close(() => {
      clearTimeout(force)
      void letGo().then(() => resolve())
    })
    server.closeIdleConnections()
  })
}
