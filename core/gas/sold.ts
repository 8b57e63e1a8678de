/** Acetylene cylinders as they are sold, by rated contents, cu ft. Source: the usual range of suppliers, by weight of gas. */
import { CUBIC_FOOT_M3 } from '../quantity/units.ts'

const SOLD_CU_FT = [10, 40, 60, 75, 130, 145, 300, 390] as const

/**
 * The smallest acetylene cylinder that is sold and holds so much, m³; undefined where the largest holds less.
 * @param leastM3 rated contents that are wanted
 * @example soldAcetyleneM3(3.42) // 3.6812
 */
export const soldAcetyleneM3 = (leastM3: number): number | undefined =>
  SOLD_CU_FT.map((ft) => ft * CUBIC_FOOT_M3).find((m3) => m3 >= leastM3 * (1 - 1e-9))
