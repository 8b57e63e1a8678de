import type { Gear } from '#core/rig/gear.ts'
import type { GearKind } from '#core/rig/kinds.ts'
import type { GearItem } from '#contract/types.ts'
import type { Damage } from '../../damage.ts'
import { digestOf, isWhole } from '../digest.ts'
import type { Db } from '../db.ts'

interface Row {
  row: number
  id: string
  kind: string
  name: string
  fields: string
  active: number
  whole: number
}
const SELECT = `SELECT rowid AS row, id, kind, name, fields, active, ${isWhole('gear')} AS whole FROM gear`

/** Hoses, regulators, arrestors, cylinders and the rest. Nothing is deleted: what is gone is put aside. */
export function gearTable(db: Db, damage: Damage) {
  const list = db.prepare<[], Row>(`${SELECT} ORDER BY active DESC, created_at, rowid`)
  const get = db.prepare<[string], Row>(`${SELECT} WHERE id = ?`)
  const add = db.prepare(
    `INSERT INTO gear (id, kind, name, fields, active, created_at, updated_at, digest)
     VALUES (@id, @kind, @name, @fields, @active, @at, @at, ${digestOf('gear', '@')})`,
  )
  const change = db.prepare(
    `UPDATE gear SET name = @name, fields = @fields, active = @active, updated_at = @at,
       digest = ${digestOf('gear', '@')} WHERE id = @id`,
  )
  const item = (r: Row): GearItem[] => {
    const about = { table: 'gear', row: r.row, id: r.id, name: `${r.name} of the rig`, at: null } as const
    const fields = damage.read(about, r.whole, () => JSON.parse(r.fields) as Gear['fields'])
    return fields
      ? [{ id: r.id, kind: r.kind as GearKind, name: r.name, fields, active: r.active === 1 }]
      : []
  }
  const values = (g: GearItem, at: string) => ({
    id: g.id,
    kind: g.kind,
    name: g.name,
    fields: JSON.stringify(g.fields),
    active: g.active ? 1 : 0,
    at,
  })
  return {
    list: (): GearItem[] => list.all().flatMap(item),
    get: (id: string): GearItem | undefined => {
      const row = get.get(id)
      return row ? item(row)[0] : undefined
    },
    add: (g: Gear, at: string): void => {
      add.run(values({ ...g, active: true }, at))
    },
    change: (g: GearItem, at: string): void => {
      change.run(values(g, at))
    },
  }
}
