import strengths from './annealed-strength.json' with { type: 'json' }
import table from './base-metals.json' with { type: 'json' }
import { celsius, rowsOf } from './table.ts'

/** What phosphorus in a filler does to a metal: nothing, nothing where flux helps it wet, or a brittle seam. */
export const PHOSPHORUS = ['ok', 'with_flux', 'never'] as const
export type Phosphorus = (typeof PHOSPHORUS)[number]
/** Whether a torch may braze it: yes, with care, or never. */
export const TORCH = ['yes', 'care', 'refuse'] as const
export type TorchBraze = (typeof TORCH)[number]

/** A base metal, SI. Conductivity and specific heat at 20 °C and at `hotK`, linear between. */
export interface BaseMetal {
  readonly key: string
  readonly name: string
  /** A few words for a sentence: "copper", "stainless 304". */
  readonly short: string
  readonly family: string
  readonly solidusK: number
  /** Mean linear expansion from 20 °C to brazing heat, 1/K. */
  readonly expansion: number
  /** W/(m K) */
  readonly conductivity: readonly [number, number]
  /** J/(kg K) */
  readonly specificHeat: readonly [number, number]
  readonly hotK: number
  /** kg/m³ */
  readonly density: number
  /** False for metals that melt before they glow. */
  readonly glows: boolean
  readonly torch: TorchBraze
  readonly flux: string
  readonly phosphorus: Phosphorus
  /** Annealed, Pa. */
  readonly tensilePa: number
  /** True when figures of it are estimates. */
  readonly approximate: boolean
  readonly notes: string
}

const STRENGTH: Readonly<Record<string, number>> = strengths.strength

/** Without numbers of standards and what stands in brackets. */
const plainName = (name: string) =>
  name
    .replace(/ [CS]\d{5}/g, '')
    .replace(/ \(.*| deoxidised.*| and other.*/, '')
    .toLowerCase()
const PLAIN = rowsOf(table).map((row) => plainName(row.word('name')))
/** The plain name, or the key's words where two metals would have the same. */
const shortName = (name: string, key: string) => {
  const plain = plainName(name)
  return PLAIN.filter((p) => p === plain).length > 1 ? key.replaceAll('-', ' ') : plain
}

/** Every base metal of the table, in its order. */
export const BASE_METALS: readonly BaseMetal[] = rowsOf(table).map((row) => {
  const key = row.word('key')
  const tensile = STRENGTH[key]
  if (tensile === undefined) throw new RangeError(`no strength of ${key}`)
  return {
    key,
    name: row.word('name'),
    short: shortName(row.word('name'), key),
    family: row.word('family'),
    solidusK: celsius(row.number('solidus_C')),
    expansion: row.number('expansion_um_per_mK') * 1e-6,
    conductivity: [row.number('conductivity_W_mK_20'), row.number('conductivity_W_mK_hot')],
    specificHeat: [row.number('specific_heat_J_kgK_20'), row.number('specific_heat_J_kgK_hot')],
    hotK: celsius(row.number('hot_C')),
    density: row.number('density_kg_m3'),
    glows: row.word('red_heat_visible') === 'yes',
    torch: TORCH.find((t) => t === row.word('torch_braze')) ?? 'refuse',
    flux: row.word('default_flux'),
    phosphorus: PHOSPHORUS.find((p) => p === row.word('phosphorus_filler')) ?? 'never',
    tensilePa: tensile * 1e6,
    approximate: row.word('approximate') !== '',
    notes: row.word('notes'),
  }
})

/** What the table rests on. */
export const METAL_SOURCE = table.source
/** What the strengths rest on. */
export const STRENGTH_SOURCE = strengths.source

const FLUX_RANK = ['none', 'FB3-A', 'FB3-C', 'FB1-A', 'FB4-A']
const strictest = <T extends string>(order: readonly T[], words: readonly T[]): T =>
  words.reduce((a, b) => (order.indexOf(b) > order.indexOf(a) ? b : a))

/** A family by its name alone: the lowest solidus of its members, and the strictest of every rule. */
function familyAsOne(family: string): BaseMetal | undefined {
  const members = BASE_METALS.filter((m) => m.family === family)
  const [first] = members
  if (!first) return undefined
  const lowest = members.reduce((a, b) => (b.solidusK < a.solidusK ? b : a), first)
  return {
    ...lowest,
    key: family,
    name: members.length === 1 ? lowest.name : `${family.replaceAll('-', ' ')}, alloy not known`,
    short: family.replaceAll('-', ' '),
    torch: strictest(
      TORCH,
      members.map((m) => m.torch),
    ),
    phosphorus: strictest(
      PHOSPHORUS,
      members.map((m) => m.phosphorus),
    ),
    flux: strictest(
      FLUX_RANK,
      members.map((m) => m.flux),
    ),
    approximate: true,
  }
}

const BY_NAME: ReadonlyMap<string, BaseMetal> = new Map([
  ...[...new Set(BASE_METALS.map((m) => m.family))].flatMap((family) => {
    const one = familyAsOne(family)
    return one ? [[family, one] as const] : []
  }),
  // an alloy's own key goes before the name of a family that is the same word
  ...BASE_METALS.map((m) => [m.key, m] as const),
])

/** Every name that `findBaseMetal` knows: the alloys' keys and the families. */
export const METAL_NAMES: readonly string[] = [...BY_NAME.keys()]

/** The metal of a key, or a family's strictest member; undefined for a name that is not known. */
export const findBaseMetal = (name: string): BaseMetal | undefined => BY_NAME.get(name)

const COPPER_FAMILIES = [
  'copper',
  'brass',
  'bronze',
  'aluminium-bronze',
  'beryllium-copper',
  'nickel-silver',
  'cupronickel',
]
/** Copper and every alloy of it. */
export const isCopperAlloy = (m: BaseMetal): boolean => COPPER_FAMILIES.includes(m.family)
/** Copper with nothing in it that matters: no flux with phosphorus fillers. */
export const isCopper = (m: BaseMetal): boolean => m.family === 'copper'
/** Brasses and gunmetals with lead in them. */
export const isLeaded = (m: BaseMetal): boolean =>
  m.key === 'leaded-brass' || m.key === 'leaded-gunmetal' || m.key === 'brass' || m.key === 'bronze'

const ROOM_K = 293.15
const between = ([cold, hot]: readonly [number, number], m: BaseMetal, kelvin: number) => {
  const share = Math.min(1, Math.max(0, (kelvin - ROOM_K) / (m.hotK - ROOM_K)))
  return cold + share * (hot - cold)
}
/** Conductivity at a temperature, W/(m K): linear from 20 °C to the table's hot figure, held beyond. */
export const conductivityAt = (m: BaseMetal, kelvin: number): number => between(m.conductivity, m, kelvin)
/** Specific heat at a temperature, J/(kg K): linear from 20 °C to the table's hot figure, held beyond. */
export const specificHeatAt = (m: BaseMetal, kelvin: number): number => between(m.specificHeat, m, kelvin)
