import type { PracticeItem } from './types.ts'

/** A cut of a practice plate in its place: the corner nearest the origin, and how much room it takes, m. */
export interface PlacedItem {
  readonly item: PracticeItem
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Between two cuts, and to the plate's edge, m. */
const GAP_M = 0.02
/** Room for a pierce, and across a line, m. */
const PIERCE_M = 0.014
const LINE_M = 0.012
const NARROWEST_M = 0.2
/** Of one kind no more are laid out: the rest go on the next plate. */
const MOST_OF_A_KIND = 12

function roomFor(item: PracticeItem): { width: number; height: number } {
  switch (item.shape) {
    case 'hole':
    case 'disc':
      return { width: item.diameterM, height: item.diameterM }
    case 'slot':
      return { width: item.lengthM, height: item.widthM }
    case 'pierce':
      return { width: PIERCE_M, height: PIERCE_M }
    default:
      return { width: item.lengthM, height: LINE_M }
  }
}

/** Lays the cuts of a practice plate out in rows, and says how large the plate has to be, m. */
export function layOutPractice(items: readonly PracticeItem[]): {
  readonly widthM: number
  readonly heightM: number
  readonly placed: readonly PlacedItem[]
} {
  const all = items.flatMap((item) =>
    Array.from({ length: Math.min(item.count, MOST_OF_A_KIND) }, () => ({ item, ...roomFor(item) })),
  )
  const area = all.reduce((sum, a) => sum + (a.width + GAP_M) * (a.height + GAP_M), 0)
  const widthM = Math.max(NARROWEST_M, ...all.map((a) => a.width + 2 * GAP_M), Math.sqrt(area) * 1.3)
  let [x, y, row] = [GAP_M, GAP_M, 0]
  const placed = all.map((a) => {
    if (x + a.width + GAP_M > widthM + 1e-9) {
      x = GAP_M
      y += row + GAP_M
      row = 0
    }
    const at = { ...a, x, y }
    x += a.width + GAP_M
    row = Math.max(row, a.height)
    return at
  })
  return { widthM, heightM: y + row + GAP_M, placed }
}
