import type { Db } from '../db.ts'

/** What a log may be marked as. */
export type MarkName = 'demo' | 'begun'

/** What a log is beside what is written in it. */
export function marksTable(db: Db) {
  const has = db.prepare<[string], number>('SELECT count(*) FROM marks WHERE name = ?').pluck()
  const put = db.prepare<[string]>('INSERT OR IGNORE INTO marks (name) VALUES (?)')
  return {
    has: (name: MarkName): boolean => has.get(name) === 1,
    put: (name: MarkName): void => void put.run(name),
  }
}
