/** What of a new piece is assumed, and what has to be said before gas is set by it. */
import type { PieceDraft } from '#contract/schemas.ts'

/** Fields that a new piece fills in by itself, so that there is a plan at once; by kind. */
export const ASSUMED = { cut: ['metal', 'thickness', 'length'], braze: ['metal', 'tube'] } as const
/** What the plan hangs on, and what it is called. */
const NEEDED: Readonly<Partial<Record<string, string>>> = {
  metal: 'the metal',
  thickness: 'the thickness',
  tube: 'the size',
}
/** Which of them a change of a field says: a tube is said by its size, or by its outside and wall. */
const SAYS: Readonly<Partial<Record<string, string>>> = { outsideDiameter: 'tube', wall: 'tube' }

/** What is still assumed once these fields were changed or agreed to. */
export const stillAssumed = (draft: PieceDraft, changed: readonly string[]): string[] =>
  (draft.assumed ?? []).filter((name) => !changed.some((c) => (SAYS[c] ?? c) === name))

/** What has to be said before a run: nothing is set on a rig from what nobody said. */
export const toBeGiven = (draft: PieceDraft): readonly string[] =>
  (draft.assumed ?? []).flatMap((name) => NEEDED[name] ?? [])
