import { pressureForFlow } from '../gas/orifice.ts'
import { INCH_M, NUMBER_DRILLS, PSI_PA } from '../quantity/index.ts'
import type { Range } from './steel-table.ts'

/** The pressure at the tip that a chosen tip should come nearest to, and the span in which it works well, Pa gauge. */
export const GOOD_TIP_PRESSURE_PA = 40 * PSI_PA
export const TIP_PRESSURE_SPAN_PA: Range = [25 * PSI_PA, 55 * PSI_PA]

const SAME_ORIFICE_M = 0.0006 * INCH_M

/** Whether two orifices are the same tip: within 0.0006 in. */
export const sameOrifice = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_ORIFICE_M

/**
 * The number drill inside a range of orifices whose pressure for a flow is nearest a good one at the tip, 40 psig.
 * @returns its diameter in m, or undefined when no drill lies in the range
 */
export function chooseDrill(
  range: Range,
  flow: number,
  ambientPa: number,
  goodPa = GOOD_TIP_PRESSURE_PA,
): number | undefined {
  let best: { diameterM: number; off: number } | undefined
  for (const { diameterM } of NUMBER_DRILLS) {
    if (diameterM < range[0] - 1e-9 || diameterM > range[1] + 1e-9) continue
    const off = Math.abs(pressureForFlow({ diameterM, ambientPa }, flow) - goodPa)
    if (!best || off < best.off) best = { diameterM, off }
  }
  return best?.diameterM
}
