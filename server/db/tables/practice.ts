import type { Attempts, PersonWeek } from '#contract/types.ts'
import type { FactsRecording } from '#core/teach/facts.ts'
import type { ItemDone, Try } from '#core/teach/lessons.ts'
import type { Db } from '../db.ts'

/** One attempt at a task of a practice bench. */
export interface StoredAttempt {
  readonly id: string
  readonly bench: string
  readonly task: string
  readonly personId: string | null
  readonly at: string
  /** 0 to 100. */
  readonly points: number
  /** As JSON. */
  readonly recording: string
}

/** So many of the last attempts at a task are told one by one. */
const RECENT = 3

/** What was practised, by whom. */
export function practiceTable(db: Db) {
  const points = db.prepare<[string], { readonly points: number }>('SELECT points FROM practice WHERE id = ?')
  const add = db.prepare<[StoredAttempt]>(
    'INSERT INTO practice (id, bench, task, person_id, at, points, recording) VALUES (@id, @bench, @task, @personId, @at, @points, @recording)',
  )
  const each = db.prepare<[], Omit<Attempts, 'recent'> & { readonly recent: string }>(
    `SELECT person_id AS personId, bench, task, COUNT(*) AS tries, MAX(points) AS best, MAX(at) AS last,
       (SELECT json_group_array(points) FROM (
          SELECT points FROM practice AS own
          WHERE own.bench = practice.bench AND own.task = practice.task AND own.person_id IS practice.person_id
          ORDER BY at DESC, id LIMIT ${RECENT})) AS recent
     FROM practice GROUP BY person_id, bench, task ORDER BY bench, task`,
  )
  const weeks = db.prepare<[], PersonWeek>(
    `SELECT person_id AS personId, bench, date(at, 'weekday 0', '-6 days') AS week, COUNT(*) AS tries, AVG(points) AS mean
     FROM practice GROUP BY person_id, bench, week ORDER BY week`,
  )
  const tries = db.prepare<[], Try>(
    `SELECT a.at, coalesce(p.name, '') AS person, a.bench, a.task, a.points
     FROM practice a LEFT JOIN people p ON p.id = a.person_id ORDER BY a.at, a.id`,
  )
  const rounds = db.prepare<[string], { readonly at: string; readonly recording: string }>(
    "SELECT at, recording FROM practice WHERE bench = 'facts' AND person_id = ? ORDER BY at, id",
  )
  const since = db.prepare<[string, string, string, string], Omit<ItemDone, 'outcome'>>(
    `SELECT COUNT(*) AS tries, MAX(points) AS best, MAX(at) AS last FROM practice
     WHERE person_id = ? AND bench = ? AND task = ? AND at >= ?`,
  )
  return {
    /** What was done week by week: one row for each person, bench and week with tries. */
    weeks: (): readonly PersonWeek[] => weeks.all(),
    /** Every try, oldest first. */
    tries: (): readonly Try[] => tries.all(),
    /** Every round of cards of somebody, oldest first. */
    rounds: (personId: string): readonly { readonly at: string; readonly recording: FactsRecording }[] =>
      rounds
        .all(personId)
        .map(({ at, recording }) => ({ at, recording: JSON.parse(recording) as FactsRecording })),
    /** What somebody has done of a task since a moment. */
    since: (personId: string, bench: string, task: string, from: string): ItemDone => ({
      tries: 0,
      best: null,
      last: null,
      ...since.get(personId, bench, task, from),
      outcome: null,
    }),
    /** What an attempt was worth; undefined where there is none of this id. */
    pointsOf: (id: string): number | undefined => points.get(id)?.points,
    add: (attempt: StoredAttempt): void => {
      add.run(attempt)
    },
    each: (): readonly Attempts[] =>
      each.all().map((row) => ({ ...row, recent: JSON.parse(row.recent) as readonly number[] })),
  }
}
