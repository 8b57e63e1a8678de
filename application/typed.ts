import {
  countedFromNothing,
  parseQuantity,
  unitFor,
  VACUUM_UNIT,
  type GaugeKind,
  type Kind,
  type NotUnderstood,
  type Understood,
} from '#core/quantity/index.ts'
import type { Settings } from '#contract/schemas.ts'

/** A quantity as it was typed in this shop, in SI: a bare number takes the unit in which the shop shows its kind. */
export const readTyped = (
  text: string,
  kind: Kind,
  settings: Pick<Settings, 'units' | 'decimalMark'>,
): Understood | NotUnderstood =>
  parseQuantity(text, kind, { unit: unitFor(kind, settings.units), decimalMark: settings.decimalMark })

/**
 * A pressure as a gauge of this kind showed it, counted from nothing; a bare number is in the shop's unit, at a vacuum
 * gauge in microns.
 * @param ambientPa the air's pressure, Pa
 */
export function readGauge(
  text: string,
  gauge: GaugeKind,
  { units, decimalMark }: Pick<Settings, 'units' | 'decimalMark'>,
  ambientPa: number,
): { readonly ok: true; readonly paAbs: number } | NotUnderstood {
  const unit = gauge === 'vacuum' ? VACUUM_UNIT : units.pressure
  const read = parseQuantity(text, 'pressure', { unit, decimalMark })
  return read.ok ? countedFromNothing(read, gauge, ambientPa) : read
}
