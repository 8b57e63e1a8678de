import type { Attempts } from '#contract/types.ts'
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
  return {
    /** What an attempt was worth; undefined where there is none of this id. */
    pointsOf: (id: string): number | undefined => points.get(id)?.points,
    add: (attempt: StoredAttempt): void => {
      add.run(attempt)
    },
    each: (): readonly Attempts[] =>
      each.all().map((row) => ({ ...row, recent: JSON.parse(row.recent) as readonly number[] })),
  }
}
