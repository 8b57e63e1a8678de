/**
 * When a card comes again: spaced repetition by the Free Spaced Repetition Scheduler, an open published algorithm, as the
 * package `ts-fsrs` has it with its usual parameters. Nothing is left to chance: the same answers give the same days.
 */
import { parseISO } from 'date-fns/parseISO'
import { createEmptyCard, fsrs, Rating, type Card as Kept } from 'ts-fsrs'

/** One answer to a card. */
export interface Answered {
  readonly card: string
  /** ISO instant. */
  readonly at: string
  readonly right: boolean
}
/** How well a card is known. */
export interface CardStands {
  readonly card: string
  /** When it is asked again, ISO instant. */
  readonly due: string
  readonly times: number
  /** How often it was known once and then not. */
  readonly lapses: number
  /** After so many days nine of ten would still know it. */
  readonly days: number
}

const scheduler = fsrs({ enable_fuzz: false })

/**
 * How every card that was answered stands.
 * @param answers in any order; those that came twice count twice
 */
export function standsOf(answers: readonly Answered[]): readonly CardStands[] {
  const kept = new Map<string, Kept>()
  for (const { card, at, right } of answers.toSorted((a, b) => (a.at < b.at ? -1 : 1))) {
    const when = parseISO(at)
    const before: Kept = kept.get(card) ?? createEmptyCard(when)
    kept.set(card, scheduler.next(before, when, right ? Rating.Good : Rating.Again).card)
  }
  return [...kept].map(([card, k]) => ({
    card,
    due: k.due.toISOString(),
    times: k.reps,
    lapses: k.lapses,
    days: Math.round(k.stability * 10) / 10,
  }))
}

/** So many cards are dealt at once, and so many of them at the most that were never asked before. */
export const DEALT = { cards: 10, fresh: 6 } as const

/**
 * The cards that are asked now: those that are due, longest overdue first, then new ones in their order; where there are
 * too few, those that fall due next.
 * @param ids of the decks that are asked, in the order in which they are learned
 * @param now ISO instant
 * @param most so many at the most
 */
export function dealt(
  ids: readonly string[],
  stands: readonly CardStands[],
  now: string,
  most: number = DEALT.cards,
): readonly string[] {
  const wanted = new Set(ids)
  const known = stands.filter((s) => wanted.has(s.card)).toSorted((a, b) => (a.due < b.due ? -1 : 1))
  const asked = new Set(known.map((s) => s.card))
  const due = known.filter((s) => s.due <= now).map((s) => s.card)
  const fresh = ids.filter((id) => !asked.has(id)).slice(0, Math.max(DEALT.fresh, most - due.length))
  const later = known.filter((s) => s.due > now).map((s) => s.card)
  return [...due, ...fresh, ...later].slice(0, most)
}
