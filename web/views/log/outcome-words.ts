import type { Breaking, Inside } from '#core/check/acceptance.ts'
import type { HoldVerdict } from '#core/check/pressure-test.ts'
import type { VacuumVerdict } from '#core/check/vacuum-test.ts'
import type { EntryKind, Outcome } from '#core/record/entry.ts'
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
export const INSIDE_WORDS: Readonly<Record<Inside, string>> = {
  bright: 'Bright',
  straw: 'Straw',
  black: 'Black flakes',
  'not-seen': 'Not seen',
}
export const BREAKING_WORDS: Readonly<Record<Breaking, string>> = {
  none: 'Left whole',
  section: 'Cut through',
  bend: 'Bent',
  peel: 'Peeled',
  hammer: 'Hammered',
  saw: 'Sawn',
}
export const KIND_WORDS: Readonly<Record<EntryKind, string>> = {
  cut: 'Cut',
  braze: 'Braze',
  'pressure-test': 'Pressure test',
  'vacuum-test': 'Vacuum test',
  run: 'Run',
  override: 'Left out',
  reading: 'Reading',
  fault: 'Fault',
}
/** Outcomes by sign and word. */
export const OUTCOME_WORDS: Readonly<Record<Outcome, string>> = {
  passed: '✓ passed',
  failed: '✕ failed',
  open: '? open',
  none: '',
}
/** A verdict of a test, as a heading says it. */
export const TEST_WORDS: Readonly<Record<HoldVerdict | VacuumVerdict, string>> = {
  holds: 'It holds',
  leaks: 'It leaks',
  'cannot-tell': 'Cannot tell yet',
  dry: 'Dry and tight',
  moist: 'Moist',
}
