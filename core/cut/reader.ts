import type { FieldError } from '../figure.ts'
import type { Hose } from '../gas/hose.ts'
import { parseQuantity, toSi, type Kind, type UnitId } from '../quantity/index.ts'
import type { UnitChoices } from '../shop.ts'
import { capital } from '../words.ts'

/** How a quantity is bounded, and the words for it. */
export interface Bounds {
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
/** What every typed quantity of a cut has to lie between, SI. */
export const BOUNDS = {
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
  bevel: { kind: 'angle', min: 0, max: Math.PI / 2, what: 'the angle', says: '0 to 90°' },
  diameter: M('the diameter', 0.001, 20, '1 mm to 20 m'),
  width: M('the width', 0.0005, 50, '0.5 mm to 50 m'),
  land: M('the land', 0, 0.3, '0 to 300 mm'),
  offset: M('the offset', -10, 10, '−10 to 10 m'),
  stock: M('the stock', 0.001, 200, '1 mm to 200 m'),
  guideHeight: M('the height of the guide', 0.0005, 0.5, '0.5 to 500 mm'),
  clearance: M('the clearance', 0, 0.01, '0 to 10 mm'),
  wall: M('the wall', 0.0002, 0.2, '0.2 to 200 mm'),
  depth: M('the depth', 0.0005, 2, '0.5 mm to 2 m'),
  distance: M('the distance', 0, 200, '0 to 200 m'),
  servicePressure: {
    kind: 'pressure',
    min: 0,
    max: PSI_500 * 10,
    what: 'the pressure',
    says: '0 to 5000 psi',
  },
  serviceTemperature: {
    kind: 'temperature',
    min: 53.15,
    max: 1273.15,
    what: 'the temperature in use',
    says: '−220 to 1000 °C',
  },
  mass: { kind: 'mass', min: 0.001, max: 5000, what: 'the mass', says: '1 g to 5 t' },
  attitude: {
    kind: 'angle',
    min: -Math.PI / 2,
    max: Math.PI / 2,
    what: 'the attitude',
    says: '−90° (mouth down) to 90° (mouth up)',
  },
  purgeFlow: { kind: 'flow', min: 1e-6, max: 0.02, what: 'the flow', says: '0.06 to 1200 l/min' },
  volume: { kind: 'volume', min: 0.01, max: 1000, what: 'the contents', says: '10 l to 1000 m³' },
} as const satisfies Record<string, Bounds>

export type Json = Readonly<Record<string, unknown>>
export const isRecord = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v)
/** Nothing typed. */
export const blank = (v: unknown) =>
  v === undefined || v === null || (typeof v === 'string' && v.trim() === '')

/** Reads fields and gathers what is wrong with them, so that a form can show it all at once. */
export class Reader {
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

  /** A whole number, typed or as a number. */
  count(value: unknown, field: string, what: string, fallback: number, most: number): number {
    if (blank(value)) return fallback
    const n = Number(typeof value === 'string' ? value.trim() : value)
    if (Number.isInteger(n) && n >= 1 && n <= most) return n
    this.fail(field, `${capital(what)} should be a whole number from 1 to ${most}.`)
    return fallback
  }

  or(value: unknown, field: string, bounds: Bounds, fallback: number): number {
    return this.maybe(value, field, bounds) ?? fallback
  }
}

/** No unit is guessed on a pressure or a temperature: fields spell it out as it is typed, so a bare one was pasted. */
function bareUnit(kind: Kind, units: UnitChoices): UnitId | undefined {
  if (
    kind === 'angle' ||
    kind === 'time' ||
    kind === 'share' ||
    kind === 'force' ||
    kind === 'energy' ||
    kind === 'leak' ||
    kind === 'pressure' ||
    kind === 'temperature'
  )
    return undefined
  return units[kind]
}

export function readHose(r: Reader, rig: Json, name: string, fallback: Hose): Hose {
  if (rig[name] === undefined) return fallback
  const hose = r.section(rig, name, ['length', 'bore'], `rig.${name}`)
  return {
    lengthM: r.quantity(hose['length'], `rig.${name}.length`, BOUNDS.hoseLength) ?? fallback.lengthM,
    boreM: r.quantity(hose['bore'], `rig.${name}.bore`, BOUNDS.bore) ?? fallback.boreM,
  }
}

const MOST_ROWS = 500

/** Reads a list row by row; a row that cannot be read is left out, with its faults gathered. */
export function readRows<T>(
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
