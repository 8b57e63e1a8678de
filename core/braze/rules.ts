import { isCopper, isCopperAlloy, isLeaded, type BaseMetal } from '../metal/base-metals.ts'
import { meltingSpan, WIDE_RANGE_K, WITHOUT_CADMIUM, type Filler } from '../metal/fillers.ts'
import { findFlux } from '../metal/fluxes.ts'
import { celsius } from '../metal/table.ts'
import { printAs, printRise, type Kind } from '../quantity/index.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import type { CodeUse, Service } from './types.ts'

/** What a filler is judged for. Temperatures in K, gaps radial in m. */
export interface Situation {
  readonly a: BaseMetal
  readonly b: BaseMetal
  readonly services: ReadonlySet<Service>
  /** Hottest in use; absent when nobody said. */
  readonly serviceK?: number | undefined
  /** The film at a brazing temperature; absent when no gap is to be judged. */
  readonly gapAt?: ((brazingK: number) => number) | undefined
  /** Built up in a groove or on a face: nothing is drawn into a gap. */
  readonly builtUp: boolean
  readonly pressurised: boolean
  readonly codeUse: CodeUse
  readonly learning: boolean
  /** It stands in a fillet, or is fed from an edge: a thin filler runs away there. */
  readonly fedFromEdge?: boolean
  /** How strong it is to be; absent: any will do. */
  readonly wish?: 'any' | 'enough' | 'high'
  readonly yellow: boolean
  /** Fillers on the shelf, when somebody said. */
  readonly shelf?: ReadonlySet<string> | undefined
  /** The shop's price per kg, where it has one. */
  readonly pricePerKg?: ReadonlyMap<string, number> | undefined
  readonly units: UnitChoices
}

/** What the two metals and the service come to, worked out once for all fillers. */
export interface Pair {
  readonly aluminium: boolean
  readonly copper: boolean
  readonly stainless: boolean
  readonly ferritic: boolean
  readonly softIron: boolean
  readonly carbide: boolean
  readonly highTin: boolean
  readonly galvanised: boolean
  readonly nickel: boolean
  readonly aluminiumBronze: boolean
  readonly brass: boolean
  readonly lowBrass: boolean
  /** The one that melts first. */
  readonly lower: BaseMetal
  /** The one that phosphorus makes brittle, if there is one. */
  readonly never: BaseMetal | undefined
  readonly wet: boolean
  readonly hygiene: boolean
}

/** How much a reason weighs. `hard` and `barred` forbid; a `barred` filler may be used after all with a typed reason. */
export type Weight = 'hard' | 'barred' | 'poor' | 'note' | 'good'
export interface Reason {
  readonly weight: Weight
  readonly text: string
  /** Moves the filler down (positive) or up among those of its verdict. */
  readonly points?: number
}

/** What follows from a filler on a pair of metals, before any rule. */
export interface Facts {
  readonly filler: Filler
  readonly targetK: number
  readonly flux: string
  /** Lower solidus of the two metals. */
  readonly solidusK: number
  readonly aluminium: boolean
  readonly gapM?: number | undefined
}

/** Room kept over the filler's liquidus and under the base's solidus, K. Less with aluminium, which has none to spare. */
export const WORKING_K = { usual: [30, 30], aluminium: [15, 10] } as const
/** Malleable and ductile iron turn hard and brittle above this. */
const IRON_TOP_K = celsius(760)
/** The widest film that still draws, m; and the thinnest that does not starve. */
export const CAPILLARY_MAX_M = 0.0004
export const STARVES_M = 0.00002
/** Continuous and short service limits by kind of filler, K. */
export const SERVICE_LIMIT_K = {
  zinc: [celsius(200), celsius(315)],
  silver: [celsius(200), celsius(315)],
  phosphorus: [celsius(150), celsius(200)],
  aluminium: [celsius(150), celsius(200)],
} as const

const either = (s: Situation, test: (m: BaseMetal) => boolean) => test(s.a) || test(s.b)
const both = (s: Situation, test: (m: BaseMetal) => boolean) => test(s.a) && test(s.b)
const has = (s: Situation, ...services: readonly Service[]) => services.some((x) => s.services.has(x))
const family =
  (...names: readonly string[]) =>
  (m: BaseMetal) =>
    names.includes(m.family)
const isAluminium = family('aluminium')
const isStainless = family('stainless-steel')
const isFerritic = (m: BaseMetal) => ['stainless-430', 'stainless-410', 'stainless-steel'].includes(m.key)
const isIron760 = (m: BaseMetal) => ['malleable-iron', 'ductile-iron', 'cast-iron'].includes(m.key)
const WET: readonly Service[] = ['water', 'drinking-water', 'salt-water', 'food']
const HYGIENE: readonly Service[] = ['food', 'drinking-water', 'medical-gas']

const REFUSED: Readonly<Record<string, string>> = {
  magnesium: 'Magnesium burns, and water feeds its fire.',
  titanium: 'Titanium takes up air when it is hot and turns brittle: not with a torch.',
  zinc: 'Zinc die castings melt far below any filler.',
  aluminium:
    'This aluminium melts below the filler, or its oxide does not yield to flux. Name the alloy, or have it welded.',
}

/** What a situation comes to before any filler is looked at. */
export const pairOf = (s: Situation): Pair => ({
  aluminium: isAluminium(s.a),
  copper: both(s, isCopper),
  stainless: either(s, isStainless),
  ferritic: either(s, isFerritic),
  softIron: either(s, isIron760),
  carbide: either(s, family('carbide')),
  highTin: either(s, (m) => m.key === 'high-tin-bronze' || m.key === 'bronze'),
  galvanised: either(s, (m) => m.key === 'galvanised-steel'),
  nickel: either(s, family('nickel', 'cupronickel')),
  aluminiumBronze: either(s, family('aluminium-bronze')),
  brass: either(s, family('brass')),
  lowBrass: either(s, (m) => ['brass-60-40', 'leaded-brass', 'brass'].includes(m.key)),
  lower: s.a.solidusK <= s.b.solidusK ? s.a : s.b,
  never: [s.a, s.b].find((m) => m.phosphorus === 'never'),
  wet: has(s, ...WET),
  hygiene: has(s, ...HYGIENE),
})

/** What forbids brazing this pair for this service at all, with any filler. */
export function refusePair(s: Situation): string | undefined {
  for (const m of [s.a, s.b])
    if (m.torch === 'refuse') return REFUSED[m.family] ?? `${m.short} is never brazed with a torch.`
  if (isAluminium(s.a) !== isAluminium(s.b))
    return 'Aluminium and another metal make a brittle seam that breaks: fasten or clamp them instead.'
  if (has(s, 'steam')) return 'Steam goes past what any filler here holds over the years: have it welded.'
  if (has(s, 'ammonia') && either(s, isCopperAlloy))
    return 'Ammonia eats copper and its alloys until they crack: no copper alloy at all.'
  if (has(s, ...HYGIENE) && either(s, isLeaded))
    return 'Lead goes into what people drink, eat or breathe: take a metal without lead.'
  if (has(s, 'medical-gas') && !both(s, isCopper))
    return 'Medical gas takes copper to copper with a phosphorus filler and no flux: the certified person decides about anything else.'
  return undefined
}

/** The temperature to braze at, K: the middle of the filler's range, kept under the lower solidus. */
export function targetFor(f: Filler, s: Pick<Situation, 'a' | 'b'>): number {
  const solidus = Math.min(s.a.solidusK, s.b.solidusK)
  const room = WORKING_K[isAluminium(s.a) ? 'aluminium' : 'usual'][1]
  const middle = Math.min((f.minK + f.maxK) / 2, solidus - room)
  const iron = isIron760(s.a) || isIron760(s.b)
  return iron && f.liquidusK <= IRON_TOP_K ? Math.min(middle, IRON_TOP_K) : middle
}

const FLUX_ORDER = ['FB4-A', 'FB3-C', 'FB3-A']
/** The flux that a filler takes on a pair: `none` where phosphorus cleans copper by itself. */
export function fluxFor(f: Filler, s: Pick<Situation, 'a' | 'b'>): string {
  if (f.kind === 'phosphorus' && isCopper(s.a) && isCopper(s.b)) return 'none'
  if (f.kind === 'zinc') return 'FB3-D'
  if (f.kind === 'aluminium') return 'FB1-A'
  return FLUX_ORDER.find((id) => s.a.flux === id || s.b.flux === id) ?? 'FB3-A'
}

/** Whether a flux is awake from the filler's solidus (aluminium: liquidus) to the temperature it is brazed at. */
export function fluxCovers(flux: string, f: Filler, targetK: number): boolean {
  if (flux === 'none') return true
  const found = findFlux(flux)
  const from = f.kind === 'aluminium' ? f.liquidusK : f.solidusK
  return found !== undefined && found.minK <= from + 1e-6 && found.maxK >= targetK - 1e-6
}

const PRINTED = new WeakMap<UnitChoices, Map<string | number, string>>()
const printed = (units: UnitChoices, key: string | number, print: () => string): string => {
  const known = PRINTED.get(units) ?? new Map<string | number, string>()
  if (known.size === 0) PRINTED.set(units, known)
  const before = known.get(key)
  if (before !== undefined) return before
  // gaps differ from plan to plan: what was said long ago is let go
  if (known.size > 2000) known.clear()
  const text = print()
  known.set(key, text)
  return text
}
/** A figure in the shop's unit. The same few come back for every filler and pair, so what was said is kept. */
const says = (s: Situation, si: number, kind: Kind) =>
  printed(s.units, kind === 'temperature' ? si : -si, () => printAs(si, kind, s.units))
const saysRise = (s: Situation, kelvin: number) =>
  printed(s.units, `${Math.round(kelvin)}`, () => printRise(Math.round(kelvin), s.units))

type Rule = (f: Facts, s: Situation, p: Pair) => Reason | undefined

const hard = (text: string): Reason => ({ weight: 'hard', text })
const poor = (text: string, points = 0): Reason => ({ weight: 'poor', text, points })
const note = (text: string, points = 0): Reason => ({ weight: 'note', text, points })
const good = (text: string, points = 0): Reason => ({ weight: 'good', text, points })

const aluminiumOnly: Rule = ({ filler, aluminium }) => {
  if (aluminium && filler.kind !== 'aluminium')
    return hard('It melts above the aluminium: the part falls away.')
  if (!aluminium && filler.kind === 'aluminium')
    return hard('Made for aluminium alone: on this metal the seam is brittle.')
  return undefined
}

const phosphorus: Rule = ({ filler }, s, p) => {
  if (filler.kind !== 'phosphorus') return undefined
  const { never } = p
  if (never) {
    const text = `Phosphorus and ${never.short} make a brittle layer: the seam snaps.`
    const someDo =
      (never.family === 'steel' || never.family === 'cast-iron') &&
      !s.pressurised &&
      !has(s, 'refrigerant', 'medical-gas', 'fuel-gas', 'ammonia', 'sulphur', 'structural', 'vibration') &&
      s.codeUse === 'none'
    return someDo
      ? { weight: 'barred', text: `${text} Some do it on work that carries nothing.` }
      : hard(text)
  }
  if (has(s, 'sulphur')) return hard('Sulphur eats phosphorus-copper seams: they leak.')
  return undefined
}

const ammonia: Rule = ({ filler }, s) =>
  has(s, 'ammonia') && /\bCu\b/.test(filler.composition)
    ? hard('It has copper in it, and ammonia eats copper: the seam leaks poison. Weld it.')
    : undefined

const cadmium: Rule = ({ filler }, _s, p) => {
  if (!filler.cadmium) return undefined
  const instead = (WITHOUT_CADMIUM[filler.id] ?? []).join(' or ')
  if (p.hygiene)
    return hard(`Cadmium is poison in what people eat, drink or breathe. ${instead} does the same work.`)
  return poor(
    `Its cadmium fume can kill hours later: only with extraction. ${instead} does the same work without.`,
    6,
  )
}

const medical: Rule = ({ filler }, s) =>
  has(s, 'medical-gas') && filler.kind !== 'phosphorus'
    ? hard('It needs flux, and flux must not get into a medical gas line.')
    : undefined

const headroom: Rule = ({ filler, solidusK, aluminium, targetK }, s, p) => {
  const [over, under] = WORKING_K[aluminium ? 'aluminium' : 'usual']
  const { lower } = p
  if (filler.liquidusK + over > solidusK - under + 1e-6)
    return hard(
      `Liquid only at ${says(s, filler.liquidusK, 'temperature')}, and ${lower.short} begins to melt at ${says(s, solidusK, 'temperature')}: the part melts with it.`,
    )
  const room = solidusK - targetK
  const rise = saysRise(s, room)
  if (aluminium) return note(`Only ${rise} under the melting of the base, and no glow to warn.`, 2)
  if (room < 60) return poor(`Only ${rise} under the melting of ${lower.short}.`, 3)
  if (room < 120) return note(`${rise} under the melting of ${lower.short}: watch it.`, 1.5)
  return good(`${rise} below the melting of ${lower.short}.`)
}

const fluxRange: Rule = ({ filler, flux, targetK }) =>
  fluxCovers(flux, filler, targetK)
    ? undefined
    : hard(`No flux covers it from its melting to the brazing heat: ${flux} gives out.`)

const zincFiller: Rule = ({ filler }, s, p) => {
  if (filler.kind !== 'zinc') return undefined
  if (p.stainless) return hard('Copper-zinc rod gets between the grains of stainless and cracks it.')
  if (p.aluminiumBronze) return hard('Copper-zinc rod does not take on aluminium bronze.')
  if (p.lowBrass) return hard('This brass melts about as low as the rod.')
  if (has(s, 'salt-water')) return hard('Sea water takes the zinc out of the rod and leaves a sponge.')
  if (p.brass) return poor('Close to the melting of the brass, whose zinc boils off.', 3)
  if (p.carbide) return poor('No nickel to wet the carbide, and a lot of heat.', 3)
  if (has(s, 'water', 'drinking-water')) return poor('Soft or acid water takes the zinc out of it.', 2)
  if (has(s, 'refrigerant', 'fuel-gas'))
    return poor('Hot work, boiling zinc and pores: not for a tight gas line.', 3)
  return undefined
}

const stainlessInWater: Rule = ({ filler }, s, p) => {
  if (!p.stainless || !p.wet) return undefined
  if (has(s, 'salt-water') || (s.serviceK ?? 0) >= celsius(60))
    return filler.zinc
      ? poor('Hot or sea water creeps along the seam on stainless: a filler without zinc holds.', 4)
      : good('No zinc: holds on stainless in hot or sea water.', -4)
  return filler.nickel
    ? good(
        'Its nickel keeps water from creeping along the seam on stainless.',
        filler.id === 'BAg-24' ? -5 : -3,
      )
    : poor('Without nickel water creeps along the seam on stainless and loosens it.', 4)
}

const ferritic: Rule = ({ filler }, _s, p) => {
  if (!p.ferritic) return undefined
  if (p.wet)
    return filler.nickel
      ? poor('On this stainless even a nickel-bearing filler lets go in standing water.', 2)
      : hard('On this stainless the seam lets go in standing water.')
  return filler.nickel
    ? good('Its nickel bonds to this stainless.', -2)
    : poor('This stainless wants nickel in the filler.', 3)
}

const iron: Rule = ({ filler, targetK }, s, p) =>
  !s.builtUp && p.softIron && Math.max(targetK, filler.liquidusK) > IRON_TOP_K + 1e-6
    ? poor(`Past ${says(s, IRON_TOP_K, 'temperature')} this iron turns hard and brittle.`, 3)
    : undefined

const carbide: Rule = ({ filler }, _s, p) =>
  p.carbide && filler.kind === 'silver'
    ? filler.id === 'BAg-22' || filler.id === 'BAg-24'
      ? good('Nickel wets the carbide.', -4)
      : filler.nickel
        ? note('Its nickel wets the carbide.')
        : poor('Without nickel it hardly wets carbide.', 3)
    : undefined

const highTin: Rule = ({ filler }, _s, p) =>
  p.highTin && filler.kind === 'phosphorus'
    ? poor('High-tin bronze is brittle already: low-melting silver does not add to it.', 3)
    : undefined

const galvanised: Rule = ({ filler }, s, p) =>
  filler.kind === 'zinc' && p.galvanised
    ? note(`Brazed where zinc boils (${says(s, celsius(907), 'temperature')}): strip it well back.`, 1)
    : undefined

const nickelAlloys: Rule = ({ filler }, _s, p) =>
  filler.kind === 'silver' && p.nickel
    ? note('Silver filler cracks nickel alloys that are under stress: relieve and support them first.', 0.5)
    : undefined

/** Fillers of copper refrigerant lines, the most forgiving first. */
const REFRIGERANT_ORDER = ['BCuP-5', 'BCuP-3', 'BCuP-4', 'BCuP-6', 'BCuP-2']
const refrigerant: Rule = ({ filler }, s, p) => {
  if (!has(s, 'refrigerant')) return undefined
  const { copper } = p
  if (filler.kind === 'phosphorus' && copper)
    return filler.id === 'BCuP-7'
      ? note('Not among those usual on refrigerant lines.', 1)
      : good(
          'Usual on copper refrigerant lines, without flux.',
          0.8 * REFRIGERANT_ORDER.indexOf(filler.id) - 5,
        )
  if (filler.kind === 'silver')
    return copper
      ? poor('Needs flux, which must not get into a refrigerant line; phosphorus filler needs none.', 4)
      : note('Flux on the outside only: none may get into the line.')
  return undefined
}

const fuelGas: Rule = ({ filler }, s) =>
  has(s, 'fuel-gas') && filler.kind === 'phosphorus'
    ? poor('Several fuel gas codes bar phosphorus, because of sulphur in the gas: ask yours.', 3)
    : undefined

const shaken: Rule = ({ filler }, s) => {
  if (!has(s, 'vibration', 'structural') || filler.kind !== 'phosphorus') return undefined
  return filler.id === 'BCuP-2'
    ? poor('Brittle under blows, shaking and cold: more silver bends instead.', 3)
    : filler.silver < 5
      ? note('Little silver: stiff under shaking.', 1)
      : undefined
}

const service: Rule = ({ filler }, s) => {
  if (s.serviceK === undefined) return undefined
  const [long, short] = SERVICE_LIMIT_K[filler.kind]
  if (s.serviceK > short + 1e-6)
    return hard(`Holds to ${says(s, short, 'temperature')} at most, and this gets hotter: weld it.`)
  if (s.serviceK > long + 1e-6) return poor(`Past ${says(s, long, 'temperature')} for short spells only.`, 3)
  return undefined
}

const gap: Rule = ({ filler, gapM }, s) => {
  if (s.builtUp)
    return filler.kind === 'zinc' || filler.kind === 'aluminium'
      ? good('Stands in a bead and fills a groove.', filler.id === 'RBCuZn-C' ? -6 : -5)
      : note('Runs away thin: it coats a groove instead of filling it.', 3)
  if (gapM === undefined) return undefined
  if (gapM <= 0) return hard('Hot, the parts jam: no gap is left for the filler.')
  if (gapM > CAPILLARY_MAX_M)
    return hard(
      `A gap of ${says(s, gapM, 'length')} hot draws nothing in: close it up, or build it up as a bead.`,
    )
  if (gapM < STARVES_M)
    return poor(`A gap of ${says(s, gapM, 'length')} hot starves: hardly any filler gets in.`, 3)
  const wide = meltingSpan(filler) > WIDE_RANGE_K
  if (gapM < filler.gapMinM * 0.9)
    return wide
      ? note('A tight gap for a filler that melts over a wide range.', 1.5)
      : note(`A little tight for it (${says(s, filler.gapMinM, 'length')} and up).`, 0.5)
  if (gapM <= filler.gapMaxM * 1.02)
    return good(
      `Fills this gap (${says(s, filler.gapMinM, 'length')} to ${says(s, filler.gapMaxM, 'length')}).`,
      -0.5,
    )
  if (gapM <= filler.gapMaxM * 2 && wide)
    return note('Wider than it likes, but it melts over a wide range and bridges.', 1)
  return poor(`Too wide for it: it fills up to ${says(s, filler.gapMaxM, 'length')}.`, 3)
}

const melting: Rule = ({ filler }, s) => {
  const span = meltingSpan(filler)
  if (span > WIDE_RANGE_K)
    return note(
      `Melts over ${saysRise(s, span)}: bridges gaps, but parts when it is heated slowly.`,
      s.learning ? 0 : 0.3,
    )
  return span < 40 && filler.kind !== 'zinc'
    ? note('Melts nearly at once: runs fast into tight fits.', s.learning ? 0.5 : 0)
    : undefined
}

/** A film wider than this wants body, m. */
const WANTS_BODY_M = 0.0001
const body: Rule = ({ filler, gapM }, s) => {
  if (s.builtUp || (!s.fedFromEdge && (gapM ?? 0) <= WANTS_BODY_M)) return undefined
  const wide = meltingSpan(filler) > WIDE_RANGE_K
  // the rod that fumes least comes first among like ones
  if (filler.kind === 'zinc')
    return good('Has body: stands in a fillet.', filler.id === 'RBCuZn-C' ? -3.5 : -3)
  if (wide) return good('Has body: fills along an edge and over a wide gap.', -2)
  return meltingSpan(filler) < 40 ? note('Thin: it runs off an edge and leaves no fillet.', 1.5) : undefined
}

const wish: Rule = ({ filler }, s) => {
  if (s.wish === 'enough')
    return filler.kind === 'zinc' ? good('Bronze will do, as you asked.', -4) : undefined
  if (s.wish === 'high')
    return filler.kind === 'silver'
      ? good('High-strength silver, as you asked.', -3)
      : note('Not what you asked for: high-strength silver.', 3)
  return undefined
}

const fluxWork: Rule = ({ flux, filler }, _s, p) =>
  flux === 'none'
    ? good('Cleans copper by itself: no flux.', -2)
    : filler.kind === 'phosphorus' || !p.copper
      ? undefined
      : note('Needs flux where phosphorus filler needs none.', 1.5)

const heatWork: Rule = ({ filler, targetK }, s) => {
  if (filler.kind !== 'zinc' || s.builtUp) return undefined
  return note(`Wants ${says(s, targetK, 'temperature')}: slower, and the parts warp more.`, 2.5)
}

const colour: Rule = ({ filler }, s) =>
  s.yellow
    ? filler.kind === 'zinc'
      ? good('Yellow as brass.', -3)
      : note('White or grey, not yellow.', 1)
    : undefined

const cost: Rule = ({ filler }, s) => {
  const perKg = s.pricePerKg?.get(filler.id)
  const share = filler.silver > 0 ? `${filler.silver} % silver` : 'No silver'
  if (perKg !== undefined) return note(`${share}, ${perKg} a kg.`, Math.log1p(perKg) / 4)
  return note(`${share}.`, filler.silver / 15)
}

const shelf: Rule = ({ filler }, s) =>
  s.shelf === undefined
    ? undefined
    : s.shelf.has(filler.id)
      ? good('On your shelf.', -1.5)
      : note('Not on your shelf.', 1)

/** Every rule, in the order in which its reason is told: what forbids first, cost and shelf last. */
const RULES: readonly Rule[] = [
  aluminiumOnly,
  phosphorus,
  ammonia,
  cadmium,
  medical,
  headroom,
  fluxRange,
  zincFiller,
  stainlessInWater,
  ferritic,
  iron,
  carbide,
  highTin,
  galvanised,
  nickelAlloys,
  refrigerant,
  fuelGas,
  shaken,
  service,
  gap,
  body,
  wish,
  melting,
  fluxWork,
  heatWork,
  colour,
  cost,
  shelf,
]

/** All that is to be said of a filler on a pair: at least one reason. */
export function reasonsFor(f: Facts, s: Situation, p: Pair): readonly Reason[] {
  const out: Reason[] = []
  for (const rule of RULES) {
    const reason = rule(f, s, p)
    if (reason) out.push(reason)
  }
  // what forbids it is all that matters
  const forbids = out.filter((r) => r.weight === 'hard' || r.weight === 'barred')
  return forbids.length > 0 ? forbids : out
}

/** What follows from a filler on this pair. */
export function factsOf(filler: Filler, s: Situation): Facts {
  const targetK = targetFor(filler, s)
  return {
    filler,
    targetK,
    flux: fluxFor(filler, s),
    solidusK: Math.min(s.a.solidusK, s.b.solidusK),
    aluminium: isAluminium(s.a),
    gapM: s.gapAt?.(targetK),
  }
}
