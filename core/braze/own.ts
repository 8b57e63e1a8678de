import { sameOrifice } from '../cut/tip.ts'
import { sameSize } from '../learn/own-runs.ts'
import type { BrazeRequest, OwnBraze } from './types.ts'

/** What a pair of metals is called in the log, whichever comes first. */
export const metalsOf = (a: string, b: string): string => [a, b].sort().join(' + ')

/** Good brazes of the same joint of the same metals and size; of the same tip and fuel too, when they are asked for. */
export const brazesLike = ({ work, rig }: BrazeRequest, orificeM?: number): readonly OwnBraze[] =>
  rig.ownBrazes.filter(
    (b) =>
      b.joint === work.joint &&
      b.metals === metalsOf(work.a.metal.key, work.b.metal.key) &&
      sameSize(b.wallM, work.a.wallM) &&
      (work.a.outsideDiameterM === undefined || sameSize(b.outsideDiameterM, work.a.outsideDiameterM)) &&
      (orificeM === undefined || (b.fuel === rig.fuel && sameOrifice(b.orificeM, orificeM))),
  )
