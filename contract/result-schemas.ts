/** Checks of what a line of the log tells, and the JSON schema that says the same, both made from its table. */
import { array, boolean, mixed, number, object, string, type AnySchema } from 'yup'
import { wordsOf, type Field, type Table } from '#core/fields/spec.ts'

const TEXT = 4000
const text = () => string().max(TEXT).defined()
/** Nothing, where nothing was said. */
const orNull = <S extends AnySchema>(schema: S) => schema.nullable().defined()
const wordIn = (words: readonly string[]) =>
  mixed<string>((v): v is string => (words as readonly unknown[]).includes(v)).required()
const used = () => object({ text: text(), si: number().required() })

function one(field: Field): AnySchema {
  switch (field.type) {
    case 'quantity':
      return field.needed === true ? used().required() : orNull(used()).default(undefined)
    case 'choice':
      return wordIn(wordsOf(field))
    case 'number': {
      const plain = number().required()
      return field.least === undefined || field.most === undefined
        ? plain
        : plain.min(field.least).max(field.most)
    }
    case 'yes-no':
      return boolean().required()
    case 'list': {
      const each: AnySchema = field.each === 'number' ? array(number().required()) : array(text().required())
      return field.nullable === true ? orNull(each).default(undefined) : each.required()
    }
    case 'rows':
      return array(resultSchema(field.of).required()).required()
    case 'group':
      return field.nullable === true
        ? orNull(resultSchema(field.of)).default(undefined)
        : resultSchema(field.of).required()
    case 'made':
      return mixed((v): v is object => field.is(v)).required()
    default:
      return text()
  }
}

const stored = (table: Table): [string, Field][] =>
  Object.entries<Field>(table).filter(([, field]) => field.page !== true)

/** The shape of what a line tells, without its kind. */
export const resultSchema = (table: Table) =>
  object(Object.fromEntries(stored(table).map(([name, field]) => [name, one(field)])))

const USED_JSON = {
  type: 'object',
  required: ['text', 'si'],
  properties: { text: { type: 'string' }, si: { type: 'number' } },
}
const orNone = (schema: object) => ({ oneOf: [schema, { type: 'null' }] })

function jsonOne(field: Field): object {
  switch (field.type) {
    case 'quantity':
      return field.needed === true ? USED_JSON : orNone(USED_JSON)
    case 'choice':
      return { enum: wordsOf(field) }
    case 'number':
      return {
        type: 'number',
        ...(field.least === undefined ? {} : { minimum: field.least }),
        ...(field.most === undefined ? {} : { maximum: field.most }),
      }
    case 'yes-no':
      return { type: 'boolean' }
    case 'list': {
      const each = { type: 'array', items: { type: field.each === 'number' ? 'number' : 'string' } }
      return field.nullable === true ? orNone(each) : each
    }
    case 'rows':
      return { type: 'array', items: resultJson(field.of) }
    case 'group':
      return field.nullable === true ? orNone(resultJson(field.of)) : resultJson(field.of)
    case 'made':
      return field.json
    default:
      return { type: 'string' }
  }
}

/** The same as a JSON schema; `kind` says which kind of line it is of. */
export const resultJson = (table: Table, kind?: string): object => ({
  type: 'object',
  required: [...(kind === undefined ? [] : ['kind']), ...stored(table).map(([name]) => name)],
  properties: {
    ...(kind === undefined ? {} : { kind: { const: kind } }),
    ...Object.fromEntries(stored(table).map(([name, field]) => [name, jsonOne(field)])),
  },
})
