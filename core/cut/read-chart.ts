import { CHART_ROW } from '../rig/fields.ts'
import { readFields, type Reader } from '../fields/reader.ts'
import type { Json } from '../objects.ts'
import type { ChartRow } from './types.ts'

/** One row of a chart as typed; `path` names it in the faults. */
export function readChartRow(r: Reader, row: Json, path: string): ChartRow | undefined {
  const read = readFields(r, row, CHART_ROW, path)
  if (Number.isNaN(read.orificeM + read.thicknessMinM + read.thicknessMaxM)) return undefined
  if (read.thicknessMinM > read.thicknessMaxM)
    return r.fail(`${path}.thicknessMax`, 'This is thinner than where the row begins.')
  return read
}
