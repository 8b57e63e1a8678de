import type { Shop, Supply } from '../cut/types.ts'
import type { Figure, Finding } from '../figure.ts'
import type { BRAZE_WORK, BrazeSaid, Form, Service, TUBE_RUN } from './fields.ts'
import type { BOX_ROW, BRAZE_GEAR, TIP_ROW } from '../rig/fields.ts'
import type { ReadOf, WordOf } from '../fields/spec.ts'
import type { SetFlame } from '../flame/set.ts'
import type { FuelId } from '../gas/fuels.ts'
import type { ShortBurns } from '../gas/short-burns.ts'
import type { BaseMetal } from '../metal/base-metals.ts'
import type { HeldFigures } from '../span.ts'
import type { Advice, Caution, Ticked } from '../piece/plan-draft.ts'
import type { PlanChange } from '../piece/plan-change.ts'
import type { Joint } from './joints.ts'
import type { MethodName, Methods } from './method-words.ts'

export { isRoundJoint, jointFacts, JOINTS, type Joint } from './joints.ts'
export { SERVICES, type Form, type RodSection, type Service } from './fields.ts'
/** Uses that a code or a qualified person decides about. */
export type CodeUse = WordOf<typeof BRAZE_WORK.codeUse>

/** One of the two parts. A round part by its outside diameter and wall; a flat one by its thickness. */
export interface Part {
  readonly metal: BaseMetal
  readonly outsideDiameterM?: number | undefined
  /** Wall of a round part, thickness of a flat one. */
  readonly wallM: number
  /** Of a cup. */
  readonly depthM?: number | undefined
}

/** A length of tube that nitrogen has to sweep. */
export type Run = ReadOf<typeof TUBE_RUN>

export type GrooveKind = WordOf<typeof BRAZE_WORK.groove>
/** What is to be joined. Clearances: `clearanceM` diametral as measured on round parts, the film itself on flat ones. */
export interface BrazeWork extends Omit<
  BrazeSaid,
  'gapM' | 'fit' | 'overlapM' | 'lengthM' | 'widthM' | 'service' | 'ragGivenM' | 'grooveSaid' | 'stitchShare'
> {
  readonly a: Part
  readonly b: Part
  readonly clearanceM: number
  /** False when the clearance was assumed. */
  readonly clearanceGiven: boolean
  /** How the fit felt, where that is all that is known of the gap. */
  readonly felt: BrazeSaid['fit']
  /** So much of a flat seam is brazed: 1, or less where it is stitched. */
  readonly seamShare: number
  readonly overlapM: number
  readonly overlapGiven: boolean
  /** Along the seam of flat work, of a crack or an overlay. */
  readonly lengthM: number
  readonly lengthGiven: boolean
  /** Of a patch or an overlay. */
  readonly widthM: number
  readonly services: ReadonlySet<Service>
  /** Angle of the joint's axis above the level, rad: −π/2 mouth down, 0 level, π/2 mouth up. */
  readonly attitudeRad: number
  readonly tubeRun: readonly Run[]
  /** From the mouth to a wet rag's near edge. */
  readonly ragM: number
  /** How a crack is opened: as it was chosen for this one, else by the shop's method. */
  readonly grooveKind: GrooveKind
  /** A rag is on it, for what must stay cool or because somebody said where. */
  readonly ragOn: boolean
  /** Places of the joints on one line, from where the nitrogen goes in, nearest first. */
  readonly jointsAtM: readonly number[]
  /** The filler that somebody insists on. */
  readonly filler?: string | undefined
  readonly ticked: readonly Ticked[]
  /** What is done differently after the last run. */
  readonly changes: readonly PlanChange[]
}

/** A row of the shop's own chart for brazing tips; Pa gauge. One without walls is good for any. */
export interface TipRow extends Omit<ReadOf<typeof TIP_ROW>, 'wallFromM' | 'wallToM'> {
  readonly wallMinM: number
  readonly wallMaxM: number
}
/** A good braze of the shop's own, SI; pressures gauge at the torch. */
export interface OwnBraze {
  readonly joint: Joint
  readonly metals: string
  readonly fuel: FuelId
  readonly orificeM: number
  /** Of the first part: outside diameter (0 for flat work) and wall. */
  readonly outsideDiameterM: number
  readonly wallM: number
  readonly oxygenAtTorchPa?: number | undefined
  readonly fuelAtTorchPa?: number | undefined
  /** Filler that went into one joint. */
  readonly fillerM3?: number | undefined
  readonly timeToTemperatureS?: number | undefined
  /** What its flame gave, over what is usual, where the heat was timed for its tip. */
  readonly flameTimes?: number | undefined
  /** Which torch that was; empty where it was none of the shop's own. */
  readonly flameTorch?: string | undefined
}
/** Rod on the shelf, and what it costs, in the shop's money per kg. */
export interface ShelfRod {
  readonly id: string
  readonly form: Form
  readonly perKg?: number | undefined
}

/** What brings the heat: a single tip, a head of several ports, a torch of fuel and air, a cutting head's preheat. */
export type BurnerKind = WordOf<typeof BOX_ROW.kind>
/** How a tip is made: what it can reach. */
export type TipShape = WordOf<typeof BOX_ROW.shape>

/** One burner, or several of a kind at once. */
export interface Burner {
  readonly kind: BurnerKind
  readonly fuel: FuelId
  /** Bore of each port, m; of a fuel-air torch nobody needs it. */
  readonly orificeM?: number | undefined
  readonly ports: number
  /** Fuel through one of them, m³/s. */
  readonly flow: number
  /** How many torches. */
  readonly count: number
  readonly shape?: TipShape | undefined
}

/** `good`: in the time that is wanted; `too-much`: too fierce to see it come; `doubtful`: by the upper end of the model's span only. */
export type BurnerVerdict = 'good' | 'slow' | 'doubtful' | 'never' | 'too-much'

/** A time with its likely and its wide span, s. */
export interface BurnerTime {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly outerLow: number
  readonly outerHigh: number
}

/** A burner of the box, as it is read; `flow` through one of it, m³/s. */
export type BoxBurner = Omit<Burner, 'count'>

/** A burner as a plan has judged it: what it is, how long it takes and how it does. */
export interface PlannedBurner {
  readonly kind: BurnerKind
  /** Bore of each port, m. */
  readonly orifice?: number
  readonly ports?: number
  /** How many torches. */
  readonly count: number
  readonly fuel: FuelId
  /** Fuel through all of them, m³/s. */
  readonly fuelFlow: number
  readonly shape?: TipShape
  /** s; null where even the upper end of the model's span never gets there. */
  readonly time: BurnerTime | null
  readonly verdict: BurnerVerdict
  readonly because: string
  readonly chosen: boolean
}

export interface BrazeRig extends Supply, ReadOf<typeof BRAZE_GEAR> {
  readonly box: readonly BoxBurner[]
  readonly chart: readonly TipRow[]
  readonly ownBrazes: readonly OwnBraze[]
  /** How the log has found the estimates. */
  readonly held: HeldFigures
  /** Absent when nobody said what is on the shelf. */
  readonly rods?: readonly ShelfRod[] | undefined
}

export { METHOD_NAMES, type Methods } from './method-words.ts'

export interface BrazeShop extends Shop {
  readonly methods: Methods
}

/** All that `planBraze` needs. */
export interface BrazeRequest {
  readonly work: BrazeWork
  readonly rig: BrazeRig
  readonly shop: BrazeShop
  /** Names in the request that were not understood and were left out. */
  readonly ignored: readonly string[]
}

/** Names of the figures of a braze, in the order in which people need them. */
export const BRAZE_FIGURES = [
  'brazingTemperature',
  'baseHeadroom',
  'clearanceCold',
  'clearanceHot',
  'overlapNeeded',
  'overlapGiven',
  'jointStrength',
  'partStrength',
  'endLoad',
  'fillerVolume',
  'fillerMass',
  'rodLength',
  'rodLengthAll',
  'fluxMass',
  'timeToTemperature',
  'feedTime',
  'torchTime',
  'heatNeeded',
  'tipOrifice',
  'coneDistance',
  'fuelFlow',
  'oxygenFlow',
  'oxygenPressure',
  'fuelPressure',
  'oxygenUsed',
  'fuelUsed',
  'purgeFlow',
  'purgeVolume',
  'purgeTime',
  'purgeGas',
  'reach60C',
  'reach60CWithRag',
  'protectedTemperature',
  'softenedLength',
  'nextJointTemperature',
  'remeltDistance',
  'setTime',
  'nitrogenAfter',
  'coolTime',
  'preheatTo',
  'preheatHeat',
  'warmTime',
  'grooveDepth',
  'grooveWidth',
] as const
export type BrazeFigureName = (typeof BRAZE_FIGURES)[number]

export const VERDICTS = ['best', 'fine', 'poor', 'forbidden'] as const
export type Verdict = (typeof VERDICTS)[number]
/** One filler in the ranking, with every reason for its place. */
export interface Ranked {
  readonly filler: string
  readonly verdict: Verdict
  readonly reasons: readonly string[]
}
export const PROCESSES = ['soldering', 'brazing', 'braze welding', 'neither'] as const
export type Process = (typeof PROCESSES)[number]
/** How a process suits the work. */
export interface ProcessJudged {
  readonly process: Process
  readonly suits: boolean
  readonly because: string
}
/** What is planned with. `filler` is null when none may be used. */
export interface BrazeChoice {
  readonly process: Process
  readonly filler: string | null
  readonly flux: string
  readonly flame: string
  readonly form: Form
}
/** A word of the work itself, in its order: where the heat goes, where the filler, and how long. */
export interface BrazeStep {
  /** Told with the step that does this, where steps are led one by one: nobody presses for it with both hands full. */
  readonly goesWith?: BrazeDoes
  readonly id: string
  readonly phase: 'prepare' | 'fit' | 'heat' | 'feed' | 'cool' | 'clean'
  readonly act: string
  readonly why: string
  /** A timer that goes with it, s. */
  readonly seconds?: number
  /** What it does to the line or the joint, for whoever is led through it. */
  readonly does?: BrazeDoes
  /** The choices of the shop that shaped it. */
  readonly methods?: readonly MethodName[]
}
/**
 * What a step of a braze does; `vent`, `nitrogen-on` and `nitrogen-off` are done with the valves of the line, `cores` once
 * nothing in it is under pressure.
 */
export type BrazeDoes =
  | 'vent'
  | 'cores'
  | 'tube-end'
  | 'groove'
  | 'flux'
  | 'fit'
  | 'second-side'
  | 'nitrogen-on'
  | 'nitrogen-off'
  | 'flame'
  | 'warm'
  | 'tube-first'
  | 'heat'
  | 'touch'
  | 'feed'
  | 'set'
  | 'cool'
/** Temperature along part a when the feeding ends, from the mouth outward. */
export interface HeatProfile {
  readonly distanceM: readonly number[]
  readonly kelvin: readonly number[]
}

/** What steps and drawings go by beside the figures. */
export interface BrazeDetail {
  /** How many flames the head has, and how many torches there are. */
  readonly ports?: number
  readonly torches?: number
  /** Nothing was at hand or fitted: it is planned with what is sold. */
  readonly sold?: true
  /** What a casting is warmed through with, as the end of a sentence. */
  readonly warmWith?: string
  /** Drawn in short burns: what they keep to. */
  readonly shortBurns?: ShortBurns
  /** What the torch is set to; absent in a plan without a filler. */
  readonly flame?: SetFlame
  /** The choice of the shop that the flame was taken by; absent where the metals leave none. */
  readonly flameBy?: MethodName
}

/** A plan is a value: the interface, the command line, the server, print and the tests all use this one. */
export interface BrazePlan {
  readonly kind: 'braze'
  readonly figures: Partial<Record<BrazeFigureName, Figure>>
  readonly choice: BrazeChoice
  readonly ranking: readonly Ranked[]
  readonly processes: readonly ProcessJudged[]
  readonly steps: readonly BrazeStep[]
  /** Every burner that is at hand, or that is sold and comes near: exactly one is chosen unless none gets it hot. */
  readonly burners: readonly PlannedBurner[]
  readonly profile?: HeatProfile
  readonly findings: readonly Finding[]
  readonly cautions: readonly Caution[]
  readonly before: readonly Advice[]
  readonly detail: BrazeDetail
}
