import type { Mark } from './flame-tasks.ts'

/** Points of some marks, 0 to 100. */
export function pointsOf(marks: readonly Mark[]): number {
  const most = marks.reduce((n, m) => n + m.most, 0)
  return most === 0 ? 0 : Math.round((100 * marks.reduce((n, m) => n + m.got, 0)) / most)
}
