import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { CHART_ROW } from '../rig/fields.ts'
import { readFields, type Reader } from '../fields/reader.ts'
import type { Json } from '../objects.ts'
import { steelRow, TABLE_SPAN_M } from './steel-table.ts'
import { chooseDrill } from './tip.ts'
import type { ChartRow } from './types.ts'

/** A row as it was read, its bore perhaps still unknown. */
export type RowRead = Omit<ChartRow, 'orificeM' | 'boreKnown'> & { readonly orificeM?: number | undefined }

/** One row of a chart as typed; `path` names it in the faults. */
export function readChartRow(r: Reader, row: Json, path: string): RowRead | undefined {
  const { orificeM, ...read } = readFields(r, row, CHART_ROW, path)
  if (Number.isNaN(read.thicknessMinM + read.thicknessMaxM)) return undefined
  if (orificeM === undefined && read.tip === '')
    return r.fail(`${path}.tip`, 'Give the size as it is stamped, or its bore.')
  if (read.thicknessMinM > read.thicknessMaxM)
    return r.fail(`${path}.thicknessMax`, 'This is thinner than where the row begins.')
  return orificeM === undefined || Number.isNaN(orificeM) ? read : { ...read, orificeM }
}

/** What a size is known by: its stamp without spaces and case. */
export const sizeOf = (stamp: string): string => stamp.trim().toLowerCase().replace(/\s+/g, ' ')

/**
 * The rows of a chart with a bore each: as it was said in any row of the same size, else the drill that suits the plates
 * which the chart gives the size.
 */
export function withBores(rows: readonly RowRead[]): readonly ChartRow[] {
  return rows.map((row) => {
    if (row.orificeM !== undefined) return { ...row, orificeM: row.orificeM, boreKnown: true }
    const alike = rows.filter((r) => sizeOf(r.tip) === sizeOf(row.tip))
    const said = alike.find((r) => r.orificeM !== undefined)?.orificeM
    return said === undefined
      ? { ...row, orificeM: boreFor(alike), boreKnown: false }
      : { ...row, orificeM: said, boreKnown: true }
  })
}

/** The drill that is sold and comes nearest for the middle of the plates of a size. */
function boreFor(rows: readonly RowRead[]): number {
  const thin = Math.min(...rows.map((r) => r.thicknessMinM))
  const thick = Math.max(...rows.map((r) => r.thicknessMaxM))
  const steel = steelRow(Math.min(TABLE_SPAN_M[1], Math.sqrt(thin * thick)), 'acetylene')
  const middle = (steel.cuttingOxygen[0] + steel.cuttingOxygen[1]) / 2
  return chooseDrill(steel.orificeM, middle, STANDARD_PRESSURE_PA) ?? steel.orificeM[0]
}

/** A stamp taken apart: the size, and the marks by which it is ordered. */
export interface Stamp {
  readonly size: string
  readonly marks: string
}

/**
 * Takes a stamp apart: its last group of one to three digits is the size, the rest are marks for ordering.
 * @example splitStamp('AB-3-000').size // '000'
 */
export function splitStamp(stamp: string): Stamp {
  const clean = stamp.trim()
  const groups = [...clean.matchAll(/(?<![\d.])\d{1,3}(?![\d.])/g)]
  const last = groups.at(-1)
  if (!last) return { size: clean, marks: '' }
  const rest = `${clean.slice(0, last.index)}${clean.slice(last.index + last[0].length)}`
  return { size: last[0], marks: rest.replace(/^[\s\-–/.,]+|[\s\-–/.,]+$/g, '') }
}
