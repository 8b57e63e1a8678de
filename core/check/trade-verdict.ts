/**
 * What the trade says of a line under pressure, from as few as two readings: the first and the last are brought to one
 * temperature, and the drop is held against what this gauge and this thermometer can show at all. It comes to a verdict
 * once the line has stood as long as was asked.
 */
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { printAs } from '../quantity/index.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { USUAL_DIVISION_PA } from './pressure-test.ts'
import type { HoldReading } from './readings.ts'
import type { TradeVerdict } from './verdicts.ts'

/** How well a temperature is known from reading to reading, K: one thermometer read at the same place on the pipe, two of them, or only the air's. */
export const THERMOMETER_K = { same: 0.25, two: 0.5, air: 1 } as const
/** How the pipe's temperature is read. */
export type ThermometerUse = keyof typeof THERMOMETER_K | 'none'
/** How well a temperature is known from reading to reading, K; undefined where nobody reads it. */
export const thermometerKOf = (use: ThermometerUse): number | undefined =>
  use === 'none' ? undefined : THERMOMETER_K[use]
/** So many standard errors are what a drop has to pass to be one. */
const SURE = 2.5
/** A gauge by which less than this share of the pressure could be lost unseen is fine enough. */
const COARSE_SHARE = 1 / 15
/** Where no temperature was read, a pipe may have moved so much, K. */
const UNREAD_K = 5
const HOUR_S = 3600
/** A pipe of which nobody said how warm it is, K. */
export const USUAL_K = 293.15

/** What a hold is judged by beside its readings. */
export interface Gauged {
  /** Smallest division of the gauge, Pa; absent: 1 psi. */
  readonly divisionPa?: number | undefined
  /** How well the temperature is known from reading to reading, K; absent: one thermometer at the same place. */
  readonly thermometerK?: number | undefined
}
export interface TradeAsked extends Gauged {
  /** In the order of time: two or more. */
  readonly readings: readonly HoldReading[]
  /** Temperatures were read; false: only the gauge was. */
  readonly temperatureRead?: boolean
  /** How long the line has to stand, s. */
  readonly askedS: number
  /** The supply is shut off and its hose taken off: one that feeds the line hides what it loses. */
  readonly supplyOff: boolean
  readonly ambientPa?: number | undefined
  /** Units of the sentences; kPa when nobody says. */
  readonly units?: UnitChoices | undefined
}

export interface TradeResult {
  readonly verdict: TradeVerdict
  /** What was lost at one temperature between the first and the last reading, Pa; a rise is below nothing. */
  readonly dropPa: number
  /** What a drop has to pass to be one, Pa. */
  readonly leastPa: number
  /** What may still be lost unseen, Pa an hour: the least that shows and any drop, over the hold. 0 before there is one. */
  readonly detectablePaPerHour: number
  readonly holdS: number
  /** How long it has to stand yet, s; absent where that decides nothing. */
  readonly waitS?: number | undefined
  readonly because: string
  /** What may be done about it, in sentences; at least one. */
  readonly ways: readonly string[]
}

/**
 * The least drop that a gauge and a thermometer can show between two readings, Pa: at least a division.
 * @param paAbs in the line, absolute
 * @example leastDrop(2.5e6, 293, { divisionPa: 34474 }) // 35984
 */
export function leastDrop(paAbs: number, kelvin: number, { divisionPa, thermometerK }: Gauged): number {
  const d = divisionPa ?? USUAL_DIVISION_PA
  const byGauge = 2 * (d / Math.sqrt(12)) ** 2
  const byTemperature = 2 * ((paAbs * (thermometerK ?? THERMOMETER_K.same)) / kelvin) ** 2
  return Math.max(d, SURE * Math.sqrt(byGauge + byTemperature))
}

/**
 * The least drop after a reading that counts, Pa: the least that shows or, where nobody knows how warm the pipe was, what
 * some degrees would make of it.
 */
export function leastCounted(
  { pressurePaAbs, temperatureK }: HoldReading,
  temperatureRead: boolean,
  gauged: Gauged,
): number {
  if (temperatureRead) return leastDrop(pressurePaAbs, temperatureK, gauged)
  return Math.max(leastDrop(pressurePaAbs, USUAL_K, gauged), (pressurePaAbs * UNREAD_K) / USUAL_K)
}

/** Judges a hold by its first and its last reading. */
export function judgeTrade(asked: TradeAsked): TradeResult {
  const { readings, askedS, supplyOff, temperatureRead = true } = asked
  const [first, last] = [readings[0], readings.at(-1)]
  const holdS = first && last ? last.timeS - first.timeS : 0
  if (!first || !last || !(holdS > 0)) {
    const [because, way] = [
      'There is one reading, or none: two at different times are the least that can be compared.',
      `Read gauge and pipe again${askedS > 0 ? ` in ${minutes(askedS)}` : ''}.`,
    ]
    return {
      verdict: 'not-yet',
      dropPa: 0,
      leastPa: 0,
      detectablePaPerHour: 0,
      holdS: 0,
      waitS: askedS,
      because,
      ways: [way],
    }
  }
  const paAbs = first.pressurePaAbs
  const dropPa = temperatureRead
    ? paAbs - (last.pressurePaAbs * first.temperatureK) / last.temperatureK
    : paAbs - last.pressurePaAbs
  const division = asked.divisionPa ?? USUAL_DIVISION_PA
  const leastPa = leastCounted(first, temperatureRead, asked)
  const found: Found = {
    dropPa,
    leastPa,
    holdS,
    waitS: Math.max(0, askedS - holdS),
    detectablePaPerHour: ((leastPa + Math.max(0, dropPa)) * HOUR_S) / holdS,
    gaugePa: paAbs - (asked.ambientPa ?? STANDARD_PRESSURE_PA),
    division,
    temperatureRead,
    pressure: (pa) =>
      asked.units ? printAs(pa, 'pressure', asked.units) : `${(pa / 1000).toPrecision(3)} kPa`,
  }
  const told = (verdict: TradeVerdict, because: string, ways: readonly string[], waitS?: number) => ({
    verdict,
    dropPa,
    leastPa,
    detectablePaPerHour: found.detectablePaPerHour,
    holdS,
    ...(waitS === undefined ? {} : { waitS }),
    because,
    ways,
  })
  if (dropPa > leastPa) return told('leaks', ...leaks(found))
  if (dropPa < -leastPa) return told('void', ...voided(found))
  if (found.waitS > 0) return told('not-yet', ...tooShort(found), found.waitS)
  if (!supplyOff) return told('not-yet', ...fed())
  if (leastPa > COARSE_SHARE * found.gaugePa && temperatureRead) return told('not-yet', ...tooCoarse(found))
  if (!temperatureRead && Math.abs(dropPa) > division / 2) return told('not-yet', ...unread(found))
  return told('holds', ...holds(found))
}

interface Found extends Pick<TradeResult, 'dropPa' | 'leastPa' | 'detectablePaPerHour' | 'holdS'> {
  readonly waitS: number
  readonly gaugePa: number
  readonly division: number
  readonly temperatureRead: boolean
  readonly pressure: (pa: number) => string
}
type Said = readonly [because: string, ways: readonly string[]]

const minutes = (s: number): string => {
  const m = Math.ceil(s / 60)
  return m === 1 ? 'a minute' : m >= 120 ? `${(m / 60).toFixed(m % 60 === 0 ? 0 : 1)} h` : `${m} min`
}
const atOne = ({ temperatureRead }: Found) =>
  temperatureRead ? 'brought to one temperature' : 'with no temperature read'
/** What can be shown at all, in a sentence’s end. */
const shows = ({ leastPa, pressure }: Found) => `this gauge and thermometer can show ${pressure(leastPa)}`

const FIND = 'Let it down to 25 psi (1.7 bar) or less, brush solution on every joint, the newest first.'
const HALVES = 'No bubbles: shut it into halves, read both, and halve the one that falls again.'
const leaks = (f: Found): Said => [
  `It lost ${f.pressure(f.dropPa)} in ${minutes(f.holdS)}, ${atOne(f)}; ${shows(f)}: more than that is a leak.`,
  [FIND, HALVES],
]
const voided = (f: Found): Said => [
  `It rose ${f.pressure(-f.dropPa)} more than its temperature explains: the supply still feeds it, or the thermometer was not where the pipe is. Nothing is known of a leak.`,
  [
    'Shut the supply off, take its hose off the line, wait ten minutes, and begin the hold anew.',
    'Thermometer on the pipe itself, out of the sun and away from hot joints.',
  ],
]
const tooShort = (f: Found): Said => [
  `It lost nothing that shows so far (${f.pressure(Math.max(0, f.dropPa))}; ${shows(f)}), and has to stand ${minutes(f.waitS)} more.`,
  [`Leave it, and read gauge and pipe again in ${minutes(f.waitS)}.`],
]
const fed = (): Said => [
  'It stands, and the supply may still feed it: a line that leaks and is fed shows nothing.',
  ['Shut the supply off, take its hose off the line, and begin the hold anew.'],
]
const tooCoarse = (f: Found): Said => [
  `It lost nothing that shows, but ${shows(f)}, more than a fifteenth of the ${f.pressure(f.gaugePa)} that are in it.`,
  [
    `A gauge with finer divisions than ${f.pressure(f.division)}, or one that ends nearer the test pressure.`,
    'A thermometer read twice at the same place on the pipe.',
  ],
]
const unread = (f: Found): Said => [
  `It moved ${f.pressure(Math.abs(f.dropPa))}, and nobody read how warm the pipe was: a few degrees would do that as well.`,
  [
    'Begin anew with a thermometer on the pipe, read with the gauge each time.',
    'Or read it again when the shop is as warm as it was.',
  ],
]
const holds = (f: Found): Said => {
  const rate = f.pressure(f.detectablePaPerHour)
  const tenthS = ((f.gaugePa / 10) * HOUR_S) / f.detectablePaPerHour
  const lost = `nothing lost that this gauge can show: less than ${rate} an hour, which would take ${minutes(tenthS)} to lose a tenth`
  return [
    `The supply was off; it stood ${minutes(f.holdS)} with ${lost}.${f.temperatureRead ? '' : ' That is if the pipe kept its temperature: nobody read it.'}`,
    [
      'On refrigerant, fuel gas and medical lines solution on every joint goes with it.',
      `To see less than that: a longer hold, or a gauge with finer divisions than ${f.pressure(f.division)}.`,
    ],
  ]
}

/** What a test will be able to tell before it begins. */
export interface HoldPlan {
  /** What a drop has to pass to be one, Pa. */
  readonly leastPa: number
  /** A line that loses this or more is found by the end of the hold, Pa an hour: twice the least over it. */
  readonly findsPaPerHour: number
  /** How long a hold would have to be to find the loss that is allowed, s; absent where none is. */
  readonly neededS?: number | undefined
  /** The gauge is fine enough for the pressure. */
  readonly fine: boolean
  /** What would shorten it, each with the hold that it would come to, s. */
  readonly shorter: readonly { readonly what: 'division' | 'thermometer' | 'both'; readonly holdS: number }[]
}

/**
 * What a hold will decide, from two readings.
 * @param asked test pressure, gauge, Pa; the hold, s; the loss that is allowed, Pa an hour, where one is
 */
export function planHold(
  asked: Gauged & {
    readonly testPa: number
    readonly askedS: number
    readonly allowedPaPerHour?: number | undefined
    readonly ambientPa?: number | undefined
    readonly kelvin?: number | undefined
  },
): HoldPlan {
  const { testPa, askedS, allowedPaPerHour, ambientPa = STANDARD_PRESSURE_PA, kelvin = USUAL_K } = asked
  const least = (gauged: Gauged) => leastDrop(testPa + ambientPa, kelvin, gauged)
  const leastPa = least(asked)
  const needed = (pa: number) =>
    allowedPaPerHour === undefined ? askedS * (pa / leastPa) : (2 * pa * HOUR_S) / allowedPaPerHour
  const half = (asked.divisionPa ?? USUAL_DIVISION_PA) / 2
  const same = THERMOMETER_K.same
  const ways = [
    ['division', { ...asked, divisionPa: half }],
    ['thermometer', { ...asked, thermometerK: Math.min(asked.thermometerK ?? same, same) }],
    ['both', { divisionPa: half, thermometerK: Math.min(asked.thermometerK ?? same, same) }],
  ] as const
  const now = needed(leastPa)
  return {
    leastPa,
    findsPaPerHour: (2 * leastPa * HOUR_S) / askedS,
    ...(allowedPaPerHour === undefined ? {} : { neededS: now }),
    fine: leastPa <= COARSE_SHARE * testPa,
    shorter: ways
      .map(([what, gauged]) => ({ what, holdS: needed(least(gauged)) }))
      .filter(
        ({ holdS }, i, all) =>
          holdS < now * 0.95 && (i < 2 || holdS < Math.min(...all.slice(0, 2).map((w) => w.holdS)) * 0.95),
      ),
  }
}

/**
 * What the gauge will read when the pipe has come to another temperature and nothing was lost, Pa gauge.
 * @example readsWhen({ pressurePaAbs: 2.1e6, temperatureK: 290, timeS: 0 }, 300, 1e5) // 2072413.79
 */
export const readsWhen = (
  { pressurePaAbs, temperatureK }: HoldReading,
  kelvin: number,
  ambientPa: number = STANDARD_PRESSURE_PA,
): number => (pressurePaAbs * kelvin) / temperatureK - ambientPa
