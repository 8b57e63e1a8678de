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
