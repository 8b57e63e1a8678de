import type { Torch } from '../flame/torch.ts'

/** How a shop lights its torch: from the steps of its own procedure. */
export interface Lighting {
  /** Oxygen that is cracked before the flame, turns; 0 where fuel is lit alone. */
  readonly trace: number
  /** Fuel for lighting, turns. */
  readonly fuel: number
  /** Tip close to the plate. */
  readonly near: boolean
  /** What the flame is raised to before oxygen: until soot goes, until it parts from the tip, or not at all. */
  readonly raise: 'soot' | 'parts' | 'not'
  /** The steps' own words. */
  readonly light: string
  readonly trim: string
  readonly retrim?: string | undefined
}

/** The torch on the bench: as its rig has it, and how its shop lights it. */
export interface BenchTorch {
  readonly torch: Torch
  readonly lighting: Lighting
}
