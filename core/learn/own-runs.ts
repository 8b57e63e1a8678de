/** What the shop's own good runs have in common, whatever the work. */
import { CHART_SPREAD, ENOUGH_RUNS, learn, type Expected, type Learned } from './learn.ts'

/** Thicknesses and diameters this close count as the same, a share. */
export const SAME_SIZE = 0.1
export const sameSize = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_SIZE * b

/** The values that were logged, of those runs that logged one. */
export const valuesOf = <T, K extends keyof T>(runs: readonly T[], key: K): number[] =>
  runs.flatMap((r) => {
    const v: unknown = r[key]
    return typeof v === 'number' ? [v] : []
  })

/** What good runs say of a pressure at the torch, once there are enough of them. */
export function learnedPressure(
  values: readonly number[],
  expectedPa: number,
  spread = CHART_SPREAD,
): Learned | undefined {
  const expected: Expected = { value: expectedPa, spread }
  const learned = learn(values, expected)
  return learned && learned.count >= ENOUGH_RUNS ? learned : undefined
}
