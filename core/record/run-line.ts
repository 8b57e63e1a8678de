import { runSteps } from '../line/hazards.ts'
import { coldLine, type LineSetting, type LineState } from '../line/state.ts'
import type { Step } from '../line/steps.ts'

/** How far a run has come: what of it was confirmed, by step id, and what was left out. */
export interface Come {
  readonly steps: readonly Step[]
  readonly index: number
  readonly confirmed: Readonly<Partial<Record<string, { readonly at: string; readonly skipped: boolean }>>>
}

/** How the line stands where a run does: by the steps that were done, or asserted to be so; not by those left out. */
export function lineOfRun({ steps, index, confirmed }: Come, setting: LineSetting): LineState {
  const taken = steps.slice(0, index).filter((s) => confirmed[s.id]?.skipped !== true)
  return runSteps(taken, setting, coldLine(setting)).state
}
