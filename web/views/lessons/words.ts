import type { Given } from '#contract/types.ts'
import { openOf, type LessonItem } from '#core/teach/lessons.ts'
import { pageOfTask } from '../practice/words.ts'

/** Where an item of a set is done; nothing for a plate, which is made in the shop. */
export function whereDone({ kind, task }: LessonItem): string | undefined {
  return kind === 'plate' ? undefined : pageOfTask(kind, task)
}
/** What an item is made of, in a few words. */
export const askedOf = ({ kind, points }: LessonItem): string =>
  kind === 'plate' ? 'made and checked' : `${points} of 100`
/** How many things of a set are done. */
export const doneCount = ({ items, done }: Pick<Given, 'items' | 'done'>): number =>
  items.length - openOf({ items, done }).length
