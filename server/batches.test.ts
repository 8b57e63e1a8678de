import { randomUUID } from 'node:crypto'
import { rmSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { foldRun, type RunEvent } from '#core/record/run.ts'
import type {
  ApiError,
  Batch,
  CloseOut,
  LogEntry,
  LogPage,
  Piece,
  Run,
  RunChange,
  Today,
} from '#contract/types.ts'
import { cutCameOut } from './demo/results.ts'
import { pieceNamed, tempFolder, testServer, type TestServer } from './test-support.ts'

const NOW = '2026-03-02T08:00:00.000Z'
let server: TestServer
const data = tempFolder()
beforeAll(async () => {
  server = await testServer({ data })
})
afterAll(async () => {
  await server.stop()
  rmSync(data, { recursive: true, force: true })
})

const get = async <T>(path: string) => (await server.call('GET', path)).json as T
const send = (path: string, body: object, method = 'POST') => server.call(method, path, body)

/** A copy of the demo's planned gusset, so that each test has a piece of its own. */
async function gusset(thickness = '20 mm'): Promise<Piece> {
  const piece = await pieceNamed(server, 'Gusset, lower mitre post')
  if (piece.draft.kind !== 'cut') throw new Error('a gusset is cut')
  const id = randomUUID()
  const draft = { ...piece.draft, work: { ...piece.draft.work, thickness } }
  await send('/api/pieces', { id, jobId: piece.jobId, title: `Gusset ${thickness}`, draft })
  return get<Piece>(`/api/pieces/${id}`)
}
async function batchOf(...pieces: readonly (readonly [Piece, number])[]): Promise<Batch> {
  const answer = await send('/api/batches', {
    id: randomUUID(),
    name: 'Lower gate, all of it',
    pieces: pieces.map(([piece, repeats]) => ({ pieceId: piece.id, repeats })),
  })
  expect(answer.status).toBe(201)
  return answer.json as Batch
}
const begin = (batchId: string, id: string = randomUUID()) =>
  send('/api/runs', { id, pieceId: null, batchId, personId: null, at: NOW })
async function begun(batch: Batch): Promise<Run> {
  const id = randomUUID()
  expect(await begin(batch.id, id)).toMatchObject({ status: 201 })
  return get<Run>(`/api/runs/${id}`)
}
const done = (stepId: string) => ({ id: randomUUID(), kind: 'done', stepId, at: NOW, personId: null })
/** Confirms steps from where a run stands until one that is asked for; to its end without. */
async function lead(run: Run, until: (stepId: string) => boolean = () => false): Promise<Run> {
  let events: readonly RunEvent[] = run.events
  for (;;) {
    const { steps, index } = foldRun(run, events)
    const step = steps[index]
    if (!step || until(step.id)) return get<Run>(`/api/runs/${run.id}`)
    const answer = await send(`/api/runs/${run.id}/events`, done(step.id))
    expect(answer, step.id).toMatchObject({ status: 201 })
    events = [...events, (answer.json as RunChange).event]
  }
}
const cameOut = (run: Run, place: number, repeat: number, over: object = {}) =>
  send('/api/log', {
    ...cutCameOut({
      id: randomUUID(),
      pieceId: run.pieces[place - 1]?.pieceId ?? '',
      runId: run.id,
      place,
      repeat,
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
const code = (answer: { readonly json: unknown }) => (answer.json as ApiError).error.code

describe('a batch', () => {
  it('is laid out, changed by version, and put aside', async () => {
    const [a, b] = [await gusset(), await gusset('30 mm')]
    const batch = await batchOf([a, 12], [b, 1])
    expect((await get<Today>('/api/today')).batches[0]).toMatchObject({
      id: batch.id,
      pieces: [{ repeats: 12, piece: { id: a.id } }, { repeats: 1 }],
    })
    const change = { name: 'Other way round', closed: false, version: 1 }
    const pieces = [
      { pieceId: b.id, repeats: 1 },
      { pieceId: a.id, repeats: 10 },
    ]
    const put = (over: object = {}) => send(`/api/batches/${batch.id}`, { ...change, pieces, ...over }, 'PUT')
    expect(await put()).toMatchObject({
      status: 200,
      json: { version: 2, pieces: [{ piece: { id: b.id } }, {}] },
    })
    // sent twice, since the first answer was lost
    expect(await put()).toMatchObject({ status: 200, json: { version: 2 } })
    expect(await put({ name: 'Theirs' })).toMatchObject({ status: 409 })
    expect(await put({ closed: true, version: 2 })).toMatchObject({ status: 200, json: { closed: true } })
    expect((await get<Today>('/api/today')).batches.map((x) => x.id)).not.toContain(batch.id)
    await send('/api/batches', { id: batch.id, name: 'Sent twice', pieces: [] })
    expect((await get<Batch>(`/api/batches/${batch.id}`)).name).toBe('Other way round')
  })
  it('refuses pieces that are not there, numbers that cannot be, and a batch that is not known', async () => {
    const id = randomUUID()
    const piece = await gusset()
    const add = (pieces: object[]) => send('/api/batches', { id, name: 'x', pieces })
    expect(await add([{ pieceId: randomUUID(), repeats: 1 }])).toMatchObject({
      status: 422,
      json: { error: { field: 'pieces[0].pieceId' } },
    })
    for (const repeats of [0, 1.5, 101, '3'])
      expect((await add([{ pieceId: piece.id, repeats }])).status).toBe(422)
    expect((await server.call('GET', `/api/batches/${randomUUID()}`)).status).toBe(404)
    expect(await begin(randomUUID())).toMatchObject({ status: 422 })
    const both = { id: randomUUID(), pieceId: piece.id, batchId: id, personId: null, at: NOW }
    expect(await send('/api/runs', both)).toMatchObject({
      status: 422,
      json: { error: { field: 'pieceId' } },
    })
  })
  it('is not run with nothing in it, with a stop, or while a piece of it is under way', async () => {
    expect(await begin((await batchOf()).id)).toMatchObject({ status: 422 })
    const stopped = await pieceNamed(server, 'Stainless foot')
    const piece = await gusset()
    const refused = await begin((await batchOf([piece, 1], [stopped, 1])).id)
    expect(refused).toMatchObject({ status: 422, json: { error: { code: 'stopped' } } })
    expect((refused.json as ApiError).error.message).toContain('Stainless foot')
    await begun(await batchOf([piece, 2]))
    expect(await begin((await batchOf([piece, 1])).id)).toMatchObject({ status: 409 })
    expect(
      await send('/api/runs', { id: randomUUID(), pieceId: piece.id, personId: null, at: NOW }),
    ).toMatchObject({
      status: 409,
    })
  })
})

describe('the run of a batch', () => {
  it('makes every piece on one set-up, and each making is a line of its own', async () => {
    const [a, b] = [await gusset(), await gusset('30 mm')]
    const batch = await batchOf([a, 2], [b, 1])
    const run = await lead(await begun(batch))
    expect(run).toMatchObject({
      batchId: batch.id,
      title: 'Lower gate, all of it',
      endedAt: NOW,
      logged: false,
    })
    expect(run.pieces.map((p) => [p.pieceId, p.repeats])).toEqual([
      [a.id, 2],
      [b.id, 1],
    ])
    expect(run.steps.filter((s) => s.id.startsWith('shut-cylinders'))).toHaveLength(1)
    for (const id of [a.id, b.id])
      expect(await get<Piece>(`/api/pieces/${id}`)).toMatchObject({ state: 'cut', runId: run.id })
    expect((await get<Today>('/api/today')).batches.map((x) => x.id)).not.toContain(batch.id)
    expect(await cameOut(run, 1, 1)).toMatchObject({ status: 201, json: { title: 'Gusset 20 mm, 1 of 2' } })
    expect(code(await cameOut(run, 1, 1))).toBe('already-logged')
    expect((await cameOut(run, 1, 3)).status).toBe(422)
    expect((await cameOut(run, 3, 1)).status).toBe(422)
    expect((await get<Today>('/api/today')).toWrite.map((r) => r.id)).toContain(run.id)
    await cameOut(run, 1, 2, { slag: 'chisel' })
    expect(await get<Piece>(`/api/pieces/${a.id}`)).toMatchObject({ state: 'failed' })
    await cameOut(run, 2, 1)
    const told = await get<Run>(`/api/runs/${run.id}`)
    expect(told.logged).toBe(true)
    expect(told.lines.map((l) => [l.place, l.repeat, l.line.title])).toEqual([
      [1, 1, 'Gusset 20 mm, 1 of 2'],
      [1, 2, 'Gusset 20 mm, 2 of 2'],
      [2, 1, 'Gusset 30 mm'],
    ])
    expect((await get<Today>('/api/today')).toWrite.map((r) => r.id)).not.toContain(run.id)
    const line = await get<LogEntry>(`/api/log/${told.lines[2]?.line.id}`)
    expect(line.run?.making).toEqual({ place: 2, repeat: 1 })
    expect(line.draft).toMatchObject({ work: { thickness: '30 mm' } })
  })
  it('is left half-way for good: what was made is told, the rest stays planned, and its gas is counted', async () => {
    const [a, b] = [await gusset(), await gusset('30 mm')]
    const batch = await batchOf([a, 3], [b, 1])
    const half = await lead(await begun(batch), (id) => id === 'cut.3')
    await send(`/api/runs/${half.id}/events`, {
      id: randomUUID(),
      kind: 'break',
      name: 'shutdown',
      stepId: 'cut.3',
      at: NOW,
      personId: null,
    })
    const run = await lead(await get<Run>(`/api/runs/${half.id}`))
    expect(foldRun(run, run.events).state).toBe('stopped')
    expect((await get<Today>('/api/today')).toWrite.map((r) => r.id)).toContain(run.id)
    expect(await get<Piece>(`/api/pieces/${a.id}`)).toMatchObject({ state: 'cut' })
    expect(await get<Piece>(`/api/pieces/${b.id}`)).toMatchObject({ state: 'planned' })
    for (const repeat of [1, 2]) expect((await cameOut(run, 1, repeat)).status).toBe(201)
    expect((await get<Run>(`/api/runs/${run.id}`)).logged).toBe(true)
    expect(await get<Piece>(`/api/pieces/${a.id}`)).toMatchObject({ state: 'logged' })
    // two gussets took twice what one takes
    const uses = await get<readonly { oxygenM3: number; at: string }[]>(
      '/api/gas-uses?since=2026-03-02T07:59:00Z',
    )
    const plan = run.pieces[0]?.plan
    const one = plan?.kind === 'cut' ? (plan.figures.oxygenUsed?.value ?? 0) : 0
    expect(uses.map((u) => u.oxygenM3)).toContainEqual(expect.closeTo(2 * one, 9))
    const { pieces } = await get<CloseOut>(`/api/jobs/${a.jobId}/close-out`)
    expect(pieces.find((p) => p.id === a.id)?.runs[0]?.oxygenM3).toBeCloseTo(2 * one, 9)
    // what is left of it can be made another day
    expect((await get<Today>('/api/today')).batches.map((x) => x.id)).toContain(batch.id)
    expect(await begin(batch.id)).toMatchObject({ status: 201 })
  })
  it('tells a screen beside of what was written down, and does not count what was left out of another making', async () => {
    const piece = await gusset()
    const run = await lead(await begun(await batchOf([piece, 2])), (id) => id === 'guide.2')
    await send(`/api/runs/${run.id}/events`, { ...done('guide.2'), kind: 'skip', reason: 'By eye' })
    await lead(await get<Run>(`/api/runs/${run.id}`))
    const [first, second] = [await cameOut(run, 1, 1), await cameOut(run, 1, 2)]
    const told = await get<LogPage>(`/api/log?piece=${piece.id}&kind=cut`)
    const good = (json: unknown) => server.store.log.get((json as { id: string }).id)?.good
    expect(told.total).toBe(2)
    expect([good(first.json), good(second.json)]).toEqual([true, false])
    const left = await get<LogPage>(`/api/log?piece=${piece.id}&kind=override`)
    expect(left.entries[0]?.title).toBe('Gusset 20 mm, 2 of 2')
  })
  it('stands after the server was stopped between two pieces, and goes on', async () => {
    const [a, b] = [await gusset(), await gusset('30 mm')]
    const run = await lead(await begun(await batchOf([a, 2], [b, 1])), (id) => id === 'cut.2')
    await server.stop()
    server = await testServer({ data, empty: true })
    const back = await get<Run>(`/api/runs/${run.id}`)
    expect(foldRun(back, back.events).index).toBe(foldRun(run, run.events).index)
    expect((await lead(back)).endedAt).toBe(NOW)
  })
  it('takes a rig that stands ready by an event of its own, with who set it', async () => {
    const piece = await gusset()
    const [orla] = (await get<{ id: string }[]>('/api/people')) ?? []
    const run = await lead(await begun(await batchOf([piece, 2])), (id) => id === 'rig')
    const ready = (over: object = {}) =>
      send(`/api/runs/${run.id}/events`, {
        id: randomUUID(),
        kind: 'ready',
        stepId: 'rig',
        at: NOW,
        personId: orla?.id ?? null,
        by: orla?.id ?? null,
        purgedS: 600,
        ...over,
      })
    expect(await ready({ purgedS: -1 })).toMatchObject({ status: 422 })
    expect(await ready({ by: randomUUID() })).toMatchObject({ status: 422 })
    expect(await ready()).toMatchObject({ status: 201 })
    const now = await get<Run>(`/api/runs/${run.id}`)
    const { steps, index } = foldRun(now, now.events)
    expect(steps.slice(index, index + 3).map((s) => s.id)).toEqual([
      'ready-oxygen~1',
      'ready-fuel~1',
      'light',
    ])
    const { entries } = await get<LogPage>(`/api/log?piece=${piece.id}&kind=override`)
    expect(entries[0]?.told).toMatchObject({
      reason: expect.stringContaining('purged within the last 10 min'),
    })
    expect((await lead(now)).endedAt).toBe(NOW)
  })
})
