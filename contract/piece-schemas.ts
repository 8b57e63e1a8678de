/** Pieces as they are typed, their jobs and drawings, and the shop's settings. */
import { array, lazy, string, type InferType } from 'yup'
import { BRAZE_WORK } from '#core/braze/fields.ts'
import { CUT_WORK, USUAL, type CutWorkDraft } from '#core/cut/fields.ts'
import { RIG } from '#core/rig/fields.ts'
import { SHOP, type ShopDraft } from '#core/shop/fields.ts'
import { MOST_BYTES } from '#core/outline/drawing.ts'
import { schemaOf } from './field-schemas.ts'
import {
  another,
  NAME,
  name,
  NOT_PLAIN,
  ONE_LINE,
  reference,
  shape,
  uuid,
  version,
  word,
} from './primitives.ts'

/** A rig as typed: what a torch is kept as, and what a piece is planned with. */
export const rigSchema = schemaOf(RIG).required('The rig is missing.')
/** The torch that a piece was planned with, if it is one that is kept. */
const torchId = reference('The torch')
/** What of a new piece nobody has said yet: its fields stand as they usually are. */
const assumed = array(string().max(NAME).required('A name is missing.'))
  .typeError('What is assumed should be a list.')
  .max(20, 'That is more than is assumed of a piece.')
/** A piece to be cut, as typed. */
export const cutDraftSchema = shape({
  kind: word(['cut'] as const, 'The kind of piece'),
  torchId,
  work: schemaOf(CUT_WORK).required('The work is missing.'),
  rig: rigSchema,
  usual: schemaOf(USUAL).required('The usual is missing.'),
  assumed,
}).required('The piece is missing.')
/** A piece to be brazed, as typed. */
export const brazeDraftSchema = shape({
  kind: word(['braze'] as const, 'The kind of piece'),
  torchId,
  work: schemaOf(BRAZE_WORK).required('The work is missing.'),
  rig: rigSchema,
  assumed,
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
export const jobSchema = shape({
  id: uuid('The job'),
  name: name("The job's name"),
  place: string()
    .typeError('The place should be text.')
    .trim()
    .max(NAME, 'The place is too long.')
    .matches(ONE_LINE, NOT_PLAIN)
    .defined('The place is missing.'),
  another: another(),
}).required()
export const pieceSchema = shape({
  id: uuid('The piece'),
  jobId: uuid('The job'),
  title: name("The piece's name"),
  draft: draftSchema,
  /** The line of the log that asked for it, when it puts something right. */
  remedyOf: uuid('The entry').nullable().optional(),
}).required()
export const pieceChangeSchema = shape({
  title: name("The piece's name"),
  draft: draftSchema,
  version: version(),
}).required()
/** A page of jobs: after which one. */
export const jobsQuerySchema = shape({ after: string().uuid('The job should be an id.') })
/** Jobs by how their names begin. */
export const jobNamesQuerySchema = shape({ name: string().max(NAME) })
/** The pieces of a job: the page that has this one. */
export const jobQuerySchema = shape({ around: string().uuid('The piece should be an id.') })
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
export type CutDraft = InferType<typeof cutDraftSchema>
export type BrazeDraft = InferType<typeof brazeDraftSchema>
/** A piece of either kind. */
export type PieceDraft = CutDraft | BrazeDraft
export type WorkDraft = CutWorkDraft
export type PracticeDraft = WorkDraft['practice'][number]
export type Settings = ShopDraft
export type OutlineFile = InferType<typeof outlineSchema>
export type AcceptanceDraft = Settings['acceptance']
export type ChangeDraft = WorkDraft['changes'][number]
