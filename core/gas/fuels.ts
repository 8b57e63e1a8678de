import { GAS_CONSTANT } from './standard.ts'

/** A gas in a hose: what the flow equations need. Viscosity in Pa·s, specific gas constant in J/(kg K). */
export interface Gas {
  readonly name: string
  readonly specificGasConstant: number
  readonly viscosityPaS: number
}

/** The fuels that can be planned with. */
export const FUEL_IDS = ['acetylene', 'propane', 'propylene', 'natural-gas', 'mps', 'hydrogen'] as const
export type FuelId = (typeof FUEL_IDS)[number]

/** Grades of fuel hose: R and RM for acetylene alone, T for every fuel. */
export const HOSE_GRADES = ['R', 'RM', 'T'] as const
export type HoseGrade = (typeof HOSE_GRADES)[number]

/** A fuel with its habits in a cutting torch. */
export interface Fuel extends Gas {
  readonly id: FuelId
  /** Volumes of oxygen through the torch per volume of fuel, cutting preheat (its oxygen-rich end): low, high. */
  readonly preheatRatio: readonly [number, number]
  /** Largest burning velocity with oxygen, m/s. */
  readonly burningVelocity: number
  /** Preheat ports of the usual tip: one-piece for acetylene, two-piece for the slower fuels. */
  readonly usualPreheatPorts: number
  /** 1: drilled from one piece. 2: a recessed shell over a core, which holds slow flames. */
  readonly tipPieces: 1 | 2
  /** Grades of hose whose lining stands this fuel. */
  readonly hoseGrades: readonly HoseGrade[]
  /** Whether it forms explosive compounds in copper pipe. */
  readonly copperForbidden: boolean
  /** Whether it sinks and gathers in pits and cellars. */
  readonly sinks: boolean
  /** Net heat of complete combustion, J for each m³ at 70 F and 1 atm. */
  readonly netHeat: number
  /** Whether `netHeat` is itself an estimate: a blend differs from one supplier to the next. */
  readonly netHeatEstimated: boolean
  /**
   * How long preheat takes against acetylene: the square root of acetylene's heat for each area of inner cone over
   * this fuel's (primary heat of the mixture times burning velocity), since a larger flow makes up a part. An estimate.
   */
  readonly preheatTimeFactor: number
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

/** Primary heat in MJ for each m³ of fuel at a torch ratio, times burning velocity over the mixture's volume. */
const coneIntensity = (primaryMJ: number, ratio: number, burningVelocity: number) =>
  (primaryMJ * burningVelocity) / (1 + ratio)
const ACETYLENE_INTENSITY = coneIntensity(20.7, 1.1, 11)
const slower = (primaryMJ: number, ratio: number, burningVelocity: number) =>
  Math.sqrt(ACETYLENE_INTENSITY / coneIntensity(primaryMJ, ratio, burningVelocity))

const SLOW = { usualPreheatPorts: 12, tipPieces: 2, hoseGrades: ['T'] } as const

/**
 * The fuels, by id. Sources: isentropic and pipe-flow data of any fluids text; ratios as practised in cutting; heats
 * of combustion at 70 F. The blend stands for methylacetylene-propadiene mixtures, whose figures are estimates.
 */
export const FUELS: Readonly<Record<FuelId, Fuel>> = {
  acetylene: {
    ...gas('acetylene', 26.04, 10.1),
    id: 'acetylene',
    preheatRatio: [1.1, 1.25],
    burningVelocity: 11,
    usualPreheatPorts: 6,
    tipPieces: 1,
    hoseGrades: ['R', 'RM', 'T'],
    copperForbidden: true,
    sinks: false,
    netHeat: 52.06e6,
    netHeatEstimated: false,
    preheatTimeFactor: 1,
  },
  propane: {
    ...gas('propane', 44.1, 8.1),
    ...SLOW,
    id: 'propane',
    preheatRatio: [3.5, 5],
    burningVelocity: 3.7,
    copperForbidden: false,
    sinks: true,
    netHeat: 84.62e6,
    netHeatEstimated: false,
    preheatTimeFactor: slower(69, 4.3, 3.7),
  },
  propylene: {
    ...gas('propylene', 42.08, 8.5),
    ...SLOW,
    id: 'propylene',
    preheatRatio: [2.6, 3.5],
    burningVelocity: 4.5,
    copperForbidden: false,
    sinks: true,
    netHeat: 79.76e6,
    netHeatEstimated: false,
    preheatTimeFactor: slower(57.3, 3.5, 4.5),
  },
  'natural-gas': {
    ...gas('natural gas', 16.04, 11),
    ...SLOW,
    id: 'natural-gas',
    preheatRatio: [1.5, 2.5],
    burningVelocity: 3.9,
    copperForbidden: false,
    sinks: false,
    netHeat: 33.24e6,
    netHeatEstimated: false,
    preheatTimeFactor: slower(26.6, 1.7, 3.9),
  },
  mps: {
    ...gas('MPS blend', 41, 8.3),
    ...SLOW,
    id: 'mps',
    preheatRatio: [2.3, 2.7],
    burningVelocity: 4.7,
    copperForbidden: true,
    sinks: true,
    netHeat: 78e6,
    netHeatEstimated: true,
    preheatTimeFactor: slower(45, 2.5, 4.7),
  },
  hydrogen: {
    ...gas('hydrogen', 2.016, 8.8),
    ...SLOW,
    id: 'hydrogen',
    preheatRatio: [0.25, 0.5],
    burningVelocity: 10,
    copperForbidden: false,
    sinks: false,
    netHeat: 10.02e6,
    netHeatEstimated: false,
    preheatTimeFactor: slower(10.02, 0.5, 10),
  },
}
