import { FUEL_IDS, FUELS, type FuelId } from '../gas/fuels.ts'
import { CUBIC_FOOT_M3, INCH_M } from '../quantity/units.ts'
import table from './low-carbon-steel.json' with { type: 'json' }

/** A published range: low and high. */
export type Range = readonly [number, number]

/** The published ranges for one thickness of low-carbon steel, SI, flows at 70 F and 1 atm. */
export interface SteelRow {
  readonly orificeM: Range
  readonly speed: Range
  readonly cuttingOxygen: Range
  readonly fuel: Range
  /** True when the table has no column for this fuel, so that its flow follows from propane's by equal net heat. */
  readonly fuelByHeat: boolean
}

const CFH = CUBIC_FOOT_M3 / 3600
const IPM = INCH_M / 60

const column = (name: string): readonly number[] => {
  const at = table.columns.indexOf(name)
  return table.rows.map((row) => row[at] ?? Number.NaN)
}
const THICKNESS_M = column('thickness_in').map((t) => t * INCH_M)
const LOG_THICKNESS = THICKNESS_M.map(Math.log)

const pair = (name: string, unit: string, size: number): readonly [readonly number[], readonly number[]] => [
  column(`${name}_min_${unit}`).map((v) => v * size),
  column(`${name}_max_${unit}`).map((v) => v * size),
]
const ORIFICE = pair('orifice', 'in', INCH_M)
const SPEED = pair('speed', 'ipm', IPM)
const CUTTING_OXYGEN = pair('cutting_o2', 'scfh', CFH)
/** The published flow of a fuel, where the table has its columns. */
function published(fuel: FuelId): ReturnType<typeof pair> | undefined {
  const name = fuel.replaceAll('-', '_')
  return (table.columns as readonly string[]).includes(`${name}_min_scfh`)
    ? pair(name, 'scfh', CFH)
    : undefined
}
const FUEL = Object.fromEntries(
  FUEL_IDS.flatMap((fuel) => {
    const flow = published(fuel)
    return flow ? [[fuel, flow]] : []
  }),
) as Readonly<Partial<Record<FuelId, ReturnType<typeof pair>>>>
const PROPANE = pair('propane', 'scfh', CFH)

/** Volumes of a fuel that give as much net heat as one of propane. */
export const perPropane = (fuel: FuelId): number => FUELS.propane.netHeat / FUELS[fuel].netHeat

/** What the table rests on, for a figure's `cites`. */
export const STEEL_TABLE_SOURCE = table.source
/** Thinnest and thickest plate of the table, m. */
export const TABLE_SPAN_M: Range = [THICKNESS_M[0] ?? 0, THICKNESS_M.at(-1) ?? 0]

/**
 * The published ranges at a thickness, every column linear in ln(thickness). Below 1/8 in the 1/8 in row holds.
 * @param thicknessM m, above 0 and at most 12 in
 * @throws RangeError above 12 in: nothing is extrapolated
 */
export function steelRow(thicknessM: number, fuel: FuelId): SteelRow {
  if (!(thicknessM > 0 && thicknessM <= TABLE_SPAN_M[1] * (1 + 1e-9)))
    throw new RangeError('thickness outside the table')
  const x = Math.log(Math.max(thicknessM, TABLE_SPAN_M[0]))
  let i = 0
  while (i < LOG_THICKNESS.length - 2 && x > (LOG_THICKNESS[i + 1] ?? Infinity)) i++
  const x0 = LOG_THICKNESS[i] ?? 0
  const x1 = LOG_THICKNESS[i + 1] ?? 1
  const share = Math.min(1, Math.max(0, (x - x0) / (x1 - x0)))
  const at = (values: readonly number[]) => {
    const a = values[i] ?? Number.NaN
    return a + ((values[i + 1] ?? Number.NaN) - a) * share
  }
  const range = ([low, high]: ReturnType<typeof pair>): Range => [at(low), at(high)]
  const own = FUEL[fuel]
  const [low, high] = range(own ?? PROPANE)
  const times = own ? 1 : perPropane(fuel)
  return {
    orificeM: range(ORIFICE),
    speed: range(SPEED),
    cuttingOxygen: range(CUTTING_OXYGEN),
    fuel: [low * times, high * times],
    fuelByHeat: !own,
  }
}
