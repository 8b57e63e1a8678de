import { PSI_PA, unitUse, type UnitId } from './units.ts'

/** The unit in which each kind of quantity is shown and in which a bare number is read. */
export interface UnitChoices {
  readonly length: UnitId
  readonly pressure: UnitId
  readonly flow: UnitId
  readonly speed: UnitId
  readonly temperature: UnitId
  readonly volume: UnitId
  readonly mass: UnitId
}

/** Units of an inch-and-psi shop. */
export const INCH_UNITS: UnitChoices = {
  length: 'in',
  pressure: 'psi',
  flow: 'cfh',
  speed: 'in/min',
  temperature: 'F',
  volume: 'cu ft',
  mass: 'lb',
}

/** Units of a millimetre-and-bar shop. */
export const METRIC_UNITS: UnitChoices = {
  length: 'mm',
  pressure: 'bar',
  flow: 'l/min',
  speed: 'mm/min',
  temperature: 'C',
  volume: 'l',
  mass: 'kg',
}

/**
 * The smallest division of a regulator's gauge that goes with a pressure unit, in Pa.
 * Oxygen gauges 1 psi, 0.1 bar or 10 kPa; fuel gauges 1 psi, 0.05 bar or 5 kPa.
 */
export const usualDivision = (unit: UnitId, side: 'oxygen' | 'fuel'): number =>
  unitUse(unit).divisionPa?.[side] ?? PSI_PA
