/** Drafts: what is typed into the fields of a table, as a new one begins and as an older version left it. */
import { isRecord } from '../objects.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { told, type DraftOf, type Field, type Table } from './spec.ts'

function firstOf(field: Field, units: UnitChoices): unknown {
  switch (field.type) {
    case 'rows':
    case 'several':
    case 'list':
      return []
    case 'group':
      return field.nullable === true ? null : firstDraftOf(field.of, units)
    case 'reference':
      return null
    // what is looked at is said by whoever looks: nothing is taken for it
    case 'yes-no':
    case 'number':
    case 'made':
      return undefined
    default:
      return told(field.first, units)
  }
}

/** What a new thing says: the first word of each field, in the shop's units; nothing where the table names none. */
export function firstDraftOf<T extends Table>(table: T, units: UnitChoices): DraftOf<T> {
  // the table says by its type what each of its fields holds
  return Object.fromEntries(
    Object.entries<Field>(table)
      .filter(([, field]) => field.draft !== false)
      .map(([name, field]) => [name, firstOf(field, units)]),
  ) as DraftOf<T>
}

function asNow(field: Field, value: unknown, units: UnitChoices): unknown {
  if (value === undefined) return firstOf(field, units)
  // what is of another make is left for the check at the edge to refuse
  if (field.type === 'group') return isRecord(value) ? draftAsNow(field.of, value, units) : value
  return field.type === 'rows' && Array.isArray(value)
    ? value.map((row: unknown) => rowAsNow(field.of, row))
    : value
}

/** A row: a field that it lacks is blank, since a row says no more than was typed into it. */
const rowAsNow = (table: Table, row: unknown): unknown =>
  isRecord(row)
    ? {
        ...Object.fromEntries(
          Object.entries<Field>(table).flatMap(([name, field]) =>
            field.draft === false ? [] : [[name, '']],
          ),
        ),
        ...row,
      }
    : row

/**
 * A draft as an older or a newer version stored it, as this one reads it: fields that it lacks take what a new thing
 * begins with; fields that are not known here are kept.
 */
export function draftAsNow<T extends Table>(table: T, stored: unknown, units: UnitChoices): DraftOf<T> {
  const kept = isRecord(stored) ? stored : {}
  // as of `firstDraftOf`
  return {
    ...kept,
    ...Object.fromEntries(
      Object.entries<Field>(table)
        .filter(([, field]) => field.draft !== false)
        .map(([name, field]) => [name, asNow(field, kept[name], units)]),
    ),
  } as DraftOf<T>
}
