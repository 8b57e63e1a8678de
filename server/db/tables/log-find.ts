/** The log narrowed and leafed through: by its index of words, newest first, a page at a time. */
import type { LogQuery } from '#contract/schemas.ts'
import type { LogPage } from '#contract/types.ts'
import type { Db } from '../db.ts'
import { firstKeyOf, NEWEST_KEY, PER_MS } from './log-keys.ts'
import { inBrief, LOG_COLUMNS, type LogRow, type StoredEntry } from './log-rows.ts'
import { matchOf } from './log-words.ts'

const PAGE = 25
/** How many lines fit is counted so far; past it, it is told as more than that. */
const COUNTED = 1000
/** Two orifices are the same tip when they differ by less, m. */
const SAME_TIP_M = 0.0006 * 0.0254
const DAY_MS = 24 * 3600 * 1000

/** The columns that a query narrows by, looked at exactly; the index of words has brought what is near. */
function narrowed(query: LogQuery): {
  readonly sql: string
  readonly values: Readonly<Record<string, unknown>>
} {
  const { kind, outcome, metal, person, piece } = query
  const same = { kind, outcome, metal, person_name: person, ticket_id: piece }
  const asked = Object.entries(same).filter(([, v]) => v !== undefined)
  const tests = asked.map(([column]) => `l.${column} = @${column}`)
  const values: Record<string, unknown> = Object.fromEntries(asked)
  if (query.tip !== undefined) {
    tests.push('l.tip_orifice_m BETWEEN @tipFrom AND @tipTo')
    values['tipFrom'] = Number(query.tip) - SAME_TIP_M
    values['tipTo'] = Number(query.tip) + SAME_TIP_M
  }
  if (query.thinnest !== undefined) {
    tests.push('l.thickness_m >= @thinnest')
    values['thinnest'] = Number(query.thinnest) * (1 - 1e-6)
  }
  if (query.thickest !== undefined) {
    tests.push('l.thickness_m <= @thickest')
    values['thickest'] = Number(query.thickest) * (1 + 1e-6)
  }
  return { sql: tests.map((t) => ` AND ${t}`).join(''), values }
}

/** How a query is asked: which keys, by which words, and what is looked at exactly. */
const asked = (query: LogQuery) => {
  const match = matchOf(query)
  const { sql, values } = narrowed(query)
  const from = query.from === undefined ? 0 : firstKeyOf(`${query.from}T00:00:00Z`)
  const to = query.to === undefined ? NEWEST_KEY : firstKeyOf(`${query.to}T00:00:00Z`) + DAY_MS * PER_MS
  const source =
    match === ''
      ? 'FROM log l WHERE l.key >= @from AND l.key < @to'
      : 'FROM log_text f CROSS JOIN log l ON l.key = f.rowid WHERE f.log_text MATCH @match AND f.rowid >= @from AND f.rowid < @to'
  return {
    sql: source + sql,
    order: match === '' ? 'l.key' : 'f.rowid',
    /** Not for the whole log. */
    narrows: match !== '' || query.from !== undefined || query.to !== undefined,
    values: { ...values, from, to, ...(match === '' ? {} : { match }) },
  }
}

/**
 * A page of what fits, newest first, from before a key on; and how much fits, counted to a thousand.
 * @param readable the rows of a page that can be read
 * @param wholeTotal how many lines the log has
 */
export function logFind(
  db: Db,
  readable: (rows: readonly LogRow[]) => readonly StoredEntry[],
  wholeTotal: () => number,
): (query: LogQuery) => Omit<LogPage, 'metals' | 'people' | 'tips' | 'leftOut'> {
  return (query) => {
    const { sql, order, values, narrows } = asked(query)
    const to = Math.min(values.to, query.before === undefined ? NEWEST_KEY : Number(query.before))
    const rows = db
      .prepare<[object], LogRow>(`SELECT ${LOG_COLUMNS} ${sql} ORDER BY ${order} DESC LIMIT ${PAGE + 1}`)
      .all({ ...values, to })
    const shown = rows.slice(0, PAGE)
    const total = narrows
      ? (db
          .prepare<[object], number>(`SELECT count(*) FROM (SELECT 1 ${sql} LIMIT ${COUNTED + 1})`)
          .pluck()
          .get(values) ?? 0)
      : wholeTotal()
    return {
      entries: readable(shown).map(inBrief),
      total: narrows ? Math.min(total, COUNTED) : total,
      totalIs: narrows && total > COUNTED ? 'more' : 'exact',
      before: rows.length > PAGE ? String(shown.at(-1)?.key ?? '') : null,
    }
  }
}
