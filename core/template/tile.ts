import type { Region } from '../words/trade.ts'

/** Sheets of paper, mm. */
export const PAPERS = { a4: { width: 210, height: 297 }, letter: { width: 215.9, height: 279.4 } } as const
export type Paper = keyof typeof PAPERS
export const PAPER_NAMES: Readonly<Record<Paper, string>> = { a4: 'A4', letter: 'Letter' }
/** The paper that is bought in a region. */
export const usualPaper = (region: Region): Paper => (region === 'us' ? 'letter' : 'a4')

/** Kept free all round for printers that cannot print to the edge, mm. */
export const MARGIN_MM = 12
/** Printed on both of two neighbouring sheets, so that they can be laid over one another, mm. */
export const OVERLAP_MM = 8
/** At the foot of each sheet, for the check bar and the words, mm. */
export const FOOT_MM = 18

/** A sheet of a tiled drawing: which one it is, and the corner of the drawing that lies at its own corner. mm */
export interface Sheet {
  readonly column: number
  readonly row: number
  readonly x: number
  readonly y: number
}

/** A drawing spread over sheets at its true size. mm */
export interface Tiling {
  readonly columns: number
  readonly rows: number
  /** Of one sheet's picture. */
  readonly width: number
  readonly height: number
  readonly sheets: readonly Sheet[]
}

/** More sheets than this nobody glues together. */
export const MOST_SHEETS = 60

/**
 * Spreads a drawing over as few sheets as it takes, each overlapping the next.
 * @param width of the drawing, mm; above 0
 * @param height of the drawing, mm; above 0
 * @returns undefined when it takes more than `MOST_SHEETS`
 */
export function tile(paper: Paper, width: number, height: number): Tiling | undefined {
  const w = PAPERS[paper].width - 2 * MARGIN_MM
  const h = PAPERS[paper].height - 2 * MARGIN_MM - FOOT_MM
  const across = (size: number, one: number) =>
    Math.max(1, Math.ceil((size - OVERLAP_MM) / (one - OVERLAP_MM) - 1e-9))
  const columns = across(width, w)
  const rows = across(height, h)
  if (columns * rows > MOST_SHEETS) return undefined
  const sheets = Array.from({ length: columns * rows }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)]
    return { column, row, x: column * (w - OVERLAP_MM), y: row * (h - OVERLAP_MM) }
  })
  return { columns, rows, width: w, height: h, sheets }
}
