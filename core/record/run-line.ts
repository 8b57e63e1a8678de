import { goOver, pieceAt, runLed, type LedStep, type OnLine } from '../line/led.ts'
import { coldLine, type LineState } from '../line/state.ts'

/** How far a run has come: what of it was confirmed, by step id, and what was left out. */
export interface Come {
  readonly steps: readonly LedStep[]
  readonly index: number
  readonly confirmed: Readonly<Partial<Record<string, { readonly at: string; readonly skipped: boolean }>>>
}

/**
 * How the line stands where a run does, as it is met for the step in hand: by the steps that were done, or asserted to be
 * so; not by those left out.
 * @param pieces those of the run, one or more
 */
export function lineOfRun({ steps, index, confirmed }: Come, pieces: readonly OnLine[]): LineState {
  const taken = steps.slice(0, index).filter((s) => confirmed[s.id]?.skipped !== true)
  const first = pieceAt(pieces, taken[0] ?? steps[index])
  const { state } = runLed(taken, pieces, coldLine(first.setup.setting))
  return goOver(state, pieceAt(pieces, taken.at(-1) ?? steps[index]), pieceAt(pieces, steps[index]))
}
