/** Heat, entropy and heat capacity of what a flame is made of, as functions of temperature. */
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import table from './thermo-nasa9.json' with { type: 'json' }

/** Source: the gas constant that the coefficients were fitted with, J/(mol K). */
export const GAS_CONSTANT = table.gasConstant
/** Standard pressure of the data is 1 bar: ln(p/p0) at one atmosphere. */
export const LN_ATMOSPHERE = Math.log(STANDARD_PRESSURE_PA / 100_000)
/** Reactants come in at this temperature, K. */
export const REACTANTS_K = 298.15

export const ELEMENTS = ['C', 'H', 'O', 'N'] as const
export type ElementName = (typeof ELEMENTS)[number]
export type SpeciesName = keyof typeof table.species

interface Range {
  readonly from: number
  readonly to: number
  readonly a: readonly number[]
  readonly b: readonly number[]
}
/** One molecule, radical or solid. */
export interface Species {
  readonly name: SpeciesName
  readonly solid: boolean
  /** Atoms of each of `ELEMENTS` in it. */
  readonly atoms: readonly number[]
  /** Heat of formation at 298.15 K, J/mol. */
  readonly hf298: number
  readonly ranges: readonly Range[]
}

/** Everything that the data tells of. Source: NASA/TP-2002-211556, public domain. */
export const SPECIES: readonly Species[] = Object.entries(table.species).map(([name, s]) => ({
  name: name as SpeciesName,
  solid: s.solid,
  atoms: ELEMENTS.map((e) => (s.elements as Partial<Record<ElementName, number>>)[e] ?? 0),
  hf298: s.hf298,
  ranges: s.ranges,
}))

/** A species by its name in the data. */
export function speciesOf(name: SpeciesName): Species {
  const found = SPECIES.find((s) => s.name === name)
  if (!found) throw new Error(`no data for ${name}`)
  return found
}

/** Heat capacity over R, and heat and entropy over RT and R, at a temperature. */
export interface Thermo {
  readonly cp: number
  readonly h: number
  readonly s: number
}

/**
 * @param kelvin 200 to 6000 K; the nearest range is used beyond its ends
 * @returns without units: over R, over RT and over R
 */
export function thermoOf({ ranges }: Species, kelvin: number): Thermo {
  const t = kelvin
  const range = ranges.find((r) => t <= r.to) ?? ranges.at(-1)
  const [a1 = 0, a2 = 0, a3 = 0, a4 = 0, a5 = 0, a6 = 0, a7 = 0] = range?.a ?? []
  const [b1 = 0, b2 = 0] = range?.b ?? []
  const ln = Math.log(t)
  const t2 = t * t
  const t3 = t2 * t
  const t4 = t3 * t
  return {
    cp: a1 / t2 + a2 / t + a3 + a4 * t + a5 * t2 + a6 * t3 + a7 * t4,
    h: -a1 / t2 + (a2 * ln) / t + a3 + (a4 * t) / 2 + (a5 * t2) / 3 + (a6 * t3) / 4 + (a7 * t4) / 5 + b1 / t,
    s: -a1 / (2 * t2) - a2 / t + a3 * ln + a4 * t + (a5 * t2) / 2 + (a6 * t3) / 3 + (a7 * t4) / 4 + b2,
  }
}

/** Heat of a species at a temperature, J/mol; at 298.15 K its heat of formation. */
export const enthalpyOf = (species: Species, kelvin: number): number =>
  thermoOf(species, kelvin).h * GAS_CONSTANT * kelvin
