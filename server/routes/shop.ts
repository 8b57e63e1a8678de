import { readPrice } from '#core/cost.ts'
import { readCut } from '#core/cut/index.ts'
import { readGauge } from '#core/line/gauge-face.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { readTorchGear } from '#core/line/read-torch.ts'
import { gearFault, type Gear } from '#core/rig/gear.ts'
import { readAcceptance } from '#application/read-entry.ts'
import { askWhetherAnother } from '../another.ts'
import type { BodyOf, Settings } from '#contract/schemas.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'

/** The fields of a thing, as its kind has them. */
function checkGear(gear: Pick<Gear, 'kind' | 'fields'>): void {
  const fault = gearFault(gear)
  if (fault) throw new AppError(422, 'bad-input', fault.message, `fields.${fault.field}`)
}

/** What a shop says of itself, read by those who go by it. */
function checkSettings(body: Settings): void {
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
  for (const side of ['oxygen', 'fuel'] as const) {
    const gauge = readGauge(body.gauges[side], body.units.pressure)
    if (!gauge.ok) throw new AppError(422, 'bad-input', gauge.message, `gauges.${side}.${gauge.field}`)
  }
  const [limit] = readAcceptance(body.acceptance, body).errors
  if (limit) throw new AppError(422, 'bad-input', limit.message, limit.field)
}

/** Whether somebody has said something of this shop, or that nothing is to be asked; a demo has. */
export const hasBegun = ({ marks, people, torches, jobs }: Store): boolean =>
  marks.has('begun') ||
  marks.has('demo') ||
  people.list().length > 0 ||
  torches.list().length > 0 ||
  jobs.page(1).length > 0

/** What a new shop says of itself, put in once. */
function begin(store: Store, body: BodyOf<'beginShop'>, at: string): void {
  const { settings, person, torch, tips, gear } = body
  checkSettings(settings)
  gear.forEach(checkGear)
  // a shop that has begun has settings of its own
  if (!hasBegun(store)) store.settings.put(settings)
  if (person && !store.people.get(person.id)) {
    store.people.add(person.id, person.name, at)
    store.people.change({ ...person, active: true })
  }
  if (torch && !store.torches.get(torch.id)) store.torches.add(torch, at)
  tips.forEach((tip, i) => {
    const read = parseQuantity(tip.orifice, 'length')
    if (!read.ok) throw new AppError(422, 'bad-input', read.message, `tips.${i}.orifice`)
    if (!store.tips.get(tip.id) && !store.tips.named(tip.name)) store.tips.add(tip, at)
  })
  for (const thing of gear) if (!store.gear.get(thing.id)) store.gear.add(thing, at)
  store.marks.put('begun')
}

/** Settings, people, torches and the rest of the rig. */
export const shopHandlers: Pick<
  Handlers,
  | 'beginShop'
  | 'getSettings'
  | 'putSettings'
  | 'listPeople'
  | 'addPerson'
  | 'changePerson'
  | 'listTorches'
  | 'addTorch'
  | 'changeTorch'
  | 'listGear'
  | 'addGear'
  | 'changeGear'
> = {
  beginShop: ({ store, now }, { body }) => {
    store.transaction(() => begin(store, body, now().toISOString()))
    return { torchId: body.torch?.id ?? null }
  },
  getSettings: ({ store }) => store.settings.get(),
  putSettings: ({ store }, { body }) => {
    checkSettings(body)
    store.settings.put(body)
    return body
  },
  listPeople: ({ store }) => store.people.list(),
  addPerson: ({ store, now }, { body }) => {
    const known = store.people.get(body.id)
    if (known) return known
    if (store.people.named(body.name)) throw conflict('name-taken', `There is already a ${body.name}.`)
    askWhetherAnother(body, store.people.list())
    store.people.add(body.id, body.name, now().toISOString())
    return { id: body.id, name: body.name, active: true, role: 'practised' }
  },
  changePerson: ({ store }, { params, body }) => {
    if (!store.people.get(params.id)) throw notFound('person')
    const namesake = store.people.named(body.name)
    if (namesake && namesake.id !== params.id)
      throw conflict('name-taken', `There is already a ${body.name}.`)
    const person = { id: params.id, ...body }
    store.people.change(person)
    return person
  },
  listTorches: ({ store }) => store.torches.list(),
  addTorch: ({ store, now }, { body }) => {
    const known = store.torches.get(body.id)
    if (known) return known
    if (store.torches.named(body.name))
      throw conflict('name-taken', `There is already a torch called ${body.name}.`)
    askWhetherAnother(body, store.torches.list())
    const torch = { id: body.id, name: body.name, rig: body.rig }
    store.torches.add(torch, now().toISOString())
    return torch
  },
  changeTorch: ({ store }, { params, body }) => {
    if (!store.torches.get(params.id)) throw notFound('torch')
    const namesake = store.torches.named(body.name)
    if (namesake && namesake.id !== params.id)
      throw conflict('name-taken', `There is already a torch called ${body.name}.`)
    const read = readTorchGear(body.rig.torch, 'rig.torch')
    if (!read.ok) throw new AppError(422, 'bad-input', read.message, read.field)
    const torch = { id: params.id, ...body }
    store.torches.change(torch)
    return torch
  },
  listGear: ({ store }) => store.gear.list(),
  addGear: ({ store, now }, { body }) => {
    const known = store.gear.get(body.id)
    if (known) return known
    checkGear(body)
    store.gear.add(body, now().toISOString())
    return { ...body, active: true }
  },
  changeGear: ({ store, now }, { params, body }) => {
    const known = store.gear.get(params.id)
    if (!known) throw notFound('thing')
    checkGear({ kind: known.kind, fields: body.fields })
    const gear = { ...known, ...body }
    store.gear.change(gear, now().toISOString())
    return gear
  },
}
