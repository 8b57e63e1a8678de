import type { Source } from '../figure.ts'
import type { Held } from '../span.ts'

/** A figure as it was planned, for holding it against what came out. */
export interface PlannedFigure {
  readonly value: number
  /** The likely span; before there were two of them, the wide one. */
  readonly low: number
  readonly high: number
  /** The wide span; absent in what was planned before there were two. */
  readonly outerLow?: number | undefined
  readonly outerHigh?: number | undefined
  /** How the log had moved and widened it by then. */
  readonly held?: Held | undefined
  readonly source: Source
  /** What the hose was reckoned to take, for pressures, Pa. */
  readonly hoseDrop?: number | null | undefined
}
