import type { Table } from '#core/fields/spec.ts'

type MeasuredOf<T> = { [K in keyof T & string]: T[K] extends { type: 'quantity' } ? K : never }[keyof T &
  string]
/** The fields of a table that are measured: each a quantity, typed in a row of its own. */
export const measuredNames = <T extends Table>(table: T): readonly MeasuredOf<T>[] =>
  Object.keys(table).filter((name): name is MeasuredOf<T> => table[name]?.type === 'quantity')

/** A clock's time as somebody would type it; empty where it cannot be that of the act: s, the most not reached. */
export const timed = (s: number | undefined, from: number, below: number): string =>
  s !== undefined && s >= from && s < below ? `${Math.round(s)} s` : ''

/** What was measured as it was typed, from a line that is corrected; empty where the line has none. */
export const typedOf = <N extends string>(
  told: object | undefined,
  names: readonly N[],
): Record<N, string> => {
  const all = Object.entries(told ?? {})
  const text = (name: string): string => {
    const value: unknown = all.find(([n]) => n === name)?.[1]
    return typeof value === 'object' && value !== null && 'text' in value ? String(value.text) : ''
  }
  // every one of them is text
  return Object.fromEntries(names.map((name) => [name, text(name)])) as Record<N, string>
}
