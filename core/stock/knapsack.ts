/** The best filling of one bar that was found, and a bound on any filling's value. */
export interface Filling {
  readonly value: number
  /** No filling is worth more than this; equal to `value` when the search was finished. */
  readonly bound: number
  /** How many of each item. */
  readonly counts: Int32Array
}

const MOST_NODES = 60_000
const SOON = 600

/**
 * Fills a bar with items for the most value: depth first, densest item first, cut off by the value of a filling that
 * may break its last item.
 * @param sizes whole numbers above 0
 * @param most how many of each item there are
 * @param enough a value that will do: the search ends soon after it is passed
 */
export function fillBar(
  sizes: readonly number[],
  values: ArrayLike<number>,
  most: readonly number[],
  capacity: number,
  enough = Infinity,
): Filling {
  const order = sizes
    .map((_, i) => i)
    .filter((i) => (values[i] ?? 0) > 1e-9 && (most[i] ?? 0) > 0 && (sizes[i] ?? Infinity) <= capacity)
    .sort((a, b) => (values[b] ?? 0) / (sizes[b] ?? 1) - (values[a] ?? 0) / (sizes[a] ?? 1))
  const n = order.length
  const size = order.map((i) => sizes[i] ?? 0)
  const value = order.map((i) => values[i] ?? 0)
  const limit = order.map((i) => most[i] ?? 0)
  const now = new Int32Array(n)
  const best = new Int32Array(n)
  let bestValue = 0
  let nodes = 0
  // what the rest could add if items could be broken
  const atMost = (from: number, room: number) => {
    let sum = 0
    let left = room
    for (let i = from; i < n && left > 0; i++) {
      const w = size[i] ?? 1
      const take = Math.min(limit[i] ?? 0, left / w)
      sum += take * (value[i] ?? 0)
      left -= take * w
    }
    return sum
  }
  const search = (from: number, room: number, worth: number): void => {
    if (worth > bestValue + 1e-12) {
      bestValue = worth
      best.set(now)
    }
    if (from >= n || ++nodes > MOST_NODES) return
    if (bestValue > enough && nodes > SOON) {
      nodes = MOST_NODES + 1
      return
    }
    if (worth + atMost(from, room) <= bestValue + 1e-12) return
    const w = size[from] ?? 1
    for (let take = Math.min(limit[from] ?? 0, Math.floor(room / w)); take >= 0; take--) {
      now[from] = take
      search(from + 1, room - take * w, worth + take * (value[from] ?? 0))
      if (nodes > MOST_NODES) break
    }
    now[from] = 0
  }
  search(0, capacity, 0)
  const counts = new Int32Array(sizes.length)
  order.forEach((item, i) => {
    counts[item] = best[i] ?? 0
  })
  return { value: bestValue, bound: nodes > MOST_NODES ? atMost(0, capacity) : bestValue, counts }
}
