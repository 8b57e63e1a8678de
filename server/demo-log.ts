/** Six weeks of the yard's log: cuts, brazes and tests as they would have been written down. */
import { randomUUID } from 'node:crypto'
import { subDays, subMinutes } from 'date-fns'
import { testReadings } from '#core/check/made-up.ts'
import type { TestAsked } from '#core/check/test-record.ts'
import { firstDraftOf } from '#core/fields/draft.ts'
import { BRAZE_TOLD, CUT_TOLD } from '#core/record/fields.ts'
import { seeded } from '#core/seeded.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { firstBraze, firstDraft, FIRST_SETTINGS, firstPart } from '#application/first.ts'
import { placesOf, readEntry, workedOn, type WorkedOn } from '#application/read-entry.ts'
import type {
  BrazeDraft,
  BrazeLogDraft,
  CutDraft,
  CutLogDraft,
  LogDraft,
  PieceDraft,
  RigDraft,
} from '#contract/schemas.ts'
import { lineOf } from './line-head.ts'
import { addTestEvent } from './routes/tests.ts'
import { RunHub } from './hub.ts'
import type { Store } from './store.ts'

interface Person {
  readonly id: string
}
interface Yard {
  readonly people: ReadonlyMap<string, string>
  readonly torches: Readonly<
    Record<'tamsin' | 'bede' | 'orla', { readonly id: string; readonly rig: RigDraft }>
  >
  readonly now: Date
}

/** A cut as it came out, of which only what matters is said. */
export const cutCameOut = (
  over: Partial<CutLogDraft> & Pick<CutLogDraft, 'id' | 'ticketId' | 'at' | 'used'>,
): CutLogDraft => ({
  kind: 'cut',
  runId: null,
  personId: null,
  corrects: null,
  why: '',
  ...firstDraftOf(CUT_TOLD, INCH_UNITS),
  edge: 'sharp',
  slag: 'one-tap',
  drop: 'by-itself',
  ...over,
})

/** A piece as it is worked on, without a run. */
function onPiece(draft: PieceDraft): WorkedOn {
  const on = workedOn(draft, FIRST_SETTINGS)
  if (!on) throw new Error('a piece of the demo cannot be planned')
  return on
}

/** Puts what came out in the log, as the server would. */
export function writeDown(store: Store, entry: LogDraft, on: WorkedOn): void {
  const read = readEntry(entry, on, FIRST_SETTINGS)
  if (!read.ok) throw new Error(read.errors[0]?.message)
  store.log.add(lineOf(store, entry, store.tickets.get(entry.ticketId), on, read.told, false))
}

/** Cuts of one kind over the weeks: what is usual there, and how it scatters. */
interface Series {
  readonly title: string
  readonly torch: 'tamsin' | 'bede'
  readonly thickness: string
  readonly length: string
  readonly tip: string
  readonly oxygenPsi: number
  readonly fuelPsi: number
  readonly speedIpm: number
  readonly preheatS: number
  readonly kerfMm: number
  readonly count: number
  readonly people: readonly string[]
}
const CUTS: readonly Series[] = [
  {
    title: 'Paddle frames',
    torch: 'tamsin',
    thickness: '12 mm',
    length: '400 mm',
    tip: '0.052 in',
    oxygenPsi: 39,
    fuelPsi: 6,
    speedIpm: 16.5,
    preheatS: 11,
    kerfMm: 2.1,
    count: 16,
    people: ['Tamsin', 'Orla', 'Bede'],
  },
  {
    title: 'Stop plank irons',
    torch: 'tamsin',
    thickness: '8 mm',
    length: '250 mm',
    tip: '0.040 in',
    oxygenPsi: 31,
    fuelPsi: 5,
    speedIpm: 18,
    preheatS: 8,
    kerfMm: 1.8,
    count: 8,
    people: ['Tamsin', 'Idris'],
  },
  {
    title: 'Beam flanges',
    torch: 'bede',
    thickness: '1 in',
    length: '900 mm',
    tip: '0.060 in',
    oxygenPsi: 47,
    fuelPsi: 7,
    speedIpm: 11,
    preheatS: 20,
    kerfMm: 2.3,
    count: 9,
    people: ['Bede'],
  },
]

function cutSeries(store: Store, yard: Yard, jobId: string, series: Series, seed: number): void {
  const random = seeded(seed)
  const scatter = (share: number) => 1 + share * (random() + random() - 1)
  const torch = yard.torches[series.torch]
  const draft: CutDraft = {
    kind: 'cut',
    torchId: torch.id,
    work: {
      ...firstDraft(FIRST_SETTINGS).work,
      metal: 'low-carbon-steel',
      thickness: series.thickness,
      length: series.length,
      temperature: '60 °F',
    },
    rig: { ...torch.rig, tipOrifice: series.tip },
    usual: { oxygen: '', fuel: '', tip: '' },
  }
  const ticketId = randomUUID()
  store.tickets.add({ id: ticketId, jobId, title: series.title, draft }, subDays(yard.now, 42).toISOString())
  const on = onPiece(draft)
  for (let i = 0; i < series.count; i++) {
    const daysAgo = 41 - Math.round((i * 37) / series.count)
    const person = yard.people.get(series.people[i % series.people.length] ?? '') ?? null
    // one in five went wrong, and in the usual ways: too fast at first, oxygen too low
    const quick = i % 5 === 1
    const speed = series.speedIpm * scatter(0.08) * (quick ? 1.3 : 1)
    writeDown(
      store,
      cutCameOut({
        id: randomUUID(),
        ticketId,
        personId: person,
        at: subMinutes(subDays(yard.now, daysAgo), Math.round(random() * 300)).toISOString(),
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

/** A braze as it came out, full all round unless it says otherwise. */
export const brazeCameOut = (
  over: Partial<BrazeLogDraft> & Pick<BrazeLogDraft, 'id' | 'ticketId' | 'at' | 'used'>,
  joint: string,
): BrazeLogDraft => ({
  kind: 'braze',
  runId: null,
  personId: null,
  corrects: null,
  why: '',
  ...firstDraftOf(BRAZE_TOLD, INCH_UNITS),
  places: Object.fromEntries(placesOf(joint).map((p) => [p, 'full' as const])),
  fluxOff: true,
  inside: 'bright',
  penetration: [],
  leakPath: false,
  ...over,
})

function risers(store: Store, yard: Yard, jobId: string): string {
  const random = seeded(77)
  const { orla } = yard.torches
  const draft: BrazeDraft = {
    kind: 'braze',
    torchId: orla.id,
    work: {
      ...firstBraze(FIRST_SETTINGS).work,
      joint: 'socket',
      a: { ...firstPart('copper'), tube: 'EN 1057 35 mm' },
      b: { ...firstPart('copper') },
      service: ['water'],
      tubeRun: [{ outsideDiameter: '35 mm', wall: '1.2 mm', length: '3 m' }],
    },
    rig: orla.rig,
  }
  const ticketId = randomUUID()
  store.tickets.add(
    { id: ticketId, jobId, title: 'Risers, 35 mm', draft },
    subDays(yard.now, 30).toISOString(),
  )
  const on = onPiece(draft)
  const of = (name: string) => on.plan.figures[name as keyof typeof on.plan.figures]?.value ?? 0
  for (let i = 0; i < 7; i++) {
    const bad = i === 2
    writeDown(
      store,
      brazeCameOut(
        {
          id: randomUUID(),
          ticketId,
          personId: yard.people.get(i % 3 === 0 ? 'Idris' : 'Orla') ?? null,
          at: subDays(yard.now, 28 - i * 3).toISOString(),
          used: {
            tipOrifice: '0.052 in',
            oxygenPressure: '7 psi',
            fuelPressure: '6 psi',
            timeToTemperature: `${Math.round(of('timeToTemperature') * 1.15 * (0.95 + 0.1 * random()))} s`,
            fillerLength: `${Math.round(of('rodLength') * 1000 * 1.1 * (0.95 + 0.1 * random()))} mm`,
          },
          ...(bad
            ? {
                places: {
                  ...brazeCameOut({ id: '', ticketId, at: '', used: NO_USED }, 'socket').places,
                  6: 'gap' as const,
                  5: 'thin' as const,
                  7: 'pinhole' as const,
                },
                note: 'Could not get round the back.',
              }
            : {}),
          lot: 'L-204',
        },
        'socket',
      ),
      on,
    )
  }
  return ticketId
}
const NO_USED = {
  tipOrifice: '',
  oxygenPressure: '',
  fuelPressure: '',
  timeToTemperature: '',
  fillerLength: '',
}

const PSI = 6894.757
const TEST: TestAsked = {
  testPa: 300 * PSI,
  volumeM3: 0.003,
  weakestPa: 450 * PSI,
  reliefPa: 320 * PSI,
  divisionPa: 5 * PSI,
  limit: null,
  targetPaAbs: null,
  ambientPa: 101_325,
  pressureChannel: '',
  temperatureChannel: '',
}

/** A test that was led to its end. */
function tested(
  store: Store,
  asked: {
    readonly kind: 'pressure' | 'vacuum'
    readonly ticketId: string | null
    readonly personId: string | null
    readonly from: Date
    readonly readings: ReturnType<typeof testReadings>
    readonly stages: number
  },
): void {
  const id = randomUUID()
  const { kind, ticketId, personId, from, readings } = asked
  const test: TestAsked =
    kind === 'pressure'
      ? TEST
      : { ...TEST, testPa: 0, weakestPa: null, reliefPa: null, divisionPa: null, volumeM3: null }
  store.tests.add({ id, kind, ticketId, personId, asked: test, at: from.toISOString() })
  const context = { store, hub: new RunHub() }
  const at = (s: number) => new Date(from.getTime() + s * 1000).toISOString()
  const event = (kindOf: 'raised' | 'hold' | 'lowered' | 'ended', s: number, stage: number | null = null) =>
    addTestEvent(context, id, {
      id: randomUUID(),
      kind: kindOf,
      at: at(s),
      stage,
      pressurePaAbs: null,
      temperatureK: null,
      source: '',
    })
  for (let stage = 0; stage < asked.stages; stage++) event('raised', 60 * stage, stage)
  const began = 60 * asked.stages
  event('hold', began)
  for (const r of readings)
    addTestEvent(context, id, {
      id: randomUUID(),
      kind: 'reading',
      at: at(began + r.timeS),
      stage: null,
      pressurePaAbs: r.pressurePaAbs,
      temperatureK: r.temperatureK,
      source: 'Test gauge, Thermocouple on the pipe',
    })
  const over = began + (readings.at(-1)?.timeS ?? 0)
  if (kind === 'pressure') event('lowered', over + 30)
  event('ended', over + 60)
}

/** Fills the weeks before. `chiller` is the piece that was tested. */
export function fillLog(store: Store, yard: Yard, chiller: string): void {
  const { now, people } = yard
  const jobId = randomUUID()
  store.jobs.add(jobId, 'Gate 1, spring work', 'Sallow Reach, gate 1', subDays(now, 42).toISOString())
  CUTS.forEach((series, i) => cutSeries(store, yard, jobId, series, 11 + i))
  const riser = risers(store, yard, jobId)
  const orla: Person['id'] | null = people.get('Orla') ?? null
  tested(store, {
    kind: 'pressure',
    ticketId: riser,
    personId: orla,
    from: subDays(now, 9),
    readings: testReadings('rising'),
    stages: 7,
  })
  tested(store, {
    kind: 'vacuum',
    ticketId: chiller,
    personId: people.get('Idris') ?? null,
    from: subDays(now, 1),
    readings: testReadings('moist'),
    stages: 0,
  })
}
