import type { PlanChange } from '../piece/plan-change.ts'
import type { Figure, Finding } from '../figure.ts'
import type { CUT_WORK, CutSaid, PRACTICE_ITEM } from './fields.ts'
import type { CHART_ROW, CUT_RIG, KERF_ROW, SUPPLY, SupplySaid } from '../rig/fields.ts'
import type { ReadOf, WordOf } from '../fields/spec.ts'
import type { FuelId } from '../gas/fuels.ts'
import type { Hose } from '../gas/hose.ts'
import type { HeldFigures } from '../span.ts'
import type { Advice, Caution, Ticked } from '../piece/plan-draft.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import type { Metal } from './metals.ts'
import type { TipSaid } from './tip-limits.ts'

export type { Advice, Caution, Ticked } from '../piece/plan-draft.ts'

/** Words of the choices of a cut, as its tables of fields have them. */
export { PRACTICE_SHAPES } from './fields.ts'
export type Surface = WordOf<typeof CUT_WORK.surface>
export type Fastener = WordOf<typeof CUT_WORK.fastener>
type PipeCut = WordOf<typeof CUT_WORK.pipeCut>
type Section = WordOf<typeof CUT_WORK.section>
export type Piping = WordOf<typeof SUPPLY.piping>
export type Handling = Exclude<WordOf<typeof CUT_RIG.handling>, 'not-said'>

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

/** One kind of cut on a practice plate, so many times; sizes that its shape does not ask for are 0. */
export type PracticeItem = { readonly [K in keyof PracticeSaid]-?: NonNullable<PracticeSaid[K]> }
type PracticeSaid = ReadOf<typeof PRACTICE_ITEM>

/** What of a cut is put together from several fields: the rest is as its table reads it. */
export const COMPOSED = [
  'bevelFrom',
  'pipeCut',
  'pipeAngleRad',
  'runDiameterM',
  'offsetM',
  'section',
  'depthM',
  'copeLengthM',
  'copeDepthM',
  'lengthM',
] as const satisfies readonly (keyof CutSaid)[]
/** What is to be cut. */
export interface CutWork extends Omit<CutSaid, (typeof COMPOSED)[number]> {
  readonly metal: Metal
  readonly carbon?: CarbonKnown | undefined
  /** Along the cut: of a line, a strip, a slot, an outline's whole way; of what is cut off a pipe or section. */
  readonly lengthM: number
  /** From square, 0 for a square cut. */
  readonly bevelRad: number
  readonly pipe?: PipeWork | undefined
  readonly section?: SectionWork | undefined
  readonly practice: readonly PracticeItem[]
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
  /** It began on the flat, by a pierce: its preheat tells nothing of an edge's. */
  readonly pierced?: boolean | undefined
}

/**
 * A line of the shop's own chart as it is printed. Pressures are gauge, at `at` (`regulator`: with the 25 ft of 1/4 in
 * hose that charts assume; `torch`: at the torch's inlet), each low and high; pressures, speed and kerf may be missing.
 */
export type ChartRow = Omit<ReadOf<typeof CHART_ROW>, 'orificeM'> & {
  readonly orificeM: number
  /** False where nobody has said the bore of this size: it is then worked out from the plates that the chart gives it. */
  readonly boreKnown: boolean
}
type Span = readonly [low: number, high: number]
/** What a chart says for one plate: the middle of its ranges for the middle of its plates, sliding inside them. */
export interface ChartedRow extends Pick<
  ChartRow,
  'tip' | 'orificeM' | 'boreKnown' | 'thicknessMinM' | 'thicknessMaxM' | 'at' | 'kerfM'
> {
  readonly oxygenGaugePa?: number | undefined
  readonly fuelGaugePa?: number | undefined
  readonly speed?: number | undefined
  /** The ranges as charted, where they are ranges. */
  readonly oxygenPa?: Span | undefined
  readonly fuelPa?: Span | undefined
  readonly speeds?: Span | undefined
  /** Where in its ranges this plate stands, 0 to 1. */
  readonly up: number
}

/** A kerf that the shop measured. */
export type MeasuredKerf = ReadOf<typeof KERF_ROW>

/** A point of a track machine's own calibration: what its dial says, and how fast it really goes, m/s. */
export interface DialPoint {
  readonly dial: number
  readonly speed: number
}

/** What gas comes from and through, whatever is done with the flame: fittings, hoses, gauges and cylinders. */
export interface Supply extends Omit<
  SupplySaid,
  'tipPieces' | 'oxygenDivisionSaidPa' | 'fuelDivisionSaidPa' | 'acetyleneOneM3'
> {
  readonly fuel: FuelId
  /** Of the fitted tip: 1 or 2; absent when nobody said. */
  readonly tipPieces?: 1 | 2 | undefined
  readonly oxygenHose: Hose
  readonly fuelHose: Hose
  readonly oxygenDivisionPa: number
  readonly fuelDivisionPa: number
  /** Rated full contents of the acetylene cylinder, m³ at 70 F and 1 atm; of all of them when they are manifolded. */
  readonly acetyleneCylinderM3?: number | undefined
  readonly acetyleneCylinders: number
  /** What is left in the oxygen and fuel cylinders, when it is known, m³ at 70 F and 1 atm. */
  readonly oxygenLeftM3?: number | undefined
  readonly fuelLeftM3?: number | undefined
}

/** What it is cut with. */
export interface CutRig extends Supply, ReadOf<typeof CUT_RIG> {
  /** Calibration of the track machine, slowest first. */
  readonly dial: readonly DialPoint[]
  readonly chart: readonly ChartRow[]
  readonly kerfLog: readonly MeasuredKerf[]
  readonly ownCuts: readonly OwnCut[]
  /** Shapes of the tips in the box, straight ones left out. */
  readonly boxShapes: readonly string[]
  /** How the log has found the estimates. */
  readonly held: HeldFigures
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
  /** The plan sets this pair and tip, instead of judging them beside its own. */
  readonly set?: boolean
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
  'collarOnTip',
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
  'cleanUpTime',
  'carbonEquivalent',
  'warmTo',
  'usualOxygenPressureAtTip',
  'usualOxygenFlow',
  'usualOxygenShareBurnt',
  'usualTravelSpeed',
] as const
export type CutFigureName = (typeof CUT_FIGURES)[number]

/** What drawings, steps and the fault finder go by beside the figures, SI. */
export interface CutDetail {
  /** How often the cut is started. */
  readonly starts: number
  /** Bores that are published for this plate, least and most. */
  readonly tipTableM?: readonly [number, number]
  /** One of the preheat flames: how long its inner cone is, and how wide the port under it. */
  readonly cone?: { readonly lengthM: number; readonly portM: number }
  /** What the chart calls the tip by. */
  readonly chartSize?: string
  /** The drill of the thickest wire that cleans the bore freely. */
  readonly cleaner?: number
  /** Good cuts in the log with this tip on this plate: with none it is tried on a strip first. */
  readonly goodCuts: number
}

/** A plan is a value: the interface, the command line, the server, print and the tests all use this one. */
export interface CutPlan {
  readonly kind: 'cut'
  readonly figures: Partial<Record<CutFigureName, Figure>>
  /** What the tip does on this plate; Wimble's own choice and a chart's do it. */
  readonly tip: TipSaid
  readonly findings: readonly Finding[]
  /** What is to be ticked with a name before the work, and who has. */
  readonly cautions: readonly Caution[]
  /** What to think of before the cut, by topic. */
  readonly before: readonly Advice[]
  readonly detail: CutDetail
}
