/** Copies of the log, and mending from them. */
import { boolean, number } from 'yup'
import { shape, word } from './primitives.ts'

/** Tables whose rows are signed: what of the log can be found damaged. */
export const DAMAGED_TABLES = [
  'log',
  'run_events',
  'plans',
  'tests',
  'test_events',
  'tickets',
  'settings',
  'torches',
  'gear',
] as const
/** A row that is put back from the newest copy that has it whole. */
export const mendSchema = shape({
  table: word(DAMAGED_TABLES, 'The table'),
  row: number()
    .typeError('The row should be a number.')
    .integer('The row should be whole.')
    .required('The row is missing.'),
}).required()
/** Going back to a copy is confirmed by saying what it is known to lose. */
export const restoreSchema = shape({
  damaged: boolean()
    .typeError('Damaged is yes or no.')
    .required('Whether a damaged copy will do is missing.'),
}).required()
export const COPY_NAME = /^[A-Za-z0-9][A-Za-z0-9.-]{0,119}$/
