import type { FuelId } from '#core/gas/fuels.ts'
import { createContext, createElement, useContext, useMemo, type ReactNode } from 'react'
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

const viewOf = (settings: Settings, flipped: boolean): ShopView => {
  const units = flipped ? other(settings.units) : settings.units
  return {
    settings,
    units,
    say: (text) => inWords(text, settings.words),
    print: (si, as) => printAs(si, as, units),
    show: (si, as) => showAs(si, as, units),
    gasColour: (gas) => `var(--gas-${HOSE_COLOURS[settings.region][gas]})`,
  }
}

const Shop = createContext<ShopView>(viewOf(FIRST_SETTINGS, false))

/** Says all below it as a shop of these settings does. */
export function ShopOf({ settings, flipped = false, children }: ShopOfProps) {
  const view = useMemo(() => viewOf(settings, flipped), [settings, flipped])
  return createElement(Shop.Provider, { value: view }, children)
}
interface ShopOfProps {
  readonly settings: Settings
  readonly flipped?: boolean
  readonly children?: ReactNode
}

/** Says all below it as another part of the page does. */
export const ShopAs = Shop.Provider

/** Hears of the shop's settings once, for every part of a page: a hundred parts that each asked would each be asked at every key. */
export function ShopProvider({ children }: { readonly children: ReactNode }) {
  const settings = api.useSettingsQuery().data ?? FIRST_SETTINGS
  const flipped = useApp((s) => s.device.flipped)
  return createElement(ShopOf, { settings, flipped }, children)
}

/** The shop as this screen shows it. */
export const useShop = (): ShopView => useContext(Shop)
