import type { MethodName } from '../braze/method-words.ts'
import type { LineMethodName } from './methods.ts'
import type { Act } from './state.ts'

/** The stretches of a procedure in their order, as they are told over their steps. */
export const PHASE_NAMES = {
  before: 'before the gas is on',
  rig: 'the rig',
  pressures: 'setting the pressures',
  light: 'lighting',
  cut: 'the cut',
  braze: 'the braze',
  break: 'beside the work',
  after: 'leaving it safe',
} as const
/** The stretch of work that a step belongs to. */
export type Phase = keyof typeof PHASE_NAMES

/**
 * A clock that goes with a step, seconds. `at-least` counts down to 0 and holds the step; `about` counts up through a
 * span; `at-most` counts up from when the step is reached and alarms past its end; `carries-on` starts when the step is confirmed and goes on beside the rest, also after the end.
 */
export type StepTimer =
  | {
      readonly kind: 'at-least'
      readonly what: string
      readonly seconds: number
      /** The step may be confirmed after so long already, s; absent: when the clock has run out. */
      readonly freeS?: number
      /**
       * Runs by itself: from when the step was reached, since the torch was shut, or so that it ends when what was burned
       * allows the next burn; absent: from a press.
       */
      readonly from?: 'here' | 'shut-torch' | 'burns'
    }
  | { readonly kind: 'at-most' | 'carries-on'; readonly what: string; readonly seconds: number }
  | { readonly kind: 'about'; readonly what: string; readonly lowS: number; readonly highS: number }

/** How long a clock runs at the most, s. */
export const longestS = (timer: StepTimer): number => (timer.kind === 'about' ? timer.highS : timer.seconds)

/** A pace to follow: SI. */
export interface StepPace {
  readonly speed: number
  readonly lengthM: number
}

/** Where the heat or the rod goes, in its order: clock positions round a joint, or places along a seam, in turn. */
export interface StepPattern {
  readonly shows: 'heat' | 'feed'
  readonly of: 'round' | 'seam'
  /** Each sweep as the places it passes: hours of the clock (12 on top), or 1 to n along the seam. */
  readonly sweeps: readonly (readonly number[])[]
  /** How long one place takes, s. */
  readonly eachS: number
}

/**
 * What a step is for, whatever its text and whichever procedure it stands in: the run, the fault finder, sheets and
 * breaks go by it. A procedure may have several steps of one role (each place that is heated), or none.
 */
export const STEP_ROLES = [
  'look-over',
  'leaks',
  'guide',
  'fit',
  'flux',
  'open-line',
  'nitrogen-on',
  'nitrogen-sweep',
  'nitrogen-hold',
  'trim',
  'retrim',
  'warm-line',
  'preheat',
  'cut',
  'heat',
  'feed',
  'set',
  'cool',
  'shut-torch',
  'mark-hot',
  'hand-over',
  'fire-watch',
] as const
export type StepRole = (typeof STEP_ROLES)[number]

/** Whether a step opens the line of the work to the air or lets nitrogen into it. */
export const opensLine = ({ role }: Pick<Step, 'role'>): boolean =>
  role === 'open-line' || role === 'nitrogen-on' || role === 'nitrogen-sweep'

/** One step of a procedure: what to do first, then why, what to expect, and what if not. */
export interface Step {
  /** Names it within its run. */
  readonly id: string
  readonly phase: Phase
  readonly role?: StepRole
  /** Verb first. The value of `figure` stands where it says `{figure}`, or follows it. */
  readonly act: string
  /** A figure of the plan, by name. */
  readonly figure?: string
  /** Nothing runs while it is set: its needle stands higher than the figure by so much, Pa. */
  readonly risePa?: number
  /** Further figures of the plan that belong to the step. */
  readonly also?: readonly string[]
  readonly why: string
  /** Small acts that go with it: nobody presses for them. */
  readonly beside?: readonly string[]
  readonly see?: string
  readonly ifNot?: string
  /** The harm and the act, where it matters. */
  readonly caution?: string
  readonly timer?: StepTimer
  readonly pace?: StepPace
  readonly pattern?: StepPattern
  readonly acts: readonly Act[]
  /** What a learner is told beside it, once in a run. */
  readonly learner?: string
  /** The shop's way that is not followed here, what is done instead, and why. */
  readonly departs?: string
  /** The choices of the shop that shaped it. */
  readonly methods?: readonly (LineMethodName | MethodName)[]
  /** An apprentice has it confirmed by an instructor. */
  readonly instructor?: boolean
}

const PLACE = '{figure}'
/**
 * The act of a step as one whole sentence, its figure in its place.
 * @param printed the figure as it is shown; blank where it is not known
 * @example sentenceOf('Set the oxygen to {figure}, gas flowing', '43 psi') // 'Set the oxygen to 43 psi, gas flowing'
 * @example sentenceOf('Travel at', '18 in/min') // 'Travel at 18 in/min'
 * @example sentenceOf('Set the oxygen to {figure}', '') // 'Set the oxygen to the planned figure'
 */
export function sentenceOf(act: string, printed: string): string {
  if (act.includes(PLACE)) return act.replace(PLACE, printed === '' ? 'the planned figure' : printed)
  return printed === '' ? act : `${act} ${printed}`
}
