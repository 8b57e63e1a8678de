/** Kinds of things that a shop owns beside its torches and tips; a set is several of them with one torch. */
export const GEAR_KINDS = [
  'hose',
  'regulator',
  'arrestor',
  'cylinder',
  'nitrogen',
  'consumable',
  'ppe',
  'set',
] as const
export type GearKind = (typeof GEAR_KINDS)[number]
