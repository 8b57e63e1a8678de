import { BOUNDS, type Json, type Reader } from './reader.ts'
import { PLACES, type ChartRow } from './types.ts'

/** Columns of a chart. */
export const CHART_FIELDS = [
  'orifice',
  'thicknessMin',
  'thicknessMax',
  'oxygenPressure',
  'fuelPressure',
  'pressureAt',
  'speed',
  'kerf',
]
/** One row of a chart as typed; `path` names it in the faults. */
export function readChartRow(r: Reader, row: Json, path: string): ChartRow | undefined {
  const orificeM = r.quantity(row['orifice'], `${path}.orifice`, BOUNDS.orifice)
  const thicknessMinM = r.quantity(row['thicknessMin'], `${path}.thicknessMin`, BOUNDS.thickness)
  const thicknessMaxM = r.quantity(row['thicknessMax'], `${path}.thicknessMax`, BOUNDS.thickness)
  const at = r.word(row['pressureAt'], `${path}.pressureAt`, PLACES, 'regulator')
  const rest = {
    oxygenGaugePa: r.maybe(row['oxygenPressure'], `${path}.oxygenPressure`, BOUNDS.pressure),
    fuelGaugePa: r.maybe(row['fuelPressure'], `${path}.fuelPressure`, BOUNDS.pressure),
    speed: r.maybe(row['speed'], `${path}.speed`, BOUNDS.speed),
    kerfM: r.maybe(row['kerf'], `${path}.kerf`, BOUNDS.kerf),
  }
  if (
    orificeM === undefined ||
    thicknessMinM === undefined ||
    thicknessMaxM === undefined ||
    at === undefined
  )
    return undefined
  if (thicknessMinM > thicknessMaxM)
    return r.fail(`${path}.thicknessMax`, 'This is thinner than where the row begins.')
  return { orificeM, thicknessMinM, thicknessMaxM, at, ...rest }
}
