/** Shapes of all that crosses a wire: checked at the server's edge, and the types of both sides. */
import { array, boolean, lazy, mixed, number, string, type InferType } from 'yup'
import { BRAZE_WORK, type BrazePartDraft, type BrazeWorkDraft } from '#core/braze/fields.ts'
import { CUT_WORK, USUAL, type CutWorkDraft } from '#core/cut/fields.ts'
import { BRAZE_TOLD, CUT_TOLD } from '#core/record/fields.ts'
import { RIG, type ChartRowDraft, type RigDraft } from '#core/rig/fields.ts'
import { SHOP, type ShopDraft } from '#core/shop/fields.ts'
import { TEST_ASKED } from '#core/check/test-fields.ts'
import { GEAR_KINDS } from '#core/rig/kinds.ts'
import { DIAL_PLACES, STRIP_PLACES, type JointState } from '#core/check/acceptance.ts'
import { TEST_EVENT_KINDS, TEST_KINDS } from '#core/check/test-record.ts'
import { DIALS } from '#core/instrument/protocol.ts'
import { ENTRY_KINDS, OUTCOMES } from '#core/record/entry.ts'
import { GROWN_FIGURES } from '#core/record/grown.ts'
import { STANDS } from '#core/line/procedure.ts'
import { isRecord } from '#core/objects.ts'
import { BREAK_NAMES, PLAIN_EVENTS } from '#core/record/run.ts'
import { MOST_BYTES } from '#core/outline/drawing.ts'
import { schemaOf, shapesOf } from './field-schemas.ts'
import type { RouteName } from './paths.ts'
import {
  instant,
  LINES,
  LONG,
  NAME,
  name,
  NOT_PLAIN,
  ONE_LINE,
  reference,
  shape,
  typed,
  TYPED,
  uuid,
  version,
  word,
} from './primitives.ts'

/** A rig as typed: what a torch is kept as, and what a piece is planned with. */
export const rigSchema = schemaOf(RIG).required('The rig is missing.')

/** The torch that a piece was planned with, if it is one that is kept. */
const torchId = reference('The torch')

/** A piece to be cut, as typed. */
export const cutDraftSchema = shape({
  kind: word(['cut'] as const, 'The kind of piece'),
  torchId,
  work: schemaOf(CUT_WORK).required('The work is missing.'),
  rig: rigSchema,
  usual: schemaOf(USUAL).required('The usual is missing.'),
}).required('The piece is missing.')

/** A piece to be brazed, as typed. */
export const brazeDraftSchema = shape({
  kind: word(['braze'] as const, 'The kind of piece'),
  torchId,
  work: schemaOf(BRAZE_WORK).required('The work is missing.'),
  rig: rigSchema,
}).required('The piece is missing.')

/** A piece as typed, of either kind. */
const draftSchema = lazy((value: unknown) =>
  typeof value === 'object' && value !== null && 'kind' in value && value.kind === 'braze'
    ? brazeDraftSchema
    : cutDraftSchema,
)

export const settingsSchema = schemaOf(SHOP)
  .noUnknown((v) => `Not known here: ${String(v.unknown).slice(0, 200)}.`)
  .required('The settings are missing.')

/** What somebody may confirm: an apprentice has the marked steps confirmed by an instructor. */
export const ROLES = ['practised', 'apprentice', 'instructor'] as const
export const personSchema = shape({ id: uuid('The person'), name: name('The name') }).required()
export const personChangeSchema = shape({
  name: name('The name'),
  active: boolean().typeError('Active should be yes or no.').required('Active is missing.'),
  role: word(ROLES, 'The role'),
}).required()
export const torchSchema = shape({ id: uuid('The torch'), name: name('The name'), rig: rigSchema }).required()
export const torchChangeSchema = shape({ name: name('The name'), rig: rigSchema }).required()
const gearFields = {
  name: name('The name'),
  /** Field by field, as typed: which ones there are depends on the kind and is checked by the core. */
  fields: mixed<Readonly<Record<string, string>>>(
    (v): v is Readonly<Record<string, string>> =>
      typeof v === 'object' &&
      v !== null &&
      !Array.isArray(v) &&
      Object.entries(v).length <= 40 &&
      Object.values(v).every((x) => typeof x === 'string' && x.length <= LONG && ONE_LINE.test(x)),
  )
    .typeError('The fields should be lines of text.')
    .required('The fields are missing.'),
}
export const gearSchema = shape({
  id: uuid('The thing'),
  kind: word(GEAR_KINDS, 'The kind'),
  ...gearFields,
}).required()
export const gearChangeSchema = shape({
  ...gearFields,
  active: boolean().typeError('Active should be yes or no.').required('Active is missing.'),
}).required()
export const jobSchema = shape({
  id: uuid('The job'),
  name: name("The job's name"),
  place: string()
    .typeError('The place should be text.')
    .trim()
    .max(NAME, 'The place is too long.')
    .matches(ONE_LINE, NOT_PLAIN)
    .defined('The place is missing.'),
}).required()
export const ticketSchema = shape({
  id: uuid('The piece'),
  jobId: uuid('The job'),
  title: name("The piece's name"),
  draft: draftSchema,
  /** The line of the log that asked for it, when it puts something right. */
  remedyOf: uuid('The entry').nullable().optional(),
}).required()
export const ticketChangeSchema = shape({
  title: name("The piece's name"),
  draft: draftSchema,
  version: version(),
}).required()
export const runSchema = shape({
  id: uuid('The run'),
  ticketId: uuid('The piece'),
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
const stand = () => word(STANDS, 'Where the rig stands')
const EVENTS = {
  skip: shape({
    ...confirmation,
    kind: word(['skip'] as const, 'The kind of event'),
    reason: reasonText().required('Say why the step is skipped.'),
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
    stand: stand(),
  }).required(),
  'hand-over': shape({
    ...confirmation,
    kind: word(['hand-over'] as const, 'The kind of event'),
    stand: stand(),
  }).required(),
  plain: shape({ ...confirmation, kind: word(PLAIN_EVENTS, 'The kind of event') }).required(),
}
/** One thing that is confirmed in a run: its kind says what else belongs to it. */
export const runEventSchema = lazy((value: unknown) => {
  const kind = isRecord(value) ? value['kind'] : undefined
  if (kind === 'skip') return EVENTS.skip
  if (kind === 'stop' || kind === 'trouble') return EVENTS.stop
  return kind === 'break' || kind === 'hand-over' ? EVENTS[kind] : EVENTS.plain
})
const written = {
  id: uuid('The entry'),
  ticketId: uuid('The piece'),
  runId: uuid('The run').nullable().defined('The run is missing.'),
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
  ...shapesOf(CUT_TOLD),
}).required()
const PLACES: ReadonlySet<string> = new Set([...DIAL_PLACES, ...STRIP_PLACES])
/** What came out of a braze. */
export const brazeLogSchema = shape({
  kind: word(['braze'] as const, 'The kind of entry'),
  ...written,
  ...shapesOf(BRAZE_TOLD),
  places: mixed<Readonly<Record<string, JointState>>>(
    (v): v is Readonly<Record<string, JointState>> =>
      BRAZE_TOLD.places.is(v) && Object.keys(v).every((place) => PLACES.has(place)),
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
  ticket: string().uuid('The piece should be an id.'),
  job: string().uuid('The job should be an id.'),
  tip: string().matches(/^\d+(\.\d+)?(e-?\d+)?$/, 'The tip should be a number of metres.'),
  thinnest: string().matches(/^\d+(\.\d+)?(e-?\d+)?$/, 'The thickness should be a number of metres.'),
  thickest: string().matches(/^\d+(\.\d+)?(e-?\d+)?$/, 'The thickness should be a number of metres.'),
  from: string().matches(/^\d{4}-\d\d-\d\d$/, 'The day should be like 2026-03-02.'),
  to: string().matches(/^\d{4}-\d\d-\d\d$/, 'The day should be like 2026-03-02.'),
  before: string().matches(/^\d{1,16}$/, 'The place in the list should be a number.'),
})
/** A page of jobs: after which one. */
export const jobsQuerySchema = shape({ after: string().uuid('The job should be an id.') })
/** Jobs by how their names begin. */
export const jobNamesQuerySchema = shape({ name: string().max(NAME) })
/** The pieces of a job: the page that has this one. */
export const jobQuerySchema = shape({ around: string().uuid('The piece should be an id.') })
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
export const gasQuerySchema = shape({ since: instant() })
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
const COPY_NAME = /^[A-Za-z0-9][A-Za-z0-9.-]{0,119}$/
/** A reading in a run: typed, or as an instrument gave it. */
export const readingSchema = shape({
  id: uuid('The reading'),
  runId: uuid('The run'),
  personId: uuid('The person').nullable().defined('The person is missing.'),
  at: instant(),
  figure: typed(),
  text: typed(),
  device: typed(NAME),
}).required()
/** A fault that was looked into: what was seen, and the cause that was settled on. */
export const faultSchema = shape({
  id: uuid('The fault'),
  ticketId: uuid('The piece').nullable().defined('The piece is missing.'),
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
export const testSchema = shape({
  id: uuid('The test'),
  kind: word(TEST_KINDS, 'The kind of test'),
  ticketId: uuid('The piece').nullable().defined('The piece is missing.'),
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
    .max(10)
    .nullable()
    .defined('The stage is missing.'),
  /** As read: gauge for a pressure, absolute for a vacuum. Blank but for a reading. */
  pressure: typed(),
  temperature: typed(),
}).required()
export const dialSchema = shape({
  device: typed(),
  fault: word(DIALS, 'The fault'),
  amount: number()
    .typeError('The amount should be a number.')
    .min(0, 'From 0.')
    .max(1, 'To 1.')
    .required('The amount is missing.'),
}).required()
export const photoQuerySchema = shape({ entry: uuid('The entry') })
export const exportQuerySchema = shape({
  format: word(['csv', 'json', 'zip'] as const, 'The format'),
})

/** A drawing as it came; `unit` is empty when the file itself says it. */
export const outlineSchema = shape({
  id: uuid('The outline'),
  name: name("The file's name"),
  format: word(['dxf', 'svg'] as const, 'The format'),
  unit: word(['', 'mm', 'cm', 'm', 'in', 'ft'] as const, 'The unit'),
  text: string()
    .typeError('The drawing should be text.')
    .required('The drawing is empty.')
    .max(MOST_BYTES, 'The drawing is too large.'),
}).required()
export const tipSchema = shape({
  id: uuid('The tip'),
  name: name('The name'),
  orifice: typed(),
}).required()
const bar = {
  name: name('The name'),
  lengthM: number()
    .typeError('The length should be a number.')
    .required('The length is missing.')
    .min(0.001, 'The length should be 1 mm or more.')
    .max(200, 'The length should be at most 200 m.'),
  count: number()
    .typeError('How many should be a number.')
    .required('How many is missing.')
    .integer('How many should be whole.')
    .min(1, 'At least one.')
    .max(5000, 'At most 5000.'),
}
export const stockSchema = shape({ id: uuid('The bar'), ...bar }).required()
/** A cut list that was cut: what came off the rack, and what went back to it. */
export const stockCutSchema = shape({
  id: uuid('The cut'),
  taken: array(shape({ id: uuid('The bar'), count: bar.count }).required())
    .typeError('What was taken should be a list.')
    .max(500, 'At most 500 bars.')
    .required('What was taken is missing.'),
  remnants: array(shape({ id: uuid('The bar'), ...bar }).required())
    .typeError('The remnants should be a list.')
    .max(500, 'At most 500 remnants.')
    .required('The remnants are missing.'),
}).required()

const none = shape({}).required()
const idParams = shape({ id: uuid('The id') }).required()
const copyParams = shape({
  name: string().matches(COPY_NAME, 'There is no such copy.').required('The copy is missing.'),
}).required()

/**
 * What every route of the server takes in its path and its body. The server refuses anything else, and the web asks
 * through the same table.
 */
export const ROUTES = {
  health: { params: none, body: none },
  today: { params: none, body: none },
  getSettings: { params: none, body: none },
  putSettings: { params: none, body: settingsSchema },
  listPeople: { params: none, body: none },
  addPerson: { params: none, body: personSchema },
  changePerson: { params: idParams, body: personChangeSchema },
  listTorches: { params: none, body: none },
  addTorch: { params: none, body: torchSchema },
  changeTorch: { params: idParams, body: torchChangeSchema },
  listGear: { params: none, body: none },
  addGear: { params: none, body: gearSchema },
  changeGear: { params: idParams, body: gearChangeSchema },
  listJobs: { params: none, body: none, query: jobsQuerySchema },
  findJobs: { params: none, body: none, query: jobNamesQuerySchema },
  getJob: { params: idParams, body: none, query: jobQuerySchema },
  getWholeJob: { params: idParams, body: none },
  addJob: { params: none, body: jobSchema },
  getTicket: { params: idParams, body: none },
  addTicket: { params: none, body: ticketSchema },
  changeTicket: { params: idParams, body: ticketChangeSchema },
  startRun: { params: none, body: runSchema },
  getRun: { params: idParams, body: none },
  streamRun: { params: idParams, body: none },
  addRunEvent: { params: idParams, body: runEventSchema },
  listLog: { params: none, body: none, query: logQuerySchema },
  getLog: { params: idParams, body: none },
  addLog: { params: none, body: logSchema },
  addReading: { params: none, body: readingSchema },
  addFault: { params: none, body: faultSchema },
  listRecords: { params: none, body: none, query: recordsQuerySchema },
  getChart: { params: none, body: none },
  listPoints: { params: none, body: none, query: pointsQuerySchema },
  addPhoto: { params: idParams, body: none, query: photoQuerySchema },
  getPhoto: { params: idParams, body: none },
  listTests: { params: none, body: none },
  startTest: { params: none, body: testSchema },
  getTest: { params: idParams, body: none },
  streamTest: { params: idParams, body: none },
  addTestEvent: { params: idParams, body: testEventSchema },
  listInstruments: { params: none, body: none },
  streamInstruments: { params: none, body: none },
  dialInstrument: { params: none, body: dialSchema },
  getTrend: { params: shape({ channel: typed() }).required(), body: none },
  getCloseOut: { params: idParams, body: none },
  exportLog: { params: none, body: none, query: exportQuerySchema },
  importLog: { params: none, body: none },
  listCopies: { params: none, body: none },
  makeCopy: { params: none, body: none },
  lookAtCopy: { params: copyParams, body: none },
  restoreCopy: { params: copyParams, body: restoreSchema },
  listDamage: { params: none, body: none },
  mendDamage: { params: none, body: mendSchema },
  listTips: { params: none, body: none },
  addTip: { params: none, body: tipSchema },
  addOutline: { params: none, body: outlineSchema },
  getOutline: { params: idParams, body: none },
  listStock: { params: none, body: none },
  addStock: { params: none, body: stockSchema },
  cutStock: { params: none, body: stockCutSchema },
  listGasUses: { params: none, body: none, query: gasQuerySchema },
} as const satisfies Record<RouteName, unknown>
export type { RouteName }

/** What a route's address carries after the question mark. */
export type QueryOf<R extends RouteName> = (typeof ROUTES)[R] extends { query: infer Q }
  ? Q extends { __outputType: infer T }
    ? T
    : never
  : Record<never, never>
/** What a route's request carries. */
export type BodyOf<R extends RouteName> = InferType<(typeof ROUTES)[R]['body']>
export type ParamsOf<R extends RouteName> = InferType<(typeof ROUTES)[R]['params']>

export type CutDraft = InferType<typeof cutDraftSchema>
export type BrazeDraft = InferType<typeof brazeDraftSchema>
/** A piece of either kind. */
export type PieceDraft = CutDraft | BrazeDraft
export type { BrazePartDraft, BrazeWorkDraft, ChartRowDraft, RigDraft }
export type WorkDraft = CutWorkDraft
export type PracticeDraft = WorkDraft['practice'][number]
export type Settings = ShopDraft
export type OutlineFile = InferType<typeof outlineSchema>
export type CutLogDraft = InferType<typeof cutLogSchema>
export type BrazeLogDraft = InferType<typeof brazeLogSchema>
/** What came out, as typed. */
export type LogDraft = CutLogDraft | BrazeLogDraft
export type LogQuery = InferType<typeof logQuerySchema>
export type TestDraft = InferType<typeof testSchema>
export type TestEventDraft = InferType<typeof testEventSchema>
export type AcceptanceDraft = Settings['acceptance']
export type ChangeDraft = WorkDraft['changes'][number]
