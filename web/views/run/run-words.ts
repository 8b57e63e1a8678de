import { useMemo } from 'react'
import { pieceAt, type LedStep } from '#core/line/led.ts'
import type { Run } from '#contract/types.ts'
import { useFiguresOf, type PlanFigures } from '../plan/plan-words.ts'

/** The steps of a run in words, each with the figures of its own piece. */
export interface RunWords extends Pick<PlanFigures, 'printed'> {
  readonly sentence: (step: LedStep) => string
  /** The figure that a step sets; empty where it sets none. */
  readonly printed: (name: string | undefined, step?: LedStep) => string
}

/** The words of a run's steps. */
export function useRunWords(pieces: Run['pieces']): RunWords {
  const figuresOf = useFiguresOf()
  return useMemo(() => {
    const of = (step: LedStep | undefined) => figuresOf(pieceAt(pieces, step).plan)
    return {
      sentence: (step) => of(step).sentence(step),
      printed: (name, step) => of(step).printed(name),
    }
  }, [pieces, figuresOf])
}
