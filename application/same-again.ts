/** What came out of the last one, said again of the next; and what is said of one that came out as planned. */
import { firstDraftOf } from '#core/fields/draft.ts'
import type { Table } from '#core/fields/spec.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import type { BrazeResult, CutResult } from '#core/record/entry.ts'
import { BRAZE_RESULT, BRAZE_USED, CUT_RESULT, CUT_USED } from '#core/record/fields.ts'
import type { Making } from '#core/record/run.ts'
import type { BrazeLogDraft, CutLogDraft, LogDraft } from '#contract/schemas.ts'

/** Whose line it is: which making of which run, by whom and when. */
export type LineOf = Pick<LogDraft, 'id' | 'pieceId' | 'personId' | 'at'> &
  Making & { readonly runId: string }

/** What was used, as it was typed; blank where nobody said. */
function usedOf<U extends Table>(used: object, table: U): Record<keyof U & string, string> {
  const typed = (value: unknown) =>
    typeof value === 'object' && value !== null && 'text' in value ? String(value.text) : ''
  const all = new Map<string, unknown>(Object.entries(used))
  return Object.fromEntries(Object.keys(table).map((name) => [name, typed(all.get(name))])) as Record<
    keyof U & string,
    string
  >
}

/** A line of this table of which nobody measured anything. */
const blank = (of: LineOf) => ({ ...of, corrects: null, why: '', tried: null })

/**
 * The last one's result, said of the next: what was seen and what was set. What was measured on the last, how long it
 * took, and what was noted of it are its own, and are left out.
 */
export function sameAgain(last: CutResult | BrazeResult, of: LineOf): LogDraft {
  const { lot, cylinder } = last
  if (last.kind === 'cut') {
    const { edge, slag, drop, marks } = last
    return {
      ...firstDraftOf(CUT_RESULT, INCH_UNITS),
      ...blank(of),
      kind: 'cut',
      used: { ...usedOf(last.used, CUT_USED), preheat: '' },
      edge,
      slag,
      drop,
      marks: [...marks],
      lot,
      cylinder,
    } satisfies CutLogDraft
  }
  const { places, fluxOff, inside, farEnd, outside } = last
  return {
    ...firstDraftOf(BRAZE_RESULT, INCH_UNITS),
    ...blank(of),
    kind: 'braze',
    used: { ...usedOf(last.used, BRAZE_USED), timeToTemperature: '', trialHeat: '', fillerLength: '' },
    places,
    fluxOff,
    inside,
    farEnd,
    outside,
    penetration: [],
    leakPath: false,
    lot,
    cylinder,
  } satisfies BrazeLogDraft
}

/**
 * A cut that came out as one wants it, set as planned: sharp and square, its slag falling off, dropped by itself.
 * @param used as it was planned, in the shop's units; blank where the plan has none
 */
export const goodCut = (of: LineOf, used: Omit<CutLogDraft['used'], 'preheat'>): CutLogDraft => ({
  ...firstDraftOf(CUT_RESULT, INCH_UNITS),
  ...blank(of),
  kind: 'cut',
  used: { ...used, preheat: '' },
  edge: 'sharp',
  slag: 'falls-off',
  drop: 'by-itself',
})
