import { FUEL_IDS, FUELS, type FuelId } from '../gas/fuels.ts'

/** The trade's local names for four things; the standard term is the key. */
export interface TradeWords {
  readonly tip: 'tip' | 'nozzle'
  readonly torch: 'torch' | 'blowpipe'
  readonly cylinder: 'cylinder' | 'bottle'
  readonly arrestor: 'flashback arrestor' | 'flame trap'
}

/** The standard terms. */
export const STANDARD_WORDS: TradeWords = {
  tip: 'tip',
  torch: 'torch',
  cylinder: 'cylinder',
  arrestor: 'flashback arrestor',
}

/** Where the shop is: decides hose and cylinder colours. */
export const REGIONS = ['us', 'iso', 'au-nz'] as const
export type Region = (typeof REGIONS)[number]

/** Colours of hoses by region, as names; the gas's name always stands beside them. Sources: US practice, ISO 3821, AU/NZ practice. */
export const HOSE_COLOURS = Object.fromEntries(
  REGIONS.map((region) => [
    region,
    {
      oxygen: region === 'us' ? 'green' : 'blue',
      ...Object.fromEntries(FUEL_IDS.map((id) => [id, FUELS[id].hoseColour[region]])),
    },
  ]),
  // every region has a colour for oxygen and for every fuel
) as unknown as Readonly<
  Record<Region, Readonly<Record<'oxygen' | FuelId, 'green' | 'blue' | 'red' | 'orange'>>>
>

/**
 * Colours of cylinders by region, as names. Sources: EN 1089-3 (the shoulder), AU/NZ practice; in North America no
 * colour is fixed, so none is given and the label decides.
 */
export const CYLINDER_COLOURS: Readonly<Record<Region, Readonly<Record<'oxygen' | 'acetylene', string>>>> = {
  us: { oxygen: 'by its label', acetylene: 'by its label' },
  iso: { oxygen: 'white shoulder', acetylene: 'maroon' },
  'au-nz': { oxygen: 'black', acetylene: 'maroon' },
}

/** A word with its first letter large, as at the head of a sentence. */
export const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1)

const TERMS: readonly (readonly [keyof TradeWords, RegExp])[] = [
  ['tip', /\b(t)ip(s|'s)?\b/gi],
  ['torch', /\b(t)orch(es|'s)?\b/gi],
  ['cylinder', /\b(c)ylinder(s|'s)?\b/gi],
  ['arrestor', /\b(a)rrestor(s)?\b/gi],
]

/**
 * One of Wimble's own sentences in the shop's words. Never use it on what a person typed.
 * @example inWords('Seat the tip.', { ...STANDARD_WORDS, tip: 'nozzle' }) // 'Seat the nozzle.'
 */
export function inWords(text: string, words: TradeWords): string {
  let out = text
  for (const [key, pattern] of TERMS) {
    const word = words[key]
    if (word === STANDARD_WORDS[key]) continue
    out = out.replace(pattern, (_all, first: string, ending: string | undefined) => {
      const said = first === first.toUpperCase() ? capital(word) : word
      return `${said}${ending === 'es' ? 's' : (ending ?? '')}`
    })
  }
  return out
}
