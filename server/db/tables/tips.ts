import type { OwnTip } from '#contract/types.ts'
import type { Db } from '../db.ts'

/** The shop's own tips. */
export function tipsTable(db: Db) {
  const list = db.prepare<[], OwnTip>('SELECT id, name, orifice FROM tips ORDER BY lower(name)')
  const get = db.prepare<[string], OwnTip>('SELECT id, name, orifice FROM tips WHERE id = ?')
  const named = db.prepare<[string], OwnTip>(
    'SELECT id, name, orifice FROM tips WHERE lower(name) = lower(?)',
  )
  const add = db.prepare<[string, string, string, string]>(
    'INSERT INTO tips (id, name, orifice, created_at) VALUES (?, ?, ?, ?)',
  )
  return {
    list: (): OwnTip[] => list.all(),
    get: (id: string): OwnTip | undefined => get.get(id),
    named: (name: string): OwnTip | undefined => named.get(name),
    add: (tip: OwnTip, at: string): void => {
      add.run(tip.id, tip.name, tip.orifice, at)
    },
  }
}
