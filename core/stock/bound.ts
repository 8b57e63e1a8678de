import { fillBar } from './knapsack.ts'
import type { Bar, Problem } from './problem.ts'
import { GrowingProgramme } from './simplex.ts'

/** The programme solved: its bound, and the bars that it would cut, in fractions. */
export interface Relaxed {
  /** nm; no way of cutting takes less. */
  readonly bound: number
  readonly bars: readonly { readonly bar: Bar; readonly amount: number }[]
  /** False when the bars that there are do not hold the pieces even in fractions. */
  readonly feasible: boolean
}

const MOST_ROUNDS = 2000
const MOST_PIVOTS = 12_000
const EPS = 1e-7
const NUDGE = 1e-6
const SMOOTHING = 0.8

/** For each piece, in each kind of bar, one that holds it and is otherwise as full as a quick search makes it. */
function fullBars(p: Problem, demand: readonly number[], left: readonly number[]): Bar[] {
  return p.capacity.flatMap((capacity, s) =>
    (left[s] ?? 0) <= 0
      ? []
      : p.sizes.flatMap((size, i) => {
          if ((demand[i] ?? 0) === 0 || size > capacity) return []
          const most = demand.map((n, at) => (at === i ? n - 1 : n))
          const filled = fillBar(p.sizes, p.sizes, most, capacity - size, (capacity - size) * 0.999)
          return [{ stock: s, counts: Array.from(filled.counts, (n, at) => (at === i ? n + 1 : n)) }]
        }),
  )
}

/**
 * The linear programme over all ways of cutting a bar, by column generation (Gilmore and Gomory 1961). When it is
 * stopped early, the bound is still one: the prices are scaled until no bar pays more than it costs (Farley 1990).
 * @param seeds ways of cutting to begin with
 * @param mostRounds how often new ways are looked for at most
 */
export function relax(
  p: Problem,
  demand: readonly number[],
  used: readonly number[],
  seeds: readonly Bar[],
  mostRounds = MOST_ROUNDS,
): Relaxed {
  const rows = demand.map((n, i) => [i, n] as const).filter(([, n]) => n > 0)
  const items = rows.map(([i]) => i)
  const left = p.available.map((n, s) => n - (used[s] ?? 0))
  const limited = left.map((n, s) => [s, n] as const).filter(([, n]) => Number.isFinite(n))
  // amounts are counted in longest bars, so that the numbers stay near one
  const unit = p.cost[0] ?? 1
  const cost = (s: number) => (p.cost[s] ?? 0) / unit
  const lp = new GrowingProgramme(
    // a hair more in each row, each another, so that no two rows tie and the simplex does not go in circles
    [
      ...rows.map(([, n], i) => n + NUDGE * (1 + ((i * 0.618) % 1))),
      ...limited.map(([, n]) => Math.max(0, n)),
    ],
    [...rows.map(() => 1e4), ...limited.map(() => 0)],
  )
  const bars = new Map<number, Bar>()
  const known = new Set<string>()
  const addBar = (bar: Bar): number | undefined => {
    const key = `${bar.stock}:${bar.counts.join()}`
    if (known.has(key)) return undefined
    known.add(key)
    const entries: [number, number][] = []
    items.forEach((item, row) => {
      const n = bar.counts[item] ?? 0
      if (n > 0) entries.push([row, n])
    })
    const at = limited.findIndex(([s]) => s === bar.stock)
    if (at >= 0) entries.push([rows.length + at, 1])
    const index = lp.add({ cost: cost(bar.stock), entries })
    bars.set(index, bar)
    return index
  }
  const firstOwn = lp.columns.length
  rows.forEach((_, row) => lp.add({ cost: 0, entries: [[row, -1]] }))
  for (const bar of seeds) addBar(bar)
  if (seeds.length < rows.length) for (const bar of fullBars(p, demand, left)) addBar(bar)

  // what is there already comes first: it costs nothing to find
  let pivots = 0
  const settle = (): Float64Array => {
    for (;;) {
      const y = lp.duals()
      let cheapest = -1
      let least = -EPS
      // every column past the unit ones: surplus, then the ways of cutting
      for (let index = firstOwn; index < lp.columns.length; index++) {
        const r = lp.reducedCost(index)
        if (r < least) {
          least = r
          cheapest = index
        }
      }
      if (cheapest < 0 || ++pivots > MOST_PIVOTS || !lp.enter(cheapest)) return y
    }
  }
  const most = p.sizes.map((_, i) => demand[i] ?? 0)
  /** The best filling of each kind of bar at these prices; those that pay at the programme's own are added. */
  const look = (prices: readonly number[], y: Float64Array) => {
    const byPiece = p.sizes.map(() => 0)
    items.forEach((item, row) => {
      byPiece[item] = prices[row] ?? 0
    })
    let added = false
    let scale = 1
    const limitedWorth: [stock: number, value: number][] = []
    for (let s = 0; s < p.capacity.length; s++) {
      if ((left[s] ?? 0) <= 0) continue
      const limit = limited.findIndex(([stock]) => stock === s)
      const filled = fillBar(p.sizes, byPiece, most, p.capacity[s] ?? 0)
      if (limit < 0) scale = Math.min(scale, filled.bound > 0 ? cost(s) / filled.bound : 1)
      else limitedWorth.push([s, filled.bound])
      const own = items.reduce((sum, item, row) => sum + (filled.counts[item] ?? 0) * (y[row] ?? 0), 0)
      const price = limit < 0 ? 0 : Math.min(0, y[rows.length + limit] ?? 0)
      if (own + price > cost(s) + 10 * EPS)
        added = addBar({ stock: s, counts: Array.from(filled.counts) }) !== undefined || added
    }
    let worth = scale * rows.reduce((sum, [, n], row) => sum + n * (prices[row] ?? 0), 0)
    for (const [s, value] of limitedWorth) worth += (left[s] ?? 0) * Math.min(0, cost(s) - scale * value)
    return { added, scale, bound: worth }
  }
  // Prices swing wildly from one column to the next; new ways are looked for at a point between the programme's own
  // prices and the ones that gave the best bound so far (Wentges 1997). Those by size alone are the first of these.
  const rate = Math.min(...p.capacity.map((c, s) => ((left[s] ?? 0) > 0 ? cost(s) / c : Infinity)))
  let centre = rows.map(([i]) => (p.sizes[i] ?? 0) * rate)
  let bound = 0
  let calm = SMOOTHING
  for (let round = 0; round < mostRounds && pivots < MOST_PIVOTS; round++) {
    const y = settle()
    const at = centre.map((c, row) => calm * c + (1 - calm) * Math.max(0, y[row] ?? 0))
    const looked = look(at, y)
    if (looked.bound > bound + EPS) {
      bound = looked.bound
      centre = at.map((price) => price * looked.scale)
    }
    if (looked.added) calm = SMOOTHING
    else if (calm > 0) calm = calm > 0.2 ? calm / 2 : 0
    else break
  }
  const solution = lp.solution()
  return {
    bound: bound * unit,
    bars: solution.flatMap(({ column, amount }) => {
      const bar = bars.get(column)
      return bar && amount > 1e-4 ? [{ bar, amount }] : []
    }),
    feasible: solution.every(({ column, amount }) => column >= rows.length || amount < 1e-3),
  }
}
