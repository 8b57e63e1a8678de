import {
  parseQuantity,
  unitFor,
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
