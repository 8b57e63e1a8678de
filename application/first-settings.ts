import { firstDraftOf } from '#core/fields/draft.ts'
import { SHOP } from '#core/fields/shop.ts'
import { INCH_UNITS } from '#core/shop.ts'
import type { Settings } from '#contract/schemas.ts'

/** A shop that has said nothing yet. Apart from a first piece, so that a screen that shows none needs no tables of pieces. */
export const FIRST_SETTINGS: Settings = firstDraftOf(SHOP, INCH_UNITS)
