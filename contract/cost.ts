import type { CutPlan } from '#core/cut/index.ts'
import type { Settings } from './schemas.ts'

/** Gas volumes that a price may be for, m³. */
export const PRICE_PER_M3 = { m3: 1, '100 cu ft': 2.8316846592 } as const

/** A price as typed: a plain number, its decimals by point or comma; undefined for none or nonsense. */
export function readPrice(text: string): number | undefined {
  const clean = text.trim().replace(',', '.')
  return /^\d{1,9}(\.\d{1,4})?$/.test(clean) ? Number(clean) : undefined
}

/** What a cut takes: torch time in s, gases in m³ at 70 F and 1 atm. */
export interface Takes {
  readonly torchS: number
  readonly oxygenM3: number
  readonly fuelM3: number
}

/** What a plan takes, or undefined for one that gives no times or is stopped. */
export function takesOf({ figures }: CutPlan): Takes | undefined {
  const { torchTime, oxygenUsed, fuelUsed } = figures
  return torchTime && oxygenUsed && fuelUsed && !torchTime.stop
    ? { torchS: torchTime.value, oxygenM3: oxygenUsed.value, fuelM3: fuelUsed.value }
    : undefined
}

/**
 * What it costs, in the shop's own money, as far as things are priced: gases by volume, work by the hour of torch time.
 * @returns undefined when nothing is priced
 */
export function costOf(takes: Takes, prices: Settings['prices']): number | undefined {
  const per = PRICE_PER_M3[prices.per]
  const parts = [
    [readPrice(prices.oxygen), takes.oxygenM3 / per],
    [readPrice(prices.fuel), takes.fuelM3 / per],
    [readPrice(prices.hour), takes.torchS / 3600],
  ] as const
  const known = parts.flatMap(([price, amount]) => (price === undefined ? [] : [price * amount]))
  return known.length === 0 ? undefined : known.reduce((a, b) => a + b, 0)
}
