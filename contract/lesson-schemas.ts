/** Sets that an instructor composes and gives. */
import { array, boolean, number } from 'yup'
import { isItem, ITEM_KINDS, MOST_ITEMS } from '#core/teach/lessons.ts'
import { free, instant, name, reference, shape, typed, uuid, version, word } from './primitives.ts'

const MOST_TASK = 120
const MOST_PEOPLE = 60

const items = () =>
  array(
    shape({
      kind: word(ITEM_KINDS, 'The kind'),
      task: typed(MOST_TASK).required('What is asked is missing.'),
      points: number()
        .typeError('The points should be a number.')
        .integer('The points should be whole.')
        .min(0, 'Points go from 1 to 100.')
        .max(100, 'Points go from 1 to 100.')
        .required('The points are missing.'),
    })
      .required('An item is missing.')
      .test('known', 'This is nothing that can be asked for.', isItem),
  )
    .typeError('The items should be a list.')
    .min(1, 'Put in one thing at least.')
    .max(MOST_ITEMS, `A set has at most ${MOST_ITEMS} things in it.`)
    .required('The items are missing.')

export const lessonSchema = shape({
  id: uuid('The set'),
  name: name('The set’s name'),
  items: items(),
}).required()
export const lessonChangeSchema = shape({
  name: name('The set’s name'),
  items: items(),
  /** Put aside: it is not given any more. */
  closed: boolean().typeError('Closed is yes or no.').required('Whether it is closed is missing.'),
  version: version(),
}).required()
/** A set given to people, each by an id of its own. */
export const givingSchema = shape({
  lessonId: uuid('The set'),
  byId: reference('The instructor'),
  at: instant(),
  to: array(shape({ id: uuid('The giving'), personId: uuid('The person') }).required('A person is missing.'))
    .typeError('The people should be a list.')
    .min(1, 'Say who gets it.')
    .max(MOST_PEOPLE, `At most ${MOST_PEOPLE} at once.`)
    .required('The people are missing.'),
}).required()
/** The line of the log that stands for the plate of a set; null takes it back. */
export const plateSchema = shape({ entryId: reference('The line of the log') }).required()
export const signingSchema = shape({
  byId: uuid('The instructor'),
  at: instant(),
  note: free(),
}).required()
/** A set that was given by mistake. */
export const takenBackSchema = shape({ at: instant() }).required()
