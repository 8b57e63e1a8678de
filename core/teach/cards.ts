/** Question cards, made from the data that planners, fault finder and handbook go by. */
import { seeded } from '../seeded.ts'
import { ANSWERS, type Answer, type Card, type CardShop, type DeckId } from './card.ts'
import { limits, shades } from './cards-of-limits.ts'
import { colours, drills, fillers, flux, fuels, plates } from './cards-of-tables.ts'
import { lines, signs, words } from './cards-of-work.ts'

const MAKES: Readonly<Record<DeckId, (shop: CardShop) => readonly Card[]>> = {
  line: lines,
  limits,
  colours,
  signs,
  flux,
  fillers,
  plate: plates,
  fuels,
  shades,
  drills,
  words,
}

/** Every card of a deck, as a shop reads it. */
export const cardsOf = (deck: DeckId, shop: CardShop): readonly Card[] =>
  MAKES[deck](shop).filter((c) => c.wrong.length > 0)

/** The answers that stand under a card, mixed by a seed: the right one, and those likeliest to be taken for it. */
export function answersOf(card: Card, seed: number): readonly Answer[] {
  const next = seeded(seed)
  return [card.right, ...card.wrong.slice(0, ANSWERS - 1)]
    .map((answer) => ({ answer, at: next() }))
    .sort((a, b) => a.at - b.at)
    .map(({ answer }) => answer)
}
