import { orderTaskOf } from '#core/teach/order-board.ts'
import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Given, GivenPage, Lesson, LogPage, Person, PersonWeek } from '#contract/types.ts'
import { ORDER_CARD_RIGS } from '#core/teach/card-rigs.ts'
import type { FactsRecording } from '#core/teach/facts.ts'
import type { LessonItem, Try } from '#core/teach/lessons.ts'
import { goodOrder, scoreOrder, type OrderRecording } from '#core/teach/order-judge.ts'
import type { OrderBoard } from '#core/teach/order-board.ts'
import type { CardStands } from '#core/teach/schedule.ts'
import { testServer, type TestServer } from './test-support.ts'

let server: TestServer
let apprentice: Person
let teacher: Person
const ask = async <T>(method: string, path: string, body?: unknown) => {
  const { status, json } = await server.call(method, path, body)
  return {
    status,
    json: json as T & { readonly error: { readonly message: string; readonly field?: string } },
  }
}
async function somebody(name: string, role: Person['role']): Promise<Person> {
  const id = randomUUID()
  await ask('POST', '/api/people', { id, name })
  await ask('PUT', `/api/people/${id}`, { name, active: true, role })
  return { id, name, active: true, role }
}
beforeAll(async () => {
  server = await testServer({})
  apprentice = await somebody('Wren', 'apprentice')
  teacher = await somebody('Maud', 'instructor')
})
afterAll(() => server.stop())

const board: OrderBoard = { task: 'shut-down', as: 'line', rig: ORDER_CARD_RIGS.attachment, seed: 5 }
const order: OrderRecording = {
  kind: 'order',
  task: orderTaskOf(board),
  board,
  made: goodOrder(board),
  until: 900,
}
const facts: FactsRecording = {
  kind: 'facts',
  task: 'limits',
  seed: 1,
  made: [
    [10, 'limits:acetylene', 'right'],
    [30, 'limits:turns', 'other-1'],
  ],
  until: 30,
}
const attempt = (recording: object, at: string, personId = apprentice.id) =>
  ask<{ readonly points: number }>('POST', '/api/practice', { id: randomUUID(), personId, at, recording })

describe('a try at the order bench and a round of cards', () => {
  it('are worth what their recordings say', async () => {
    expect((await attempt(order, '2026-03-02T08:00:00.000Z')).json.points).toBe(scoreOrder(order).points)
    expect((await attempt(facts, '2026-03-02T08:00:10.000Z')).json.points).toBe(50)
  })
  it.each([
    ['a move that is none', { ...order, made: [[0, 'juggle']] }, 'This is no move of the hands.'],
    [
      'a way that is none',
      { ...order, board: { ...board, rig: { ...board.rig, methods: { shade: 'none' } } } },
      'A method is not known.',
    ],
    [
      'a pressure past anything',
      { ...order, made: [[0, 'fuel-screw', 9e9]] },
      'This is no move of the hands.',
    ],
    ['an empty round', { ...facts, made: [] }, 'Nothing was answered.'],
    [
      'answers out of order',
      { ...facts, made: [...facts.made].reverse() },
      'The answers should be in their order.',
    ],
    ['a deck that is none', { ...facts, task: 'gossip' }, 'The deck should be one of'],
    [
      'a rig that no order is known for',
      { ...order, board: { ...board, rig: { ...board.rig, fuelPa: 2e5 } } },
      'No safe order',
    ],
  ])('refuse %s', async (_what, recording, message) => {
    const { status, json } = await attempt(recording, '2026-03-02T08:00:00.000Z')
    expect(status).toBe(422)
    expect(json.error.message).toContain(message)
  })
  it('tell when each card comes again, and refuse somebody who is not there', async () => {
    const { json } = await ask<readonly CardStands[]>('GET', `/api/practice/cards/${apprentice.id}`)
    expect(json.map((c) => c.card).sort()).toEqual(['limits:acetylene', 'limits:turns'])
    expect((await ask('GET', `/api/practice/cards/${randomUUID()}`)).status).toBe(404)
  })
  it('are told week by week, and one by one', async () => {
    await attempt(facts, '2026-03-08T23:00:00.000Z')
    await attempt(facts, '2026-03-09T01:00:00.000Z')
    const weeks = (await ask<readonly PersonWeek[]>('GET', '/api/practice/weeks')).json.filter(
      (w) => w.personId === apprentice.id && w.bench === 'facts',
    )
    expect(weeks.map((w) => [w.week, w.tries, w.mean])).toEqual([
      ['2026-03-02', 2, 50],
      ['2026-03-09', 1, 50],
    ])
    const tries = (await ask<readonly Try[]>('GET', '/api/practice/tries')).json.filter(
      (t) => t.person === 'Wren',
    )
    expect(tries.map((t) => [t.bench, t.task, t.points])).toEqual([
      ['order', 'shut-down', 100],
      ['facts', 'limits', 50],
      ['facts', 'limits', 50],
      ['facts', 'limits', 50],
    ])
  })
})

describe('a set', () => {
  const items: readonly LessonItem[] = [
    { kind: 'facts', task: 'limits', points: 50 },
    { kind: 'order', task: 'shut-down', points: 80 },
    { kind: 'plate', task: 'Two straight cuts', points: 0 },
  ]
  const lessonId = randomUUID()
  const givenId = randomUUID()
  const AT = '2026-04-01T08:00:00.000Z'
  it('is composed once, changed by its version, and refuses what nobody can do', async () => {
    const body = { id: lessonId, name: 'First week', items }
    const first = await ask<Lesson>('POST', '/api/lessons', body)
    const again = await ask<Lesson>('POST', '/api/lessons', body)
    expect(first.json).toEqual(again.json)
    expect(first.json).toMatchObject({ name: 'First week', version: 1, closed: false })
    const put = (part: object) =>
      ask<Lesson>('PUT', `/api/lessons/${lessonId}`, {
        name: 'Week one',
        items,
        closed: false,
        version: 1,
        ...part,
      })
    expect((await put({})).json.version).toBe(2)
    expect((await put({ name: 'Other' })).status).toBe(409)
    expect(
      (await put({ items: [{ kind: 'order', task: 'juggle', points: 80 }] })).json.error.message,
    ).toContain('nothing that can be asked for')
    expect((await put({ items: [] })).json.error.message).toBe('Put in one thing at least.')
  })
  it('is given by an instructor to people who are there, and counts from then', async () => {
    const giving = (part: object) => ({
      lessonId,
      byId: teacher.id,
      at: AT,
      to: [{ id: givenId, personId: apprentice.id }],
      ...part,
    })
    expect((await ask('POST', '/api/given', giving({ byId: apprentice.id }))).json.error.field).toBe('byId')
    expect(
      (await ask('POST', '/api/given', giving({ to: [{ id: randomUUID(), personId: randomUUID() }] })))
        .status,
    ).toBe(422)
    await ask('POST', '/api/given', giving({}))
    const { json } = await ask<readonly Given[]>('POST', '/api/given', giving({}))
    expect(json).toHaveLength(1)
    // what was done before it was given is none of it
    expect(json[0]?.done.map((d) => d.tries)).toEqual([0, 0, 0])
    expect(
      (await ask<readonly Given[]>('GET', '/api/given')).json.filter((g) => g.id === givenId),
    ).toHaveLength(1)
  })
  it('is not signed before all of it is done, and not by an apprentice', async () => {
    await attempt(facts, '2026-04-02T08:00:00.000Z')
    await attempt(order, '2026-04-02T09:00:00.000Z')
    const sign = (byId: string) =>
      ask<GivenPage>('PUT', `/api/given/${givenId}/signed`, {
        byId,
        at: '2026-04-03T08:00:00.000Z',
        note: 'Steady.',
      })
    const early = await sign(teacher.id)
    expect(early.status).toBe(422)
    expect(early.json.error.message).toBe('Not done yet: Two straight cuts.')
    expect((await sign(apprentice.id)).json.error.message).toBe('Only an instructor of the shop does this.')
  })
  it('takes only their own work for its plate, keeps what it was signed with, and is changed no more', async () => {
    const { entries } = (await ask<LogPage>('GET', '/api/log?kind=cut')).json
    const others = await ask('PUT', `/api/given/${givenId}/plate`, { entryId: entries[0]?.id })
    expect(others.json.error.field).toBe('entryId')
    const plain = randomUUID()
    const short = randomUUID()
    await ask('POST', '/api/lessons', { id: plain, name: 'Benches', items: items.slice(0, 2) })
    await ask('POST', '/api/given', {
      lessonId: plain,
      byId: teacher.id,
      at: AT,
      to: [{ id: short, personId: apprentice.id }],
    })
    const body = { byId: teacher.id, at: '2026-04-03T08:00:00.000Z', note: 'Steady.' }
    const signed = await ask<GivenPage>('PUT', `/api/given/${short}/signed`, body)
    expect(signed.json.signed).toEqual({ at: body.at, byName: 'Maud', note: 'Steady.' })
    expect((await ask<GivenPage>('PUT', `/api/given/${short}/signed`, body)).json).toEqual(signed.json)
    await attempt(facts, '2026-04-05T08:00:00.000Z')
    const later = await ask<GivenPage>('GET', `/api/given/${short}`)
    expect(later.json.done).toEqual(signed.json.done)
    expect((await ask('PUT', `/api/given/${short}/plate`, { entryId: null })).status).toBe(409)
    expect((await ask('GET', `/api/given/${randomUUID()}`)).status).toBe(404)
  })
  it('is taken back where it was given by mistake, and a signed one is not', async () => {
    const id = randomUUID()
    await ask('POST', '/api/given', { lessonId, byId: null, at: AT, to: [{ id, personId: teacher.id }] })
    const back = (of: string) => ask('PUT', `/api/given/${of}/taken-back`, { at: AT })
    expect((await back(id)).status).toBe(200)
    expect((await back(id)).status).toBe(200)
    const left = (await ask<readonly Given[]>('GET', '/api/given')).json
    expect(left.some((g) => g.id === id)).toBe(false)
    const signed = left.find((g) => g.signed && g.personId === apprentice.id)
    expect((await back(signed?.id ?? '')).status).toBe(409)
  })
})
