import type { FieldError } from '../figure.ts'
import {
  ATMOSPHERE_PA,
  countedFromNothing,
  NO_ABSOLUTE,
  NO_MERCURY,
  parseQuantity,
  parseRange,
  unitFor,
  VACUUM_UNIT,
  type Kind,
  type ParseOptions,
  type Sheet,
  type UnitId,
} from '../quantity/index.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { isRecord, type Json, plainText } from '../objects.ts'
import { capital } from '../words/trade.ts'
import type { Bounds } from './bounds.ts'
import { wordsOf, type Field, type ReadOf, type Said, type Table } from './spec.ts'

/** Nothing typed. */
export const blank = (v: unknown) =>
  v === undefined || v === null || (typeof v === 'string' && v.trim() === '')

/** Reads fields and gathers what is wrong with them, so that a form can show it all at once. */
export class Reader {
  readonly errors: FieldError[] = []
  readonly ignored: string[] = []
  /** What a gauge number is of, once the metal has been read; it is asked about otherwise. */
  sheet: Sheet | undefined

  constructor(
    private readonly bare: UnitChoices | undefined,
    private readonly decimalMark: 'ask' | 'comma',
    /** Every bare number takes its kind's unit: what is typed into a field that spells its unit out. */
    private readonly typed = false,
    /** The air's pressure, for what is told down from it. */
    private readonly ambientPa = ATMOSPHERE_PA,
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

  /** How a text of a field is taken: the unit of a bare number, the decimal mark, what a gauge number is of. */
  private parsing({ kind, gauge }: Bounds): ParseOptions {
    const vacuum = this.typed ? VACUUM_UNIT : undefined
    const usual = this.bare && (this.typed ? unitFor(kind, this.bare) : bareUnit(kind, this.bare))
    return {
      unit: gauge === 'vacuum' ? vacuum : usual,
      decimalMark: this.decimalMark,
      sheet: this.sheet,
    }
  }

  quantity(value: unknown, field: string, bounds: Bounds): number | undefined {
    if (blank(value)) return this.fail(field, `Give ${bounds.what}.`)
    if (typeof value !== 'string') return this.fail(field, `Write ${bounds.what} as text with its unit.`)
    const read = parseQuantity(value, bounds.kind, this.parsing(bounds))
    if (!read.ok) return this.fail(field, read.message, read.choices)
    if (bounds.gauge === undefined && read.reference !== 'gauge')
      return this.fail(field, read.reference === 'absolute' ? NO_ABSOLUTE : NO_MERCURY)
    const counted = bounds.gauge && countedFromNothing(read, bounds.gauge, this.ambientPa)
    if (counted && !counted.ok) return this.fail(field, counted.message, counted.choices)
    const si = counted ? counted.paAbs : read.value
    if (!isWithin(si, bounds)) return this.fail(field, `${capital(bounds.what)} should be ${bounds.says}.`)
    return si
  }

  maybe(value: unknown, field: string, bounds: Bounds): number | undefined {
    return blank(value) ? undefined : this.quantity(value, field, bounds)
  }

  /** A quantity or a range of it; both ends within the bounds. */
  range(value: unknown, field: string, bounds: Bounds): readonly [number, number] | undefined {
    if (blank(value)) return undefined
    if (typeof value !== 'string') return this.fail(field, `Write ${bounds.what} as text with its unit.`)
    const read = parseRange(value, bounds.kind, this.parsing(bounds))
    if (!read.ok) return this.fail(field, read.message, read.choices)
    // each end is held against the bounds as a quantity of its own
    if (![read.low, read.high].every((si) => isWithin(si, bounds)))
      return this.fail(field, `${capital(bounds.what)} should be ${bounds.says}.`)
    return [read.low, read.high]
  }

  /** A whole number, typed or as a number. */
  count(value: unknown, field: string, what: string, fallback: number, most: number, least = 1): number {
    if (blank(value)) return fallback
    const n = Number(plainText(value).trim())
    if (Number.isInteger(n) && n >= least && n <= most) return n
    this.fail(field, `${capital(what)} should be a whole number from ${least} to ${most}.`)
    return fallback
  }

  or(value: unknown, field: string, bounds: Bounds, fallback: number): number {
    return this.maybe(value, field, bounds) ?? fallback
  }
}

/** Whether a value lies within bounds, but for what arithmetic loses. */
const isWithin = (si: number, { min, max }: Bounds): boolean =>
  si >= min * (1 - Math.sign(min) * 1e-9) && si <= max * (1 + 1e-9)

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

function readOne(r: Reader, field: Field, said: Said, name: string, path: string): unknown {
  const value = said[name]
  const at = `${path}.${name}`
  switch (field.type) {
    case 'quantity': {
      const usual = typeof field.usual === 'function' ? field.usual(said) : field.usual
      const needed = typeof field.needed === 'function' ? field.needed(said) : field.needed
      if (blank(value) && needed !== true) return usual
      // what cannot be read is no number, so that no law between fields is held against it
      return r.quantity(value, at, field.bounds) ?? usual ?? (needed === true ? Number.NaN : undefined)
    }
    case 'range':
      return r.range(value, at, field.bounds)
    case 'choice': {
      const usual = typeof field.usual === 'function' ? field.usual(said) : field.usual
      if (blank(value) && usual === undefined && field.needed !== true) return undefined
      const words = wordsOf(field)
      return (
        r.word(typeof value === 'number' ? String(value) : value, at, words, usual) ??
        usual ??
        (field.needed === true ? words[0] : undefined)
      )
    }
    case 'count':
      return r.count(value, at, field.what, field.usual, field.most, field.least)
    case 'flag':
      return value === true || value === 'yes'
    case 'text':
      return blank(value) ? '' : plainText(value).trim()
    case 'several': {
      const list = Array.isArray(value) ? value : blank(value) ? [] : plainText(value).split(/[,;]+/)
      return new Set(
        list
          .map((v: unknown) => plainText(v).trim().toLowerCase())
          .filter((v) => v !== '' && v !== 'none')
          .flatMap((v) => r.word(v, at, wordsOf(field)) ?? []),
      )
    }
    case 'number':
    case 'yes-no':
    case 'list':
    case 'made':
    case 'instant':
    case 'day':
    case 'special':
    case 'rows':
    case 'group':
    case 'reference':
      return undefined
  }
}

/**
 * Reads the plain fields of a table. Faults go to the reader, each at its field; a needed quantity that could not be
 * read is not a number.
 * @param path where the group stands: `work`
 */
export function readFields<T extends Table>(r: Reader, said: Said, table: T, path: string): ReadOf<T> {
  const read: Record<string, unknown> = {}
  for (const [name, field] of Object.entries<Field>(table)) {
    if (field.page === true) continue
    const value = readOne(r, field, said, name, path)
    read['as' in field && field.as !== undefined ? field.as : name] = value
  }
  // the table says by its type what each of its fields is read as
  return read as ReadOf<T>
}

/** The group's fields that a table knows; the others are named as left out. */
export const sectionOf = (r: Reader, parent: Json, name: string, table: Table, path = name): Json =>
  r.section(parent, name, Object.keys(table), path)
