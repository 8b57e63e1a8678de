import { applies, told, type Said, type Table } from '#core/fields/spec.ts'

/** What is said in these fields, in a few words each: what was typed, and what choices are called; nothing for the rest. */
export const saidIn = (table: Table, said: Said, names: readonly string[]): readonly string[] =>
  names.flatMap((name) => {
    const field = table[name]
    const value = said[name]
    if (!field || !applies(field, said)) return []
    if (field.type === 'several' && Array.isArray(value))
      return value.map((v) => field.names[String(v)] ?? String(v))
    if (field.type === 'rows' && Array.isArray(value))
      return value.length === 0 ? [] : [`${told(field.label, said)}: ${value.length}`]
    if (typeof value !== 'string' || value.trim() === '') return []
    if (field.type === 'choice') return [field.names[value] ?? value]
    return field.type === 'flag' ? [field.yes] : [value]
  })
/** The same of those fields alone that say something else than a new piece does. */
export const saidOtherwise = (table: Table, said: Said, names: readonly string[]): readonly string[] =>
  saidIn(
    table,
    said,
    names.filter((n) => {
      const first = table[n]?.first
      return typeof first === 'function' || said[n] !== told(first)
    }),
  )
/** The fields of a group of a table, in their order. */
export const namesOf = (table: Table, group: string): readonly string[] =>
  Object.entries(table).flatMap(([name, field]) => (field.group === group ? [name] : []))
/** Whether something against one of these fields has to be seen. */
export const wantsSeen = (
  errors: readonly { readonly field: string }[],
  path: string,
  names: readonly string[],
): boolean =>
  errors.some((e) => names.some((n) => e.field === `${path}.${n}` || e.field.startsWith(`${path}.${n}.`)))
