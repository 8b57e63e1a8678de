import type { FieldError } from '../figure.ts'
import { FUEL_IDS, HOSE_GRADES } from '../gas/fuels.ts'
import { CHART_HOSE } from '../gas/hose.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { UNITS, type UnitId } from '../quantity/index.ts'
import { INCH_UNITS, usualDivision, type UnitChoices } from '../shop.ts'
import { CHART_FIELDS, readChartRow } from './read-chart.ts'
import { readWork } from './read-work.ts'
import { blank, BOUNDS, isRecord, Reader, readHose, readRows, type Bounds, type Json } from './reader.ts'
import {
  GUIDES,
  HANDLINGS,
  HANDS,
  PIPINGS,
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
  'fuel',
  'tipOrifice',
  'tipPieces',
  'tipRadius',
  'handling',
  'hand',
  'guide',
  'guideHeight',
  'dial',
  'tipBelowCollar',
  'oxygenHose',
  'fuelHose',
  'hoseGrade',
  'piping',
  'oxygenPurity',
  'chart',
  'kerfLog',
  'oxygenGaugeDivision',
  'fuelGaugeDivision',
  'fuelLockUp',
  'oxygenRating',
  'fuelRating',
  'acetyleneCylinder',
  'acetyleneCylinders',
  'cylinders',
]
/** Tip below the collar when nothing is said: 1 in. */
const USUAL_COLLAR_M = 0.0254
const USUAL_PURITY = 0.995

/** Cylinders as they stand there: rated full contents, and what is left of them. */
export interface Cylinders {
  acetyleneM3: number
  acetyleneCount: number
  oxygenLeftM3: number | undefined
  fuelLeftM3: number | undefined
}

/**
 * `cylinders`: a list of { gas, size, left?, count? }, or { gas: size }; a bare number is how many cylinders of
 * `acetyleneCylinder` are manifolded. Sizes and contents of gas at 70 F and 1 atm.
 */
export function readCylinders(r: Reader, asked: unknown, fuel: string): Cylinders {
  const value = isRecord(asked)
    ? Object.entries(asked).map(([key, size]) =>
        isRecord(size) ? { gas: key, ...size } : { gas: key, size },
      )
    : typeof asked === 'number' || (typeof asked === 'string' && asked.trim() !== '')
      ? []
      : asked
  const found: Cylinders = {
    acetyleneM3: 0,
    acetyleneCount: 0,
    oxygenLeftM3: undefined,
    fuelLeftM3: undefined,
  }
  readRows(r, value, 'rig.cylinders', ['gas', 'size', 'left', 'count'], (row, path) => {
    const gas = r.word(row['gas'], `${path}.gas`, ['oxygen', ...FUEL_IDS] as const)
    const size = r.maybe(row['size'], `${path}.size`, BOUNDS.volume)
    const left = r.maybe(row['left'], `${path}.left`, BOUNDS.volume)
    const count = r.count(row['count'], `${path}.count`, 'the number of cylinders', 1, 50)
    const full = size === undefined ? undefined : size * count
    if (gas === 'oxygen') found.oxygenLeftM3 = (found.oxygenLeftM3 ?? 0) + (left ?? full ?? 0)
    else if (gas !== undefined && gas === fuel) {
      found.fuelLeftM3 = (found.fuelLeftM3 ?? 0) + (left ?? full ?? 0)
      if (gas === 'acetylene') {
        found.acetyleneM3 += full ?? 0
        found.acetyleneCount += count
      }
    }
    return true
  })
  return found
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
  const pressure = (name: string, bounds: Bounds = BOUNDS.pressure) =>
    r.maybe(rig[name], `rig.${name}`, bounds)
  const fuel = r.word(rig['fuel'], 'rig.fuel', FUEL_IDS) ?? 'acetylene'
  const pieces = blank(rig['tipPieces'])
    ? undefined
    : r.word(String(rig['tipPieces']), 'rig.tipPieces', ['1', '2'] as const)
  const one = r.maybe(rig['acetyleneCylinder'], 'rig.acetyleneCylinder', BOUNDS.volume)
  const plain = ['number', 'string'].includes(typeof rig['cylinders'])
  const count = plain
    ? r.count(rig['cylinders'], 'rig.cylinders', 'the number of cylinders', 1, 50)
    : r.count(rig['acetyleneCylinders'], 'rig.acetyleneCylinders', 'the number of cylinders', 1, 50)
  const cylinders = readCylinders(r, rig['cylinders'], fuel)
  return {
    fuel,
    tipPieces: pieces === undefined ? undefined : pieces === '1' ? 1 : 2,
    hoseGrade: blank(rig['hoseGrade']) ? undefined : r.word(rig['hoseGrade'], 'rig.hoseGrade', HOSE_GRADES),
    piping: r.word(rig['piping'], 'rig.piping', PIPINGS, 'none') ?? 'none',
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
    oxygenHose,
    fuelHose: readHose(r, rig, 'fuelHose', oxygenHose),
    oxygenPurity: r.or(rig['oxygenPurity'], 'rig.oxygenPurity', BOUNDS.purity, USUAL_PURITY),
    chart: readRows(r, rig['chart'], 'rig.chart', CHART_FIELDS, (row, path) => readChartRow(r, row, path)),
    kerfLog: readRows(
      r,
      rig['kerfLog'],
      'rig.kerfLog',
      ['orifice', 'thickness', 'kerf', 'handling'],
      (row, path) => readKerf(r, row, path),
    ),
    oxygenDivisionPa:
      pressure('oxygenGaugeDivision', BOUNDS.division) ?? usualDivision(units.pressure, 'oxygen'),
    fuelDivisionPa: pressure('fuelGaugeDivision', BOUNDS.division) ?? usualDivision(units.pressure, 'fuel'),
    fuelLockUpPa: pressure('fuelLockUp'),
    oxygenRatingPa: pressure('oxygenRating'),
    fuelRatingPa: pressure('fuelRating'),
    acetyleneCylinderM3:
      cylinders.acetyleneM3 > 0 ? cylinders.acetyleneM3 : one === undefined ? undefined : one * count,
    acetyleneCylinders: cylinders.acetyleneM3 > 0 ? cylinders.acetyleneCount : count,
    oxygenLeftM3: cylinders.oxygenLeftM3,
    fuelLeftM3: cylinders.fuelLeftM3,
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

/** The units that a shop asks its answers in; those it does not name are inches and psi. */
export function readUnits(r: Reader, value: unknown): UnitChoices {
  if (value === undefined) return INCH_UNITS
  if (!isRecord(value)) {
    r.fail('shop.units', 'Units should be a group: length, pressure, flow, speed, temperature, volume, mass.')
    return INCH_UNITS
  }
  const units: Record<string, UnitId> = { ...INCH_UNITS }
  for (const [kind, id] of Object.entries(value)) {
    const unit = UNITS.find((u) => u.id === id && u.kind === kind)
    if (unit && kind in INCH_UNITS) units[kind] = unit.id
    else r.fail(`shop.units.${kind}`, `“${String(id).slice(0, 20)}” is not a unit for ${kind}.`)
  }
  return units as unknown as UnitChoices
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
  const shop: Shop = {
    altitudeM: r.or(shopIn['altitude'], 'shop.altitude', BOUNDS.altitude, 0),
    airK: r.or(shopIn['airTemperature'], 'shop.airTemperature', BOUNDS.air, STANDARD_TEMPERATURE_K),
    units: readUnits(r, shopIn['units']),
  }
  const request: CutRequest = {
    work: readWork(r, input),
    rig: readRig(r, input, shop.units),
    shop,
    usual: readUsual(r, input),
    ignored: r.ignored,
  }
  return r.errors.length > 0 ? { ok: false, errors: r.errors } : { ok: true, request }
}
