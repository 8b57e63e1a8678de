import type { MethodName } from '../braze/method-words.ts'
import type { TORCH } from '../rig/fields.ts'
import type { WordOf } from '../fields/spec.ts'
import type { ShortBurns } from '../gas/short-burns.ts'
import type { PurgeClock } from '../gas/hose.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import type { LineMethods } from './methods.ts'
import type { LineSetting } from './state.ts'

/** Torches by what their valves are. */
export type TorchKind = WordOf<typeof TORCH.kind>
/** A torch as its manual has it; what is not said stays open and the usual way is taken. */
export interface TorchGear {
  readonly kind: TorchKind
  readonly lighting?: WordOf<typeof TORCH.lighting> | undefined
  readonly shutdown?: WordOf<typeof TORCH.shutdown> | undefined
  /** How the tip seats: by hand where O-rings seal, by wrench on metal. */
  readonly seat?: WordOf<typeof TORCH.seat> | undefined
  readonly mixing?: WordOf<typeof TORCH.mixing> | undefined
  /** Check valves at the torch, so that gas cannot run back. */
  readonly checkValves: boolean
}

/** Nitrogen for the work: how long it sweeps and how long the work stays hot, s; the regulator's setting, Pa gauge. */
export interface NitrogenSetup {
  readonly sweepS: number
  readonly coolS: number
  readonly regulatorPa: number
  /** How the flow is set, by the shop's method; absent: by a flow meter. */
  readonly method?: 'measured-flow' | 'low-pressure' | 'hand-feel' | 'preset' | undefined
}

/** All that the steps of the line are made from. */
export interface LineSetup {
  readonly setting: LineSetting
  /** The choice of the shop that the flame was taken by, where it was free to choose. */
  readonly flameBy?: MethodName
  readonly torch: TorchGear
  readonly hand: 'left' | 'right'
  /** Flowing, at the regulator, Pa gauge, and the plan's figures that they are. */
  readonly oxygenPa: number
  readonly fuelPa: number
  readonly figures: { readonly oxygen: string; readonly fuel: string }
  readonly nitrogen?: NitrogenSetup | undefined
  /** How long each hose is purged. */
  readonly purge: { readonly oxygen: PurgeClock; readonly fuel: PurgeClock }
  /** The work is part of a line that has to be opened. */
  readonly openLine?: 'pressure' | 'refrigerant' | 'closed' | undefined
  /** What is taken out of the line once it is open: never before. */
  readonly onceOpen?: readonly string[] | undefined
  /** The acetylene is drawn in short burns. */
  readonly shortBurns?: ShortBurns | undefined
  readonly units: UnitChoices
  readonly methods: LineMethods
}

/** Something that the shop chose and that cannot be done on this rig: what is done instead, and why. */
export interface MethodException {
  readonly method: keyof LineMethods
  readonly asked: string
  readonly used: string
  readonly because: string
}
