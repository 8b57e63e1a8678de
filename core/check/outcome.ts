/** What came out, in the words of the trade: each with what it is called on screen. */
import { keysOf } from '../objects.ts'

/** How easily the slag comes off, best first: the trade's clean-up classes. */
export const SLAG_NAMES = {
  none: 'None',
  'falls-off': 'Falls off',
  'one-tap': 'One tap',
  chisel: 'Chisel',
  grind: 'Grind',
} as const
export type SlagClass = keyof typeof SLAG_NAMES
export const SLAG_CLASSES = keysOf(SLAG_NAMES)
/** What the edge looks like. */
export const EDGE_NAMES = {
  sharp: 'Sharp and square',
  rounded: 'Top edge rounded',
  ridged: 'Ridged',
  gouged: 'Gouged',
  leaning: 'Drag lines lean back',
} as const
export type Edge = keyof typeof EDGE_NAMES
export const EDGES = keysOf(EDGE_NAMES)
/** Whether the piece dropped. */
export const DROP_NAMES = { 'by-itself': 'By itself', 'with-a-knock': 'With a knock', no: 'No' } as const
export type Drop = keyof typeof DROP_NAMES

/** What is said where nobody looked: of a cut that was brought in from elsewhere. Whoever writes one here looks. */
export const NOT_SEEN = { 'not-seen': 'Not seen' } as const
export type NotSeen = keyof typeof NOT_SEEN
