import type { UnitChoices } from '../shop.ts'
import type { LineSchools } from './schools.ts'
import type { LineSetting } from './state.ts'

/** Torches by what their valves are. */
export const TORCH_KINDS = ['cutting-torch', 'cutting-attachment', 'brazing-handle', 'heating-head'] as const
export type TorchKind = (typeof TORCH_KINDS)[number]
export const MANUAL_LIGHTING = ['fuel-only', 'whiff'] as const
export const MANUAL_SHUTDOWN = ['oxygen-first', 'fuel-first', 'more-oxygen'] as const
export const SEATS = ['hand', 'wrench'] as const
export const PLACES_OF_MIXER = ['head', 'handle', 'tip'] as const
export const PLACES_OF_VALVES = ['rear', 'front'] as const

/** A torch as its manual has it; what is not said stays open and the usual way is taken. */
export interface TorchGear {
  readonly kind: TorchKind
  readonly lighting?: (typeof MANUAL_LIGHTING)[number] | undefined
  readonly shutdown?: (typeof MANUAL_SHUTDOWN)[number] | undefined
  /** How the tip seats: by hand where O-rings seal, by wrench on metal. */
  readonly seat?: (typeof SEATS)[number] | undefined
  readonly mixer?: (typeof PLACES_OF_MIXER)[number] | undefined
  readonly valves?: (typeof PLACES_OF_VALVES)[number] | undefined
  /** Check valves at the torch, so that gas cannot run back. */
  readonly checkValves: boolean
}

/** Nitrogen for the work: how long it sweeps and how long the work stays hot, s; the regulator's setting, Pa gauge. */
export interface NitrogenSetup {
  readonly sweepS: number
  readonly coolS: number
  readonly regulatorPa: number
  /** How the flow is set, in words. */
  readonly how: string
}

/** All that the steps of the line are made from. */
export interface LineSetup {
  readonly setting: LineSetting
  readonly torch: TorchGear
  readonly hand: 'left' | 'right'
  /** Flowing, at the regulator, Pa gauge, and the plan's figures that they are. */
  readonly oxygenPa: number
  readonly fuelPa: number
  readonly figures: { readonly oxygen: string; readonly fuel: string }
  readonly nitrogen?: NitrogenSetup | undefined
  /** The work is part of a line that has to be opened. */
  readonly openLine?: 'pressure' | 'refrigerant' | 'closed' | undefined
  readonly units: UnitChoices
  readonly schools: LineSchools
}

/** Something that the shop chose and that cannot be done on this rig: what is done instead, and why. */
export interface Departure {
  readonly school: keyof LineSchools
  readonly asked: string
  readonly used: string
  readonly because: string
}
