import { INCH_M } from '../quantity/units.ts'
import table from './fillers.json' with { type: 'json' }
import { fahrenheit, rowsOf } from './table.ts'

/** Families of fillers by what they are built on. */
export type FillerKind = 'phosphorus' | 'silver' | 'zinc' | 'aluminium'

/** A brazing filler by its class, SI. */
export interface Filler {
  readonly id: string
  readonly kind: FillerKind
  readonly composition: string
  /** Percent by mass. */
  readonly silver: number
  readonly nickel: boolean
  readonly zinc: boolean
  readonly cadmium: boolean
  readonly solidusK: number
  readonly liquidusK: number
  /** Brazing range. */
  readonly minK: number
  readonly maxK: number
  /** Radial clearance at brazing temperature, m. */
  readonly gapMinM: number
  readonly gapMaxM: number
  /** kg/m³, for the weight of rod; an estimate from the composition. */
  readonly density: number
}

const KIND: readonly (readonly [string, FillerKind, number])[] = [
  ['BCuP', 'phosphorus', 8100],
  ['BAg', 'silver', 9100],
  ['RBCuZn', 'zinc', 8400],
  ['BAlSi', 'aluminium', 2700],
]

/** Every filler of the table, in its order. */
export const FILLERS: readonly Filler[] = rowsOf(table).map((row) => {
  const id = row.word('designation')
  const composition = row.word('nominal_composition_pct')
  const [, kind, density] = KIND.find(([prefix]) => id.startsWith(prefix)) ?? []
  if (kind === undefined || density === undefined) throw new RangeError(`no family of ${id}`)
  return {
    id,
    kind,
    composition,
    silver: row.number('silver_pct'),
    nickel: /\bNi\b/.test(composition),
    zinc: /\bZn\b/.test(composition),
    cadmium: row.word('cadmium') === 'yes',
    solidusK: fahrenheit(row.number('solidus_F')),
    liquidusK: fahrenheit(row.number('liquidus_F')),
    minK: fahrenheit(row.number('brazing_min_F')),
    maxK: fahrenheit(row.number('brazing_max_F')),
    gapMinM: row.number('radial_clearance_min_in') * INCH_M,
    gapMaxM: row.number('radial_clearance_max_in') * INCH_M,
    density,
  }
})

/** What the table rests on. */
export const FILLER_SOURCE = table.source
/** The filler of a class. */
export const findFiller = (id: string): Filler | undefined => FILLERS.find((f) => f.id === id)

/** Fillers without cadmium that do the work of one with it. */
export const WITHOUT_CADMIUM: Readonly<Record<string, readonly string[]>> = {
  'BAg-1': ['BAg-36'],
  'BAg-1a': ['BAg-7'],
  'BAg-2': ['BAg-28', 'BAg-34'],
  'BAg-3': ['BAg-24'],
}

/** Span of melting above which a filler bridges gaps, and parts into its metals when it is heated slowly: 80 K. */
export const WIDE_RANGE_K = 80
/** Liquidus less solidus, K. */
export const meltingSpan = (f: Filler): number => f.liquidusK - f.solidusK
