import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { join, resolve } from 'node:path'
import { expect, it } from 'vitest'
import type { JobSummary, Run } from '#contract/types.ts'
import { clocksOf, foldRun, type RunEvent } from '#core/record/run.ts'
import { fillDemo } from './demo.ts'
import { openDatabase } from './db/open.ts'
import { openStore } from './store.ts'
import { tempFolder } from './test-support.ts'

const ROUNDS = 50
const ROOT = resolve(import.meta.dirname, '..')
const LOAD = `process.argv.splice(1, 0, 'server'); require(${JSON.stringify(join(ROOT, 'bin', 'load.cjs'))})(${JSON.stringify(join(ROOT, 'server', 'crash-child.ts'))})`

async function startChild(data: string): Promise<{ child: ChildProcess; base: string }> {
  const child = spawn(process.execPath, ['-e', LOAD, data], { stdio: ['ignore', 'pipe', 'inherit'] })
  const [chunk] = (await once(child.stdout, 'data')) as [Buffer]
  return { child, base: `http://127.0.0.1:${String(chunk).trim()}/api` }
}
/** Numbers that look random and are the same in every run of the test. */
function* seeded(seed: number): Generator<number, never> {
  let x = seed
  for (;;) {
    x = (x * 1_103_515_245 + 12_345) % 2_147_483_648
    yield x / 2_147_483_648
  }
}

it('loses nothing that it confirmed, killed at 50 random moments of a run; clocks are right after each', async () => {
  const data = tempFolder()
  const db = openDatabase(join(data, 'wimble.sqlite'))
  fillDemo(openStore(db), new Date())
  db.close()
  const random = seeded(7)
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
      const jobs = (await call('/jobs')).json as JobSummary[]
      const ticket = jobs.flatMap((j) => j.tickets).find((t) => t.title === 'Chiller line')
      runId = randomUUID()
      await call('/runs', { id: runId, ticketId: ticket?.id, personId: null, at: new Date(at).toISOString() })
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
    setTimeout(() => child.kill('SIGKILL'), 25 + random.next().value * 150)
    while (!dead) {
      const now = foldRun(run, confirmed)
      const step = now.steps[now.index]
      const roll = random.next().value
      const kind =
        step === undefined || now.index > 30 ? 'back' : roll < 0.2 ? 'timer' : roll < 0.9 ? 'done' : 'back'
      const event: RunEvent = {
        id: randomUUID(),
        kind: now.index === 0 && kind === 'back' ? 'done' : kind,
        stepId: step?.id ?? '',
        at: new Date((at += 1000)).toISOString(),
        personId: null,
        reason: null,
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
