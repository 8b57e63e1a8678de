import type { JobPage, Piece, Today } from '#contract/types.ts'
import { randomUUID } from 'node:crypto'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import pino from 'pino'
import { threadsFolder } from './built.ts'
import type { NewEntry } from './db/tables/log-rows.ts'
import { fillDemo } from './demo/demo.ts'
import { openLog } from './folder.ts'
import { startServer, type Running } from './start.ts'
import { openStore } from './store.ts'

export interface TestServer extends Running {
  readonly data: string
  /** One request; the answer's status and JSON. */
  call(
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ): Promise<{ status: number; json: unknown }>
}

export const tempFolder = (): string => mkdtempSync(join(tmpdir(), 'wimble-'))

/** The demo's folder, closed, as this process made it first: a copy of it is there in a fraction of the time. */
let demo: string | undefined
export function demoFolder(): string {
  if (demo !== undefined) return demo
  const made = tempFolder()
  openLog(made, { fill: (db) => fillDemo(openStore(db), new Date()) }).close()
  process.once('exit', () => rmSync(made, { recursive: true, force: true }))
  demo = made
  return made
}

/** Built before the first test: a thread that begins from its sources takes longer than most tests. */
export const THREADS = threadsFolder(resolve(import.meta.dirname, '..'))
const NEVER_MS = 24 * 3600_000
/** A server on a free port with a log of its own, filled with the demo unless `empty`. */
export async function testServer(
  options: {
    empty?: boolean
    /** Filled by itself, so that it has nothing in common with another one's. */
    own?: boolean
    data?: string
    pages?: string
    port?: number
    instruments?: number
  } = {},
): Promise<TestServer> {
  const data = options.data ?? tempFolder()
  const copied = options.data === undefined && !options.own
  if (copied && !options.empty) cpSync(demoFolder(), data, { recursive: true })
  const running = await startServer({
    port: options.port ?? 0,
    data,
    version: 'test',
    pages: options.pages,
    threads: THREADS,
    instruments: options.instruments,
    log: pino({ level: 'silent' }),
    // a test that looks through its log does so itself: on a busy machine the other would come between
    ...(options.pages === undefined ? { firstTendMs: NEVER_MS } : {}),
  })
  if (!copied && !options.empty) fillDemo(running.store, new Date())
  // what a restore puts in its place is asked for by name, so that it is the one of now
  return Object.assign(Object.create(running) as Running, {
    data,
    call: async (method: string, path: string, body?: unknown, headers?: Record<string, string>) => {
      const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body)
      const response = await fetch(`http://127.0.0.1:${running.port}${path}`, {
        method,
        headers: { 'Content-Type': 'application/json', ...headers },
        ...(text === undefined ? {} : { body: text }),
      })
      const answer = await response.text()
      return { status: response.status, json: answer === '' ? undefined : (JSON.parse(answer) as unknown) }
    },
    stop: async () => {
      await running.stop()
      if (options.data === undefined) rmSync(data, { recursive: true, force: true })
    },
  }) as TestServer
}

/** A line of the log that speaks of no piece. */
export const lineAlone = (over: Partial<NewEntry> = {}): NewEntry => ({
  id: randomUUID(),
  kind: 'fault',
  at: '2026-03-02T08:00:00.000Z',
  pieceId: null,
  runId: null,
  personId: null,
  jobName: 'Gate 3',
  title: 'Rack bar',
  personName: 'Heron',
  metal: '',
  fuel: '',
  handling: '',
  thicknessM: null,
  tipOrificeM: null,
  outcome: 'none',
  good: false,
  told: { kind: 'fault', signs: ['Drag lines lean'], cause: 'Going too fast', fix: 'Go slower.' },
  corrects: null,
  why: '',
  ...over,
})

/** Ends every run that is under way. */
export async function endRuns(server: Pick<TestServer, 'call'>): Promise<void> {
  const { running } = (await server.call('GET', '/api/today')).json as Today
  for (const { id } of running)
    await server.call('POST', `/api/runs/${id}/events`, {
      id: randomUUID(),
      kind: 'stop',
      stepId: 'set-oxygen',
      at: new Date().toISOString(),
      personId: null,
      reason: null,
    })
}

/** A piece of the demo log by its title. */
export async function pieceNamed(server: Pick<TestServer, 'call'>, title: string): Promise<Piece> {
  const { jobs } = (await server.call('GET', '/api/jobs')).json as JobPage
  const found = jobs.flatMap((j) => j.pieces).find((t) => t.title === title)
  if (!found) throw new Error(`the demo has no piece called ${title}`)
  return (await server.call('GET', `/api/pieces/${found.id}`)).json as Piece
}
