import type { FuelId } from '#core/gas/fuels.ts'
import { createContext, createElement, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import type { Settings } from '#contract/schemas.ts'
import { printAs, showAs, type Saying, type Shown } from '#core/quantity/index.ts'
import { INCH_UNITS, METRIC_UNITS, type UnitChoices } from '#core/quantity/choices.ts'
import { HOSE_COLOURS, inWords } from '#core/words/trade.ts'
import { api } from './api.ts'
import { tellFault } from './faults.ts'
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

const Shop = createContext<ShopView | undefined>(undefined)

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

/** How often a server that does not answer is asked again for the shop's settings, ms. */
const AGAIN_MS = 1500

/**
 * Hears of the shop's settings once, for every part of a page: a hundred parts that each asked would each be asked at
 * every key. Nothing is shown before they are there: no figure is shown in one unit and then in another. A server that
 * cannot give them is not waited for: a shop that has said nothing yet will do for finding one's way.
 */
export function ShopProvider({ children }: { readonly children: ReactNode }) {
  const { data, error } = api.endpoints.settings.useQueryState()
  const gone = !data && error !== undefined && 'status' in error && error.status === 0
  api.endpoints.settings.useQuerySubscription(undefined, { pollingInterval: gone ? AGAIN_MS : 0 })
  const first = useFirst(!data && error !== undefined && !gone)
  const flipped = useApp((s) => s.device.flipped)
  const settings = data ?? first
  if (settings) return createElement(ShopOf, { settings, flipped }, children)
  return gone
    ? createElement(
        'p',
        { role: 'status', className: 'p-6 text-label' },
        'The server does not answer. It is asked again until it does.',
      )
    : null
}

/** The settings of a shop that has said nothing yet, fetched where they are wanted. */
function useFirst(wanted: boolean): Settings | undefined {
  const [first, setFirst] = useState<Settings>()
  useEffect(() => {
    if (wanted)
      import('#application/first-settings.ts').then((m) => setFirst(m.FIRST_SETTINGS)).catch(tellFault)
  }, [wanted])
  return first
}

/** The shop as this screen shows it. */
export function useShop(): ShopView {
  const shop = useContext(Shop)
  if (!shop) throw new Error('this part of the page stands in no shop')
  return shop
}
