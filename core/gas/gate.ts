/** The one gate for the pressures of a plan: nothing is set on a rig that has not passed it. */
import type { Source } from '../figure.ts'
import { refuseSetting, type SettingAsked, type SettingRefused } from './limits.ts'
import { FUELS } from './fuels.ts'
import { downToDivision } from '../quantity/index.ts'

/** All that decides whether a pressure may be set, but the pressure: limit, lock-up, division and rating. */
export type Gate = Omit<SettingAsked, 'gaugePa'>

/** The highest gauge division that passes the gate, Pa gauge; a worked-out one ends where its fuel says. */
export function highestSetting(gate: Gate): number {
  const refusedAt = refuseSetting({ ...gate, gaugePa: Number.MAX_VALUE })?.limitPa ?? Number.MAX_VALUE
  const workedOut =
    (gate.gas === 'oxygen' ? undefined : FUELS[gate.gas].setting.workedOutMostPa) ?? Number.MAX_VALUE
  const division = downToDivision(Math.min(workedOut, refusedAt), gate.divisionPa)
  return refuseSetting({ ...gate, gaugePa: division }) ? division - gate.divisionPa : division
}

/** A setting that is asked for: Pa gauge at the regulator, gas flowing, with its span and where it comes from. */
export interface Wanted {
  readonly valuePa: number
  readonly lowPa: number
  readonly highPa: number
  readonly source: Source
}

/** A setting that passed, or why it is refused. */
export type Passed =
  { readonly ok: true; readonly setting: Setting } | { readonly ok: false; readonly refused: SettingRefused }

/** A setting that has passed the gate. None can be made in any other way. */
export class Setting implements Wanted {
  // a private field makes the type its own: no other object can stand in for it
  readonly #passed = true as const

  private constructor(
    readonly valuePa: number,
    readonly lowPa: number,
    readonly highPa: number,
    readonly source: Source,
  ) {}

  /**
   * Asks whether a setting may be made. Acetylene with its rise when the valve shuts and half a division stays under
   * 15 psig; no gas passes its own limit or the maker's rating; the end of its span is never read off as more.
   */
  static through(gate: Gate, { valuePa, lowPa, highPa, source }: Wanted): Passed {
    const refused = refuseSetting({ ...gate, gaugePa: valuePa })
    return refused
      ? { ok: false, refused }
      : { ok: true, setting: new Setting(valuePa, lowPa, Math.min(highPa, highestSetting(gate)), source) }
  }

  /** Whether a value is a setting that passed, and not only looks like one. */
  static is(value: object): value is Setting {
    return #passed in value
  }
}
