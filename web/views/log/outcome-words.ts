import type { Drop, Edge, SlagClass } from '#core/record/outcome.ts'

export const EDGE_WORDS: Readonly<Record<Edge, string>> = {
  sharp: 'Sharp and square',
  rounded: 'Top edge rounded',
  ridged: 'Ridged',
  gouged: 'Gouged',
  leaning: 'Drag lines lean back',
}
export const SLAG_WORDS: Readonly<Record<SlagClass, string>> = {
  none: 'None',
  'falls-off': 'Falls off',
  'one-tap': 'One tap',
  chisel: 'Chisel',
  grind: 'Grind',
}
export const DROP_WORDS: Readonly<Record<Drop, string>> = {
  'by-itself': 'By itself',
  'with-a-knock': 'With a knock',
  no: 'No',
}
