import { findUnit, type UnitId } from '../quantity/index.ts'
import type { Table } from './spec.ts'

/** The name of a pasted column, and what stands in brackets behind it: "Wall (mm)", "outsideDiameter [in]". */
export interface HeaderCell {
  readonly words: string
  readonly bracket: string
}

/** Takes a column's name apart; joined words and underscores are set apart, so that all spellings read alike. */
export function readHeaderCell(cell: string): HeaderCell {
  const spaced = cell
    .trim()
    // kPa is one word
    .replace(/([a-z])(?!Pa\b)([A-Z])/g, '$1 $2')
    .replace(/_/g, ' ')
  const [, words = spaced, bracket = ''] = /^(.*?)\s*[([]([^)\]]*)[)\]]\s*$/.exec(spaced) ?? []
  return { words: words.toLowerCase().trim(), bracket: bracket.trim() }
}

/** A bare number takes the unit of its column; anything else stays as it is. */
export const withUnitOf = (cell: string, unit: string | undefined): string =>
  unit !== undefined &&
  /^[-+]?[\d.,/ ]+(?:\s*(?:-|–|—|±|\.{2,}|to)\s*[\d.,/ ]+)?$/i.test(cell.trim()) &&
  cell.trim() !== ''
    ? `${cell.trim()} ${unit}`
    : cell.trim()

/** A pasted column: the field that it holds, and the unit of its bare numbers. */
export interface Column {
  readonly field: string
  readonly unit: UnitId | undefined
}

/**
 * The field of a table that a column's name stands for: the field's own name, or another under which it is known;
 * with the unit of its bare numbers in brackets or as the last word: `Thickness min (in)` is `thicknessMin` in inches.
 */
export function readColumn(table: Table, cell: string): Column | undefined {
  const { words, bracket } = readHeaderCell(cell)
  const named = (text: string) =>
    Object.entries(table).find(
      ([name, field]) => readHeaderCell(name).words === text || field.also?.includes(text),
    )
  const unitOf = (field: Table[string], text: string): UnitId | undefined =>
    field.type === 'quantity' || field.type === 'range' ? findUnit(text, field.bounds.kind)?.id : undefined
  const whole = named(words)
  if (whole) return { field: whole[0], unit: unitOf(whole[1], bracket) }
  // no brackets: the last word may be the unit
  const at = words.lastIndexOf(' ')
  const found = at > 0 ? named(words.slice(0, at)) : undefined
  const unit = found && unitOf(found[1], words.slice(at + 1))
  return found && unit ? { field: found[0], unit } : undefined
}
