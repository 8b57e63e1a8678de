import { readPrice } from '#core/cost.ts'
import { readCut } from '#core/cut/index.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Handlers } from './mount.ts'

/** Settings, people and torches. */
export const shopHandlers: Pick<
  Handlers,
  'getSettings' | 'putSettings' | 'listPeople' | 'addPerson' | 'changePerson' | 'listTorches' | 'addTorch'
> = {
  getSettings: ({ store }) => store.settings.get(),
  putSettings: ({ store }, { body }) => {
    const shop = { altitude: body.altitude, units: body.units }
    const read = readCut(
      { kind: 'cut', work: {}, rig: {}, shop },
      { bare: body.units, decimalMark: body.decimalMark },
    )
    const wrong = read.ok ? undefined : read.errors.find((e) => e.field === 'shop.altitude')
    if (wrong) throw new AppError(422, 'bad-input', wrong.message, 'altitude')
    for (const name of ['oxygen', 'fuel', 'hour'] as const)
      if (body.prices[name].trim() !== '' && readPrice(body.prices[name]) === undefined)
        throw new AppError(422, 'bad-input', 'A price is a plain number, or nothing.', `prices.${name}`)
    store.settings.put(body)
    return body
  },
  listPeople: ({ store }) => store.people.list(),
  addPerson: ({ store, now }, { body }) => {
    const known = store.people.get(body.id)
    if (known) return known
    if (store.people.named(body.name)) throw conflict('name-taken', `There is already a ${body.name}.`)
    store.people.add(body.id, body.name, now().toISOString())
    return { id: body.id, name: body.name, active: true }
  },
  changePerson: ({ store }, { params, body }) => {
    if (!store.people.get(params.id)) throw notFound('person')
    const namesake = store.people.named(body.name)
    if (namesake && namesake.id !== params.id)
      throw conflict('name-taken', `There is already a ${body.name}.`)
    store.people.change(params.id, body.name, body.active)
    return { id: params.id, name: body.name, active: body.active }
  },
  listTorches: ({ store }) => store.torches.list(),
  addTorch: ({ store, now }, { body }) => {
    const known = store.torches.get(body.id)
    if (known) return known
    if (store.torches.named(body.name))
      throw conflict('name-taken', `There is already a torch called ${body.name}.`)
    store.torches.add(body, now().toISOString())
    return body
  },
}
