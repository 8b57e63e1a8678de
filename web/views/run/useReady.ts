import { useMemo } from 'react'
import { readySteps } from '#core/line/ready.ts'
import { keepsTick } from '#core/line/stage.ts'
import type { RunInHand } from './useRun.ts'
import type { StageInHand } from './useStage.ts'

/** What is not known of a rig yet: whatever is said of it, the model decides whether it may stand ready. */
const NOT_KNOWN = { by: null, purgedS: Infinity }

/**
 * Whether it may be said now that the rig stands ready, and how many steps are done with that.
 * @returns `first`: what is laid out before the rig is looked at, where it stands on the same page
 */
export function useReady(
  { run, piece, line, progress: { steps, index } }: RunInHand,
  stage: StageInHand | undefined,
): { readonly may: boolean; readonly first: number } {
  const staged = stage !== undefined
  return useMemo(() => {
    const left = steps.slice(index)
    const first = staged
      ? Math.max(
          0,
          left.findIndex((s) => s.phase !== 'before'),
        )
      : 0
    const at = { line, ahead: left.slice(first), pieces: run.pieces }
    const may =
      !left.slice(0, first).some(keepsTick) && readySteps(piece.setup, at, NOT_KNOWN, null) !== undefined
    return { may, first }
  }, [run.pieces, piece, line, steps, index, staged])
}
