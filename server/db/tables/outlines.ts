import type { OutlineFile } from '#contract/schemas.ts'
import type { Db } from '../db.ts'

/** Drawings as they came. */
export function outlinesTable(db: Db) {
  const get = db.prepare<[string], OutlineFile>(
    'SELECT id, name, format, unit, text FROM outlines WHERE id = ?',
  )
  const add = db.prepare<[string, string, string, string, string, string]>(
    'INSERT INTO outlines (id, name, format, unit, text, created_at) VALUES (?, ?, ?, ?, ?, ?)',
  )
  return {
    get: (id: string): OutlineFile | undefined => get.get(id),
    add: (o: OutlineFile, at: string): void => {
      add.run(o.id, o.name, o.format, o.unit, o.text, at)
    },
  }
}
