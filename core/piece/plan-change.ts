import { CHANGE_FIELDS, CHANGES, type ChangeWhat } from './fields.ts'
import { blank, readRows, type Reader } from '../fields/reader.ts'
import { isRecord, type Json } from '../objects.ts'

/** One change, and why it was made. */
export interface PlanChange {
  readonly what: ChangeWhat
  /** Of what would be planned without it; 1 where nothing is scaled. */
  readonly factor: number
  readonly text: string
}

/** A change is a step, not a leap: all changes of one figure together stay within these. */
const MOST = 2

/** Reads `work.changes`. */
export const readChanges = (r: Reader, work: Json): PlanChange[] =>
  readRows(r, work['changes'], 'work.changes', Object.keys(CHANGE_FIELDS), (row, path) => {
    if (!isRecord(row)) return undefined
    const what = r.word(row['what'], `${path}.what`, CHANGES)
    const factor = blank(row['factor']) ? 1 : Number(row['factor'])
    if (!(factor >= 1 / MOST && factor <= MOST))
      return r.fail(`${path}.factor`, 'A change is from half to double.')
    return what && { what, factor, text: String(row['text'] ?? '').slice(0, 400) }
  })

/** By how much a figure is scaled by all changes of it, a half to double. */
export const factorOf = (changes: readonly PlanChange[], what: ChangeWhat): number =>
  Math.min(
    MOST,
    Math.max(
      1 / MOST,
      changes.filter((c) => c.what === what).reduce((f, c) => f * c.factor, 1),
    ),
  )
