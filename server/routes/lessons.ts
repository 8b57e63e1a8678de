import type { Given, GivenPage } from '#contract/types.ts'
import { itemTitle, openOf } from '#core/teach/lessons.ts'
import type { StoredGiven } from '../db/tables/lessons.ts'
import { doneSince } from '../done-since.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'

/** A set that was given, with how far it is: as it was signed, else as it is now. */
const told = (store: Store, given: StoredGiven): Given => ({
  ...given,
  done: given.done ?? doneSince(store, given),
})
function found(store: Store, id: string): StoredGiven {
  const given = store.lessons.getGiven(id)
  if (!given) throw notFound('set')
  return given
}
function page(store: Store, id: string): GivenPage {
  const given = told(store, found(store, id))
  return { ...given, lines: store.lessons.linesOf(given.personId, given.givenAt) }
}
/** Refuses what would change a set that is signed. */
function stillOpen(given: StoredGiven): void {
  if (given.signed) throw conflict('signed', 'It is signed: it stays as it is.')
}
/** An instructor of the shop, by the id that somebody works under. */
function instructor(store: Store, id: string) {
  const person = store.people.get(id)
  if (person?.role !== 'instructor' || !person.active)
    throw new AppError(422, 'bad-input', 'Only an instructor of the shop does this.', 'byId')
}
function lessonAt(store: Store, id: string) {
  const lesson = store.lessons.get(id)
  if (!lesson) throw notFound('set')
  return lesson
}

/** Sets: composed, given, done, signed. A request sent twice is stored once. */
export const lessonHandlers: Pick<
  Handlers,
  | 'listLessons'
  | 'addLesson'
  | 'changeLesson'
  | 'listGiven'
  | 'giveLesson'
  | 'getGiven'
  | 'setPlate'
  | 'signGiven'
  | 'takeBackGiven'
> = {
  listLessons: ({ store }) => store.lessons.list(),
  addLesson: ({ store, now }, { body }) =>
    store.transaction(() => {
      const { id, name, items } = body
      if (!store.lessons.get(id)) store.lessons.add(id, name, items, now().toISOString())
      return lessonAt(store, id)
    }),
  changeLesson: ({ store, now }, { params, body }) =>
    store.transaction(() => {
      const before = lessonAt(store, params.id)
      const { name, items, closed, version } = body
      const same = JSON.stringify({ ...before, name, items, closed }) === JSON.stringify(before)
      if (
        !same &&
        !store.lessons.change({ id: params.id, name, items, closed, version }, now().toISOString())
      )
        throw conflict('changed-elsewhere', 'This set was changed on another screen.')
      return lessonAt(store, params.id)
    }),
  listGiven: ({ store }) => store.lessons.given().map((given) => told(store, given)),
  giveLesson: ({ store }, { body: { lessonId, byId, at, to } }) =>
    store.transaction(() => {
      lessonAt(store, lessonId)
      if (byId !== null) instructor(store, byId)
      to.forEach(({ id, personId }, i) => {
        if (!store.people.get(personId))
          throw new AppError(422, 'bad-input', 'There is no such person.', `to[${i}].personId`)
        if (!store.lessons.getGiven(id)) store.lessons.give({ id, lessonId, personId, byId, at })
      })
      return to.map(({ id }) => told(store, found(store, id)))
    }),
  getGiven: ({ store }, { params }) => page(store, params.id),
  setPlate: ({ store }, { params, body: { entryId } }) =>
    store.transaction(() => {
      const given = found(store, params.id)
      stillOpen(given)
      const lines = store.lessons.linesOf(given.personId, given.givenAt)
      if (entryId !== null && !lines.some((l) => l.id === entryId))
        throw new AppError(422, 'bad-input', 'That is no work of theirs since the set was given.', 'entryId')
      store.lessons.setPlate(params.id, entryId)
      return page(store, params.id)
    }),
  signGiven: ({ store }, { params, body }) =>
    store.transaction(() => {
      const stored = found(store, params.id)
      instructor(store, body.byId)
      const { items, done, signed } = told(store, stored)
      // the same press told twice
      if (signed?.at === body.at) return page(store, params.id)
      stillOpen(stored)
      const open = openOf({ items, done })
      if (open.length > 0)
        throw new AppError(422, 'not-done', `Not done yet: ${open.map(itemTitle).join('; ')}.`)
      store.lessons.sign(params.id, body, done)
      return page(store, params.id)
    }),
  takeBackGiven: ({ store }, { params: { id }, body }) =>
    store.transaction(() => {
      const given = store.lessons.getGiven(id)
      // the same press told twice
      if (!given) return { id }
      stillOpen(given)
      store.lessons.takeBack(id, body.at)
      return { id }
    }),
}
