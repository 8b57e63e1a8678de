/** What every piece carries beside its work: cautions that were read, and changes after the last run. */
import { choice, instant, text, wordsOf, type WordOf } from '../fields/spec.ts'

/** A caution that was read, and who put their name to it, when. */
export const TICKED = {
  code: text({ label: 'Caution' }),
  by: text({ label: 'Name', most: 120 }),
  at: instant({ label: 'When' }),
} as const

/** What of a plan is changed after a run that came out badly; `do`: nothing of the plan, but it is told at its head. */
const WHAT = choice(
  {
    speed: 'Speed',
    oxygen: 'Oxygen',
    fuel: 'Fuel',
    preheat: 'Preheat',
    standoff: 'Cone to plate',
    purge: 'Nitrogen flow',
    purgeTime: 'Time of the sweep',
    set: 'Time until it has set',
    do: 'What is done',
  },
  { label: 'What is changed', needed: true, sure: true },
)
export const CHANGES = wordsOf(WHAT)
export type ChangeWhat = WordOf<typeof WHAT>

/** What is done differently after the last run: what of the plan, by how much, and for which sign and cause. */
export const CHANGE_FIELDS = {
  what: WHAT,
  factor: text({ label: 'By how much' }),
  text: text({ label: 'Why', most: 400 }),
  sign: text({ label: 'Sign' }),
  cause: text({ label: 'Cause' }),
} as const
