/** One thing that a task is judged by: what was seen, and what it counts of what. */
export interface Mark {
  readonly text: string
  readonly got: number
  readonly most: number
}

/** Points by how far a figure is off: all of them within the first, none beyond the second. */
export const within = (off: number, [good, none]: readonly [number, number], most: number): number =>
  Math.round(most * Math.min(1, Math.max(0, (none - Math.abs(off)) / (none - good))))

/** A mark with what is said of it: well done from nine tenths of it on. */
export const told = (got: number, most: number, good: string, bad: string): Mark => ({
  got,
  most,
  text: got >= most * 0.9 ? good : bad,
})

/** From so many points on a task counts as done. */
export const DONE = 80

/** Points of some marks, 0 to 100. */
export function pointsOf(marks: readonly Mark[]): number {
  const most = marks.reduce((n, m) => n + m.most, 0)
  return most === 0 ? 0 : Math.round((100 * marks.reduce((n, m) => n + m.got, 0)) / most)
}
