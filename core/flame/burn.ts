import { FUELS, type FuelId } from '../gas/fuels.ts'
import { equilibrium, totalOf, type Equilibrium, type Mixture } from './equilibrium.ts'
import { enthalpyOf, REACTANTS_K, speciesOf, thermoOf, type SpeciesName } from './thermo.ts'

/** Fuels of one kind of molecule, whose flame can be worked out; natural gas is taken as methane. */
const MOLECULES = {
  acetylene: 'C2H2',
  propane: 'C3H8',
  propylene: 'C3H6',
  'natural-gas': 'CH4',
  hydrogen: 'H2',
} as const satisfies Partial<Record<FuelId, SpeciesName>>
export type BurntFuel = keyof typeof MOLECULES
export const BURNT_FUELS = Object.keys(MOLECULES) as readonly BurntFuel[]

/** Oxygen in air; its argon is counted as nitrogen. */
const OXYGEN_IN_AIR = 0.2095

/** What a flame is by what it is made of. */
export type FlameKind = 'sooting' | 'carburising' | 'neutral' | 'oxidising'

/** A flame worked out. All for one mol of fuel. */
export interface Burnt {
  readonly equilibrium: Equilibrium
  /** K, adiabatic. */
  readonly temperature: number
  /** Of all that is there, solid carbon included; 0 to 1. */
  readonly moleFractions: ReadonlyMap<SpeciesName, number>
  readonly kind: FlameKind
  /** Hydrogen over water: what draws oxygen from a metal's scale, or gives it. */
  readonly reducing: number
  /** Heat freed by the torch's own oxygen, and by what burns in air after it, water as vapour, J. */
  readonly coneHeat: number
  readonly envelopeHeat: number
  /** The cone's share of it all; 0 to 1. */
  readonly coneShare: number
}

/** What goes in: mol of oxygen from the torch and of air, for one mol of fuel. */
interface Asked {
  readonly fuel: BurntFuel
  readonly ratio: number
  readonly air?: number
}

/** The mixture of a fuel with oxygen and air, at 298.15 K. */
export function mixtureOfFuel({ fuel, ratio, air = 0 }: Asked): Mixture {
  const molecule = speciesOf(MOLECULES[fuel])
  const parts = [
    [molecule, 1],
    [speciesOf('O2'), ratio + OXYGEN_IN_AIR * air],
    [speciesOf('N2'), (1 - OXYGEN_IN_AIR) * air],
  ] as const
  return {
    atoms: molecule.atoms.map((_, i) => parts.reduce((sum, [s, n]) => sum + (s.atoms[i] ?? 0) * n, 0)),
    enthalpy: parts.reduce((sum, [s, n]) => sum + enthalpyOf(s, REACTANTS_K) * n, 0),
  }
}

/** Oxygen that burns one mol of a fuel to carbon dioxide and water, mol. */
export function completeRatio(fuel: BurntFuel): number {
  const [c = 0, h = 0] = speciesOf(MOLECULES[fuel]).atoms
  return c + h / 4
}

/** Heat of complete burning, water as vapour, J/mol of fuel. */
export function netHeat(fuel: BurntFuel): number {
  const molecule = speciesOf(MOLECULES[fuel])
  const [c = 0, h = 0] = molecule.atoms
  return molecule.hf298 - c * speciesOf('CO2').hf298 - (h / 2) * speciesOf('H2O').hf298
}

/** The gas of a cone makes up anew down to here, K. */
const FROZEN_K = 1800
/** How far CO + H2O goes to CO2 + H2 there. */
const SHIFT = Math.exp(
  ([-1, -1, 1, 1] as const).reduce((sum, sign, i) => {
    const { h, s } = thermoOf(speciesOf((['CO', 'H2O', 'CO2', 'H2'] as const)[i] ?? 'CO'), FROZEN_K)
    return sum - sign * (h - s)
  }, 0),
)

/**
 * Heat freed by the torch's oxygen alone: its products with the make-up of carbon monoxide, hydrogen, carbon dioxide and
 * water that they have at 1800 K, brought to 298 K, water as vapour; carbon that no oxygen is left for stays carbon.
 * Source: worked out; tables that split by the reaction differ by the dioxide and water that form already.
 * @param ratio mol of oxygen for one mol of fuel, 0 or more
 * @returns J/mol of fuel
 */
export function coneHeatOf(fuel: BurntFuel, ratio: number): number {
  if (ratio >= completeRatio(fuel)) return netHeat(fuel)
  const molecule = speciesOf(MOLECULES[fuel])
  const [c = 0, h = 0] = molecule.atoms
  const [carbon, hydrogen] = [c, h / 2]
  const monoxide = Math.min(2 * ratio, carbon)
  // oxygen atoms beyond carbon monoxide lie with carbon or with hydrogen as the shift has it
  const beyond = 2 * ratio - monoxide
  const [qa, qb, qc] = [1 - SHIFT, hydrogen - beyond + SHIFT * (carbon + beyond), -SHIFT * carbon * beyond]
  const dioxide = beyond <= 0 ? 0 : (-2 * qc) / (qb + Math.sqrt(Math.max(0, qb * qb - 4 * qa * qc)))
  const water = beyond - dioxide
  const products =
    (monoxide - dioxide) * speciesOf('CO').hf298 +
    dioxide * speciesOf('CO2').hf298 +
    water * speciesOf('H2O').hf298
  return Math.max(0, molecule.hf298 - products)
}

/** What a flame is: sooting where carbon falls out, else by all its oxygen against what is practised as neutral. */
function kindOf(fuel: BurntFuel, oxygen: number, carbon: number): FlameKind {
  if (carbon > 0) return 'sooting'
  const [low, , high] = FUELS[fuel].brazing.neutral
  return oxygen < low - 1e-9 ? 'carburising' : oxygen > high + 1e-9 ? 'oxidising' : 'neutral'
}

/** What comes to less than this gives no light and does not go on burning, K. */
const COLDEST_FLAME_K = 600

/**
 * Works a flame out: adiabatic, at one atmosphere, reactants at 298.15 K.
 * @param asked mol of oxygen and of air for one mol of fuel, each 0 or more
 * @param from the flame of a neighbouring mixture, from which it is found sooner
 * @returns undefined for a mixture that does not burn
 */
export function burn(asked: Asked, from?: Burnt): Burnt | undefined {
  const { fuel, ratio, air = 0 } = asked
  const mixture = mixtureOfFuel(asked)
  const found = (from && equilibrium(mixture, { from: from.equilibrium })) ?? equilibrium(mixture)
  if (!found || found.kelvin < COLDEST_FLAME_K) return undefined
  const all = totalOf(found)
  const share = (name: SpeciesName) => (found.moles.get(name) ?? 0) / all
  const coneHeat = coneHeatOf(fuel, ratio)
  const net = netHeat(fuel)
  return {
    equilibrium: found,
    temperature: found.kelvin,
    moleFractions: new Map([...found.moles].map(([name, n]) => [name, n / all])),
    kind: kindOf(fuel, ratio + OXYGEN_IN_AIR * air, share('C(gr)')),
    reducing: share('H2') / Math.max(1e-30, share('H2O')),
    coneHeat,
    envelopeHeat: net - coneHeat,
    coneShare: coneHeat / net,
  }
}

/**
 * The oxygen under which carbon falls out of a flame at rest, mol for one mol of fuel, within 1e-4. Real flames glow
 * with soot a little above it: carbon forms before all is mixed.
 * @returns 0 for a fuel without carbon
 */
export function sootLimit(fuel: BurntFuel): number {
  const sooty = (ratio: number) => {
    const burnt = burn({ fuel, ratio })
    return burnt === undefined || burnt.kind === 'sooting'
  }
  if (speciesOf(MOLECULES[fuel]).atoms[0] === 0) return 0
  let [low, high] = [0, completeRatio(fuel)]
  while (high - low > 1e-4) {
    const middle = (low + high) / 2
    if (sooty(middle)) low = middle
    else high = middle
  }
  return (low + high) / 2
}
