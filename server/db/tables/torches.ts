import type { RigDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import type { Db } from '../open.ts'

interface Row {
  id: string
  name: string
  rig: string
}
const torch = (r: Row): Torch => ({ id: r.id, name: r.name, rig: JSON.parse(r.rig) as RigDraft })

/** Torches with their hoses and charts, as typed. */
export function torchesTable(db: Db) {
  const list = db.prepare<[], Row>('SELECT id, name, rig FROM torches ORDER BY created_at, rowid')
  const get = db.prepare<[string], Row>('SELECT id, name, rig FROM torches WHERE id = ?')
  const named = db.prepare<[string], Row>('SELECT id, name, rig FROM torches WHERE lower(name) = lower(?)')
  const add = db.prepare<[string, string, string, string]>(
    'INSERT INTO torches (id, name, rig, created_at) VALUES (?, ?, ?, ?)',
  )
  const change = db.prepare<[string, string, string]>('UPDATE torches SET name = ?, rig = ? WHERE id = ?')
  const maybe = (r: Row | undefined) => (r ? torch(r) : undefined)
  return {
    list: (): Torch[] => list.all().map(torch),
    get: (id: string): Torch | undefined => maybe(get.get(id)),
    named: (name: string): Torch | undefined => maybe(named.get(name)),
    add: (t: Torch, at: string): void => {
      add.run(t.id, t.name, JSON.stringify(t.rig), at)
    },
    change: (t: Torch): void => {
      change.run(t.name, JSON.stringify(t.rig), t.id)
    },
  }
}
