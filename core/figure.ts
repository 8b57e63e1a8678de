import { keysOf } from './objects.ts'
import type { Held } from './span.ts'
import type { Kind, SiUnit } from './quantity/units.ts'
import type { Reason } from './reason.ts'

/**
 * Where a figure comes from: the shop's own chart, its own log, worked out here (an estimate), said by whoever plans and
 * held as it is, or changed after a result that was not good, until a logged run confirms the change.
 */
export const SOURCE_NAMES = {
  chart: 'your chart',
  log: 'your log',
  'worked-out': 'worked out',
  said: 'you said',
  change: 'changed',
} as const
export type Source = keyof typeof SOURCE_NAMES
export const SOURCES = keysOf(SOURCE_NAMES)

/** A figure as it leaves the core: what it is, how sure, where from, and all that is needed to work it out again. */
export interface Figure {
  readonly value: number
  readonly unit: SiUnit
  /** The likely span: about two of three lie in it. Of what is kept within a band, the band. */
  readonly low: number
  readonly high: number
  /** The wide span: nineteen of twenty. */
  readonly outerLow: number
  readonly outerHigh: number
  readonly source: Source
  /** How it was worked out, in words and in the shop's units. */
  readonly because: string
  /** The inputs and figures it rests on, with the values used. */
  readonly from: readonly Reason[]
  /** What the method rests on. */
  readonly cites: string
  /** Pressures say what they are measured from and where; only these carry the two. */
  readonly reference?: 'gauge'
  readonly at?: 'regulator' | 'tip'
  /** What the hose takes between the regulator that is set and the torch, Pa; of settings alone. */
  readonly hoseDropPa?: number
  /** Of how many runs of the shop's own it is the median. */
  readonly runs?: number
  /** How the log has moved and widened the estimate, where it has. */
  readonly held?: Held
  /** The stops of its plan: a figure that carries any is not to be set. */
  readonly stop?: readonly string[]
}

/** A figure of a plan of any kind, by its name; none for no name, as of a step that sets none. */
export const figureNamed = (
  plan: { readonly figures: Readonly<Partial<Record<string, Figure>>> },
  name: string | undefined,
): Figure | undefined => (name === undefined ? undefined : plan.figures[name])

/** How much a finding weighs: a plan with a `stop` can't be run; `mind` wants care; `note` is good to know. */
export type Rank = 'stop' | 'mind' | 'note'

/** Something that the plan has to say, in a plain sentence with a way out. */
export interface Finding {
  readonly rank: Rank
  readonly code: string
  /** A few words. */
  readonly title: string
  readonly text: string
  /** The input that would solve it, as in the request: `rig.oxygenHose`. */
  readonly field?: string
  /** The figure that it speaks of. */
  readonly figure?: string
}

/** A field that could not be read: its path in the request, and a sentence. */
export interface FieldError {
  readonly field: string
  readonly message: string
  readonly choices?: readonly { readonly text: string; readonly label: string }[]
}

/** The kind of quantity that a figure's unit belongs to. */
export const KIND_OF_UNIT: Readonly<Record<SiUnit, Kind>> = {
  m: 'length',
  Pa: 'pressure',
  'm3/s': 'flow',
  'm/s': 'speed',
  K: 'temperature',
  rad: 'angle',
  kg: 'mass',
  s: 'time',
  m3: 'volume',
  N: 'force',
  J: 'energy',
  '1': 'share',
  'Pa m3/s': 'leak',
}

/** Whether something stops the work. */
export const hasStop = (findings: readonly Finding[]): boolean => findings.some((f) => f.rank === 'stop')
