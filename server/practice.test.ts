import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { benchTorchOf } from '#application/bench-torch-of.ts'
import { FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { NO_RUNS } from '#application/plan-of.ts'
import type { Attempts, Person } from '#contract/types.ts'
import { goodHand } from '#core/teach/good-hand.ts'
import { goodHeat } from '#core/teach/heat-hands.ts'
import { heatScoreOf, type HeatRecording } from '#core/teach/heat-judge.ts'
import { HEAT_JOINTS } from '#core/teach/heat-presets.ts'
import { calibrated, paceBoard } from '#core/teach/pace-board.ts'
import { goodPace } from '#core/teach/pace-hands.ts'
import { paceScoreOf, type PaceRecording } from '#core/teach/pace-judge.ts'
import { scoreOf, type FlameRecording } from '#core/teach/recording.ts'
import { testServer, type TestServer } from './test-support.ts'

let server: TestServer
let personId: string
beforeAll(async () => {
  server = await testServer({})
  // of those who learn in the demo some have tried before
  personId =
    ((await server.call('GET', '/api/people')).json as Person[]).find((p) => p.name === 'Tamsin')?.id ?? ''
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
const all = async () => (await server.call('GET', '/api/practice')).json as Attempts[]
const each = async () => (await all()).filter((a) => a.personId === personId)

describe('an attempt at the heat bench', () => {
  const joint = HEAT_JOINTS.sleeve
  const { made: moves, until } = goodHeat(joint)
  const recording: HeatRecording = { kind: 'heat', task: 'sleeve', joint, made: moves, until }
  it('is worth what its recording says, judged bit by bit, and is stored once', async () => {
    const id = randomUUID()
    const { points } = heatScoreOf(recording)
    const [one, again] = await Promise.all([post({ id, recording }), post({ id, recording })])
    expect(one.json).toEqual({ id, points })
    expect(again.json).toEqual({ id, points })
    expect((await each()).find((a) => a.bench === 'heat')).toMatchObject({
      task: 'sleeve',
      tries: 1,
      best: points,
    })
  })
  it.each([
    ['a metal that is none', { joint: { ...joint, made: { ...joint.made, mat1: 'cheese' } } }, 'no metal'],
    ['a move that is none', { made: [[0, 'juggle']] }, 'This is no move of the hands.'],
    [
      'moves out of their order',
      {
        made: [
          [9, 'lift'],
          [3, 'lift'],
        ],
      },
      'in their order',
    ],
    [
      'a wall like a barrel',
      { joint: { ...joint, made: { ...joint.made, t1: 2 } } },
      'The first wall is more',
    ],
    ['an hour of it', { until: 200_000 }, 'The end is more than can be.'],
  ])('is refused with its reason: %s', async (_name, part, says) => {
    const answer = await post({ recording: { ...recording, ...part } })
    expect(answer.status).toBe(422)
    expect((answer.json as { error: { message: string } }).error.message).toContain(says)
  })
})

describe('an attempt at the pace bench', () => {
  const board = calibrated(paceBoard('thin', true))
  const { made: moves, until } = goodPace(board)
  const recording: PaceRecording = { kind: 'pace', task: 'thin', board, made: moves, until }
  it('is worth what its recording says, and is stored once', async () => {
    const id = randomUUID()
    const { points } = paceScoreOf(recording)
    const [one, again] = await Promise.all([post({ id, recording }), post({ id, recording })])
    expect(one.json).toEqual({ id, points })
    expect(again.json).toEqual({ id, points })
    expect((await each()).find((a) => a.bench === 'pace')).toMatchObject({
      task: 'thin',
      tries: 1,
      best: points,
      recent: [points],
    })
  })
  it.each([
    ['a metal that is none', { board: { ...board, plate: { ...board.plate, metal: 'cheese' } } }, 'no metal'],
    ['a move that is none', { made: [[0, 'juggle']] }, 'This is no move of the hands.'],
    [
      'moves out of their order',
      {
        made: [
          [9, 'lever', 1],
          [3, 'lever', 0],
        ],
      },
      'in their order',
    ],
    [
      'a plate like a wall',
      { board: { ...board, plate: { ...board.plate, thickness: 2 } } },
      'The thickness is more',
    ],
    ['an hour of it', { until: 300_000 }, 'The end is more than can be.'],
  ])('is refused with its reason: %s', async (_name, part, says) => {
    const answer = await post({ recording: { ...recording, ...part } })
    expect(answer.status).toBe(422)
    expect((answer.json as { error: { message: string } }).error.message).toContain(says)
  })
})

describe('an attempt at the practice bench', () => {
  it('is worth what its recording says, and is stored once', async () => {
    const id = randomUUID()
    expect((await post({ id })).json).toEqual({ id, points: 100 })
    expect((await post({ id, recording: idle })).json).toEqual({ id, points: 100 })
    await post({ recording: idle, at: '2026-11-03T08:00:00.000Z' })
    expect((await each()).filter((a) => a.bench === 'flame')).toEqual([
      {
        personId,
        bench: 'flame',
        task: 'neutral',
        tries: 2,
        best: 100,
        recent: [scoreOf(idle).points, 100],
        last: '2026-11-03T08:00:00.000Z',
      },
    ])
  })

  it('is kept apart from the log and from every plan', async () => {
    const before = (await server.call('GET', '/api/log')).json
    await post({ personId: null })
    expect((await server.call('GET', '/api/log')).json).toEqual(before)
    expect((await all()).find((a) => a.personId === null)).toMatchObject({ tries: 1 })
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
