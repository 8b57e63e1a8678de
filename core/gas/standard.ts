import { ATMOSPHERE_PA } from '../quantity/index.ts'

/** Standard temperature of all flows and volumes here: 70 F, in K. */
export const STANDARD_TEMPERATURE_K = 294.26
/** Standard pressure: 1 atm, in Pa absolute. */
export const STANDARD_PRESSURE_PA = ATMOSPHERE_PA
/** Molar gas constant, J/(mol K). */
export const GAS_CONSTANT = 8.314462618

/**
 * The barometer at an altitude, by the international standard atmosphere.
 * @param altitudeM −400 to 5000 m
 * @returns Pa absolute
 * @throws RangeError outside that range: the caller says so at the field
 * @example ambientPressurePa(1600) // 83524
 */
export function ambientPressurePa(altitudeM: number): number {
  if (!(altitudeM >= -400 && altitudeM <= 5000)) throw new RangeError('altitude outside -400 to 5000 m')
  return STANDARD_PRESSURE_PA * (1 - 2.25577e-5 * altitudeM) ** 5.25588
}
