import type { CutFigureName } from '../cut/types.ts'
import type { Act } from './state.ts'

/** The stretch of work that a step belongs to, as shown above it. */
export type Phase = 'before' | 'rig' | 'pressures' | 'light' | 'cut' | 'after'

/** A clock that goes with a step. `at-least` counts down to 0; `about` counts up through a span. Seconds. */
export type StepTimer =
  | { readonly kind: 'at-least'; readonly what: string; readonly seconds: number }
  | { readonly kind: 'about'; readonly what: string; readonly lowS: number; readonly highS: number }

/** A pace to follow: SI. */
export interface StepPace {
  readonly speed: number
  readonly lengthM: number
}

/** One step of a procedure: what to do first, then why, what to expect, and what if not. */
export interface Step {
  readonly id: string
  readonly phase: Phase
  /** Verb first. A figure's value follows it in large type when `figure` is named. */
  readonly act: string
  readonly figure?: CutFigureName
  /** Further figures of the plan that belong to the step. */
  readonly also?: readonly CutFigureName[]
  readonly why: string
  readonly see?: string
  readonly ifNot?: string
  /** The harm and the act, where it matters. */
  readonly caution?: string
  readonly timer?: StepTimer
  readonly pace?: StepPace
  readonly acts: readonly Act[]
}
