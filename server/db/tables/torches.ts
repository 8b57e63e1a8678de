import { rigAsNow } from '#application/stored.ts'
import type { Torch } from '#contract/types.ts'
import type { Damage } from '../../damage.ts'
import { digestOf, isWhole } from '../digest.ts'
import type { Db } from '../db.ts'

interface Row {
  row: number
  id: string
  name: string
  rig: string
  whole: number
}
const SELECT = `SELECT rowid AS row, id, name, rig, ${isWhole('torches')} AS whole FROM torches`

/** Torches with their hoses and charts, as typed. */
export function torchesTable(db: Db, damage: Damage) {
  const list = db.prepare<[], Row>(`${SELECT} ORDER BY created_at, rowid`)
  const get = db.prepare<[string], Row>(`${SELECT} WHERE id = ?`)
  const named = db.prepare<[string], Row>(`${SELECT} WHERE lower(name) = lower(?)`)
  const add = db.prepare(
    `INSERT INTO torches (id, name, rig, created_at, digest) VALUES (@id, @name, @rig, @at, ${digestOf('torches', '@')})`,
  )
  const change = db.prepare(
    `UPDATE torches SET name = @name, rig = @rig, digest = ${digestOf('torches', '@')} WHERE id = @id`,
  )
  const torch = (r: Row): Torch[] => {
    const about = { table: 'torches', row: r.row, id: r.id, name: `the torch ${r.name}`, at: null } as const
    const rig = damage.read(about, r.whole, () => rigAsNow(JSON.parse(r.rig)))
    return rig ? [{ id: r.id, name: r.name, rig }] : []
  }
  const maybe = (r: Row | undefined) => (r ? torch(r)[0] : undefined)
  const values = (t: Torch) => ({ id: t.id, name: t.name, rig: JSON.stringify(t.rig) })
  return {
    list: (): Torch[] => list.all().flatMap(torch),
    get: (id: string): Torch | undefined => maybe(get.get(id)),
    named: (name: string): Torch | undefined => maybe(named.get(name)),
    add: (t: Torch, at: string): void => {
      add.run({ ...values(t), at })
    },
    change: (t: Torch): void => {
      change.run(values(t))
    },
  }
}
