import { randomUUID } from 'node:crypto'
import { rmSync } from 'node:fs'
import { afterEach, describe, expect, it } from 'vitest'
import type { DamageList, LogEntry, LogPage, Run, Today } from '#contract/types.ts'
import type { Settings as ShopSettings } from '#contract/schemas.ts'
import { damagedRows } from './audit.ts'
import { Damage } from './damage.ts'
import { copyDaily } from './copies/copies.ts'
import { openDatabase } from './db/open.ts'
import { tempFolder, testServer, type TestServer } from './test-support.ts'

let servers: TestServer[] = []
afterEach(async () => {
  for (const s of servers) await s.stop()
  servers = []
})
async function begun(): Promise<TestServer> {
  const server = await testServer()
  servers.push(server)
  return server
}
const get = async <T>(s: TestServer, path: string): Promise<T> => {
  const answer = await s.call('GET', path)
  expect(answer.status, path).toBe(200)
  return answer.json as T
}
/** A byte of a text that was flipped on the disk, so to say: the digest stays as it was. */
const flip = (s: TestServer, table: string, column: string, where: string, by = "'\u007f'") =>
  s.db.exec(`UPDATE ${table} SET ${column} = ${by} || substr(${column}, 2) WHERE ${where}`)

describe('a row that cannot be read', () => {
  it('of the log is left out by its name; the lists, the other lines and what plans go by are served', async () => {
    const s = await begun()
    const before = await get<LogPage>(s, '/api/log')
    const bad = before.entries.find((e) => e.kind === 'cut')
    flip(s, 'log', 'told', `id = '${bad?.id ?? ''}'`)
    const after = await get<LogPage>(s, '/api/log')
    expect(after.leftOut).toBe(1)
    expect(after.entries.map((e) => e.id)).toEqual(
      before.entries.filter((e) => e.id !== bad?.id).map((e) => e.id),
    )
    const { rows } = await get<DamageList>(s, '/api/damage')
    expect(rows).toMatchObject([{ table: 'log', id: bad?.id, name: bad?.title, at: bad?.at, copy: null }])
    expect((await s.call('GET', `/api/log/${bad?.id ?? ''}`)).status).toBe(404)
    for (const path of ['/api/today', '/api/records', '/api/chart', '/api/jobs']) await get(s, path)
    expect(
      s.db
        .prepare('SELECT p.live, p.good FROM points p JOIN log l ON l.key = p.key WHERE l.id = ?')
        .get(bad?.id),
    ).toEqual({ live: 0, good: 0 })
  })
  it('although it is still good JSON: the digest knows what the database cannot', async () => {
    const s = await begun()
    const [line] = (await get<LogPage>(s, '/api/log?kind=cut')).entries
    s.db.exec(
      `UPDATE log SET told = replace(told, '"note":""', '"note":"!"'), kerf_m = 0.03 WHERE id = '${line?.id ?? ''}'`,
    )
    expect(s.db.pragma('quick_check', { simple: true })).toBe('ok')
    expect((await get<LogPage>(s, '/api/log?kind=cut')).entries.map((e) => e.id)).not.toContain(line?.id)
    await s.house.tend()
    expect((await get<DamageList>(s, '/api/damage')).rows).toMatchObject([{ table: 'log', id: line?.id }])
  })
  it.each<[string, string, string, string]>([
    ['a piece', 'tickets', 'draft', "title = 'Gusset, heel post, top'"],
    ['what a run was begun with', 'plans', 'steps', 'run_id = (SELECT id FROM runs WHERE ended_at IS NULL)'],
    ['a step of a run', 'run_events', 'step_id', 'seq = 2'],
    ['a torch', 'torches', 'rig', "name = 'Bede''s track'"],
    ['a thing of the rig', 'gear', 'fields', 'rowid = 1'],
    ['the settings', 'settings', 'value', 'id = 1'],
    ['a test', 'tests', 'asked', 'rowid = 1'],
    ['a reading', 'test_events', 'source', "kind = 'reading' AND seq = 12"],
  ])(
    'that is %s takes no list with it, and is found when the whole log is looked through',
    async (_what, table, column, where) => {
      const s = await begun()
      const [piece] = s.db.prepare<[], { id: string; job_id: string }>('SELECT id, job_id FROM tickets').all()
      flip(s, table, column, where)
      for (const path of [
        '/api/today',
        '/api/jobs',
        '/api/log',
        '/api/tests',
        '/api/torches',
        '/api/gear',
        '/api/people',
        '/api/settings',
        '/api/records',
        '/api/chart',
        `/api/jobs/${piece?.job_id ?? ''}`,
        `/api/jobs/${piece?.job_id ?? ''}/whole`,
        `/api/jobs/${piece?.job_id ?? ''}/close-out`,
      ])
        await get(s, path)
      await s.house.tend()
      const { rows, lookedThroughAt } = await get<DamageList>(s, '/api/damage')
      expect(rows.map((r) => r.table)).toContain(table)
      expect(rows[0]?.name.length).toBeGreaterThan(3)
      expect(lookedThroughAt).not.toBeNull()
    },
  )
  it('that is a step keeps its place in its run, with the moment of the one before where its own cannot be read', async () => {
    const s = await begun()
    const run = (await get<Today>(s, '/api/today')).running[0]
    const path = `/api/runs/${run?.id ?? ''}`
    const before = await get<Run>(s, path)
    flip(s, 'run_events', 'at', `run_id = '${run?.id ?? ''}' AND seq = 3`)
    const { events } = await get<Run>(s, path)
    expect(events.map((e) => e.stepId)).toEqual(before.events.map((e) => e.stepId))
    expect(events[2]?.at).toBe(before.events[1]?.at)
    expect((await get<DamageList>(s, '/api/damage')).rows).toMatchObject([{ table: 'run_events' }])
  })
  it('that are the settings leaves those of a new shop, and is over when they are put anew', async () => {
    const s = await begun()
    const settings = await get<ShopSettings>(s, '/api/settings')
    flip(s, 'settings', 'value', 'id = 1')
    expect(await get<ShopSettings>(s, '/api/settings')).toMatchObject({
      region: 'us',
      limits: { draw: 'intermittent' },
    })
    expect((await get<DamageList>(s, '/api/damage')).rows).toHaveLength(1)
    expect((await s.call('PUT', '/api/settings', settings)).status).toBe(200)
    expect((await get<DamageList>(s, '/api/damage')).rows).toEqual([])
  })
})

describe('a look through the log that takes a while', () => {
  const torn = { table: 'settings', row: 1, id: '', name: 'the settings of the shop', at: null } as const
  const other = { ...torn, table: 'torches', name: 'a torch' } as const
  it('does not name what was mended while it went on', async () => {
    const damage = new Damage()
    damage.found(torn)
    const looked = damage.looking(
      () => {
        damage.mended(torn)
        return Promise.resolve([torn, other])
      },
      (found) => found,
    )
    expect(await looked).toEqual([torn, other])
    expect(damage.list()).toEqual([other])
  })
  it('names it again when the next look finds it', async () => {
    const damage = new Damage()
    damage.mended(torn)
    await damage.looking(
      () => [torn],
      (found) => found,
    )
    expect(damage.list()).toEqual([torn])
  })
  it('that fails leaves what is known', async () => {
    const damage = new Damage()
    damage.found(torn)
    await expect(
      damage.looking(
        () => Promise.reject(new Error('The disk does not answer.')),
        () => [other],
      ),
    ).rejects.toThrow('The disk does not answer.')
    expect(damage.list()).toEqual([torn])
  })
})

describe('a damaged row that a copy has whole', () => {
  it.each<[string, string, string]>([
    ['log', 'told', "kind = 'cut' AND seq = 9"],
    ['log', 'title', "kind = 'braze'"],
    ['tickets', 'draft', "title = 'Gusset, heel post, top'"],
    ['plans', 'plan', 'rowid = 1'],
    ['run_events', 'step_id', 'rowid = 4'],
    ['torches', 'rig', 'rowid = 1'],
    ['settings', 'value', 'id = 1'],
  ])('of %s (%s) is put back from it, with all that follows from it', async (table, column, where) => {
    const s = await begun()
    await copyDaily(s.data, new Date())
    const rows = `SELECT * FROM ${table} ORDER BY rowid`
    const points = 'SELECT key, live, good, own, tried FROM points ORDER BY key'
    const [was, taught] = [s.db.prepare(rows).all(), s.db.prepare(points).all()]
    flip(s, table, column, where)
    await s.house.tend()
    const { rows: found } = await get<DamageList>(s, '/api/damage')
    expect(found.length).toBeGreaterThan(0)
    for (const { table: t, row, copy } of found) {
      expect(copy?.name).toMatch(/^daily-/)
      expect((await s.call('POST', '/api/damage', { table: t, row })).status).toBe(201)
    }
    expect((await get<DamageList>(s, '/api/damage')).rows).toEqual([])
    expect(s.db.prepare(rows).all()).toEqual(was)
    expect(s.db.prepare(points).all()).toEqual(taught)
    expect([...damagedRows(s.db)].flat()).toEqual([])
    s.db.exec("INSERT INTO log_text (log_text) VALUES ('integrity-check')")
  })
  it('of the log that was taken out altogether is missed by its number, and put back', async () => {
    const s = await begun()
    await copyDaily(s.data, new Date())
    const [line] = (await get<LogPage>(s, '/api/log?kind=braze')).entries
    const { total } = await get<LogPage>(s, '/api/log')
    s.db.pragma('foreign_keys = OFF')
    s.db.exec(`DELETE FROM log WHERE id = '${line?.id ?? ''}'`)
    s.db.pragma('foreign_keys = ON')
    await s.house.tend()
    const { rows } = await get<DamageList>(s, '/api/damage')
    expect(rows).toMatchObject([{ table: 'log', copy: { name: expect.stringContaining('daily') as string } }])
    expect(rows[0]?.name).toContain('the line that was written after')
    await s.call('POST', '/api/damage', { table: 'log', row: rows[0]?.row })
    expect((await get<LogEntry>(s, `/api/log/${line?.id ?? ''}`)).title).toBe(line?.title)
    expect((await get<LogPage>(s, '/api/log')).total).toBe(total)
    expect([...damagedRows(s.db)].flat()).toEqual([])
  })
  it('is not asked for twice, nor for a row that is whole', async () => {
    const s = await begun()
    expect(await s.call('POST', '/api/damage', { table: 'log', row: 1 })).toMatchObject({
      status: 201,
      json: { rows: [] },
    })
    expect((await s.call('POST', '/api/damage', { table: 'songs', row: 1 })).status).toBe(422)
  })
})

describe('the chain of the log', () => {
  it('follows every line that is put in, and knows a line that was changed with its digest', async () => {
    const s = await begun()
    expect([...damagedRows(s.db)].flat()).toEqual([])
    // somebody who knows how lines are signed signs a changed one anew
    s.db.exec("UPDATE log SET title = 'Another', digest = 'f00d' WHERE seq = 5")
    const seqs = [...damagedRows(s.db)]
      .flat()
      .map((r) => s.db.prepare('SELECT seq FROM log WHERE key = ?').pluck().get(r.row))
    expect(seqs).toContain(5)
    expect(seqs).not.toContain(6)
  })
  it('takes a line without a digest as unsigned, not as damaged', () => {
    const folder = tempFolder()
    const db = openDatabase(`${folder}/wimble.sqlite`)
    db.exec(
      `INSERT INTO log (key, seq, id, kind, at, job_name, title, person_name, metal, fuel, handling, outcome, good, told, search, why)
       VALUES (1, 1, '${randomUUID()}', 'fault', '2026-01-01T00:00:00Z', '', '', '', '', '', '', 'none', 0, '{}', '', '')`,
    )
    expect([...damagedRows(db)].flat()).toEqual([])
    db.exec("UPDATE log SET told = '{' ")
    expect([...damagedRows(db)].flat()).toHaveLength(1)
    db.close()
    rmSync(folder, { recursive: true })
  })
})
