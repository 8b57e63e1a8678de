/** What came out, as typed, read into what a line of the log tells. */
import { isRecord } from '../objects.ts'
import { blank, type Reader } from './reader.ts'
import type { Field, Said, Table, ResultOf, Used } from './spec.ts'

/** What is typed on the page itself: the rest of a line is worked out. */
type Typed<T> = {
  readonly [
    K in keyof ResultOf<T> as K extends keyof T ? (T[K] extends { draft: false } ? never : K) : never
  ]: ResultOf<T>[K]
}

/** A quantity as it was typed and in SI; null for one that was left empty, or that could not be read. */
export function readUsed(
  r: Reader,
  value: unknown,
  at: string,
  field: Extract<Field, { type: 'quantity' }>,
): Used | null {
  if (blank(value)) return null
  const si = r.quantity(value, at, field.bounds)
  return si === undefined ? null : { text: String(value), si }
}

/**
 * Reads the fields of a line that are typed: quantities as typed and in SI, all else as it was chosen.
 * @param path where the group stands in the faults; empty at the top
 */
export function readResult<T extends Table>(r: Reader, said: Said, table: T, path = ''): Typed<T> {
  const told: Record<string, unknown> = {}
  for (const [name, field] of Object.entries<Field>(table)) {
    if (field.page === true || field.draft === false) continue
    const at = path === '' ? name : `${path}.${name}`
    const value = said[name]
    if (field.type === 'quantity') told[name] = readUsed(r, value, at, field)
    else if (field.type === 'group' && isRecord(value)) told[name] = readResult(r, value, field.of, at)
    else told[name] = value
  }
  // the table says by its type what each of its fields tells
  return told as Typed<T>
}

/** What a line says of a field that its version did not have: nothing was measured, nothing was said. */
function unsaid(field: Field): unknown {
  switch (field.type) {
    case 'quantity':
      return null
    case 'group':
    case 'list':
      return field.nullable === true ? null : field.type === 'list' ? [] : undefined
    case 'rows':
      return []
    case 'choice':
      return typeof field.first === 'string' ? field.first : undefined
    case 'text':
      return ''
    default:
      return undefined
  }
}

/**
 * What a line tells, whichever version wrote it: a field that it lacks was not measured or not said; what cannot be
 * taken for nothing is left for the check to miss.
 */
export function resultAsNow(table: Table, told: Said): Said {
  const now: Record<string, unknown> = { ...told }
  for (const [name, field] of Object.entries<Field>(table)) {
    if (field.page === true) continue
    const value = told[name]
    if (value === undefined) {
      const nothing = unsaid(field)
      if (nothing !== undefined) now[name] = nothing
    } else if (field.type === 'group' && isRecord(value)) now[name] = resultAsNow(field.of, value)
  }
  return now
}
