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

/** Why each way is taught, row by row. Source: what makers of fillers and trade schools give as their reasons. */
export const BRAZE_REASONS: { readonly [M in MethodName]: Readonly<Record<OptionOf<M>, string>> } = {
  flame: {
    'slightly-reducing': 'A small feather keeps copper bright and heats softly.',
    neutral: 'Hottest for its gas; the copper scales a little sooner.',
  },
  ironFlame: {
    neutral: 'Cleanest on iron, and what most manuals ask for.',
    'slightly-oxidising': 'A skin of oxide holds the zinc of a brass filler back from fuming.',
    'soft-carburising': 'Gentle on a casting, but carbon stays on the face and keeps filler off.',
  },
  pressures: {
    equal: 'Equal-pressure torches mix evenly, and neither gas pushes back into the other.',
    twice: 'Taught with injector torches, which draw their fuel in with the oxygen.',
  },
  heat: {
    'by-tip': 'The tip was chosen for the joint: its own flow is neither forced nor starved.',
    fierce: 'Hot before the flux is spent; burns thin metal through.',
    soft: 'Room to correct; flux may be spent before it flows.',
  },
  cue: {
    flux: 'Clear flux says the temperature by itself.',
    glow: 'Needs no flux to read, but the glow depends on the light in the shop.',
    rod: 'The metal has to melt the rod: the surest sign, and the slowest.',
    wet: 'Seen on clean metal by a practised eye.',
  },
  feeding: {
    'flame-ahead': 'Filler runs to the heat: the flame draws it along.',
    'flame-off': 'Keeps a thin filler from running away; the joint cools sooner.',
  },
  cap: {
    insurance: 'The strength lies in the overlap; a small fillet eases its edge and shows flaws.',
    important: 'Taught where joints are looked at and not cut open: no fillet, no faith.',
  },
  lineNitrogen: {
    always: 'Without it copper scales black inside, and the scale blocks valves.',
    'left-out': 'Saves a cylinder on a line that will be flushed; the scale is told in the close-out.',
  },
  purge: {
    'measured-flow': 'Enough to sweep, not enough to blow the filler out.',
    'low-pressure': 'Works where there is no meter; a shut end can build pressure.',
    'hand-feel': 'Quick; differs from hand to hand.',
    preset: 'The same each time, for one size of line.',
  },
  protection: {
    'wet-rag': 'To hand everywhere; has to stay wet.',
    paste: 'Stays where it is put; costs by the pot.',
    'heat-sink': 'Clean and dry; needs room to clamp.',
  },
  crackGroove: {
    vee: 'Filler reaches the root, and a crack that runs on is seen.',
    scratch: 'Less is ground away where the section can spare little.',
    'none-on-thin': 'Grinding thin metal leaves too little to braze to.',
    none: 'Quick, for what carries nothing.',
  },
  cooling: {
    'still-air': 'No joint moves while its filler is soft.',
    rag: 'Sooner cold, once the filler has set.',
    'warm-water': 'Lifts the flux, when two minutes have passed.',
    spray: 'Saves a valve from heat, at the price of a shocked joint.',
  },
}
