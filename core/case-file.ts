import { isRecord, type Json } from './objects.ts'

/** Reading a case of a bench from a file: what is wrong is told with its place, in the words of the file's own keys. */

/** What is wrong with a case, where. */
export interface CaseError {
  readonly field: string
  readonly message: string
}
/** A case that was read, or what is wrong with it. */
export type CaseOrError<T> =
  { readonly ok: true; readonly of: T } | { readonly ok: false; readonly error: CaseError }

/** Thrown inside a reader: what is wrong, and where. */
export class Wrong extends Error {
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message)
  }
}

/** What a reader reads, or what it found wrong. @throws whatever is no `Wrong` */
export function readWith<T>(read: () => T): CaseOrError<T> {
  try {
    return { ok: true, of: read() }
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, error: { field: error.field, message: error.message } }
    throw error
  }
}

/** A group of named figures; a name that is not among its keys is told. */
export function group(value: unknown, field: string, keys: readonly string[]): Json {
  if (!isRecord(value)) throw new Wrong(field, `${field || 'A case'} should be a group: { … }.`)
  const unknown = Object.keys(value).find((k) => !keys.includes(k))
  if (unknown !== undefined)
    throw new Wrong(
      field ? `${field}.${unknown}` : unknown,
      `There is no “${unknown}” here. There are: ${keys.join(', ')}.`,
    )
  return value
}

/** A number within bounds; what it is where it is left out, if it may be. */
export function number(value: unknown, field: string, low: number, high: number, otherwise?: number): number {
  if (value === undefined && otherwise !== undefined) return otherwise
  if (typeof value !== 'number' || !Number.isFinite(value))
    throw new Wrong(field, `${field} should be a number.`)
  if (value < low || value > high) throw new Wrong(field, `${field} should be ${low} to ${high}.`)
  return value
}

/** A list; an empty one where it is left out. */
export function list(value: unknown, field: string, most: number): readonly unknown[] {
  if (value === undefined) return []
  if (!Array.isArray(value)) throw new Wrong(field, `${field} should be a list: [ … ].`)
  if (value.length > most) throw new Wrong(field, `${field} should have ${most} entries at most.`)
  return value
}

/** A list of so many numbers, each with its bounds. */
export function row(
  value: unknown,
  field: string,
  bounds: readonly (readonly [name: string, low: number, high: number])[],
) {
  const names = bounds.map(([name]) => name).join(', ')
  if (!Array.isArray(value) || value.length !== bounds.length)
    throw new Wrong(field, `${field} should be [${names}].`)
  return bounds.map(([, low, high], i) => number(value[i], `${field}.${i}`, low, high))
}

/** One of some words; what it is where it is left out. */
export function oneOf<T extends string>(value: unknown, field: string, words: readonly T[], otherwise: T): T {
  if (value === undefined) return otherwise
  const word = words.find((w) => w === value)
  if (word === undefined) throw new Wrong(field, `${field} should be one of: ${words.join(', ')}.`)
  return word
}
