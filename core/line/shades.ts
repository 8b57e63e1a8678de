import { INCH_M } from '../quantity/index.ts'
import type { LineMethods } from './methods.ts'

/** Eye shades. Source: the guide of ANSI Z49.1; the other way takes 5 for all work with a torch. */

/** Why a shade is a shade. */
export const EYES =
  'Sunglasses or a faint tint are not enough: infrared and ultraviolet do harm that nobody feels.'
export const SOLDERING_SHADE = '2'

/** Eye shade for cutting, by thickness, m: low and high. @example cuttingShade(0.006) // '3 or 4' */
export function cuttingShade(thicknessM: number, method: LineMethods['shade'] = 'table'): string {
  if (method === 'five') return thicknessM > 6 * INCH_M ? '5 or 6' : '5'
  if (thicknessM < INCH_M) return '3 or 4'
  return thicknessM <= 6 * INCH_M ? '4 or 5' : '5 or 6'
}

/** Eye shade for brazing with a torch. @example brazingShade() // '3 or 4' */
export const brazingShade = (method: LineMethods['shade'] = 'table'): string =>
  method === 'five' ? '5' : '3 or 4'
