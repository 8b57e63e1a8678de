/**
 * A shift of a busy shop, by hand: devices that read ten times a second, pages that are looked at, steps that are
 * confirmed, in pairs with the least server that could; then a server that is killed again and again. Ratios, since a
 * machine may be slow: p95 of Wimble over p95 of the least server, memory at the end over memory once it is warm.
 */
import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import Database from 'better-sqlite3'
import { Command } from 'commander'
import { writeMessage } from '#core/instrument/protocol.ts'
import { openDatabase } from '../server/db/open.ts'
import { fillYears } from '../server/fill.ts'
import { logIn } from '../server/folder.ts'
import { openStore } from '../server/store.ts'
import { tempFolder } from '../server/test-support.ts'
import { quantile } from './bench/tell.ts'
import { requestsOf, serve, timed } from './bench/years.ts'

const ROOT = resolve(import.meta.dirname, '..')
const TOTALS = join(tmpdir(), 'wimble-soak-kills.json')
const TICK_MS = 100
const REST_MS = 40
const MEMORY_MS = 5000
const BATCH = 50
/** Confirmations before a run of the soak is left for the next: as many as a shop's have. */
const EVENTS_A_RUN = 60

const print = (line: string) => process.stdout.write(`${line}\n`)
const asked = new Command('soak')
  .option('--minutes <n>', 'how long the shift is', Number, 20)
  .option('--devices <n>', 'devices that read at 10 Hz', Number, 30)
  .option('--lines <n>', 'lines of the log', Number, 200_000)
  .option('--kills <n>', 'kills in all, those of earlier calls counted', Number, 1000)
  .parse()
  .opts<{ minutes: number; devices: number; lines: number; kills: number }>()

/** A gateway of real devices: each reads ten times a second. */
function startDevices(
  count: number,
): Promise<{ readonly port: number; readonly told: () => number; stop(): void }> {
  const devices = Array.from({ length: count }, (_, i) => ({
    id: `d${i}`,
    kind: 'pressure-gauge' as const,
    name: `Gauge ${i + 1}`,
    simulated: false,
  }))
  const sockets = new Set<Socket>()
  let told = 0
  const server = createServer((socket) => {
    sockets.add(socket)
    socket.on('close', () => sockets.delete(socket)).on('error', () => socket.destroy())
    socket.write(writeMessage({ kind: 'hello', devices }))
  })
  const tick = setInterval(() => {
    const atMs = Date.now()
    const lines = devices
      .map(({ id }, i) =>
        writeMessage({
          kind: 'reading',
          reading: { device: id, channel: 'pressure', value: 2e6 + 1000 * Math.sin(atMs / 1000 + i), atMs },
        }),
      )
      .join('')
    for (const socket of sockets) socket.write(lines)
    if (sockets.size > 0) told += count
  }, TICK_MS)
  return new Promise((done) => {
    server.listen(0, '127.0.0.1', () => {
      const address = server.address()
      done({
        port: typeof address === 'object' && address ? address.port : 0,
        told: () => told,
        stop: () => {
          clearInterval(tick)
          for (const socket of sockets) socket.destroy()
          server.close()
        },
      })
    })
  })
}

/** What a process and those that it began have in memory, MB. */
function memoryMb(pid: number): number {
  const pages = Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1] ?? 0)
  const begun = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim()
  return (
    (pages * 4096) / 1e6 +
    (begun === '' ? 0 : begun.split(' ').reduce((mb, child) => mb + memoryMb(Number(child)), 0))
  )
}

/** Runs that are begun, one after the other, each with so many confirmations. */
function confirmsOf(data: string) {
  const db = new Database(logIn(data), { readonly: true })
  const runs = db
    .prepare<[], { id: string; step: string }>(
      `SELECT r.id, json_extract(p.steps, '$[0].id') AS step FROM runs r JOIN plans p ON p.run_id = r.id
       WHERE r.ended_at IS NULL LIMIT 200`,
    )
    .all()
  db.close()
  let count = 0
  return {
    runs,
    next: () => {
      const run = runs[Math.floor(count / EVENTS_A_RUN) % runs.length]
      count += 1
      const body = {
        id: randomUUID(),
        kind: 'trouble',
        stepId: run?.step,
        at: new Date().toISOString(),
        personId: null,
        reason: 'heard a pop',
      }
      return { path: `/api/runs/${run?.id ?? ''}/events`, body }
    },
  }
}

const stored = (data: string): number => {
  const db = new Database(logIn(data), { readonly: true })
  const n = Number(db.prepare('SELECT count(*) FROM run_events').pluck().get())
  db.close()
  return n
}

async function shift(): Promise<void> {
  const data = tempFolder()
  mkdirSync(data, { recursive: true })
  const db = openDatabase(logIn(data))
  const { lines } = asked
  fillYears(openStore(db), { lines, pieces: lines / 10, runs: lines / 40, seed: 1, now: new Date() })
  db.close()
  const devices = await startDevices(asked.devices)
  const wimble = await serve('wimble-server.ts', data, String(devices.port))
  const bare = await serve('bare-server.ts', logIn(data), join(data, 'bare.sqlite'))
  const before = stored(data)
  const [reads, leastReads, confirms, leastConfirms]: number[][] = [[], [], [], []]
  const memory: number[] = []
  const pages = requestsOf(data).filter((r) =>
    ['Today', 'Jobs', 'a run', 'a piece', 'Log, newest'].includes(r.name),
  )
  const { next } = confirmsOf(data)
  const until = Date.now() + asked.minutes * 60_000
  let looked = 0
  try {
    for (let i = 0; Date.now() < until; i++) {
      const page = pages[i % pages.length]
      if (page) {
        reads?.push((await timed(wimble, page.path)).ms)
        leastReads?.push((await timed(bare, `/rows/${page.rows}`)).ms)
      }
      const { path, body } = next()
      confirms?.push((await timed(wimble, path, body)).ms)
      leastConfirms?.push((await timed(bare, '/said', body)).ms)
      if (Date.now() - looked > MEMORY_MS) {
        looked = Date.now()
        memory.push(memoryMb(wimble.child.pid ?? 0))
      }
      await pause(REST_MS)
    }
    const quarter = Math.max(1, Math.floor(memory.length / 4))
    const middle = (part: readonly number[]) => quantile(part, 0.5)
    const warm = middle(memory.slice(quarter, 2 * quarter + 1))
    const end = middle(memory.slice(-quarter))
    const ratio = (a: readonly number[] = [], b: readonly number[] = []) =>
      quantile(a, 0.95) / quantile(b, 0.95)
    const lost = (confirms?.length ?? 0) - (stored(data) - before)
    print(
      `${asked.minutes} min, ${asked.devices} devices (${devices.told()} readings), ${lines} lines: ${confirms?.length} confirmations, ${lost} lost`,
    )
    print(
      `  p95 over the least server: reads ${ratio(reads, leastReads).toFixed(2)}, confirmations ${ratio(confirms, leastConfirms).toFixed(2)}`,
    )
    print(
      `  memory ${warm.toFixed(0)} MB once warm, ${end.toFixed(0)} MB at the end: ratio ${(end / warm).toFixed(3)}`,
    )
    if (lost !== 0) process.exitCode = 1
  } finally {
    wimble.child.kill('SIGTERM')
    bare.child.kill('SIGTERM')
    devices.stop()
    rmSync(data, { recursive: true, force: true })
  }
}

/** Kills in batches; what earlier calls did is kept, so that it may be broken off. */
function kills(): void {
  const total = existsSync(TOTALS) ? (JSON.parse(readFileSync(TOTALS, 'utf8')) as { kills: number }).kills : 0
  for (let done = total; done < asked.kills; done += BATCH) {
    const { status } = spawnSync(
      join(ROOT, 'node_modules', '.bin', 'vitest'),
      ['run', '--project', 'server', 'server/crash.test.ts'],
      {
        cwd: ROOT,
        stdio: 'ignore',
        env: { ...process.env, WIMBLE_KILLS: String(BATCH), WIMBLE_SEED: String(1000 + done) },
      },
    )
    if (status !== 0) {
      print(
        `  lost something in the batch after ${done} kills: WIMBLE_SEED=${1000 + done} WIMBLE_KILLS=${BATCH}`,
      )
      process.exitCode = 1
      return
    }
    writeFileSync(TOTALS, JSON.stringify({ kills: done + BATCH }))
    print(`  ${done + BATCH} kills, nothing lost`)
  }
}

if (asked.minutes > 0) await shift()
kills()
