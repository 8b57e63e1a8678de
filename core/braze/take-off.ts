import Papa from 'papaparse'
import { METAL_NAMES } from '../metal/base-metals.ts'
import { findTube, TUBES } from '../metal/tubes.ts'
import { costOf, takesOf, type Prices } from '../cost.ts'
import { TAKE_OFF } from './fields.ts'
import { readColumn, withUnitOf, type Column } from '../fields/paste.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { capital } from '../words/trade.ts'
import { planBraze } from './plan-braze.ts'
import { readBraze } from './read.ts'
import { JOINTS } from './types.ts'

/** What a whole list is planned with. */
export interface TakeOffRequest {
  /** The list as pasted: comma-, semicolon- or tab-separated, its first line naming the columns. */
  readonly text: string
  /** A rig as `readBraze` takes it. */
  readonly rig: object
  /** A shop as `readBraze` takes it. */
  readonly shop: object
  readonly units: UnitChoices
  readonly decimalMark: 'ask' | 'comma'
  readonly rodSection: string
  readonly prices: Prices
}

/** One line of the list, planned. Lengths in m, masses in kg, times in s, gases in m³: of all its joints. */
export interface TakeOffLine {
  readonly line: number
  readonly name: string
  readonly count: number
  readonly filler: string
  readonly flux: string
  readonly rodSection: string
  readonly rodEachM: number
  readonly rodM: number
  readonly fluxKg: number
  readonly torchS: number
  readonly fuelM3: number
  readonly oxygenM3: number
  /** Worst things that its plan has to say. */
  readonly minds: readonly string[]
}
/** A line that gives no plan, and why. */
export interface TakeOffFault {
  readonly line: number
  readonly message: string
}
/** What is fetched from the shelf together: one filler, one rod. */
export interface TakeOffBatch {
  readonly filler: string
  readonly rodSection: string
  readonly joints: number
  readonly rodM: number
  /** Whole rods of `ROD_M`, with a stub of each thrown away. */
  readonly rods: number
}
export interface TakeOff {
  readonly lines: readonly TakeOffLine[]
  readonly faults: readonly TakeOffFault[]
  readonly batches: readonly TakeOffBatch[]
  readonly joints: number
  readonly fluxKg: number
  readonly torchS: number
  readonly fuelM3: number
  readonly oxygenM3: number
  /** In the shop's money, gas and torch time; absent without prices. */
  readonly cost?: number | undefined
}

/** Rods are sold this long (20 in), m, and this much of each (2 in) is too short to hold. */
const ROD_M = 0.5
const STUB_M = 0.05
const MOST_LINES = 500
const MOST_TEXT = 200_000

/** "28 mm" or "1/2 L" as a named size, when just one tube answers to it. */
function namedTube(text: string): string | undefined {
  if (findTube(text)) return text
  const plain = text.toLowerCase().replace(/\s+/g, ' ').trim()
  const ends = TUBES.filter((t) => t.name.toLowerCase().endsWith(` ${plain}`))
  return ends.length === 1 ? ends[0]?.name : undefined
}

/**
 * Plans a pasted list of joints, line by line, and gathers what it takes: rod by filler, flux, gas and time. A line
 * that cannot be planned is told with its number and reason; the others count.
 */
export function planTakeOff(
  request: TakeOffRequest,
  told: (done: number, all: number) => void = () => undefined,
): TakeOff {
  const faults: TakeOffFault[] = []
  const lines: TakeOffLine[] = []
  if (request.text.length > MOST_TEXT)
    return total([], [{ line: 1, message: 'That is too long for one list.' }], request)
  const parsed = Papa.parse<string[]>(request.text.replace(/^\uFEFF/, '').trimEnd(), {
    skipEmptyLines: false,
  })
  const [first = [], ...rest] = parsed.data
  const headers = first.map((cell) => readColumn(TAKE_OFF, cell))
  if (!headers.some((h) => h?.field === 'joint')) {
    const message =
      'The first line should name the columns: name, joint, metal (or metalA and metalB), tube (or outsideDiameter (mm) and wall (mm)), depth (mm), overlap (mm), length (mm), clearance (in), count, service, filler. Missing: joint.'
    return total([], [{ line: 1, message }], request)
  }
  first.forEach((cell, i) => {
    if (headers[i] === undefined && cell.trim() !== '')
      faults.push({
        line: 1,
        message: `“${cell.trim().slice(0, 30)}” is not a column known here; it is left out.`,
      })
  })
  rest.slice(0, MOST_LINES).forEach((cells, i) => {
    told(i, Math.min(rest.length, MOST_LINES))
    if (cells.every((c) => c.trim() === '')) return
    const planned = planLine(cells, headers, i + 2, request)
    if ('message' in planned) faults.push(planned)
    else lines.push(planned)
  })
  if (rest.length > MOST_LINES)
    faults.push({ line: MOST_LINES + 2, message: `More than ${MOST_LINES} lines: the rest is left out.` })
  if (lines.length === 0 && faults.length === 0)
    faults.push({ line: 1, message: 'There are no lines under the names of the columns.' })
  return total(lines, faults, request)
}

function planLine(
  cells: readonly string[],
  headers: readonly (Column | undefined)[],
  line: number,
  request: TakeOffRequest,
): TakeOffLine | TakeOffFault {
  const row: Partial<Record<string, string>> = {}
  headers.forEach((h, i) => {
    const cell = (cells[i] ?? '').trim()
    if (!h || cell === '') return
    row[h.field] = withUnitOf(cell, h.unit)
  })
  const metal = (text: string | undefined) => {
    const key = (text ?? row['metal'] ?? '').toLowerCase().trim().replace(/\s+/g, '-')
    return METAL_NAMES.find((m) => m === key) ?? text ?? row['metal'] ?? ''
  }
  const joint = JOINTS.find(
    (j) => j.toLowerCase() === (row['joint'] ?? '').toLowerCase().replace(/[\s-]+/g, ''),
  )
  const tube = row['tube'] === undefined ? undefined : (namedTube(row['tube']) ?? row['tube'])
  const read = readBraze(
    {
      kind: 'braze',
      work: {
        joint: joint ?? row['joint'],
        a: { metal: metal(row['metalA']), tube, outsideDiameter: row['outsideDiameter'], wall: row['wall'] },
        b: { metal: metal(row['metalB'] ?? row['metalA']), wall: row['wallB'], depth: row['depth'] },
        overlap: row['overlap'],
        length: row['length'],
        clearance: row['clearance'],
        count: row['count'],
        service: row['service'],
        filler: row['filler'],
        rodSection: request.rodSection,
      },
      rig: request.rig,
      shop: request.shop,
    },
    { bare: request.units, decimalMark: request.decimalMark },
  )
  if (!read.ok) {
    const [fault] = read.errors
    const field = fault?.field.split('.').slice(1).join(' ') ?? ''
    return {
      line,
      message: `${field === '' ? '' : `${capital(field)}: `}${fault?.message ?? 'This cannot be read.'}`,
    }
  }
  const plan = planBraze(read.request)
  const { count } = read.request.work
  const stop = plan.findings.find((f) => f.rank === 'stop')
  const takes = takesOf(plan)
  if (stop || !takes || plan.choice.filler === null)
    return { line, message: stop ? `${stop.title}. ${stop.text}` : 'This gives no plan.' }
  const rodEachM = plan.figures.rodLength?.value ?? 0
  return {
    line,
    name: row['name'] ?? `Line ${line}`,
    count,
    filler: plan.choice.filler,
    flux: plan.choice.flux,
    rodSection: request.rodSection,
    rodEachM,
    rodM: rodEachM * count,
    fluxKg: (plan.figures.fluxMass?.value ?? 0) * count,
    torchS: takes.torchS * count,
    fuelM3: takes.fuelM3 * count,
    oxygenM3: takes.oxygenM3 * count,
    minds: plan.findings.filter((f) => f.rank === 'mind').map((f) => f.title),
  }
}

function total(
  lines: readonly TakeOffLine[],
  faults: readonly TakeOffFault[],
  { prices }: TakeOffRequest,
): TakeOff {
  const sum = (of: (l: TakeOffLine) => number) => lines.reduce((s, l) => s + of(l), 0)
  const keys = [...new Set(lines.map((l) => `${l.filler}|${l.rodSection}`))]
  const batches = keys.map((key): TakeOffBatch => {
    const own = lines.filter((l) => `${l.filler}|${l.rodSection}` === key)
    const rodM = own.reduce((s, l) => s + l.rodM, 0)
    return {
      filler: own[0]?.filler ?? '',
      rodSection: own[0]?.rodSection ?? '',
      joints: own.reduce((s, l) => s + l.count, 0),
      rodM,
      rods: Math.ceil(rodM / (ROD_M - STUB_M) - 1e-9),
    }
  })
  const takes = {
    torchS: sum((l) => l.torchS),
    fuelM3: sum((l) => l.fuelM3),
    oxygenM3: sum((l) => l.oxygenM3),
  }
  return {
    lines,
    faults,
    batches: batches.sort((a, b) => b.joints - a.joints),
    joints: sum((l) => l.count),
    fluxKg: sum((l) => l.fluxKg),
    ...takes,
    cost: lines.length === 0 ? undefined : costOf({ ...takes, cleanUpS: 0 }, prices),
  }
}
