/**
 * Steps that are led: on one line, of one piece or of several. Each is judged by the setting of the piece that it is
 * done for, from where the one before it left the line.
 */
import { runSteps, type LineRun, type Met } from './hazards.ts'
import type { LineSetup } from './setup.ts'
import { coldLine, type LineState } from './state.ts'
import type { Step } from './steps.ts'
import type { Stage } from './stage.ts'

/** A piece on the line: the line as it is set for it. */
export interface OnLine {
  readonly setup: LineSetup
  /** Names the run of tube that it is on: joints of one run share its nitrogen. Absent for what is on none. */
  readonly run?: string | undefined
  /** Where along that run it lies, from where the nitrogen goes in, m; absent where nobody said. */
  readonly atM?: number | undefined
  /** A joint nearer than this lets go again while it is made, m. */
  readonly remeltM?: number | undefined
}

/** A step as it is led. What a single piece's steps leave out is said of the only piece. */
export interface LedStep extends Step {
  /** The place, from 1, of the piece by whose setting it is judged. */
  readonly by?: number
  readonly stage?: Stage
  /** The piece and the repeat that it belongs to, from 1. */
  readonly piece?: number
  readonly repeat?: number
}

/**
 * The piece by whose setting a step is judged.
 * @param pieces one or more
 */
export const pieceAt = <P extends OnLine>(pieces: readonly P[], step: Pick<LedStep, 'by'> | undefined): P =>
  (pieces[(step?.by ?? 1) - 1] ?? pieces[0]) as P

/** Whether one piece is on another run of tube than the other: its own pressure, its own air, its own nitrogen. */
export const onAnotherRun = (a: OnLine, b: OnLine): boolean =>
  a !== b &&
  (a.setup.setting.line !== undefined || b.setup.setting.line !== undefined) &&
  (a.run === undefined || a.run !== b.run)

/** Whether two pieces of one run lie so near each other that one lets go while the other is made. */
export const areHotNeighbours = (a: OnLine, b: OnLine): boolean =>
  a !== b &&
  a.run !== undefined &&
  a.run === b.run &&
  a.atM !== undefined &&
  b.atM !== undefined &&
  Math.abs(a.atM - b.atM) < Math.max(a.remeltM ?? 0, b.remeltM ?? 0)

/** The line as it is met by whoever goes over from one piece to another. */
export const goOver = (line: LineState, from: OnLine, to: OnLine): LineState =>
  onAnotherRun(from, to) ? { ...line, work: coldLine(to.setup.setting).work } : line

/**
 * Runs steps through the model, each by the setting of its piece.
 * @param pieces one or more
 * @param from the line before the first of them, as it is met for that one's piece
 * @returns the state after the last, and what was met; `at` counts the acts
 */
export function runLed(steps: readonly LedStep[], pieces: readonly OnLine[], from: LineState): LineRun {
  let state = from
  let before = pieceAt(pieces, steps[0])
  let acts = 0
  const met: Met[] = []
  for (const step of steps) {
    const piece = pieceAt(pieces, step)
    const run = runSteps([step], piece.setup.setting, goOver(state, before, piece))
    met.push(...run.met.map((m) => ({ ...m, at: m.at + acts })))
    acts += step.acts.length
    before = piece
    state = run.state
  }
  return { state, met }
}
