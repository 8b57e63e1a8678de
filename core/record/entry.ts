/** A line of the book: what was done, found, tested or left out, and what is told of it. */
import type { Breaking, CutMark, Inside, JointState, Verdict } from '../check/acceptance.ts'
import type { HoldVerdict } from '../check/pressure-test.ts'
import type { VacuumVerdict } from '../check/vacuum-test.ts'
import type { Source } from '../figure.ts'
import type { SiUnit } from '../quantity/units.ts'
import type { Drop, Edge, SlagClass } from './outcome.ts'

export const ENTRY_KINDS = [
  'cut',
  'braze',
  'pressure-test',
  'vacuum-test',
  'run',
  'override',
  'reading',
  'fault',
] as const
export type EntryKind = (typeof ENTRY_KINDS)[number]
/** `open`: something that decides was not seen; `none`: there is nothing to judge. */
export const OUTCOMES = ['passed', 'failed', 'open', 'none'] as const
export type Outcome = (typeof OUTCOMES)[number]

/** Something measured or used: as typed, and in SI. */
export interface Used {
  readonly text: string
  readonly si: number
}
/** A figure as it was planned, for holding it against what came out. */
export interface PlannedFigure {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly source: Source
  /** What the hose was reckoned to take, for pressures, Pa. */
  readonly hoseDrop?: number | null | undefined
}
export type Planned = Readonly<Partial<Record<string, PlannedFigure>>>
/** A cause that was acted on after a fault, and whether that helped. */
export interface TriedHere {
  readonly sign: string
  readonly cause: string
  readonly helped: boolean
}

interface Written {
  readonly verdict: Verdict
  readonly planned: Planned
  readonly lot: string
  readonly cylinder: string
  readonly note: string
  readonly tried: TriedHere | null
}
export type CutUsed = 'tipOrifice' | 'oxygenPressure' | 'fuelPressure' | 'travelSpeed' | 'preheat'
export interface CutTold extends Written {
  readonly kind: 'cut'
  readonly used: Readonly<Record<CutUsed, Used | null>>
  readonly edge: Edge
  readonly slag: SlagClass
  readonly drop: Drop
  readonly kerf: Used | null
  readonly marks: readonly CutMark[]
  readonly drag: Used | null
  readonly outOfSquare: Used | null
  readonly size: { readonly wanted: Used; readonly measured: Used; readonly edges: 1 | 2 } | null
  readonly breaking: Breaking
}
export type BrazeUsed =
  'tipOrifice' | 'oxygenPressure' | 'fuelPressure' | 'timeToTemperature' | 'fillerLength'
export interface BrazeTold extends Written {
  readonly kind: 'braze'
  readonly used: Readonly<Record<BrazeUsed, Used | null>>
  readonly joint: string
  readonly metals: string
  readonly filler: string
  readonly outsideDiameterM: number
  /** Of the rod that was fed, m². */
  readonly rodAreaM2: number
  readonly places: Readonly<Record<string, JointState>>
  readonly fluxOff: boolean
  readonly moved: Used | null
  readonly inside: Inside
  readonly breaking: Breaking
  readonly penetration: readonly number[] | null
  readonly leakPath: boolean
}
export interface RunTold {
  readonly kind: 'run'
  readonly state: 'finished' | 'stopped'
  readonly steps: number
  readonly skipped: number
  readonly seconds: number
}
export interface OverrideTold {
  readonly kind: 'override'
  readonly what: string
  readonly reason: string
}
export interface ReadingTold {
  readonly kind: 'reading'
  /** The figure that it is a reading of. */
  readonly what: string
  readonly text: string
  readonly si: number
  readonly unit: SiUnit
  /** The instrument's name; empty when it was read off and typed. */
  readonly device: string
  readonly target: { readonly low: number; readonly value: number; readonly high: number } | null
}
export interface TestTold {
  readonly kind: 'pressure-test' | 'vacuum-test'
  readonly testId: string
  readonly verdict: HoldVerdict | VacuumVerdict
  /** Pa·m³/s, or Pa/s for a vacuum whose volume is not known. */
  readonly rate: number
  readonly uncertainty: number
  readonly limit: number
  readonly perVolume: boolean
  readonly holdS: number
  readonly count: number
  readonly because: string
}
export interface FaultTold {
  readonly kind: 'fault'
  readonly signs: readonly string[]
  readonly cause: string
  readonly fix: string
}
export type Told = CutTold | BrazeTold | RunTold | OverrideTold | ReadingTold | TestTold | FaultTold

/** Slag that a run may leave and still be one to learn from. */
const GOOD_SLAG: ReadonlySet<SlagClass> = new Set(['none', 'falls-off', 'one-tap'])

/** A cut to learn from: it dropped, free or at one tap, was not lost on the way, and nothing was left out of its run. */
export const isGoodCut = (told: Pick<CutTold, 'drop' | 'slag' | 'marks'>, overridden: boolean): boolean =>
  !overridden && told.drop !== 'no' && GOOD_SLAG.has(told.slag) && told.marks.every((m) => m.kind !== 'stop')

/** A braze to learn from: a full fillet wherever it was seen, nothing against it, nothing left out. Its tests may still take that back. */
export const isGoodBraze = (told: Pick<BrazeTold, 'places' | 'verdict'>, overridden: boolean): boolean => {
  const seen = Object.values(told.places).filter((p) => p !== 'not-seen')
  return (
    !overridden && told.verdict.outcome !== 'failed' && seen.length > 0 && seen.every((p) => p === 'full')
  )
}
