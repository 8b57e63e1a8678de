/** What kind of gauge a pressure is read from: with what was typed it says from what the number counts. */
import type { NotUnderstood, Understood } from './parse.ts'
import { fromSi, type UnitId } from './units.ts'

/** `pressure`: up from the air; `barometer`: the air itself, in any unit; `vacuum`: what is left in a line. */
export type GaugeKind = 'pressure' | 'barometer' | 'vacuum'

/** Said where a vacuum is given for what a pressure gauge shows. */
export const NO_MERCURY =
  'Inches of mercury count down from the air’s pressure. Give what the pressure gauge shows.'
/** Said where an absolute pressure is given for what is set on a gauge. */
export const NO_ABSOLUTE = 'Settings are gauge pressures; this one is absolute. Give what the gauge shows.'
/** A bare number of a vacuum gauge is in this. */
export const VACUUM_UNIT = 'micron' satisfies UnitId
/** Units that a vacuum gauge counts from nothing in, though a pressure gauge may have them too. */
const FROM_NOTHING: ReadonlySet<UnitId> = new Set(['Pa', 'mbar'])
const no = (message: string, choices?: NotUnderstood['choices']): NotUnderstood => ({
  ok: false,
  code: 'which',
  message,
  ...(choices ? { choices } : {}),
})

/**
 * A pressure as it was typed, counted from nothing. What two gauges would mean differently is asked about, never guessed.
 * @param read what was typed
 * @param gauge what it was read from
 * @param ambientPa the air's pressure
 * @returns Pa absolute, or a plain sentence with the ways out
 */
export function countedFromNothing(
  read: Understood,
  gauge: GaugeKind,
  ambientPa: number,
): { readonly ok: true; readonly paAbs: number } | NotUnderstood {
  const { value, unit, reference } = read
  const found = (paAbs: number) => ({ ok: true, paAbs }) as const
  if (reference === 'absolute' || gauge === 'barometer') return found(value)
  if (gauge === 'pressure') return reference === 'vacuum' ? no(NO_MERCURY) : found(ambientPa + value)
  if (reference === 'vacuum' || value < 0) {
    const below = Math.abs(value)
    return below <= ambientPa
      ? found(ambientPa - below)
      : no('That is deeper than nothing at all: the air itself presses with less than that.')
  }
  if (FROM_NOTHING.has(unit)) return found(value)
  // as it was typed, and no coarser
  const typed = `${Number(fromSi(value, unit).toPrecision(9))} ${unit}`
  return no(`${typed} of what? Say whether it counts from nothing or down from the air’s pressure.`, [
    { text: `${typed} abs`, label: `${typed} from nothing` },
    { text: `-${typed}`, label: `${typed} below the air` },
  ])
}
