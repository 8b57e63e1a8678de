import { OXYGEN } from './fuels.ts'
import { hoseDrop, type Hose } from './hose.ts'
import { bisect, orificeFlow } from './orifice.ts'

/**
 * What a setting at the regulator leaves at the tip while the jet runs.
 * @param settingPa at the regulator, Pa gauge
 * @param orificeM bore of the tip, m
 * @param preheatOxygen flow in the same hose beside the jet, m³/s
 * @returns Pa gauge
 * @example pressureAtTip(43 * PSI_PA, 0.052 * INCH_M, { lengthM: 7.62, boreM: 0.00635 }, 0, STANDARD_PRESSURE_PA) / PSI_PA // 42.21
 */
export function pressureAtTip(
  settingPa: number,
  orificeM: number,
  hose: Hose,
  preheatOxygen: number,
  ambientPa: number,
): number {
  const bore = { diameterM: orificeM, ambientPa }
  const atRegulator = (tip: number) =>
    tip + hoseDrop(hose, OXYGEN, orificeFlow(bore, tip) + preheatOxygen, tip, ambientPa)
  return bisect((tip) => atRegulator(tip) - settingPa, 0, settingPa)
}
