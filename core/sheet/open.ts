/** A shop's own spreadsheet as a table of cells: where its columns are named, and what each seems to hold. */
import Papa from 'papaparse'
import { readColumn, type Column } from '../fields/paste.ts'
import { keysOf } from '../objects.ts'
import { isInch, unitFor, type UnitId } from '../quantity/index.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { SHEET, type SheetField } from './fields.ts'

/** A row, by its number in the spreadsheet. */
export interface SheetRow {
  readonly row: number
  readonly cells: readonly string[]
}
export interface Sheet {
  readonly heads: readonly string[]
  readonly rows: readonly SheetRow[]
}

/** How a sheet is to be read: the page guesses it, and a person decides. */
export interface SheetHow {
  /** Of each column the field that it holds; null for one that is left out. */
  readonly columns: readonly (SheetField | null)[]
  /** The unit of bare numbers, by field. */
  readonly units: Readonly<Partial<Record<SheetField, UnitId>>>
  /** What holds for every row, of fields that have no column. */
  readonly same: Readonly<Partial<Record<SheetField, string>>>
  readonly dates: 'day-month' | 'month-day'
  readonly decimals: 'point' | 'comma'
}

/** What is read of one sheet: more than a year of a busy shop. What is beyond it goes into a second file. */
export const SHEET_MOST = { rows: 2000, columns: 60, letters: 2_000_000, cell: 400 } as const
/** A title and a few blank lines may stand above the names of the columns. */
const HEAD_WITHIN = 12

const isField = (name: string): name is SheetField => Object.hasOwn(SHEET, name)
const columnOf = (cell: string): (Column & { readonly field: SheetField }) | undefined => {
  const found = readColumn(SHEET, cell)
  return found && isField(found.field) ? { ...found, field: found.field } : undefined
}

/** What may stand between the cells. */
const SEPARATORS = [',', ';', '\t'] as const

/** The rows of a text by one separator, and where its columns are named by the most names that are known. */
function tableBy(text: string, delimiter: string) {
  const rows = Papa.parse<string[]>(text, { delimiter }).data.map((cells, i) => ({
    row: i + 1,
    cells: cells.slice(0, SHEET_MOST.columns).map((c) => c.trim().slice(0, SHEET_MOST.cell)),
  }))
  const filled = rows.filter(({ cells }) => cells.some((c) => c !== ''))
  const heads = filled
    .slice(0, HEAD_WITHIN)
    .map((r) => ({ ...r, known: r.cells.filter((c) => columnOf(c) !== undefined).length }))
    .reduce((a, b) => (b.known > a.known ? b : a), { row: 0, cells: [] as readonly string[], known: 0 })
  const head = heads.known > 0 ? heads : { ...(filled[0] ?? heads), known: 0 }
  return { head, rows: filled.filter(({ row }) => row > head.row) }
}

/**
 * The table of a text whose cells stand apart by comma, semicolon or tab; or the sentence why it is none.
 * @example openSheet('Date;Plate (mm)\n2.3.2026;12').heads.length // 2
 */
export function openSheet(text: string): Sheet | string {
  if (text.length > SHEET_MOST.letters) return 'That is too long for one sheet. Bring it in as two or more.'
  if (text.includes('\u0000')) return 'This is no text. Save the spreadsheet as CSV and bring in that file.'
  // a title may hold the one mark and the cells another: the names of the columns tell
  const plain = text.replace(/^\uFEFF/, '')
  const width = (t: ReturnType<typeof tableBy>) => t.head.known * SHEET_MOST.columns + t.head.cells.length
  const { head, rows } = SEPARATORS.map((mark) => tableBy(plain, mark)).reduce((a, b) =>
    width(b) > width(a) ? b : a,
  )
  if (head.cells.filter((h) => h !== '').length < 2)
    return 'No columns are found. The names of the columns stand on top, each in a cell of its own.'
  if (rows.length === 0) return 'There are no rows under the names of the columns.'
  if (rows.length > SHEET_MOST.rows)
    return `There are ${rows.length} rows; ${SHEET_MOST.rows} go at once. Bring it in as two or more.`
  return { heads: head.cells, rows }
}

/** The cells of a field, down the sheet. */
const cellsOf = ({ rows }: Sheet, columns: SheetHow['columns'], wanted: (field: SheetField) => boolean) =>
  columns.flatMap((field, i) =>
    field !== null && wanted(field) ? rows.map(({ cells }) => cells[i] ?? '').filter((c) => c !== '') : [],
  )

function guessDates(cells: readonly string[], inch: boolean): SheetHow['dates'] {
  const parts = cells.flatMap((c) => {
    const [, a, b] = /^(\d{1,2})[/.-](\d{1,2})[/.-]\d{2,4}\b/.exec(c) ?? []
    return a === undefined || b === undefined ? [] : [[Number(a), Number(b)] as const]
  })
  if (parts.some(([a]) => a > 12)) return 'day-month'
  if (parts.some(([, b]) => b > 12)) return 'month-day'
  return inch && !cells.some((c) => /^\d+\.\d+\./.test(c)) ? 'month-day' : 'day-month'
}

/**
 * How a sheet seems to be meant: columns by their names, each name once; units as they stand in the names, else the
 * shop's; day or month first and the decimal mark by what its cells cannot otherwise be.
 * @param usual what the shop usually says, for every row: its fuel, its metal
 */
export function guessHow(
  sheet: Sheet,
  units: UnitChoices,
  usual: SheetHow['same'],
  decimalMark: 'ask' | 'comma' = 'ask',
): SheetHow {
  const taken = new Set<SheetField>()
  const found = sheet.heads.map((head) => {
    const column = columnOf(head)
    if (!column || taken.has(column.field)) return undefined
    taken.add(column.field)
    return column
  })
  const columns = found.map((c) => c?.field ?? null)
  const isNumber = (field: SheetField) => SHEET[field].type === 'quantity'
  const numbers = cellsOf(sheet, columns, isNumber)
  const commas = numbers.filter((c) => /^\d+,(?:\d{1,2}|\d{4,})(?!\d)/.test(c)).length
  const points = numbers.filter((c) => /^\d*\.\d/.test(c)).length
  return {
    columns,
    units: Object.fromEntries(
      keysOf(SHEET).flatMap((field) => {
        const spec = SHEET[field]
        if (spec.type !== 'quantity') return []
        return [[field, found.find((c) => c?.field === field)?.unit ?? unitFor(spec.bounds.kind, units)]]
      }),
    ),
    same: usual,
    dates: guessDates(
      cellsOf(sheet, columns, (f) => f === 'at'),
      isInch(units),
    ),
    decimals: commas > points || (commas === points && decimalMark === 'comma') ? 'comma' : 'point',
  }
}
