import { compareScores, remnantOf, scoreOf, type Bar, type Problem, type Score } from './problem.ts'

const MOST_NODES = 400_000

/**
 * Tries every way, longest piece first, and cuts off what cannot beat the best: for small lists.
 * @param bound no way takes less, nm
 * @returns the best way, and whether every way was tried
 */
export function tryAll(
  p: Problem,
  start: readonly Bar[] | undefined,
  bound: number,
): { bars: readonly Bar[] | undefined; finished: boolean } {
  let best = start
  let bestScore: Score = start ? scoreOf(p, start) : [Infinity, Infinity, 0]
  const demand = [...p.demand]
  const left = [...p.available]
  const bars: Bar[] = []
  let nodes = 0
  const longest = p.capacity[0] ?? 1
  // the cheapest that a nanometre of room can be had for
  const rate = Math.min(...p.capacity.map((c, s) => (p.cost[s] ?? 0) / c))
  const largestPossible = Math.max(...p.cost)

  const hopeless = (length: number, largest: number): boolean => {
    const rest = demand.reduce((sum, n, i) => sum + n * (p.sizes[i] ?? 0), 0)
    const least = Math.max(bound, length + rest * rate - 1e-3)
    if (least > bestScore[0] + 0.5) return true
    const barsLeast = bars.length + Math.ceil(rest / longest - 1e-12)
    if (least >= bestScore[0] - 0.5 && barsLeast > bestScore[1]) return true
    // as good in stock and bars: only a larger remnant would help
    return (
      length >= bestScore[0] - 0.5 &&
      bars.length >= bestScore[1] &&
      rest > 0 &&
      -Math.max(largest, largestPossible) >= bestScore[2]
    )
  }

  const place = (length: number, largest: number): void => {
    if (++nodes > MOST_NODES) return
    const first = demand.findIndex((n) => n > 0)
    if (first < 0) {
      const score: Score = [length, bars.length, -largest]
      if (compareScores(score, bestScore) < 0) {
        best = [...bars]
        bestScore = score
      }
      return
    }
    if (hopeless(length, largest)) return
    for (let s = p.capacity.length - 1; s >= 0; s--) {
      if ((left[s] ?? 0) <= 0 || (p.capacity[s] ?? 0) < (p.sizes[first] ?? 0)) continue
      left[s] = (left[s] ?? 0) - 1
      const counts = p.sizes.map(() => 0)
      fill(s, counts, first, (p.capacity[s] ?? 0) - (p.sizes[first] ?? 0), length, largest, first)
      left[s] = (left[s] ?? 0) + 1
      if (nodes > MOST_NODES) return
    }
  }

  /** Every filling of a bar that holds the piece `first`, the fullest first. */
  const fill = (
    s: number,
    counts: number[],
    item: number,
    room: number,
    length: number,
    largest: number,
    first: number,
  ): void => {
    if (item === first && counts[first] === 0) {
      counts[first] = 1
      demand[first] = (demand[first] ?? 0) - 1
      fill(s, counts, item, room, length, largest, first)
      demand[first] = (demand[first] ?? 0) + 1
      counts[first] = 0
      return
    }
    if (++nodes > MOST_NODES) return
    let next = item
    while (next < p.sizes.length && ((demand[next] ?? 0) === 0 || (p.sizes[next] ?? 0) > room)) next++
    if (next >= p.sizes.length) {
      const bar: Bar = { stock: s, counts: [...counts] }
      bars.push(bar)
      place(length + (p.cost[s] ?? 0), Math.max(largest, remnantOf(p, bar)))
      bars.pop()
      return
    }
    const size = p.sizes[next] ?? 0
    const most = Math.min(demand[next] ?? 0, Math.floor(room / size))
    for (let n = most; n >= 0; n--) {
      counts[next] = (counts[next] ?? 0) + n
      demand[next] = (demand[next] ?? 0) - n
      fill(s, counts, next + 1, room - n * size, length, largest, first)
      counts[next] = (counts[next] ?? 0) - n
      demand[next] = (demand[next] ?? 0) + n
      if (nodes > MOST_NODES) return
    }
  }

  place(0, 0)
  return { bars: best, finished: nodes <= MOST_NODES }
}
