import type { FuelId } from '../gas/fuels.ts'
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { findBaseMetal } from '../metal/base-metals.ts'

/** Fuels whose flame the model knows. */
export const PACE_FUELS = [
  'acetylene',
  'propylene',
  'propane',
  'natural-gas',
  'hydrogen',
] as const satisfies readonly FuelId[]
export type PaceFuel = (typeof PACE_FUELS)[number]
/** What lies on the plate. */
export const PACE_SURFACES = ['clean', 'scale', 'rust', 'galvanised', 'painted'] as const
export type PaceSurface = (typeof PACE_SURFACES)[number]
/** Where a cut begins: at the plate's edge, or by a pierce. */
export const PACE_STARTS = ['edge', 'pierce'] as const
export type PaceStart = (typeof PACE_STARTS)[number]

/** The plate under the line, SI and °C. */
export interface PacePlate {
  /** Of the base metals. */
  readonly metal: string
  readonly thickness: number
  readonly length: number
  readonly temperature: number
  readonly surface: PaceSurface
  readonly start: PaceStart
}

/** What is really set: W of the full fuel flow, m, Pa gauge at the tip, a share, Pa. */
export interface PaceGas {
  readonly fuel: PaceFuel
  readonly flameHeat: number
  readonly orifice: number
  readonly pressure: number
  readonly purity: number
  readonly ambient: number
}

/** What the plate wants: tip to work and cone length m, m/s, and the setting that it is planned with; bevel in degrees. */
export interface PacePlan {
  readonly height: number
  readonly standoff: number
  readonly speed: number
  readonly orifice: number
  readonly pressure: number
  readonly flameHeat: number
  readonly bevel: number
}

/** How a hand stands at a moment: s, m along and across, tip to work m, degrees, lever 0 to 1, flame 1 as it is set. */
export interface PaceHand {
  readonly t: number
  readonly x: number
  readonly y: number
  readonly height: number
  /** + points the jet forward. */
  readonly lean: number
  readonly lever: number
  /** Sideways, from the planned bevel. */
  readonly tilt: number
  readonly flame: number
}

/** A hand cut along a line, as a file says it. */
export interface PaceCase {
  readonly plate: PacePlate
  readonly gas: PaceGas
  readonly plan: PacePlan
  readonly hand: readonly PaceHand[]
  readonly options: { readonly dt: number; readonly dx: number }
}

/** Step and column that results are told with, s and m. */
export const PACE_DT_S = 1 / 60
export const PACE_DX_M = 0.001
export const PLATE_DEFAULTS = {
  metal: 'low-carbon-steel',
  temperature: 20,
  surface: 'clean',
  start: 'edge',
} as const satisfies Partial<PacePlate>
export const GAS_DEFAULTS = {
  purity: 0.995,
  ambient: STANDARD_PRESSURE_PA,
} as const satisfies Partial<PaceGas>
/** The cones are so long where nobody said, m: or this share of the height, where that is less. */
export const CONE_M = 0.0024
export const CONE_SHARE = 0.6

/** How a metal takes the jet: 1 as low-carbon steel does, 0 not at all. Judgement, no data behind it. */
export function metalFactor(metal: string): number {
  if (findBaseMetal(metal)?.family === 'cast-iron') return 0.4
  switch (metal) {
    case 'low-carbon-steel':
    case 'wrought-iron':
    case 'galvanised-steel':
      return 1
    case 'low-alloy-steel':
      return 0.9
    case 'high-carbon-steel':
      return 0.85
    default:
      return 0
  }
}

/** What a surface takes of heat and of speed, and what it leaves of slag, in points. Judgement. */
export const SURFACES: Readonly<
  Record<PaceSurface, { readonly heat: number; readonly speed: number; readonly slag: number }>
> = {
  clean: { heat: 1, speed: 1, slag: 0 },
  scale: { heat: 0.85, speed: 0.95, slag: 0.4 },
  rust: { heat: 0.8, speed: 0.92, slag: 0.6 },
  galvanised: { heat: 0.9, speed: 0.95, slag: 0.4 },
  painted: { heat: 0.75, speed: 0.9, slag: 0.6 },
}

/** How far the jet goes through a plate that it meets aslant, m: this stands for its thickness everywhere. */
export const alongJet = (thicknessM: number, bevelDegrees: number): number =>
  thicknessM / Math.cos((bevelDegrees * Math.PI) / 180)

/** A value held between two others, 0 and 1 where none are said. */
export const clamp = (v: number, low = 0, high = 1): number => (v < low ? low : v > high ? high : v)
