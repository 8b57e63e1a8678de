/** A line of the log: what was done, found, tested or left out, and what is told of it. */
import { keysOf } from '../objects.ts'
import { ENTRY_KIND_NAMES, OUTCOME_NAMES, type RESULTS } from './fields.ts'
import type { ResultOf } from '../fields/spec.ts'
import type { NotSeen, SlagClass } from '../check/outcome.ts'

export type { Used } from '../fields/spec.ts'
export type EntryKind = keyof typeof ENTRY_KIND_NAMES
export const ENTRY_KINDS = keysOf(ENTRY_KIND_NAMES)
export const OUTCOMES = keysOf(OUTCOME_NAMES)

export type { PlannedFigure } from './planned.ts'
export type Planned = ResultOf<typeof RESULTS.cut>['planned']
type Of<K extends EntryKind> = { readonly kind: K } & ResultOf<(typeof RESULTS)[K]>
export type CutResult = Of<'cut'>
/** A cause that was acted on after a fault, and whether that helped. */
export type TriedHere = NonNullable<CutResult['tried']>
export type BrazeResult = Of<'braze'>
export type TestResult = Of<'pressure-test'> | Of<'vacuum-test'>
/** What a line tells, by its kind. */
export type LineResult = { [K in EntryKind]: Of<K> }[EntryKind]

/** Slag that a run may leave and still be one to learn from. */
const GOOD_SLAG: ReadonlySet<SlagClass | NotSeen> = new Set(['none', 'falls-off', 'one-tap'])

/** A cut to learn from: its check did not fail it, it dropped, free or at one tap, was not lost on the way, and nothing was left out of its run. */
export const isGoodCut = (
  told: Pick<CutResult, 'drop' | 'slag' | 'marks' | 'verdict'>,
  overridden: boolean,
): boolean =>
  !overridden &&
  told.verdict.outcome !== 'failed' &&
  told.drop !== 'no' &&
  told.drop !== 'not-seen' &&
  GOOD_SLAG.has(told.slag) &&
  told.marks.every((m) => m.kind !== 'stop')

/** A braze to learn from: a full fillet wherever it was seen, nothing against it, nothing left out. Its tests may still take that back. */
export const isGoodBraze = (told: Pick<BrazeResult, 'places' | 'verdict'>, overridden: boolean): boolean => {
  const seen = Object.values(told.places).filter((p) => p !== 'not-seen')
  return (
    !overridden && told.verdict.outcome !== 'failed' && seen.length > 0 && seen.every((p) => p === 'full')
  )
}
