import type { DamagedRow } from '#contract/types.ts'

/**
 * What of the book cannot be read, or does not say any more what was written. Each row is set apart: the rest is served,
 * and the pages name it. Kept in memory: the check at each start finds it again.
 */
export class Damage {
  private readonly rows = new Map<string, DamagedRow>()
  private readonly heard: ((row: DamagedRow) => void)[] = []

  /** Calls `listener` at each row that is newly found. */
  onFound(listener: (row: DamagedRow) => void): void {
    this.heard.push(listener)
  }

  found(row: DamagedRow): void {
    const key = `${row.table} ${row.row}`
    if (this.rows.has(key)) return
    this.rows.set(key, row)
    for (const listener of this.heard) listener(row)
  }

  mended({ table, row }: Pick<DamagedRow, 'table' | 'row'>): void {
    this.rows.delete(`${table} ${row}`)
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
