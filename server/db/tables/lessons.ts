import type { Given, Lesson, PlateLine } from '#contract/types.ts'
import type { ItemDone, LessonItem } from '#core/teach/lessons.ts'
import type { Db } from '../db.ts'

interface LessonRow extends Omit<Lesson, 'items' | 'closed'> {
  readonly items: string
  readonly closed: number
}
const lesson = ({ items, closed, ...rest }: LessonRow): Lesson => ({
  ...rest,
  items: JSON.parse(items) as LessonItem[],
  closed: closed === 1,
})
interface GivenRow extends Omit<Given, 'items' | 'done' | 'signed'> {
  readonly items: string
  readonly signedAt: string | null
  readonly signedByName: string | null
  readonly note: string | null
  readonly done: string | null
}
/** A set that was given; what was done of it only where it is signed. */
export interface StoredGiven extends Omit<Given, 'done'> {
  readonly done: readonly ItemDone[] | undefined
}
const given = ({ items, done, signedAt, signedByName, note, ...rest }: GivenRow): StoredGiven => ({
  ...rest,
  items: JSON.parse(items) as LessonItem[],
  done: done === null ? undefined : (JSON.parse(done) as ItemDone[]),
  signed: signedAt === null ? null : { at: signedAt, byName: signedByName ?? '', note: note ?? '' },
})

const GIVEN = `SELECT g.id, g.lesson_id AS lessonId, g.name, g.items, g.person_id AS personId, p.name AS personName,
  g.given_at AS givenAt, b.name AS byName, g.plate_id AS plateId, g.signed_at AS signedAt, s.name AS signedByName,
  g.note, g.done
  FROM given g JOIN people p ON p.id = g.person_id
  LEFT JOIN people b ON b.id = g.by_id LEFT JOIN people s ON s.id = g.signed_by`
/** So many lines of the log are offered for a plate. */
const MOST_LINES = 30
/** A line of the log that nothing has taken the place of, as far as a plate goes by it. */
const PLATE = `SELECT l.id, l.at, l.title, l.outcome FROM log l`
const STANDS = 'NOT EXISTS (SELECT 1 FROM log d WHERE d.corrects = l.id)'

/** Sets, and to whom they were given. */
export function lessonsTable(db: Db) {
  const columns = 'id, name, items, version, closed'
  const list = db.prepare<[], LessonRow>(
    `SELECT ${columns} FROM lessons ORDER BY closed, lower(name), created_at`,
  )
  const get = db.prepare<[string], LessonRow>(`SELECT ${columns} FROM lessons WHERE id = ?`)
  const add = db.prepare<[string, string, string, string, string]>(
    'INSERT INTO lessons (id, name, items, version, created_at, updated_at) VALUES (?, ?, ?, 1, ?, ?)',
  )
  const change = db.prepare(
    `UPDATE lessons SET name = @name, items = @items, closed = @closed, version = version + 1, updated_at = @at
     WHERE id = @id AND version = @version`,
  )
  const allGiven = db.prepare<[], GivenRow>(
    `${GIVEN} WHERE g.taken_back_at IS NULL ORDER BY g.signed_at IS NOT NULL, g.given_at DESC, lower(p.name)`,
  )
  const getGiven = db.prepare<[string], GivenRow>(`${GIVEN} WHERE g.id = ? AND g.taken_back_at IS NULL`)
  const give = db.prepare(
    `INSERT INTO given (id, lesson_id, name, items, person_id, by_id, given_at)
     SELECT @id, id, name, items, @personId, @byId, @at FROM lessons WHERE id = @lessonId`,
  )
  const setPlate = db.prepare<[string | null, string]>('UPDATE given SET plate_id = ? WHERE id = ?')
  const takeBack = db.prepare<[string, string]>('UPDATE given SET taken_back_at = ? WHERE id = ?')
  const sign = db.prepare(
    'UPDATE given SET signed_by = @byId, signed_at = @at, note = @note, done = @done WHERE id = @id',
  )
  const linesOf = db.prepare<[string, string], PlateLine>(
    `${PLATE} WHERE l.person_id = ? AND l.at >= ? AND l.kind IN ('cut', 'braze') AND ${STANDS}
     ORDER BY l.key DESC LIMIT ${MOST_LINES}`,
  )
  const line = db.prepare<[string], PlateLine>(`${PLATE} WHERE l.id = ?`)
  const maybe = <R, T>(of: (row: R) => T, row: R | undefined): T | undefined => (row ? of(row) : undefined)
  return {
    list: (): readonly Lesson[] => list.all().map(lesson),
    get: (id: string): Lesson | undefined => maybe(lesson, get.get(id)),
    add: (id: string, name: string, items: readonly LessonItem[], at: string): void => {
      add.run(id, name, JSON.stringify(items), at, at)
    },
    /** False where somebody else has changed it since. */
    change: ({ items, closed, ...rest }: Lesson, at: string): boolean =>
      change.run({ ...rest, items: JSON.stringify(items), closed: closed ? 1 : 0, at }).changes > 0,
    given: (): readonly StoredGiven[] => allGiven.all().map(given),
    getGiven: (id: string): StoredGiven | undefined => maybe(given, getGiven.get(id)),
    give: (giving: {
      readonly id: string
      readonly lessonId: string
      readonly personId: string
      readonly byId: string | null
      readonly at: string
    }): void => {
      give.run(giving)
    },
    setPlate: (id: string, entryId: string | null): void => {
      setPlate.run(entryId, id)
    },
    sign: (
      id: string,
      by: { readonly byId: string; readonly at: string; readonly note: string },
      done: readonly ItemDone[],
    ): void => {
      sign.run({ ...by, id, done: JSON.stringify(done) })
    },
    /** Off every list: it was given by mistake. */
    takeBack: (id: string, at: string): void => {
      takeBack.run(at, id)
    },
    /** What somebody has written down of cuts and brazes since a moment, newest first. */
    linesOf: (personId: string, since: string): readonly PlateLine[] => linesOf.all(personId, since),
    line: (id: string): PlateLine | undefined => line.get(id),
  }
}
