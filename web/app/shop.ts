import type { FuelId } from '#core/gas/fuels.ts'
import { useMemo } from 'react'
import { FIRST_SETTINGS } from '#application/first-settings.ts'
import type { Settings } from '#contract/schemas.ts'
import { printAs, showAs, type Saying, type Shown } from '#core/quantity/index.ts'
import { INCH_UNITS, METRIC_UNITS, type UnitChoices } from '#core/quantity/choices.ts'
import { HOSE_COLOURS, inWords } from '#core/words/trade.ts'
import { api } from './api.ts'
import { useApp } from './store.ts'

/** The shop as this screen shows it. */
export interface ShopView {
  readonly settings: Settings
  /** Units in which figures are looked at: the shop's, or the other system while flipped. */
  readonly units: UnitChoices
  /** One of Wimble's own sentences in the shop's words. */
  readonly say: (text: string) => string
  /** A value as it is said, by what it is. */
  readonly print: (si: number, as: Saying) => string
  readonly show: (si: number, as: Saying) => Shown
  /** CSS colour of a gas's hose and bands. */
  readonly gasColour: (gas: 'oxygen' | FuelId) => string
}

const other = (units: UnitChoices): UnitChoices =>
  units.length === 'in' || units.length === 'ft' ? METRIC_UNITS : INCH_UNITS

export function useShop(): ShopView {
  const settings = api.useSettingsQuery().data ?? FIRST_SETTINGS
  const flipped = useApp((s) => s.device.flipped)
  return useMemo(() => {
    const units = flipped ? other(settings.units) : settings.units
    return {
      settings,
      units,
      say: (text) => inWords(text, settings.words),
      print: (si, as) => printAs(si, as, units),
      show: (si, as) => showAs(si, as, units),
      gasColour: (gas) => `var(--gas-${HOSE_COLOURS[settings.region][gas]})`,
    }
  }, [settings, flipped])
}
