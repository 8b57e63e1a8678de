/** Runs and what is confirmed in them; readings and faults. */
import { array, lazy, number, string, type AnySchema } from 'yup'
import { isRecord, keysOf } from '#core/objects.ts'
import { TROUBLE_STEP_NAMES } from '#core/record/fields.ts'
import { BREAK_NAMES, PLAIN_EVENTS } from '#core/record/run.ts'
import { instant, LINES, NAME, NOT_PLAIN, shape, typed, uuid, word } from './primitives.ts'

export const runSchema = shape({
  id: uuid('The run'),
  /** What is made: one piece, or a batch of them. */
  pieceId: uuid('The piece').nullable().defined('The piece is missing.'),
  batchId: uuid('The batch').nullable().defined('The batch is missing.'),
  personId: uuid('The person').nullable().defined(),
  at: instant(),
}).required()
const confirmation = {
  id: uuid('The event'),
  stepId: string()
    .typeError('The step should be text.')
    .required('The step is missing.')
    .max(60, 'The step is too long.'),
  at: instant(),
  personId: uuid('The person').nullable().defined('The person is missing.'),
}
const reasonText = () =>
  string()
    .typeError('The reason should be text.')
    .trim()
    .max(500, 'The reason is too long.')
    .matches(LINES, NOT_PLAIN)
const proofBy = () => uuid('Who has seen to it').nullable().defined('Who has seen to it is missing.')
const finite = (what: string) =>
  number().typeError(`${what} should be a number.`).required(`${what} is missing.`)
const PROOFS: Readonly<Partial<Record<string, AnySchema>>> & { readonly seen: AnySchema } = {
  seen: shape({ kind: word(['seen'] as const, 'The proof'), by: proofBy() }).required(
    'The proof is missing.',
  ),
  reading: shape({
    kind: word(['reading'] as const, 'The proof'),
    by: proofBy(),
    si: finite('The reading'),
  }).required(),
  ago: shape({
    kind: word(['ago'] as const, 'The proof'),
    by: proofBy(),
    seconds: finite('How long ago').min(0, 'It was in the past.'),
  }).required(),
}
const EVENTS = {
  skip: shape({
    ...confirmation,
    kind: word(['skip'] as const, 'The kind of event'),
    reason: reasonText().required('Say why the step is skipped.'),
  }).required(),
  assert: shape({
    ...confirmation,
    kind: word(['assert'] as const, 'The kind of event'),
    proof: lazy((value: unknown) => PROOFS[isRecord(value) ? String(value['kind']) : ''] ?? PROOFS.seen),
  }).required(),
  stop: shape({
    ...confirmation,
    kind: word(['stop', 'trouble'] as const, 'The kind of event'),
    reason: reasonText().nullable().defined('The reason is missing.'),
  }).required(),
  break: shape({
    ...confirmation,
    kind: word(['break'] as const, 'The kind of event'),
    name: word(BREAK_NAMES, 'The break'),
  }).required(),
  'hand-over': shape({
    ...confirmation,
    kind: word(['hand-over'] as const, 'The kind of event'),
    to: uuid('Who goes on').nullable().defined('Who goes on is missing.'),
  }).required(),
  ready: shape({
    ...confirmation,
    kind: word(['ready'] as const, 'The kind of event'),
    by: uuid('Who set it').nullable().defined('Who set it is missing.'),
    purgedS: finite('How long ago it was purged').min(0, 'It was in the past.'),
  }).required(),
  plain: shape({ ...confirmation, kind: word(PLAIN_EVENTS, 'The kind of event') }).required(),
}
/** One thing that is confirmed in a run: its kind says what else belongs to it. */
export const runEventSchema = lazy((value: unknown) => {
  const kind = isRecord(value) ? value['kind'] : undefined
  if (kind === 'skip') return EVENTS.skip
  if (kind === 'assert') return EVENTS.assert
  if (kind === 'stop' || kind === 'trouble') return EVENTS.stop
  return kind === 'break' || kind === 'hand-over' || kind === 'ready' ? EVENTS[kind] : EVENTS.plain
})
/** A reading in a run: typed, or as an instrument gave it. */
export const readingSchema = shape({
  id: uuid('The reading'),
  runId: uuid('The run'),
  /** The step in hand; empty where nobody said. */
  stepId: string()
    .typeError('The step should be text.')
    .max(60, 'The step is too long.')
    .defined('The step is missing.'),
  personId: uuid('The person').nullable().defined('The person is missing.'),
  at: instant(),
  figure: typed(),
  text: typed(),
  device: typed(NAME),
  /** Why the work goes on with a reading that is not what was planned; blank where it is. */
  reason: reasonText().defined('The reason is missing.'),
}).required()
/** A fault that was looked into: what was seen, and the cause that was settled on. */
export const faultSchema = shape({
  id: uuid('The fault'),
  pieceId: uuid('The piece').nullable().defined('The piece is missing.'),
  runId: uuid('The run').nullable().defined('The run is missing.'),
  personId: uuid('The person').nullable().defined('The person is missing.'),
  at: instant(),
  signs: array(typed().required('A sign is missing.'))
    .typeError('The signs should be a list.')
    .min(1, 'Say what is seen.')
    .max(10, 'At most 10 signs.')
    .required('The signs are missing.'),
  cause: typed(),
}).required()
/** Something that went wrong: that it was seen, an act that was done about it, or that a named person cleared it. */
export const troubleSchema = shape({
  id: uuid('The trouble'),
  pieceId: uuid('The piece').nullable().defined('The piece is missing.'),
  runId: uuid('The run').nullable().defined('The run is missing.'),
  personId: uuid('The person').nullable().defined('The person is missing.'),
  at: instant(),
  card: typed(40).required('What was seen is missing.'),
  step: word(keysOf(TROUBLE_STEP_NAMES), 'What of it'),
  what: reasonText().defined('What was done is missing.'),
  /** The line that first said so; null for that line itself. */
  of: uuid('The first line').nullable().defined('The first line is missing.'),
}).required()
/** Something that broke on a page: which page, and what. */
export const pageFaultSchema = shape({
  page: typed(200),
  what: string()
    .typeError('What broke should be text.')
    .required('What broke is missing.')
    .max(400, 'That is too long.')
    .matches(LINES, NOT_PLAIN),
  at: instant(),
}).required()
