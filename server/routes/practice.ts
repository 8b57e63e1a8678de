import { setImmediate } from 'node:timers/promises'
import type { BodyOf } from '#contract/schemas.ts'
import { scoreHeat } from '#core/teach/heat-judge.ts'
import { beginHeat, heatInParts } from '#core/teach/heat-play.ts'
import { scoreOf } from '#core/teach/recording.ts'
import { AppError } from '../errors.ts'
import type { Handlers } from './mount.ts'

/** A joint is heated again for so many moments before others are heard: some ten milliseconds. */
const AT_ONCE = 8

/** What an attempt was worth, by its recording alone. A heat is worked through bit by bit: it takes a second or two. */
async function pointsOf(recording: BodyOf<'addPractice'>['recording']): Promise<number> {
  if (recording.kind === 'flame') return scoreOf(recording).points
  const state = beginHeat(recording.joint)
  for (const { at } of heatInParts(state, recording.made, recording.until))
    if (at % AT_ONCE === 0) await setImmediate()
  return scoreHeat(state).points
}

/** What was practised without gas. Points follow from the recording here too: nobody has to be believed. */
export const practiceHandlers: Pick<Handlers, 'listPractice' | 'addPractice'> = {
  listPractice: ({ store }) => store.practice.each(),
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
