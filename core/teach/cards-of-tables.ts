/** Cards made of the tables that plans go by: drills, plates, colours, flux, fillers, fuels. */
import { steelRow, type Range } from '../cut/steel-table.ts'
import { FUEL_IDS, FUELS } from '../gas/fuels.ts'
import { BASE_METALS } from '../metal/base-metals.ts'
import { FILLERS } from '../metal/fillers.ts'
import { FLUXES } from '../metal/fluxes.ts'
import { FLUX_STAGES, GLOWS } from '../metal/glow.ts'
import { INCH_M, joinSpan, NUMBER_DRILLS, printAs } from '../quantity/index.ts'
import { capital, HOSE_COLOURS } from '../words/trade.ts'
import { fromRows, type Answer, type Card, type CardShop } from './card.ts'

/** Bores of cutting and brazing tips, m. */
const TIP_BORES: Range = [0.0005, 0.0027]
/** Which bore a drill clears. */
export const drills = ({ units }: CardShop) =>
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
/** Bore and pace by plate. */
export function plates({ units }: CardShop): readonly Card[] {
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

/** What glows how hot, and which hose carries what. */
export const colours = ({ units, region }: CardShop): readonly Card[] => [
  ...fromRows('colours', 'glow', GLOWS, ({ name, fromK }) => ({
    key: name,
    ask: `Metal begins to glow ${name} in a dim shop. How hot is it, about?`,
    text: printAs(fromK, 'temperature', units),
    because: 'In daylight every colour comes about 100 °C (180 °F) later.',
  })),
  ...(['oxygen', ...FUEL_IDS] as const).map((carried): Card => {
    const colour = HOSE_COLOURS[region][carried]
    const name = carried === 'oxygen' ? 'oxygen' : FUELS[carried].name
    return {
      id: `colours:hose-${region}:${carried}`,
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

/** What flux shows, and what each class is for. */
export const flux = ({ units }: CardShop): readonly Card[] => [
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
      because: `Active from ${printAs(f.minK, 'published', units)} to ${printAs(f.maxK, 'published', units)}; ${f.notes || f.form}.`,
    }),
  ),
]

const PHOSPHORUS_SAYS = {
  ok: 'Yes, and copper on copper needs no flux',
  with_flux: 'Yes, with flux',
  never: 'Never',
} as const
/** When a filler is liquid, and where phosphorus may go. */
export const fillers = ({ units }: CardShop): readonly Card[] => [
  ...fromRows('fillers', 'liquid', FILLERS, (f) => ({
    key: f.id,
    ask: `At what heat is filler ${f.id} all liquid?`,
    text: printAs(f.liquidusK, 'published', units),
    because: `It begins to melt at ${printAs(f.solidusK, 'published', units)}: it is of ${f.composition}, percent by mass.`,
  })),
  ...BASE_METALS.filter((m) => m.torch !== 'refuse' && m.family !== 'aluminium').map((m): Card => ({
    id: `fillers:phosphorus:${m.key}`,
    deck: 'fillers',
    ask: `May a filler with phosphorus (BCuP) go on ${m.short}?`,
    right: { key: m.phosphorus, text: PHOSPHORUS_SAYS[m.phosphorus] },
    wrong: (['ok', 'with_flux', 'never'] as const)
      .filter((p) => p !== m.phosphorus)
      .map((p) => ({ key: p, text: PHOSPHORUS_SAYS[p] })),
    because:
      m.phosphorus === 'never'
        ? 'It is for copper and some brasses and bronzes alone: with iron and nickel phosphorus makes a layer that cracks.'
        : 'Copper and its alloys take phosphorus; it cleans copper itself, the alloys want flux.',
  })),
]

const GRADES = { R: 'R, RM or T', T: 'T alone' } as const
/** Hose, tip and leak of each fuel. */
export const fuels = (): readonly Card[] =>
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
