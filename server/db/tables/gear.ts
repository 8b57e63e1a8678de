import type { Gear } from '#core/rig/gear.ts'
import type { GearKind } from '#core/rig/kinds.ts'
import type { GearItem } from '#contract/types.ts'
import type { Db } from '../open.ts'

interface Row {
  id: string
  kind: string
  name: string
  fields: string
  active: number
}
const item = (r: Row): GearItem => ({
  id: r.id,
  kind: r.kind as GearKind,
  name: r.name,
  fields: JSON.parse(r.fields) as Gear['fields'],
  active: r.active === 1,
})

/** Hoses, regulators, arrestors, cylinders and the rest. Nothing is deleted: what is gone is put aside. */
export function gearTable(db: Db) {
  const list = db.prepare<[], Row>(
    'SELECT id, kind, name, fields, active FROM gear ORDER BY active DESC, created_at, rowid',
  )
  const get = db.prepare<[string], Row>('SELECT id, kind, name, fields, active FROM gear WHERE id = ?')
  const add = db.prepare<[string, string, string, string, string, string]>(
    'INSERT INTO gear (id, kind, name, fields, created_at, updated_at) VALUES (?, ?, ?, ?, ?, ?)',
  )
  const change = db.prepare<[string, string, number, string, string]>(
    'UPDATE gear SET name = ?, fields = ?, active = ?, updated_at = ? WHERE id = ?',
  )
  return {
    list: (): GearItem[] => list.all().map(item),
    get: (id: string): GearItem | undefined => {
      const row = get.get(id)
      return row ? item(row) : undefined
    },
    add: (g: Gear, at: string): void => {
      add.run(g.id, g.kind, g.name, JSON.stringify(g.fields), at, at)
    },
    change: (g: GearItem, at: string): void => {
      change.run(g.name, JSON.stringify(g.fields), g.active ? 1 : 0, at, g.id)
    },
  }
}
