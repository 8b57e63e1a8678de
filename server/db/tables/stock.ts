import type { StockItem } from '#contract/types.ts'
import type { Db } from '../db.ts'

/** Bars on the rack, bought or left over. */
export function stockTable(db: Db) {
  const list = db.prepare<[], StockItem>(
    'SELECT id, name, length_m AS lengthM, count, origin FROM stock WHERE count > 0 ORDER BY length_m DESC, created_at',
  )
  const since = db.prepare<[string], StockItem>(
    "SELECT id, name, length_m AS lengthM, count, origin FROM stock WHERE count > 0 AND origin = 'remnant' AND created_at >= ? ORDER BY created_at",
  )
  const get = db.prepare<[string], { count: number }>('SELECT count FROM stock WHERE id = ?')
  const add = db.prepare<[string, string, number, number, string, string]>(
    'INSERT INTO stock (id, name, length_m, count, origin, created_at) VALUES (?, ?, ?, ?, ?, ?)',
  )
  const take = db.prepare<[number, string]>('UPDATE stock SET count = count - ? WHERE id = ?')
  const booked = db.prepare<[string], { id: string }>('SELECT id FROM stock_cuts WHERE id = ?')
  const book = db.prepare<[string, string]>('INSERT INTO stock_cuts (id, created_at) VALUES (?, ?)')
  return {
    list: (): StockItem[] => list.all(),
    /** How many there are, or undefined for a bar that is not known. */
    count: (id: string): number | undefined => get.get(id)?.count,
    add: (item: StockItem, at: string): void => {
      add.run(item.id, item.name, item.lengthM, item.count, item.origin, at)
    },
    /** What was left over and put back on the rack since a moment. */
    remnantsSince: (at: string): StockItem[] => since.all(at),
    take: (id: string, count: number): void => {
      take.run(count, id)
    },
    isBooked: (cutId: string): boolean => booked.get(cutId) !== undefined,
    book: (cutId: string, at: string): void => {
      book.run(cutId, at)
    },
  }
}
