import type { Figure, Finding } from '../figure.ts'
import type { FuelId } from '../gas/fuels.ts'
import type { Hose } from '../gas/hose.ts'
import type { UnitChoices } from '../shop.ts'

/** Metals that can be named for a cut; only low-carbon steel is planned, the others stop with the reason. */
export const METALS = ['low-carbon-steel', 'stainless-steel', 'aluminium', 'copper', 'brass'] as const
export type Metal = (typeof METALS)[number]
export const SURFACES = ['clean', 'scale', 'rust', 'coated'] as const
export type Surface = (typeof SURFACES)[number]
export const HANDLINGS = ['hand', 'track'] as const
export type Handling = (typeof HANDLINGS)[number]
export const GUIDES = ['part', 'scrap', 'none'] as const
export type Guide = (typeof GUIDES)[number]
export const PLACES = ['regulator', 'torch'] as const
export type ChartPlace = (typeof PLACES)[number]

/** What is to be cut: one straight, square cut from an edge. */
export interface CutWork {
  readonly metal: Metal
  readonly thicknessM: number
  readonly lengthM: number
  readonly start: 'edge'
  readonly surface: Surface
  readonly temperatureK: number
}

/** A line of the shop's own chart. Pressures are gauge, at `at`; speed and kerf may be missing. */
export interface ChartRow {
  readonly orificeM: number
  readonly thicknessMinM: number
  readonly thicknessMaxM: number
  readonly oxygenGaugePa?: number | undefined
  readonly fuelGaugePa?: number | undefined
  /** `regulator`: with the 25 ft of 1/4 in hose that charts assume; `torch`: at the torch's inlet. */
  readonly at: ChartPlace
  readonly speed?: number | undefined
  readonly kerfM?: number | undefined
}

/** A kerf that the shop measured. */
export interface MeasuredKerf {
  readonly orificeM: number
  readonly thicknessM: number
  readonly kerfM: number
  readonly handling: Handling | 'not-said'
}

/** What it is cut with. */
export interface CutRig {
  readonly fuel: FuelId
  /** Absent: the chart's tip, else the drill size that suits. */
  readonly tipOrificeM?: number | undefined
  /** Radius of the tip's flank, where it rides the guide. */
  readonly tipRadiusM?: number | undefined
  readonly handling: Handling | 'not-said'
  readonly guide: Guide
  /** From the tip's face up to the underside of the collar. */
  readonly tipBelowCollarM: number
  readonly oxygenHose: Hose
  readonly fuelHose: Hose
  /** A share, 0.995 as bought. */
  readonly oxygenPurity: number
  readonly chart: readonly ChartRow[]
  readonly kerfLog: readonly MeasuredKerf[]
  readonly oxygenDivisionPa: number
  readonly fuelDivisionPa: number
  readonly fuelLockUpPa?: number | undefined
  readonly oxygenRatingPa?: number | undefined
  readonly fuelRatingPa?: number | undefined
  /** Rated full contents of the acetylene cylinder, m³ at 70 F and 1 atm. */
  readonly acetyleneCylinderM3?: number | undefined
}

/** Where it is cut and how the shop speaks. */
export interface Shop {
  readonly altitudeM: number
  readonly airK: number
  readonly units: UnitChoices
}

/** All that `planCut` needs. */
export interface CutRequest {
  readonly work: CutWork
  readonly rig: CutRig
  readonly shop: Shop
  /** Names in the request that were not understood and were left out. */
  readonly ignored: readonly string[]
}

/** Names of the figures of a cut, in the order in which people need them. */
export const CUT_FIGURES = [
  'tipOrifice',
  'cuttingOxygenPressure',
  'cuttingOxygenPressureAtTip',
  'cuttingOxygenFlow',
  'fuelPressure',
  'fuelFlow',
  'preheatOxygenFlow',
  'travelSpeed',
  'travelAngle',
  'drag',
  'kerf',
  'guideOffset',
  'collarHeight',
  'standoff',
  'tipToWork',
  'preheatTime',
  'torchTime',
  'oxygenUsed',
  'fuelUsed',
  'oxygenShareBurnt',
] as const
export type CutFigureName = (typeof CUT_FIGURES)[number]

/** A plan is a value: the interface, the command line, the server, print and the tests all use this one. */
export interface CutPlan {
  readonly kind: 'cut'
  readonly figures: Partial<Record<CutFigureName, Figure>>
  readonly findings: readonly Finding[]
}
