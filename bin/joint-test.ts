import { Command } from 'commander'
import { judgeHold } from '#core/check/pressure-test.ts'
import { readHold, type HoldRead } from '#core/check/readings.ts'
import { judgeVacuum, VACUUM_TARGET_PA } from '#core/check/vacuum-test.ts'
import { parseQuantity, type Kind } from '#core/quantity/index.ts'
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
function readFile(file: string): HoldRead {
  const read = readHold(readText(file))
  const [first] = read.bad
  if (read.readings.length === 0)
    throw new BadInput('', first ? `Line ${first.line}: ${first.reason}` : 'There are no readings in it.')
  return read
}

const minutes = (s: number | undefined) => (s === undefined ? {} : { waitMinutes: Math.ceil(s / 60) })

function pressure(file: string, options: { volume: string; division?: string; limit?: string }): void {
  const volumeM3 = option(options.volume, 'volume', 'volume') ?? 0
  const divisionPa = option(options.division, 'pressure', 'division')
  const limit = option(options.limit, 'leak', 'limit')
  const { readings, bad } = readFile(file)
  const r = judgeHold({ readings, volumeM3, divisionPa, limit })
  print({
    verdict: r.verdict,
    rate: r.rate,
    uncertainty: r.uncertainty,
    because: r.because,
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
    ...minutes(r.waitS),
    bad,
  })
}

function vacuum(file: string, options: { volume?: string; target?: string }): void {
  const volumeM3 = option(options.volume, 'volume', 'volume')
  const targetPaAbs = option(options.target, 'pressure', 'target') ?? VACUUM_TARGET_PA
  const { readings, bad } = readFile(file)
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
  const columns = 'CSV with time_s, pressure_Pa (absolute) and temperature_K, or - for standard input'
  test
    .command('pressure')
    .argument('<file>', columns)
    .requiredOption('--volume <volume>', 'of the line under pressure, for instance "3 l"')
    .option('--division <pressure>', 'smallest division of the gauge')
    .option('--limit <rate>', 'leak that may not be exceeded, for instance "0.05 Pa·m³/s"')
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
