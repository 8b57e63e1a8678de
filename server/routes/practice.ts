import { scoreOf } from '#core/teach/recording.ts'
import { AppError } from '../errors.ts'
import type { Handlers } from './mount.ts'

/** What was practised without gas. Points follow from the recording here too: nobody has to be believed. */
export const practiceHandlers: Pick<Handlers, 'listPractice' | 'addPractice'> = {
  listPractice: ({ store }) => store.practice.each(),
  addPractice: ({ store }, { body }) => {
    const { id, personId, at, recording } = body
    const known = store.practice.pointsOf(id)
    if (known !== undefined) return { id, points: known }
    if (personId !== null && !store.people.get(personId))
      throw new AppError(422, 'bad-input', 'There is no such person.', 'personId')
    const { points } = scoreOf(recording)
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
