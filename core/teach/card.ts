/** What a question card is, and how one is made of each row of a table. */
import { keysOf } from '../objects.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import type { Region } from '../words/trade.ts'
import type { CardRig } from './card-rigs.ts'
import type { LineSeen } from './wrong-lines.ts'

/** What cards are about, in the order in which they are offered. */
export const DECKS = {
  line: 'What is wrong with this line?',
  limits: 'Limits',
  colours: 'Heat colours and hoses',
  signs: 'Signs and causes',
  flux: 'Flux',
  fillers: 'Fillers',
  plate: 'Tip and pace by plate',
  fuels: 'Fuels',
  shades: 'Eye shades',
  drills: 'Number drills',
  words: 'Words of the trade',
} as const
export type DeckId = keyof typeof DECKS
export const DECK_IDS: readonly DeckId[] = keysOf(DECKS)

/** An answer: its key names it whatever the shop's units and words. */
export interface Answer {
  readonly key: string
  readonly text: string
}
/** A question with its answer, and what somebody may take for it. */
export interface Card {
  readonly id: string
  readonly deck: DeckId
  readonly ask: string
  readonly right: Answer
  /** The likeliest to be taken for the right one first; one or more. */
  readonly wrong: readonly Answer[]
  /** Why it is so, or where it is from. */
  readonly because: string
  /** A line to be looked at. */
  readonly seen?: LineSeen
  readonly rig?: CardRig
}
/** What a shop's cards go by: its units, and the region of its hose colours. */
export interface CardShop {
  readonly units: UnitChoices
  readonly region: Region
}

/** So many answers stand under a question. */
export const ANSWERS = 4

/** Those of a table's rows that lie nearest to one of them, and say something else. */
function near(rows: readonly Answer[], at: number): readonly Answer[] {
  const right = rows[at] as Answer
  return rows
    .map((answer, i) => ({ answer, off: Math.abs(i - at) }))
    .sort((a, b) => a.off - b.off)
    .map(({ answer }) => answer)
    .filter(({ text }, i, all) => text !== right.text && all.findIndex((other) => other.text === text) === i)
}
/** A card for each row of a table: what is asked of it, what it says, and why. */
export function fromRows<Row>(
  deck: DeckId,
  name: string,
  rows: readonly Row[],
  of: (row: Row) => {
    readonly key: string
    readonly ask: string
    readonly text: string
    readonly because: string
  },
): readonly Card[] {
  const made = rows.map(of)
  const answers = made.map(({ key, text }): Answer => ({ key, text }))
  return made.map(({ key, ask, because }, i) => ({
    id: `${deck}:${name}:${key}`,
    deck,
    ask,
    right: answers[i] as Answer,
    wrong: near(answers, i),
    because,
  }))
}
