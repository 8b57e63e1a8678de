import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { benchTorchOf } from '#application/bench-torch-of.ts'
import { FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import type { Attempts, Person } from '#contract/types.ts'
import { goodHand } from '#core/teach/good-hand.ts'
import type { FlameRecording } from '#core/teach/recording.ts'
import { testServer, type TestServer } from './test-support.ts'

let server: TestServer
let personId: string
beforeAll(async () => {
  server = await testServer({})
  personId = ((await server.call('GET', '/api/people')).json as Person[])[0]?.id ?? ''
})
afterAll(() => server.stop())

const made = benchTorchOf({ id: null, rig: FIRST_RIG }, FIRST_SETTINGS, NO_RUNS)
if (!made.ok) throw new Error('the usual torch cannot be practised with')
const good = goodHand('neutral', made.bench, 3)
const idle: FlameRecording = { ...good, made: [], until: 100 }
const post = (part: object) =>
  server.call('POST', '/api/practice', {
    id: randomUUID(),
    personId,
    at: '2026-11-02T08:00:00.000Z',
    recording: good,
    ...part,
  })
const each = async () => (await server.call('GET', '/api/practice')).json as Attempts[]

describe('an attempt at the practice bench', () => {
  it('is worth what its recording says, and is stored once', async () => {
    const id = randomUUID()
    expect((await post({ id })).json).toEqual({ id, points: 100 })
    expect((await post({ id, recording: idle })).json).toEqual({ id, points: 100 })
    await post({ recording: idle, at: '2026-11-03T08:00:00.000Z' })
    expect(await each()).toEqual([
      { personId, bench: 'flame', task: 'neutral', tries: 2, best: 100, last: '2026-11-03T08:00:00.000Z' },
    ])
  })

  it('is kept apart from the log and from every plan', async () => {
    const before = (await server.call('GET', '/api/log')).json
    await post({ personId: null })
    expect((await server.call('GET', '/api/log')).json).toEqual(before)
    expect((await each()).find((a) => a.personId === null)).toMatchObject({ tries: 1 })
  })

  it.each([
    ['somebody who does not work here', { personId: randomUUID() }, 'There is no such person.'],
    ['a task that is none', { recording: { ...good, task: 'juggle' } }, 'The task should be one of'],
    [
      'moves out of their order',
      { recording: { ...good, made: [...good.made].reverse() } },
      'in their order',
    ],
    [
      'a valve beyond its stop',
      { recording: { ...good, made: [{ at: 1, move: { do: 'fuel', to: 9000 } }] } },
      'This is no move of the hands.',
    ],
    [
      'a port like a bucket',
      { recording: { ...good, bench: { ...good.bench, torch: { ...good.bench.torch, portM: 3 } } } },
      'The port is more than can be.',
    ],
    ['an hour of it', { recording: { ...good, until: 200_000 } }, 'The end is more than can be.'],
  ])('is refused with its reason: %s', async (_, part, says) => {
    const answer = await post(part)
    expect(answer.status).toBe(422)
    expect((answer.json as { error: { message: string } }).error.message).toContain(says)
  })
})
