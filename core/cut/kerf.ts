import { sameOrifice } from './tip.ts'
import type { Handling, MeasuredKerf } from './types.ts'

/** Added to the kerf for the wander of a hand, m. */
export const HAND_KERF_M = 0.0005
/** How far an estimated kerf may be out, a share. */
export const KERF_SPREAD = 0.3

/**
 * Kerf as a multiple of the orifice: 1.3 to 3 mm plate, rising evenly to 1.5 at 10 mm and above.
 * @example kerfFactor(0.006) // 1.386
 */
export function kerfFactor(thicknessM: number): number {
  const share = Math.min(1, Math.max(0, (thicknessM - 0.003) / (0.01 - 0.003)))
  return 1.3 + 0.2 * share
}

/**
 * The kerf to expect, m: factor × orifice, and half a millimetre more by hand; good to ± 30 %.
 * @example estimateKerf(0.0127, 0.052 * INCH_M, 'hand') * 1000 // 2.481
 */
export const estimateKerf = (thicknessM: number, orificeM: number, handling: Handling | 'not-said'): number =>
  kerfFactor(thicknessM) * orificeM + (handling === 'hand' ? HAND_KERF_M : 0)

/** Thicknesses this close count as the same plate, a share. */
const SAME_PLATE = 0.1

/**
 * The shop's own kerfs for a tip, plate and way of going, m.
 * Orifices within 0.0006 in and plates within 10 % count as the same.
 * @example kerfFromLog([{ orificeM: 0.00132, thicknessM: 0.012, handling: 'hand', kerfM: 0.002 }], { orificeM: 0.00132, thicknessM: 0.0127, handling: 'hand' }) // [0.002]
 */
export const kerfFromLog = (
  log: readonly MeasuredKerf[],
  asked: Omit<MeasuredKerf, 'kerfM'>,
): readonly number[] =>
  log
    .filter(
      (m) =>
        m.handling === asked.handling &&
        sameOrifice(m.orificeM, asked.orificeM) &&
        Math.abs(m.thicknessM / asked.thicknessM - 1) <= SAME_PLATE,
    )
    .map((m) => m.kerfM)
