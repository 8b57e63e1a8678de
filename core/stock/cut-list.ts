import { relax } from './bound.ts'
import { tryAll } from './exact.ts'
import { firstFitDecreasing, gather, greedy, shrink } from './greedy.ts'
import {
  compareScores,
  cutsIn,
  inMetres,
  scoreOf,
  toPatterns,
  toProblem,
  type Bar,
  type Problem,
} from './problem.ts'
import type { CutListPlan, CutListRequest, NoCutList, Progress } from './types.ts'

/** Lists of up to so many pieces are tried out whole. */
const SMALL = 24
/** How often new ways of cutting are looked for between two roundings. */
const DIVE_ROUNDS = 12

/**
 * The least stock for a list of pieces: by length, then by bars, then with the largest single remnant. The bound comes
 * from the linear programme; whole bars from rounding it down and solving what is left again, and for small lists from
 * trying every way.
 * @param told is told how far it has come
 * @returns the ways of cutting, never more stock than first-fit decreasing takes; or what is wrong, with its field
 * @example planCutList({ stock: [{ lengthM: 6 }], pieces: [{ lengthM: 2.9, count: 4 }], kerfM: 0.003 }).ok // true
 */
export function planCutList(
  request: CutListRequest,
  told: (progress: Progress) => void = () => undefined,
): CutListPlan | NoCutList {
  const p = toProblem(request)
  if ('ok' in p) return p
  const none = p.stockM.map(() => 0)
  const firstFit = firstFitDecreasing(p)
  let best = greedy(p, p.demand, none)
  const take = (bars: readonly Bar[] | undefined) => {
    if (!bars) return
    for (const way of [bars, gather(p, shrink(p, bars, none))])
      if (!best || compareScores(scoreOf(p, way), scoreOf(p, best)) < 0) best = [...way]
  }
  take(firstFit)
  take(best)
  const bestNow = () => (best ? scoreOf(p, best)[0] : Number.NaN)
  const root = relax(p, p.demand, none, best ?? [])
  const bound = roundUp(p, root.bound)
  const tell = (phase: Progress['phase'], share: number) =>
    told({ phase, share, bestM: inMetres(bestNow()), boundM: inMetres(bound) })
  tell('bound', 1)

  const met = () => best !== undefined && bestNow() <= bound + 0.5
  if (!met() && root.feasible) take(dive(p, root, bound, (share) => tell('rounding', share)))
  const pieces = p.demand.reduce((a, b) => a + b, 0)
  let proved = met()
  // the bound says nothing of the largest remnant: small lists are tried out even when it is met
  if (pieces <= SMALL) {
    tell('exact', 0)
    const all = tryAll(p, best, bound)
    take(all.bars)
    proved ||= all.finished
  }
  if (!best)
    return {
      ok: false,
      field: 'stock',
      message: root.feasible
        ? 'No way was found to get all the pieces out of the bars that are there. Add a bar.'
        : 'The bars that are there do not hold all the pieces. Add stock.',
    }
  return {
    ok: true,
    patterns: toPatterns(p, best),
    stockUsedM: inMetres(bestNow()),
    bars: best.length,
    cuts: best.reduce((sum, bar) => sum + cutsIn(p, bar) + ((request.trimM ?? 0) > 0 ? 2 : 0), 0),
    lowerBoundM: inMetres(bound),
    proved,
    firstFitM: firstFit ? inMetres(scoreOf(p, firstFit)[0]) : undefined,
  }
}

/** Bars come whole: what is taken is a multiple of what all lengths of stock are multiples of. */
function roundUp(p: Problem, bound: number): number {
  const step = p.cost.reduce(greatestCommonDivisor)
  return Math.ceil(bound / step - 1e-6) * step
}

const greatestCommonDivisor = (a: number, b: number): number =>
  b === 0 ? a : greatestCommonDivisor(b, a % b)

/** Rounds the programme down, solves what is left again, and so on; the last of it is fitted greedily. */
function dive(
  p: Problem,
  root: ReturnType<typeof relax>,
  bound: number,
  tell: (share: number) => void,
): Bar[] | undefined {
  let demand = [...p.demand]
  const used = p.stockM.map(() => 0)
  const bars: Bar[] = []
  const all = demand.reduce((a, b) => a + b, 0)
  let relaxed = root
  let best: Bar[] | undefined
  const finish = () => {
    const rest = greedy(p, demand, used)
    if (!rest) return
    const way = shrink(
      p,
      [...bars, ...rest],
      p.stockM.map(() => 0),
    )
    if (!best || compareScores(scoreOf(p, way), scoreOf(p, best)) < 0) best = way
  }
  while (demand.some((n) => n > 0)) {
    finish()
    if (best && scoreOf(p, best)[0] <= bound + 0.5) return best
    const sorted = [...relaxed.bars].sort((a, b) => (b.amount % 1) - (a.amount % 1))
    const whole = sorted.filter((b) => b.amount >= 1 - 1e-6)
    const chosen = whole.length > 0 ? whole : sorted.slice(0, 1)
    let placed = 0
    for (const { bar, amount } of chosen) {
      const times = Math.max(1, Math.floor(amount + 1e-6))
      for (let n = 0; n < times; n++) {
        if ((p.available[bar.stock] ?? 0) <= (used[bar.stock] ?? 0)) break
        // a pattern may hold more than is still wanted
        const counts = bar.counts.map((c, i) => Math.min(c, demand[i] ?? 0))
        if (counts.every((c) => c === 0)) break
        demand = demand.map((d, i) => d - (counts[i] ?? 0))
        used[bar.stock] = (used[bar.stock] ?? 0) + 1
        bars.push({ stock: bar.stock, counts })
        placed++
      }
    }
    if (placed === 0) break
    tell(1 - demand.reduce((a, b) => a + b, 0) / all)
    if (!demand.some((n) => n > 0)) break
    relaxed = relax(
      p,
      demand,
      used,
      relaxed.bars.map((b) => b.bar),
      DIVE_ROUNDS,
    )
    if (!relaxed.feasible) break
  }
  finish()
  return best
}
