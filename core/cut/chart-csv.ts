import Papa from 'papaparse'
import type { FieldError } from '../figure.ts'
import { firstDraftOf } from '../fields/draft.ts'
import { CHART_ROW, type ChartRowDraft } from '../rig/fields.ts'
import { INCH_UNITS } from '../quantity/choices.ts'
import { splitRange, type UnitId } from '../quantity/index.ts'
import { readColumn, withUnitOf, type Column } from '../fields/paste.ts'
import { readChartRow } from './read-chart.ts'
import { Reader } from '../fields/reader.ts'

/** A line that could not be taken over, counted from 1, and why. */
export interface LineFault {
  readonly line: number
  readonly message: string
}

/** What was found in a table: the good rows, and the faulty ones by line. */
export interface ChartTable {
  /** Its pressures have no unit: it is asked once for all of them. */
  readonly asksPressure: boolean
  readonly rows: readonly ChartRowDraft[]
  readonly faults: readonly LineFault[]
}

/** One thickness may stand for both ends of a row. */
const COLUMNS = {
  ...CHART_ROW,
  thickness: { ...CHART_ROW.thicknessMin, also: ['plate', 'plate thickness'] },
} as const
const SIZED = {
  orifice: { ...CHART_ROW.orifice, also: [...CHART_ROW.orifice.also, ...CHART_ROW.tip.also] },
} as const
const PRESSURES: ReadonlySet<string> = new Set(['oxygenPressure', 'fuelPressure'])
const MOST_ROWS = 200
const MOST_TEXT = 200_000

/**
 * Reads a chart from comma-, semicolon- or tab-separated text: a file, or cells pasted from a spreadsheet. The first
 * line names the columns, with their units in brackets. Sizes may stand by their names, ranges as they are printed. Rows
 * with faults are listed by line; the good ones are given.
 * @param pressureUnit what bare pressures are in, once somebody has said it
 * @example readChartTable('orifice (in),thicknessMin (in),thicknessMax (in),oxygen (psi)\n.052,1/2,1,42').rows.length // 1
 */
export function readChartTable(
  text: string,
  decimalMark: 'ask' | 'comma' = 'ask',
  pressureUnit?: UnitId,
): ChartTable {
  if (text.length > MOST_TEXT)
    return {
      asksPressure: false,
      rows: [],
      faults: [{ line: 1, message: 'That is too long to be a chart.' }],
    }
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trimEnd(), { skipEmptyLines: false })
  const [first = [], ...lines] = parsed.data
  const headers = first.map((cell) => {
    // a size with a unit behind its name is a bore
    const bore = readColumn(SIZED, cell)
    const column = bore?.unit ? bore : readColumn(COLUMNS, cell)
    return column && PRESSURES.has(column.field) && column.unit === undefined
      ? { ...column, unit: pressureUnit }
      : column
  })
  const has = (c: string) => headers.some((h) => h?.field === c)
  const missing = [
    ...(has('orifice') || has('tip') ? [] : ['tip or orifice']),
    ...(has('thickness') || (has('thicknessMin') && has('thicknessMax')) ? [] : ['thickness']),
  ]
  if (missing.length > 0)
    return {
      asksPressure: false,
      rows: [],
      faults: [
        {
          line: 1,
          message: `The first line should name the columns with their units: tip or orifice (in), thicknessMin (in), thicknessMax (in), oxygenPressure (psi), fuelPressure (psi), pressureAt, speed (in/min), kerf (in). Missing: ${missing.join(', ')}.`,
        },
      ],
    }
  const faults: LineFault[] = first.flatMap((cell, i) =>
    headers[i] === undefined && cell.trim() !== ''
      ? [{ line: 1, message: `“${cell.trim().slice(0, 30)}” is not a column of a chart; it is left out.` }]
      : [],
  )
  const rows: ChartRowDraft[] = []
  lines.slice(0, MOST_ROWS + 1).forEach((cells, i) => {
    const line = i + 2
    if (cells.every((c) => c.trim() === '')) return
    if (rows.length >= MOST_ROWS) {
      faults.push({ line, message: `More than ${MOST_ROWS} rows: the rest is left out.` })
      return
    }
    const row = typedRow(cells, headers)
    const reader = new Reader(undefined, decimalMark)
    readChartRow(reader, { ...row }, 'row')
    const [fault] = reader.errors
    if (fault) faults.push({ line, message: said(fault) })
    else rows.push(row)
  })
  if (rows.length === 0 && faults.length === 0)
    faults.push({ line: 1, message: 'There are no rows under the names of the columns.' })
  return { asksPressure: pressureUnit === undefined && bare(headers, lines), rows, faults }
}

/** Whether a column of pressures has neither a unit nor cells that say one. */
const bare = (headers: readonly (Column | undefined)[], lines: readonly (readonly string[])[]): boolean =>
  headers.some(
    (h, i) =>
      h !== undefined &&
      PRESSURES.has(h.field) &&
      h.unit === undefined &&
      lines.some(
        (cells) => /^[\d.,/ ±–—-]+$/.test((cells[i] ?? '').trim()) && (cells[i] ?? '').trim() !== '',
      ),
  )

/** A size that is no name but a bore: a drill, a measure with its unit, a decimal of an inch. */
const IS_BORE = /^(?:#\s*\d|\.\d|0\.0\d|[\d.,]+\s*(?:mm|in|")$)/i

function typedRow(cells: readonly string[], headers: readonly (Column | undefined)[]): ChartRowDraft {
  const typed: Record<string, string> = {}
  headers.forEach((h, i) => {
    if (h) typed[h.field] = withUnitOf(cells[i] ?? '', h.unit)
  })
  const { thickness = '', thicknessMin = '', thicknessMax = '', pressureAt = '', ...row } = typed
  const plates = splitRange(thickness, 'length') ?? [thickness, thickness]
  const { tip = '', orifice = '' } = row
  const isBore = orifice === '' && IS_BORE.test(tip)
  return {
    ...firstDraftOf(CHART_ROW, INCH_UNITS),
    ...row,
    tip: isBore ? '' : tip,
    orifice: isBore ? tip : orifice,
    thicknessMin: thicknessMin || plates[0],
    thicknessMax: thicknessMax || plates[1],
    pressureAt: pressureAt.toLowerCase() || 'regulator',
  }
}

const said = (fault: FieldError) => `${fault.field.replace(/^row\.?/, '') || 'row'}: ${fault.message}`
