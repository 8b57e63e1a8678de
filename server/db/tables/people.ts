import type { Person } from '#contract/types.ts'
import type { Db } from '../db.ts'

interface Row {
  id: string
  name: string
  active: number
  role: string
}
const person = (r: Row): Person => ({
  id: r.id,
  name: r.name,
  active: r.active === 1,
  role: r.role as Person['role'],
})

/** Who runs and who logs. Nobody is deleted: who has left is no longer active. */
export function peopleTable(db: Db) {
  const list = db.prepare<[], Row>(
    'SELECT id, name, active, role FROM people ORDER BY active DESC, lower(name)',
  )
  const get = db.prepare<[string], Row>('SELECT id, name, active, role FROM people WHERE id = ?')
  const named = db.prepare<[string], Row>(
    'SELECT id, name, active, role FROM people WHERE lower(name) = lower(?)',
  )
  const add = db.prepare<[string, string, string]>(
    'INSERT INTO people (id, name, created_at) VALUES (?, ?, ?)',
  )
  const change = db.prepare<[string, number, string, string]>(
    'UPDATE people SET name = ?, active = ?, role = ? WHERE id = ?',
  )
  const maybe = (r: Row | undefined) => (r ? person(r) : undefined)
  return {
    list: (): Person[] => list.all().map(person),
    get: (id: string): Person | undefined => maybe(get.get(id)),
    named: (name: string): Person | undefined => maybe(named.get(name)),
    add: (id: string, name: string, at: string): void => {
      add.run(id, name, at)
    },
    change: ({ id, name, active, role }: Person): void => {
      change.run(name, active ? 1 : 0, role, id)
    },
  }
}
