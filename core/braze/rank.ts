import { FILLERS, type Filler } from '../metal/fillers.ts'
import {
  factsOf,
  pairOf,
  reasonsFor,
  refusePair,
  type Facts,
  type Pair,
  type Reason,
  type Situation,
  type Weight,
} from './rules.ts'
import type { Ranked, Verdict } from './types.ts'

/** A filler with its verdict, and all that led to it. */
export interface Judged extends Facts {
  readonly verdict: Verdict
  readonly reasons: readonly Reason[]
  /** Lower is better, among those of its verdict. */
  readonly points: number
}

/** The order in which reasons are told: what speaks against it, then for it, then what else there is to know. */
const WEIGHTS: readonly Weight[] = ['hard', 'barred', 'poor', 'good', 'note']
const VERDICT_OF: Readonly<Record<Weight, Verdict>> = {
  hard: 'forbidden',
  barred: 'forbidden',
  poor: 'poor',
  note: 'fine',
  good: 'fine',
}
const PLACE: Readonly<Record<Verdict, number>> = { best: 0, fine: 1, poor: 2, forbidden: 3 }

function judge(filler: Filler, s: Situation, pair: Pair, refused: readonly Reason[] | undefined): Judged {
  const facts = factsOf(filler, s)
  const reasons = refused ?? reasonsFor(facts, s, pair)
  let worst: Verdict = 'fine'
  let points = 0
  for (const r of reasons) {
    points += r.points ?? 0
    const verdict = VERDICT_OF[r.weight]
    if (PLACE[verdict] > PLACE[worst]) worst = verdict
  }
  const { targetK, flux, solidusK, aluminium, gapM } = facts
  return { filler, targetK, flux, solidusK, aluminium, gapM, reasons, verdict: worst, points }
}

/**
 * Every filler for a pair and its service, best first, each with the reasons for its place. The first that has no
 * drawback is `best`; when none may be used, all are forbidden with the harm.
 */
export function rankFillers(s: Situation): readonly Judged[] {
  const why = refusePair(s)
  const refused: readonly Reason[] | undefined =
    why === undefined ? undefined : [{ weight: 'hard', text: why }]
  const pair = pairOf(s)
  const all = FILLERS.map((filler) => judge(filler, s, pair, refused)).sort(
    (x, y) => PLACE[x.verdict] - PLACE[y.verdict] || x.points - y.points,
  )
  const [first, ...rest] = all
  return first?.verdict === 'fine' ? [{ ...first, verdict: 'best' }, ...rest] : all
}

/** The ranking as a plan carries it. */
export const asRanked = ({ filler, verdict, reasons }: Judged): Ranked => ({
  filler: filler.id,
  verdict,
  reasons: [...reasons]
    .sort((x, y) => WEIGHTS.indexOf(x.weight) - WEIGHTS.indexOf(y.weight))
    .map((r) => r.text),
})
