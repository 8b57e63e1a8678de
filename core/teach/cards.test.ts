import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH_UNITS, METRIC_UNITS } from '../quantity/choices.ts'
import { REGIONS } from '../words/trade.ts'
import { ANSWERS, DECK_IDS, type CardShop } from './card.ts'
import { answersOf, cardsOf } from './cards.ts'
import { ORDER_CARD_RIGS } from './card-rigs.ts'
import { answersIn, scoreFacts, type FactsRecording } from './facts.ts'
import { dealt, DEALT, standsOf, type Answered } from './schedule.ts'
import { LOOKS, metNext, rightLine, wrongFor, wrongLineOf, wrongTold } from './wrong-lines.ts'

const SHOPS: readonly CardShop[] = [
  { units: INCH_UNITS, region: 'us' },
  { units: METRIC_UNITS, region: 'iso' },
]
const all = (shop: CardShop) => DECK_IDS.flatMap((deck) => cardsOf(deck, shop))
const right = (deck: (typeof DECK_IDS)[number], id: string, shop = SHOPS[0] as CardShop) =>
  cardsOf(deck, shop).find((c) => c.id === id)?.right.text

describe('question cards', () => {
  it.each(SHOPS)('ask one thing with one right answer, in every unit', (shop) => {
    const cards = all(shop)
    expect(new Set(cards.map((c) => c.id)).size).toBe(cards.length)
    expect(cards.length).toBeGreaterThan(200)
    for (const card of cards) {
      const shown = answersOf(card, 1)
      expect(shown.length, card.id).toBeGreaterThanOrEqual(2)
      expect(shown.length).toBeLessThanOrEqual(ANSWERS)
      expect(
        shown.filter((a) => a.key === card.right.key),
        card.id,
      ).toHaveLength(1)
      expect(
        new Set(shown.map((a) => a.text)).size,
        `${card.id}: ${shown.map((a) => a.text).join(' | ')}`,
      ).toBe(shown.length)
      expect(card.because.length, card.id).toBeGreaterThan(10)
      expect(card.ask).toMatch(/\?$/)
    }
  })
  it('have the same names and right answers whatever the shop’s units', () => {
    const [inches, metric] = SHOPS.map((shop) =>
      all({ ...shop, region: 'us' }).map((c) => `${c.id} ${c.right.key}`),
    )
    expect(inches).toEqual(metric)
  })
  it('say what the papers say', () => {
    // sources: CGA G-1; the tables of drills, fluxes and fillers; ANSI Z49.1
    expect(right('limits', 'limits:acetylene')).toBe('15 psi')
    expect(right('limits', 'limits:acetylene-set')).toBe('12 psi')
    expect(right('drills', 'drills:bore:60')).toBe('0.040 in')
    expect(right('fillers', 'fillers:liquid:BCuP-3')).toBe('1495 °F')
    expect(right('shades', 'shades:cut-3')).toBe('4 or 5')
    expect(right('fuels', 'fuels:hose:propane')).toBe('T alone')
    expect(right('signs', 'signs:closes-behind')).toMatch(/thin/i)
    expect(right('colours', 'colours:hose-us:oxygen')).toBe('Green')
    expect(right('plate', 'plate:tip:0.5')).toBe('0.040 to 0.060 in')
  })
  it('are wrong by what lies next to the right answer in its table', () => {
    const card = cardsOf('drills', SHOPS[0] as CardShop).find((c) => c.id === 'drills:bore:60')
    expect(
      card?.wrong
        .slice(0, 2)
        .map((a) => a.key)
        .sort(),
    ).toEqual(['59', '61'])
  })
  it('know the hose colours of every region', () => {
    for (const region of REGIONS) {
      const hoses = cardsOf('colours', { units: INCH_UNITS, region })
      expect(hoses.find((c) => c.id === `colours:hose-${region}:oxygen`)?.right.key).toBe(
        region === 'us' ? 'green' : 'blue',
      )
    }
  })
  it('ask for the limits that the planner keeps to, in the shop’s own units', () => {
    const right = (shop: CardShop) =>
      Object.fromEntries(cardsOf('limits', shop).map((c) => [c.id, c.right.text]))
    const said = right({ units: INCH_UNITS, region: 'us' })
    expect(said).toMatchObject({
      'limits:acetylene': '15 psi',
      'limits:draw': '1/10',
      'limits:purity': '96 %',
    })
    expect(said['limits:turns']).toMatch(/turns$/)
    expect(said['limits:bevel']).toMatch(/°$/)
  })
})

describe('a line with something wrong', () => {
  const rigs = Object.values(ORDER_CARD_RIGS)
  it.each(rigs)('is known by the state model, and a right one has nothing wrong', (rig) => {
    for (const look of LOOKS) {
      const seen = rightLine(look, rig)
      if (!seen) throw new Error(look)
      expect(metNext(look, seen, rig), look).toEqual([])
      for (const id of wrongFor(look, rig)) {
        const wrong = wrongLineOf(id, rig)
        if (!wrong) throw new Error(id)
        expect(wrong, id).not.toEqual(seen)
        const { hazard } = wrongTold(id)
        if (hazard !== undefined) expect(metNext(look, wrong, rig), id).toContain(hazard)
      }
    }
  })
  it('is of what its rig has: a key only with acetylene, a handle valve only on a handle', () => {
    const [attachment, torch] = rigs as [(typeof rigs)[0], (typeof rigs)[0]]
    expect(wrongFor('ready', attachment)).toContain('key-gone')
    expect(wrongFor('ready', torch)).not.toContain('key-gone')
    expect(wrongFor('lit', attachment)).toContain('handle-half')
    expect(wrongFor('lit', torch)).not.toContain('handle-half')
  })
})

describe('a round of cards', () => {
  const round: FactsRecording = {
    kind: 'facts',
    task: 'limits',
    seed: 1,
    made: [
      [20, 'limits:acetylene', 'right'],
      [40, 'limits:turns', 'other-1'],
      [60, 'limits:gone-since', 'right'],
    ],
    until: 60,
  }
  it('is worth the share that was right, and forgets cards that are no more', () => {
    expect(scoreFacts(round)).toEqual({ points: 50, marks: [{ got: 1, most: 2, text: '1 of 2 right.' }] })
    expect(scoreFacts({ ...round, made: [] }).points).toBe(0)
  })
  it('tells when each was answered, back from its end', () => {
    expect(answersIn(round, '2026-03-02T10:00:06.000Z')).toEqual([
      { card: 'limits:acetylene', right: true, at: '2026-03-02T10:00:02.000Z' },
      { card: 'limits:turns', right: false, at: '2026-03-02T10:00:04.000Z' },
    ])
  })
})

describe('when a card comes again', () => {
  const day = (n: number) => new Date(Date.UTC(2026, 2, 1 + n, 9)).toISOString()
  it('is later each time that it is known, and soon when it is not', () => {
    const answers: Answered[] = []
    let gap = 0
    let at = 0
    for (let i = 0; i < 5; i++) {
      answers.push({ card: 'a', at: day(at), right: true })
      const [stands] = standsOf(answers)
      const next = (Date.parse(stands?.due ?? '') - Date.parse(day(at))) / 864e5
      if (i > 1) expect(next).toBeGreaterThan(gap)
      gap = next
      at += Math.ceil(next)
    }
    const [lost] = standsOf([...answers, { card: 'a', at: day(at), right: false }])
    expect((Date.parse(lost?.due ?? '') - Date.parse(day(at))) / 864e5).toBeLessThan(gap)
    expect(lost?.lapses).toBe(1)
  })
  it('follows from the answers alone, in whichever order they arrive', () => {
    const answer = fc.record({
      card: fc.constantFrom('a', 'b', 'c'),
      at: fc
        .uniqueArray(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 1 })
        .map(([d]) => day(d ?? 0)),
      right: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.uniqueArray(answer, { selector: (a) => a.at, maxLength: 12 }), (answers) => {
        const by = (list: readonly Answered[]) =>
          standsOf(list).toSorted((a, b) => (a.card < b.card ? -1 : 1))
        expect(by(answers.toReversed())).toEqual(by(answers))
      }),
    )
  })
  it('deals what is due first, then new ones, then what comes next', () => {
    const ids = Array.from({ length: 20 }, (_, i) => `c${i}`)
    const first = dealt(ids, [], day(0))
    expect(first).toEqual(ids.slice(0, DEALT.cards))
    const stands = standsOf(first.map((card, i) => ({ card, at: day(0), right: i !== 3 })))
    const again = dealt(ids, stands, day(40))
    expect(again[0]).toBe('c3')
    expect(new Set(again).size).toBe(DEALT.cards)
    const few = dealt(['c0'], stands, day(0))
    expect(few).toEqual(['c0'])
  })
})
