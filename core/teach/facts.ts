/** A round of question cards, and what it is worth. */
import { parseISO } from 'date-fns/parseISO'
import { subMilliseconds } from 'date-fns/subMilliseconds'
import { INCH_UNITS } from '../quantity/choices.ts'
import { REGIONS } from '../words/trade.ts'
import { DECK_IDS } from './card.ts'
import { cardsOf } from './cards.ts'
import type { Mark } from './points.ts'
import type { Answered } from './schedule.ts'

/** One card that was answered: the moment in tenths of a second, the card, and the key of the answer that was chosen. */
export type FactAnswer = readonly [at: number, card: string, chosen: string]
/** What somebody answered: all that its score follows from. */
export interface FactsRecording {
  readonly kind: 'facts'
  /** The deck, or `mixed`. */
  readonly task: string
  /** In which order the answers stood comes from it. */
  readonly seed: number
  readonly made: readonly FactAnswer[]
  /** In tenths of a second. */
  readonly until: number
}
export const MOST_FACTS = 200
/** What a round of every deck is kept under. */
export const MIXED = 'mixed'

let known: ReadonlyMap<string, string> | undefined
/** The right answer's key of every card, of hoses in every region: the same in every shop, and made once. */
const rightKeys = (): ReadonlyMap<string, string> =>
  (known ??= new Map(
    REGIONS.flatMap((region) =>
      DECK_IDS.flatMap((deck) => cardsOf(deck, { units: INCH_UNITS, region })).map(
        ({ id, right }) => [id, right.key] as const,
      ),
    ),
  ))
/** Whether an answer is right; nothing for a card that is not known any more. */
function isRight([, id, chosen]: FactAnswer): boolean | undefined {
  const right = rightKeys().get(id)
  return right === undefined ? undefined : right === chosen
}

/** What a round is worth: the share of its cards that were right. Cards that are not known any more count for nothing. */
export function scoreFacts({ made }: FactsRecording): {
  readonly points: number
  readonly marks: readonly Mark[]
} {
  const judged = made.flatMap((answer) => isRight(answer) ?? [])
  const right = judged.filter((r) => r).length
  const marks: Mark[] =
    judged.length === 0
      ? []
      : [
          {
            got: right,
            most: judged.length,
            text: right === judged.length ? 'Every card right.' : `${right} of ${judged.length} right.`,
          },
        ]
  return { points: judged.length === 0 ? 0 : Math.round((100 * right) / judged.length), marks }
}

/**
 * The answers of a round, as they are scheduled.
 * @param endedAt when it ended, ISO instant
 */
export function answersIn({ made, until }: FactsRecording, endedAt: string): readonly Answered[] {
  const ended = parseISO(endedAt)
  return made.flatMap((answer) => {
    const right = isRight(answer)
    const [at, card] = answer
    return right === undefined
      ? []
      : [{ card, right, at: subMilliseconds(ended, (until - at) * 100).toISOString() }]
  })
}
