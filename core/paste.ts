/** The name of a pasted column, and what stands in brackets behind it: "Wall (mm)", "outsideDiameter [in]". */
export interface HeaderCell {
  readonly words: string
  readonly bracket: string
}

/** Takes a column's name apart; joined words and underscores are set apart, so that all spellings read alike. */
export function readHeaderCell(cell: string): HeaderCell {
  const spaced = cell
    .trim()
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/_/g, ' ')
  const [, words = spaced, bracket = ''] = /^(.*?)\s*[([]([^)\]]*)[)\]]\s*$/.exec(spaced) ?? []
  return { words: words.toLowerCase().trim(), bracket: bracket.trim() }
}

/** A bare number takes the unit of its column; anything else stays as it is. */
export const withUnitOf = (cell: string, unit: string | undefined): string =>
  unit !== undefined && /^[-+]?[\d.,/ ]+$/.test(cell.trim()) && cell.trim() !== ''
    ? `${cell.trim()} ${unit}`
    : cell.trim()
