/** Results as they are typed, and what the log is asked for. */
import { array, lazy, mixed, number, string, type InferType } from 'yup'
import { BRAZE_RESULT, CUT_RESULT } from '#core/record/fields.ts'
import { DIAL_PLACES, STRIP_PLACES, type JointState } from '#core/check/acceptance.ts'
import { ENTRY_KINDS, OUTCOMES } from '#core/record/entry.ts'
import { GROWN_FIGURES } from '#core/record/grown.ts'
import { SHEET } from '#core/sheet/fields.ts'
import { SHEET_MOST } from '#core/sheet/open.ts'
import { keysOf } from '#core/objects.ts'
import { UNITS, type UnitId } from '#core/quantity/index.ts'
import { shapesOf } from './field-schemas.ts'
import { instant, LINES, NAME, NOT_PLAIN, recordOf, shape, typed, TYPED, uuid, word } from './primitives.ts'

const count = (what: string) =>
  number()
    .typeError(`${what} should be a number.`)
    .integer(`${what} should be whole.`)
    .min(1, `${what} counts from 1.`)
    .required(`${what} is missing.`)
const written = {
  id: uuid('The entry'),
  pieceId: uuid('The piece'),
  runId: uuid('The run').nullable().defined('The run is missing.'),
  /** Which making of its run it tells of, from 1; 1 and 1 where there is no run. */
  place: count('The place in the batch'),
  repeat: count('Which of them'),
  personId: uuid('The person').nullable().defined('The person is missing.'),
  at: instant(),
  /** The entry whose place it takes, with why; null for a new one. */
  corrects: uuid('The entry').nullable().defined('The entry is missing.'),
  why: string()
    .typeError('The reason should be text.')
    .trim()
    .max(500, 'The reason is too long.')
    .matches(LINES, NOT_PLAIN)
    .defined('The reason is missing.'),
}
/** What came out of a cut. */
export const cutLogSchema = shape({
  kind: word(['cut'] as const, 'The kind of entry'),
  ...written,
  ...shapesOf(CUT_RESULT),
}).required()
const PLACES: ReadonlySet<string> = new Set([...DIAL_PLACES, ...STRIP_PLACES])
/** What came out of a braze. */
export const brazeLogSchema = shape({
  kind: word(['braze'] as const, 'The kind of entry'),
  ...written,
  ...shapesOf(BRAZE_RESULT),
  places: mixed<Readonly<Record<string, JointState>>>(
    (v): v is Readonly<Record<string, JointState>> =>
      BRAZE_RESULT.places.is(v) && Object.keys(v).every((place) => PLACES.has(place)),
  )
    .typeError('The places should be those of a dial or a strip.')
    .required('The places are missing.'),
  /** Quarter by quarter, as typed. */
  penetration: array(typed(20).required('A quarter is missing.'))
    .typeError('The penetration should be a list.')
    .max(4, 'Four quarters.')
    .required('The penetration is missing.'),
}).required()
export const logSchema = lazy((value: unknown) =>
  typeof value === 'object' && value !== null && 'kind' in value && value.kind === 'braze'
    ? brazeLogSchema
    : cutLogSchema,
)
/** What the log is asked for; each narrows it further. */
export const logQuerySchema = shape({
  q: string().max(TYPED),
  kind: string().oneOf([...ENTRY_KINDS], 'There is no such kind of entry.'),
  outcome: string().oneOf([...OUTCOMES], 'There is no such outcome.'),
  metal: string().max(TYPED),
  person: string().max(NAME),
  piece: string().uuid('The piece should be an id.'),
  job: string().uuid('The job should be an id.'),
  tip: string().matches(/^\d+(\.\d+)?(e-?\d+)?$/, 'The tip should be a number of metres.'),
  thinnest: string().matches(/^\d+(\.\d+)?(e-?\d+)?$/, 'The thickness should be a number of metres.'),
  thickest: string().matches(/^\d+(\.\d+)?(e-?\d+)?$/, 'The thickness should be a number of metres.'),
  from: string().matches(/^\d{4}-\d\d-\d\d$/, 'The day should be like 2026-03-02.'),
  to: string().matches(/^\d{4}-\d\d-\d\d$/, 'The day should be like 2026-03-02.'),
  before: string().matches(/^\d{1,16}$/, 'The place in the list should be a number.'),
})
const sheetField = word(keysOf(SHEET), 'The field')
/** A shop's own spreadsheet, and how it is to be read: what stood on the page when it was taken. */
export const sheetSchema = shape({
  text: string()
    .typeError('The sheet should be text.')
    .max(SHEET_MOST.letters, 'That is too long for one sheet.')
    .required('The sheet is missing.'),
  how: shape({
    columns: array(sheetField.nullable().defined())
      .typeError('The columns should be a list.')
      .max(SHEET_MOST.columns, `There are more than ${SHEET_MOST.columns} columns.`)
      .required('The columns are missing.'),
    units: recordOf(keysOf(SHEET), (v): v is UnitId => UNITS.some((u) => u.id === v), 'The units'),
    same: recordOf(
      keysOf(SHEET),
      (v): v is string => typeof v === 'string' && v.length <= NAME,
      'What is the same',
    ),
    dates: word(['day-month', 'month-day'] as const, 'The order of dates'),
    decimals: word(['point', 'comma'] as const, 'The decimal mark'),
  }).required('How it is read is missing.'),
  /** The day of the screen. */
  today: string()
    .matches(/^20\d\d-\d\d-\d\d$/, 'The day should be like 2026-03-02.')
    .required('The day is missing.'),
  /** So many rows were shown as good: no other number is taken. */
  rows: number()
    .typeError('The number of rows should be a number.')
    .integer('The number of rows should be whole.')
    .min(1, 'There is no row to take.')
    .required('The number of rows is missing.'),
}).required()
export const recordsQuerySchema = shape({
  kind: mixed<'cut' | 'braze'>().oneOf(['cut', 'braze'], 'A piece is a cut or a braze.'),
})
/** One setting of one row of the shop's chart. */
export const pointsQuerySchema = shape({
  row: string().max(NAME).required('The row is missing.'),
  figure: word(
    GROWN_FIGURES.map((f) => f.used),
    'The setting',
  ),
})
export const photoQuerySchema = shape({
  entry: uuid('The entry'),
  /** The piece of an entry that is being written. */
  piece: string().uuid('The piece should be an id.'),
  /** The torch whose card it shows. */
  torch: string().uuid('The torch should be an id.'),
})
export const exportQuerySchema = shape({
  format: word(['csv', 'json', 'zip'] as const, 'The format'),
})
export type CutLogDraft = InferType<typeof cutLogSchema>
export type BrazeLogDraft = InferType<typeof brazeLogSchema>
/** What came out, as typed. */
export type LogDraft = CutLogDraft | BrazeLogDraft
export type LogQuery = InferType<typeof logQuerySchema>
