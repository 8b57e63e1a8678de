import { blank, isRecord, readRows, type Json, type Reader } from './cut/reader.ts'

/** What of a plan is changed after a run that came out badly; `do`: nothing of the plan, but it is told at its head. */
export const CHANGES = [
  'speed',
  'oxygen',
  'fuel',
  'preheat',
  'standoff',
  'purge',
  'purgeTime',
  'set',
  'do',
] as const
export type ChangeWhat = (typeof CHANGES)[number]

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
  readRows(r, work['changes'], 'work.changes', ['what', 'factor', 'text', 'sign', 'cause'], (row, path) => {
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
