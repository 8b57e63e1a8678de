import type { DamagedRow } from '#contract/types.ts'
import type { RowValues } from './copies/mend.ts'
import { derivesLine, derivesPiece, derivesRun } from './db/derive.ts'
import type { Db } from './db/db.ts'

/**
 * Puts a row back as a copy has it, with all that is worked out from it, in one transaction.
 * @throws an error of the database where it does not fit any more; then nothing was changed
 */
export function putBack(db: Db, { table, row }: Pick<DamagedRow, 'table' | 'row'>, values: RowValues): void {
  const columns = Object.keys(values)
  const named = columns.map((c) => `@${c}`).join(', ')
  const put =
    table === 'log' && row < 0
      ? `INSERT INTO log (${columns.join(', ')}) VALUES (${named})`
      : `UPDATE ${table} SET ${columns.map((c) => `${c} = @${c}`).join(', ')} WHERE rowid = @at_row`
  const searchOf = db.prepare<[number], string>('SELECT search FROM log WHERE key = ?').pluck()
  db.transaction(() => {
    // the index of words is told which words go, and which come
    const old = table === 'log' ? searchOf.get(row) : undefined
    if (old !== undefined)
      db.prepare("INSERT INTO log_text (log_text, rowid, search) VALUES ('delete', ?, ?)").run(row, old)
    db.prepare(put).run({ ...values, at_row: row })
    const text = (name: string) => String(values[name])
    if (table === 'log') {
      const key = Number(values['key'])
      derivesLine(db)(key)
      db.prepare('INSERT INTO log_text (rowid, search) VALUES (?, ?)').run(key, searchOf.get(key) ?? '')
      if (values['ticket_id'] != null) derivesPiece(db)(text('ticket_id'))
    }
    if (table === 'tickets') derivesPiece(db)(text('id'))
    if (table === 'plans' || table === 'run_events') derivesRun(db)(text('run_id'))
  }).immediate()
}
