import { sameSize } from '../learn/own-runs.ts'
import { sameOrifice } from './tip.ts'
import type { OwnCut } from './types.ts'

/** Good cuts with the same tip, fuel and way of going, on plate within a tenth of the same thickness. */
export const cutsLike = (
  cuts: readonly OwnCut[],
  asked: Pick<OwnCut, 'orificeM' | 'thicknessM' | 'fuel' | 'handling'>,
): readonly OwnCut[] =>
  cuts.filter(
    (c) =>
      c.fuel === asked.fuel &&
      c.handling === asked.handling &&
      sameOrifice(c.orificeM, asked.orificeM) &&
      sameSize(c.thicknessM, asked.thicknessM),
  )
