import type { PlanChange } from '../plan-change.ts'
import type { Figure, Finding } from '../figure.ts'
import type { DrawRule } from '../gas/cylinder.ts'
import type { FuelId, HoseGrade } from '../gas/fuels.ts'
import type { Hose } from '../gas/hose.ts'
import type { ChartPlace, Piping, Shop } from '../cut/types.ts'
import type { BaseMetal } from '../metal/base-metals.ts'
import type { Advice, Caution, Ticked } from '../plan-draft.ts'

export const JOINTS = [
  'socket',
  'sleeve',
  'lap',
  'doubleLap',
  'tee',
  'butt',
  'scarf',
  'patch',
  'crack',
  'branch',
  'plug',
  'overlay',
  'casting',
] as const
export type Joint = (typeof JOINTS)[number]
/** Joints of round parts, drawn unrolled as well. */
export const ROUND_JOINTS: readonly Joint[] = ['socket', 'sleeve', 'branch', 'plug']
/** Whether a joint of this name is of round parts. */
export const isRoundJoint = (joint: string): boolean => (ROUND_JOINTS as readonly string[]).includes(joint)
/** Joints that are built up instead of drawn into a gap. */
export const BUILT_UP: readonly Joint[] = ['crack', 'overlay', 'casting']

export const SERVICES = [
  'water',
  'drinking-water',
  'refrigerant',
  'medical-gas',
  'fuel-gas',
  'steam',
  'food',
  'structural',
  'vibration',
  'sulphur',
  'ammonia',
  'salt-water',
] as const
export type Service = (typeof SERVICES)[number]

export const LOADS = ['light', 'moderate', 'heavy'] as const
export type Load = (typeof LOADS)[number]
/** Uses that a code or a qualified person decides about. */
export const CODE_USES = ['none', 'pressure', 'lifting', 'structural', 'vehicle'] as const
export type CodeUse = (typeof CODE_USES)[number]
/** What colour the seam has to have: any, yellow as brass, or the base metal's own. */
export const COLOURS = ['any', 'yellow', 'base'] as const
export type Colour = (typeof COLOURS)[number]
export const SKILLS = ['learning', 'practised'] as const
export type Skill = (typeof SKILLS)[number]
export const TEMPERS = ['hard', 'annealed'] as const
export type Temper = (typeof TEMPERS)[number]
export const ROOMS = ['free', 'tight'] as const
export type Room = (typeof ROOMS)[number]
export const HOLLOWS = ['no', 'vented', 'once-filled', 'closed'] as const
export type Hollow = (typeof HOLLOWS)[number]
export const SURFACES = ['clean', 'galvanised', 'painted', 'oily', 'cadmium-plated', 'unknown'] as const
export type Surface = (typeof SURFACES)[number]
export const FORMS = ['bare', 'flux-coated', 'flux-cored', 'ring', 'foil', 'paste'] as const
export type Form = (typeof FORMS)[number]
export const FLUX_MAKES = ['bought', 'home-mixed'] as const
export type FluxMake = (typeof FLUX_MAKES)[number]
export const SEAMS = ['full', 'stitched'] as const
export type Seam = (typeof SEAMS)[number]
export const SPREADS = ['normal', 'restrained'] as const
export type Restraint = (typeof SPREADS)[number]
export const HEADS = ['single', 'heating', 'cutting'] as const
export type Head = (typeof HEADS)[number]
export const TORCH_KINDS = ['equal-pressure', 'injector'] as const
export type TorchKind = (typeof TORCH_KINDS)[number]
export const ROD_SECTIONS = ['1/16 in', '3/32 in', '1/8 in', '0.050 x 1/8 in'] as const
export type RodSection = (typeof ROD_SECTIONS)[number]

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
export interface Run {
  readonly outsideDiameterM: number
  readonly wallM: number
  readonly lengthM: number
}

/** What is to be joined. Clearances: `clearanceM` diametral as measured on round parts, the film itself on flat ones. */
export interface BrazeWork {
  readonly joint: Joint
  readonly a: Part
  readonly b: Part
  readonly clearanceM: number
  /** False when the clearance was assumed. */
  readonly clearanceGiven: boolean
  readonly overlapM: number
  readonly overlapGiven: boolean
  /** Along the seam of flat work, of a crack or an overlay. */
  readonly lengthM: number
  readonly lengthGiven: boolean
  /** Of a patch or an overlay. */
  readonly widthM: number
  readonly services: ReadonlySet<Service>
  readonly serviceK: number
  readonly pressurePa: number
  /** Angle of the joint's axis above the level, rad: −π/2 mouth down, 0 level, π/2 mouth up. */
  readonly attitudeRad: number
  readonly tubeRun: readonly Run[]
  readonly load: Load
  readonly codeUse: CodeUse
  readonly colour: Colour
  readonly skill: Skill
  readonly temper: Temper
  readonly room: Room
  readonly hollow: Hollow
  readonly surface: Surface
  readonly seam: Seam
  readonly restraint: Restraint
  /** From the mouth to what must stay cool. */
  readonly protectM?: number | undefined
  /** From the mouth to a wet rag's near edge. */
  readonly ragM: number
  /** Places of the joints on one line, from where the nitrogen goes in, nearest first. */
  readonly jointsAtM: readonly number[]
  /** From this joint to the next on the same line. */
  readonly nextJointM?: number | undefined
  /** How many joints alike. */
  readonly count: number
  /** Whole part, for preheating it, kg. */
  readonly massKg?: number | undefined
  readonly purgeFlow?: number | undefined
  /** The filler that somebody insists on, and why. */
  readonly filler?: string | undefined
  readonly overrideReason: string
  readonly form?: Form | undefined
  readonly rodSection: RodSection
  readonly fluxMake: FluxMake
  readonly ticked: readonly Ticked[]
  /** What is done differently after the last run. */
  readonly changes: readonly PlanChange[]
}

/** A row of the shop's own chart for brazing tips; Pa gauge. */
export interface TipRow {
  readonly orificeM: number
  readonly wallMinM: number
  readonly wallMaxM: number
  readonly oxygenGaugePa?: number | undefined
  readonly fuelGaugePa?: number | undefined
  readonly at: ChartPlace
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
}
/** Rod on the shelf, and what it costs, in the shop's money per kg. */
export interface ShelfRod {
  readonly id: string
  readonly form: Form
  readonly perKg?: number | undefined
}

export interface BrazeRig {
  readonly fuel: FuelId
  readonly tipOrificeM?: number | undefined
  readonly head: Head
  readonly ports: number
  readonly torchKind: TorchKind
  readonly torches: number
  readonly tipPieces?: 1 | 2 | undefined
  readonly hoseGrade?: HoseGrade | undefined
  readonly piping: Piping
  readonly oxygenHose: Hose
  readonly fuelHose: Hose
  readonly chart: readonly TipRow[]
  readonly oxygenDivisionPa: number
  readonly fuelDivisionPa: number
  readonly fuelLockUpPa?: number | undefined
  readonly oxygenRatingPa?: number | undefined
  readonly fuelRatingPa?: number | undefined
  readonly acetyleneCylinderM3?: number | undefined
  readonly acetyleneCylinders: number
  readonly drawRule?: DrawRule | undefined
  readonly ownBrazes: readonly OwnBraze[]
  /** Absent when nobody said what is on the shelf. */
  readonly rods?: readonly ShelfRod[] | undefined
}

/** Where practitioners differ, the shop's choice. */
export const SCHOOLS = {
  flame: ['slightly-reducing', 'neutral'],
  pressures: ['equal', 'twice'],
  heat: ['by-tip', 'fierce', 'soft'],
  purge: ['measured-flow', 'low-pressure', 'hand-feel', 'preset'],
  cooling: ['still-air', 'rag', 'warm-water', 'spray'],
  cue: ['flux', 'glow', 'rod'],
  feeding: ['flame-ahead', 'flame-off'],
  protection: ['wet-rag', 'paste', 'heat-sink'],
  ironFlame: ['neutral', 'soft-carburising'],
} as const
export type SchoolName = keyof typeof SCHOOLS
/** The first of each row is the default. */
export type Schools = { readonly [S in SchoolName]: (typeof SCHOOLS)[S][number] }

export interface BrazeShop extends Shop {
  readonly schools: Schools
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
  'coolTime',
  'preheatTo',
  'preheatHeat',
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
  readonly id: string
  readonly phase: 'prepare' | 'fit' | 'heat' | 'feed' | 'cool' | 'clean'
  readonly act: string
  readonly why: string
  /** A timer that goes with it, s. */
  readonly seconds?: number
  /** What it does to the line or the joint, for whoever is led through it. */
  readonly does?: BrazeDoes
}
/** What a step of a braze does; `vent`, `nitrogen-on` and `nitrogen-off` are done with the valves of the line. */
export type BrazeDoes =
  | 'vent'
  | 'tube-end'
  | 'groove'
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

/** A plan is a value: the interface, the command line, the server, print and the tests all use this one. */
export interface BrazePlan {
  readonly kind: 'braze'
  readonly figures: Partial<Record<BrazeFigureName, Figure>>
  readonly choice: BrazeChoice
  readonly ranking: readonly Ranked[]
  readonly processes: readonly ProcessJudged[]
  readonly steps: readonly BrazeStep[]
  readonly profile?: HeatProfile
  readonly findings: readonly Finding[]
  readonly cautions: readonly Caution[]
  readonly before: readonly Advice[]
}
