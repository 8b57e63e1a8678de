import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import Ajv from 'ajv/dist/2020.js'
import JSZip from 'jszip'
import Database from 'better-sqlite3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ApiError, CloseOut, Imported, LogEntry, LogPage, Records } from '#contract/types.ts'
import LOG_SCHEMA from '#contract/log.schema.json' with { type: 'json' }
import { readLog } from '#application/log-file.ts'
import { openDatabase } from './db/open.ts'
import { openStore } from './store.ts'
import { damagedRows } from './audit.ts'
import { pieceNamed, tempFolder, testServer, type TestServer } from './test-support.ts'

/** The smallest JPEG that says it is one: a start, a JFIF head, an end. */
const JPEG = Buffer.from('ffd8ffe000104a46494600010100000100010000ffd9', 'hex')

let server: TestServer
let other: TestServer
beforeAll(async () => {
  server = await testServer()
  other = await testServer({ own: true })
})
afterAll(async () => {
  await server.stop()
  await other.stop()
})

const raw = async (s: TestServer, method: string, path: string, body?: Buffer | string) => {
  const response = await fetch(`http://127.0.0.1:${s.port}${path}`, {
    method,
    ...(body === undefined
      ? {}
      : {
          headers: { 'Content-Type': 'application/octet-stream' },
          body: typeof body === 'string' ? body : new Uint8Array(body),
        }),
  })
  return {
    status: response.status,
    bytes: Buffer.from(await response.arrayBuffer()),
    type: response.headers.get('Content-Type') ?? '',
  }
}
const total = async (s: TestServer) => ((await s.call('GET', '/api/log')).json as LogPage).total
const imported = async (s: TestServer, body: Buffer | string) =>
  JSON.parse((await raw(s, 'POST', '/api/import', body)).bytes.toString()) as Imported

describe('pictures', () => {
  it('are kept beside the log by what their bytes are, and shown again', async () => {
    const id = randomUUID()
    const entryId = ((await server.call('GET', '/api/log')).json as LogPage).entries[0]?.id ?? ''
    expect((await raw(server, 'POST', `/api/photos/${id}?entry=${entryId}`, JPEG)).status).toBe(201)
    expect((await raw(server, 'POST', `/api/photos/${id}?entry=${entryId}`, JPEG)).status).toBe(201)
    const shown = await raw(server, 'GET', `/api/photos/${id}`)
    expect(shown.type).toContain('image/jpeg')
    expect(shown.bytes.equals(JPEG)).toBe(true)
    expect(((await server.call('GET', `/api/log/${entryId}`)).json as LogEntry).photos).toEqual([id])
  })
  it('are refused when they are no picture, too large, or belong to nothing', async () => {
    const { id: piece } = await pieceNamed(server, 'Gusset, lower mitre post')
    const path = () => `/api/photos/${randomUUID()}?entry=${randomUUID()}&piece=${piece}`
    // of no line that is there, and of no piece
    expect((await raw(server, 'POST', path().replace(/&piece.*/, ''), JPEG)).status).toBe(422)
    expect((await raw(server, 'POST', path().replace(piece, randomUUID()), JPEG)).status).toBe(422)
    expect((await raw(server, 'POST', path(), '<svg onload="alert(1)"/>')).status).toBe(415)
    expect((await raw(server, 'POST', path(), Buffer.concat([JPEG, Buffer.alloc(20_000_001)]))).status).toBe(
      413,
    )
    expect((await raw(server, 'POST', `/api/photos/${randomUUID()}`, JPEG)).status).toBe(422)
    expect((await raw(server, 'POST', `/api/photos/..%2f..%2fetc?entry=${randomUUID()}`, JPEG)).status).toBe(
      404,
    )
    expect((await raw(server, 'GET', `/api/photos/${randomUUID()}`)).status).toBe(404)
  })
})

describe('the log out and in', () => {
  it('fits its own published schema', async () => {
    const { bytes } = await raw(server, 'GET', '/api/export?format=json')
    const validate = new Ajv({ strict: false, validateFormats: false }).compile(LOG_SCHEMA)
    expect(validate(JSON.parse(bytes.toString())), JSON.stringify(validate.errors?.[0])).toBe(true)
  })
  it('comes in again without a double, from each of its formats', async () => {
    for (const format of ['csv', 'json', 'zip']) {
      const before = await total(server)
      const { bytes } = await raw(server, 'GET', `/api/export?format=${format}`)
      const done = await imported(server, bytes)
      expect(done, format).toMatchObject({ added: 0, known: before, bad: [] })
      expect(await total(server)).toBe(before)
    }
    expect((await raw(server, 'GET', '/api/export?format=exe')).status).toBe(422)
  })
  it('merges two shops’ logs with their pictures, and a second time changes nothing', async () => {
    const [mine, theirs] = [await total(server), await total(other)]
    const { bytes } = await raw(server, 'GET', '/api/export?format=zip')
    expect(await imported(other, bytes)).toMatchObject({ added: mine, known: 0, photos: 1, bad: [] })
    expect(await total(other)).toBe(mine + theirs)
    expect(await imported(other, bytes)).toMatchObject({ added: 0, known: mine, photos: 0 })
    // and what is taken over reads as it did there
    const { entries } = (await other.call('GET', '/api/log?q=paddle')).json as LogPage
    expect(entries.length).toBeGreaterThan(20)
  })
  it('lists every row that cannot be taken, with its line and why, and takes the rest', async () => {
    const { bytes } = await raw(server, 'GET', '/api/export?format=csv')
    const [head = '', first = '', second = '', third = ''] = bytes.toString().split(/\r?\n/)
    const fresh = (row: string) => row.replace(/^[0-9a-f-]{36}/, randomUUID())
    const csv = [
      head,
      fresh(first),
      fresh(second).replace(/cut|braze|vacuum-test|pressure-test/, 'magic'),
      'rubbish',
      fresh(third).replace(/20\d\d-/, '20xx-'),
    ].join('\r\n')
    const done = await imported(server, csv)
    expect(done.added).toBe(1)
    expect(done.bad.map((b) => b.line)).toEqual([3, 4, 5])
    for (const b of done.bad) expect(b.reason.length).toBeGreaterThan(5)
    const no = async (body: string | Buffer) => {
      const { status, bytes } = await raw(server, 'POST', '/api/import', body)
      return [status, (JSON.parse(bytes.toString()) as ApiError).error.message] as const
    }
    expect(await no('a,b\n1,2\n')).toEqual([422, expect.stringContaining('first line')])
    expect(await no('{"format":"other"}')).toEqual([422, expect.stringContaining('no log')])
    expect(await no('{"format":')).toEqual([422, expect.stringContaining('not JSON')])
    expect((await no(Buffer.from([0, 1, 2, 255, 254])))[0]).toBe(422)
    expect((await raw(server, 'POST', '/api/import', Buffer.from('PK rubbish'))).status).toBe(422)
  })
  it('unpacks nothing that is packed to do harm: too tight, too many, too large, or not what it says', async () => {
    const zipOf = async (fill: (zip: JSZip) => void) => {
      const zip = new JSZip()
      fill(zip)
      return zip.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' })
    }
    const status = async (zip: Buffer) => (await raw(server, 'POST', '/api/import', zip)).status
    // 200 MB of blanks pack to 200 kB
    const tight = await zipOf((zip) => zip.file('log.json', Buffer.alloc(60_000_000, ' ')))
    expect(tight.length).toBeLessThan(200_000)
    expect(await status(tight)).toBe(413)
    const many = await zipOf((zip) => {
      for (let i = 0; i < 20_001; i++) zip.file(`photos/${i}`, '')
    })
    expect(await status(many)).toBe(413)
    const whole = await zipOf((zip) =>
      zip.file('log.json', '{"format":"wimble-log","version":1,"entries":[]}'),
    )
    expect(await status(whole)).toBe(201)
    // its end is gone, and then its middle
    expect(await status(whole.subarray(0, whole.length - 30))).toBe(422)
    expect(await status(Buffer.concat([whole.subarray(0, 40), Buffer.alloc(30), whole.subarray(70)]))).toBe(
      422,
    )
    expect(await status(await zipOf((zip) => zip.file('other.txt', 'x')))).toBe(422)
    // a spreadsheet program's own file is told how it comes in
    const own = await zipOf((zip) => zip.file('[Content_Types].xml', '<Types/>'))
    expect((await raw(server, 'POST', '/api/import', own)).bytes.toString()).toContain('Save it there as CSV')
  })
  it('refuses what no page could show: fuels, sources and keys that nobody knows', async () => {
    const { entries } = JSON.parse(
      (await raw(server, 'GET', '/api/export?format=json')).bytes.toString(),
    ) as {
      entries: { id: string; kind: string; fuel: string; told: Record<string, unknown> }[]
    }
    const cut = entries.find((e) => e.kind === 'cut')
    const line = (part: object) => ({ ...cut, id: randomUUID(), runId: null, corrects: null, ...part })
    const planned = (source: string) => ({ cuttingOxygenPressure: { value: 1, low: 1, high: 1, source } })
    const text = JSON.stringify({
      format: 'wimble-log',
      version: 1,
      photos: [],
      entries: [
        line({ fuel: 'swamp-gas' }),
        line({ handling: 'foot' }),
        line({ metal: 'unobtainium' }),
        line({ told: { ...cut?.told, planned: planned('guess') } }),
        line({ told: { ...cut?.told, planned: { kerf: { value: 'wide' } } } }),
        line({ told: { ...cut?.told, hidden: 'PROTO' } }),
        line({ told: { ...cut?.told, planned: planned('chart') } }),
      ],
    }).replace('"hidden":"PROTO"', '"__proto__":{"kind":"run"}')
    const done = await imported(server, text)
    expect(done.added).toBe(1)
    expect(done.bad).toHaveLength(6)
  })
  it('moves the estimates of plans once ten good runs lie outside their span', async () => {
    const { entries } = JSON.parse(
      (await raw(server, 'GET', '/api/export?format=json')).bytes.toString(),
    ) as { entries: { kind: string; told: Record<string, unknown> & { used: object } }[] }
    const cut = entries.find((e) => e.kind === 'cut')
    const preheat = (si: number) => ({
      ...cut,
      id: randomUUID(),
      runId: null,
      pieceId: null,
      corrects: null,
      tipOrificeM: 0.0013,
      thicknessM: 0.0127,
      told: {
        ...cut?.told,
        drop: 'by-itself',
        slag: 'none',
        marks: [],
        used: { ...cut?.told.used, preheat: { text: `${si} s`, si } },
        planned: {
          preheatTime: { value: 8, low: 6, high: 11, outerLow: 4.5, outerHigh: 15, source: 'worked-out' },
        },
      },
    })
    const heldOf = async (runs: number) => {
      const shop = await testServer({ empty: true })
      const now = async () => ((await shop.call('GET', '/api/records')).json as Records).held
      // what was reckoned before is not what is answered after
      expect(await now()).toEqual({})
      const text = JSON.stringify({
        format: 'wimble-log',
        version: 1,
        photos: [],
        entries: Array.from({ length: runs }, (_, i) => preheat(20 + (i % 3))),
      })
      expect(await imported(shop, text)).toMatchObject({ added: runs, bad: [] })
      const held = await now()
      await shop.stop()
      return held
    }
    expect(await heldOf(9)).toEqual({})
    expect(await heldOf(12)).toEqual({
      preheatTime: { moved: expect.closeTo(21 / 8, 6), widened: expect.any(Number), runs: 12 },
    })
  })
  it('lets a spreadsheet run no formula from a note, and reads the note back as it was', async () => {
    const piece = await pieceNamed(server, 'Paddle frames')
    const { entries } = (await server.call('GET', `/api/log?piece=${piece.id}`)).json as LogPage
    const book = JSON.parse((await raw(server, 'GET', '/api/export?format=json')).bytes.toString()) as {
      entries: { id: string; title: string }[]
    }
    const line = book.entries.find((e) => e.id === entries[0]?.id)
    const id = randomUUID()
    await imported(
      other,
      JSON.stringify({
        format: 'wimble-log',
        version: 1,
        photos: [],
        entries: [{ ...line, id, title: '=HYPERLINK("x")' }],
      }),
    )
    const csv = (await raw(other, 'GET', '/api/export?format=csv')).bytes.toString()
    expect(csv).not.toMatch(/(^|,)"?=HYPERLINK/m)
    const back = await imported(server, csv)
    expect(back.bad).toEqual([])
    expect(((await server.call('GET', `/api/log/${id}`)).json as LogEntry).title).toBe('=HYPERLINK("x")')
  })
  it('takes a line of an older file, which names its piece a ticket', async () => {
    const { id: pieceId } = await pieceNamed(server, 'Paddle frames')
    const { entries } = JSON.parse(
      (await raw(server, 'GET', '/api/export?format=json')).bytes.toString(),
    ) as {
      entries: { kind: string; pieceId: string | null }[]
    }
    const { pieceId: named, ...line } = entries.find((e) => e.pieceId === pieceId) ?? { pieceId: null }
    const id = randomUUID()
    const older = { ...line, id, runId: null, ticketId: named }
    const file = { format: 'wimble-log', version: 1, photos: [], entries: [older] }
    expect(await imported(server, JSON.stringify(file))).toMatchObject({ added: 1, bad: [] })
    expect((await server.call('GET', `/api/log/${id}`)).json).toMatchObject({ pieceId })
  })
  it('does not let two different corrections of one line stand', async () => {
    const book = JSON.parse((await raw(server, 'GET', '/api/export?format=json')).bytes.toString()) as {
      entries: { id: string; kind: string }[]
    }
    const line = book.entries.find((e) => e.kind === 'cut')
    const correction = () => ({ ...line, id: randomUUID(), corrects: line?.id, why: 'A slip.', runId: null })
    const file = (entries: unknown[]) =>
      JSON.stringify({ format: 'wimble-log', version: 1, photos: [], entries })
    expect(await imported(server, file([correction()]))).toMatchObject({ added: 1 })
    expect((await imported(server, file([correction()]))).bad[0]?.reason).toContain('corrected here already')
    expect(
      (await imported(server, file([{ ...correction(), corrects: randomUUID() }]))).bad[0]?.reason,
    ).toContain('not here')
  })
  it('closes a job out with what it took and every check and test', async () => {
    const piece = await pieceNamed(server, 'Gusset, heel post, bottom')
    const out = (await server.call('GET', `/api/jobs/${piece.jobId}/close-out`)).json as CloseOut
    expect(out.pieces.length).toBe(5)
    const runs = out.pieces.flatMap((p) => p.runs)
    expect(runs.filter((r) => r.endedAt !== null)).toHaveLength(3)
    for (const r of runs) expect(r.oxygenM3).toBeGreaterThan(0)
    expect((await server.call('GET', `/api/jobs/${randomUUID()}/close-out`)).status).toBe(404)
  })
})

describe('an older book', () => {
  it('carries the log of an older book over, with its runs and what was left out of them', () => {
    const data = tempFolder()
    const file = join(data, 'wimble.sqlite')
    const old = new Database(file)
    for (const n of [1, 2, 3, 4]) {
      const name =
        readdirSync(join(import.meta.dirname, 'db', 'migrations')).find((f) => f.startsWith(`00${n}-`)) ?? ''
      old.exec(readFileSync(join(import.meta.dirname, 'db', 'migrations', name), 'utf8'))
    }
    old.pragma('user_version = 4')
    const draft = JSON.stringify({
      kind: 'cut',
      work: { metal: 'low-carbon-steel' },
      rig: { fuel: 'propane', handling: 'hand' },
    })
    const plan = JSON.stringify({
      figures: { kerf: { value: 0.002, low: 0.001, high: 0.003, source: 'chart', from: {} } },
    })
    const at = '2026-03-02T08:00:00.000Z'
    old.exec(
      `INSERT INTO people VALUES ('p', 'Orla', 1, '${at}', 'practised'); INSERT INTO jobs VALUES ('j', 'Gate', '', '${at}');`,
    )
    old.prepare('INSERT INTO tickets VALUES (?, ?, ?, ?, 1, ?, ?)').run('t', 'j', 'Gusset', draft, at, at)
    old
      .prepare(
        "INSERT INTO runs (id, ticket_id, person_id, started_at, ended_at, draft, plan, setting, steps) VALUES ('r', 't', 'p', ?, ?, ?, ?, '{}', '[{\"id\":\"a\",\"act\":\"Set the guide\"}]')",
      )
      .run(at, '2026-03-02T08:30:00.000Z', draft, plan)
    old.prepare("INSERT INTO run_events VALUES ('r', 1, 'e', 'skip', 'a', ?, 'p', 'broken')").run(at)
    old
      .prepare(
        "INSERT INTO log VALUES ('l', 't', 'r', 'p', ?, 0.02, 'hand', ?, 0.0013, 290000, 'sharp', 'one-tap', 'by-itself', '2.1 mm', 0.0021, 'fine')",
      )
      .run(
        at,
        JSON.stringify({
          tipOrifice: null,
          oxygenPressure: { text: '42 psi', si: 290000 },
          fuelPressure: null,
          travelSpeed: null,
        }),
      )
    old.close()
    const db = openDatabase(file)
    const { log, pieces } = openStore(db)
    expect(
      log
        .page(-1, 10)
        ?.entries.map((e) => e.kind)
        .sort(),
    ).toEqual(['cut', 'override', 'run'])
    // and is found, learnt from and signed as a line that is written today
    expect(log.find({ q: 'gusset orla', kind: 'cut' }).entries.map((e) => e.id)).toEqual(['l'])
    expect(JSON.parse(log.kerfs())).toMatchObject([{ kerfM: 0.0021, handling: 'hand' }])
    expect([...damagedRows(db)].flat()).toEqual([])
    expect(db.prepare('SELECT count(*) FROM log WHERE chain IS NULL OR digest IS NULL').pluck().get()).toBe(0)
    expect(log.get('l')).toMatchObject({
      title: 'Gusset',
      personName: 'Orla',
      fuel: 'propane',
      outcome: 'passed',
      // something was left out of its run
      good: false,
      told: { kerf: { si: 0.0021 }, planned: { kerf: { value: 0.002 } }, note: 'fine' },
    })
    expect(log.get('e')?.told).toMatchObject({ what: 'Set the guide', reason: 'broken' })
    expect(log.get('r')?.told).toMatchObject({
      state: 'finished',
      seconds: expect.closeTo(1800, 0) as number,
    })
    expect(pieces.get('t')?.state).toBe('logged')
    const read = readLog(
      JSON.stringify({
        format: 'wimble-log',
        version: 1,
        photos: [],
        entries: JSON.parse(
          JSON.stringify([{ ...log.get('l'), correctedBy: undefined, id: randomUUID() }]),
        ) as unknown,
      }),
    )
    expect(read.bad).toEqual([])
    db.close()
    rmSync(data, { recursive: true })
  })
})

// last: its picture is of no line, and would be counted by what comes before
describe('a picture of a chart', () => {
  it('takes a picture of the card of a torch that is there, and of no other', async () => {
    const torches = (await server.call('GET', '/api/torches')).json as readonly { id: string }[]
    const sent = (torch: string) =>
      raw(server, 'POST', `/api/photos/${randomUUID()}?entry=${torch}&torch=${torch}`, JPEG)
    expect((await sent(torches[0]?.id ?? '')).status).toBe(201)
    expect((await sent(randomUUID())).status).toBe(422)
  })
})
