/** How a line comes down while the pump runs: what it began at, how fast it fell, and whether it stands still above the target. */
import type { HoldReading } from './readings.ts'

/** A fall of less than this share over so long is a stall, s. */
const STALL_SHARE = 0.1
const STALL_S = 300

/** A pull-down as far as it was read. */
export interface PullDown {
  readonly startPaAbs: number
  readonly lastPaAbs: number
  /** From its first reading to the first at or under the target, s; undefined while none is. */
  readonly toTargetS?: number
  /** It has stood still above the target for so long, s; undefined where it falls, or is there. */
  readonly stalledS?: number
}

/**
 * Judges a pull-down.
 * @param readings while the pump ran, in the order of time
 * @returns undefined before the first reading
 */
export function judgePullDown(readings: readonly HoldReading[], targetPaAbs: number): PullDown | undefined {
  const [first] = readings
  const last = readings.at(-1)
  if (!first || !last) return undefined
  const there = readings.find((r) => r.pressurePaAbs <= targetPaAbs)
  // the latest reading from which on it has hardly fallen
  const since = readings.find((r) => last.pressurePaAbs >= r.pressurePaAbs * (1 - STALL_SHARE))
  const stoodS = last.timeS - (since?.timeS ?? last.timeS)
  return {
    startPaAbs: first.pressurePaAbs,
    lastPaAbs: last.pressurePaAbs,
    ...(there ? { toTargetS: there.timeS - first.timeS } : {}),
    ...(last.pressurePaAbs > targetPaAbs && stoodS >= STALL_S ? { stalledS: stoodS } : {}),
  }
}
