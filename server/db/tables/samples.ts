import { COARSE_KEPT_S, FINE_KEPT_S, joined, SPANS_S, type Sample } from '#core/instrument/thin.ts'
import type { Db } from '../db.ts'

const COLUMNS = 'channel, at AS atS, span_s AS spanS, least, mean, most, count'
const SHOWN = 500

/** What instruments read, thinned. */
export function samplesTable(db: Db) {
  const add = db.prepare<[string, number, number, number, number, number, number]>(
    `INSERT INTO samples (channel, at, span_s, least, mean, most, count) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (channel, span_s, at) DO UPDATE SET least = min(least, excluded.least), most = max(most, excluded.most),
       mean = (mean * count + excluded.mean * excluded.count) / (count + excluded.count), count = count + excluded.count`,
  )
  const trend = db.prepare<[string, number], Sample>(
    `SELECT ${COLUMNS} FROM samples WHERE channel = ? ORDER BY at DESC LIMIT ?`,
  )
  const older = db.prepare<[number, number], Sample>(
    `SELECT ${COLUMNS} FROM samples WHERE span_s = ? AND at < ?`,
  )
  const drop = db.prepare<[number, number]>('DELETE FROM samples WHERE span_s = ? AND at < ?')
  const count = db.prepare<[], { n: number }>('SELECT count(*) AS n FROM samples')
  const put = (s: Sample) => add.run(s.channel, s.atS, s.spanS, s.least, s.mean, s.most, s.count)
  return {
    add: (samples: readonly Sample[]): void => db.transaction(() => samples.forEach(put))(),
    trend: (channel: string): Sample[] => trend.all(channel, SHOWN).reverse(),
    /** Puts stretches that are older than a day together, and drops those that are older than two months. */
    tidy: (nowS: number): void =>
      db.transaction(() => {
        const [fine, coarse] = SPANS_S
        const before = Math.floor((nowS - FINE_KEPT_S) / coarse) * coarse
        joined(older.all(fine, before), coarse).forEach(put)
        drop.run(fine, before)
        drop.run(coarse, nowS - COARSE_KEPT_S)
      })(),
    count: (): number => count.get()?.n ?? 0,
  }
}
