import type { FieldError } from '../figure.ts'
import { CHART_HOSE, type Hose } from '../gas/hose.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { parseQuantity, toSi, UNITS, type Kind, type UnitId } from '../quantity/index.ts'
import { INCH_UNITS, usualDivision, type UnitChoices } from '../shop.ts'
import {
  GUIDES,
  HANDLINGS,
  METALS,
  PLACES,
  SURFACES,
  type ChartRow,
  type CutRequest,
  type CutRig,
  type CutWork,
  type Guide,
  type Handling,
  type MeasuredKerf,
  type Shop,
} from './types.ts'

/** What was read, or every field that could not be. */
export type ReadCut =
  | { readonly ok: true; readonly request: CutRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

interface Bounds {
  readonly kind: Kind
  readonly min: number
  readonly max: number
  /** What it is, for the sentence: "the thickness". */
  readonly what: string
  readonly says: string
}

const M = (what: string, min: number, max: number, says: string): Bounds => ({
  kind: 'length',
  min,
  max,
  what,
  says,
})
const PSI_500 = toSi(500, 'psi')
const BOUNDS = {
  thickness: M('the thickness', 0.0002, 2, '0.2 mm to 2 m'),
  length: M('the length', 0.001, 200, '1 mm to 200 m'),
  orifice: M("the tip's orifice", 0.0003, 0.004, '0.012 to 0.157 in (0.3 to 4 mm)'),
  radius: M("the tip's radius", 0.001, 0.06, '1 to 60 mm'),
  hoseLength: M('the hose length', 0.3, 150, '1 to 490 ft (0.3 to 150 m)'),
  bore: M('the hose bore', 0.002, 0.03, '2 to 30 mm'),
  collar: M('the tip below the collar', 0.001, 0.3, '1 to 300 mm'),
  kerf: M('the kerf', 0.0001, 0.05, '0.1 to 50 mm'),
  altitude: M('the altitude', -400, 5000, '−400 to 5000 m'),
  plate: {
    kind: 'temperature',
    min: 213.15,
    max: 1000,
    what: 'the plate temperature',
    says: '−60 to 720 °C',
  },
  air: { kind: 'temperature', min: 213.15, max: 343.15, what: 'the air temperature', says: '−60 to 70 °C' },
  pressure: {
    kind: 'pressure',
    min: 1,
    max: PSI_500,
    what: 'the pressure',
    says: 'above 0 and up to 500 psi',
  },
  division: { kind: 'pressure', min: 100, max: 200_000, what: 'the gauge division', says: '1 mbar to 2 bar' },
  speed: { kind: 'speed', min: 1e-5, max: 0.2, what: 'the speed', says: '0.03 to 470 in/min' },
  purity: { kind: 'share', min: 0.5, max: 1, what: 'the oxygen purity', says: '50 to 100 %' },
  volume: { kind: 'volume', min: 0.01, max: 1000, what: 'the contents', says: '10 l to 1000 m³' },
} as const satisfies Record<string, Bounds>

type Json = Readonly<Record<string, unknown>>
const isRecord = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v)
const blank = (v: unknown) => v === undefined || v === null || (typeof v === 'string' && v.trim() === '')

/** Reads fields and gathers what is wrong with them, so that a form can show it all at once. */
class Reader {
  readonly errors: FieldError[] = []
  readonly ignored: string[] = []

  constructor(
    private readonly bare: UnitChoices | undefined,
    private readonly decimalMark: 'ask' | 'comma',
  ) {}

  fail(field: string, message: string, choices?: FieldError['choices']): undefined {
    this.errors.push(choices ? { field, message, choices } : { field, message })
    return undefined
  }

  section(parent: Json, name: string, known: readonly string[], path = name): Json {
    const value = parent[name]
    if (value !== undefined && !isRecord(value)) this.fail(path, `“${path}” should be a group of fields.`)
    const section = isRecord(value) ? value : {}
    this.ignored.push(
      ...Object.keys(section)
        .filter((k) => !known.includes(k))
        .map((k) => `${path}.${k}`),
    )
    return section
  }

  word<T extends string>(value: unknown, field: string, words: readonly T[], fallback?: T): T | undefined {
    if (blank(value) && fallback !== undefined) return fallback
    const found = words.find((w) => w === value)
    return (
      found ??
      this.fail(
        field,
        `${typeof value === 'string' && value !== '' ? `“${value.slice(0, 40)}” is not known here` : 'Choose one'}: ${words.join(', ')}.`,
      )
    )
  }

  quantity(value: unknown, field: string, bounds: Bounds): number | undefined {
    if (blank(value)) return this.fail(field, `Give ${bounds.what}.`)
    if (typeof value !== 'string') return this.fail(field, `Write ${bounds.what} as text with its unit.`)
    const unit = this.bare && bareUnit(bounds.kind, this.bare)
    const read = parseQuantity(value, bounds.kind, { unit, decimalMark: this.decimalMark })
    if (!read.ok) return this.fail(field, read.message, read.choices)
    if (read.absolute)
      return this.fail(
        field,
        'Settings are gauge pressures; this one is absolute. Give what the gauge shows.',
      )
    if (!(
      read.value >= bounds.min * (1 - Math.sign(bounds.min) * 1e-9) && read.value <= bounds.max * (1 + 1e-9)
    ))
      return this.fail(field, `${capital(bounds.what)} should be ${bounds.says}.`)
    return read.value
  }

  maybe(value: unknown, field: string, bounds: Bounds): number | undefined {
    return blank(value) ? undefined : this.quantity(value, field, bounds)
  }

  or(value: unknown, field: string, bounds: Bounds, fallback: number): number {
    return this.maybe(value, field, bounds) ?? fallback
  }
}

const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

/** No unit is guessed on a pressure or a temperature: fields spell it out as it is typed, so a bare one was pasted. */
function bareUnit(kind: Kind, units: UnitChoices): UnitId | undefined {
  if (
    kind === 'angle' ||
    kind === 'time' ||
    kind === 'share' ||
    kind === 'pressure' ||
    kind === 'temperature'
  )
    return undefined
  return units[kind]
}

function readHose(r: Reader, rig: Json, name: string, fallback: Hose): Hose {
  if (rig[name] === undefined) return fallback
  const hose = r.section(rig, name, ['length', 'bore'], `rig.${name}`)
  return {
    lengthM: r.quantity(hose['length'], `rig.${name}.length`, BOUNDS.hoseLength) ?? fallback.lengthM,
    boreM: r.quantity(hose['bore'], `rig.${name}.bore`, BOUNDS.bore) ?? fallback.boreM,
  }
}

const CHART_FIELDS = [
  'orifice',
  'thicknessMin',
  'thicknessMax',
  'oxygenPressure',
  'fuelPressure',
  'pressureAt',
  'speed',
  'kerf',
]
const MOST_ROWS = 200

function readRows<T>(
  r: Reader,
  value: unknown,
  field: string,
  known: readonly string[],
  one: (row: Json, path: string) => T | undefined,
): T[] {
  if (value === undefined) return []
  if (!Array.isArray(value)) {
    r.fail(field, `“${field}” should be a list of rows.`)
    return []
  }
  if (value.length > MOST_ROWS) {
    r.fail(field, `“${field}” holds more than ${MOST_ROWS} rows.`)
    return []
  }
  return value.flatMap((row: unknown, i) => {
    const path = `${field}.${i}`
    if (!isRecord(row)) {
      r.fail(path, 'A row should be a group of fields.')
      return []
    }
    r.ignored.push(
      ...Object.keys(row)
        .filter((k) => !known.includes(k))
        .map((k) => `${path}.${k}`),
    )
    const read = one(row, path)
    return read === undefined ? [] : [read]
  })
}

function readChartRow(r: Reader, row: Json, path: string): ChartRow | undefined {
  const orificeM = r.quantity(row['orifice'], `${path}.orifice`, BOUNDS.orifice)
  const thicknessMinM = r.quantity(row['thicknessMin'], `${path}.thicknessMin`, BOUNDS.thickness)
  const thicknessMaxM = r.quantity(row['thicknessMax'], `${path}.thicknessMax`, BOUNDS.thickness)
  const at = r.word(row['pressureAt'], `${path}.pressureAt`, PLACES, 'regulator')
  const rest = {
    oxygenGaugePa: r.maybe(row['oxygenPressure'], `${path}.oxygenPressure`, BOUNDS.pressure),
    fuelGaugePa: r.maybe(row['fuelPressure'], `${path}.fuelPressure`, BOUNDS.pressure),
    speed: r.maybe(row['speed'], `${path}.speed`, BOUNDS.speed),
    kerfM: r.maybe(row['kerf'], `${path}.kerf`, BOUNDS.kerf),
  }
  if (
    orificeM === undefined ||
    thicknessMinM === undefined ||
    thicknessMaxM === undefined ||
    at === undefined
  )
    return undefined
  if (thicknessMinM > thicknessMaxM)
    return r.fail(`${path}.thicknessMax`, 'This is thinner than where the row begins.')
  return { orificeM, thicknessMinM, thicknessMaxM, at, ...rest }
}

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

function readWork(r: Reader, input: Json): CutWork {
  const work = r.section(input, 'work', ['metal', 'thickness', 'length', 'start', 'surface', 'temperature'])
  return {
    metal: r.word(work['metal'], 'work.metal', METALS) ?? 'low-carbon-steel',
    thicknessM: r.quantity(work['thickness'], 'work.thickness', BOUNDS.thickness) ?? 0.01,
    lengthM: r.quantity(work['length'], 'work.length', BOUNDS.length) ?? 0.1,
    start: r.word(work['start'], 'work.start', ['edge'] as const, 'edge') ?? 'edge',
    surface: r.word(work['surface'], 'work.surface', SURFACES, 'clean') ?? 'clean',
    temperatureK: r.or(work['temperature'], 'work.temperature', BOUNDS.plate, STANDARD_TEMPERATURE_K),
  }
}

const RIG_FIELDS = [
  'fuel',
  'tipOrifice',
  'tipRadius',
  'handling',
  'guide',
  'tipBelowCollar',
  'oxygenHose',
  'fuelHose',
  'oxygenPurity',
  'chart',
  'kerfLog',
  'oxygenGaugeDivision',
  'fuelGaugeDivision',
  'fuelLockUp',
  'oxygenRating',
  'fuelRating',
  'acetyleneCylinder',
]
/** Tip below the collar when nothing is said: 1 in. */
const USUAL_COLLAR_M = 0.0254
const USUAL_PURITY = 0.995

function readRig(r: Reader, input: Json, units: UnitChoices): CutRig {
  const rig = r.section(input, 'rig', RIG_FIELDS)
  const guide: Guide = r.word(rig['guide'], 'rig.guide', GUIDES, 'none') ?? 'none'
  const oxygenHose = readHose(r, rig, 'oxygenHose', CHART_HOSE)
  if (guide !== 'none' && blank(rig['tipRadius']))
    r.fail('rig.tipRadius', 'Give the radius of the tip where it rides the guide, or choose no guide.')
  const pressure = (name: string, bounds: Bounds = BOUNDS.pressure) =>
    r.maybe(rig[name], `rig.${name}`, bounds)
  return {
    fuel: r.word(rig['fuel'], 'rig.fuel', ['acetylene', 'propane'] as const) ?? 'acetylene',
    tipOrificeM: r.maybe(rig['tipOrifice'], 'rig.tipOrifice', BOUNDS.orifice),
    tipRadiusM: r.maybe(rig['tipRadius'], 'rig.tipRadius', BOUNDS.radius),
    handling:
      r.word<Handling | 'not-said'>(rig['handling'], 'rig.handling', HANDLINGS, 'not-said') ?? 'not-said',
    guide,
    tipBelowCollarM: r.or(rig['tipBelowCollar'], 'rig.tipBelowCollar', BOUNDS.collar, USUAL_COLLAR_M),
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
    acetyleneCylinderM3: r.maybe(rig['acetyleneCylinder'], 'rig.acetyleneCylinder', BOUNDS.volume),
  }
}

function readUnits(r: Reader, value: unknown): UnitChoices {
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
 * @param input `{ kind: 'cut', work, rig, shop }`, every quantity as text with its unit
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
  if (input['kind'] !== 'cut') r.fail('kind', 'Only “cut” can be planned so far.')
  r.ignored.push(...Object.keys(input).filter((k) => !['kind', 'work', 'rig', 'shop'].includes(k)))
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
    ignored: r.ignored,
  }
  return r.errors.length > 0 ? { ok: false, errors: r.errors } : { ok: true, request }
}
