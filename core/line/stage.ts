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

/** Steps that stand together: the stretch that one of them is in, and where it begins and ends (after its last). */
export interface Stretch {
  readonly stage: Stage
  readonly from: number
  readonly to: number
}

/** The stretches of a list of steps, in their order. A stretch may come again. */
export function stretchesOf(steps: readonly Pick<Step, 'id' | 'phase'>[]): readonly Stretch[] {
  const found: Stretch[] = []
  steps.forEach((s, i) => {
    const stage = stageOf(s)
    const last = found.at(-1)
    if (last?.stage === stage) found[found.length - 1] = { ...last, to: i + 1 }
    else found.push({ stage, from: i, to: i + 1 })
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
  step.timer?.kind === 'at-least'
