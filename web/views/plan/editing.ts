import { stillAssumed } from '#application/given.ts'
import type { BrazePartDraft, CutDraft, PieceDraft, RigDraft } from '#contract/schemas.ts'

/**
 * What changes a draft of one kind, part by part, wherever it is kept.
 * @param now the draft as it stands
 * @param put keeps the one that takes its place
 */
export function editing<D extends PieceDraft>(now: () => D, put: (next: D) => void) {
  const setDraft = (part: Partial<D>) => put({ ...now(), ...part })
  // both kinds have the same rig
  const setRig = (part: Partial<RigDraft>) =>
    setDraft({ rig: { ...now().rig, ...part } } as unknown as Partial<D>)
  return {
    setDraft,
    setWork: (part: Partial<D['work']>) =>
      setDraft({
        work: { ...now().work, ...part },
        assumed: stillAssumed(now(), Object.keys(part)),
      } as Partial<D>),
    /** Says that what is assumed is so. */
    agree: (name: string) => setDraft({ assumed: stillAssumed(now(), [name]) } as Partial<D>),
    setRig,
    /** What the torch is brazed with. */
    setGear: (part: Partial<RigDraft['braze']>) => setRig({ braze: { ...now().rig.braze, ...part } }),
    /** One of the two parts of a braze. */
    setPart: (which: 'a' | 'b', part: Partial<BrazePartDraft>) => {
      const draft: PieceDraft = now()
      if (draft.kind === 'braze')
        setDraft({
          work: { ...draft.work, [which]: { ...draft.work[which], ...part } },
          assumed: which === 'a' ? stillAssumed(draft, Object.keys(part)) : draft.assumed,
        } as unknown as Partial<D>)
    },
    setUsual: (part: Partial<CutDraft['usual']>) => {
      const draft: PieceDraft = now()
      if (draft.kind === 'cut') setDraft({ usual: { ...draft.usual, ...part } } as unknown as Partial<D>)
    },
    setHose: (part: Partial<CutDraft['rig']['oxygenHose']>) => {
      const { rig } = now()
      setRig({ oxygenHose: { ...rig.oxygenHose, ...part } })
    },
  }
}
/** What changes a piece of one kind. */
export type EditOf<D extends PieceDraft> = ReturnType<typeof editing<D>>
export type DraftEdit = EditOf<CutDraft>
