import { randomUUID } from 'node:crypto'
import { HOLD_VERDICTS, VACUUM_VERDICTS } from '#core/check/verdicts.ts'
import { testRefused } from '#core/check/stages.ts'
import {
  foldTest,
  judgeTest,
  USUAL_AMBIENT_PA,
  verdictOf,
  type TestResult,
  mayFollowTest,
  type TestAsked,
  type TestEvent,
} from '#core/check/test-record.ts'
import { Reader, readFields } from '#core/fields/reader.ts'
import { TEST_ASKED } from '#core/check/test-fields.ts'
import { readGauge, readTyped } from '#application/typed.ts'
import type { TestDraft, TestEventDraft, Settings } from '#contract/schemas.ts'
import type { JointTest, TestChange } from '#contract/types.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import { checkPerson, headOf, UNJUDGED } from '../line-head.ts'
import type { Store } from '../store.ts'
import type { Context, Handlers } from './mount.ts'

const wrong = (message: string, field: string) => new AppError(422, 'bad-input', message, field)

function found(store: Store, id: string): JointTest {
  const test = store.tests.get(id)
  if (!test) throw notFound('test')
  return test
}

function readAsked({ kind, asked }: TestDraft, { units, decimalMark }: Settings): TestAsked {
  const said = { ...asked, kind }
  // a depth in inches of mercury counts down from the air of that day
  const air = readGauge(asked.barometer, 'barometer', { units, decimalMark }, USUAL_AMBIENT_PA)
  const r = new Reader(units, decimalMark, true, air.ok ? air.paAbs : USUAL_AMBIENT_PA)
  const read = readFields(r, said, TEST_ASKED, 'asked')
  const [fault] = r.errors
  if (fault) throw wrong(fault.message, fault.field)
  const {
    volumeM3 = null,
    divisionPa = null,
    limit = null,
    ambientPa,
    testPa = 0,
    weakestPa,
    reliefPa,
  } = read
  const { pressureChannel, temperatureChannel } = asked
  const { hookUp = 'valves' } = read
  const common = { volumeM3, divisionPa, limit, ambientPa, hookUp, pressureChannel, temperatureChannel }
  if (kind === 'vacuum')
    return { ...common, testPa: 0, weakestPa: null, reliefPa: null, targetPaAbs: read.targetPaAbs ?? null }
  const [refused] = testRefused({ testPa, weakestPa, reliefPa, gas: asked.gas })
  if (refused) throw wrong(refused.message, `asked.${refused.field}`)
  if (volumeM3 === null) throw wrong('Give the volume of the line: the leak follows from it.', 'asked.volume')
  return {
    ...common,
    testPa,
    weakestPa: weakestPa ?? null,
    reliefPa: reliefPa ?? null,
    targetPaAbs: null,
    askedS: read.askedS ?? null,
    ...(read.thermometer ? { thermometer: read.thermometer } : {}),
    allowedPaPerHour: read.allowedPaPerHour ?? null,
  }
}

/** An event as typed: gauge readings become absolute ones. */
function readEvent(body: TestEventDraft, test: JointTest, settings: Settings): TestEvent {
  const common = { id: body.id, kind: body.kind, at: body.at, stage: body.stage, source: '' }
  if (body.kind !== 'reading') return { ...common, pressurePaAbs: null, temperatureK: null }
  const shown = readGauge(body.pressure, test.kind, settings, test.asked.ambientPa)
  if (!shown.ok) throw wrong(shown.message, 'pressure')
  const pressurePaAbs = shown.paAbs
  // a gauge may be read without the pipe: the verdict says so
  const bare = body.temperature.trim() === ''
  const pipe = bare ? undefined : readTyped(body.temperature, 'temperature', settings)
  if (pipe?.ok === false) throw wrong(pipe.message, 'temperature')
  const temperatureK = pipe?.value ?? null
  if (!(pressurePaAbs >= 0 && pressurePaAbs < 8e6)) throw wrong('That cannot be the pressure.', 'pressure')
  if (temperatureK !== null && !(temperatureK > 200 && temperatureK < 400))
    throw wrong('That cannot be the temperature of a pipe in a shop.', 'temperature')
  return { ...common, pressurePaAbs, temperatureK }
}

/** Verdicts that say neither that a line is tight nor that it is not. */
const OPEN: ReadonlySet<string> = new Set(['cannot-tell', 'not-yet', 'longer', 'void'])

/** What it lost or rose by the second, as its gauge shows it: a leak of known volume is brought back to that. */
function rateOf(judged: TestResult, { asked }: JointTest) {
  const { rate, uncertainty, limit } = judged.result
  const trade = judged.kind === 'pressure' ? judged.trade : undefined
  if (trade && trade.holdS > 0) {
    const [lost, least] = [trade.dropPa / trade.holdS, trade.leastPa / trade.holdS]
    return { rate: lost, uncertainty: least, limit: least, perVolume: false }
  }
  const by = asked.volumeM3 ?? 1
  return { rate: rate / by, uncertainty: uncertainty / by, limit: limit / by, perVolume: false }
}

/** Writes an ended test into the log. */
function logTest(store: Store, test: JointTest, at: string): void {
  const progress = foldTest(test.kind, test.asked, test.events)
  const judged = judgeTest(test.kind, test.asked, progress, store.settings.get().units)
  const { result } = judged
  const { verdict, because } = verdictOf(judged)
  const piece = test.pieceId === null ? undefined : store.pieces.get(test.pieceId)
  const kind = test.kind === 'pressure' ? 'pressure-test' : 'vacuum-test'
  const head = headOf(store, piece, test.personId)
  store.log.add({
    id: test.id,
    kind,
    at,
    runId: null,
    ...head,
    ...UNJUDGED,
    title: head.title || test.title,
    thicknessM: null,
    tipOrificeM: null,
    outcome: verdict === 'holds' || verdict === 'dry' ? 'passed' : OPEN.has(verdict) ? 'open' : 'failed',
    told: {
      ...(kind === 'pressure-test'
        ? { kind, verdict: oneOf(HOLD_VERDICTS, verdict) }
        : { kind, verdict: oneOf(VACUUM_VERDICTS, verdict) }),
      testId: test.id,
      ...rateOf(judged, test),
      holdS: result.holdS,
      count: result.count,
      because,
    },
  })
}

/** A verdict among those of its kind of test; each of them ends with not being able to tell. */
const oneOf = <V extends string>(
  verdicts: readonly [...V[], 'cannot-tell'],
  verdict: string,
): V | 'cannot-tell' => verdicts.find((v) => v === verdict) ?? 'cannot-tell'

/** Puts an event after the others, and the test into the log when it was its last. */
export function addTestEvent(
  { store, hub }: Pick<Context, 'store' | 'hub'>,
  id: string,
  event: TestEvent,
): TestChange {
  const { change, isNew } = store.transaction((): { change: TestChange; isNew: boolean } => {
    const before = found(store, id)
    const { endedAt, entryId } = before
    const known = store.tests.testOfEvent(event.id)
    if (known === id) {
      const seq = before.events.findIndex((e) => e.id === event.id) + 1
      return { change: { id, seq, event: before.events[seq - 1] ?? event, endedAt, entryId }, isNew: false }
    }
    if (known) throw conflict('id-taken', 'This was sent for another test.')
    if (!mayFollowTest(before.kind, foldTest(before.kind, before.asked, before.events), event))
      throw conflict('test-moved-on', 'The test does not stand there any more.')
    const seq = store.tests.addEvent(id, event)
    if (event.kind !== 'ended') return { change: { id, seq, event, endedAt, entryId }, isNew: true }
    store.tests.end(id, event.at)
    logTest(store, { ...before, endedAt: event.at, events: [...before.events, event] }, event.at)
    return { change: { id, seq, event, endedAt: event.at, entryId: id }, isNew: true }
  })
  if (isNew) hub.changed(id, change)
  return change
}

/** How often a test is read by itself. */
const READ_EVERY_MS = 10_000

/** Reads the instruments of every test that holds, also while nobody looks at the page. The answer stops it. */
export function watchTests({
  store,
  hub,
  instruments,
  now,
}: Pick<Context, 'store' | 'hub' | 'instruments' | 'now'>): () => void {
  const timer = setInterval(() => {
    for (const { id, asked, lastAt } of store.tests.watched()) {
      const at = now()
      if (at.getTime() - Date.parse(lastAt) < READ_EVERY_MS) continue
      const pressure = instruments.channel(asked.pressureChannel)
      const temperature = instruments.channel(asked.temperatureChannel)
      if (pressure?.quality !== 'good' || pressure.value === null) continue
      if (temperature?.quality !== 'good' || temperature.value === null) continue
      const gauge = pressure.name === 'pressure'
      addTestEvent({ store, hub }, id, {
        id: randomUUID(),
        kind: 'reading',
        at: at.toISOString(),
        stage: null,
        pressurePaAbs: pressure.value + (gauge ? asked.ambientPa : 0),
        temperatureK: temperature.value,
        source: `${instruments.nameOf(asked.pressureChannel)}, ${instruments.nameOf(asked.temperatureChannel)}`,
      })
    }
  }, 1000)
  timer.unref()
  return () => clearInterval(timer)
}

const TESTS_SHOWN = 50

/** Tests of lines. */
export const testHandlers: Pick<Handlers, 'listTests' | 'startTest' | 'getTest' | 'addTestEvent'> = {
  listTests: ({ store }) => store.tests.recent(TESTS_SHOWN),
  getTest: ({ store }, { params }) => found(store, params.id),
  startTest: ({ store }, { body }) =>
    store.transaction(() => {
      const known = store.tests.get(body.id)
      if (known) return known
      if (body.pieceId !== null && !store.pieces.brief(body.pieceId))
        throw wrong('There is no such piece.', 'pieceId')
      checkPerson(store, body.personId)
      const { id, kind, pieceId, personId, at } = body
      store.tests.add({ id, kind, pieceId, personId, at, asked: readAsked(body, store.settings.get()) })
      return found(store, id)
    }),
  addTestEvent: (context, { params, body }) => {
    const test = found(context.store, params.id)
    return addTestEvent(context, params.id, readEvent(body, test, context.store.settings.get()))
  },
}
