/**
 * Where practitioners of brazing differ, in words; the first of each row is the default. A row here, and the code that
 * asks for it, is all that a further one takes.
 */
import { keysOf } from '../objects.ts'

export const BRAZE_METHODS = {
  flame: {
    label: 'Flame on copper',
    options: { 'slightly-reducing': 'Slightly reducing: softer', neutral: 'Neutral' },
  },
  ironFlame: {
    label: 'Flame on iron',
    options: {
      neutral: 'Neutral',
      'slightly-oxidising': 'Slightly oxidising: holds the zinc',
      'soft-carburising': 'Soft carburising: slow, leaves carbon',
    },
  },
  pressures: {
    label: 'Pressures without a chart',
    options: { equal: 'Equal', twice: 'Oxygen about twice the fuel' },
  },
  heat: {
    label: 'Heat',
    options: { 'by-tip': 'As the tip gives it', fierce: 'Fierce and quick', soft: 'Soft and slow' },
  },
  cue: {
    label: 'Touch the rod',
    options: {
      flux: 'When the flux is clear',
      glow: 'By the glow',
      rod: 'By trying the rod',
      wet: 'By the metal’s wet look',
    },
  },
  feeding: {
    label: 'While feeding',
    options: { 'flame-ahead': 'Flame ahead of the rod', 'flame-off': 'Flame off' },
  },
  cap: {
    label: 'The cap',
    options: {
      insurance: 'Insurance: shows flaws, eases stress',
      important: 'Important: a full fillet, looked at first',
    },
  },
  lineNitrogen: {
    label: 'Refrigerant lines',
    options: { always: 'Nitrogen always', 'left-out': 'Nitrogen left out: scale inside' },
  },
  purge: {
    label: 'Nitrogen',
    options: {
      'measured-flow': 'By flow meter',
      'low-pressure': 'Low pressure, unmetered',
      'hand-feel': 'Felt at the outlet',
      preset: 'Preset valve',
    },
  },
  protection: {
    label: 'Keep cool with',
    options: { 'wet-rag': 'Wet rag', paste: 'Heat paste', 'heat-sink': 'Heat sink' },
  },
  crackGroove: {
    label: 'Groove of a crack',
    options: {
      vee: 'Vee it out',
      scratch: 'A scratch, a third through',
      'none-on-thin': 'None on thin metal',
      none: 'None: a bead over it',
    },
  },
  cooling: {
    label: 'Cooling copper',
    options: {
      'still-air': 'Still air',
      rag: 'Wet rag once the sheen has gone',
      'warm-water': 'Two minutes, then warm water',
      spray: 'Spray at once, to save a valve',
    },
  },
} as const satisfies Readonly<
  Record<string, { readonly label: string; readonly options: Readonly<Record<string, string>> }>
>

export type MethodName = keyof typeof BRAZE_METHODS
export const METHOD_NAMES = keysOf(BRAZE_METHODS)
type OptionOf<M extends MethodName> = keyof (typeof BRAZE_METHODS)[M]['options'] & string
/** A shop's choice in every row. */
export type Methods = { readonly [M in MethodName]: OptionOf<M> }
/** What can be chosen in a row; the first is the default. */
export const optionsOfBraze = <M extends MethodName>(name: M): readonly OptionOf<M>[] =>
  Object.keys(BRAZE_METHODS[name].options) as OptionOf<M>[]
