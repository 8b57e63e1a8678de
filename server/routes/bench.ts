import { parseQuantity } from '#core/quantity/index.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Handlers } from './mount.ts'

/** Drawings, and the rack of stock. A request sent twice is stored once. */
export const benchHandlers: Pick<
  Handlers,
  'listTips' | 'addTip' | 'addOutline' | 'getOutline' | 'listStock' | 'addStock' | 'cutStock'
> = {
  listTips: ({ store }) => store.tips.list(),
  addTip: ({ store, now }, { body }) => {
    const known = store.tips.get(body.id)
    if (known) return known
    const read = parseQuantity(body.orifice, 'length')
    if (!read.ok) throw new AppError(422, 'bad-input', read.message, 'orifice')
    if (store.tips.named(body.name))
      throw conflict('name-taken', `There is already a tip called ${body.name}.`)
    store.tips.add(body, now().toISOString())
    return body
  },
  addOutline: ({ store, now }, { body }) => {
    const known = store.outlines.get(body.id)
    if (known) return known
    store.outlines.add(body, now().toISOString())
    return body
  },
  getOutline: ({ store }, { params }) => {
    const found = store.outlines.get(params.id)
    if (!found) throw notFound('outline')
    return found
  },
  listStock: ({ store }) => store.stock.list(),
  addStock: ({ store, now }, { body }) => {
    if (store.stock.count(body.id) === undefined)
      store.stock.add({ ...body, origin: 'bought' }, now().toISOString())
    return store.stock.list()
  },
  cutStock: ({ store, now }, { body }) =>
    store.transaction(() => {
      if (store.stock.isBooked(body.id)) return store.stock.list()
      for (const { id, count } of body.taken) {
        const there = store.stock.count(id)
        if (there === undefined)
          throw new AppError(422, 'bad-input', 'There is no such bar on the rack.', 'taken')
        if (there < count)
          throw conflict('stock-gone', `Of these bars only ${there} are left. Work the list out again.`)
        store.stock.take(id, count)
      }
      const at = now().toISOString()
      for (const remnant of body.remnants)
        if (store.stock.count(remnant.id) === undefined)
          store.stock.add({ ...remnant, origin: 'remnant' }, at)
      store.stock.book(body.id, at)
      return store.stock.list()
    }),
}
