import { randomUUID } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { firstBraze, FIRST_SETTINGS } from '#application/first.ts'
import { PATHS } from '#contract/paths.ts'
import { NO_RUNS, planDraft } from '#application/plan-of.ts'
import { cutDraftSchema, rigSchema, type CutDraft, type Settings } from '#contract/schemas.ts'
import { figureNamed } from '#core/figure.ts'
import { foldRun } from '#core/record/run.ts'
import type {
  Job,
  JobPage,
  LogEntry,
  LogSummary,
  GasUsed,
  LogPage,
  Records,
  Run,
  RunChange,
  StockItem,
  Piece,
  Today,
  Torch,
} from '#contract/types.ts'
import { openDatabase } from './db/open.ts'
import { asAppError } from './errors.ts'
import { CannotStart } from './folder.ts'
import { startServer } from './start.ts'
import { openStore } from './store.ts'
import { brazeCameOut, cutCameOut } from './demo/results.ts'
import { pieceNamed, tempFolder, testServer, type TestServer } from './test-support.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const NOW = '2026-03-02T08:30:00.000Z'
const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).json as T
const planned = (): Promise<Piece> => pieceNamed(server, 'Gusset, lower mitre post')
const copyOf = async (piece: Piece): Promise<Piece> => {
  const id = randomUUID()
  const made = await server.call('POST', '/api/pieces', {
    id,
    jobId: piece.jobId,
    title: `Copy ${id.slice(0, 4)}`,
    draft: piece.draft,
  })
  expect(made.status).toBe(201)
  return get<Piece>(`/api/pieces/${id}`)
}
const start = async (piece: Pick<Piece, 'id'>, personId: string | null = null): Promise<Run> => {
  const id = randomUUID()
  const made = await server.call('POST', '/api/runs', { id, pieceId: piece.id, personId, at: NOW })
  expect(made).toMatchObject({ status: 201, json: { id } })
  return get<Run>(`/api/runs/${id}`)
}
const event = (run: Run, over: object = {}) => ({
  id: randomUUID(),
  kind: 'done',
  stepId: run.steps[0]?.id,
  at: NOW,
  personId: null,
  ...over,
})

describe('the demo log', () => {
  it('has one gusset planned, one half way and three in the log', async () => {
    const { jobs } = await get<JobPage>('/api/jobs')
    const gussets = jobs.find((j) => j.name === 'Lower gate gussets')
    expect(gussets?.pieces.map((t) => t.state).sort()).toEqual([
      'failed',
      'logged',
      'logged',
      'planned',
      'running',
    ])
    const today = await get<Today>('/api/today')
    expect(today.running).toHaveLength(1)
    expect(today.running[0]?.stepsDone).toBeGreaterThan(5)
    const book = await get<LogPage>('/api/log')
    expect(book.total).toBeGreaterThan(40)
    expect(new Set(book.entries.map((e) => e.kind))).toEqual(
      new Set(['cut', 'braze', 'pressure-test', 'vacuum-test']),
    )
  })
})

describe('a run', () => {
  it('freezes the plan, stores each step once, in order, and ends', async () => {
    const run = await start(await copyOf(await planned()))
    expect(run.pieces[0]?.plan.figures).toMatchObject({ cuttingOxygenPressure: { source: 'chart' } })
    const first = event(run)
    const change = { id: run.id, seq: 1, event: first, endedAt: null }
    // a confirmation answers what it changed, and no more
    for (let i = 0; i < 2; i++)
      expect(await server.call('POST', `/api/runs/${run.id}/events`, first)).toMatchObject({
        status: 201,
        json: change,
      })
    expect((await get<Run>(`/api/runs/${run.id}`)).events).toHaveLength(1)
    const other = await server.call('POST', `/api/runs/${run.id}/events`, event(run))
    expect(other).toMatchObject({ status: 409, json: { error: { code: 'step-moved-on' } } })
    for (const step of run.steps.slice(1))
      expect(
        (await server.call('POST', `/api/runs/${run.id}/events`, event(run, { stepId: step.id }))).status,
      ).toBe(201)
    const done = await get<Run>(`/api/runs/${run.id}`)
    expect(done.endedAt).toBe(NOW)
    expect((await get<Today>('/api/today')).toWrite.map((r) => r.id)).toContain(run.id)
  })
  it('is not begun twice on one piece, nor on a piece with a stop; a skip says why', async () => {
    const piece = await copyOf(await planned())
    const run = await start(piece)
    expect(
      await server.call('POST', '/api/runs', {
        id: randomUUID(),
        pieceId: piece.id,
        personId: null,
        at: NOW,
      }),
    ).toMatchObject({ status: 409 })
    expect(
      await server.call('POST', `/api/runs/${run.id}/events`, event(run, { kind: 'skip', reason: ' ' })),
    ).toMatchObject({ status: 422, json: { error: { field: 'reason' } } })
    const stopped = await pieceNamed(server, 'Stainless foot')
    expect(
      await server.call('POST', '/api/runs', {
        id: randomUUID(),
        pieceId: stopped.id,
        personId: null,
        at: NOW,
      }),
    ).toMatchObject({
      status: 422,
      json: { error: { code: 'stopped', message: expect.stringContaining('does not cut') } },
    })
  })
  it('tells a watcher of each change', async () => {
    const run = await start(await copyOf(await planned()))
    const abort = new AbortController()
    const stream = await fetch(`http://127.0.0.1:${server.port}/api/runs/${run.id}/stream`, {
      signal: abort.signal,
    })
    expect(stream.headers.get('content-type')).toContain('text/event-stream')
    const reader = stream.body?.pipeThrough(new TextDecoderStream()).getReader()
    await reader?.read()
    const step = event(run)
    await server.call('POST', `/api/runs/${run.id}/events`, step)
    let heard = ''
    while (!/event: changed\ndata: .*\n\n/.test(heard)) heard += (await reader?.read())?.value ?? ''
    const data = /data: (.*)/.exec(heard)?.[1] ?? ''
    expect(JSON.parse(data)).toEqual({ id: run.id, seq: 1, event: step, endedAt: null })
    abort.abort()
  })
})

describe('a piece', () => {
  it('is changed by version: the second of two screens is told', async () => {
    const piece = await copyOf(await planned())
    const change = (title: string) =>
      server.call('PUT', `/api/pieces/${piece.id}`, { title, draft: piece.draft, version: 1 })
    expect(await change('Mine')).toMatchObject({ status: 200, json: { version: 2 } })
    expect(await change('Mine')).toMatchObject({ status: 200, json: { version: 2 } })
    expect(await change('Theirs')).toMatchObject({
      status: 409,
      json: { error: { code: 'changed-elsewhere' } },
    })
  })
})

/** What came out of a cut, of which only what matters is said. */
const cutEntry = (pieceId: string, over: object = {}) => ({
  ...cutCameOut({
    id: randomUUID(),
    pieceId,
    at: NOW,
    used: {
      tipOrifice: '0.052 in',
      oxygenPressure: '43',
      fuelPressure: '6 psi',
      travelSpeed: '',
      preheat: '',
    },
  }),
  ...over,
})

describe('the log', () => {
  it('keeps what was used and what came out, and gives the kerf to the next plan', async () => {
    const piece = await copyOf(await planned())
    const entry = cutEntry(piece.id, { kerf: '2.2567 mm', note: "It's <b>fine</b>; DROP TABLE log" })
    const made = await server.call('POST', '/api/log', entry)
    expect(made.status).toBe(201)
    expect((made.json as LogSummary).told).toMatchObject({
      note: entry.note,
      used: { oxygenPressure: { si: expect.closeTo(43 * 6894.757, 0) as number }, travelSpeed: null },
      kerf: { si: expect.closeTo(0.0022567, 9) as number },
      verdict: { outcome: 'passed' },
    })
    expect((await server.call('POST', '/api/log', entry)).status).toBe(201)
    const { kerfs } = await get<Records>('/api/records')
    expect(kerfs.filter((k) => Math.abs(k.kerfM - 0.0022567) < 1e-9)).toHaveLength(1)
    for (const kerf of ['20 psi', '3 m'])
      expect(await server.call('POST', '/api/log', cutEntry(piece.id, { kerf }))).toMatchObject({
        status: 422,
        json: { error: { field: 'kerf' } },
      })
    expect(await server.call('POST', '/api/log', cutEntry(piece.id, { sizeWanted: '100 mm' }))).toMatchObject(
      { status: 422, json: { error: { field: 'sizeMeasured' } } },
    )
  })
  it('is corrected by new lines, with who and why, one after another', async () => {
    const piece = await copyOf(await planned())
    const people = await get<{ id: string }[]>('/api/people')
    const first = cutEntry(piece.id, { kerf: '22 mm' })
    await server.call('POST', '/api/log', first)
    const second = cutEntry(piece.id, { kerf: '2.2 mm', corrects: first.id, personId: people[0]?.id })
    expect(await server.call('POST', '/api/log', second)).toMatchObject({
      status: 422,
      json: { error: { field: 'why' } },
    })
    const why = 'The point was left out.'
    expect((await server.call('POST', '/api/log', { ...second, why })).status).toBe(201)
    expect(await get<LogEntry>(`/api/log/${first.id}`)).toMatchObject({
      correctedBy: second.id,
      told: { kerf: { text: '22 mm' } },
    })
    expect(
      await server.call(
        'POST',
        '/api/log',
        cutEntry(piece.id, { corrects: first.id, why, personId: people[0]?.id }),
      ),
    ).toMatchObject({ status: 409, json: { error: { code: 'corrected-already' } } })
    const { kerfs } = await get<Records>('/api/records')
    expect(kerfs.some((k) => k.kerfM > 0.02)).toBe(false)
  })
  it('is narrowed by every field, and each narrows it further', async () => {
    const all = await get<LogPage>('/api/log')
    const of = async (query: string) => (await get<LogPage>(`/api/log?${query}`)).total
    for (const query of [
      'q=paddle',
      'kind=braze',
      'outcome=failed',
      'metal=copper',
      'person=Orla',
      'thinnest=0.02',
      'from=2031-01-01',
      `tip=${0.04 * 0.0254}`,
    ]) {
      expect(await of(query), query).toBeLessThan(all.total)
      expect(await of(`${query}&job=${randomUUID()}`), query).toBe(0)
    }
    expect(await of('q=100%25')).toBe(0)
    expect((await server.call('GET', '/api/log?kind=nonsense')).status).toBe(422)
    expect((await server.call('GET', '/api/log?before=1;DROP')).status).toBe(422)
    expect(all.people).toContain('Orla')
  })
  it('keeps runs, and what was left out of them with its reason', async () => {
    const run = await start(await copyOf(await planned()))
    await server.call(
      'POST',
      `/api/runs/${run.id}/events`,
      event(run, { kind: 'skip', reason: 'Guide is broken' }),
    )
    for (const step of run.steps.slice(1))
      await server.call('POST', `/api/runs/${run.id}/events`, event(run, { stepId: step.id }))
    const { entries } = await get<LogPage>(`/api/log?piece=${run.pieces[0]?.pieceId}`)
    expect(entries.map((e) => e.told)).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ kind: 'run', state: 'finished', skipped: 1 }),
        expect.objectContaining({ kind: 'override', reason: 'Guide is broken' }),
      ]),
    )
    // and nothing is learnt from it, however well it went
    const made = await server.call(
      'POST',
      '/api/log',
      cutEntry(run.pieces[0]?.pieceId ?? '', { runId: run.id }),
    )
    expect(made.status).toBe(201)
    const learnt = server.db
      .prepare('SELECT p.good, p.live FROM points p JOIN log l ON l.key = p.key WHERE l.id = ?')
      .get((made.json as LogSummary).id)
    expect(learnt).toEqual({ good: 0, live: 1 })
  })
  it('takes readings of a run, typed or from an instrument, and faults that were looked into', async () => {
    const run = await start(await copyOf(await planned()))
    const reading = {
      id: randomUUID(),
      runId: run.id,
      personId: null,
      at: NOW,
      figure: 'cuttingOxygenPressure',
      text: '41 psi',
      device: '',
    }
    expect(await server.call('POST', '/api/readings', reading)).toMatchObject({
      status: 201,
      json: {
        told: {
          kind: 'reading',
          si: expect.closeTo(41 * 6894.757, 0) as number,
          target: { value: expect.any(Number) as number },
        },
      },
    })
    expect(
      (await server.call('POST', '/api/readings', { ...reading, id: randomUUID(), text: 'much' })).status,
    ).toBe(422)
    expect(
      (await server.call('POST', '/api/readings', { ...reading, id: randomUUID(), figure: 'luck' })).status,
    ).toBe(422)
    const fault = {
      id: randomUUID(),
      pieceId: run.pieces[0]?.pieceId,
      runId: run.id,
      personId: null,
      at: NOW,
      signs: ['drag-leans'],
      cause: 'too-fast',
    }
    expect(await server.call('POST', '/api/faults', fault)).toMatchObject({
      status: 201,
      json: { told: { cause: 'Going too fast' } },
    })
    expect(
      (await server.call('POST', '/api/faults', { ...fault, id: randomUUID(), cause: 'bad-luck' })).status,
    ).toBe(422)
  })
  it('holds a reading against where the needle was to stand: higher by the rise where nothing flows', async () => {
    const settings = (await server.call('GET', '/api/settings')).json as Settings
    const targetBy = async (setPressures: string) => {
      const methods = { ...settings.methods, setPressures }
      await server.call('PUT', '/api/settings', { ...settings, methods })
      const run = await start(await copyOf(await planned()))
      const reading = { id: randomUUID(), runId: run.id, personId: null, at: NOW, device: '' }
      const { json } = await server.call('POST', '/api/readings', {
        ...reading,
        figure: 'cuttingOxygenPressure',
        text: '41 psi',
      })
      return (json as { told: { target: { value: number } } }).told.target.value
    }
    const rise = (await targetBy('static')) - (await targetBy('flowing'))
    await server.call('PUT', '/api/settings', settings)
    expect(rise / 6894.757).toBeCloseTo(2, 3)
  })
  it('writes a braze down, holds it against the limits, and learns from it only while its tests hold', async () => {
    const piece = await pieceNamed(server, 'Valve tail')
    const used = {
      tipOrifice: '0.052 in',
      oxygenPressure: '6 psi',
      fuelPressure: '6 psi',
      timeToTemperature: '41 s',
      trialHeat: '',
      fillerLength: '55 mm',
    }
    const good = brazeCameOut({ id: randomUUID(), pieceId: piece.id, at: NOW, used }, 'socket')
    expect(await server.call('POST', '/api/log', good)).toMatchObject({
      status: 201,
      json: { outcome: 'passed' },
    })
    const mine = async () =>
      (await get<Records>('/api/records')).brazes.filter((b) => b.timeToTemperatureS === 41)
    expect(await mine()).toHaveLength(1)
    const bad = { ...good, id: randomUUID(), places: { ...good.places, 6: 'gap' } }
    expect(await server.call('POST', '/api/log', bad)).toMatchObject({ json: { outcome: 'failed' } })
    expect(
      (await server.call('POST', '/api/log', { ...good, id: randomUUID(), places: { 13: 'full' } })).status,
    ).toBe(422)
    expect(
      (await server.call('POST', '/api/log', { ...good, id: randomUUID(), penetration: ['80 %'] })).status,
    ).toBe(422)
    expect(await server.call('POST', '/api/log', cutEntry(piece.id))).toMatchObject({
      json: { error: { code: 'other-kind' } },
    })
  })
})

describe('breaks and people of a run', () => {
  const taken = (run: Run, name: string) =>
    event(run, { kind: 'break', stepId: run.steps[at(run)]?.id, name, stand: 'lit' })
  const at = (run: Run) => foldRun(run, run.events).index
  const upTo = async (id: string): Promise<Run> => {
    const run = await start(await copyOf(await planned()))
    for (const step of run.steps.slice(
      0,
      run.steps.findIndex((s) => s.id === id),
    ))
      await server.call('POST', `/api/runs/${run.id}/events`, event(run, { stepId: step.id }))
    return get<Run>(`/api/runs/${run.id}`)
  }
  it('takes a break that the run was frozen with, and no other', async () => {
    const run = await upTo('cut')
    const path = `/api/runs/${run.id}/events`
    expect(await server.call('POST', path, taken(run, 'attachment-change'))).toMatchObject({
      status: 409,
    })
    expect((await server.call('POST', path, taken(run, 'relight'))).status).toBe(201)
    const after = await get<Run>(`/api/runs/${run.id}`)
    const { steps, index } = foldRun(after, after.events)
    expect(steps[index]?.id).toBe('after-pop~1')
    expect(
      (await server.call('POST', path, { ...event(after), stepId: 'after-pop~1', kind: 'done' })).status,
    ).toBe(201)
  })
  it('ends a run that is shut down before its end, and asks for nothing to be written', async () => {
    const run = await upTo('cut')
    const path = `/api/runs/${run.id}/events`
    let change = (await server.call('POST', path, taken(run, 'shutdown'))).json as RunChange
    const events = [...run.events, change.event]
    for (;;) {
      const { steps, index, state } = foldRun(run, events)
      if (state !== 'running') break
      change = (await server.call('POST', path, event(run, { stepId: steps[index]?.id ?? '' })))
        .json as RunChange
      events.push(change.event)
      expect(change.seq).toBe(events.length)
    }
    expect(change.endedAt).not.toBeNull()
    expect((await get<Today>('/api/today')).toWrite.map((r) => r.id)).not.toContain(run.id)
  })
  it('leaves out no step that changes the line but by a proof, and none that nothing proves', async () => {
    const orla = (await get<{ id: string; name: string }[]>('/api/people')).find((p) => p.name === 'Orla')?.id
    const run = await upTo('set-oxygen')
    const say = (stepId: string, over: object) =>
      server.call('POST', `/api/runs/${run.id}/events`, event(run, { stepId, ...over }))
    const oxygen = figureNamed(run.pieces[0]?.plan ?? { figures: {} }, 'cuttingOxygenPressure')?.value ?? 0
    const reading = (si: number, by: string | null | undefined = orla) =>
      say('set-oxygen', { kind: 'assert', proof: { kind: 'reading', by, si } })
    const refused = { status: 422, json: { error: { code: 'skip-refused' } } }
    expect(await say('set-oxygen', { kind: 'skip', reason: 'Still set' })).toMatchObject(refused)
    expect(await reading(oxygen * 1.6)).toMatchObject(refused)
    expect(await reading(oxygen, null)).toMatchObject(refused)
    expect((await reading(oxygen, randomUUID())).status).toBe(422)
    for (const proof of [{ kind: 'seen', by: orla }, { kind: 'told' }, 'yes', null])
      expect((await say('set-oxygen', { kind: 'assert', proof })).status, JSON.stringify(proof)).toBe(422)
    expect((await reading(oxygen)).status).toBe(201)
    // it stands as it was proved, and can be read again
    const stored = await get<Run>(`/api/runs/${run.id}`)
    expect(stored.events.at(-1)).toMatchObject({ kind: 'assert', proof: { kind: 'reading', by: orla } })
    const [line] = (await get<LogPage>(`/api/log?piece=${run.pieces[0]?.pieceId}&kind=override`)).entries
    expect(line?.told).toMatchObject({ reason: expect.stringMatching(/^Set already, seen by Orla: \d/) })
    const lit = await upTo('light')
    const light = (over: object) =>
      server.call('POST', `/api/runs/${lit.id}/events`, event(lit, { stepId: 'light', ...over }))
    expect(await light({ kind: 'skip', reason: 'It burns' })).toMatchObject(refused)
    expect(await light({ kind: 'assert', proof: { kind: 'seen', by: orla } })).toMatchObject(refused)
  })
  it('has the marked steps of an apprentice confirmed by an instructor', async () => {
    const [apprentice, instructor] = [randomUUID(), randomUUID()]
    for (const [id, name, role] of [
      [apprentice, 'Lark', 'apprentice'],
      [instructor, 'Heron', 'instructor'],
    ] as const) {
      await server.call('POST', '/api/people', { id, name })
      await server.call('PUT', `/api/people/${id}`, { name, active: true, role })
    }
    const piece = await copyOf(await planned())
    const run = await start(piece, apprentice)
    const marked = run.steps.findIndex((s) => s.instructor === true)
    for (const step of run.steps.slice(0, marked))
      await server.call(
        'POST',
        `/api/runs/${run.id}/events`,
        event(run, { stepId: step.id, personId: apprentice }),
      )
    const confirm = (personId: string | null) =>
      server.call(
        'POST',
        `/api/runs/${run.id}/events`,
        event(run, { stepId: run.steps[marked]?.id ?? '', personId }),
      )
    expect(await confirm(apprentice)).toMatchObject({
      status: 422,
      json: { error: { code: 'instructor-wanted' } },
    })
    expect((await confirm(instructor)).status).toBe(201)
  })
})

describe('the rig', () => {
  it('keeps things as typed, once, and says which field cannot be', async () => {
    const id = randomUUID()
    const thing = { id, kind: 'arrestor', name: 'Arrestor', fields: { gas: 'oxygen', checked: '2026-01-05' } }
    expect((await server.call('POST', '/api/gear', thing)).status).toBe(201)
    expect((await server.call('POST', '/api/gear', thing)).status).toBe(201)
    expect((await get<{ id: string }[]>('/api/gear')).filter((g) => g.id === id)).toHaveLength(1)
    const bad = { ...thing, id: randomUUID(), fields: { gas: 'steam' } }
    expect(await server.call('POST', '/api/gear', bad)).toMatchObject({
      status: 422,
      json: { error: { field: 'fields.gas' } },
    })
    const change = { name: 'Arrestor, old', fields: { gas: 'oxygen' }, active: false }
    expect(await server.call('PUT', `/api/gear/${id}`, change)).toMatchObject({ status: 200, json: change })
    expect(
      (await server.call('PUT', `/api/gear/${id}`, { ...change, fields: { checked: 'soon' } })).status,
    ).toBe(422)
    expect((await server.call('PUT', `/api/gear/${randomUUID()}`, change)).status).toBe(404)
  })
  it('changes a torch, and refuses what its manual cannot say', async () => {
    const [torch] = await get<Torch[]>('/api/torches')
    if (!torch) throw new Error('no torch')
    const rig = { ...torch.rig, torch: { ...torch.rig.torch, shutdown: 'fuel-first' } }
    const path = `/api/torches/${torch.id}`
    expect(await server.call('PUT', path, { name: torch.name, rig })).toMatchObject({
      status: 200,
      json: { rig: { torch: { shutdown: 'fuel-first' } } },
    })
    const odd = { ...rig, torch: { ...rig.torch, shutdown: 'kick' } }
    expect(await server.call('PUT', path, { name: torch.name, rig: odd })).toMatchObject({
      status: 422,
      json: { error: { field: 'rig.torch.shutdown' } },
    })
    expect((await server.call('PUT', `/api/torches/${randomUUID()}`, { name: 'x', rig })).status).toBe(404)
  })
})

describe('people and settings', () => {
  it('knows nobody twice, and lets a name be changed', async () => {
    const id = randomUUID()
    expect((await server.call('POST', '/api/people', { id, name: 'Wren' })).status).toBe(201)
    expect(await server.call('POST', '/api/people', { id: randomUUID(), name: 'wren' })).toMatchObject({
      status: 409,
    })
    expect(
      await server.call('PUT', `/api/people/${id}`, { name: 'Wrenna', active: false, role: 'apprentice' }),
    ).toMatchObject({
      status: 200,
      json: { name: 'Wrenna', active: false, role: 'apprentice' },
    })
  })
  it('refuses an altitude that cannot be', async () => {
    const settings = await get<object>('/api/settings')
    expect(await server.call('PUT', '/api/settings', { ...settings, altitude: '90000 ft' })).toMatchObject({
      status: 422,
      json: { error: { field: 'altitude' } },
    })
    expect(await server.call('PUT', '/api/settings', { ...settings, altitude: '300 ft' })).toMatchObject({
      status: 200,
    })
    await server.call('PUT', '/api/settings', settings)
  })
})

describe('malformed requests', () => {
  const NASTY: unknown[] = [
    null,
    7,
    true,
    [],
    {},
    '',
    '\u0000',
    "'; DROP TABLE runs; --",
    '<script>alert(1)</script>',
    '../../etc/passwd',
    'x'.repeat(5000),
    Number.MAX_VALUE,
    { $ne: 1 },
    { __proto__: { admin: true } },
    ['a'],
    '9'.repeat(400),
    '😀'.repeat(200),
    '2026-13-99T99:99:99Z',
    randomUUID().slice(1),
  ]
  const counts = () =>
    ['people', 'torches', 'jobs', 'tickets', 'runs', 'run_events', 'log'].map((t) =>
      server.db.prepare(`SELECT count(*) AS n FROM ${t}`).get(),
    )

  it('each is a 4xx with a sentence, and nothing is stored: over 200 of them', async () => {
    const piece = await planned()
    const run = (await get<Today>('/api/today')).running[0]
    const good: Record<string, object> = {
      putSettings: await get<object>('/api/settings'),
      addPerson: { id: randomUUID(), name: 'Ash' },
      changePerson: { name: 'Ash', active: true, role: 'practised' },
      addGear: { id: randomUUID(), kind: 'hose', name: 'Red', fields: {} },
      changeGear: { name: 'Red', fields: {}, active: true },
      changeTorch: { name: 'Spare', rig: piece.draft.rig },
      addTorch: { id: randomUUID(), name: 'Spare', rig: piece.draft.rig },
      addJob: { id: randomUUID(), name: 'Sluice', place: '' },
      addPiece: { id: randomUUID(), jobId: piece.jobId, title: 'Plate', draft: piece.draft },
      changePiece: { title: 'Plate', draft: piece.draft, version: 1 },
      startRun: { id: randomUUID(), pieceId: piece.id, personId: null, at: NOW },
      addRunEvent: {
        id: randomUUID(),
        kind: 'done',
        stepId: 'set-oxygen',
        at: NOW,
        personId: null,
      },
      addLog: {
        id: randomUUID(),
        pieceId: piece.id,
        runId: null,
        personId: null,
        at: NOW,
        used: { tipOrifice: '', oxygenPressure: '', fuelPressure: '', travelSpeed: '' },
        edge: 'sharp',
        slag: 'none',
        drop: 'no',
        kerf: '',
        note: '',
      },
    }
    // what a field may hold without the request being wrong
    const fine = (field: string, value: unknown) => {
      if (value === null) return /personId|reason|runId|torchId/.test(field)
      if (value === true) return field === 'active'
      // an empty shelf is a shelf
      if (Array.isArray(value)) return field === 'shelf' && value.length === 0
      // and a thing of which nothing more is said is a thing
      if (field === 'fields' && typeof value === 'object') return true
      if (value === '') return /place|note|kerf|reason|altitude/.test(field)
      const room = /^(note|reason)$/.test(field) ? 500 : /^(name|title|place)$/.test(field) ? 120 : 0
      return typeof value === 'string' && value.length <= room && !value.includes('\u0000')
    }
    const before = counts()
    let sent = 0
    for (const [route, body] of Object.entries(good)) {
      const { method, path } = PATHS[route as keyof typeof PATHS]
      const url = path.replace(':id', route === 'addRunEvent' ? (run?.id ?? '') : piece.id)
      const bad: unknown[] = [...NASTY.filter((v) => typeof v !== 'string'), { ...body, surplus: 1 }]
      for (const field of Object.keys(body)) {
        bad.push(Object.fromEntries(Object.entries(body).filter(([k]) => k !== field)))
        for (const value of NASTY) if (!fine(field, value)) bad.push({ ...body, [field]: value })
      }
      for (const value of bad) {
        const answer = await server.call(method, url, value === undefined ? '' : JSON.stringify(value))
        const where = `${route} ${JSON.stringify(value).slice(0, 120)}`
        expect(answer.status, where).toBeGreaterThanOrEqual(400)
        expect(answer.status, where).toBeLessThan(500)
        expect((answer.json as { error: { message: string } }).error.message, where).toMatch(/^\S.*[.?]$/)
        sent += 1
      }
    }
    expect(sent).toBeGreaterThan(200)
    expect(counts()).toEqual(before)
  })

  it.each([
    ['GET', '/api/nothing', undefined, 404],
    ['DELETE', '/api/jobs', undefined, 405],
    ['GET', `/api/jobs/${randomUUID()}`, undefined, 404],
    ['GET', '/api/jobs/1 OR 1=1', undefined, 404],
    ['GET', '/api/runs/%00', undefined, 404],
    ['GET', `/api/log/${randomUUID()}`, undefined, 404],
    ['GET', `/api/runs/${randomUUID()}/stream`, undefined, 404],
    ['POST', '/api/people', '{', 400],
    ['POST', '/api/people', '"text"', 400],
    ['POST', '/api/people', `{"id":"${'x'.repeat(400_000)}"}`, 413],
  ])('%s %s is refused', async (method, path, body, status) => {
    const answer = await server.call(method, path, body)
    expect(answer.status).toBe(status)
    expect(answer.json).toMatchObject({ error: { message: expect.stringMatching(/\.$/) } })
  })
  it('answers no other site and no other content type', async () => {
    expect(
      await server.call('GET', '/api/jobs', undefined, { Origin: 'http://elsewhere.example' }),
    ).toMatchObject({ status: 403 })
    expect(await server.call('POST', '/api/people', '{}', { 'Content-Type': 'text/plain' })).toMatchObject({
      status: 415,
    })
  })
  it('carries the headers that keep pages apart', async () => {
    const response = await fetch(`http://127.0.0.1:${server.port}/api/health`)
    expect(response.headers.get('content-security-policy')).toContain("default-src 'self'")
    expect(response.headers.get('x-content-type-options')).toBe('nosniff')
  })
})

describe('the disk', () => {
  it('a full disk is said, nothing is stored, and the same request goes through once there is room', async () => {
    const run = await start(await copyOf(await planned()))
    const step = event(run)
    const pages = Number(server.db.pragma('page_count', { simple: true }))
    server.db.pragma(`max_page_count = ${pages}`)
    // fill what free room the last page has
    const note = server.db.prepare("INSERT INTO jobs (id, name, place, created_at) VALUES (?, ?, '', '')")
    expect(() => {
      for (;;) note.run(randomUUID(), 'filler'.repeat(40))
    }).toThrow(/full/)
    let answer = await server.call('POST', `/api/runs/${run.id}/events`, step)
    for (let i = 0; answer.status === 201 && i < 400; i++) {
      const now = await get<Run>(`/api/runs/${run.id}`)
      answer = await server.call(
        'POST',
        `/api/runs/${run.id}/events`,
        event(now, { kind: 'trouble', reason: 'x'.repeat(480) }),
      )
    }
    expect(answer).toMatchObject({ status: 507, json: { error: { code: 'disk-full' } } })
    server.db.pragma('max_page_count = 1000000')
    server.db.prepare("DELETE FROM jobs WHERE place = '' AND created_at = ''").run()
    expect((await server.call('POST', `/api/runs/${run.id}/events`, step)).status).toBe(201)
  })
  it('tells a full or failing disk from a fault of its own', () => {
    const failing = (code: string) => asAppError(Object.assign(new Error('x'), { code }))
    expect(failing('SQLITE_FULL')).toMatchObject({ status: 507, code: 'disk-full' })
    expect(failing('SQLITE_IOERR_WRITE')).toMatchObject({ status: 507, code: 'disk-fails' })
    expect(failing('SQLITE_BUSY')).toMatchObject({ status: 503 })
    expect(failing('OTHER')).not.toHaveProperty('status')
  })
})

describe('the database', () => {
  it('keeps its promises: WAL, every commit on disk, foreign keys', () => {
    expect(server.db.pragma('journal_mode', { simple: true })).toBe('wal')
    expect(server.db.pragma('synchronous', { simple: true })).toBe(2)
    expect(server.db.pragma('foreign_keys', { simple: true })).toBe(1)
  })
  it('copies itself before it is brought forward, and refuses a newer one', () => {
    const folder = tempFolder()
    const file = join(folder, 'wimble.sqlite')
    const old = new Database(file)
    old.exec('CREATE TABLE keep (x)')
    old.pragma('user_version = 99')
    old.close()
    expect(() => openDatabase(file)).toThrow(/newer Wimble/)
    const db = openDatabase(join(folder, 'a', 'wimble.sqlite'))
    db.pragma('user_version = 0')
    db.close()
    expect(existsSync(join(folder, 'a', 'backups'))).toBe(false)
    rmSync(folder, { recursive: true })
  })
  it('keeps a braze, tells it in a few words, and leads through it to its end', async () => {
    const job = { id: randomUUID(), name: 'Manifold', place: '' }
    const work = firstBraze(FIRST_SETTINGS).work
    const piece = {
      id: randomUUID(),
      jobId: job.id,
      title: 'Branch',
      draft: { ...firstBraze(FIRST_SETTINGS), assumed: [] as string[] },
    }
    await server.call('POST', '/api/jobs', job)
    const kept = (await server.call('POST', '/api/pieces', piece)).json
    expect(kept).toMatchObject({ kind: 'braze', about: 'braze, socket: copper ASTM B88 3/4 L', version: 1 })
    // what was typed is with the one who typed it
    expect(kept).not.toHaveProperty('draft')
    expect((await get<Piece>(`/api/pieces/${piece.id}`)).draft).toMatchObject({ work })
    const begun = await start(piece)
    const run = { id: begun.id }
    expect(begun.pieces[0]?.plan.kind).toBe('braze')
    for (const step of begun.steps)
      await server.call(
        'POST',
        `/api/runs/${run.id}/events`,
        event(begun, { stepId: step.id, at: new Date().toISOString() }),
      )
    const after = (await server.call('GET', `/api/jobs/${job.id}`)).json as Job
    expect(after.pieces[0]?.state).toBe('brazed')
    // a braze has no edge to be written down, and its fire watch goes on
    const today = await get<Today>('/api/today')
    expect(today.toWrite.map((r) => r.id)).toContain(run.id)
    expect(today.watched.find((r) => r.id === run.id)?.clocks.map((c) => c.what)).toContain('Fire watch')
    // what it took counts against the cylinders, by the torch that it was planned with
    const uses = await get<GasUsed[]>('/api/gas-uses?since=2020-01-01T00:00:00Z')
    expect(uses.at(-1)).toMatchObject({ torchId: null, fuel: 'acetylene' })
    expect(uses.at(-1)?.fuelM3).toBeGreaterThan(0)
    const bad = { ...piece, id: randomUUID(), draft: { ...piece.draft, work: { ...work, joint: 7 } } }
    expect((await server.call('POST', '/api/pieces', bad)).status).toBe(422)
  })
  it('brings a piece of the first release forward, after a copy', () => {
    const folder = tempFolder()
    const file = join(folder, 'wimble.sqlite')
    const old = new Database(file)
    old.exec(readFileSync(join(import.meta.dirname, 'db', 'migrations', '001-first.sql'), 'utf8'))
    old.pragma('user_version = 1')
    const work = {
      metal: 'low-carbon-steel',
      thickness: '3/4 in',
      length: '24 in',
      start: 'edge',
      surface: 'coated',
      temperature: '55 °F',
    }
    const hose = { length: '50 ft', bore: '1/4 in' }
    const rig = {
      fuel: 'acetylene',
      tipOrifice: '',
      tipRadius: '1/4 in',
      tipBelowCollar: '1 in',
      handling: 'hand',
      guide: 'part',
      oxygenHose: hose,
      oxygenPurity: '99.5 %',
      acetyleneCylinder: '',
      chart: [],
    }
    const draft = JSON.stringify({ kind: 'cut', torchId: null, work, rig })
    old.exec(`INSERT INTO jobs VALUES ('j', 'Old job', '', '${NOW}')`)
    old
      .prepare('INSERT INTO tickets VALUES (?, ?, ?, ?, 1, ?, ?)')
      .run('t', 'j', 'Old piece', draft, NOW, NOW)
    old.prepare('INSERT INTO torches VALUES (?, ?, ?, ?)').run('o', 'Old torch', JSON.stringify(rig), NOW)
    old.close()
    const db = openDatabase(file)
    const store = openStore(db)
    const piece = store.pieces.get('t')
    expect(piece?.draft).toMatchObject({ torchId: null, work: { ...work, shape: 'straight' }, rig })
    expect(cutDraftSchema.isValidSync(piece?.draft, { strict: true })).toBe(true)
    expect(planDraft(piece?.draft as CutDraft, FIRST_SETTINGS, NO_RUNS).ok).toBe(true)
    expect(rigSchema.isValidSync(store.torches.get('o')?.rig, { strict: true })).toBe(true)
    db.close()
    expect(readdirSync(join(folder, 'backups'))).toHaveLength(1)
    rmSync(folder, { recursive: true })
  })
  it('refuses a port in use and a folder that cannot be made, in one sentence', async () => {
    const data = tempFolder()
    await expect(startServer({ port: server.port, data, version: 'x' })).rejects.toThrow(/Port \d+ is in use/)
    await expect(startServer({ port: 0, data: '/proc/nowhere', version: 'x' })).rejects.toThrow(CannotStart)
    expect(readdirSync(data).length).toBeGreaterThan(0)
    rmSync(data, { recursive: true })
  })
})

describe('drawings and the rack', () => {
  const outline = { id: randomUUID(), name: 'Plate.svg', format: 'svg', unit: '', text: '<svg/>' }
  it('keeps a drawing as it came, once', async () => {
    expect((await server.call('POST', '/api/outlines', outline)).status).toBe(201)
    expect((await server.call('POST', '/api/outlines', outline)).status).toBe(201)
    expect(await get(`/api/outlines/${outline.id}`)).toEqual(outline)
    expect((await server.call('GET', `/api/outlines/${randomUUID()}`)).status).toBe(404)
    expect((await server.call('POST', '/api/outlines', { ...outline, format: 'exe' })).status).toBe(422)
  })
  it('keeps the shop’s own tips, each name once', async () => {
    const tip = { id: randomUUID(), name: 'Little one', orifice: '#65' }
    for (let n = 0; n < 2; n++) expect((await server.call('POST', '/api/tips', tip)).status).toBe(201)
    expect((await server.call('POST', '/api/tips', { ...tip, id: randomUUID() })).status).toBe(409)
    const bad = await server.call('POST', '/api/tips', {
      ...tip,
      id: randomUUID(),
      name: 'X',
      orifice: 'wide',
    })
    expect(bad.status).toBe(422)
    expect((await get<{ name: string }[]>('/api/tips')).filter((t) => t.name === 'Little one')).toHaveLength(
      1,
    )
  })
  it('refuses a price that is no number, at its field', async () => {
    const settings = await get<typeof FIRST_SETTINGS>('/api/settings')
    const put = (prices: object) =>
      server.call('PUT', '/api/settings', { ...settings, prices: { ...settings.prices, ...prices } })
    expect(await put({ fuel: 'dear' })).toMatchObject({
      status: 422,
      json: { error: { field: 'prices.fuel' } },
    })
    expect((await put({ fuel: '61,50' })).status).toBe(200)
  })
  it('takes a drawing of megabytes, while all else stays small', async () => {
    const big = { ...outline, id: randomUUID(), text: 'x'.repeat(3_000_000) }
    expect((await server.call('POST', '/api/outlines', big)).status).toBe(201)
    expect(
      (await server.call('POST', '/api/jobs', { id: randomUUID(), name: 'x'.repeat(3e6), place: '' })).status,
    ).toBe(413)
  })
  it('books a cut once: bars off, remnants on; and never more than there are', async () => {
    const bar = { id: randomUUID(), name: 'Flat 60 × 10', lengthM: 6, count: 3 }
    const remnant = { id: randomUUID(), name: 'Flat 60 × 10', lengthM: 1.2, count: 1 }
    await server.call('POST', '/api/stock', bar)
    await server.call('POST', '/api/stock', bar)
    const cut = { id: randomUUID(), taken: [{ id: bar.id, count: 2 }], remnants: [remnant] }
    for (let n = 0; n < 2; n++) expect((await server.call('POST', '/api/stock/cuts', cut)).status).toBe(201)
    const rack = await get<StockItem[]>('/api/stock')
    expect(rack.find((s) => s.id === bar.id)?.count).toBe(1)
    expect(rack.find((s) => s.id === remnant.id)).toMatchObject({ origin: 'remnant', lengthM: 1.2 })
    const again = await server.call('POST', '/api/stock/cuts', { ...cut, id: randomUUID() })
    expect(again.status).toBe(409)
    expect((await get<StockItem[]>('/api/stock')).find((s) => s.id === bar.id)?.count).toBe(1)
    const unknown = { ...cut, id: randomUUID(), taken: [{ id: randomUUID(), count: 1 }] }
    expect((await server.call('POST', '/api/stock/cuts', unknown)).status).toBe(422)
  })
})
