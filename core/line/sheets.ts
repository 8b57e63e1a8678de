import { opensLine, type Step } from './steps.ts'

/** The steps of a setup sheet: from the rig to the trimmed flame. */
export const setupSteps = (steps: readonly Step[]): readonly Step[] =>
  steps.filter((s) => s.phase === 'rig' || s.phase === 'pressures' || s.phase === 'light' || opensLine(s))

/** The steps of a shutdown card: from the torch to the fire watch. */
export function shutdownSteps(steps: readonly Step[]): readonly Step[] {
  const from = steps.findIndex((s) => s.role === 'shut-torch')
  return from < 0 ? [] : steps.slice(from).filter((s) => s.phase === 'after')
}
