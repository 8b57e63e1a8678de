/** Where the words of a drawing stand so that none lies on another, and none outside the drawing. */

/** A word as it was drawn, px. */
export interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}
/** How far a word is moved, px. */
export interface Move {
  readonly dx: number
  readonly dy: number
}

/** Words this near to each other still read as two, px; halos overlap without harm. */
const APART = 1
/** Steps in which a place is looked for, and how far it may lie, px. */
const STEP = 4
const FARTHEST = 96

const moved = (b: Box, { dx, dy }: Move): Box => ({
  left: b.left + dx,
  right: b.right + dx,
  top: b.top + dy,
  bottom: b.bottom + dy,
})
/** Whether two words lie on each other. */
export const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right - APART && b.left < a.right - APART && a.top < b.bottom - APART && b.top < a.bottom - APART

/** How far a word has to go to lie within the drawing; as far as it can where it is too long. */
function inward(b: Box, frame: Box): Move {
  const along = (low: number, high: number, from: number, to: number) =>
    low < from ? from - low : high > to ? Math.max(from - low, to - high) : 0
  return {
    dx: along(b.left, b.right, frame.left, frame.right),
    dy: along(b.top, b.bottom, frame.top, frame.bottom),
  }
}

/** Places round a word, nearest first; up and down before aside, since words are wider than high. */
const AROUND: readonly Move[] = Array.from(
  { length: (2 * FARTHEST) / STEP + 1 },
  (_, i) => i * STEP - FARTHEST,
)
  .flatMap((dx) =>
    Array.from({ length: (2 * FARTHEST) / STEP + 1 }, (_, i) => ({ dx, dy: i * STEP - FARTHEST })),
  )
  .sort((a, b) => Math.hypot(a.dx * 1.4, a.dy) - Math.hypot(b.dx * 1.4, b.dy))

/**
 * Moves words apart, in their order: each stays where it was drawn, or goes to the nearest place that is free.
 * @param words as they were drawn, the most telling first
 * @param frame the drawing
 * @param fixed what is not moved, and not to be written over
 * @returns a move for each; one for which no place is free stays within the frame
 */
export function settle(words: readonly Box[], frame: Box, fixed: readonly Box[] = []): readonly Move[] {
  const placed: Box[] = [...fixed]
  return words.map((word) => {
    const first = inward(word, frame)
    const begun = moved(word, first)
    const free = AROUND.find((m) => {
      const at = moved(begun, m)
      const off = inward(at, frame)
      return off.dx === 0 && off.dy === 0 && !placed.some((p) => overlap(p, at))
    })
    const move = free ? { dx: first.dx + free.dx, dy: first.dy + free.dy } : first
    placed.push(moved(word, move))
    return move
  })
}
