/** Six weeks of the yard's log before today: series of cuts and brazes as they scatter, and tests. */
import { randomUUID } from 'node:crypto'
import { subMinutes } from 'date-fns'
import { testReadings } from '#core/check/made-up.ts'
import type { JointState } from '#core/check/acceptance.ts'
import { figureNamed } from '#core/figure.ts'
import { seeded } from '#core/seeded.ts'
import { atWork, MORNING_MIN } from './yard-time.ts'
import type { Store } from '../store.ts'
import { pieceOf, type DemoPiece, type TorchHere } from './data.ts'
import { brazeCameOut, cutCameOut, onPiece, writeDown } from './results.ts'
import { tested } from './tested.ts'
import weeks from './weeks.json' with { type: 'json' }

export interface DemoShop {
  readonly people: ReadonlyMap<string, string>
  readonly torches: ReadonlyMap<string, TorchHere>
  readonly now: Date
}

/** Puts the piece of a series in, and answers what it is worked on as. */
function pieceOfSeries(store: Store, shop: DemoShop, jobId: string, told: DemoPiece) {
  const draft = pieceOf(told, shop.torches)
  const pieceId = randomUUID()
  store.pieces.add(
    { id: pieceId, jobId, title: told.title, draft },
    atWork(shop.now, told.daysAgo).toISOString(),
  )
  return { pieceId, on: onPiece(draft) }
}

function cutSeries(
  store: Store,
  shop: DemoShop,
  jobId: string,
  series: (typeof weeks.cuts)[number],
  seed: number,
): void {
  const random = seeded(seed)
  const scatter = (share: number) => 1 + share * (random() + random() - 1)
  const { pieceId, on } = pieceOfSeries(store, shop, jobId, series.piece)
  for (let i = 0; i < series.count; i++) {
    const daysAgo = 41 - Math.round((i * 37) / series.count)
    // one in five went wrong, and in the usual ways: too fast at first, oxygen too low
    const quick = i % 5 === 1
    const speed = series.speedIpm * scatter(0.08) * (quick ? 1.3 : 1)
    writeDown(
      store,
      cutCameOut({
        id: randomUUID(),
        pieceId,
        personId: shop.people.get(series.people[i % series.people.length] ?? '') ?? null,
        at: subMinutes(atWork(shop.now, daysAgo), Math.round(random() * MORNING_MIN)).toISOString(),
        used: {
          tipOrifice: series.tip,
          oxygenPressure: `${Math.round(series.oxygenPsi * scatter(0.06))} psi`,
          fuelPressure: `${series.fuelPsi} psi`,
          travelSpeed: `${speed.toFixed(1)} in/min`,
          preheat: `${Math.round(series.preheatS * scatter(0.25))} s`,
        },
        edge: quick ? 'leaning' : random() < 0.15 ? 'rounded' : 'sharp',
        slag: quick ? 'chisel' : random() < 0.4 ? 'falls-off' : 'one-tap',
        drop: quick ? 'with-a-knock' : 'by-itself',
        kerf: i % 2 === 0 ? `${(series.kerfMm * scatter(0.06)).toFixed(2)} mm` : '',
        drag: quick ? '4.5 mm' : '',
        note: quick ? 'Pushed it. Drag lines lean.' : '',
      }),
      on,
    )
  }
}

/** @returns the id of its piece */
function brazeSeries(
  store: Store,
  shop: DemoShop,
  jobId: string,
  series: (typeof weeks.brazes)[number],
): string {
  const random = seeded(77)
  const { pieceId, on } = pieceOfSeries(store, shop, jobId, series.piece)
  const planned = (name: string) => figureNamed(on.plan, name)?.value ?? 0
  for (let i = 0; i < series.count; i++) {
    const good = brazeCameOut(
      {
        id: randomUUID(),
        pieceId,
        personId: shop.people.get(series.people[i % series.people.length] ?? '') ?? null,
        at: atWork(shop.now, 28 - i * 3).toISOString(),
        used: {
          tipOrifice: series.tip,
          oxygenPressure: `${series.oxygenPsi} psi`,
          fuelPressure: `${series.fuelPsi} psi`,
          timeToTemperature: `${Math.round(planned('timeToTemperature') * 1.15 * (0.95 + 0.1 * random()))} s`,
          trialHeat: '',
          fillerLength: `${Math.round(planned('rodLength') * 1000 * 1.1 * (0.95 + 0.1 * random()))} mm`,
        },
        lot: series.lot,
      },
      'socket',
    )
    const places = series.bad.places as Readonly<Record<string, JointState>>
    writeDown(
      store,
      i === series.bad.nth ? { ...good, places: { ...good.places, ...places }, note: series.bad.note } : good,
      on,
    )
  }
  return pieceId
}

/** Fills the weeks before. `pieces`: ids of those that stand already, by title. */
export function fillWeeks(store: Store, shop: DemoShop, pieces: ReadonlyMap<string, string>): void {
  const { now, people } = shop
  const { job } = weeks
  const jobId = randomUUID()
  store.jobs.add(jobId, job.name, job.place, atWork(now, job.daysAgo).toISOString())
  weeks.cuts.forEach((series, i) => cutSeries(store, shop, jobId, series, 11 + i))
  const known = new Map(pieces)
  for (const series of weeks.brazes) known.set(series.piece.title, brazeSeries(store, shop, jobId, series))
  for (const test of weeks.tests)
    tested(store, {
      kind: test.kind === 'vacuum' ? 'vacuum' : 'pressure',
      pieceId: known.get(test.piece) ?? null,
      personId: people.get(test.person) ?? null,
      from: atWork(now, test.daysAgo),
      readings: testReadings(test.readings === 'moist' ? 'moist' : 'rising'),
      stages: test.stages,
    })
}
