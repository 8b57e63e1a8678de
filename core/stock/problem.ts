import type { CutListRequest, NoCutList, Pattern } from './types.ts'

/** A length in whole nanometres, so that sums are exact: 1/64 in is 396 875. */
const NM = 1e9
const nm = (m: number) => Math.round(m * NM)

/**
 * A cut list in whole numbers. A piece takes its length and a kerf, and a bar holds its length and one kerf more: then
 * n pieces with n − 1 kerfs between them fit just when their sum does.
 */
export interface Problem {
  /** Distinct pieces, longest first. */
  readonly sizes: readonly number[]
  readonly demand: readonly number[]
  readonly piecesM: readonly number[]
  /** Distinct bars, longest first. */
  readonly capacity: readonly number[]
  readonly cost: readonly number[]
  readonly available: readonly number[]
  readonly stockM: readonly number[]
  readonly kerf: number
}

/** A bar as it is cut: which kind of bar, and how many of each piece. */
export interface Bar {
  readonly stock: number
  readonly counts: readonly number[]
}

const MOST_PIECES = 5000

/** The request in whole numbers, or what is wrong with it. */
export function toProblem(request: CutListRequest): Problem | NoCutList {
  const no = (field: string, message: string): NoCutList => ({ ok: false, field, message })
  const { kerfM, trimM = 0 } = request
  if (!(kerfM >= 0 && kerfM < 0.1)) return no('kerf', 'The kerf should be 0 to 100 mm.')
  if (request.pieces.length === 0) return no('pieces', 'List at least one piece.')
  if (request.stock.length === 0) return no('stock', 'List at least one length of stock.')
  const wanted = new Map<number, number>()
  for (const [i, p] of request.pieces.entries()) {
    if (!(p.lengthM > 0)) return no(`pieces.${i}.length`, 'A piece should be longer than nothing.')
    if (!(Number.isInteger(p.count) && p.count > 0))
      return no(`pieces.${i}.count`, 'How many should be a whole number from 1.')
    wanted.set(nm(p.lengthM), (wanted.get(nm(p.lengthM)) ?? 0) + p.count)
  }
  const total = [...wanted.values()].reduce((a, b) => a + b, 0)
  if (total > MOST_PIECES) return no('pieces', `That is more than ${MOST_PIECES} pieces.`)
  const bars = new Map<number, number>()
  for (const [i, s] of request.stock.entries()) {
    if (!(s.lengthM > 0)) return no(`stock.${i}.length`, 'A bar should be longer than nothing.')
    if (s.count !== undefined && !(Number.isInteger(s.count) && s.count >= 0))
      return no(`stock.${i}.count`, 'How many should be a whole number, or nothing for as many as needed.')
    bars.set(nm(s.lengthM), (bars.get(nm(s.lengthM)) ?? 0) + (s.count ?? Infinity))
  }
  const lost = trimM > 0 ? 2 * nm(trimM + kerfM) : 0
  const kerf = nm(kerfM)
  const stock = [...bars].filter(([, count]) => count > 0).sort((a, b) => b[0] - a[0])
  const pieces = [...wanted].sort((a, b) => b[0] - a[0])
  const longest = (stock[0]?.[0] ?? 0) - lost
  const tooLong = pieces.find(([length]) => length > longest)
  if (tooLong) {
    const at = request.pieces.findIndex((p) => nm(p.lengthM) === tooLong[0])
    return no(`pieces.${at}.length`, 'This piece is longer than any bar that is there.')
  }
  return {
    sizes: pieces.map(([length]) => length + kerf),
    demand: pieces.map(([, count]) => count),
    piecesM: pieces.map(([length]) => length / NM),
    capacity: stock.map(([length]) => length - lost + kerf),
    cost: stock.map(([length]) => length),
    available: stock.map(([, count]) => count),
    stockM: stock.map(([length]) => length / NM),
    kerf,
  }
}

/** Room that is left in a bar: with the last piece's kerf still in it. */
export const roomIn = (p: Problem, bar: Bar): number =>
  (p.capacity[bar.stock] ?? 0) - bar.counts.reduce((sum, n, i) => sum + n * (p.sizes[i] ?? 0), 0)

/** What is left of a bar to be kept, nm: less one kerf, unless the last piece ends where the bar does. */
export const remnantOf = (p: Problem, bar: Bar): number => {
  const rest = roomIn(p, bar)
  const cut = bar.counts.some((n) => n > 0)
  return cut ? Math.max(0, rest - p.kerf) : rest
}

/** Cuts through a bar: one behind each piece, unless the last ends where the bar does. */
export const cutsIn = (p: Problem, bar: Bar): number =>
  bar.counts.reduce((a, b) => a + b, 0) - (roomIn(p, bar) > 0 ? 0 : 1)

/** How good a way of cutting is: length of stock, then bars, then the largest remnant. Smaller is better. */
export type Score = readonly [length: number, bars: number, minusRemnant: number]

export function scoreOf(p: Problem, bars: readonly Bar[]): Score {
  let length = 0
  let largest = 0
  for (const bar of bars) {
    length += p.cost[bar.stock] ?? 0
    largest = Math.max(largest, remnantOf(p, bar))
  }
  return [length, bars.length, -largest]
}

/** Below 0 when `a` is the better one. */
export const compareScores = (a: Score, b: Score): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2]

/** Bars that are cut alike, together; the most often cut first. */
export function toPatterns(p: Problem, bars: readonly Bar[]): Pattern[] {
  const alike = new Map<string, { bar: Bar; times: number }>()
  for (const bar of bars) {
    const key = `${bar.stock}:${bar.counts.join()}`
    const known = alike.get(key)
    if (known) known.times++
    else alike.set(key, { bar, times: 1 })
  }
  return [...alike.values()]
    .map(({ bar, times }) => ({
      stockM: p.stockM[bar.stock] ?? 0,
      piecesM: bar.counts.flatMap((n, i) => Array.from({ length: n }, () => p.piecesM[i] ?? 0)),
      times,
      remnantM: remnantOf(p, bar) / NM,
    }))
    .sort((a, b) => b.times - a.times || a.remnantM - b.remnantM)
}

/** Lengths of a problem, back in m. */
export const inMetres = (nanometres: number): number => nanometres / NM
