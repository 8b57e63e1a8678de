/** What people see, and why: causes by the catalogue's weights, times what this plan and this run tell about them. */
import type { ChangeWhat } from '../piece/fields.ts'
import data from './faults.json' with { type: 'json' }

/** Where a sign is seen. */
export const SIGN_PLACES = ['cut', 'flame', 'braze'] as const
export type SignPlace = (typeof SIGN_PLACES)[number]
export type CauseId = keyof typeof data.causes

/** What is changed for the next run, and how far. `do`: nothing of the plan, but it is told at its head. */
export interface ChangeRule {
  readonly what: ChangeWhat | 'tip' | 'clean' | 'guide' | 'kerf' | 'filler' | 'fit'
  /** Of the figure as it was planned. */
  readonly factor?: number
  readonly to?: string
}
export interface Cause {
  readonly id: CauseId
  readonly name: string
  /** What tells it apart from the others. */
  readonly tell: string
  /** The one thing to change. */
  readonly fix: string
  readonly change: ChangeRule
}
export interface Sign {
  readonly id: string
  readonly of: SignPlace
  readonly name: string
  /** Weight of each cause before anything is known of the run. */
  readonly causes: Readonly<Partial<Record<CauseId, number>>>
  /** The gas is shut before anything else is thought of. */
  readonly stop: boolean
}

/** Every sign of the catalogue. */
export const SIGNS: readonly Sign[] = data.signs.map((s) => ({
  id: s.id,
  of: s.of as SignPlace,
  name: s.name,
  causes: s.causes,
  stop: 'stop' in s && s.stop,
}))
const CAUSES: ReadonlyMap<string, Cause> = new Map(
  Object.entries(data.causes).map(([id, c]) => [
    id,
    {
      id: id as CauseId,
      name: c.name,
      tell: c.tell,
      fix: c.fix,
      change: 'change' in c ? (c.change as ChangeRule) : { what: 'do' },
    },
  ]),
)

export const findSign = (id: string): Sign | undefined => SIGNS.find((s) => s.id === id)
export const findCause = (id: string): Cause | undefined => CAUSES.get(id)

/** Something that a plan, a run or a rig tells: how much likelier it makes some causes, and in what words. */
export interface Fact {
  readonly because: string
  readonly times: Readonly<Partial<Record<CauseId, number>>>
}

/** A cause with its share of all, 0 to 1, and the facts that raised or lowered it. */
export interface RankedCause {
  readonly cause: Cause
  readonly share: number
  readonly because: readonly string[]
}

/** What came of trying a remedy: how often a cause was named for a sign and then proved right, or not. */
export interface Tried {
  readonly sign: string
  readonly cause: string
  readonly helped: boolean
}

/** Each remedy that helped counts as this much more, each that did not as so much less; the shop's experience never outweighs 4 to 1. */
const HELPED = 1.25
const MOST_EXPERIENCE = 4

/**
 * Ranks the causes of what was seen.
 * @param signs one or more that were seen at once: a cause's weights are added over them
 * @param facts what the plan and the run tell; each multiplies
 * @param tried what helped in this shop before
 * @returns likeliest first; shares add up to 1
 */
export function rankCauses(
  signs: readonly Sign[],
  facts: readonly Fact[],
  tried: readonly Tried[] = [],
): readonly RankedCause[] {
  const weights = new Map<CauseId, number>()
  for (const sign of signs)
    for (const [id, weight] of Object.entries(sign.causes) as [CauseId, number][])
      weights.set(id, (weights.get(id) ?? 0) + weight)
  const seen = new Set(signs.map((s) => s.id))
  const ranked = [...weights].map(([id, base]) => {
    const own = facts.filter((f) => f.times[id] !== undefined)
    const mine = tried.filter((t) => t.cause === id && seen.has(t.sign))
    const net = mine.filter((t) => t.helped).length - mine.filter((t) => !t.helped).length
    const experience = Math.min(MOST_EXPERIENCE, Math.max(1 / MOST_EXPERIENCE, HELPED ** net))
    const weight = own.reduce((w, f) => w * (f.times[id] ?? 1), base) * experience
    const because = own.filter((f) => (f.times[id] ?? 1) > 1).map((f) => f.because)
    if (net !== 0)
      because.push(
        net > 0
          ? `changing this helped here ${times(mine.filter((t) => t.helped).length)}`
          : 'changing this has not helped here',
      )
    return { id, weight, because }
  })
  const all = ranked.reduce((sum, r) => sum + r.weight, 0)
  return ranked
    .flatMap(({ id, weight, because }) => {
      const cause = CAUSES.get(id)
      return cause ? [{ cause, share: all > 0 ? weight / all : 0, because }] : []
    })
    .sort((a, b) => b.share - a.share)
}

const times = (n: number) => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`)
