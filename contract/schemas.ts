/** Shapes of all that crosses a wire: checked at the server's edge, and the types of both sides. */
import { array, boolean, mixed, number, object, setLocale, string, type InferType } from 'yup'
import { DROPS, EDGES, SLAG_CLASSES } from '#core/record/outcome.ts'
import { RUN_EVENT_KINDS } from '#core/record/run.ts'
import { UNITS, type Kind } from '#core/quantity/index.ts'
import { REGIONS } from '#core/words.ts'
import type { RouteName } from './paths.ts'

setLocale({
  mixed: {
    default: 'This is not understood.',
    notNull: 'This is missing.',
    notType: 'This is of the wrong kind.',
    defined: 'This is missing.',
  },
})

const LONG = 2000
const NAME = 120
const TYPED = 60

/** No control characters; line breaks and tabs only where more than one line may be typed. */
const ONE_LINE = /^[^\u0000-\u001f\u007f]*$/
const LINES = /^[^\u0000-\u0008\u000b-\u001f\u007f]*$/
const NOT_PLAIN = 'This should be plain text.'

/** A name that a person gives: one line, not blank. */
const name = (what: string) =>
  string()
    .typeError(`${what} should be text.`)
    .trim()
    .required(`Give ${what.toLowerCase()}.`)
    .max(NAME, `${what} should be at most ${NAME} characters.`)
    .matches(ONE_LINE, `${what} should be one plain line.`)

/** A quantity as typed: read by the core, not here. */
const typed = () =>
  string()
    .typeError('This should be text.')
    .max(TYPED, `This should be at most ${TYPED} characters.`)
    .matches(ONE_LINE, NOT_PLAIN)
    .defined('This is missing.')
const free = () =>
  string()
    .typeError('This should be text.')
    .max(LONG, `This should be at most ${LONG} characters.`)
    .matches(LINES, NOT_PLAIN)
    .defined('This is missing.')
const uuid = (what: string) =>
  string()
    .typeError(`${what} should be an id.`)
    .required(`${what} is missing.`)
    .uuid(`${what} should be an id.`)
const word = <T extends string>(words: readonly T[], what: string) =>
  mixed<T>((v): v is T => typeof v === 'string' && (words as readonly string[]).includes(v))
    .typeError(`${what} should be one of: ${words.join(', ')}.`)
    .required(`${what} is missing.`)
const instant = () =>
  string()
    .typeError('The time should be text.')
    .required('The time is missing.')
    .matches(
      /^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/,
      'The time should be an instant such as 2026-03-02T08:30:00.000Z.',
    )
    .test('real', 'The time does not exist.', (v) => !Number.isNaN(Date.parse(v)))
const version = () =>
  number()
    .typeError('The version should be a number.')
    .integer('The version should be whole.')
    .min(1, 'The version starts at 1.')
    .required('The version is missing.')

const shape = <T extends Parameters<typeof object>[0]>(fields: T) =>
  object(fields as NonNullable<T>)
    .typeError('This should be a group of fields.')
    .noUnknown((v) => `Not known here: ${String(v.unknown).slice(0, 200)}.`)

const hose = shape({ length: typed(), bore: typed() })
const chartRow = shape({
  orifice: typed(),
  thicknessMin: typed(),
  thicknessMax: typed(),
  oxygenPressure: typed(),
  fuelPressure: typed(),
  pressureAt: typed(),
  speed: typed(),
  kerf: typed(),
})

/** A rig as typed: what a torch is kept as, and what a piece is planned with. */
export const rigSchema = shape({
  fuel: typed(),
  tipOrifice: typed(),
  tipRadius: typed(),
  tipBelowCollar: typed(),
  handling: typed(),
  guide: typed(),
  oxygenHose: hose.required('The hose is missing.'),
  oxygenPurity: typed(),
  acetyleneCylinder: typed(),
  chart: array(chartRow.required('A row is missing.'))
    .typeError('The chart should be a list of rows.')
    .max(100, 'At most 100 rows.')
    .required('The chart is missing.'),
}).required('The rig is missing.')

/** A piece as typed. */
export const draftSchema = shape({
  kind: word(['cut'] as const, 'The kind of piece'),
  torchId: uuid('The torch').nullable().defined('The torch is missing.').required().nullable(),
  work: shape({
    metal: typed(),
    thickness: typed(),
    length: typed(),
    start: typed(),
    surface: typed(),
    temperature: typed(),
  }).required('The work is missing.'),
  rig: rigSchema,
}).required('The piece is missing.')

const unit = (kind: Kind) =>
  word(
    UNITS.filter((u) => u.kind === kind).map((u) => u.id),
    `The unit for ${kind}`,
  )

export const settingsSchema = shape({
  units: shape({
    length: unit('length'),
    pressure: unit('pressure'),
    flow: unit('flow'),
    speed: unit('speed'),
    temperature: unit('temperature'),
    volume: unit('volume'),
    mass: unit('mass'),
  }).required('The units are missing.'),
  region: word(REGIONS, 'The region'),
  words: shape({
    tip: word(['tip', 'nozzle'] as const, 'The word for tip'),
    torch: word(['torch', 'blowpipe'] as const, 'The word for torch'),
    cylinder: word(['cylinder', 'bottle'] as const, 'The word for cylinder'),
    arrestor: word(['flashback arrestor', 'flame trap'] as const, 'The word for arrestor'),
  }).required('The words are missing.'),
  altitude: typed(),
  decimalMark: word(['ask', 'comma'] as const, 'The decimal mark'),
}).required('The settings are missing.')

export const personSchema = shape({ id: uuid('The person'), name: name('The name') }).required()
export const personChangeSchema = shape({
  name: name('The name'),
  active: boolean().typeError('Active should be yes or no.').required('Active is missing.'),
}).required()
export const torchSchema = shape({ id: uuid('The torch'), name: name('The name'), rig: rigSchema }).required()
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
export const runEventSchema = shape({
  id: uuid('The event'),
  kind: word(RUN_EVENT_KINDS, 'The kind of event'),
  stepId: string()
    .typeError('The step should be text.')
    .required('The step is missing.')
    .max(60, 'The step is too long.'),
  at: instant(),
  personId: uuid('The person').nullable().defined('The person is missing.'),
  reason: string()
    .typeError('The reason should be text.')
    .trim()
    .max(500, 'The reason is too long.')
    .matches(LINES, NOT_PLAIN)
    .nullable()
    .defined('The reason is missing.'),
}).required()
export const logSchema = shape({
  id: uuid('The entry'),
  ticketId: uuid('The piece'),
  runId: uuid('The run').nullable().defined('The run is missing.'),
  personId: uuid('The person').nullable().defined('The person is missing.'),
  at: instant(),
  used: shape({
    tipOrifice: typed(),
    oxygenPressure: typed(),
    fuelPressure: typed(),
    travelSpeed: typed(),
  }).required('What was used is missing.'),
  edge: word(EDGES, 'The edge'),
  slag: word(SLAG_CLASSES, 'The slag'),
  drop: word(DROPS, 'Whether it dropped'),
  kerf: typed(),
  note: free(),
}).required()

const none = shape({}).required()
const idParams = shape({ id: uuid('The id') }).required()

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
  listJobs: { params: none, body: none },
  getJob: { params: idParams, body: none },
  addJob: { params: none, body: jobSchema },
  addTicket: { params: none, body: ticketSchema },
  changeTicket: { params: idParams, body: ticketChangeSchema },
  startRun: { params: none, body: runSchema },
  getRun: { params: idParams, body: none },
  streamRun: { params: idParams, body: none },
  addRunEvent: { params: idParams, body: runEventSchema },
  listLog: { params: none, body: none },
  getLog: { params: idParams, body: none },
  addLog: { params: none, body: logSchema },
  listKerfs: { params: none, body: none },
} as const satisfies Record<RouteName, unknown>
export type { RouteName }

/** What a route's request carries. */
export type BodyOf<R extends RouteName> = InferType<(typeof ROUTES)[R]['body']>
export type ParamsOf<R extends RouteName> = InferType<(typeof ROUTES)[R]['params']>

export type CutDraft = InferType<typeof draftSchema>
export type RigDraft = InferType<typeof rigSchema>
export type ChartRowDraft = RigDraft['chart'][number]
export type Settings = InferType<typeof settingsSchema>
export type LogDraft = InferType<typeof logSchema>
