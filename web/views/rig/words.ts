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

const OPTIONS: Readonly<Record<string, string>> = {
  us: 'North America',
  iso: 'ISO 3821',
  'au-nz': 'Australia, New Zealand',
  mps: 'MPS blend',
  R: 'R, acetylene only',
  RM: 'RM, acetylene only',
  T: 'T, any fuel',
}
/** A choice as it is shown. */
export const optionName = (value: string): string =>
  OPTIONS[value] ?? value.charAt(0).toUpperCase() + value.slice(1).replaceAll('-', ' ')
