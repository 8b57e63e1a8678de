import type { TestAsked, TestEvent, TestEventKind, TestKind } from '#core/check/test-record.ts'
import type { JointTest, TestSummary } from '#contract/types.ts'
import type { Db } from '../open.ts'

interface Row {
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
  id: string
  kind: string
  at: string
  stage: number | null
  pressure_pa: number | null
  temperature_k: number | null
  source: string
}

const SELECT = `
  SELECT x.id, x.kind, x.ticket_id, t.job_id, t.title, x.person_id, p.name AS person_name, x.asked, x.started_at, x.ended_at,
    (SELECT l.id FROM log l WHERE l.id = x.id) AS entry_id
  FROM tests x LEFT JOIN tickets t ON t.id = x.ticket_id LEFT JOIN people p ON p.id = x.person_id`

const summary = (r: Row): TestSummary => ({
  id: r.id,
  kind: r.kind as TestKind,
  ticketId: r.ticket_id,
  title: r.title ?? (r.kind === 'pressure' ? 'A line under pressure' : 'A line under vacuum'),
  jobId: r.job_id,
  startedAt: r.started_at,
  endedAt: r.ended_at,
})

/** Tests of lines, with every stage and reading in the order in which they were stored. */
export function testsTable(db: Db) {
  const get = db.prepare<[string], Row>(`${SELECT} WHERE x.id = ?`)
  const recent = db.prepare<[], Row>(`${SELECT} ORDER BY x.ended_at IS NOT NULL, x.started_at DESC LIMIT 50`)
  // an event is stored only where it fits, so the last that is no reading says where a test stands
  const watched = db.prepare<[], { id: string; asked: string; last_at: string }>(`
    SELECT x.id, x.asked, (SELECT e.at FROM test_events e WHERE e.test_id = x.id ORDER BY e.seq DESC LIMIT 1) AS last_at
    FROM tests x
    WHERE x.ended_at IS NULL AND x.asked ->> '$.pressureChannel' <> ''
      AND (SELECT e.kind FROM test_events e WHERE e.test_id = x.id AND e.kind <> 'reading' ORDER BY e.seq DESC LIMIT 1) = 'hold'`)
  const open = db.prepare<[], Row>(`${SELECT} WHERE x.ended_at IS NULL ORDER BY x.started_at DESC`)
  const events = db.prepare<[string], EventRow>(
    'SELECT id, kind, at, stage, pressure_pa, temperature_k, source FROM test_events WHERE test_id = ? ORDER BY seq',
  )
  const hasEvent = db.prepare<[string], { test_id: string }>('SELECT test_id FROM test_events WHERE id = ?')
  const add = db.prepare<[string, string, string | null, string | null, string, string]>(
    'INSERT INTO tests (id, kind, ticket_id, person_id, asked, started_at) VALUES (?, ?, ?, ?, ?, ?)',
  )
  const addEvent = db.prepare<
    [string, string, string, string, string, number | null, number | null, number | null, string]
  >(
    `INSERT INTO test_events (test_id, seq, id, kind, at, stage, pressure_pa, temperature_k, source)
     VALUES (?, (SELECT coalesce(max(seq), 0) + 1 FROM test_events WHERE test_id = ?), ?, ?, ?, ?, ?, ?, ?)`,
  )
  const end = db.prepare<[string, string]>('UPDATE tests SET ended_at = ? WHERE id = ?')
  const eventsOf = (id: string): TestEvent[] =>
    events.all(id).map((e) => ({
      id: e.id,
      kind: e.kind as TestEventKind,
      at: e.at,
      stage: e.stage,
      pressurePaAbs: e.pressure_pa,
      temperatureK: e.temperature_k,
      source: e.source,
    }))
  const test = (r: Row): JointTest => ({
    ...summary(r),
    personId: r.person_id,
    personName: r.person_name,
    asked: JSON.parse(r.asked) as TestAsked,
    events: eventsOf(r.id),
    entryId: r.entry_id,
  })
  return {
    get: (id: string): JointTest | undefined => {
      const row = get.get(id)
      return row ? test(row) : undefined
    },
    recent: (): TestSummary[] => recent.all().map(summary),
    open: (): TestSummary[] => open.all().map(summary),
    /** Tests that hold now and are read by themselves, with when they were last read. */
    watched: (): { readonly id: string; readonly asked: TestAsked; readonly lastAt: string }[] =>
      watched.all().map((r) => ({ id: r.id, asked: JSON.parse(r.asked) as TestAsked, lastAt: r.last_at })),
    testOfEvent: (eventId: string): string | undefined => hasEvent.get(eventId)?.test_id,
    add: (t: {
      readonly id: string
      readonly kind: TestKind
      readonly ticketId: string | null
      readonly personId: string | null
      readonly asked: TestAsked
      readonly at: string
    }): void => {
      add.run(t.id, t.kind, t.ticketId, t.personId, JSON.stringify(t.asked), t.at)
    },
    addEvent: (testId: string, e: TestEvent): void => {
      addEvent.run(testId, testId, e.id, e.kind, e.at, e.stage, e.pressurePaAbs, e.temperatureK, e.source)
    },
    end: (id: string, at: string): void => {
      end.run(at, id)
    },
  }
}
