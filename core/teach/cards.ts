/** Question cards, made from the data that planners, fault finder and handbook go by. */
import { BASE_METALS } from '../metal/base-metals.ts'
import { FILLERS } from '../metal/fillers.ts'
import { FLUXES } from '../metal/fluxes.ts'
import { FLUX_STAGES, GLOWS } from '../metal/glow.ts'
import { steelRow, type Range } from '../cut/steel-table.ts'
import { findCause, SIGNS, type CauseId, type Sign } from '../check/faults.ts'
import { FUEL_IDS, FUELS } from '../gas/fuels.ts'
import {
  ACETYLENE_MAX_GAUGE_PA,
  BEVEL_MAX_BY_HAND_RAD,
  CUT_MAX_THICKNESS_M,
  LOCK_UP_PA,
  OXYGEN_MIN_PURITY,
  PIERCE_MAX_M,
} from '../gas/limits.ts'
import { cuttingShade } from '../line/cut-procedure.ts'
import { FIRE_WATCH_S } from '../line/stages/shut.ts'
import { RESTED_S } from '../line/state.ts'
import { INCH_M, joinSpan, NUMBER_DRILLS, printAs, printDuration } from '../quantity/index.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { seeded } from '../seeded.ts'
import { capital, HOSE_COLOURS, type Region } from '../words/trade.ts'
import { GLOSSARY } from '../words/glossary.ts'
import { ORDER_CARD_RIGS, type CardRig } from './card-rigs.ts'
import {
  rightLine,
  wrongFor,
  wrongLineOf,
  wrongTold,
  LOOKS,
  type LineSeen,
  type Look,
} from './wrong-lines.ts'

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
export const DECK_IDS = Object.keys(DECKS) as DeckId[]

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
function fromRows<Row>(
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

/** Bores of cutting and brazing tips, m. */
const TIP_BORES: Range = [0.0005, 0.0027]
const drills = ({ units }: CardShop) =>
  fromRows(
    'drills',
    'bore',
    NUMBER_DRILLS.filter((d) => d.diameterM >= TIP_BORES[0] && d.diameterM <= TIP_BORES[1]),
    ({ number, diameterM }) => ({
      key: String(number),
      ask: `A tip’s bore takes a number ${number} drill. How wide is it?`,
      text: printAs(diameterM, 'bore', units).replace(/ ?\(?#\d+\)?/, ''),
      because: 'By the table of number drills: the higher the number, the finer the drill.',
    }),
  )

/** Plates that a shop cuts by hand, inches. */
const PLATES_IN = [1 / 8, 1 / 4, 3 / 8, 1 / 2, 3 / 4, 1, 1.5, 2, 3, 4]
function plates({ units }: CardShop): readonly Card[] {
  const rows = PLATES_IN.map((inches) => ({ inches, row: steelRow(inches * INCH_M, 'acetylene') }))
  const span = ([low, high]: Range, as: 'bore' | 'speed') =>
    joinSpan(printAs(low, as, units), printAs(high, as, units))
  const plate = (inches: number) => printAs(inches * INCH_M, 'length', units)
  return [
    ...fromRows('plate', 'tip', rows, ({ inches, row }) => ({
      key: String(inches),
      ask: `Which bore does ${plate(inches)} mild steel ask for?`,
      text: span(row.orificeM, 'bore'),
      because: 'The published range; your torch’s own chart comes first.',
    })),
    ...fromRows('plate', 'pace', rows, ({ inches, row }) => ({
      key: String(inches),
      ask: `How fast is ${plate(inches)} mild steel cut?`,
      text: span(row.speed, 'speed'),
      because: 'The published range. By hand it lies in its lower half.',
    })),
  ]
}

const colours = ({ units, region }: CardShop): readonly Card[] => [
  ...fromRows('colours', 'glow', GLOWS, ({ name, fromK }) => ({
    key: name,
    ask: `Metal begins to glow ${name} in a dim shop. How hot is it, about?`,
    text: printAs(fromK, 'temperature', units),
    because: 'In daylight every colour comes about 100 °C (180 °F) later.',
  })),
  ...(['oxygen', ...FUEL_IDS] as const).map((gas): Card => {
    const colour = HOSE_COLOURS[region][gas]
    const name = gas === 'oxygen' ? 'oxygen' : FUELS[gas].name
    return {
      id: `colours:hose-${region}:${gas}`,
      deck: 'colours',
      ask: `Which colour is the hose for ${name} where you work?`,
      right: { key: colour, text: capital(colour) },
      wrong: (['red', 'green', 'blue', 'orange'] as const)
        .filter((c) => c !== colour)
        .map((c) => ({ key: c, text: capital(c) })),
      because: 'A colour can fade or be wrong: the gas’s name on the hose and the thread of its nut decide.',
    }
  }),
]

const flux = ({ units }: CardShop): readonly Card[] => [
  ...fromRows('flux', 'stage', FLUX_STAGES, ({ sign, fromK }) => ({
    key: sign,
    ask: `General paste flux is ${printAs(fromK, 'temperature', units)} hot. What does it show?`,
    text: capital(sign),
    because: 'It tells the heat where nothing glows yet: clear and wet, the filler is tried.',
  })),
  ...fromRows(
    'flux',
    'class',
    FLUXES.filter((f) => !f.for.startsWith('as ')),
    (f) => ({
      key: f.id,
      ask: `What is flux of class ${f.id} for?`,
      text: capital(f.for),
      because: `Active from ${printAs(f.minK, 'temperature', units)} to ${printAs(f.maxK, 'temperature', units)}; ${f.notes || f.form}.`,
    }),
  ),
]

const PHOSPHORUS_SAYS = {
  ok: 'Yes, and copper on copper needs no flux',
  with_flux: 'Yes, with flux',
  never: 'Never: its seam is brittle',
} as const
const fillers = ({ units }: CardShop): readonly Card[] => [
  ...fromRows('fillers', 'liquid', FILLERS, (f) => ({
    key: f.id,
    ask: `At what heat is filler ${f.id} all liquid?`,
    text: printAs(f.liquidusK, 'temperature', units),
    because: `It begins to melt at ${printAs(f.solidusK, 'temperature', units)}: ${f.composition.replace(/ (?=\d)/g, ' % ')}.`,
  })),
  ...BASE_METALS.filter((m) => m.torch !== 'refuse').map((m): Card => ({
    id: `fillers:phosphorus:${m.key}`,
    deck: 'fillers',
    ask: `May a filler with phosphorus (BCuP) go on ${m.short}?`,
    right: { key: m.phosphorus, text: PHOSPHORUS_SAYS[m.phosphorus] },
    wrong: (['ok', 'with_flux', 'never'] as const)
      .filter((p) => p !== m.phosphorus)
      .map((p) => ({ key: p, text: PHOSPHORUS_SAYS[p] })),
    because:
      m.phosphorus === 'never'
        ? 'Phosphorus makes a brittle layer with iron and nickel: it cracks under load.'
        : 'Copper and its alloys take phosphorus; it cleans copper itself, the alloys want flux.',
  })),
]

/** A figure, and what it may be taken for. */
interface Limit {
  readonly key: string
  readonly ask: string
  readonly value: number
  readonly others: readonly number[]
  readonly print: (value: number) => string
  readonly because: string
}
function limits({ units }: CardShop): readonly Card[] {
  const psi = (pa: number) => printAs(pa, 'pressure', units)
  const length = (m: number) => printAs(m, 'length', units)
  const times = (value: number, ...factors: readonly number[]) => factors.map((f) => value * f)
  const rows: readonly Limit[] = [
    {
      key: 'acetylene',
      ask: 'Under which pressure does acetylene stay after its regulator, flowing and shut?',
      value: ACETYLENE_MAX_GAUGE_PA,
      others: times(ACETYLENE_MAX_GAUGE_PA, 2, 5 / 3, 1 / 3),
      print: psi,
      because: 'Above it acetylene can explode by itself.',
    },
    {
      key: 'acetylene-set',
      ask: 'What is the most that Wimble sets acetylene to, gas flowing?',
      value: FUELS.acetylene.setting.workedOutMostPa ?? 0,
      others: [ACETYLENE_MAX_GAUGE_PA, ...times(FUELS.acetylene.setting.workedOutMostPa ?? 0, 0.5, 1.5)],
      print: psi,
      because: `It rises when the valve shuts, by ${psi(LOCK_UP_PA)} or so, and a needle is read to half a division.`,
    },
    {
      key: 'turns',
      ask: 'How far is an acetylene cylinder ever opened?',
      value: FUELS.acetylene.cylinder.mostTurns ?? 0,
      others: [0.25, 3, 8],
      print: (n) => `${n === 8 ? 'All the way' : n === 0.25 ? 'A quarter turn' : `${n} turns`}`,
      because: 'In a fire it has to shut at once. The key stays on.',
    },
    {
      key: 'fire-watch',
      ask: 'How long does a fire watch last after the last heat, at the least?',
      value: FIRE_WATCH_S,
      others: times(FIRE_WATCH_S, 1 / 12, 1 / 4, 1 / 2),
      print: printDuration,
      because: 'By current practice for hot work; a permit or a local rule may ask for more.',
    },
    {
      key: 'rested',
      ask: 'After which pause is everything shut, bled and purged again?',
      value: RESTED_S,
      others: times(RESTED_S, 1 / 6, 4, 8),
      print: printDuration,
      because: 'Hoses under pressure leak while nobody looks, and air gets in.',
    },
    {
      key: 'pierce',
      ask: 'Up to which thickness is steel pierced by hand?',
      value: PIERCE_MAX_M,
      others: times(PIERCE_MAX_M, 1 / 6, 1 / 3, 2),
      print: length,
      because: 'Thicker plate throws its slag back: a starting hole is drilled.',
    },
    {
      key: 'thickest',
      ask: 'Where do the figures for cutting steel end?',
      value: CUT_MAX_THICKNESS_M,
      others: times(CUT_MAX_THICKNESS_M, 1 / 6, 1 / 3, 2),
      print: length,
      because: 'Beyond it nothing is planned: it is work for people who do it daily.',
    },
    {
      key: 'bevel',
      ask: 'How steep a bevel is cut by hand, from square?',
      value: BEVEL_MAX_BY_HAND_RAD,
      others: times(BEVEL_MAX_BY_HAND_RAD, 1 / 3, 2 / 3, 4 / 3),
      print: (rad) => printAs(rad, 'angle', units),
      because: 'Steeper, the cut is far longer than the plate is thick, and the jet lags.',
    },
    {
      key: 'purity',
      ask: 'How pure does cutting oxygen have to be, at the least?',
      value: OXYGEN_MIN_PURITY,
      others: [0.8, 0.9, 0.93],
      print: (share) => `${Math.round(share * 1000) / 10} %`,
      because: 'Under it the jet melts steel instead of burning it. Good oxygen has 99.5 %.',
    },
    {
      key: 'draw',
      ask: 'How much of its contents may an acetylene cylinder give in an hour, off and on?',
      value: 10,
      others: [2, 4, 20],
      print: (n) => `1/${n}`,
      because: 'Drawn on faster it gives solvent along with the gas. Burned all the time: 1/15.',
    },
  ]
  return rows.map(({ key, ask, value, others, print, because }) => ({
    id: `limits:${key}`,
    deck: 'limits',
    ask,
    right: { key: 'right', text: print(value) },
    wrong: others.map((v, i) => ({ key: `other-${i + 1}`, text: print(v) })),
    because,
  }))
}

const SHADE_PLATES_IN = [1 / 2, 3, 8]
function shades({ units }: CardShop): readonly Card[] {
  const brazing = { key: 'braze', ask: 'Which shade for brazing with a torch?', text: '3 or 4' }
  const all: readonly Answer[] = [
    { key: 'soldering', text: '2' },
    ...[...new Set(SHADE_PLATES_IN.map((inches) => cuttingShade(inches * INCH_M)))].map((text) => ({
      key: text,
      text,
    })),
    { key: 'arc', text: '10 to 12' },
  ]
  const because =
    'Safety spectacles under it. Never without; the lower one only where the work cannot be seen.'
  const card = (key: string, ask: string, text: string): Card => ({
    id: `shades:${key}`,
    deck: 'shades',
    ask,
    right: { key: text, text },
    wrong: all.filter((a) => a.text !== text),
    because,
  })
  return [
    card(brazing.key, brazing.ask, brazing.text),
    ...SHADE_PLATES_IN.map((inches) =>
      card(
        `cut-${inches}`,
        `Which shade for cutting ${printAs(inches * INCH_M, 'length', units)} plate?`,
        cuttingShade(inches * INCH_M),
      ),
    ),
  ]
}

/** The cause that weighs most. */
const likeliest = ({ causes }: Sign): CauseId | undefined =>
  (Object.entries(causes) as [CauseId, number][]).sort(([, a], [, b]) => b - a)[0]?.[0]
/** What a sign most likely comes from; wrong is what other signs of its kind come from and this one never does. */
const signs = (): readonly Card[] =>
  SIGNS.flatMap((sign): Card[] => {
    const id = likeliest(sign)
    const cause = id && findCause(id)
    if (!cause) return []
    const others = SIGNS.filter((s) => s.of === sign.of)
      .flatMap((s) => likeliest(s) ?? [])
      .filter((c, i, all) => !(c in sign.causes) && all.indexOf(c) === i)
      .flatMap((c) => findCause(c) ?? [])
    return [
      {
        id: `signs:${sign.id}`,
        deck: 'signs',
        ask: `${sign.name}. What is the likeliest cause?`,
        right: { key: cause.id, text: cause.name },
        wrong: others.map((c) => ({ key: c.id, text: c.name })),
        because: `${cause.tell} ${cause.fix}`,
      },
    ]
  })

const GRADES = { R: 'R, RM or T', T: 'T alone' } as const
const fuels = (): readonly Card[] =>
  FUEL_IDS.flatMap((id): Card[] => {
    const fuel = FUELS[id]
    const pair = (name: string, ask: string, right: Answer, wrong: Answer, because: string): Card => ({
      id: `fuels:${name}:${id}`,
      deck: 'fuels',
      ask,
      right,
      wrong: [wrong],
      because,
    })
    const grade = fuel.hoseGrades.includes('R') ? 'R' : 'T'
    const [one, two]: [Answer, Answer] = [
      { key: '1', text: 'One piece' },
      { key: '2', text: 'Two pieces' },
    ]
    const [sinks, rises]: [Answer, Answer] = [
      { key: 'sinks', text: 'It sinks and gathers in pits' },
      { key: 'rises', text: 'It rises or spreads' },
    ]
    const other = grade === 'R' ? 'T' : 'R'
    return [
      pair(
        'hose',
        `Which grade of hose carries ${fuel.name}?`,
        { key: grade, text: GRADES[grade] },
        { key: other, text: GRADES[other] },
        'R and RM are for acetylene alone: other fuels rot their lining.',
      ),
      pair(
        'tip',
        `Is a cutting tip for ${fuel.name} of one piece or of two?`,
        fuel.tipPieces === 1 ? one : two,
        fuel.tipPieces === 1 ? two : one,
        'The slower fuels want a recess that holds their flame: a shell over a core.',
      ),
      pair(
        'sinks',
        `Where does ${fuel.name} go when it leaks?`,
        fuel.sinks ? sinks : rises,
        fuel.sinks ? rises : sinks,
        'What sinks is never used or left in a pit or a cellar.',
      ),
    ]
  })

const words = (): readonly Card[] => {
  const asked = GLOSSARY.filter((line, i, all) => all.findIndex((l) => l.said === line.said) === i).filter(
    ({ said, means }) => said !== means,
  )
  return asked.map(({ said, means, text }) => ({
    id: `words:${said.replaceAll(' ', '-')}`,
    deck: 'words',
    ask: `Somebody says “${said}”. What is meant?`,
    right: { key: means, text: capital(means) },
    wrong: [...new Set(asked.map((l) => l.means))]
      // another sense of the same word is not wrong
      .filter((m) => !GLOSSARY.some((l) => l.said === said && l.means === m))
      .map((m) => ({ key: m, text: capital(m) })),
    because: text,
  }))
}

const LOOK_ASKS: Readonly<Record<Look, string>> = {
  found: 'You are about to open the cylinders. What is wrong with this line?',
  ready: 'You are about to light it. What is wrong with this line?',
  lit: 'You are about to begin. What is wrong with this line?',
  left: 'You are about to go home. What is wrong with this line?',
}
const NOTHING: Answer = { key: 'nothing', text: 'Nothing is wrong with it' }
const lines = (): readonly Card[] =>
  Object.entries(ORDER_CARD_RIGS).flatMap(([name, rig]) =>
    LOOKS.flatMap((look): Card[] => {
      const ids = wrongFor(look, rig)
      const right = rightLine(look, rig)
      const answers = ids.map((id): Answer => ({ key: id, text: wrongTold(id).name }))
      if (!right) return []
      return [
        ...ids.flatMap((id): Card[] => {
          const seen = wrongLineOf(id, rig)
          return seen
            ? [
                {
                  id: `line:${name}:${id}`,
                  deck: 'line',
                  ask: LOOK_ASKS[look],
                  right: { key: id, text: wrongTold(id).name },
                  wrong: [...answers.filter((a) => a.key !== id), NOTHING],
                  because: wrongTold(id).because,
                  seen,
                  rig,
                },
              ]
            : []
        }),
        {
          id: `line:${name}:${look}`,
          deck: 'line',
          ask: LOOK_ASKS[look],
          right: NOTHING,
          wrong: answers,
          because: 'Look along it in the same order each time: cylinders, screws, needles, hoses, torch.',
          seen: right,
          rig,
        },
      ]
    }),
  )

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

/** A card by its id, as a shop reads it; none where the shop has no such card. */
export function findCard(id: string, shop: CardShop): Card | undefined {
  const deck = DECK_IDS.find((d) => d === id.split(':')[0])
  return deck && cardsOf(deck, shop).find((c) => c.id === id)
}

/** The answers that stand under a card, mixed by a seed: the right one, and those likeliest to be taken for it. */
export function answersOf(card: Card, seed: number): readonly Answer[] {
  const next = seeded(seed)
  return [card.right, ...card.wrong.slice(0, ANSWERS - 1)]
    .map((answer) => ({ answer, at: next() }))
    .sort((a, b) => a.at - b.at)
    .map(({ answer }) => answer)
}
