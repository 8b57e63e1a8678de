/** How easily the slag comes off, best first: the trade's clean-up classes. */
export const SLAG_CLASSES = ['none', 'falls-off', 'one-tap', 'chisel', 'grind'] as const
export type SlagClass = (typeof SLAG_CLASSES)[number]
/** What the edge looks like. */
export const EDGES = ['sharp', 'rounded', 'ridged', 'gouged', 'leaning'] as const
export type Edge = (typeof EDGES)[number]
/** Whether the piece dropped. */
export const DROPS = ['by-itself', 'with-a-knock', 'no'] as const
export type Drop = (typeof DROPS)[number]
