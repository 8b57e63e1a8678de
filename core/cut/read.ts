import type { FieldError } from '../figure.ts'
import { FUEL_IDS } from '../gas/fuels.ts'
import { CHART_HOSE } from '../gas/hose.ts'
import type { UnitChoices } from '../shop.ts'
import { CHART_FIELDS, readChartRow } from './read-chart.ts'
import { readPlace, readSupply, SUPPLY_FIELDS } from './read-supply.ts'
import { readWork } from './read-work.ts'
import { blank, BOUNDS, isRecord, Reader, readHose, readRows, type Json } from './reader.ts'
import {
  GUIDES,
  HANDLINGS,
  HANDS,
  type CutRequest,
  type CutRig,
  type DialPoint,
  type Guide,
  type Handling,
  type MeasuredKerf,
  type Shop,
  type Usual,
} from './types.ts'

/** What was read, or every field that could not be. */
export type ReadCut =
  | { readonly ok: true; readonly request: CutRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

function readKerf(r: Reader, row: Json, path: string): MeasuredKerf | undefined {
  const orificeM = r.quantity(row['orifice'], `${path}.orifice`, BOUNDS.orifice)
  const thicknessM = r.quantity(row['thickness'], `${path}.thickness`, BOUNDS.thickness)
  const kerfM = r.quantity(row['kerf'], `${path}.kerf`, BOUNDS.kerf)
  const handling = r.word<Handling | 'not-said'>(
    row['handling'],
    `${path}.handling`,
    [...HANDLINGS, 'not-said'],
    'not-said',
  )
  if (orificeM === undefined || thicknessM === undefined || kerfM === undefined || handling === undefined)
    return undefined
  return { orificeM, thicknessM, kerfM, handling }
}

const RIG_FIELDS = [
  ...SUPPLY_FIELDS,
  'fuel',
  'tipOrifice',
  'tipRadius',
  'handling',
  'hand',
  'guide',
  'guideHeight',
  'dial',
  'tipBelowCollar',
  'oxygenPurity',
  'chart',
  'kerfLog',
]
/** Tip below the collar when nothing is said: 1 in. */
const USUAL_COLLAR_M = 0.0254
const USUAL_PURITY = 0.995

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
  const points = readRows(r, rows, 'rig.dial', ['dial', 'speed'], (row, path): DialPoint | undefined => {
    const dial = Number(row['dial'])
    const speed = r.quantity(row['speed'], path, BOUNDS.speed)
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

function readRig(r: Reader, input: Json, units: UnitChoices): CutRig {
  const rig = r.section(input, 'rig', RIG_FIELDS)
  const guide: Guide = r.word(rig['guide'], 'rig.guide', GUIDES, 'none') ?? 'none'
  const oxygenHose = readHose(r, rig, 'oxygenHose', CHART_HOSE)
  if (guide !== 'none' && blank(rig['tipRadius']))
    r.fail('rig.tipRadius', 'Give the radius of the tip where it rides the guide, or choose no guide.')
  const fuel = r.word(rig['fuel'], 'rig.fuel', FUEL_IDS) ?? 'acetylene'
  return {
    fuel,
    ...readSupply(r, rig, fuel, oxygenHose, units),
    hand: r.word(rig['hand'], 'rig.hand', HANDS, 'right') ?? 'right',
    guideHeightM: r.maybe(rig['guideHeight'], 'rig.guideHeight', BOUNDS.guideHeight),
    tipOrificeM: r.maybe(rig['tipOrifice'], 'rig.tipOrifice', BOUNDS.orifice),
    tipRadiusM: r.maybe(rig['tipRadius'], 'rig.tipRadius', BOUNDS.radius),
    handling:
      r.word<Handling | 'not-said'>(
        rig['handling'],
        'rig.handling',
        [...HANDLINGS, 'not-said'],
        'not-said',
      ) ?? 'not-said',
    guide,
    tipBelowCollarM: r.or(rig['tipBelowCollar'], 'rig.tipBelowCollar', BOUNDS.collar, USUAL_COLLAR_M),
    dial: readDial(r, rig['dial']),
    oxygenPurity: r.or(rig['oxygenPurity'], 'rig.oxygenPurity', BOUNDS.purity, USUAL_PURITY),
    chart: readRows(r, rig['chart'], 'rig.chart', CHART_FIELDS, (row, path) => readChartRow(r, row, path)),
    ownCuts: [],
    kerfLog: readRows(
      r,
      rig['kerfLog'],
      'rig.kerfLog',
      ['orifice', 'thickness', 'kerf', 'handling'],
      (row, path) => readKerf(r, row, path),
    ),
  }
}

/** The habit: both pressures or none. */
function readUsual(r: Reader, input: Json): Usual | undefined {
  if (input['usual'] === undefined || input['usual'] === null) return undefined
  const usual = r.section(input, 'usual', ['oxygen', 'fuel', 'tip'])
  if (blank(usual['oxygen']) && blank(usual['fuel'])) return undefined
  const oxygenPa = r.quantity(usual['oxygen'], 'usual.oxygen', BOUNDS.pressure)
  const fuelPa = r.quantity(usual['fuel'], 'usual.fuel', BOUNDS.pressure)
  const tipOrificeM = r.maybe(usual['tip'], 'usual.tip', BOUNDS.orifice)
  return oxygenPa === undefined || fuelPa === undefined ? undefined : { oxygenPa, fuelPa, tipOrificeM }
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
  const shopIn = r.section(input, 'shop', ['altitude', 'airTemperature', 'units'])
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
