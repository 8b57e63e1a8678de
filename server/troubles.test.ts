import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { OpenTrouble, Person, Piece, Run } from '#contract/types.ts'
import { openTroubles } from './routes/troubles.ts'
import { pieceNamed, testServer, type TestServer } from './test-support.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer({})
})
afterAll(() => server.stop())

const AT = '2026-03-02T08:00:00.000Z'
const post = (body: object) =>
  server.call('POST', '/api/troubles', {
    id: randomUUID(),
    pieceId: null,
    runId: null,
    personId: null,
    at: AT,
    card: 'flashback',
    step: 'seen',
    what: '',
    of: null,
    ...body,
  })
const open = async () => (await server.call('GET', '/api/troubles')).json as OpenTrouble[]
const person = async (role: string): Promise<string> => {
  const people = (await server.call('GET', '/api/people')).json as Person[]
  const found = people.find((p) => p.role === role) ?? people[0]
  if (!found) throw new Error('nobody works here')
  if (found.role !== role)
    await server.call('PUT', `/api/people/${found.id}`, { name: found.name, active: true, role })
  return found.id
}
const cleared = async (of: string, part: object = {}) =>
  post({ step: 'cleared', of, personId: await person('practised'), what: 'Hose scrapped', ...part })
const begin = async (piece: Pick<Piece, 'id'>) => {
  const id = randomUUID()
  return {
    id,
    ...(await server.call('POST', '/api/runs', { id, pieceId: piece.id, personId: null, at: AT })),
  }
}
/** Another piece like one of the yard, and the same with no torch of the shop. */
const copyOf = async (title: string, torchId?: null): Promise<Piece> => {
  const { jobId, draft } = await pieceNamed(server, title)
  const body = { id: randomUUID(), jobId, title: `${title} ${randomUUID().slice(0, 4)}` }
  const own = torchId === null ? { ...draft, torchId: null } : draft
  return (await server.call('POST', '/api/pieces', { ...body, draft: own })).json as Piece
}

describe('what is told of a trouble', () => {
  it('is stored once however often it is sent, with the acts that were done about it', async () => {
    const id = randomUUID()
    expect((await post({ id })).status).toBe(201)
    expect((await post({ id })).status).toBe(201)
    await post({ step: 'done', of: id, what: 'Oxygen torch valve shut. At once' })
    expect(await open()).toMatchObject([
      { id, card: 'flashback', done: ['Oxygen torch valve shut. At once'] },
    ])
    expect((await cleared(id)).status).toBe(201)
    expect(await open()).toEqual([])
    expect(await cleared(id)).toMatchObject({ status: 409, json: { error: { code: 'not-open' } } })
  })
  it('holds nothing where it is not grave', async () => {
    expect((await post({ card: 'cut-lost' })).status).toBe(201)
    expect(await open()).toEqual([])
  })
  it.each([
    ['a card that is not known', { card: 'nap' }, 'card'],
    ['a run that is not there', { runId: randomUUID() }, 'runId'],
    ['a piece that is not there', { pieceId: randomUUID() }, 'pieceId'],
    ['an act about nothing', { step: 'done', what: 'Shut it' }, 'of'],
    ['an act about what was never seen', { step: 'done', what: 'Shut it', of: randomUUID() }, 'of'],
    ['a sight that is about another', { of: randomUUID() }, 'of'],
    ['nobody’s clearing', { step: 'cleared', of: randomUUID(), what: 'Looked at' }, 'personId'],
  ])('is refused at its field: %s', async (_what, body, field) => {
    expect(await post(body)).toMatchObject({ status: 422, json: { error: { field } } })
  })
  it('is cleared by no apprentice, and not without what was found', async () => {
    const id = randomUUID()
    await post({ id })
    const people = (await server.call('GET', '/api/people')).json as Person[]
    const last = people.at(-1)
    await server.call('PUT', `/api/people/${last?.id}`, {
      name: last?.name,
      active: true,
      role: 'apprentice',
    })
    expect(await cleared(id, { personId: last?.id })).toMatchObject({
      status: 422,
      json: { error: { code: 'instructor-wanted' } },
    })
    expect(await cleared(id, { what: '' })).toMatchObject({ status: 422, json: { error: { field: 'what' } } })
    expect((await cleared(id)).status).toBe(201)
  })
})

describe('something grave', () => {
  it('holds its run: no step of the work, only the way out', async () => {
    const piece = await copyOf('Wear strips')
    const { id, status } = await begin(piece)
    expect(status).toBe(201)
    const trouble = randomUUID()
    await post({ id: trouble, runId: id, pieceId: piece.id })
    const run = (await server.call('GET', `/api/runs/${id}`)).json as Run
    const said = (body: object) =>
      server.call('POST', `/api/runs/${id}/events`, {
        id: randomUUID(),
        stepId: run.steps[0]?.id,
        at: AT,
        personId: null,
        ...body,
      })
    expect(await said({ kind: 'done' })).toMatchObject({ status: 409, json: { error: { code: 'held' } } })
    expect((await said({ kind: 'break', name: 'short-pause' })).status).toBe(409)
    expect((await said({ kind: 'break', name: 'shutdown' })).status).toBe(201)
    // within the way out its steps are confirmed
    const leaving = (await server.call('GET', `/api/runs/${id}`)).json as Run
    const first = leaving.events.flatMap((e) => (e.kind === 'break' ? (e.steps ?? []) : []))[0]
    expect((await said({ kind: 'done', stepId: `${first?.id}~1` })).status).toBe(201)
    await cleared(trouble)
  })
  it('keeps its torch from another run, and every torch where nobody knows it', async () => {
    const [one, other] = [await copyOf('Wear strips'), await copyOf('Wear strips')]
    const trouble = randomUUID()
    await post({ id: trouble, pieceId: one.id })
    expect(await begin(other)).toMatchObject({ status: 409, json: { error: { code: 'held' } } })
    await cleared(trouble)
    expect((await begin(other)).status).toBe(201)
    const unknown = randomUUID()
    await post({ id: unknown })
    expect((await begin(await copyOf('Old gate rivets'))).status).toBe(409)
    expect(openTroubles(server.store).map((t) => t.torchId)).toEqual([null])
    await cleared(unknown)
    expect((await begin(await copyOf('Old gate rivets', null))).status).toBe(201)
  })
})

describe('a demo log', () => {
  it('carries a mark that it is one, and another log does not', async () => {
    expect((await server.call('GET', '/api/health')).json).toMatchObject({ demo: true })
    expect(server.store.marks.has('demo')).toBe(true)
  })
})
