/**
 * A log of many years: every page's requests against the least server that reads the same rows, in pairs, one after the
 * other, by one client; how the cost grows with the log; and what a confirmation waits while the log is given out.
 */
import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { existsSync, mkdirSync, rmSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { join, resolve } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import Database from 'better-sqlite3'
import { openDatabase } from '../../server/db/open.ts'
import { fillYears } from '../../server/fill.ts'
import { logIn } from '../../server/folder.ts'
import { openStore } from '../../server/store.ts'
import { tempFolder } from '../../server/test-support.ts'
import { print, quantile } from './tell.ts'

const ROOT = resolve(import.meta.dirname, '..', '..')
const TSX = join(ROOT, 'node_modules', 'tsx', 'dist', 'cli.mjs')
/** Lines; a tenth as many pieces, a fortieth as many runs. */
const SIZES = [2_000, 20_000, 200_000] as const
const WARM = 8
const PAIRS = 60
/** Between confirmations while the log is given out. */
const REST_MS = 100
const MEDIAN_MOST = 5
const P95_MOST = 8

export interface Served {
  readonly port: number
  readonly child: ChildProcess
}
export async function serve(program: string, ...args: string[]): Promise<Served> {
  const child = spawn(process.execPath, [TSX, join(import.meta.dirname, program), ...args], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const [chunk] = (await once(child.stdout, 'data')) as [Buffer]
  return { child, port: Number(String(chunk).trim()) }
}

const agent = new Agent({ keepAlive: true, maxSockets: 1 })
/** One request: how long until all of it is there, less what the core worked on it, ms; and how much it was. */
export function timed(
  { port }: Served,
  path: string,
  body?: object,
): Promise<{ readonly ms: number; readonly bytes: number }> {
  return new Promise((done, reject) => {
    const began = performance.now()
    const sent = request(
      {
        port,
        host: '127.0.0.1',
        path,
        agent,
        method: body ? 'POST' : 'GET',
        headers: body ? { 'Content-Type': 'application/json' } : {},
      },
      (response) => {
        let bytes = 0
        response.on('data', (part: Buffer) => (bytes += part.length))
        response.on('end', () => {
          const core = Number(
            /core;dur=([\d.]+)/.exec(String(response.headers['server-timing'] ?? ''))?.[1] ?? 0,
          )
          if ((response.statusCode ?? 500) >= 400) reject(new Error(`${path} answers ${response.statusCode}`))
          else done({ ms: performance.now() - began - core, bytes })
        })
      },
    )
    sent.on('error', reject)
    sent.end(body ? JSON.stringify(body) : undefined)
  })
}

/** What each page asks, and the rows that it shows. */
export function requestsOf(
  data: string,
): readonly { readonly name: string; readonly path: string; readonly rows: string }[] {
  const db = new Database(logIn(data), { readonly: true })
  const one = (sql: string) => String(db.prepare<[], string | number>(sql).pluck().get() ?? '')
  const job = one('SELECT job_id FROM tickets GROUP BY job_id HAVING count(*) = 20 LIMIT 1')
  const piece = one("SELECT id FROM tickets WHERE state = 'planned' ORDER BY created_at DESC LIMIT 1")
  const run = one('SELECT id FROM runs WHERE ended_at IS NOT NULL ORDER BY rowid DESC LIMIT 1')
  const entry = one("SELECT id FROM log WHERE kind = 'cut' AND run_id IS NULL ORDER BY key DESC LIMIT 1")
  const middle = one('SELECT (min(key) + max(key)) / 2 FROM log')
  const kind = one(`SELECT kind FROM tickets WHERE id = '${piece}'`)
  db.close()
  const since = new Date(Date.now() - 7 * 86_400_000).toISOString()
  const find = (match: string) => `find?of=${encodeURIComponent(match)}`
  return [
    { name: 'Today', path: '/api/today', rows: 'today' },
    { name: 'Jobs', path: '/api/jobs', rows: 'jobs' },
    { name: 'a job', path: `/api/jobs/${job}`, rows: `job?of=${job}` },
    { name: 'a job as a whole', path: `/api/jobs/${job}/whole`, rows: `whole?of=${job}` },
    { name: 'a job closed out', path: `/api/jobs/${job}/close-out`, rows: `closeOut?of=${job}` },
    { name: 'a piece', path: `/api/pieces/${piece}`, rows: `piece?of=${piece}` },
    { name: 'what plans go by', path: `/api/records?kind=${kind}`, rows: `records?of=${kind}` },
    { name: 'a run', path: `/api/runs/${run}`, rows: `run?of=${run}` },
    { name: 'Log, newest', path: '/api/log', rows: 'log?of=9007199254740991' },
    { name: 'Log, from the middle', path: `/api/log?before=${middle}`, rows: `log?of=${middle}` },
    { name: 'Log, a word', path: '/api/log?q=gusset', rows: find('"gusset" *') },
    { name: 'Log, two letters', path: '/api/log?q=he', rows: find('"he" *') },
    { name: 'Log, words that are nowhere', path: '/api/log?q=zzz', rows: find('"zzz" *') },
    { name: 'Log, failed', path: '/api/log?outcome=failed', rows: find('"=ofailed"') },
    {
      name: 'Log, who and what',
      path: '/api/log?person=Orla&kind=reading&q=gusset',
      rows: find('"=kreading" AND "=porla" AND "gusset" *'),
    },
    { name: 'a line', path: `/api/log/${entry}`, rows: `entry?of=${entry}` },
    { name: 'Your chart', path: '/api/chart', rows: 'chart' },
    { name: 'tests', path: '/api/tests', rows: 'tests' },
    { name: 'the rig', path: '/api/gear', rows: 'gear' },
    { name: 'torches', path: '/api/torches', rows: 'torches' },
    { name: 'people', path: '/api/people', rows: 'people' },
    { name: 'settings', path: '/api/settings', rows: 'settings' },
    { name: 'gas used in a week', path: `/api/gas-uses?since=${since}`, rows: `gas?of=${since}` },
  ]
}

interface Measured {
  readonly median: number
  readonly bytes: number
}

async function compare(data: string, lines: number): Promise<ReadonlyMap<string, Measured>> {
  const wimble = await serve('wimble-server.ts', data)
  const bare = await serve('bare-server.ts', logIn(data))
  const found = new Map<string, Measured>()
  try {
    print(
      `${lines} lines: Wimble over a bare server, median (budget ${MEDIAN_MOST}) and p95 (budget ${P95_MOST}) of ${PAIRS} pairs`,
    )
    for (const { name, path, rows } of requestsOf(data)) {
      const [ours, theirs]: [number[], number[]] = [[], []]
      let bytes = 0
      for (let i = -WARM; i < PAIRS; i++) {
        const a = await timed(wimble, path)
        const b = await timed(bare, `/rows/${rows}`)
        if (i < 0) continue
        ours.push(a.ms)
        theirs.push(b.ms)
        bytes = a.bytes
      }
      const at = (q: number) => quantile(ours, q) / quantile(theirs, q)
      const over = at(0.5) > MEDIAN_MOST || at(0.95) > P95_MOST ? '  OVER' : ''
      print(
        `  ${name.padEnd(30)} ${quantile(ours, 0.5).toFixed(2).padStart(8)} ms ${String(bytes).padStart(9)} B   median ${at(0.5).toFixed(2).padStart(5)}   p95 ${at(0.95).toFixed(2).padStart(5)}${over}`,
      )
      found.set(name, { median: quantile(ours, 0.5), bytes })
    }
    await confirms(wimble, data)
  } finally {
    wimble.child.kill('SIGTERM')
    bare.child.kill('SIGTERM')
  }
  return found
}

/** A confirmation, alone and while the whole log is given out. */
async function confirms(wimble: Served, data: string): Promise<void> {
  const db = new Database(logIn(data), { readonly: true })
  const run = db.prepare<[], { id: string }>('SELECT id FROM runs WHERE ended_at IS NULL LIMIT 1').get()
  const step = db
    .prepare<[string], string>("SELECT json_extract(steps, '$[0].id') FROM plans WHERE run_id = ?")
    .pluck()
    .get(run?.id ?? '')
  db.close()
  const confirm = async () =>
    (
      await timed(wimble, `/api/runs/${run?.id ?? ''}/events`, {
        id: randomUUID(),
        kind: 'trouble',
        stepId: step,
        at: new Date().toISOString(),
        personId: null,
        reason: 'heard a pop',
      })
    ).ms
  const alone: number[] = []
  for (let i = 0; i < PAIRS; i++) alone.push(await confirm())
  const beside: number[] = []
  // taken by a process of its own, so that this client has nothing else to do
  const taker = spawn(
    process.execPath,
    [
      '-e',
      `fetch('http://127.0.0.1:${wimble.port}/api/export?format=csv').then(async (r) => { let n = 0; for await (const c of r.body) n += c.length; console.log(n) })`,
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  )
  const out = { bytes: 0, over: false }
  taker.stdout.on('data', (said: Buffer) => (out.bytes = Number(String(said))))
  taker.once('close', () => (out.over = true))
  const began = performance.now()
  while (!out.over) {
    beside.push(await confirm())
    // a run of thousands of events would be another matter than the one that is measured
    await pause(REST_MS)
  }
  const { bytes } = out
  print(
    `  a confirmation: ${quantile(alone, 0.5).toFixed(2)} ms alone, ${quantile(beside, 0.5).toFixed(2)} ms while ${(bytes / 1e6).toFixed(0)} MB of CSV go out in ${((performance.now() - began) / 1000).toFixed(1)} s: median ratio ${(quantile(beside, 0.5) / quantile(alone, 0.5)).toFixed(2)}, p95 ratio ${(quantile(beside, 0.95) / quantile(alone, 0.95)).toFixed(2)}`,
  )
}

/** Measures three sizes of log. One that was made before with `npm run fill` may be given for the largest. */
export async function years(made = process.env['WIMBLE_YEARS']): Promise<void> {
  const all: ReadonlyMap<string, Measured>[] = []
  for (const lines of SIZES) {
    const given = made !== undefined && existsSync(logIn(made)) && lines === SIZES.at(-1)
    const data = given ? made : tempFolder()
    if (!given) {
      mkdirSync(data, { recursive: true })
      const began = performance.now()
      const db = openDatabase(logIn(data))
      fillYears(openStore(db), { lines, pieces: lines / 10, runs: lines / 40, seed: 1, now: new Date() })
      db.close()
      print(
        `a log of ${lines} lines made in ${((performance.now() - began) / 1000).toFixed(0)} s  budget 180 s`,
      )
    }
    all.push(await compare(data, lines))
    if (!given) rmSync(data, { recursive: true, force: true })
  }
  print(
    'how the cost grows with the log, tenfold, over how what is shown grows; the settings, which do not, are 1',
  )
  const grown = (from: number, name: string) => {
    const [before, after] = [all[from]?.get(name), all[from + 1]?.get(name)]
    return before && after
      ? after.median / before.median / Math.max(1, after.bytes / before.bytes)
      : Number.NaN
  }
  for (const name of all.at(-1)?.keys() ?? []) {
    // how fast the machine was meanwhile is taken out by what costs the same whatever the log
    const [small, large] = [0, 1].map((from) => grown(from, name) / grown(from, 'settings'))
    print(
      `  ${name.padEnd(30)} ${(small ?? 0).toFixed(2)} to 20,000 lines, ${(large ?? 0).toFixed(2)} to 200,000`,
    )
  }
}
