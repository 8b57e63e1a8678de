import { firstDraftOf } from '#core/fields/draft.ts'
import { SHOP } from '#core/shop/fields.ts'
import { INCH_UNITS, type UnitChoices } from '#core/quantity/choices.ts'
import type { Settings } from '#contract/schemas.ts'

/** A shop that has said nothing yet. Apart from a first piece, so that a screen that shows none needs no tables of pieces. */
export const FIRST_SETTINGS: Settings = firstDraftOf(SHOP, INCH_UNITS)
/** The same for a shop that measures otherwise. */
export const firstSettingsIn = (units: UnitChoices): Settings => firstDraftOf(SHOP, units)
