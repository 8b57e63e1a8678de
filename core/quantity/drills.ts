import data from './number-drills.json' with { type: 'json' }
import { INCH_M } from './units.ts'

/** A number drill: its number and its diameter in m. */
export interface NumberDrill {
  readonly number: number
  readonly diameterM: number
}

/** Every number drill known here, smallest first. Source: number-drills.json. */
export const NUMBER_DRILLS: readonly NumberDrill[] = data.drills
  .map((row): NumberDrill => ({ number: row[0] ?? Number.NaN, diameterM: (row[1] ?? Number.NaN) * INCH_M }))
  .sort((a, b) => a.diameterM - b.diameterM)

/** The diameter of a number drill in m, or undefined when the table has no such number. */
export const drillDiameterM = (number: number): number | undefined =>
  NUMBER_DRILLS.find((d) => d.number === number)?.diameterM

/** The number drill of this diameter (within 0.0001 in), or undefined. */
export const drillOfDiameter = (diameterM: number): NumberDrill | undefined =>
  NUMBER_DRILLS.find((d) => Math.abs(d.diameterM - diameterM) < 0.00005 * INCH_M + 1e-12)
