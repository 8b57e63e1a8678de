import type { TestAsked, TestEvent, TestEventKind, TestKind } from '#core/check/test-record.ts'
import type { JointTest, TestSummary } from '#contract/types.ts'
import type { Damage } from '../../damage.ts'
import { digestOf, isWhole } from '../digest.ts'
import type { Db } from '../db.ts'

interface Row {
  row: number
  whole: number
  id: string
  kind: string
  ticket_id: string | null
  job_id: string | null
  title: string | null
  person_id: string | null
  person_name: string | null
  asked: string
  started_at: string
  ended_at: string | null
  entry_id: string | null
}
interface EventRow {
  row: number
  whole: number
  id: string
  kind: string
  at: string
  stage: number | null
  pressure_pa: number | null
  temperature_k: number | null
  source: string
}

const SELECT = `
  SELECT x.rowid AS row, ${isWhole('tests', 'x')} AS whole, x.id, x.kind, x.ticket_id, t.job_id, t.title, x.person_id, p.name AS person_name, x.asked, x.started_at, x.ended_at,
    (SELECT l.id FROM log l WHERE l.id = x.id) AS entry_id
  FROM tests x LEFT JOIN tickets t ON t.id = x.ticket_id LEFT JOIN people p ON p.id = x.person_id`

const nameOf = (r: Row) =>
  r.title ?? (r.kind === 'pressure' ? 'A line under pressure' : 'A line under vacuum')
const summary = (r: Row): TestSummary => ({
  id: r.id,
  kind: r.kind as TestKind,
  pieceId: r.ticket_id,
  title: nameOf(r),
  jobId: r.job_id,
  startedAt: r.started_at,
  endedAt: r.ended_at,
})

/** Tests of lines, with every stage and reading in the order in which they were stored. */
export function testsTable(db: Db, damage: Damage) {
  const get = db.prepare<[string], Row>(`${SELECT} WHERE x.id = ?`)
  const ended = db.prepare<[number], Row>(
    `${SELECT} WHERE x.ended_at IS NOT NULL AND x.started_at > '' ORDER BY x.started_at DESC LIMIT ?`,
  )
  // an event is stored only where it fits, so the last that is no reading says where a test stands
  const watched = db.prepare<[], { id: string; asked: string; last_at: string }>(`
    SELECT x.id, x.asked, (SELECT e.at FROM test_events e WHERE e.test_id = x.id ORDER BY e.seq DESC LIMIT 1) AS last_at
    FROM tests x
    WHERE x.ended_at IS NULL AND x.started_at > '' AND json_valid(x.asked) AND x.asked ->> '$.pressureChannel' <> ''
      AND (SELECT e.kind FROM test_events e WHERE e.test_id = x.id AND e.kind NOT IN ('reading', 'supply-off') ORDER BY e.seq DESC LIMIT 1) = 'hold'`)
  const open = db.prepare<[], Row>(
    `${SELECT} WHERE x.ended_at IS NULL AND x.started_at > '' ORDER BY x.started_at DESC`,
  )
  const events = db.prepare<[string], EventRow>(
    `SELECT rowid AS row, id, kind, at, stage, pressure_pa, temperature_k, source, ${isWhole('test_events')} AS whole
     FROM test_events WHERE test_id = ? ORDER BY seq`,
  )
  const hasEvent = db.prepare<[string], { test_id: string }>('SELECT test_id FROM test_events WHERE id = ?')
  const countEvents = db
    .prepare<[string], number>('SELECT coalesce(max(seq), 0) FROM test_events WHERE test_id = ?')
    .pluck()
  const add = db.prepare(
    `INSERT INTO tests (id, kind, ticket_id, person_id, asked, started_at, digest)
     VALUES (@id, @kind, @ticket_id, @person_id, @asked, @started_at, ${digestOf('tests', '@')})`,
  )
  const addEvent = db.prepare(
    `INSERT INTO test_events (test_id, seq, id, kind, at, stage, pressure_pa, temperature_k, source, digest)
     VALUES (@test_id, @seq, @id, @kind, @at, @stage, @pressure_pa, @temperature_k, @source, ${digestOf('test_events', '@')})`,
  )
  const end = db.prepare<[string, string]>('UPDATE tests SET ended_at = ? WHERE id = ?')
  // a reading that was changed is left out of the verdict
  const eventsOf = (r: Row): TestEvent[] =>
    events.all(r.id).flatMap((e) => {
      const about = {
        table: 'test_events',
        row: e.row,
        id: e.id,
        name: `a reading of ${nameOf(r)}`,
        at: e.at,
      } as const
      const event = damage.read<TestEvent>(about, e.whole, () => ({
        id: e.id,
        kind: e.kind as TestEventKind,
        at: e.at,
        stage: e.stage,
        pressurePaAbs: e.pressure_pa,
        temperatureK: e.temperature_k,
        source: e.source,
      }))
      return event ?? []
    })
  const test = (r: Row): JointTest | undefined => {
    const about = { table: 'tests', row: r.row, id: r.id, name: nameOf(r), at: r.started_at } as const
    const asked = damage.read(about, r.whole, () => JSON.parse(r.asked) as TestAsked)
    return (
      asked && {
        ...summary(r),
        personId: r.person_id,
        personName: r.person_name,
        asked,
        events: eventsOf(r),
        entryId: r.entry_id,
      }
    )
  }
  return {
    get: (id: string): JointTest | undefined => {
      const row = get.get(id)
      return row && test(row)
    },
    /** Those under way, then the newest that have ended. */
    recent: (most: number): TestSummary[] => [...open.all(), ...ended.all(most)].map(summary),
    open: (): TestSummary[] => open.all().map(summary),
    /** Tests that hold now and are read by themselves, with when they were last read. */
    watched: (): { readonly id: string; readonly asked: TestAsked; readonly lastAt: string }[] =>
      watched.all().map((r) => ({ id: r.id, asked: JSON.parse(r.asked) as TestAsked, lastAt: r.last_at })),
    testOfEvent: (eventId: string): string | undefined => hasEvent.get(eventId)?.test_id,
    add: (t: {
      readonly id: string
      readonly kind: TestKind
      readonly pieceId: string | null
      readonly personId: string | null
      readonly asked: TestAsked
      readonly at: string
    }): void => {
      add.run({
        id: t.id,
        kind: t.kind,
        ticket_id: t.pieceId,
        person_id: t.personId,
        asked: JSON.stringify(t.asked),
        started_at: t.at,
      })
    },
    /** How many events a test has. */
    countOf: (id: string): number => countEvents.get(id) ?? 0,
    addEvent: (testId: string, e: TestEvent): number => {
      const seq = (countEvents.get(testId) ?? 0) + 1
      addEvent.run({
        test_id: testId,
        seq,
        id: e.id,
        kind: e.kind,
        at: e.at,
        stage: e.stage,
        pressure_pa: e.pressurePaAbs,
        temperature_k: e.temperatureK,
        source: e.source,
      })
      return seq
    },
    end: (id: string, at: string): void => {
      end.run(at, id)
    },
  }
}
