import type { GearKind } from '#core/rig/kinds.ts'

/** What each kind of thing is called, one and many. */
export const KIND_WORDS: Readonly<Record<GearKind, { readonly one: string; readonly many: string }>> = {
  set: { one: 'Set', many: 'Sets' },
  cylinder: { one: 'Cylinder', many: 'Cylinders' },
  arrestor: { one: 'Arrestor or check valve', many: 'Arrestors and check valves' },
  regulator: { one: 'Regulator', many: 'Regulators' },
  hose: { one: 'Hose', many: 'Hoses' },
  nitrogen: { one: 'Nitrogen gear', many: 'Nitrogen gear' },
  consumable: { one: 'Thing on the shelf', many: 'On the shelf' },
  ppe: { one: 'Protective gear', many: 'Protective gear' },
}
