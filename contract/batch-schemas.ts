/** Pieces that are made one after another on one set-up. */
import { array, boolean, number } from 'yup'
import { MOST_PIECES, MOST_REPEATS } from '#core/line/agree.ts'
import { name, shape, uuid, version } from './primitives.ts'

const pieces = () =>
  array(
    shape({
      pieceId: uuid('The piece'),
      repeats: number()
        .typeError('The number of them should be a number.')
        .integer('The number of them should be whole.')
        .min(1, 'It is made at least once.')
        .max(MOST_REPEATS, `A piece is made at most ${MOST_REPEATS} times in one batch.`)
        .required('The number of them is missing.'),
    }).required('A piece is missing.'),
  )
    .typeError('The pieces should be a list.')
    .max(MOST_PIECES, `A batch has at most ${MOST_PIECES} pieces.`)
    .required('The pieces are missing.')
export const batchSchema = shape({
  id: uuid('The batch'),
  name: name("The batch's name"),
  pieces: pieces(),
}).required()
export const batchChangeSchema = shape({
  name: name("The batch's name"),
  pieces: pieces(),
  /** Put aside: it is on no list any more. */
  closed: boolean().typeError('Closed is yes or no.').required('Whether it is closed is missing.'),
  version: version(),
}).required()
