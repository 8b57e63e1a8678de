import { compareScores, roomIn, scoreOf, type Bar, type Problem } from './problem.ts'

interface Open {
  readonly stock: number
  readonly counts: number[]
  room: number
}

/** Which bar is opened for a piece that fits nowhere: the longest, or the shortest that holds it. */
type Opening = 'longest' | 'shortest' | number

/**
 * First fit (or best fit) of the pieces, longest first.
 * @returns undefined when the bars that there are do not hold all of them
 */
function fit(
  p: Problem,
  demand: readonly number[],
  used: readonly number[],
  opening: Opening,
  best: boolean,
): Bar[] | undefined {
  const bars: Open[] = []
  const left = p.available.map((n, s) => n - (used[s] ?? 0))
  for (let i = 0; i < p.sizes.length; i++) {
    const size = p.sizes[i] ?? 0
    for (let n = 0; n < (demand[i] ?? 0); n++) {
      const holds = bars.filter((b) => b.room >= size)
      let bar = best ? holds.sort((a, b) => a.room - b.room)[0] : holds[0]
      if (!bar) {
        const stock = openFor(p, left, size, opening)
        if (stock === undefined) return undefined
        left[stock] = (left[stock] ?? 0) - 1
        bar = { stock, counts: p.sizes.map(() => 0), room: p.capacity[stock] ?? 0 }
        bars.push(bar)
      }
      bar.counts[i] = (bar.counts[i] ?? 0) + 1
      bar.room -= size
    }
  }
  return bars
}

function openFor(p: Problem, left: readonly number[], size: number, opening: Opening): number | undefined {
  const can = p.capacity.map((_, s) => s).filter((s) => (left[s] ?? 0) > 0 && (p.capacity[s] ?? 0) >= size)
  if (typeof opening === 'number' && can.includes(opening)) return opening
  return opening === 'shortest' ? can.at(-1) : can[0]
}

/** First-fit decreasing into the longest bars that there are: what the rest is measured by. */
export const firstFitDecreasing = (p: Problem): Bar[] | undefined =>
  fit(
    p,
    p.demand,
    p.stockM.map(() => 0),
    'longest',
    false,
  )

/** The best of first and best fit over every way to open bars, shrunk into shorter bars where they fit. */
export function greedy(p: Problem, demand: readonly number[], used: readonly number[]): Bar[] | undefined {
  const openings: Opening[] = ['longest', 'shortest', ...p.stockM.map((_, s) => s)]
  let found: Bar[] | undefined
  for (const opening of openings)
    for (const best of [false, true]) {
      const bars = fit(p, demand, used, opening, best)
      if (!bars) continue
      const better = shrink(p, bars, used)
      if (!found || compareScores(scoreOf(p, better), scoreOf(p, found)) < 0) found = better
    }
  return found
}

/** Puts what is in a bar into a shorter one where that is to be had. */
export function shrink(p: Problem, bars: readonly Bar[], used: readonly number[]): Bar[] {
  const taken = [...used]
  for (const b of bars) taken[b.stock] = (taken[b.stock] ?? 0) + 1
  return bars.map((bar) => {
    const content = (p.capacity[bar.stock] ?? 0) - roomIn(p, bar)
    for (let s = p.capacity.length - 1; s > bar.stock; s--) {
      if ((p.capacity[s] ?? 0) < content || (p.available[s] ?? 0) <= (taken[s] ?? 0)) continue
      taken[s] = (taken[s] ?? 0) + 1
      taken[bar.stock] = (taken[bar.stock] ?? 0) - 1
      return { stock: s, counts: bar.counts }
    }
    return bar
  })
}

/**
 * Moves pieces from the emptiest bar into the room of the others, so that one remnant grows as large as it can by
 * single moves; a bar that comes empty is given back.
 */
export function gather(p: Problem, bars: readonly Bar[]): Bar[] {
  const work = bars.map((b) => ({ stock: b.stock, counts: [...b.counts], room: roomIn(p, b) }))
  const from = [...work].sort((a, b) => b.room - a.room)[0]
  if (!from) return []
  for (let i = 0; i < p.sizes.length; i++) {
    const size = p.sizes[i] ?? 0
    for (const to of work.filter((b) => b !== from).sort((a, b) => a.room - b.room))
      while ((from.counts[i] ?? 0) > 0 && to.room >= size) {
        from.counts[i] = (from.counts[i] ?? 0) - 1
        to.counts[i] = (to.counts[i] ?? 0) + 1
        from.room += size
        to.room -= size
      }
  }
  return work.filter((b) => b.counts.some((n) => n > 0)).map(({ stock, counts }) => ({ stock, counts }))
}
