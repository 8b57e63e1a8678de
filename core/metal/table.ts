/** A table as its data file holds it: columns by name, rows of figures and words. */
export interface Table {
  readonly columns: readonly string[]
  readonly rows: readonly (readonly (string | number)[])[]
}

/**
 * The rows of a table as lookups by column.
 * @throws RangeError for a column that the table lacks, or a word where a figure is wanted: a broken data file
 */
export function rowsOf(table: Table) {
  const at = (column: string) => {
    const i = table.columns.indexOf(column)
    if (i < 0) throw new RangeError(`no column ${column}`)
    return i
  }
  return table.rows.map((row) => ({
    word: (column: string): string => String(row[at(column)] ?? ''),
    number: (column: string): number => {
      const value = row[at(column)]
      if (typeof value !== 'number') throw new RangeError(`no figure in ${column}`)
      return value
    },
  }))
}

/** Degrees Fahrenheit in K. */
export const fahrenheit = (f: number): number => ((f - 32) * 5) / 9 + 273.15
/** Degrees Celsius in K. */
export const celsius = (c: number): number => c + 273.15
