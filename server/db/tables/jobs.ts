import type { Db } from '../open.ts'

export interface JobRow {
  readonly id: string
  readonly name: string
  readonly place: string
  readonly created_at: string
}

/** Jobs, newest first. */
export function jobsTable(db: Db) {
  const list = db.prepare<[], JobRow>(
    'SELECT id, name, place, created_at FROM jobs ORDER BY created_at DESC, id',
  )
  const get = db.prepare<[string], JobRow>('SELECT id, name, place, created_at FROM jobs WHERE id = ?')
  const add = db.prepare<[string, string, string, string]>(
    'INSERT INTO jobs (id, name, place, created_at) VALUES (?, ?, ?, ?)',
  )
  return {
    list: (): JobRow[] => list.all(),
    get: (id: string): JobRow | undefined => get.get(id),
    add: (id: string, name: string, place: string, at: string): void => {
      add.run(id, name, place, at)
    },
  }
}
