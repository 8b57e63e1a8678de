import type { Db } from '../db.ts'

/** A picture; the file itself lies beside the log under its id. */
export interface Photo {
  readonly id: string
  readonly entryId: string
  readonly type: string
  readonly bytes: number
  readonly sha256: string
  readonly addedAt: string
}

const COLUMNS = 'id, entry_id AS entryId, type, bytes, sha256, added_at AS addedAt'

/** Pictures of what came out. */
export function photosTable(db: Db) {
  const get = db.prepare<[string], Photo>(`SELECT ${COLUMNS} FROM photos WHERE id = ?`)
  const of = db.prepare<[string], Photo>(
    `SELECT ${COLUMNS} FROM photos WHERE entry_id = ? ORDER BY added_at, id`,
  )
  const all = db.prepare<[], Photo>(`SELECT ${COLUMNS} FROM photos ORDER BY added_at, id`)
  const add = db.prepare<[string, string, string, number, string, string]>(
    'INSERT OR IGNORE INTO photos (id, entry_id, type, bytes, sha256, added_at) VALUES (?, ?, ?, ?, ?, ?)',
  )
  return {
    get: (id: string): Photo | undefined => get.get(id),
    of: (entryId: string): Photo[] => of.all(entryId),
    all: (): Photo[] => all.all(),
    add: (p: Photo): void => {
      add.run(p.id, p.entryId, p.type, p.bytes, p.sha256, p.addedAt)
    },
  }
}
