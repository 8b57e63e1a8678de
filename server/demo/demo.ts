/** Sallow Reach Lockworks: an invented yard that keeps canal locks, pumps and a glasshouse. Its files lie beside this one. */
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { addMilliseconds, format, subDays } from 'date-fns'
import { FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { ROLES, settingsSchema } from '#contract/schemas.ts'
import { GEAR_KINDS } from '#core/rig/kinds.ts'
import type { Store } from '../store.ts'
import { over, pieceOf, type DemoPiece, type TorchHere } from './data.ts'
import jobs from './jobs.json' with { type: 'json' }
import { fillPractice } from './practice.ts'
import { half, recorded } from './runs.ts'
import { fillWeeks, type DemoShop } from './weeks.ts'
import { atWork, lastAtWork } from './yard-time.ts'
import shop from './shop.json' with { type: 'json' }

/** When the yard took Wimble up. */
const BEGAN_DAYS_AGO = 42

/** Fills an empty log with the yard: people, torches, rig, jobs with their pieces, and the weeks before today. */
export function fillDemo(store: Store, clock: Date): void {
  const now = lastAtWork(clock)
  store.transaction(() => {
    store.marks.put('demo')
    const began = atWork(now, BEGAN_DAYS_AGO).toISOString()
    store.settings.put(settingsSchema.validateSync(over(FIRST_SETTINGS, shop.settings), { strict: true }))
    const people = fillPeople(store, began)
    const torches = fillTorches(store, began)
    fillGear(store, torches, now)
    fillBench(store, now)
    const here: DemoShop = { people, torches, now }
    const pieces = fillJobs(store, here)
    fillWeeks(store, here, pieces)
    fillBatches(store, pieces, now)
    fillPractice(store, here)
  })
}

function fillPeople(store: Store, began: string): ReadonlyMap<string, string> {
  const people = new Map<string, string>()
  for (const { name, role } of shop.people as readonly { name: string; role?: string }[]) {
    const id = randomUUID()
    people.set(name, id)
    store.people.add(id, name, began)
    const known = ROLES.find((r) => r === role)
    if (known) store.people.change({ id, name, active: true, role: known })
  }
  return people
}

function fillTorches(store: Store, began: string): ReadonlyMap<string, TorchHere> {
  const torches = new Map<string, TorchHere>()
  for (const { name, rig } of shop.torches) {
    const torch = { id: randomUUID(), name, rig: over(FIRST_RIG, rig) }
    torches.set(name, torch)
    store.torches.add(torch, began)
  }
  return torches
}

/** Two sets, cylinders part full, things in date, one overdue, one damaged, rod that runs out. */
function fillGear(store: Store, torches: ReadonlyMap<string, TorchHere>, now: Date): void {
  const began = atWork(now, BEGAN_DAYS_AGO).toISOString()
  const ids = new Map<string, string>()
  const day = (ago: number) => format(subDays(now, ago), 'yyyy-MM-dd')
  for (const told of shop.gear) {
    const kind = GEAR_KINDS.find((k) => k === told.kind)
    if (!kind) throw new Error(`${told.kind} is no kind of gear`)
    const id = randomUUID()
    ids.set(told.name, id)
    const dates = Object.entries('daysAgo' in told ? told.daysAgo : {}).map(([field, ago]) => [
      field,
      day(ago),
    ])
    const fields = { ...told.fields, ...(Object.fromEntries(dates) as Record<string, string>) }
    store.gear.add({ id, kind, name: told.name, fields }, began)
  }
  for (const set of shop.sets) {
    const members = set.members.map((name) => ids.get(name) ?? '').join(',')
    const fields = { torch: torches.get(set.torch)?.id ?? '', members }
    store.gear.add({ id: randomUUID(), kind: 'set', name: set.name, fields }, began)
  }
}

/** What was laid out the evening before. */
function fillBatches(store: Store, pieces: ReadonlyMap<string, string>, now: Date): void {
  for (const { name, daysAgo, pieces: laid } of shop.batches) {
    const items = laid.map(({ title, repeats }) => ({ pieceId: pieces.get(title) ?? '', repeats }))
    store.batches.add(randomUUID(), name, items, atWork(now, daysAgo).toISOString())
  }
}

/** Bars on the rack, and tips that go by a name. */
function fillBench(store: Store, now: Date): void {
  for (const { daysAgo, origin, ...bar } of shop.stock)
    store.stock.add(
      { id: randomUUID(), ...bar, origin: origin === 'remnant' ? 'remnant' : 'bought' },
      atWork(now, daysAgo).toISOString(),
    )
  for (const tip of shop.tips)
    store.tips.add({ id: randomUUID(), ...tip }, atWork(now, BEGAN_DAYS_AGO - 2).toISOString())
}

/** Keeps a drawing that lies beside this file. */
const keepOutline = (store: Store, file: string, at: string): string => {
  const id = randomUUID()
  const text = readFileSync(new URL(file, import.meta.url), 'utf8')
  store.outlines.add({ id, name: file, format: 'svg', unit: '', text }, at)
  return id
}

/**
 * Jobs with their pieces: planned, half way, or with a result.
 * @returns ids of pieces by their titles
 */
function fillJobs(store: Store, { people, torches, now }: DemoShop): ReadonlyMap<string, string> {
  const ids = new Map<string, string>()
  for (const job of jobs) {
    const jobId = randomUUID()
    store.jobs.add(jobId, job.name, job.place, atWork(now, job.daysAgo).toISOString())
    ;(job.pieces as readonly DemoPiece[]).forEach((told, i) => {
      // one after the other, so that they stand in the order of the file
      const at = addMilliseconds(atWork(now, told.daysAgo), i)
      const id = randomUUID()
      ids.set(told.title, id)
      const outline = told.outline && keepOutline(store, told.outline, at.toISOString())
      const draft = pieceOf(told, torches, outline)
      const piece = { id, jobId, title: told.title }
      const personId = people.get(told.person ?? '') ?? null
      if (draft.kind === 'cut' && told.result) recorded(store, { ...piece, draft }, personId, at, told.result)
      else if (draft.kind === 'cut' && told.run === 'half way')
        half(store, { ...piece, draft }, personId, now)
      else store.pieces.add({ ...piece, draft }, at.toISOString())
    })
  }
  return ids
}
