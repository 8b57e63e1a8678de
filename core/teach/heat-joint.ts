import type { CaseFiller, CaseFlux, HeatCase } from '../heat/heat-case.ts'
import { CASE_DEFAULTS } from '../heat/heat-case.ts'
import type { TorchOnWork } from '../heat/on-work.ts'

/** Joints that the heat bench knows by their shape. */
export const HEAT_SHAPES = ['cup', 'sleeve', 'lap', 'tee', 'ring', 'unlike'] as const
export type HeatShape = (typeof HEAT_SHAPES)[number]

/** What a joint is made of, as the model takes it: lengths in m. */
export type HeatMade = Pick<
  HeatCase,
  'type' | 'D' | 'W' | 't1' | 't2' | 't_body' | 'c' | 'L' | 'Lt' | 'Lb' | 'mat1' | 'mat2' | 'Tamb'
>

/** A joint to be practised on, with the torch, filler and flux that it is brazed with. */
export interface HeatJoint {
  readonly shape: HeatShape
  /** What it is called, and both parts: "tube", "cup"; "sheet", "ring". */
  readonly title: string
  readonly parts: readonly [string, string]
  readonly made: HeatMade
  /** The second part ends where it ends: a ring, a boss; else it goes on. */
  readonly ends: boolean
  readonly filler: CaseFiller & { readonly id: string; readonly rodM: number }
  /** Flux that it wants, by its window; none where the filler needs none. */
  readonly flux?: Omit<CaseFlux, 'mode'> | undefined
  /** Fuel through one of them, m³/s, beside what it is called. */
  readonly torch: TorchOnWork & { readonly name: string; readonly flow: number }
  /** How many torches there are to work with. */
  readonly torches: 1 | 2
  /** Nitrogen is wanted inside. */
  readonly nitrogen: boolean
  /** Where a wet rag would lie, m off the mouth. */
  readonly ragM: number
  /** Cone tip to metal to begin with, m. */
  readonly coneM: number
  /** How long it should take until both walls are hot, s: as it is planned, or as the trade has it. */
  readonly wantedS: readonly [least: number, most: number]
}

/** How wide a wet rag is, m. */
export const RAG_WIDE_M = 0.05
/** The rod gives so much of its length, m/s, once the work melts it. */
const ROD_M_S = 0.003

/** What a rod gives once the work melts it, m³/s. */
export const rodRate = ({ filler }: HeatJoint): number => (Math.PI / 4) * filler.rodM ** 2 * ROD_M_S

/** What the gap of a joint holds, m³. */
export const gapOf = ({ made }: HeatJoint): number =>
  made.c * made.L * (made.type === 'tube' ? Math.PI * made.D : made.W)
/** A small fillet along the lip, m³: a triangle with legs of so much, m. */
const FILLET_LEG_M = 0.0012
const lipOf = ({ made }: HeatJoint): number => (made.type === 'tube' ? Math.PI * made.D : made.W)
/** What a full joint with a small fillet takes, m³. */
export const fillerWanted = (joint: HeatJoint): number =>
  gapOf(joint) + 0.5 * FILLET_LEG_M ** 2 * lipOf(joint)

/** The joint as the model works it. */
export function caseOf(joint: HeatJoint): HeatCase {
  const { made, filler, flux } = joint
  return {
    ...CASE_DEFAULTS,
    ...made,
    T_in: made.Tamb,
    filler,
    flux: { ...CASE_DEFAULTS.flux, ...flux, mode: flux ? 'none' : 'self' },
  }
}
