import type { PlanChange } from '../plan-change.ts'
import type { Figure, Finding } from '../figure.ts'
import type { DrawRule } from '../gas/cylinder.ts'
import type { FuelId, HoseGrade } from '../gas/fuels.ts'
import type { Hose } from '../gas/hose.ts'
import type { Advice, Caution, Ticked } from '../plan-draft.ts'
import type { UnitChoices } from '../shop.ts'
import type { Metal } from './metals.ts'

export type { Advice, Caution, Ticked } from '../plan-draft.ts'

/** Kinds of cut. `gouge` can be named, so that the answer can say what it is instead. */
export const SHAPES = [
  'straight',
  'strip',
  'bevel',
  'hole',
  'disc',
  'slot',
  'pierce',
  'outline',
  'fastener',
  'pipe',
  'section',
  'practice',
  'gouge',
] as const
export type Shape = (typeof SHAPES)[number]
export const SURFACES = [
  'clean',
  'scale',
  'rust',
  'galvanised',
  'painted',
  'coated',
  'oily',
  'unknown',
] as const
export type Surface = (typeof SURFACES)[number]
/** What the piece is, if it is hollow: open on both sides, once held something, or closed with unknown contents. */
export const HOLLOWS = ['no', 'once-filled', 'closed'] as const
export type Hollow = (typeof HOLLOWS)[number]
/** Where a cut begins: at an edge, pierced through, or in a drilled hole. */
export const STARTS = ['edge', 'pierce', 'drilled'] as const
export type Start = (typeof STARTS)[number]
export const POSITIONS = ['flat', 'vertical-up', 'vertical-down', 'horizontal', 'overhead'] as const
export type Position = (typeof POSITIONS)[number]
export const WINDS = ['calm', 'breeze', 'strong'] as const
export type Wind = (typeof WINDS)[number]
export const LEANS = ['over-part', 'over-scrap'] as const
export type Lean = (typeof LEANS)[number]
export const FASTENERS = ['rivet', 'bolt', 'nut'] as const
export type Fastener = (typeof FASTENERS)[number]
export const PIPE_CUTS = ['square', 'mitre', 'saddle'] as const
export type PipeCut = (typeof PIPE_CUTS)[number]
export const SECTIONS = ['angle', 'channel', 'beam', 'bar', 'tube'] as const
export type Section = (typeof SECTIONS)[number]
export const PIPINGS = ['none', 'steel', 'copper'] as const
export type Piping = (typeof PIPINGS)[number]
export const HANDS = ['right', 'left'] as const
export type Hand = (typeof HANDS)[number]
export const HANDLINGS = ['hand', 'track'] as const
export type Handling = (typeof HANDLINGS)[number]
export const GUIDES = ['part', 'scrap', 'none'] as const
export type Guide = (typeof GUIDES)[number]
export const PLACES = ['regulator', 'torch'] as const
export type ChartPlace = (typeof PLACES)[number]

/** Carbon equivalent of the metal, with its span and what it was taken from. */
export interface CarbonKnown {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly from: 'composition' | 'grade' | 'metal'
  /** Percent by mass, when the composition is known. */
  readonly chromium?: number
}

/** A cut round a pipe. Angles from square; for a saddle the angle between the two axes. */
export interface PipeWork {
  readonly cut: PipeCut
  readonly angleRad: number
  /** Outside diameter of the pipe that a branch lands on. */
  readonly runDiameterM?: number | undefined
  /** Between the axes of branch and run. */
  readonly offsetM: number
}

/** A cut through a rolled section or bar. A cope is a corner taken out of it. */
export interface SectionWork {
  readonly kind: Section
  readonly depthM: number
  readonly widthM: number
  readonly copeLengthM?: number | undefined
  readonly copeDepthM?: number | undefined
}

/** Kinds of cut that a practice plate can hold. */
export const PRACTICE_SHAPES = ['straight', 'bevel', 'hole', 'disc', 'slot', 'pierce'] as const

/** One kind of cut on a practice plate, so many times. */
export interface PracticeItem {
  readonly shape: (typeof PRACTICE_SHAPES)[number]
  readonly count: number
  readonly lengthM: number
  readonly widthM: number
  readonly diameterM: number
  readonly bevelRad: number
}

/** What is to be cut. */
export interface CutWork {
  readonly shape: Shape
  readonly metal: Metal
  readonly carbon?: CarbonKnown | undefined
  readonly surface: Surface
  readonly hollow: Hollow
  readonly thicknessM: number
  /** Along the cut: of a line, a strip, a slot, an outline's whole way; of what is cut off a pipe or section. */
  readonly lengthM: number
  readonly start: Start
  readonly position: Position
  readonly wind: Wind
  readonly temperatureK: number
  /** From square, 0 for a square cut. */
  readonly bevelRad: number
  readonly lean: Lean
  /** Root face left square. */
  readonly landM: number
  /** Of a hole, a disc, a pipe (outside) or a fastener's shank. */
  readonly diameterM?: number | undefined
  /** Of a strip or a slot; of what falls off beside a straight cut. */
  readonly widthM?: number | undefined
  /** How many strips, fasteners or pieces. */
  readonly count: number
  /** What it is cut out of: a plate's width for strips, a bar's length for pieces. */
  readonly stockM?: number | undefined
  /** Cut away at each end of the stock first. */
  readonly trimM: number
  readonly fastener: Fastener
  readonly pipe?: PipeWork | undefined
  readonly section?: SectionWork | undefined
  readonly practice: readonly PracticeItem[]
  /** How often an outline is pierced. */
  readonly pierces: number
  /** A thickness just outside the chart is tried with the chart's nearest row. */
  readonly trial: boolean
  readonly ticked: readonly Ticked[]
  /** What is done differently after the last run. */
  readonly changes: readonly PlanChange[]
}

/** A good cut of the shop's own: what it was set to, SI; pressures gauge at the torch, so that another hose does not matter. */
export interface OwnCut {
  readonly orificeM: number
  readonly thicknessM: number
  readonly fuel: FuelId
  readonly handling: Handling | 'not-said'
  readonly oxygenAtTorchPa?: number | undefined
  readonly fuelAtTorchPa?: number | undefined
  readonly speed?: number | undefined
  readonly preheatS?: number | undefined
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

/** A point of a track machine's own calibration: what its dial says, and how fast it really goes, m/s. */
export interface DialPoint {
  readonly dial: number
  readonly speed: number
}

/** What it is cut with. */
export interface CutRig {
  readonly fuel: FuelId
  /** Of the fitted tip: 1 or 2; absent when nobody said. */
  readonly tipPieces?: 1 | 2 | undefined
  readonly hoseGrade?: HoseGrade | undefined
  /** Fixed pipework between the cylinders and the hose. */
  readonly piping: Piping
  readonly hand: Hand
  /** Height of the guide, when it is not the one that suits the collar. */
  readonly guideHeightM?: number | undefined
  /** Absent: the chart's tip, else the drill size that suits. */
  readonly tipOrificeM?: number | undefined
  /** Radius of the tip's flank, where it rides the guide. */
  readonly tipRadiusM?: number | undefined
  readonly handling: Handling | 'not-said'
  readonly guide: Guide
  /** From the tip's face up to the underside of the collar. */
  readonly tipBelowCollarM: number
  /** Calibration of the track machine, slowest first. */
  readonly dial: readonly DialPoint[]
  readonly oxygenHose: Hose
  readonly fuelHose: Hose
  /** A share, 0.995 as bought. */
  readonly oxygenPurity: number
  readonly chart: readonly ChartRow[]
  readonly kerfLog: readonly MeasuredKerf[]
  readonly ownCuts: readonly OwnCut[]
  readonly oxygenDivisionPa: number
  readonly fuelDivisionPa: number
  readonly fuelLockUpPa?: number | undefined
  readonly oxygenRatingPa?: number | undefined
  readonly fuelRatingPa?: number | undefined
  /** Rated full contents of the acetylene cylinder, m³ at 70 F and 1 atm; of all of them when they are manifolded. */
  readonly acetyleneCylinderM3?: number | undefined
  readonly acetyleneCylinders: number
  /** How short use draws on an acetylene cylinder; a tenth an hour when nobody says. */
  readonly drawRule?: DrawRule | undefined
  /** What is left in the oxygen and fuel cylinders, when it is known, m³ at 70 F and 1 atm. */
  readonly oxygenLeftM3?: number | undefined
  readonly fuelLeftM3?: number | undefined
}

/** Where it is cut and how the shop speaks. */
export interface Shop {
  readonly altitudeM: number
  readonly airK: number
  readonly units: UnitChoices
}

/** The pair of pressures that somebody always sets, and the tip, Pa gauge at the regulator and m. */
export interface Usual {
  readonly oxygenPa: number
  readonly fuelPa: number
  readonly tipOrificeM?: number | undefined
}

/** All that `planCut` needs. */
export interface CutRequest {
  readonly work: CutWork
  readonly rig: CutRig
  readonly shop: Shop
  readonly usual?: Usual | undefined
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
  'trackDial',
  'effectiveThickness',
  'bevelFaceWidth',
  'bottomShift',
  'armRadius',
  'pierceHeight',
  'pathLength',
  'templateLength',
  'piecesPerStock',
  'offcutMass',
  'carbonEquivalent',
  'warmTo',
  'usualOxygenPressureAtTip',
  'usualOxygenFlow',
  'usualOxygenShareBurnt',
  'usualTravelSpeed',
] as const
export type CutFigureName = (typeof CUT_FIGURES)[number]

/** A plan is a value: the interface, the command line, the server, print and the tests all use this one. */
export interface CutPlan {
  readonly kind: 'cut'
  readonly figures: Partial<Record<CutFigureName, Figure>>
  readonly findings: readonly Finding[]
  /** What is to be ticked with a name before the work, and who has. */
  readonly cautions: readonly Caution[]
  /** What to think of before the cut, by topic. */
  readonly before: readonly Advice[]
}
