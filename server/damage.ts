import type { DamagedRow } from '#contract/types.ts'

type Place = Pick<DamagedRow, 'table' | 'row'>
const keyOf = ({ table, row }: Place): string => `${table} ${row}`

/**
 * What of the log cannot be read, or does not say any more what was written. Each row is left out: the rest is served,
 * and the pages name it. Kept in memory: the check at each start finds it again.
 */
export class Damage {
  private readonly rows = new Map<string, DamagedRow>()
  /** Of each look that is under way: what was mended since it began. */
  private readonly looks = new Set<Set<string>>()
  private readonly heard: ((row: DamagedRow) => void)[] = []

  /** Calls `listener` at each row that is newly found. */
  onFound(listener: (row: DamagedRow) => void): void {
    this.heard.push(listener)
  }

  found(row: DamagedRow): void {
    const key = keyOf(row)
    if (this.rows.has(key)) return
    this.rows.set(key, row)
    for (const listener of this.heard) listener(row)
  }

  /** Notes what a look found that took a while, but for rows that were mended while it went on. */
  async looking<T>(look: () => Promise<T> | T, foundIn: (answer: T) => readonly DamagedRow[]): Promise<T> {
    const mended = new Set<string>()
    this.looks.add(mended)
    try {
      const answer = await look()
      for (const row of foundIn(answer)) if (!mended.has(keyOf(row))) this.found(row)
      return answer
    } finally {
      this.looks.delete(mended)
    }
  }

  mended(row: Place): void {
    this.rows.delete(keyOf(row))
    for (const look of this.looks) look.add(keyOf(row))
  }

  list(): readonly DamagedRow[] {
    return [...this.rows.values()]
  }

  /**
   * Reads a row that carries JSON: undefined, and noted, where it does not say what it was signed with or is no JSON.
   * @param whole 1 unless its digest says otherwise
   * @param about names the row for a person
   */
  read<T>(about: DamagedRow, whole: number, parse: () => T): T | undefined {
    if (whole === 1)
      try {
        return parse()
      } catch (error) {
        if (!(error instanceof SyntaxError)) throw error
      }
    this.found(about)
    return undefined
  }
}
