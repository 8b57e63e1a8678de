import { useMemo } from 'react'
import { keepsTick, stretchesOf, type Stretch } from '#core/line/stage.ts'
import type { Step } from '#core/line/steps.ts'
import type { RunInHand } from './useRun.ts'
import type { StepInHand } from './useStep.ts'

/** The stretch in hand on this screen: its steps, which of them keep a tick, and what a press does. */
export interface StageInHand {
  readonly stretches: readonly Stretch[]
  readonly stretch: Stretch
  /** Index of the next step that keeps its own tick in this stretch; undefined when none is left. */
  readonly next: number | undefined
  /** Nothing but what hurts nobody is left in it. */
  readonly ready: boolean
  /** Ticks the next step that keeps a tick, or starts its clock; what stands above it is done with it. */
  tick(): void
  /** The rest of the stretch is done. */
  done(): void
}

/**
 * How a practised person is led: by stretches. What hurts keeps its own tick; one press confirms the rest of a page.
 * @returns undefined where steps are led one by one: nothing is in hand, or somebody takes the torch over
 */
export function useStage(inHand: RunInHand, step: StepInHand): StageInHand | undefined {
  const { progress, through } = inHand
  const { steps, index } = progress
  const stretches = useMemo(() => stretchesOf(steps), [steps])
  const stretch = stretches.find((s) => index >= s.from && index < s.to)
  if (!stretch || progress.taking !== undefined) return undefined
  const ahead = steps.slice(index, stretch.to)
  const offset = ahead.findIndex((s) => keepsTick(s))
  const next = offset < 0 ? undefined : index + offset
  const blocked = step.settling || step.lost || step.refused
  return {
    stretches,
    stretch,
    next,
    ready: next === undefined && !blocked,
    tick: () => {
      if (next === undefined || blocked) return
      const ticked: Step | undefined = steps[next]
      const inHandItself = offset === 0
      if (inHandItself) return step.done()
      // its clock begins with the first press, once what stands above it is done; else it is ticked with them
      if (ticked?.timer?.kind === 'at-least')
        through(offset, ticked.timer.from === undefined ? { kind: 'timer' } : undefined)
      else through(offset + 1)
    },
    done: () => {
      if (next !== undefined || blocked) return
      if (step.off) return step.done()
      through(ahead.length)
    },
  }
}
