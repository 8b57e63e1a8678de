/** Shapes of all that crosses a wire: checked at the server's edge, and the types of both sides; and what each route takes. */
import { string, type InferType } from 'yup'
import type { BrazePartDraft, BrazeWorkDraft } from '#core/braze/fields.ts'
import type { ChartRowDraft, RigDraft } from '#core/rig/fields.ts'
import type { RouteName } from './paths.ts'
import { shape, typed, uuid } from './primitives.ts'
import {
  settingsSchema,
  jobSchema,
  pieceSchema,
  pieceChangeSchema,
  jobsQuerySchema,
  jobNamesQuerySchema,
  jobQuerySchema,
  outlineSchema,
} from './piece-schemas.ts'
import {
  beginSchema,
  personSchema,
  personChangeSchema,
  torchSchema,
  torchChangeSchema,
  gearSchema,
  gearChangeSchema,
  gasQuerySchema,
  dialSchema,
  tipSchema,
  stockSchema,
  stockCutSchema,
} from './rig-schemas.ts'
import { batchSchema, batchChangeSchema } from './batch-schemas.ts'
import {
  runSchema,
  runEventSchema,
  readingSchema,
  faultSchema,
  pageFaultSchema,
  troubleSchema,
} from './run-schemas.ts'
import {
  logSchema,
  logQuerySchema,
  sheetSchema,
  recordsQuerySchema,
  pointsQuerySchema,
  photoQuerySchema,
  exportQuerySchema,
} from './log-schemas.ts'
import { mendSchema, restoreSchema, COPY_NAME } from './copy-schemas.ts'
import { testSchema, testEventSchema } from './test-schemas.ts'
import {
  givingSchema,
  lessonChangeSchema,
  lessonSchema,
  plateSchema,
  signingSchema,
  takenBackSchema,
} from './lesson-schemas.ts'
import { practiceSchema } from './practice-schemas.ts'
export * from './piece-schemas.ts'
export * from './batch-schemas.ts'
export * from './rig-schemas.ts'
export * from './run-schemas.ts'
export * from './log-schemas.ts'
export * from './test-schemas.ts'
export * from './copy-schemas.ts'
export * from './lesson-schemas.ts'
export * from './practice-schemas.ts'

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
  beginShop: { params: none, body: beginSchema },
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
  getPiece: { params: idParams, body: none },
  addPiece: { params: none, body: pieceSchema },
  changePiece: { params: idParams, body: pieceChangeSchema },
  addBatch: { params: none, body: batchSchema },
  getBatch: { params: idParams, body: none },
  changeBatch: { params: idParams, body: batchChangeSchema },
  startRun: { params: none, body: runSchema },
  getRun: { params: idParams, body: none },
  streamRun: { params: idParams, body: none },
  addRunEvent: { params: idParams, body: runEventSchema },
  listLog: { params: none, body: none, query: logQuerySchema },
  getLog: { params: idParams, body: none },
  addLog: { params: none, body: logSchema },
  addReading: { params: none, body: readingSchema },
  addFault: { params: none, body: faultSchema },
  listTroubles: { params: none, body: none },
  addTrouble: { params: none, body: troubleSchema },
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
  addSheet: { params: none, body: sheetSchema },
  importLog: { params: none, body: none },
  listCopies: { params: none, body: none },
  makeCopy: { params: none, body: none },
  lookAtCopy: { params: copyParams, body: none },
  restoreCopy: { params: copyParams, body: restoreSchema },
  listDamage: { params: none, body: none },
  mendDamage: { params: none, body: mendSchema },
  listPageFaults: { params: none, body: none },
  addPageFault: { params: none, body: pageFaultSchema },
  listPractice: { params: none, body: none },
  addPractice: { params: none, body: practiceSchema },
  listWeeks: { params: none, body: none },
  listTries: { params: none, body: none },
  listCards: { params: idParams, body: none },
  listLessons: { params: none, body: none },
  addLesson: { params: none, body: lessonSchema },
  changeLesson: { params: idParams, body: lessonChangeSchema },
  listGiven: { params: none, body: none },
  giveLesson: { params: none, body: givingSchema },
  getGiven: { params: idParams, body: none },
  setPlate: { params: idParams, body: plateSchema },
  signGiven: { params: idParams, body: signingSchema },
  takeBackGiven: { params: idParams, body: takenBackSchema },
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
export type { BrazePartDraft, BrazeWorkDraft, ChartRowDraft, RigDraft }
