import { useMemo } from 'react'
import { keepsTick, stretchesOf, type Stretch } from '#core/line/stage.ts'
import { clockFrom } from '#core/record/run.ts'
import type { RunInHand } from './useRun.ts'
import type { StepInHand } from './useStep.ts'

/** The stretch in hand on this screen: its steps, which of them keep a tick, and what a press does. */
export interface StageInHand {
  readonly stretches: readonly Stretch[]
  readonly stretch: Stretch
  /** Index of the next step that keeps its own tick in this stretch; undefined when none is left. */
  readonly next: number | undefined
  /** How the clock of that step stands where it runs already; undefined where it has none that does. */
  readonly clock: 'runs' | 'over' | undefined
  /** Nothing but what hurts nobody is left in it. */
  readonly ready: boolean
  /** Ticks the next step that keeps a tick, or starts its clock; what stands above it is done with it. */
  tick(): void
  /** The rest of the stretch is done; `also` is told once it is. */
  done(also?: () => void): void
}

/**
 * How the clock of a step stands that is not in hand yet: one that runs since the torch was shut is not waited for twice.
 * It is the last shutting above the step that counts; one before it, of a break or another joint, holds nothing here.
 * @param at index of the step
 * @returns undefined where it has no such clock, or the torch is not shut yet
 */
function clockOf(
  at: number,
  { run, progress }: Pick<RunInHand, 'run' | 'progress'>,
): 'runs' | 'over' | undefined {
  const { steps, confirmed } = progress
  const timer = steps[at]?.timer
  if (timer?.kind !== 'at-least' || timer.from !== 'shut-torch') return undefined
  const shut = steps.slice(0, at).findLast((s) => s.role === 'shut-torch')
  const from = shut && confirmed[shut.id] ? clockFrom(timer, progress, run) : undefined
  if (from === undefined) return undefined
  return Date.now() - Date.parse(from) >= timer.seconds * 1000 ? 'over' : 'runs'
}

/**
 * How a practised person is led: by stretches. What hurts keeps its own tick; one press confirms the rest of a page.
 * @returns undefined where steps are led one by one: nothing is in hand, or somebody takes the torch over
 */
export function useStage(
  inHand: Pick<RunInHand, 'run' | 'progress' | 'through'>,
  step: StepInHand,
): StageInHand | undefined {
  const {
    progress: { steps, index, taking },
    through,
  } = inHand
  const stretches = useMemo(() => stretchesOf(steps), [steps])
  const stretch = stretches.find((s) => index >= s.from && index < s.to)
  if (!stretch || taking !== undefined) return undefined
  const ahead = steps.slice(index, stretch.to)
  const above = ahead.findIndex((s) => keepsTick(s))
  const ticked = ahead[above]
  const clock = ticked && above > 0 ? clockOf(index + above, inHand) : undefined
  return {
    stretches,
    stretch,
    next: ticked && index + above,
    clock,
    ready: !ticked && !step.settling && !step.lost && !step.refused,
    tick: () => {
      if (!ticked) return
      if (above === 0) step.done()
      // a clock begins with the first press, once what stands above it is done; what has none is ticked with that
      else if (ticked.timer?.kind !== 'at-least' || clock === 'over') step.goOn(() => through(above + 1))
      else if (ticked.timer.from !== undefined) step.goOn(() => through(above))
      else step.goOn(() => through(above, { kind: 'timer' }))
    },
    done: (also) => {
      if (ticked) return
      step.goOn(() => {
        through(ahead.length)
        also?.()
      })
    },
  }
}
