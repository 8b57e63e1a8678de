/** Tests of a line and what is read in them. */
import { number, type InferType } from 'yup'
import { TEST_ASKED } from '#core/check/test-fields.ts'
import { TEST_EVENT_KINDS, TEST_KINDS } from '#core/check/test-record.ts'
import { schemaOf } from './field-schemas.ts'
import { instant, shape, typed, uuid, word } from './primitives.ts'

/** Stages of pressure, or joints of a line that is halved. */
const MOST_STAGES = 500

export const testSchema = shape({
  id: uuid('The test'),
  kind: word(TEST_KINDS, 'The kind of test'),
  pieceId: uuid('The piece').nullable().defined('The piece is missing.'),
  personId: uuid('The person').nullable().defined('The person is missing.'),
  at: instant(),
  asked: schemaOf(TEST_ASKED).required('What is asked is missing.'),
}).required()
export const testEventSchema = shape({
  id: uuid('The event'),
  kind: word(TEST_EVENT_KINDS, 'The kind of event'),
  at: instant(),
  stage: number()
    .typeError('The stage should be a number.')
    .integer()
    .min(0)
    .max(MOST_STAGES)
    .nullable()
    .defined('The stage is missing.'),
  /** As read: gauge for a pressure, absolute for a vacuum. Blank but for a reading. */
  pressure: typed(),
  temperature: typed(),
}).required()
export type TestDraft = InferType<typeof testSchema>
export type TestEventDraft = InferType<typeof testEventSchema>
