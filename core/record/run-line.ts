import { runSteps } from '../line/hazards.ts'
import { coldLine, type LineSetting, type LineState } from '../line/state.ts'
import type { RunProgress } from './run.ts'

/** How the line stands where a run does: by the steps that were done, or asserted to be so; not by those left out. */
export function lineOfRun(
  { steps, index, confirmed }: Pick<RunProgress, 'steps' | 'index' | 'confirmed'>,
  setting: LineSetting,
): LineState {
  const taken = steps.slice(0, index).filter((s) => confirmed[s.id]?.skipped !== true)
  return runSteps(taken, setting, coldLine(setting)).state
}
