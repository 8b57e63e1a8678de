/** Objects by their names and values: what the language leaves untyped, once. */

/** A group of fields, of which nothing is known yet. */
export type Json = Readonly<Record<string, unknown>>
export const isRecord = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v)

/** The names of a record that holds no others, in their order. */
export const keysOf = <T extends object>(of: T): readonly (keyof T & string)[] =>
  Object.keys(of) as (keyof T & string)[]

/** An object without some of its properties. */
export const omit = <T extends object, K extends keyof T>(from: T, names: readonly K[]): Omit<T, K> =>
  Object.fromEntries(
    Object.entries(from).filter(([name]) => !(names as readonly PropertyKey[]).includes(name)),
  ) as Omit<T, K>

/** These properties of an object and no others. */
export const pick = <T extends object, K extends keyof T>(from: T, names: readonly K[]): Pick<T, K> =>
  Object.fromEntries(names.map((name) => [name, from[name]])) as unknown as Pick<T, K>

/**
 * What somebody wrote as text: words and numbers as they stand. Anything else is told by its kind, whatever it says of
 * itself: an object whose own `toString` is no function would throw.
 */
export const plainText = (value: unknown): string =>
  typeof value === 'object' || typeof value === 'function'
    ? Object.prototype.toString.call(value)
    : String(value)
