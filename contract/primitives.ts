/** The simplest shapes that cross a wire, each with its sentence. */
import { isRecord } from '#core/objects.ts'
import { boolean, mixed, number, object, setLocale, string } from 'yup'

setLocale({
  mixed: {
    default: 'This is not understood.',
    notNull: 'This is missing.',
    notType: 'This is of the wrong kind.',
    defined: 'This is missing.',
  },
})

export const LONG = 2000
export const NAME = 120
export const TYPED = 60

/** No control characters; line breaks and tabs only where more than one line may be typed. */
export const ONE_LINE = /^[^\u0000-\u001f\u007f]*$/
export const LINES = /^[^\u0000-\u0008\u000b-\u001f\u007f]*$/
export const NOT_PLAIN = 'This should be plain text.'

/** A name that a person gives: one line, not blank. */
export const name = (what: string) =>
  string()
    .typeError(`${what} should be text.`)
    .trim()
    .required(`Give ${what.toLowerCase()}.`)
    .max(NAME, `${what} should be at most ${NAME} characters.`)
    .matches(ONE_LINE, `${what} should be one plain line.`)

/** Said of a name that is nearly another's: it is somebody, or something, else. */
export const another = () => boolean().typeError('Another should be yes or no.')

/** A quantity as typed: read by the core, not here. */
export const typed = (most = TYPED) =>
  string()
    .typeError('This should be text.')
    .max(most, `This should be at most ${most} characters.`)
    .matches(ONE_LINE, NOT_PLAIN)
    .defined('This is missing.')
export const free = () =>
  string()
    .typeError('This should be text.')
    .max(LONG, `This should be at most ${LONG} characters.`)
    .matches(LINES, NOT_PLAIN)
    .defined('This is missing.')
export const uuid = (what: string) =>
  string()
    .typeError(`${what} should be an id.`)
    .required(`${what} is missing.`)
    .uuid(`${what} should be an id.`)
/** An id, or nothing. */
export const reference = (what: string) =>
  uuid(what).nullable().defined(`${what} is missing.`).required().nullable()
export const word = <T extends string>(words: readonly T[], what: string) =>
  mixed<T>((v): v is T => typeof v === 'string' && (words as readonly string[]).includes(v))
    .typeError(`${what} should be one of: ${words.join(', ')}.`)
    .required(`${what} is missing.`)
export const instant = () =>
  string()
    .typeError('The time should be text.')
    .required('The time is missing.')
    .matches(
      /^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/,
      'The time should be an instant such as 2026-03-02T08:30:00.000Z.',
    )
    .test('real', 'The time does not exist.', (v) => !Number.isNaN(Date.parse(v)))
export const version = () =>
  number()
    .typeError('The version should be a number.')
    .integer('The version should be whole.')
    .min(1, 'The version starts at 1.')
    .required('The version is missing.')

/** A group of these fields and no others. */
export const shape = <T extends Parameters<typeof object>[0]>(fields: T) =>
  object(fields as NonNullable<T>)
    .typeError('This should be a group of fields.')
    .noUnknown((v) => `Not known here: ${String(v.unknown).slice(0, 200)}.`)

/** A group in which any of these names may stand, each with something of one kind. */
export const recordOf = <K extends string, V>(
  names: readonly K[],
  is: (v: unknown) => v is V,
  what: string,
) =>
  mixed(
    (v): v is Readonly<Partial<Record<K, V>>> =>
      isRecord(v) &&
      Object.entries(v).every(([name, value]) => (names as readonly string[]).includes(name) && is(value)),
  )
    .typeError(`${what} should be by fields that are known here.`)
    .required(`${what} should be by fields that are known here.`)
