import { randomUUID } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import Database from 'better-sqlite3'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Copies, CopyPreview, LogEntry, LogPage, Today } from '#contract/types.ts'
import { backUp, copyDaily, copyWhenDue } from './copies/copies.ts'
import { backupsIn, isCopyDue, listCopies, outlived, type CopyFile } from './copies/list.ts'
import { cutCameOut } from './demo/results.ts'
import { logIn } from './folder.ts'
import { endRuns, pieceNamed, tempFolder, testServer, type TestServer } from './test-support.ts'

const DAY_MS = 86_400_000
const NOW = new Date('2026-03-18T09:00:00.000Z')
const nameAt = (at: Date) => `daily-${at.toISOString().replace(/[:.]/g, '-')}.sqlite`
const copyAt = (at: Date): CopyFile => ({
  name: nameAt(at),
  file: nameAt(at),
  kind: 'daily',
  at: at.toISOString(),
})
const JPEG = Buffer.from('ffd8ffe000104a46494600010100000100010000ffd9', 'hex')

describe('which copies are kept', () => {
  /** What is left when a copy is made every day for years, and what has been outlived goes each day. */
  const after = (days: number) => {
    let kept: CopyFile[] = []
    for (let d = days; d >= 0; d--) {
      const now = new Date(NOW.getTime() - d * DAY_MS)
      kept = [copyAt(now), ...kept]
      const gone = new Set(outlived(kept, now))
      kept = kept.filter((c) => !gone.has(c))
    }
    return kept
  }
  it('seven days, four weeks and twelve months, and no more', () => {
    const kept = after(900)
    const age = kept.map((c) => Math.round((NOW.getTime() - Date.parse(c.at)) / DAY_MS))
    expect(age.slice(0, 7)).toEqual([0, 1, 2, 3, 4, 5, 6])
    expect(age.filter((a) => a <= 31).length).toBeGreaterThanOrEqual(9)
    expect(Math.max(...age)).toBeGreaterThan(300)
    expect(new Set(kept.map((c) => c.at.slice(0, 7))).size).toBe(12)
    expect(kept.length).toBeLessThanOrEqual(7 + 4 + 12)
  })
  it('never the newest, nothing dated in the future, nothing that was not made by the day', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: -40, max: 1500 }), { minLength: 1, maxLength: 60 }),
        (ages) => {
          const copies = ages
            .map((a) => copyAt(new Date(NOW.getTime() - a * DAY_MS)))
            .sort((a, b) => b.at.localeCompare(a.at))
          const hand = { ...copyAt(new Date(0)), kind: 'by-hand' as const }
          const gone = outlived([...copies, hand], NOW)
          const past = copies.filter((c) => Date.parse(c.at) <= NOW.getTime())
          expect(gone).not.toContain(hand)
          expect(gone.some((c) => Date.parse(c.at) > NOW.getTime())).toBe(false)
          if (past[0]) expect(gone.map((c) => c.at)).not.toContain(past[0].at)
        },
      ),
    )
  })
  it('one dated in the future does not stop the next', () => {
    const future = copyAt(new Date(NOW.getTime() + 400 * DAY_MS))
    expect(isCopyDue([future], NOW)).toBe(true)
    expect(isCopyDue([future, copyAt(new Date(NOW.getTime() - DAY_MS / 2))], NOW)).toBe(false)
    expect(isCopyDue([future, copyAt(new Date(NOW.getTime() - 2 * DAY_MS))], NOW)).toBe(true)
  })
})

describe('copies of a log', () => {
  let server: TestServer
  beforeAll(async () => {
    server = await testServer()
  })
  afterAll(() => server.stop())
  const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).json as T
  const total = async () => (await get<LogPage>('/api/log')).total
  const writeLine = async (note: string): Promise<string> => {
    const piece = await pieceNamed(server, 'Gusset, lower mitre post')
    const id = randomUUID()
    const used = {
      tipOrifice: '0.052 in',
      oxygenPressure: '42 psi',
      fuelPressure: '6 psi',
      travelSpeed: '',
      preheat: '',
    }
    const entry = cutCameOut({ id, pieceId: piece.id, at: new Date().toISOString(), used, note })
    expect((await server.call('POST', '/api/log', entry)).status).toBe(201)
    return id
  }

  it('are made by the day while it is written to, opened and counted, and told on Today and in Settings', async () => {
    expect((await get<Today>('/api/today')).lastCopy).toBeNull()
    expect((await get<Copies>('/api/copies')).last).toBeNull()
    // one that a wrong clock has dated is there already
    mkdirSync(backupsIn(server.data), { recursive: true })
    writeFileSync(join(backupsIn(server.data), nameAt(new Date(Date.now() + 500 * DAY_MS))), '')
    await server.house.tend()
    await server.house.tend()
    const { copies, last } = await get<Copies>('/api/copies')
    const [future, daily] = copies
    expect(copies).toHaveLength(2)
    expect(future).toMatchObject({ holds: null })
    expect(daily).toMatchObject({ kind: 'daily', fault: null, damaged: 0, holds: { lines: await total() } })
    expect(last).toBe(daily?.at)
    expect((await get<Today>('/api/today')).lastCopy).toBe(daily?.at)
    rmSync(join(backupsIn(server.data), future?.name ?? ''))
  })
  it('do not count when they are not whole', async () => {
    const broken = join(backupsIn(server.data), nameAt(new Date()))
    writeFileSync(broken, 'half a copy')
    const { copies, last } = await get<Copies>('/api/copies')
    expect(copies[0]).toMatchObject({
      holds: null,
      fault: expect.stringContaining('not a database') as string,
    })
    expect(last).toBe(copies[1]?.at)
    rmSync(broken)
  })
  it('say what would change, and are gone back to from within; then the other way again', async () => {
    const before = await total()
    expect((await server.call('POST', '/api/copies', {})).status).toBe(201)
    const copy = (await get<Copies>('/api/copies')).copies[0]
    const id = await writeLine('Written after the copy.')
    const piece = await pieceNamed(server, 'Stiffener blanks')
    await server.call('PUT', `/api/pieces/${piece.id}`, {
      title: 'Blanks',
      draft: piece.draft,
      version: piece.version,
    })
    const preview = await get<CopyPreview>(`/api/copies/${copy?.name ?? ''}`)
    expect(preview).toMatchObject({
      now: { lines: before + 1 },
      copy: { holds: { lines: before }, damaged: 0, fault: null },
      goes: { lines: 1, pieces: 0, runs: 0, newest: [{ kind: 'cut', title: 'Gusset, lower mitre post' }] },
      comes: 0,
      changed: 1,
    })
    const path = `/api/copies/${copy?.name ?? ''}/restore`
    // a run that is under way is in no copy
    expect(await server.call('POST', path, { damaged: false })).toMatchObject({
      status: 409,
      json: { error: { code: 'under-way' } },
    })
    await endRuns(server)
    const done = await server.call('POST', path, { damaged: false })
    expect(done).toMatchObject({ status: 201, json: { restored: copy?.name } })
    // a run was under way in the copy, and the line is gone
    expect(await total()).toBe(before)
    expect((await server.call('GET', `/api/log/${id}`)).status).toBe(404)
    expect((await get<Today>('/api/today')).running).toHaveLength(1)
    // what is confirmed now is stored
    await writeLine('Written after going back.')
    expect(await total()).toBe(before + 1)
    // the log that was replaced stands among the copies, with all that it had
    const aside = (await get<Copies>('/api/copies')).copies.find((c) => c.kind === 'before-restore')
    expect(aside).toMatchObject({ fault: null, holds: { lines: before + 2 } })
    await endRuns(server)
    await server.call('POST', `/api/copies/${aside?.name ?? ''}/restore`, { damaged: false })
    expect((await get<LogEntry>(`/api/log/${id}`)).told).toMatchObject({ note: 'Written after the copy.' })
  })
  it('that cannot be opened leave the log as it was, and being served', async () => {
    await endRuns(server)
    const before = await total()
    // an older log whose form was changed by hand: it is whole, and cannot be brought forward
    const older = join(
      backupsIn(server.data),
      `wimble-v1-${new Date().toISOString().replace(/[:.]/g, '-')}.sqlite`,
    )
    const db = new Database(older)
    db.exec(readFileSync(join(import.meta.dirname, 'db', 'migrations', '001-first.sql'), 'utf8'))
    db.exec('CREATE TABLE outlines (x)')
    db.pragma('user_version = 1')
    db.close()
    const half = join(backupsIn(server.data), nameAt(new Date()))
    writeFileSync(half, 'half a copy')
    for (const file of [older, half])
      expect(
        await server.call('POST', `/api/copies/${basename(file)}/restore`, { damaged: false }),
      ).toMatchObject({ status: 422, json: { error: { code: 'bad-copy' } } })
    expect(await total()).toBe(before)
    await writeLine('Written after all that.')
    rmSync(half)
    rmSync(older)
  })
  it('let go of those who watch a run, who come again to the log that is there then', async () => {
    const stream = await fetch(`http://127.0.0.1:${server.port}/api/instruments/stream`)
    const reader = stream.body?.getReader()
    const copy = (await get<Copies>('/api/copies')).copies.find((c) => c.kind === 'daily')
    expect(
      (await server.call('POST', `/api/copies/${copy?.name ?? ''}/restore`, { damaged: false })).status,
    ).toBe(201)
    let over = false
    while (!over) over = (await reader?.read())?.done ?? true
    expect(over).toBe(true)
  })
  it('that are not there, or are named as a path, are refused', async () => {
    for (const name of ['none.zip', '..%2f..%2fetc', 'daily-x.sqlite'])
      expect((await server.call('GET', `/api/copies/${name}`)).status).toBe(404)
    expect((await server.call('POST', '/api/copies/none.zip/restore', { damaged: false })).status).toBe(404)
  })
  it('with pictures are one file, and bring every picture back', async () => {
    const [entry] = (await get<LogPage>('/api/log')).entries
    const photo = randomUUID()
    const sent = await fetch(`http://127.0.0.1:${server.port}/api/photos/${photo}?entry=${entry?.id ?? ''}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: new Uint8Array(JPEG),
    })
    expect(sent.status).toBe(201)
    const file = await backUp(server.data, undefined, new Date())
    const zip = (await get<Copies>('/api/copies')).copies[0]
    expect(zip).toMatchObject({ kind: 'by-hand', fault: null, holds: { lines: await total() } })
    expect((await get<CopyPreview>(`/api/copies/${zip?.name ?? ''}`)).goes.lines).toBe(0)
    rmSync(join(server.data, 'photos'), { recursive: true })
    await endRuns(server)
    expect(existsSync(file)).toBe(true)
    await server.call('POST', `/api/copies/${zip?.name ?? ''}/restore`, { damaged: false })
    expect(readdirSync(join(server.data, 'photos'))).toEqual([photo])
  })
  it('are kept while the log has damage: an older one may be the last that has what was damaged', async () => {
    const data = tempFolder()
    const other = await testServer({ data })
    for (let d = 400; d >= 300; d -= 10) await copyDaily(data, new Date(Date.now() - d * DAY_MS))
    const kept = listCopies(data).length
    other.db.exec("UPDATE log SET title = title || '!' WHERE seq = 2")
    await copyWhenDue(data, new Date())
    expect(listCopies(data)).toHaveLength(kept + 1)
    const newest = new Database(listCopies(data)[0]?.file ?? '', { readonly: true })
    expect(newest.prepare("SELECT value FROM meta WHERE name = 'copied-damaged'").pluck().get()).toBe('1')
    newest.close()
    expect(logIn(data)).toContain(data)
    await other.stop()
    rmSync(data, { recursive: true })
  })
})
