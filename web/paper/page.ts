/** What stands on a sheet, before anything is drawn: light enough for the page that offers it. */
import type { Drawn } from './pictures.tsx'

/** One sheet: what it is of, the line with what is set on it, drawings, figures, and the steps in their order. */
export interface SheetPage {
  /** What kind of sheet of the family. */
  readonly kind: string
  readonly title: string
  readonly about: string
  /** What a square code at its head opens. */
  readonly code?: string
  /** The line, and what is set along it. */
  readonly line?: { readonly drawn: Drawn; readonly set: readonly Cell[] }
  /** Beside each other, as wide on paper as 96 of their px are an inch. */
  readonly drawings?: readonly Drawn[]
  /** What a plan comes to, each with its span and source. */
  readonly told?: readonly Cell[]
  readonly figures: readonly (readonly [name: string, value: string])[]
  readonly steps: readonly { readonly act: string; readonly note: string }[]
  /** Why there are no steps. */
  readonly noSteps?: string
  readonly tables?: readonly SheetTable[]
  /** What it came to. */
  readonly verdict?: { readonly said: string; readonly because: string }
  /** What is ticked on paper: a kit, under its heading. */
  readonly list?: { readonly title: string; readonly items: readonly string[] }
  /** What to mind, each after its mark. */
  readonly minded?: readonly { readonly mark: string; readonly text: string }[]
  /** What was read over time, drawn. */
  readonly curve?: SheetCurve
  /** Who signs it. */
  readonly signs?: readonly string[]
  readonly foot: string
}

/** A table: its heads, and rows of as many cells. */
export interface SheetTable {
  /** Where there is more than one. */
  readonly title?: string
  readonly heads: readonly string[]
  readonly rows: readonly (readonly string[])[]
}

/** A figure under the line. */
export interface Cell {
  readonly name: string
  readonly value: string
  readonly note: string
}

/** A curve as it is drawn on paper; both axes in the units of their titles. */
export interface SheetCurve {
  readonly xTitle: string
  readonly yTitle: string
  /** Two or more, in the order of x. */
  readonly points: readonly (readonly [x: number, y: number])[]
}

/** What every sheet of the family says at its foot. */
export const SHEET_FOOT =
  'Wimble. Worked-out figures are estimates. The operator’s manual, the gas supplier, the site’s rules and local law come first.'
