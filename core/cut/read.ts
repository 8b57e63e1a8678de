import type { FieldError } from '../figure.ts'
import { USUAL } from './fields.ts'
import { BRAZE_GEAR, CHART_ROW, CUT_RIG, DIAL_ROW, KERF_ROW, PLACE, SUPPLY } from '../rig/fields.ts'
import { blank, Reader, readFields, readRows, sectionOf } from '../fields/reader.ts'
import { isRecord, type Json } from '../objects.ts'
import { FUEL_IDS } from '../gas/fuels.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { readChartRow, withBores } from './read-chart.ts'
import { readPlace, readSupply } from './read-supply.ts'
import { readWork } from './read-work.ts'
import type { CutRequest, CutRig, DialPoint, MeasuredKerf, Shop, Usual } from './types.ts'

/** What was read, or every field that could not be. */
export type ReadCut =
  | { readonly ok: true; readonly request: CutRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

function readKerf(r: Reader, row: Json, path: string): MeasuredKerf | undefined {
  const read = readFields(r, row, KERF_ROW, path)
  return Number.isNaN(read.orificeM + read.thicknessM + read.kerfM) ? undefined : read
}

const DIAL_EXAMPLE = 'Write each point as dial: speed, for instance 20: 6 in/min; 60: 20 in/min.'
const MOST_DIAL = 1000

/** Calibration points as rows { dial, speed }, or typed: "20: 6 in/min; 60: 20 in/min". Two or more, rising. */
function readDial(r: Reader, asked: unknown): readonly DialPoint[] {
  if (blank(asked)) return []
  const rows: unknown =
    typeof asked === 'string'
      ? asked
          .split(/[;\n]+/)
          .filter((part) => part.trim() !== '')
          .map((part) => {
            const [dial = '', speed = ''] = part.split(/[:=]/)
            return { dial, speed }
          })
      : asked
  const before = r.errors.length
  const points = readRows(r, rows, 'rig.dial', Object.keys(DIAL_ROW), (row, path): DialPoint | undefined => {
    const dial = Number(row['dial'])
    const speed = r.quantity(row['speed'], path, DIAL_ROW.speed.bounds)
    if (String(row['dial'] ?? '').trim() === '' || !(dial >= 0 && dial <= MOST_DIAL)) {
      r.fail(path, DIAL_EXAMPLE)
      return undefined
    }
    return speed === undefined ? undefined : { dial, speed }
  }).sort((a, b) => a.speed - b.speed)
  // the field of a form is one line: its fault stands at the line
  const [fault] = r.errors.splice(before)
  if (fault) r.fail('rig.dial', fault.message)
  else if (points.length < 2) r.fail('rig.dial', `Two points or more. ${DIAL_EXAMPLE}`)
  else if (points.some((p, i) => i > 0 && p.dial <= (points[i - 1]?.dial ?? Infinity)))
    r.fail('rig.dial', 'The dial should rise with the speed.')
  return points
}

/** Shapes of what lies in the box, as far as they are more than straight; faults in it are the brazing plan's to tell. */
function boxShapes(box: unknown): readonly string[] {
  const rows: readonly unknown[] = Array.isArray(box) ? box : []
  return rows.flatMap((row) => {
    const shape = isRecord(row) ? row['shape'] : undefined
    return typeof shape === 'string' && shape !== 'straight' ? [shape] : []
  })
}

function readRig(r: Reader, input: Json, units: UnitChoices): CutRig {
  // what a torch is brazed with stands in the same rig, and is none of a cut's
  const { box, flow } = BRAZE_GEAR
  const rig = sectionOf(r, input, 'rig', { ...SUPPLY, ...CUT_RIG, box, flow })
  const fuel = r.word(rig['fuel'], 'rig.fuel', FUEL_IDS) ?? 'acetylene'
  const said = readFields(r, rig, CUT_RIG, 'rig')
  if (said.guide !== 'none' && blank(rig['tipRadius']))
    r.fail('rig.tipRadius', 'Give the radius of the tip where it rides the guide, or choose no guide.')
  return {
    ...readSupply(r, rig, fuel, units),
    ...said,
    dial: readDial(r, rig['dial']),
    chart: withBores(
      readRows(r, rig['chart'], 'rig.chart', Object.keys(CHART_ROW), (row, path) =>
        readChartRow(r, row, path),
      ),
    ),
    ownCuts: [],
    boxShapes: boxShapes(rig['box']),
    held: {},
    kerfLog: readRows(r, rig['kerfLog'], 'rig.kerfLog', Object.keys(KERF_ROW), (row, path) =>
      readKerf(r, row, path),
    ),
  }
}

/** The habit: both pressures or none. */
function readUsual(r: Reader, input: Json): Usual | undefined {
  if (input['usual'] === undefined || input['usual'] === null) return undefined
  const usual = sectionOf(r, input, 'usual', USUAL)
  if (blank(usual['oxygen']) && blank(usual['fuel'])) return undefined
  const oxygenPa = r.quantity(usual['oxygen'], 'usual.oxygen', USUAL.oxygen.bounds)
  const fuelPa = r.quantity(usual['fuel'], 'usual.fuel', USUAL.fuel.bounds)
  const tipOrificeM = r.maybe(usual['tip'], 'usual.tip', USUAL.tip.bounds)
  const { set } = readFields(r, usual, { set: USUAL.set }, 'usual')
  return oxygenPa === undefined || fuelPa === undefined ? undefined : { oxygenPa, fuelPa, tipOrificeM, set }
}

/**
 * Reads a cut as it is typed (the form that the command line takes and that pieces are stored in).
 * @param input `{ kind: 'cut', work, rig, shop, usual? }`, every quantity as text with its unit
 * @param options `bare`: units that bare numbers take, as in the fields of a form; without it a bare length is inches.
 *   A bare pressure or temperature is refused either way. `decimalMark`: see `parseQuantity`
 * @returns the request in SI, or every field that could not be read, with a sentence each. Never throws.
 */
export function readCut(
  input: unknown,
  options: { bare?: UnitChoices; decimalMark?: 'ask' | 'comma' } = {},
): ReadCut {
  const r = new Reader(options.bare, options.decimalMark ?? 'ask')
  if (!isRecord(input))
    return {
      ok: false,
      errors: [{ field: '', message: 'This is not a cut: a group with kind, work and rig is wanted.' }],
    }
  if (input['kind'] !== 'cut') r.fail('kind', 'The kind should be “cut”.')
  r.ignored.push(...Object.keys(input).filter((k) => !['kind', 'work', 'rig', 'shop', 'usual'].includes(k)))
  const shopIn = sectionOf(r, input, 'shop', PLACE)
  const shop: Shop = readPlace(r, shopIn)
  const request: CutRequest = {
    work: readWork(r, input),
    rig: readRig(r, input, shop.units),
    shop,
    usual: readUsual(r, input),
    ignored: r.ignored,
  }
  return r.errors.length > 0 ? { ok: false, errors: r.errors } : { ok: true, request }
}
