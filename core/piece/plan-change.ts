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

/** A good run this near a changed figure confirms it, a share. */
const CONFIRMS = 0.05
/**
 * Where a figure comes from after a change: the change itself, or the log once a good run had about that much.
 * @param value as changed, above 0
 * @param own what good runs had, in the same unit
 * @param step what it can be set to, in the same unit
 */
export const changedSource = (value: number, own: readonly number[], step = 0): 'change' | 'log' =>
  own.some((v) => Math.abs(v - value) <= Math.max(CONFIRMS * value, step)) ? 'log' : 'change'
/** The change in words. */
export const changeWords = (source: 'change' | 'log'): string =>
  source === 'log'
    ? 'Changed after a bad result, which a good run here has confirmed.'
    : 'Changed after the last result, and not confirmed by a good run yet.'
