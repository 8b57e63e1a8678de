/** The stretches by which a practised person is led: several acts on one page, with one press for those that hurt nobody. */
import type { ActName } from './state.ts'
import type { Step } from './steps.ts'

/** Stretches in their order, each one page. */
export const STAGES = {
  open: 'Open and set',
  purge: 'Purge and test',
  light: 'Light and trim',
  piece: 'This piece',
  next: 'Next',
  shut: 'Shut down',
} as const
export type Stage = keyof typeof STAGES

const PURGES = /^(purge-|leaks$|open-line$|nitrogen-)/

/** The stretch of a step of one piece's procedure, or of a break in it. */
export function stageOf({ id, phase }: Pick<Step, 'id' | 'phase'>): Stage {
  switch (phase) {
    case 'before':
    case 'rig':
      return 'open'
    case 'pressures':
    case 'braze':
      return PURGES.test(id) ? 'purge' : phase === 'braze' ? 'piece' : 'open'
    case 'light':
      return 'light'
    case 'cut':
      return 'piece'
    case 'break':
      return 'next'
    case 'after':
      return 'shut'
  }
}

/** A step as far as its stretch goes by it: in a batch it says its stretch itself, and which piece it is of. */
interface Staged extends Pick<Step, 'id' | 'phase'> {
  readonly stage?: Stage
  readonly piece?: number
  readonly repeat?: number
}

/** Steps that stand together: the stretch that they are in, and where it begins and ends (after its last). */
export interface Stretch {
  readonly stage: Stage
  /** Which piece of a batch it makes, and which of them, from 1. */
  readonly piece?: number | undefined
  readonly repeat?: number | undefined
  readonly from: number
  readonly to: number
}

/** What is done with a piece while it cools stands with the change that it is done in, where there is one. */
const stretchOf = (step: Staged, last: Stretch | undefined): Omit<Stretch, 'from' | 'to'> => {
  const stage = step.stage ?? stageOf(step)
  if (stage !== 'piece') return { stage }
  return step.phase === 'after' && (last?.stage === 'next' || last?.stage === 'shut')
    ? { stage: last.stage }
    : { stage, piece: step.piece, repeat: step.repeat }
}

/** The stretches of a list of steps, in their order. A stretch may come again. */
export function stretchesOf(steps: readonly Staged[]): readonly Stretch[] {
  const found: Stretch[] = []
  steps.forEach((s, i) => {
    const last = found.at(-1)
    const own = stretchOf(s, last)
    if (last?.stage === own.stage && last.piece === own.piece && last.repeat === own.repeat)
      found[found.length - 1] = { ...last, to: i + 1 }
    else found.push({ ...own, from: i, to: i + 1 })
  })
  return found
}

/** What hurts when it is left out: gas into a hose, air left in one, a leak, a shut line, a change under gas, a cylinder left open. */
const HURTS: ReadonlySet<ActName> = new Set([
  'open-cylinder',
  'purge',
  'check-leaks',
  'vent-line',
  'open-exit',
  'change-tip',
  'change-attachment',
  'shut-cylinder',
  'cool',
  'hand-over',
])

/**
 * Whether a step keeps a tick of its own where a practised person is led by stretches: because it hurts when it is left
 * out, or because a clock holds it.
 */
export const keepsTick = (step: Pick<Step, 'id' | 'phase' | 'acts' | 'timer' | 'role'>): boolean =>
  step.acts.some((a) => HURTS.has(a.do)) ||
  step.id.startsWith('screws-out') ||
  step.id.startsWith('caution') ||
  (step.role === 'shut-torch' && step.phase === 'break') ||
  // what sets in seconds is waited for in passing
  (step.timer?.kind === 'at-least' && step.role !== 'set')
