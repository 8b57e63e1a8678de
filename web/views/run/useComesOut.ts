import { useState } from 'react'
import { makingOf, sameMaking } from '#core/record/run.ts'
import { mayComeOut, type CameOutAs } from './CameOut.tsx'
import type { MakingHere, MakingsHere } from './useMakings.ts'
import type { StageInHand } from './useStage.ts'

/** What is written down of the making whose page is in hand, as that page is done. */
export interface ComesOut {
  readonly making: MakingHere
  readonly as: CameOutAs
  readonly choose: (as: CameOutAs) => void
  /** Writes it down, once the page is done. */
  readonly write: () => void
}

/**
 * What is chosen to be written of the making in hand: the usual, until somebody chooses otherwise on its page.
 * @param makings those of a batch; undefined for a single piece, which is looked at when it is done
 * @returns undefined where no making's page is in hand, or it is in the log already
 */
export function useComesOut(
  makings: MakingsHere | undefined,
  stage: StageInHand | undefined,
): ComesOut | undefined {
  const [said, setSaid] = useState<{ readonly page: number; readonly as: CameOutAs }>()
  const stretch = stage?.stretch
  if (stretch?.stage !== 'piece' || !makings) return undefined
  const making = makings.all.find((m) => sameMaking(m, makingOf(stretch)))
  const chosen = said?.page === stretch.from ? said.as : undefined
  const as = chosen ?? (making && mayComeOut(making, makings)[0])
  if (!making || making.told !== undefined || as === undefined) return undefined
  return {
    making,
    as,
    choose: (now) => setSaid({ page: stretch.from, as: now }),
    write: () => {
      if (as === 'same') makings.same(making)
      if (as === 'good') makings.good(making)
    },
  }
}
