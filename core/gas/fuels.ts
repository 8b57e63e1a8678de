import { GAS_CONSTANT } from './standard.ts'

/** A gas in a hose: what the flow equations need. Viscosity in Pa·s, specific gas constant in J/(kg K). */
export interface Gas {
  readonly name: string
  readonly specificGasConstant: number
  readonly viscosityPaS: number
}

/** The fuels that can be planned with. */
export type FuelId = 'acetylene' | 'propane'

/** A fuel with its habits in a cutting torch. */
export interface Fuel extends Gas {
  readonly id: FuelId
  /** Volumes of oxygen through the torch per volume of fuel, cutting preheat (its oxygen-rich end): low, high. */
  readonly preheatRatio: readonly [number, number]
  /** Largest burning velocity with oxygen, m/s. */
  readonly burningVelocity: number
  /** Preheat ports of the usual tip: one-piece for acetylene, two-piece for the slower fuels. */
  readonly usualPreheatPorts: number
}

const gas = (name: string, molarMassG: number, viscosityMicroPaS: number): Gas => ({
  name,
  specificGasConstant: GAS_CONSTANT / (molarMassG / 1000),
  viscosityPaS: viscosityMicroPaS * 1e-6,
})

/** Oxygen; its specific gas constant is the one of the orifice formula. */
export const OXYGEN: Gas = { name: 'oxygen', specificGasConstant: 259.8, viscosityPaS: 20.4e-6 }

/** Density of oxygen at standard state, kg/m³. */
export const OXYGEN_DENSITY = 1.325

/** The fuels, by id. Sources: isentropic and pipe-flow data of any fluids text; ratios as practised in cutting. */
export const FUELS: Readonly<Record<FuelId, Fuel>> = {
  acetylene: {
    ...gas('acetylene', 26.04, 10.1),
    id: 'acetylene',
    preheatRatio: [1.1, 1.25],
    burningVelocity: 11,
    usualPreheatPorts: 6,
  },
  propane: {
    ...gas('propane', 44.1, 8.1),
    id: 'propane',
    preheatRatio: [3.5, 5],
    burningVelocity: 3.7,
    usualPreheatPorts: 12,
  },
}
