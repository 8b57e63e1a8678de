/** A piece changed after a fault: the one thing that the likeliest cause asks for, and how far. */
import { NUMBER_DRILLS } from '#core/quantity/drills.ts'
import { findCause } from '#core/check/faults.ts'
import { CHANGES, type ChangeWhat } from '#core/piece/fields.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { printQuantity } from '#core/quantity/print.ts'
import type { ChangeDraft, PieceDraft } from '#contract/schemas.ts'

/** The next number drill, in m; undefined when there is none. */
function nextTip(orificeM: number, to: 'smaller' | 'larger'): number | undefined {
  const sizes = NUMBER_DRILLS.map((d) => d.diameterM).sort((a, b) => a - b)
  return to === 'smaller'
    ? [...sizes].reverse().find((s) => s < orificeM * 0.97)
    : sizes.find((s) => s > orificeM * 1.03)
}

/** The tip that a piece names, in m; undefined for one that leaves it to the plan. */
function tipOf(draft: PieceDraft): number | undefined {
  const text = draft.kind === 'cut' ? draft.rig.tipOrifice : draft.rig.braze.tipOrifice
  const read = text.trim() === '' ? undefined : parseQuantity(text, 'length')
  return read?.ok ? read.value : undefined
}

function withTip(draft: PieceDraft, orificeM: number): PieceDraft {
  const text = printQuantity(orificeM, 'in')
  return draft.kind === 'cut'
    ? { ...draft, rig: { ...draft.rig, tipOrifice: text } }
    : { ...draft, rig: { ...draft.rig, braze: { ...draft.rig.braze, tipOrifice: text } } }
}

/** Changes the field that a cause speaks of, where it is a field of the piece. */
function changeField(
  draft: PieceDraft,
  what: string,
  to: string | undefined,
  plannedTipM: number | undefined,
): PieceDraft {
  if (what === 'tip') {
    const now = tipOf(draft) ?? plannedTipM
    const next = now === undefined ? undefined : nextTip(now, to === 'smaller' ? 'smaller' : 'larger')
    return next === undefined ? draft : withTip(draft, next)
  }
  if (what === 'clean')
    return draft.kind === 'cut'
      ? { ...draft, work: { ...draft.work, surface: 'clean' } }
      : { ...draft, work: { ...draft.work, surface: 'clean' } }
  if (what === 'guide' && draft.kind === 'cut') return { ...draft, rig: { ...draft.rig, guide: 'part' } }
  if (what === 'filler' && draft.kind === 'braze')
    return { ...draft, work: { ...draft.work, filler: '', overrideReason: '' } }
  return draft
}

/** So many changes are kept with a piece. */
const MOST_CHANGES = 20
function withChange(draft: PieceDraft, change: ChangeDraft): PieceDraft {
  const changes = [...draft.work.changes, change].slice(-MOST_CHANGES)
  return draft.kind === 'cut'
    ? { ...draft, work: { ...draft.work, changes } }
    : { ...draft, work: { ...draft.work, changes } }
}

/**
 * The piece as its next run is planned. Nothing else is touched, and what was changed is kept with the piece: its sign,
 * its cause, and what to do, which the plan tells at its head.
 * @param plannedTipM the tip that the plan chose, when the piece leaves it to the plan
 */
export function changeDraft(
  draft: PieceDraft,
  signId: string,
  causeId: string,
  plannedTipM?: number,
): PieceDraft {
  const cause = findCause(causeId)
  if (!cause) return draft
  const { what, factor, to } = cause.change
  const scaled: ChangeWhat = CHANGES.find((c) => c === what) ?? 'do'
  const change: ChangeDraft = {
    what: scaled,
    factor: String(scaled === 'do' ? 1 : (factor ?? 1)),
    text: cause.fix,
    sign: signId,
    cause: causeId,
  }
  // the same thing a second time goes further; anything else stays as it was
  return withChange(changeField(draft, what, to, plannedTipM), change)
}

/** A piece with something to do that is told at the head of its plan and of its run; nothing of the plan changes. */
export const withWord = (draft: PieceDraft, text: string): PieceDraft =>
  withChange(draft, { what: 'do', factor: '1', text, sign: '', cause: '' })
