import type { HoldVerdict, VacuumVerdict } from '#core/check/verdicts.ts'

/** A verdict of a test, as a heading says it. */
export const TEST_WORDS: Readonly<Record<HoldVerdict | VacuumVerdict, string>> = {
  holds: 'It holds',
  leaks: 'It leaks',
  'cannot-tell': 'Cannot tell yet',
  void: 'It does not count',
  'not-yet': 'Not yet',
  longer: 'Watch it longer',
  dry: 'Dry and tight',
  moist: 'Moist',
}
