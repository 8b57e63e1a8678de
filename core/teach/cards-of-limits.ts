/** Cards of what is never passed: limits of gas, work and time, and eye shades. */
import { SHARE_PER_HOUR } from '../gas/cylinder.ts'
import { FUELS, FULLY_OPEN } from '../gas/fuels.ts'
import {
  ACETYLENE_MAX_GAUGE_PA,
  BEVEL_MAX_BY_HAND_RAD,
  CUT_MAX_THICKNESS_M,
  LOCK_UP_PA,
  OXYGEN_MIN_PURITY,
  PIERCE_MAX_M,
} from '../gas/limits.ts'
import { brazingShade, cuttingShade, SOLDERING_SHADE } from '../line/shades.ts'
import { FIRE_WATCH_S } from '../line/stages/shut.ts'
import { RESTED_S } from '../line/state.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { INCH_M, printAs, printDuration } from '../quantity/index.ts'
import type { Answer, Card, CardShop } from './card.ts'

/** A figure, and what it may be taken for. */
interface Limit {
  readonly key: string
  readonly ask: string
  readonly value: number
  readonly others: readonly number[]
  readonly as: keyof typeof SAID
  readonly because: string | ((units: UnitChoices) => string)
}

/** How a figure is said in a shop's units. */
const SAID = {
  pressure: (pa: number, units: UnitChoices) => printAs(pa, 'pressure', units),
  length: (m: number, units: UnitChoices) => printAs(m, 'length', units),
  angle: (rad: number, units: UnitChoices) => printAs(rad, 'angle', units),
  duration: (s: number) => printDuration(s),
  turns: (n: number) => (n >= FULLY_OPEN ? 'All the way' : n === 0.25 ? 'A quarter turn' : `${n} turns`),
  percent: (share: number) => `${Math.round(share * 1000) / 10} %`,
  part: (share: number) => `1/${Math.round(1 / share)}`,
} as const

const times = (value: number, ...factors: readonly number[]) => factors.map((f) => value * f)
const ACETYLENE_SET_PA = FUELS.acetylene.setting.workedOutMostPa ?? 0

/** What is never passed. */
const LIMITS: readonly Limit[] = [
  {
    key: 'acetylene',
    ask: 'Under which pressure does acetylene stay after its regulator, flowing and shut?',
    value: ACETYLENE_MAX_GAUGE_PA,
    others: times(ACETYLENE_MAX_GAUGE_PA, 2, 5 / 3, 1 / 3),
    as: 'pressure',
    because: 'Above it acetylene can explode by itself.',
  },
  {
    key: 'acetylene-set',
    ask: 'What is the most that Wimble sets acetylene to, gas flowing?',
    value: ACETYLENE_SET_PA,
    others: [ACETYLENE_MAX_GAUGE_PA, ...times(ACETYLENE_SET_PA, 0.5, 1.5)],
    as: 'pressure',
    because: (units) =>
      `It rises when the valve shuts, by ${SAID.pressure(LOCK_UP_PA, units)} or so, and a needle is read to half a division.`,
  },
  {
    key: 'turns',
    ask: 'How far is an acetylene cylinder ever opened?',
    value: FUELS.acetylene.cylinder.mostTurns ?? 0,
    others: [0.25, 3, FULLY_OPEN],
    as: 'turns',
    because: 'In a fire it has to shut at once. The key stays on.',
  },
  {
    key: 'fire-watch',
    ask: 'How long does a fire watch last after the last heat, at the least?',
    value: FIRE_WATCH_S,
    others: times(FIRE_WATCH_S, 1 / 12, 1 / 4, 1 / 2),
    as: 'duration',
    because: 'By current practice for hot work; a permit or a local rule may ask for more.',
  },
  {
    key: 'rested',
    ask: 'After which pause is everything shut, bled and purged again?',
    value: RESTED_S,
    others: times(RESTED_S, 1 / 6, 4, 8),
    as: 'duration',
    because: 'Hoses under pressure leak while nobody looks, and air gets in.',
  },
  {
    key: 'pierce',
    ask: 'Up to which thickness is steel pierced by hand?',
    value: PIERCE_MAX_M,
    others: times(PIERCE_MAX_M, 1 / 6, 1 / 3, 2),
    as: 'length',
    because: 'Thicker plate throws its slag back: a starting hole is drilled.',
  },
  {
    key: 'thickest',
    ask: 'Where do the figures for cutting steel end?',
    value: CUT_MAX_THICKNESS_M,
    others: times(CUT_MAX_THICKNESS_M, 1 / 6, 1 / 3, 2),
    as: 'length',
    because: 'Beyond it nothing is planned: it is work for people who do it daily.',
  },
  {
    key: 'bevel',
    ask: 'How steep a bevel is cut by hand, from square?',
    value: BEVEL_MAX_BY_HAND_RAD,
    others: times(BEVEL_MAX_BY_HAND_RAD, 1 / 3, 2 / 3, 4 / 3),
    as: 'angle',
    because: 'Steeper, the cut is far longer than the plate is thick, and the jet lags.',
  },
  {
    key: 'purity',
    ask: 'How pure does cutting oxygen have to be, at the least?',
    value: OXYGEN_MIN_PURITY,
    others: [0.8, 0.9, 0.93],
    as: 'percent',
    because: 'Under it the jet melts steel instead of burning it. Good oxygen has 99.5 %.',
  },
  {
    key: 'draw',
    ask: 'How much of its contents may an acetylene cylinder give in an hour, off and on?',
    value: SHARE_PER_HOUR.intermittent,
    others: times(SHARE_PER_HOUR.intermittent, 5, 5 / 2, 1 / 2),
    as: 'part',
    because: `Drawn on faster it gives solvent along with the gas. Burned all the time: ${SAID.part(SHARE_PER_HOUR.continuous)}.`,
  },
]

/** Cards of what is never passed. */
export const limits = ({ units }: CardShop): readonly Card[] =>
  LIMITS.map(({ key, ask, value, others, as, because }) => {
    const say = (v: number) => SAID[as](v, units)
    return {
      id: `limits:${key}`,
      deck: 'limits',
      ask,
      right: { key: 'right', text: say(value) },
      wrong: others.map((v, i) => ({ key: `other-${i + 1}`, text: say(v) })),
      because: typeof because === 'string' ? because : because(units),
    }
  })

const SHADE_PLATES_IN = [1 / 2, 3, 8]
/** Which shade for which work. */
export function shades({ units }: CardShop): readonly Card[] {
  const all: readonly Answer[] = [
    { key: 'soldering', text: SOLDERING_SHADE },
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
    card('braze', 'Which shade for brazing with a torch?', brazingShade()),
    ...SHADE_PLATES_IN.map((inches) =>
      card(
        `cut-${inches}`,
        `Which shade for cutting ${printAs(inches * INCH_M, 'length', units)} plate?`,
        cuttingShade(inches * INCH_M),
      ),
    ),
  ]
}
