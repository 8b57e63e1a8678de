/** People, torches, gear, tips and stock. */
import { array, boolean, mixed, number } from 'yup'
import { GEAR_KINDS } from '#core/rig/kinds.ts'
import { DIALS } from '#core/instrument/protocol.ts'
import { another, instant, LONG, name, ONE_LINE, shape, typed, uuid, word } from './primitives.ts'
import { rigSchema, settingsSchema } from './piece-schemas.ts'

/** What somebody may confirm: an apprentice has the marked steps confirmed by an instructor. */
export const ROLES = ['practised', 'apprentice', 'instructor'] as const
export const personSchema = shape({
  id: uuid('The person'),
  name: name('The name'),
  another: another(),
}).required()
export const personChangeSchema = shape({
  name: name('The name'),
  active: boolean().typeError('Active should be yes or no.').required('Active is missing.'),
  role: word(ROLES, 'The role'),
}).required()
export const torchSchema = shape({
  id: uuid('The torch'),
  name: name('The name'),
  rig: rigSchema,
  another: another(),
}).required()
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
export const gasQuerySchema = shape({ since: instant() })
export const dialSchema = shape({
  device: typed(),
  fault: word(DIALS, 'The fault'),
  amount: number()
    .typeError('The amount should be a number.')
    .min(0, 'From 0.')
    .max(1, 'To 1.')
    .required('The amount is missing.'),
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

/** What a new shop says of itself, all in one: whatever was skipped is nothing. */
export const beginSchema = shape({
  settings: settingsSchema,
  person: shape({ id: uuid('The person'), name: name('The name'), role: word(ROLES, 'The role') })
    .nullable()
    .defined('Who it is is missing.'),
  torch: torchSchema.nullable().defined('The torch is missing.'),
  tips: array(tipSchema).max(100, 'There are more than 100 tips.').required('The tips are missing.'),
  gear: array(gearSchema).max(20, 'There are more than 20 things.').required('The cylinders are missing.'),
}).required()
