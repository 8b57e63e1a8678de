/** The shop's own good runs that are like the work in hand. */
import { sameOrifice } from '../cut/tip.ts'
import type { OwnCut } from '../cut/types.ts'
import type { BrazeRequest, OwnBraze } from '../braze/types.ts'
import { CHART_SPREAD, ENOUGH_RUNS, learn, type Expected, type Learned } from './learn.ts'

/** Thicknesses and diameters this close count as the same, a share. */
export const SAME_SIZE = 0.1
const close = (a: number, b: number) => Math.abs(a - b) <= SAME_SIZE * b

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
      close(c.thicknessM, asked.thicknessM),
  )

/** What a pair of metals is called in the log, whichever comes first. */
export const metalsOf = (a: string, b: string): string => [a, b].sort().join(' + ')

/** Good brazes of the same joint of the same metals and size; of the same tip and fuel too, when they are asked for. */
export const brazesLike = ({ work, rig }: BrazeRequest, orificeM?: number): readonly OwnBraze[] =>
  rig.ownBrazes.filter(
    (b) =>
      b.joint === work.joint &&
      b.metals === metalsOf(work.a.metal.key, work.b.metal.key) &&
      close(b.wallM, work.a.wallM) &&
      (work.a.outsideDiameterM === undefined || close(b.outsideDiameterM, work.a.outsideDiameterM)) &&
      (orificeM === undefined || (b.fuel === rig.fuel && sameOrifice(b.orificeM, orificeM))),
  )

/** The values that were logged, of those runs that logged one. */
export const valuesOf = <T, K extends keyof T>(runs: readonly T[], key: K): number[] =>
  runs.flatMap((r) => {
    const v: unknown = r[key]
    return typeof v === 'number' ? [v] : []
  })

/** What good runs say of a pressure at the torch, once there are enough of them. */
export function learnedPressure(
  values: readonly number[],
  expectedPa: number,
  spread = CHART_SPREAD,
): Learned | undefined {
  const expected: Expected = { value: expectedPa, spread }
  const learned = learn(values, expected)
  return learned && learned.count >= ENOUGH_RUNS ? learned : undefined
}
