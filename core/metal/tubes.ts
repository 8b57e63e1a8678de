import { fractionOf } from '../quantity/print.ts'
import { INCH_M } from '../quantity/units.ts'
import table from './copper-tube.json' with { type: 'json' }
import { rowsOf } from './table.ts'

/** A named size of copper tube, SI, with the nominal depth of the cup that goes with it. */
export interface Tube {
  /** As it is asked for: "ASTM B88 1/2 L", "EN 1057 22 mm". */
  readonly name: string
  readonly standard: string
  readonly outsideDiameterM: number
  readonly wallM: number
  readonly cupDepthM: number
}

/** Every named size, in the table's order. */
export const TUBES: readonly Tube[] = rowsOf(table).map((row) => {
  const standard = row.word('standard')
  // "ACR" stands in the nominal size already, and EN tube has one kind only
  const type = row.word('type').replace(/^(ACR |EN$)/, '')
  return {
    name: [standard, row.word('nominal_in'), type].filter((w) => w !== '').join(' '),
    standard,
    outsideDiameterM: row.number('outside_diameter_in') * INCH_M,
    wallM: row.number('wall_in') * INCH_M,
    cupDepthM: row.number('socket_depth_in') * INCH_M,
  }
})

/** What the table rests on. */
export const TUBE_SOURCE = table.source
/** The tube of a name, however it is spaced and cased. */
export function findTube(name: string): Tube | undefined {
  const plain = (s: string) => s.toLowerCase().replace(/\s+/g, ' ').trim()
  return TUBES.find((t) => plain(t.name) === plain(name))
}

/** The nominal cup of a tube of this outside diameter, m; undefined when no standard has one. */
export const cupDepthFor = (outsideDiameterM: number): number | undefined =>
  TUBES.find((t) => Math.abs(t.outsideDiameterM - outsideDiameterM) < 0.05e-3)?.cupDepthM

/** The outside of a tube as it is asked for: "7/8 in", "22 mm". */
function outsideOf({ standard, outsideDiameterM }: Tube): string {
  if (standard.startsWith('EN')) return `${Math.round(outsideDiameterM * 1e4) / 10} mm`
  return `${fractionOf(outsideDiameterM / INCH_M) ?? (outsideDiameterM / INCH_M).toFixed(3)} in`
}

/**
 * A named size as it stands in a list that is searched: outside diameter first, since that is what a rule finds; by its
 * decimals and its millimetres too.
 * @example tubeFindable(findTube('ASTM B88 3/4 L')).label // '7/8 in · ASTM B88 3/4 L'
 */
export function tubeFindable(tube: Tube): { readonly label: string; readonly also: string } {
  const { name, standard, outsideDiameterM, wallM } = tube
  const mm = (m: number) => `${Math.round(m * 1e4) / 10} mm`
  const outside = outsideOf(tube)
  return {
    label: `${outside} · ${name.endsWith(outside) ? standard : name}`,
    also: `${(outsideDiameterM / INCH_M).toFixed(3)} in ${mm(outsideDiameterM)} wall ${(wallM / INCH_M).toFixed(3)} in`,
  }
}
