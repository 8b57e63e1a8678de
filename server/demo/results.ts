/** Results as they would have been recorded by the yard. */
import { ONLY_MAKING } from '#core/record/run.ts'
import { firstDraftOf } from '#core/fields/draft.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { BRAZE_RESULT, CUT_RESULT } from '#core/record/fields.ts'
import { FIRST_SETTINGS } from '#application/first.ts'
import { placesOf, readEntry, workedOn, type WorkedOn } from '#application/read-entry.ts'
import type { BrazeLogDraft, CutLogDraft, LogDraft, PieceDraft } from '#contract/schemas.ts'
import { lineOf } from '../line-head.ts'
import type { Store } from '../store.ts'

/** A cut as it came out, of which only what matters is said. */
export const cutCameOut = (
  over: Partial<CutLogDraft> & Pick<CutLogDraft, 'id' | 'pieceId' | 'at' | 'used'>,
): CutLogDraft => ({
  kind: 'cut',
  runId: null,
  ...ONLY_MAKING,
  personId: null,
  corrects: null,
  why: '',
  ...firstDraftOf(CUT_RESULT, INCH_UNITS),
  edge: 'sharp',
  slag: 'one-tap',
  drop: 'by-itself',
  ...over,
})

/** A braze as it came out, full all round unless it says otherwise. */
export const brazeCameOut = (
  over: Partial<BrazeLogDraft> & Pick<BrazeLogDraft, 'id' | 'pieceId' | 'at' | 'used'>,
  joint: string,
): BrazeLogDraft => ({
  kind: 'braze',
  runId: null,
  ...ONLY_MAKING,
  personId: null,
  corrects: null,
  why: '',
  ...firstDraftOf(BRAZE_RESULT, INCH_UNITS),
  places: Object.fromEntries(placesOf(joint).map((p) => [p, 'full' as const])),
  fluxOff: true,
  inside: 'bright',
  penetration: [],
  leakPath: false,
  ...over,
})

/** A piece as it is worked on, without a run. */
export function onPiece(draft: PieceDraft): WorkedOn {
  const on = workedOn(draft, FIRST_SETTINGS)
  if (!on) throw new Error('a piece of the demo cannot be planned')
  return on
}

/** Puts what came out in the log, as the server would. */
export function writeDown(store: Store, entry: LogDraft, on: WorkedOn): void {
  const read = readEntry(entry, on, FIRST_SETTINGS)
  if (!read.ok) throw new Error(read.errors[0]?.message)
  const { place, repeat } = entry
  store.log.add(
    lineOf(store, entry, store.pieces.get(entry.pieceId), on, read.told, false),
    entry.runId === null ? undefined : { place, repeat },
  )
}
