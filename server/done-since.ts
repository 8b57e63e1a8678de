import type { ItemDone, LessonItem } from '#core/teach/lessons.ts'
import type { StoredGiven } from './db/tables/lessons.ts'
import type { Store } from './store.ts'

/** What has been done of one item since the set was given. */
function doneOf(store: Store, { personId, givenAt, plateId }: StoredGiven, item: LessonItem): ItemDone {
  if (item.kind !== 'plate') return store.practice.since(personId, item.kind, item.task, givenAt)
  const line = plateId === null ? undefined : store.lessons.line(plateId)
  return { tries: line ? 1 : 0, best: null, outcome: line?.outcome ?? null, last: line?.at ?? null }
}

/** What has been done of each item of a set since it was given, in their order. */
export const doneSince = (store: Store, given: StoredGiven): readonly ItemDone[] =>
  given.items.map((item) => doneOf(store, given, item))
