import Papa from 'papaparse'

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

/** The columns of a file of readings: seconds, Pa absolute, K. */
export const HOLD_COLUMNS = ['time_s', 'pressure_Pa', 'temperature_K'] as const
const MOST_ROWS = 500_000
/** No gauge here reads more, and no shop is colder or hotter. */
const MOST_PA = 1e8
const SHOP_K = [200, 400] as const

/** Reads a hold from CSV with the columns of `HOLD_COLUMNS`; rows out of order are put in order, doubles are bad. */
export function readHold(csv: string): HoldRead {
  const { data, meta } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim(),
  })
  const missing = HOLD_COLUMNS.filter((c) => !(meta.fields ?? []).includes(c))
  if (missing.length > 0)
    return {
      readings: [],
      bad: [
        {
          line: 1,
          reason: `The first line should name the columns ${HOLD_COLUMNS.join(', ')}; there is no ${missing.join(', ')}.`,
        },
      ],
    }
  const bad: { line: number; reason: string }[] = []
  const readings: HoldReading[] = []
  const seen = new Set<number>()
  data.slice(0, MOST_ROWS).forEach((row, i) => {
    const line = i + 2
    const [timeS, pressurePaAbs, temperatureK] = HOLD_COLUMNS.map((c) => {
      const text = (row[c] ?? '').trim()
      return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(text) ? Number(text) : Number.NaN
    }) as [number, number, number]
    if (!Number.isFinite(timeS)) bad.push({ line, reason: 'time_s is not a number.' })
    else if (!Number.isFinite(pressurePaAbs) || pressurePaAbs < 0 || pressurePaAbs > MOST_PA)
      bad.push({ line, reason: 'pressure_Pa is not an absolute pressure.' })
    else if (!(temperatureK >= SHOP_K[0] && temperatureK <= SHOP_K[1]))
      bad.push({ line, reason: `temperature_K should lie between ${SHOP_K[0]} and ${SHOP_K[1]}.` })
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
