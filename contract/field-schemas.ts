/** Checks at the edge, made from a table of fields. What is typed is only held to be text here: the core reads it. */
import { array, boolean, mixed, number, object, type AnySchema, type ObjectSchema, type Schema } from 'yup'
import { told, wordsOf, type DraftOf, type Field, type Table } from '#core/fields/spec.ts'
import { free, instant, reference, typed, word } from './primitives.ts'

function one(field: Field): AnySchema {
  switch (field.type) {
    case 'rows':
      return array(schemaOf(field.of).required('A row is missing.'))
        .typeError(`${field.what} should be a list.`)
        .max(field.most, `At most ${field.most} rows.`)
        .required(`${field.what} is missing.`)
    case 'group':
      return field.nullable === true
        ? schemaOf(field.of).nullable().defined(`${field.what} is missing.`).default(undefined)
        : schemaOf(field.of).required(`${field.what} is missing.`)
    case 'number': {
      const plain = number()
        .typeError(`${told(field.label, {})} should be a number.`)
        .required(`${told(field.label, {})} is missing.`)
      return field.least === undefined || field.most === undefined
        ? plain
        : plain.min(field.least).max(field.most)
    }
    case 'yes-no':
      return boolean()
        .typeError(`${told(field.label, {})} is yes or no.`)
        .required(`${told(field.label, {})} is missing.`)
    case 'made':
      return mixed((v): v is object => field.is(v)).required(`${told(field.label, {})} is missing.`)
    case 'several':
      return array(typed().required('A word is missing.'))
        .typeError('This should be a list.')
        .max(wordsOf(field).length, `At most ${wordsOf(field).length} of them.`)
        .required('This is missing.')
    case 'reference':
      return reference(field.what)
    case 'instant':
      return instant()
    case 'choice':
      return field.sure === true ? word(wordsOf(field), 'This') : typed()
    case 'text':
    case 'special':
      if (field.lines === true) return free()
      return field.pattern
        ? typed(field.most).matches(field.pattern.test, field.pattern.says)
        : typed(field.most)
    default:
      return typed()
  }
}

/** The shape of each field of a table that is on a page. */
export const shapesOf = <T extends Table>(table: T) =>
  Object.fromEntries(
    Object.entries<Field>(table)
      .filter(([, field]) => field.draft !== false)
      .map(([name, field]) => [name, one(field)]),
    // the table says by its type what each of its fields holds
  ) as unknown as { readonly [K in keyof DraftOf<T>]: Schema<DraftOf<T>[K]> }

/**
 * The shape of a table's draft: every field that is on a page, as text. A field that is not known here passes and is
 * kept: it belongs to a newer version.
 */
export const schemaOf = <T extends Table>(table: T): ObjectSchema<DraftOf<T>> =>
  object(shapesOf(table)).typeError('This should be a group of fields.') as unknown as ObjectSchema<
    DraftOf<T>
  >
