import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { cpSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { build } from 'vite'
import { expect, it } from 'vitest'
import type { Run, Today } from '#contract/types.ts'
import { clocksOf, foldRun, type RunEvent } from '#core/record/run.ts'
import { seeded } from '#core/seeded.ts'
import { fillDemo } from './demo/demo.ts'
import { openDatabase } from './db/open.ts'
import { openStore } from './store.ts'
import { tempFolder } from './test-support.ts'

/** `npm run prove` kills more often. */
const ROUNDS = Number(process.env['WIMBLE_KILLS'] ?? '15')
/** Other moments, where they are asked for: `npm run soak` has each batch its own. */
const SEED = Number(process.env['WIMBLE_SEED'] ?? '7')
const ROOT = resolve(import.meta.dirname, '..')
/** Among the packages, so that it finds them. */
const BUILT = join(ROOT, 'node_modules', '.cache', 'wimble-crash')

/** The server as one file, made once: it starts many times. */
async function buildChild(): Promise<void> {
  await build({
    configFile: false,
    root: ROOT,
    logLevel: 'error',
    ssr: { noExternal: true, external: ['better-sqlite3'] },
    build: { ssr: join(ROOT, 'server', 'crash-child.ts'), outDir: BUILT, emptyOutDir: true, minify: false },
  })
  cpSync(join(ROOT, 'server', 'db', 'migrations'), join(BUILT, 'migrations'), { recursive: true })
}

async function startChild(data: string): Promise<{ child: ChildProcess; base: string }> {
  const child = spawn(process.execPath, [join(BUILT, 'crash-child.js'), data], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const [chunk] = (await once(child.stdout, 'data')) as [Buffer]
  return { child, base: `http://127.0.0.1:${String(chunk).trim()}/api` }
}

it('loses nothing that it confirmed, killed at random moments of a batch; clocks are right after each', async () => {
  await buildChild()
  const data = tempFolder()
  const db = openDatabase(join(data, 'wimble.sqlite'))
  fillDemo(openStore(db), new Date())
  db.close()
  const random = seeded(SEED)
  const confirmed: RunEvent[] = []
  /** Sent, but killed before an answer came: it may be there or not. */
  let unsure: RunEvent | undefined
  let runId = ''
  let at = Date.UTC(2026, 2, 2, 8)
  for (let round = 0; round < ROUNDS; round++) {
    const { child, base } = await startChild(data)
    const call = async (path: string, body?: object) => {
      const response = await fetch(
        base + path,
        body
          ? { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }
          : {},
      )
      return { status: response.status, json: (await response.json()) as unknown }
    }
    if (runId === '') {
      const { batches } = (await call('/today')).json as Today
      runId = randomUUID()
      const began = { id: runId, pieceId: null, batchId: batches[0]?.id, personId: null }
      expect((await call('/runs', { ...began, at: new Date(at).toISOString() })).status).toBe(201)
    }
    const run = (await call(`/runs/${runId}`)).json as Run
    const ids = run.events.map((e) => e.id)
    if (unsure && ids.includes(unsure.id)) confirmed.push(unsure)
    unsure = undefined
    // everything that was answered is there, in its order, and nothing else
    expect(ids, `round ${round}`).toEqual(confirmed.map((e) => e.id))
    const mine = foldRun(run, confirmed)
    const theirs = foldRun(run, run.events)
    expect(theirs.timerFrom).toBe(mine.timerFrom)
    expect(clocksOf(theirs)).toEqual(clocksOf(mine))
    // press on until the process dies under it
    let dead = false
    const died = once(child, 'exit').then(() => (dead = true))
    setTimeout(() => child.kill('SIGKILL'), 25 + random() * 150)
    while (!dead) {
      const now = foldRun(run, confirmed)
      const step = now.steps[now.index]
      const roll = random()
      const kind =
        step === undefined || now.index > 60 ? 'back' : roll < 0.2 ? 'timer' : roll < 0.9 ? 'done' : 'back'
      const event: RunEvent = {
        id: randomUUID(),
        kind: now.index === 0 && kind === 'back' ? 'done' : kind,
        stepId: step?.id ?? '',
        at: new Date((at += 1000)).toISOString(),
        personId: null,
      }
      unsure = event
      const answer = await call(`/runs/${runId}/events`, event).catch(() => undefined)
      if (!answer) break
      expect(answer.status).toBe(201)
      confirmed.push(event)
      unsure = undefined
    }
    await died
  }
  expect(confirmed.length).toBeGreaterThan(ROUNDS)
}, 300_000)
