/** How a metal takes to the oxygen jet. */
import { keysOf } from '../objects.ts'

export type Cuttable = 'yes' | 'warm' | 'poorly' | 'no'

/** A metal that can be named for a cut. */
export interface MetalFacts {
  readonly name: string
  readonly cuttable: Cuttable
  /** Carbon equivalent when nothing is known but the metal: low, usual, high. */
  readonly carbonEquivalent?: readonly [number, number, number]
  /** Whether it is sold by grade, so that a grade or a certificate says its carbon better than its name. */
  readonly graded?: true
  /** kg/m³ */
  readonly density: number
  /** Why it does not cut, and what does. */
  readonly instead?: string
}

const OXIDE = 'its oxide will not melt away'
const OTHER = 'Use plasma, a saw or a shear.'

/** The metals by id. Sources: carbon equivalent after IIW; behaviour in the jet as in any handbook of oxygen cutting. */
export const METAL_FACTS = {
  'low-carbon-steel': {
    name: 'Low-carbon steel',
    cuttable: 'yes',
    carbonEquivalent: [0.2, 0.32, 0.42],
    graded: true,
    density: 7850,
  },
  'medium-carbon-steel': {
    name: 'Medium-carbon steel',
    cuttable: 'warm',
    carbonEquivalent: [0.43, 0.55, 0.65],
    graded: true,
    density: 7850,
  },
  'high-carbon-steel': {
    name: 'High-carbon steel',
    cuttable: 'warm',
    carbonEquivalent: [0.6, 0.8, 1.1],
    graded: true,
    density: 7840,
  },
  'low-alloy-steel': {
    name: 'Low-alloy steel',
    cuttable: 'warm',
    carbonEquivalent: [0.45, 0.7, 0.95],
    graded: true,
    density: 7850,
  },
  'wrought-iron': {
    name: 'Wrought iron',
    cuttable: 'yes',
    carbonEquivalent: [0.02, 0.05, 0.1],
    density: 7700,
  },
  'cast-iron': { name: 'Cast iron', cuttable: 'poorly', density: 7200 },
  'stainless-steel': {
    name: 'Stainless steel',
    cuttable: 'no',
    density: 8000,
    instead: `${OXIDE}: it is full of chromium. ${OTHER}`,
  },
  'tool-steel': {
    name: 'Tool steel',
    cuttable: 'no',
    density: 8150,
    instead: `${OXIDE} for all its alloy, and the edge cracks. Use an abrasive wheel or a saw.`,
  },
  aluminium: { name: 'Aluminium', cuttable: 'no', density: 2700, instead: `${OXIDE}. ${OTHER}` },
  copper: {
    name: 'Copper',
    cuttable: 'no',
    density: 8940,
    instead: `it does not burn and draws the heat away. ${OTHER}`,
  },
  brass: { name: 'Brass', cuttable: 'no', density: 8500, instead: `${OXIDE}, and its zinc fumes. ${OTHER}` },
  bronze: { name: 'Bronze', cuttable: 'no', density: 8800, instead: `${OXIDE}. ${OTHER}` },
  nickel: { name: 'Nickel and its alloys', cuttable: 'no', density: 8700, instead: `${OXIDE}. ${OTHER}` },
  titanium: {
    name: 'Titanium',
    cuttable: 'no',
    density: 4500,
    instead: 'it burns on by itself in oxygen and soaks up gas while hot. Use a saw or water jet.',
  },
  magnesium: {
    name: 'Magnesium',
    cuttable: 'no',
    density: 1780,
    instead: 'it catches fire and water feeds it. Use a saw, and keep a class D extinguisher by.',
  },
  zinc: {
    name: 'Zinc die casting',
    cuttable: 'no',
    density: 6600,
    instead: 'it melts and fumes. Use a saw.',
  },
} as const satisfies Record<string, MetalFacts>

export type Metal = keyof typeof METAL_FACTS
export const METALS = keysOf(METAL_FACTS)

/** What is known of a metal. */
export const metalFacts = (metal: Metal): MetalFacts => METAL_FACTS[metal]

/** The metals that are sold by grade. */
export const GRADED_METALS = METALS.filter((metal) => metalFacts(metal).graded)

/** Other names that are understood, with the coat that some of them imply. */
const ALSO: Readonly<Record<string, { readonly metal: Metal; readonly surface?: 'galvanised' }>> = {
  'mild-steel': { metal: 'low-carbon-steel' },
  'carbon-steel': { metal: 'low-carbon-steel' },
  'galvanised-steel': { metal: 'low-carbon-steel', surface: 'galvanised' },
  'alloy-steel': { metal: 'low-alloy-steel' },
  'grey-cast-iron': { metal: 'cast-iron' },
  'semi-steel': { metal: 'cast-iron' },
  'malleable-iron': { metal: 'cast-iron' },
  'ductile-iron': { metal: 'cast-iron' },
  stainless: { metal: 'stainless-steel' },
  aluminum: { metal: 'aluminium' },
  'high-speed-steel': { metal: 'tool-steel' },
}
const FAMILIES: readonly (readonly [RegExp, Metal])[] = [
  [/^stainless-/, 'stainless-steel'],
  [/^alumini?um-\d|^aluminium-2xxx/, 'aluminium'],
  [/^copper-/, 'copper'],
  [/brass/, 'brass'],
  [/bronze|gunmetal|beryllium-copper/, 'bronze'],
  [/^nickel-|^cupronickel/, 'nickel'],
  [/^zinc-/, 'zinc'],
]

/** The metal that a word stands for, or undefined when it stands for none. */
export function findMetal(word: string): { metal: Metal; surface?: 'galvanised' } | undefined {
  const exact = METALS.find((m) => m === word)
  if (exact) return { metal: exact }
  const also = ALSO[word]
  if (also) return also
  const family = FAMILIES.find(([pattern]) => pattern.test(word))
  return family && { metal: family[1] }
}

/** Elements that count, percent by mass. */
export const ELEMENTS = ['C', 'Mn', 'Cr', 'Mo', 'V', 'Ni', 'Cu', 'Si'] as const
export type Element = (typeof ELEMENTS)[number]
export type Composition = Readonly<Partial<Record<Element, number>>>

/**
 * Carbon equivalent by the formula of the International Institute of Welding.
 * @param c percent by mass
 * @example carbonEquivalent({ C: 0.45, Mn: 0.75 }) // 0.575
 */
export const carbonEquivalent = (c: Composition): number => {
  const of = (e: Element) => c[e] ?? 0
  return of('C') + of('Mn') / 6 + (of('Cr') + of('Mo') + of('V')) / 5 + (of('Ni') + of('Cu')) / 15
}

/** A class of steel: composition at the middle of its range, and how far its carbon equivalent spreads. */
export interface GradeClass {
  readonly id: string
  readonly name: string
  readonly composition: Composition
  readonly spread: number
}

/** Classes that steel is sold in. Compositions: the middle of public standards' ranges. */
export const GRADE_CLASSES: readonly GradeClass[] = [
  { id: 'structural', name: 'Structural', composition: { C: 0.17, Mn: 0.9 }, spread: 0.08 },
  {
    id: 'high-strength-structural',
    name: 'High-strength structural',
    composition: { C: 0.18, Mn: 1.4 },
    spread: 0.06,
  },
  { id: 'boiler-plate', name: 'Boiler plate', composition: { C: 0.2, Mn: 1 }, spread: 0.08 },
  {
    id: 'medium-carbon',
    name: 'Medium carbon, 0.3 to 0.5 %',
    composition: { C: 0.43, Mn: 0.75 },
    spread: 0.1,
  },
  { id: 'high-carbon', name: 'High carbon, 0.5 to 0.9 %', composition: { C: 0.7, Mn: 0.75 }, spread: 0.2 },
  { id: 'spring', name: 'Spring steel', composition: { C: 0.58, Mn: 0.85, Cr: 0.6 }, spread: 0.15 },
  {
    id: 'chrome-moly',
    name: 'Chrome-molybdenum',
    composition: { C: 0.36, Mn: 0.75, Cr: 0.95, Mo: 0.2 },
    spread: 0.15,
  },
  {
    id: 'nickel-chrome-moly',
    name: 'Nickel-chrome-molybdenum',
    composition: { C: 0.4, Mn: 0.7, Cr: 0.8, Mo: 0.25, Ni: 1.8 },
    spread: 0.1,
  },
  { id: 'wear-plate', name: 'Wear plate', composition: { C: 0.18, Mn: 1.4, Cr: 0.5, Mo: 0.2 }, spread: 0.12 },
]

/** Grades that are known by a public number; the rest follows their class. */
const NUMBERED: readonly (readonly [RegExp, string])[] = [
  [/^(s ?235|s ?275|a ?36|10[12]\d)$/i, 'structural'],
  [/^(s ?355|s ?420|a ?572)$/i, 'high-strength-structural'],
  [/^(a ?516|p ?265|p ?355)$/i, 'boiler-plate'],
  [/^10[345]\d$/, 'medium-carbon'],
  [/^10[6-9]\d$/, 'high-carbon'],
  [/^(51|61|92)\d\d$/, 'spring'],
  [/^41\d\d$/, 'chrome-moly'],
  [/^43\d\d$/, 'nickel-chrome-moly'],
]

/** The class of steel that a grade belongs to, or undefined. */
export function findGrade(text: string): GradeClass | undefined {
  const word = text.trim().toLowerCase()
  const id = NUMBERED.find(([pattern]) => pattern.test(word))?.[1] ?? word.replace(/[\s_]+/g, '-')
  return GRADE_CLASSES.find((g) => g.id === id || g.name.toLowerCase() === word)
}

/** Above this carbon equivalent an edge cracks or hardens unless it is warmed before and cooled slowly after. */
export const CE_WARM = 0.45
/** Warmed to at least, usual and at most, K: 200 to 300 °C. */
export const WARM_TO_K: readonly [number, number, number] = [473.15, 523.15, 573.15]
/** From this share of chromium the oxide no longer runs well; from the second it does not run at all. Percent. */
export const CHROMIUM_POOR = 5
export const CHROMIUM_STAINLESS = 10.5
