import { Command } from 'commander'
import { judgeHold, type PressureResult } from '#core/check/pressure-test.ts'
import { readHold, type HoldRead } from '#core/check/readings.ts'
import { judgeTrade } from '#core/check/trade-verdict.ts'
import { USUAL_AMBIENT_PA } from '#core/check/test-record.ts'
import { judgeVacuum, VACUUM_TARGET_PA } from '#core/check/vacuum-test.ts'
import { countedFromNothing, parseQuantity, type GaugeKind, type Kind } from '#core/quantity/index.ts'
import { BadInput, print, readText } from './io.ts'

/** A quantity of an option, in SI and above nothing; undefined when it was not given. */
function option(text: string | undefined, kind: Kind, field: string): number | undefined {
  if (text === undefined) return undefined
  const read = parseQuantity(text, kind)
  if (!read.ok) throw new BadInput(field, read.message, read.choices)
  if (read.bare) throw new BadInput(field, `${text} of what? Give the ${field} with its unit.`)
  if (!(read.value > 0)) throw new BadInput(field, `The ${field} should be above nothing.`)
  return read.value
}

/** The readings of a file; one without a single good row is refused with its first fault. */
function readFile(file: string, gauge: GaugeKind): HoldRead {
  const read = readHold(readText(file), gauge)
  const [first] = read.bad
  if (read.readings.length === 0)
    throw new BadInput('', first ? `Line ${first.line}: ${first.reason}` : 'There are no readings in it.')
  return read
}

/** How deep a vacuum has to be, Pa absolute; undefined when it was not given. */
function depthOption(text: string | undefined): number | undefined {
  if (text === undefined) return undefined
  const read = parseQuantity(text, 'pressure')
  const counted = read.ok ? countedFromNothing(read, 'vacuum', USUAL_AMBIENT_PA) : read
  if (!counted.ok) throw new BadInput('target', counted.message, counted.choices)
  if (!(counted.paAbs > 0)) throw new BadInput('target', 'The target should be above nothing.')
  return counted.paAbs
}

const minutes = (s: number | undefined) => (s === undefined ? {} : { waitMinutes: Math.ceil(s / 60) })

/** Seconds of a unit of time, by what it is called. */
const TIMES: Readonly<Partial<Record<string, number>>> = {
  s: 1,
  min: 60,
  h: 3600,
  hr: 3600,
  hour: 3600,
  day: 86_400,
}

/** A pressure over a time, in Pa/s: "0.5 psi/h"; undefined when it was not given. */
function lossOption(text: string | undefined, field: string): number | undefined {
  if (text === undefined) return undefined
  const [, pressure, time] = /^(.*)\/\s*([a-z]+)\s*$/i.exec(text) ?? []
  const seconds = TIMES[(time ?? '').toLowerCase()]
  if (pressure === undefined || seconds === undefined)
    throw new BadInput(field, `Give the loss as a pressure over a time, for instance "0.5 psi/h".`)
  const pa = option(pressure, 'pressure', field)
  return pa === undefined ? undefined : pa / seconds
}

/** How well a temperature is known, K: "0.5 K" or "1 F"; undefined when it was not given. */
function spreadOption(text: string | undefined, field: string): number | undefined {
  if (text === undefined) return undefined
  const [, number, unit] = /^\s*(\d+(?:[.,]\d+)?)\s*°?\s*(K|C|F)\s*$/i.exec(text) ?? []
  const kelvin = Number((number ?? '').replace(',', '.')) / (unit?.toUpperCase() === 'F' ? 1.8 : 1)
  if (unit === undefined || !(kelvin > 0))
    throw new BadInput(field, 'Give it as a difference of temperature, for instance "0.5 K" or "1 F".')
  return kelvin
}

interface PressureOptions {
  readonly volume: string
  readonly division?: string
  readonly limit?: string
  readonly hold?: string
  readonly allowed?: string
  readonly thermometer?: string
}

function pressure(file: string, options: PressureOptions): void {
  const volumeM3 = option(options.volume, 'volume', 'volume') ?? 0
  const divisionPa = option(options.division, 'pressure', 'division')
  const allowed = lossOption(options.allowed, 'allowed')
  const limit =
    option(options.limit, 'leak', 'limit') ?? (allowed === undefined ? undefined : allowed * volumeM3)
  const askedS = option(options.hold, 'time', 'hold')
  const thermometerK = spreadOption(options.thermometer, 'thermometer')
  const { readings, bad } = readFile(file, 'pressure')
  const r = judgeHold({ readings, volumeM3, divisionPa, limit, temperatureErrorK: thermometerK })
  // what feeds a line hides what it loses: nobody tells a file whether it does
  const trade = judgeTrade({ readings, divisionPa, thermometerK, askedS: askedS ?? 0, supplyOff: true })
  const led = askedS !== undefined
  print({
    verdict: led ? trade.verdict : r.verdict,
    rate: r.rate,
    uncertainty: r.uncertainty,
    because: led
      ? `${trade.because} Nobody tells a file of readings whether the supply was off: it counts as taken off.`
      : r.because,
    detectable: trade.detectablePaPerHour,
    ways: led ? trade.ways : waysOf(r),
    ...(led && (options.allowed ?? options.limit) !== undefined
      ? { finer: { verdict: r.verdict, because: r.because } }
      : {}),
    unit: 'Pa m3/s',
    limit: r.limit,
    drop: {
      value: r.dropPa,
      uncertainty: r.dropUncertaintyPa,
      perHour: (r.dropPa * 3600) / (r.holdS || 1),
      unit: 'Pa',
    },
    gramsPerYear: { value: r.gramsPerYear, gas: 'nitrogen' },
    hold: { value: r.holdS, unit: 's' },
    readings: r.count,
    ...minutes(led ? trade.waitS : r.waitS),
    bad,
  })
}

/** What may be done about a finer verdict. */
const waysOf = ({ verdict, waitS }: PressureResult): readonly string[] =>
  verdict === 'leaks'
    ? ['Let it down, and look for it with solution at 25 psi or less.']
    : verdict === 'holds'
      ? ['Nothing more: the upper end of the leak is under the limit.']
      : [
          waitS === undefined
            ? 'A finer gauge, a thermometer on the pipe, or the length that it has to stand: --hold decides by two readings.'
            : `Read on for ${Math.ceil(waitS / 60)} min more, or say with --hold how long it has to stand.`,
        ]

function vacuum(file: string, options: { volume?: string; target?: string }): void {
  const volumeM3 = option(options.volume, 'volume', 'volume')
  const targetPaAbs = depthOption(options.target) ?? VACUUM_TARGET_PA
  const { readings, bad } = readFile(file, 'vacuum')
  const r = judgeVacuum({ readings, volumeM3, targetPaAbs })
  print({
    verdict: r.verdict,
    rate: r.rate,
    uncertainty: r.uncertainty,
    because: r.because,
    unit: volumeM3 === undefined ? 'Pa/s' : 'Pa m3/s',
    limit: r.limit,
    target: { value: r.targetPaAbs, unit: 'Pa', reference: 'absolute' },
    level: r.levelPaAbs === undefined ? null : { value: r.levelPaAbs, unit: 'Pa', reference: 'absolute' },
    waterVapour: { value: r.vapourPa, unit: 'Pa', reference: 'absolute' },
    curves: r.curves.map((c) => ({ name: c.name, aicc: Number.isFinite(c.aicc) ? c.aicc : null })),
    hold: { value: r.holdS, unit: 's' },
    readings: r.count,
    ...minutes(r.waitS),
    bad,
  })
}

/** `wimble test pressure` and `wimble test vacuum`. */
export function testCommand(): Command {
  const test = new Command('test')
    .description('judge the readings of a pressure or a vacuum test')
    .exitOverride()
  const columns =
    'CSV with time_s, pressure_Pa (absolute) and temperature_K, or the same in other units (time_min, pressure_psi, temperature_F), or - for standard input'
  test
    .command('pressure')
    .argument('<file>', columns)
    .requiredOption('--volume <volume>', 'of the line under pressure, for instance "3 l"')
    .option('--division <pressure>', 'smallest division of the gauge')
    .option('--limit <rate>', 'leak that may not be exceeded, for instance "0.05 Pa·m³/s"')
    .option('--hold <time>', 'how long it has to stand: the trade’s verdict, from as few as two readings')
    .option('--allowed <loss>', 'loss that is allowed, for instance "0.5 psi/h"')
    .option('--thermometer <difference>', 'how well the temperature is known: 0.25 K when not given')
    .description('whether a line holds')
    .action(pressure)
  test
    .command('vacuum')
    .argument('<file>', columns)
    .option('--volume <volume>', 'of the line')
    .option('--target <pressure>', 'depth that is wanted, absolute: 500 micron when not given')
    .description('whether a line is dry and tight')
    .action(vacuum)
  return test
}
