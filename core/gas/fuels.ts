import { CUBIC_FOOT_M3, INCH_M, PSI_PA } from '../quantity/units.ts'
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

/** Usual pressures up to a size of the work or the tip: m, Pa gauge low and high. */
export type Band = readonly [upToM: number, low: number, high: number]

/** How a fuel burns in a brazing torch. Volumes of oxygen per volume of fuel; gross heat in J for each m³ at 70 F. */
export interface BrazeGas {
  /** Neutral through the torch: low, middle, high. */
  readonly neutral: readonly [number, number, number]
  readonly grossHeat: number
  /** Temperature that drives heat into the work, K. */
  readonly driveK: number
  /** A torch that burns it with air, where one is sold: share of its heat that enters cold metal, and what drives it, K. */
  readonly air?: { readonly efficiency: number; readonly driveK: number }
  /** Speed of the mixed gas at the port, m/s: low, design, high. */
  readonly exitSpeed: readonly [number, number, number]
  /** Share of the mixed gas that is fuel, where a tip is not reckoned with the neutral mixture. */
  readonly share?: number
  readonly estimated: boolean
}

/** A fuel with its habits: all that code has to know of it. A new fuel is its record here and its columns in the tables. */
export interface Fuel extends Gas {
  readonly id: FuelId
  /** As it is written on a label. */
  readonly title: string
  /** Its cylinder. */
  readonly cylinder: {
    /** What it may give: a share of its contents an hour, what boils off in it, or what nobody here reckons. */
    readonly draw: 'share' | 'boils' | 'not-reckoned'
    /** How far its valve is opened, and how far at the most so that it shuts at once in a fire; turns. */
    readonly usualTurns: number
    readonly mostTurns?: number
    /** Full, before the regulator, Pa gauge. */
    readonly inletPa: number
    /** Gas from a kg of it, m³: of one that is weighed to know what is left. */
    readonly m3PerKg?: number
    /** It comes through the building's pipes. */
    readonly piped?: true
    /** What its gauge cannot tell. */
    readonly gaugeHint?: string
  }
  /** How high it may ever be set at a regulator, Pa. */
  readonly setting: {
    /** Gauge; it may stand at it, but for a gas that `atRest` must stay under it. */
    readonly mostPa: number
    readonly mostAbsPa?: number
    /**
     * It can explode by itself above the limit: setting, rise when the valve shuts and half a gauge division together
     * stay under it.
     */
    readonly atRest: boolean
    /** The highest that is ever worked out, where that is less. */
    readonly workedOutMostPa?: number
  }
  readonly flame: {
    /** By what its mixture is told: a feather that goes into the cones, the length of the cones, or not by eye. */
    readonly sign: 'feather' | 'cones' | 'meters'
    /** Neutral through the torch, volumes of oxygen per volume of fuel: as practised. */
    readonly neutral: number
    /** Fuel alone burns yellow and sooty. */
    readonly soots: boolean
    /** Wind and a hard setting lift it off the tip; it is lit with the tip close to the plate. */
    readonly liftsOff: boolean
  }
  /** In a brazing torch. */
  readonly brazing: BrazeGas
  /** Usual at an equal-pressure torch, Pa gauge, up to a thickness of plate. */
  readonly cutBands: readonly Band[]
  /** Usual at an equal-pressure brazing torch, Pa gauge, up to a bore; none where no usual pressures are known. */
  readonly brazeBands?: { readonly tips: readonly Band[]; readonly head: readonly [number, number] }
  /** Times the fuel's pressure that its oxygen takes in a brazing torch; by the shop's method where that is taught. */
  readonly oxygenTimes?: number
  /** The colour of its hose by region; the gas's name always stands beside it. */
  readonly hoseColour: Readonly<Record<'us' | 'iso' | 'au-nz', 'red' | 'orange'>>
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
  /** How long preheat takes against acetylene, least and most, by hand. Source: craft figures; hydrogen's by its heat for each area of cone. */
  readonly preheatTimes: readonly [number, number]
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

const psi = (n: number) => n * PSI_PA
/** Standard cubic feet from a pound as m³ from a kg. */
const scfPerLb = (scf: number) => scf * 2.2046226 * CUBIC_FOOT_M3
const upToInch = (n: number) => n * INCH_M * (1 + 1e-9)
const bySpeed = (burning: number) => [4 * burning, 12 * burning, 20 * burning] as const
/**
 * Torches with air. Source: craft trials: at like heat propane and natural gas do about 0.6 of acetylene's size, propylene
 * and the blend 0.8.
 */
const AIR = {
  acetylene: { efficiency: 0.42, driveK: 2173 },
  middle: { efficiency: 0.36, driveK: 1998 },
  slow: { efficiency: 0.3, driveK: 1823 },
} as const
const HEAVY: readonly Band[] = [[Infinity, psi(4), psi(10)]]
const RED = { us: 'red', iso: 'red', 'au-nz': 'red' } as const
const ORANGE = { us: 'red', iso: 'orange', 'au-nz': 'orange' } as const
/** A cylinder valve that is open all the way, turns. */
export const FULLY_OPEN = 8
/** A full fuel cylinder, Pa gauge. Source: usual fills at 70 F. */
const INLET_PA = 0.76e6
const NOT_RECKONED = { draw: 'not-reckoned', usualTurns: FULLY_OPEN, inletPa: INLET_PA } as const
const BOILS = { draw: 'boils', usualTurns: FULLY_OPEN, inletPa: INLET_PA } as const
const CONES = { sign: 'cones', soots: true, liftsOff: true } as const
/** Oxygen for a fuel in a brazing torch without a chart: two to four times its pressure. */
const PROPANE_TIMES = (2 + 4) / 2
const SLOW = {
  usualPreheatPorts: 12,
  tipPieces: 2,
  hoseGrades: ['T'],
  cutBands: HEAVY,
  oxygenTimes: PROPANE_TIMES,
  hoseColour: ORANGE,
} as const

/**
 * The fuels, by id. Sources: isentropic and pipe-flow data of any fluids text; ratios as practised in cutting; heats
 * of combustion at 70 F. The blend stands for methylacetylene-propadiene mixtures, whose figures are estimates.
 */
export const FUELS: Readonly<Record<FuelId, Fuel>> = {
  acetylene: {
    ...gas('acetylene', 26.04, 10.1),
    id: 'acetylene',
    title: 'Acetylene',
    cylinder: {
      draw: 'share',
      usualTurns: 0.75,
      mostTurns: 1.5,
      inletPa: 1.72e6,
      gaugeHint: 'Pressure only hints at acetylene.',
      m3PerKg: scfPerLb(14.7),
    },
    // free acetylene: CGA G-1, OSHA 29 CFR 1910.253; worked out to 12 psig flowing
    setting: { mostPa: psi(15), mostAbsPa: psi(30), atRest: true, workedOutMostPa: psi(12) },
    flame: { sign: 'feather', neutral: 1.1, soots: true, liftsOff: false },
    brazing: {
      neutral: [1, 1.05, 1.15],
      grossHeat: 53.88e6,
      driveK: 2673,
      air: AIR.acetylene,
      exitSpeed: [80, 130, 200],
      share: 0.5,
      estimated: false,
    },
    cutBands: [
      [upToInch(0.25), psi(3), psi(5)],
      [upToInch(1), psi(4), psi(8)],
      [upToInch(3), psi(5), psi(10)],
      [Infinity, psi(8), psi(12)],
    ],
    brazeBands: {
      tips: [
        [0.035 * INCH_M, psi(3), psi(5)],
        [0.05 * INCH_M, psi(4), psi(6)],
        [0.083 * INCH_M, psi(5), psi(8)],
      ],
      head: [psi(6), psi(10)],
    },
    hoseColour: RED,
    preheatRatio: [1.1, 1.25],
    burningVelocity: 11,
    usualPreheatPorts: 6,
    tipPieces: 1,
    hoseGrades: ['R', 'RM', 'T'],
    copperForbidden: true,
    sinks: false,
    netHeat: 52.06e6,
    netHeatEstimated: false,
    preheatTimes: [1, 1],
  },
  propane: {
    ...gas('propane', 44.1, 8.1),
    ...SLOW,
    id: 'propane',
    title: 'Propane',
    cylinder: { ...BOILS, m3PerKg: scfPerLb(8.6) },
    setting: { mostPa: psi(110), atRest: false },
    flame: { ...CONES, neutral: 4.1 },
    brazing: {
      neutral: [3.5, 3.9, 4.3],
      grossHeat: 91.91e6,
      driveK: 2423,
      air: AIR.slow,
      exitSpeed: bySpeed(3.7),
      estimated: false,
    },
    brazeBands: { tips: HEAVY, head: [psi(4), psi(10)] },
    preheatRatio: [3.5, 5],
    burningVelocity: 3.7,
    copperForbidden: false,
    sinks: true,
    netHeat: 84.62e6,
    netHeatEstimated: false,
    preheatTimes: [1.5, 2.5],
  },
  propylene: {
    ...gas('propylene', 42.08, 8.5),
    ...SLOW,
    id: 'propylene',
    title: 'Propylene',
    cylinder: { ...BOILS, m3PerKg: scfPerLb(9.05) },
    setting: { mostPa: psi(130), atRest: false },
    flame: { ...CONES, neutral: 3.1 },
    brazing: {
      neutral: [2.6, 3, 3.5],
      grossHeat: 85.23e6,
      driveK: 2523,
      air: AIR.middle,
      exitSpeed: bySpeed(4.5),
      estimated: false,
    },
    preheatRatio: [2.6, 3.5],
    burningVelocity: 4.5,
    copperForbidden: false,
    sinks: true,
    netHeat: 79.76e6,
    netHeatEstimated: false,
    preheatTimes: [1.2, 1.6],
  },
  'natural-gas': {
    ...gas('natural gas', 16.04, 11),
    ...SLOW,
    id: 'natural-gas',
    title: 'Natural gas',
    cylinder: { ...NOT_RECKONED, piped: true },
    setting: { mostPa: psi(200), atRest: false },
    flame: { ...CONES, neutral: 1.75 },
    brazing: {
      neutral: [1.5, 1.75, 2],
      grossHeat: 36.88e6,
      driveK: 2373,
      air: AIR.slow,
      exitSpeed: bySpeed(3.9),
      estimated: false,
    },
    cutBands: [[Infinity, psi(2), psi(10)]],
    preheatRatio: [1.5, 2.5],
    burningVelocity: 3.9,
    copperForbidden: false,
    sinks: false,
    netHeat: 33.24e6,
    netHeatEstimated: false,
    preheatTimes: [1.5, 2.5],
  },
  mps: {
    ...gas('MPS blend', 41, 8.3),
    ...SLOW,
    id: 'mps',
    title: 'MPS blend',
    cylinder: { ...NOT_RECKONED, m3PerKg: scfPerLb(8.8) },
    setting: { mostPa: psi(90), atRest: false },
    flame: { ...CONES, neutral: 2.5 },
    brazing: {
      neutral: [2.3, 2.5, 2.7],
      grossHeat: 84e6,
      driveK: 2523,
      air: AIR.middle,
      exitSpeed: bySpeed(4.7),
      estimated: true,
    },
    preheatRatio: [2.3, 2.7],
    burningVelocity: 4.7,
    copperForbidden: true,
    sinks: true,
    netHeat: 78e6,
    netHeatEstimated: true,
    preheatTimes: [1.2, 1.6],
  },
  hydrogen: {
    ...gas('hydrogen', 2.016, 8.8),
    ...SLOW,
    id: 'hydrogen',
    title: 'Hydrogen',
    cylinder: NOT_RECKONED,
    setting: { mostPa: psi(200), atRest: false },
    flame: { sign: 'meters', neutral: 0.4, soots: false, liftsOff: true },
    brazing: {
      neutral: [0.25, 0.4, 0.5],
      grossHeat: 11.84e6,
      driveK: 2373,
      exitSpeed: bySpeed(10),
      estimated: false,
    },
    hoseColour: RED,
    preheatRatio: [0.25, 0.5],
    burningVelocity: 10,
    copperForbidden: false,
    sinks: false,
    netHeat: 10.02e6,
    netHeatEstimated: false,
    preheatTimes: [1.2, 2],
  },
}

/** Whether a text names a fuel. */
export const isFuel = (id: unknown): id is FuelId => typeof id === 'string' && Object.hasOwn(FUELS, id)
/** A fuel as it is written on a label; what is no fuel, as it is. */
export const fuelTitle = (id: string): string => (isFuel(id) ? FUELS[id].title : id)
