/** Rods as they lie on the shelf. */
import { FILLERS } from './fillers.ts'
import { choice, special, wordsOf } from '../fields/spec.ts'

export const FORM = {
  bare: 'Bare rod',
  'flux-coated': 'Flux-coated rod',
  'flux-cored': 'Flux-cored rod',
  ring: 'Ring',
  foil: 'Foil',
  paste: 'Paste',
} as const
export const FORMS = wordsOf({ names: FORM })
export type Form = keyof typeof FORM

/** Rod on the shelf, and what it costs, in the shop's money per kg. */
export const ROD = {
  class: choice(Object.fromEntries(FILLERS.map((f) => [f.id, f.id])), {
    label: 'Filler',
    needed: true,
    sure: true,
    absent: 'must be given',
  }),
  form: choice(FORM, { label: 'Form', usual: 'bare', first: 'bare', sure: true }),
  perKg: special({
    label: 'Price for a kg',
    says: 'a plain number',
    absent: 'not given',
    pattern: { test: /^\d{0,6}([.,]\d{1,2})?$/, says: 'The price should be a plain number.' },
  }),
} as const
