import { randomUUID } from 'node:crypto'
import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Imported, LogPage, Today } from '#contract/types.ts'
import { jsonParts } from '#application/log-file.ts'
import { exportLog, importLog } from './take-in.ts'
import { fillYears } from './fill.ts'
import { lineAlone, tempFolder, testServer, type TestServer } from './test-support.ts'
import { Lanes } from './workers/lanes.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

describe('work that takes long', () => {
  it('keeps no confirmation waiting: a step is confirmed while a log is read in, and all of the log is there after it', async () => {
    const lines = Array.from({ length: 4000 }, () => lineAlone())
    const file = [...jsonParts([lines], [])].join('')
    const order: string[] = []
    const sent = fetch(`http://127.0.0.1:${server.port}/api/import`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: file,
    }).then(async (r) => {
      order.push('import')
      return (await r.json()) as Imported
    })
    const run = ((await server.call('GET', '/api/today')).json as Today).running[0]
    for (let i = 0; i < 5; i++) {
      const event = {
        id: randomUUID(),
        kind: 'trouble',
        stepId: 'set-oxygen',
        at: new Date().toISOString(),
        personId: null,
        reason: 'a pop',
      }
      expect((await server.call('POST', `/api/runs/${run?.id ?? ''}/events`, event)).status).toBe(201)
      order.push('step')
    }
    expect(await sent).toMatchObject({ added: 4000, known: 0, bad: [] })
    expect(order).toEqual(['step', 'step', 'step', 'step', 'step', 'import'])
    const found = (await server.call('GET', '/api/log?q=rack%20heron')).json as LogPage
    expect(found).toMatchObject({ total: 1000, totalIs: 'more' })
  })
  it('gives the log out as it stood when it was asked for', async () => {
    const before = ((await server.call('GET', '/api/log')).json as LogPage).total
    const stream = await exportLog(server.lanes, 'json')
    const parts: Buffer[] = []
    let added = false
    for await (const part of stream as AsyncIterable<Buffer>) {
      parts.push(part)
      if (!added) server.store.log.add(lineAlone())
      added = true
    }
    const { entries } = JSON.parse(Buffer.concat(parts).toString()) as { entries: unknown[] }
    expect(entries).toHaveLength(before)
    expect(((await server.call('GET', '/api/log')).json as LogPage).total).toBe(before + 1)
  })
  it('is let go when nobody takes it any more', async () => {
    const stream = await exportLog(server.lanes, 'csv')
    const closed = new Promise<void>((done) =>
      stream.once('error', () => undefined).once('close', () => done()),
    )
    for await (const part of stream as AsyncIterable<Buffer>) if (part.length > 0) break
    await closed
    // the snapshot that it read from is closed: all of the write-ahead file can be put into the log
    const [{ busy }] = server.db.pragma('wal_checkpoint(TRUNCATE)') as [{ busy: number }]
    expect(busy).toBe(0)
  })
  it('fails with its thread: nobody waits for ever, and the next who asks is answered', async () => {
    const data = tempFolder()
    const failed: unknown[] = []
    const lanes = new Lanes(data, (error) => failed.push(error))
    // there is no log here for the thread to open
    await expect(lanes.read.chart()).rejects.toThrow()
    expect(failed).toHaveLength(1)
    await lanes.stop()
    rmSync(data, { recursive: true })
    const { read } = server.lanes
    const waiting = expect(read.chart()).rejects.toThrow('ended')
    await server.lanes.stop()
    await waiting
    expect((await server.call('GET', '/api/chart')).status).toBe(200)
  })
  it('tells of a file that is no log what it is', async () => {
    const file = join(server.data, 'x.bin')
    writeFileSync(file, 'PK and nothing more')
    await expect(importLog(server.store, server.data, server.lanes, file)).rejects.toThrow('cannot be opened')
  })
})

describe('a log of years', () => {
  it('is the same for a seed, and all of it is found by its words, learnt from and in its chain', async () => {
    const sizes = { pieces: 60, lines: 400, runs: 12, seed: 3, now: new Date('2026-03-02T08:00:00Z') }
    const books = await Promise.all([testServer({ empty: true }), testServer({ empty: true })])
    for (const { store } of books) fillYears(store, sizes)
    const [one, two] = books.map((b) =>
      b.db
        .prepare(
          "SELECT id, at, told FROM log WHERE title LIKE '% %' AND job_name LIKE 'Reach %' ORDER BY seq",
        )
        .all(),
    )
    expect(one).toHaveLength(400)
    expect(JSON.stringify(one) === JSON.stringify(two)).toBe(true)
    const [book] = books
    if (!book) return
    const { jobs, after } = (await book.call('GET', '/api/jobs')).json as {
      jobs: unknown[]
      after: string | null
    }
    expect(jobs.length).toBeLessThanOrEqual(10)
    expect(after === null).toBe(jobs.length < 10)
    await book.house.tend()
    expect((await book.call('GET', '/api/damage')).json).toMatchObject({ rows: [] })
    // page by page the whole log is there, each line once, newest first
    const seen: { id: string; at: string }[] = []
    for (let before: string | null = ''; before !== null;) {
      const page: LogPage = (await book.call('GET', `/api/log${before === '' ? '' : `?before=${before}`}`))
        .json as LogPage
      seen.push(...page.entries)
      before = page.before
    }
    const { total } = (await book.call('GET', '/api/log')).json as LogPage
    expect(new Set(seen.map((e) => e.id)).size).toBe(total)
    expect(seen.map((e) => e.at)).toEqual(
      seen
        .map((e) => e.at)
        .sort()
        .reverse(),
    )
    for (const b of books) await b.stop()
  })
})
