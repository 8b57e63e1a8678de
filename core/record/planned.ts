import type { Source } from '../figure.ts'

/** A figure as it was planned, for holding it against what came out. */
export interface PlannedFigure {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly source: Source
  /** What the hose was reckoned to take, for pressures, Pa. */
  readonly hoseDrop?: number | null | undefined
}
