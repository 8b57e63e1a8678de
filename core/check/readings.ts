import Papa from 'papaparse'
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { countedFromNothing, parseQuantity, toSi, type GaugeKind } from '../quantity/index.ts'

/** One reading of a hold: seconds from its beginning, Pa absolute, K of the gas in the pipe. */
export interface HoldReading {
  readonly timeS: number
  readonly pressurePaAbs: number
  readonly temperatureK: number
}

/** What came in: the readings, and every line that cannot be one, with why. */
export interface HoldRead {
  readonly readings: readonly HoldReading[]
  readonly bad: readonly { readonly line: number; readonly reason: string }[]
}

/** The columns of a file of readings: seconds, Pa absolute, K. A column may be named with another unit, and is in that: `time_min`, `pressure_psi`, `temperature_F`. */
export const HOLD_COLUMNS = ['time_s', 'pressure_Pa', 'temperature_K'] as const
const WHAT = ['time', 'pressure', 'temperature'] as const
const MOST_ROWS = 500_000
/** No gauge here reads more, and no shop is colder or hotter. */
const MOST_PA = 1e8
const SHOP_K = [200, 400] as const

/** What a number in a column comes to, in SI; undefined where it cannot be one of its unit. */
type Column = { readonly head: string; readonly si: (typed: number) => number | undefined }

/** The column of a head such as `pressure_psi`; pascals in a file count from nothing, every other unit as its gauge does. */
function columnOf(
  what: (typeof WHAT)[number],
  heads: readonly string[],
  gauge: GaugeKind,
  ambientPa: number,
): Column | undefined {
  for (const head of heads) {
    const unit = new RegExp(`^${what}[_ ]\\(?([^()]+)\\)?$`, 'i').exec(head)?.[1]?.replaceAll('_', ' ')
    const one = unit === undefined ? undefined : parseQuantity(`1 ${unit}`, what)
    if (!one?.ok) continue
    if (what !== 'pressure') return { head, si: (typed) => toSi(typed, one.unit) }
    if (one.unit === 'Pa') return { head, si: (typed) => typed }
    return {
      head,
      si: (typed) => {
        const counted = countedFromNothing({ ...one, value: toSi(typed, one.unit) }, gauge, ambientPa)
        return counted.ok ? counted.paAbs : undefined
      },
    }
  }
  return undefined
}

/**
 * Reads a hold from CSV with the columns of `HOLD_COLUMNS`; rows out of order are put in order, doubles are bad.
 * @param gauge what the pressures were read from: says what a column in psi, bar or inches of mercury counts from
 */
export function readHold(
  csv: string,
  gauge: GaugeKind = 'pressure',
  ambientPa: number = STANDARD_PRESSURE_PA,
): HoldRead {
  const { data, meta } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim(),
  })
  const columns = WHAT.map((what) => columnOf(what, meta.fields ?? [], gauge, ambientPa))
  const [time, pressure, temperature] = columns
  if (!time || !pressure || !temperature)
    return {
      readings: [],
      bad: [
        {
          line: 1,
          reason: `The first line should name the columns ${HOLD_COLUMNS.join(', ')}, or the same with other units; there is no ${HOLD_COLUMNS.filter((_, i) => !columns[i]).join(', ')}.`,
        },
      ],
    }
  const bad: { line: number; reason: string }[] = []
  const readings: HoldReading[] = []
  const seen = new Set<number>()
  data.slice(0, MOST_ROWS).forEach((row, i) => {
    const line = i + 2
    const number = ({ head, si }: Column): number => {
      const text = (row[head] ?? '').trim()
      return (/^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(text) ? si(Number(text)) : undefined) ?? Number.NaN
    }
    const [timeS, pressurePaAbs, temperatureK] = [number(time), number(pressure), number(temperature)]
    if (!Number.isFinite(timeS)) bad.push({ line, reason: `${time.head} is not a number.` })
    else if (!Number.isFinite(pressurePaAbs) || pressurePaAbs < 0 || pressurePaAbs > MOST_PA)
      bad.push({
        line,
        reason:
          pressure.head === HOLD_COLUMNS[1]
            ? 'pressure_Pa is not an absolute pressure.'
            : `${pressure.head} is not what a ${gauge} gauge shows.`,
      })
    else if (!(temperatureK >= SHOP_K[0] && temperatureK <= SHOP_K[1]))
      bad.push({
        line,
        reason: `${temperature.head} should lie between ${SHOP_K[0]} and ${SHOP_K[1]}${temperature.head === HOLD_COLUMNS[2] ? '' : ' K'}.`,
      })
    else if (seen.has(timeS)) bad.push({ line, reason: `There is a reading at ${timeS} s already.` })
    else {
      seen.add(timeS)
      readings.push({ timeS, pressurePaAbs, temperatureK })
    }
  })
  if (data.length > MOST_ROWS)
    bad.push({ line: MOST_ROWS + 2, reason: `Only the first ${MOST_ROWS} lines are read.` })
  return { readings: readings.sort((a, b) => a.timeS - b.timeS), bad }
}
