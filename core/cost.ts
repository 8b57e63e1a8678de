import type { Figure } from './figure.ts'

/** Gas volumes that a price may be for, m³. */
export const PRICE_PER_M3 = { m3: 1, '100 cu ft': 2.8316846592 } as const

/** Prices as typed, in the shop's own money: gases by volume, work by the hour. */
export interface Prices {
  readonly oxygen: string
  readonly fuel: string
  readonly hour: string
  readonly per: keyof typeof PRICE_PER_M3
}

/** A price as typed: a plain number, its decimals by point or comma; undefined for none or nonsense. */
export function readPrice(text: string): number | undefined {
  const clean = text.trim().replace(',', '.')
  return /^\d{1,9}(\.\d{1,4})?$/.test(clean) ? Number(clean) : undefined
}

/** Money as it is said: "£1.78"; a sign of letters stands apart. */
export const printMoney = (amount: number, { sign }: { readonly sign: string }): string =>
  `${sign.trim()}${/[A-Za-z]$/.test(sign.trim()) ? ' ' : ''}${amount.toFixed(2)}`

/** What a cut takes: torch time in s, gases in m³ at 70 F and 1 atm. */
export interface Takes {
  readonly torchS: number
  /** What the edge takes afterwards, s. */
  readonly cleanUpS: number
  readonly oxygenM3: number
  readonly fuelM3: number
}

/** The part of any plan that tells what it takes. */
interface Taking {
  readonly figures: Partial<Record<'torchTime' | 'oxygenUsed' | 'fuelUsed' | 'cleanUpTime', Figure>>
}

/** What a plan takes, or undefined for one that gives no times or is stopped. */
export function takesOf({ figures }: Taking): Takes | undefined {
  const { torchTime, oxygenUsed, fuelUsed, cleanUpTime } = figures
  return torchTime && oxygenUsed && fuelUsed && !torchTime.stop
    ? {
        torchS: torchTime.value,
        cleanUpS: cleanUpTime?.value ?? 0,
        oxygenM3: oxygenUsed.value,
        fuelM3: fuelUsed.value,
      }
    : undefined
}

/** So many cuts alike. */
export const times = (takes: Takes, count: number): Takes => ({
  torchS: takes.torchS * count,
  cleanUpS: takes.cleanUpS * count,
  oxygenM3: takes.oxygenM3 * count,
  fuelM3: takes.fuelM3 * count,
})

/** What several take together. */
export const together = (all: readonly Takes[]): Takes =>
  all.reduce(
    (a, b) => ({
      torchS: a.torchS + b.torchS,
      cleanUpS: a.cleanUpS + b.cleanUpS,
      oxygenM3: a.oxygenM3 + b.oxygenM3,
      fuelM3: a.fuelM3 + b.fuelM3,
    }),
    { torchS: 0, cleanUpS: 0, oxygenM3: 0, fuelM3: 0 },
  )

/**
 * What it costs, in the shop's own money, as far as things are priced: gases by volume, work by the hour of torch time and of cleaning up.
 * @returns undefined when nothing is priced
 */
export function costOf(takes: Takes, prices: Prices): number | undefined {
  const per = PRICE_PER_M3[prices.per]
  const parts = [
    [readPrice(prices.oxygen), takes.oxygenM3 / per],
    [readPrice(prices.fuel), takes.fuelM3 / per],
    [readPrice(prices.hour), (takes.torchS + takes.cleanUpS) / 3600],
  ] as const
  const known = parts.flatMap(([price, amount]) => (price === undefined ? [] : [price * amount]))
  return known.length === 0 ? undefined : known.reduce((a, b) => a + b, 0)
}

/** What the filler of a braze costs, in the shop's own money; undefined when its price is not known. */
export function fillerCost(
  figures: Partial<Record<'fillerMass', Figure>>,
  perKg: string | undefined,
): number | undefined {
  const price = perKg === undefined ? undefined : readPrice(perKg)
  return price === undefined || !figures.fillerMass ? undefined : price * figures.fillerMass.value
}

/** Costs that are known, added; undefined when none is. */
export function addCosts(...costs: readonly (number | undefined)[]): number | undefined {
  const known = costs.filter((c) => c !== undefined)
  return known.length === 0 ? undefined : known.reduce((a, b) => a + b, 0)
}
