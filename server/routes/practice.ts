import { setImmediate } from 'node:timers/promises'
import type { BodyOf } from '#contract/schemas.ts'
import { answersIn, scoreFacts } from '#core/teach/facts.ts'
import { scoreHeat } from '#core/teach/heat-judge.ts'
import { beginHeat, heatInParts } from '#core/teach/heat-play.ts'
import { scoreOrder } from '#core/teach/order-judge.ts'
import { scorePace } from '#core/teach/pace-judge.ts'
import { beginCut, paceInParts } from '#core/teach/pace-play.ts'
import { standsOf } from '#core/teach/schedule.ts'
import { scoreOf } from '#core/teach/recording.ts'
import { AppError, notFound } from '../errors.ts'
import type { Handlers } from './mount.ts'

/** A joint is heated, or a plate cut, again for so many moments before others are heard: some ten milliseconds. */
const AT_ONCE = { heat: 8, pace: 400 } as const

/** What an attempt was worth, by its recording alone. What takes a second or two is worked through bit by bit. */
async function pointsOf(recording: BodyOf<'addPractice'>['recording']): Promise<number> {
  const { kind, made, until } = recording
  if (kind === 'flame') return scoreOf(recording).points
  if (kind === 'order') return scoreOrder(recording).points
  if (kind === 'facts') return scoreFacts(recording).points
  const worked = async (parts: Iterable<{ readonly at: number }>) => {
    for (const { at } of parts) if (at % AT_ONCE[kind] === 0) await setImmediate()
  }
  if (kind === 'pace') {
    const state = beginCut(recording.board)
    await worked(paceInParts(state, made, until))
    return scorePace(state).points
  }
  const state = beginHeat(recording.joint)
  await worked(heatInParts(state, made, until))
  return scoreHeat(state).points
}

/** What was practised without gas. Points follow from the recording here too: nobody has to be believed. */
export const practiceHandlers: Pick<
  Handlers,
  'listPractice' | 'addPractice' | 'listWeeks' | 'listTries' | 'listCards'
> = {
  listPractice: ({ store }) => store.practice.each(),
  listWeeks: ({ store }) => store.practice.weeks(),
  listTries: ({ store }) => store.practice.tries(),
  listCards: ({ store }, { params }) => {
    if (!store.people.get(params.id)) throw notFound('person')
    return standsOf(store.practice.rounds(params.id).flatMap(({ at, recording }) => answersIn(recording, at)))
  },
  addPractice: async ({ store }, { body }) => {
    const { id, personId, at, recording } = body
    const known = store.practice.pointsOf(id)
    if (known !== undefined) return { id, points: known }
    if (personId !== null && !store.people.get(personId))
      throw new AppError(422, 'bad-input', 'There is no such person.', 'personId')
    const points = await pointsOf(recording)
    // told twice while it was judged
    const meanwhile = store.practice.pointsOf(id)
    if (meanwhile !== undefined) return { id, points: meanwhile }
    store.practice.add({
      id,
      bench: recording.kind,
      task: recording.task,
      personId,
      at,
      points,
      recording: JSON.stringify(recording),
    })
    return { id, points }
  },
}
