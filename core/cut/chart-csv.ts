import Papa from 'papaparse'
import type { FieldError } from '../figure.ts'
import { findUnit, type Kind, type UnitId } from '../quantity/index.ts'
import { readHeaderCell, withUnitOf } from '../paste.ts'
import { readChartRow } from './read-chart.ts'
import { Reader } from './reader.ts'

/** A row of a chart as it would be typed. */
export interface TypedChartRow {
  readonly orifice: string
  readonly thicknessMin: string
  readonly thicknessMax: string
  readonly oxygenPressure: string
  readonly fuelPressure: string
  readonly pressureAt: string
  readonly speed: string
  readonly kerf: string
}

/** A line that could not be taken over, counted from 1, and why. */
export interface LineFault {
  readonly line: number
  readonly message: string
}

/** What was found in a table: the good rows, and the faulty ones by line. */
export interface ChartTable {
  readonly rows: readonly TypedChartRow[]
  readonly faults: readonly LineFault[]
}

type Column = keyof TypedChartRow | 'thickness'
const COLUMNS: readonly { column: Column; kind?: Kind; names: RegExp }[] = [
  {
    column: 'thicknessMin',
    kind: 'length',
    names: /^(thickness ?min|min ?thickness|(plate|thickness) from|from)$/,
  },
  {
    column: 'thicknessMax',
    kind: 'length',
    names: /^(thickness ?max|max ?thickness|(plate|thickness) to|to)$/,
  },
  { column: 'thickness', kind: 'length', names: /^(thickness|plate|plate thickness)$/ },
  { column: 'orifice', kind: 'length', names: /^(orifice|tip ?orifice|tip|nozzle|bore|drill)$/ },
  {
    column: 'oxygenPressure',
    kind: 'pressure',
    names: /^(oxygen|oxygen ?pressure|cutting oxygen( pressure)?|o2)$/,
  },
  {
    column: 'fuelPressure',
    kind: 'pressure',
    names: /^(fuel|fuel ?pressure|fuel gas( pressure)?|acetylene|propane)$/,
  },
  { column: 'pressureAt', names: /^(pressure ?at|at|where|measured at)$/ },
  { column: 'speed', kind: 'speed', names: /^(speed|travel ?speed|cutting speed)$/ },
  { column: 'kerf', kind: 'length', names: /^(kerf|kerf ?width)$/ },
]
const MOST_ROWS = 200
const MOST_TEXT = 200_000
const NEEDED: readonly Column[] = ['orifice']

interface Header {
  readonly column: Column
  readonly unit: UnitId | undefined
}

/** "Thickness min (in)", "oxygenPressure [psi]", "speed mm/min": the column and the unit of its bare numbers. */
function readHeader(cell: string): Header | undefined {
  const { words, bracket } = readHeaderCell(cell)
  const match = (text: string) => COLUMNS.find((c) => c.names.test(text))
  const whole = match(words)
  if (whole) return { column: whole.column, unit: whole.kind && findUnit(bracket, whole.kind)?.id }
  // no brackets: the last word may be the unit
  const at = words.lastIndexOf(' ')
  const found = at > 0 ? match(words.slice(0, at)) : undefined
  const unit = found?.kind && findUnit(words.slice(at + 1), found.kind)
  return found && unit ? { column: found.column, unit: unit.id } : undefined
}

/**
 * Reads a chart from comma-, semicolon- or tab-separated text: a file, or cells pasted from a spreadsheet. The first
 * line names the columns, with their units in brackets. Rows with faults are listed by line; the good ones are given.
 * @example readChartTable('orifice (in),thicknessMin (in),thicknessMax (in),oxygen (psi)\n.052,1/2,1,42')
 */
export function readChartTable(text: string, decimalMark: 'ask' | 'comma' = 'ask'): ChartTable {
  if (text.length > MOST_TEXT)
    return { rows: [], faults: [{ line: 1, message: 'That is too long to be a chart.' }] }
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trimEnd(), { skipEmptyLines: false })
  const [first = [], ...lines] = parsed.data
  const headers = first.map(readHeader)
  const has = (c: Column) => headers.some((h) => h?.column === c)
  const missing = [
    ...NEEDED.filter((c) => !has(c)),
    ...(has('thickness') || (has('thicknessMin') && has('thicknessMax')) ? [] : ['thickness']),
  ]
  if (missing.length > 0)
    return {
      rows: [],
      faults: [
        {
          line: 1,
          message: `The first line should name the columns with their units: orifice (in), thicknessMin (in), thicknessMax (in), oxygenPressure (psi), fuelPressure (psi), pressureAt, speed (in/min), kerf (in). Missing: ${missing.join(', ')}.`,
        },
      ],
    }
  const faults: LineFault[] = first.flatMap((cell, i) =>
    headers[i] === undefined && cell.trim() !== ''
      ? [{ line: 1, message: `“${cell.trim().slice(0, 30)}” is not a column of a chart; it is left out.` }]
      : [],
  )
  const rows: TypedChartRow[] = []
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
  return { rows, faults }
}

function typedRow(cells: readonly string[], headers: readonly (Header | undefined)[]): TypedChartRow {
  const typed: Record<Column, string> = {
    orifice: '',
    thickness: '',
    thicknessMin: '',
    thicknessMax: '',
    oxygenPressure: '',
    fuelPressure: '',
    pressureAt: '',
    speed: '',
    kerf: '',
  }
  headers.forEach((h, i) => {
    if (h) typed[h.column] = withUnitOf(cells[i] ?? '', h.unit)
  })
  const { thickness, ...row } = typed
  return {
    ...row,
    thicknessMin: row.thicknessMin || thickness,
    thicknessMax: row.thicknessMax || thickness,
    pressureAt: row.pressureAt.toLowerCase() || 'regulator',
  }
}

const said = (fault: FieldError) => `${fault.field.replace(/^row\.?/, '') || 'row'}: ${fault.message}`
