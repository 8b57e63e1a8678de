import gauges from './gauge-sheets.json' with { type: 'json' }
import { drillDiameterM, NUMBER_DRILLS } from './drills.ts'
import {
  ABSOLUTE_BY_NATURE,
  offeredFor,
  findUnit,
  INCH_M,
  toSi,
  unitOf,
  type Kind,
  type UnitId,
} from './units.ts'

/** A way out that can be offered for a text that may mean more than one thing. */
export interface Choice {
  readonly text: string
  readonly label: string
}

/**
 * What a pressure is counted from: `gauge` up from the air’s pressure; `absolute` from nothing, as typed (psia, bar abs)
 * or by the unit's nature (micron, torr); `vacuum` down from the air's pressure (inches of mercury).
 */
export type Reference = 'gauge' | 'absolute' | 'vacuum'

/** A text that was understood: its value in the SI unit of its kind. */
export interface Understood {
  readonly ok: true
  readonly value: number
  /** The unit that was typed or, for a bare number, taken. */
  readonly unit: UnitId
  /** What it is counted from, of a pressure; `gauge` of everything else. */
  readonly reference: Reference
  /** True when no unit was typed, so that the field's unit was taken. */
  readonly bare: boolean
}

/** A text that was not understood, with a plain sentence and, where there are some, the ways out. */
export interface NotUnderstood {
  readonly ok: false
  readonly code: 'empty' | 'number' | 'unit' | 'which' | 'range'
  readonly message: string
  readonly choices?: readonly Choice[]
}

export interface ParseOptions {
  /** Unit of a bare number. Without it lengths are inches; a bare pressure or temperature is refused. */
  readonly unit?: UnitId | undefined
  /** `ask` (default): a comma that could be either mark is asked about. `comma`: it is the decimal mark. */
  readonly decimalMark?: 'ask' | 'comma'
  /** What a gauge number is of, where the text does not say and the metal is known: it is asked about otherwise. */
  readonly sheet?: Sheet | undefined
}
/** What gauges are of, each with a table of its own. */
export type Sheet = keyof typeof gauges.materials

const EXAMPLE: Readonly<Record<Kind, string>> = {
  length: '5/8 in or 16 mm',
  pressure: '38 psi or 2.6 bar',
  flow: '8 cfh or 4 l/min',
  speed: '18 ipm or 450 mm/min',
  temperature: '70 F or 20 C',
  angle: '10 deg',
  mass: '12 lb or 5 kg',
  time: '45 s or 5 min',
  volume: '145 cu ft or 4000 l',
  force: '500 N',
  energy: '20 kJ',
  share: '99.5 %',
  leak: '0.05 Pa·m³/s',
}

/** Kinds of which no unit is guessed: a bare number is asked about. */
const ASKED: ReadonlySet<Kind> = new Set(['pressure', 'temperature'])

/** Units that a bare number takes when no field says otherwise; pressures and temperatures are never guessed. */
const BARE_UNIT: Partial<Record<Kind, UnitId>> = {
  length: 'in',
  flow: 'cfh',
  speed: 'in/min',
  angle: 'deg',
  mass: 'lb',
  time: 's',
  volume: 'cu ft',
  share: '%',
}

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
}

const NUMBER = /^(?:(\d+)(?:\s*-\s*|\s+)(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|((?:\d[\d.,]*|[.,]\d[\d.,]*)))/
const COMPOUND: Partial<Record<Kind, readonly UnitId[]>> = {
  length: ['ft', 'in'],
  mass: ['lb', 'oz'],
  time: ['h', 'min', 's'],
}
const MAX_TYPED = 60

const no = (code: NotUnderstood['code'], message: string, choices?: readonly Choice[]): NotUnderstood =>
  choices ? { ok: false, code, message, choices } : { ok: false, code, message }

const article = (word: string) => (/^[aeiou]/.test(word) ? `an ${word}` : `a ${word}`)

function tidy(text: string): string {
  return text
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (c) => ` ${VULGAR[c] ?? c}`)
    .replace(/[″”“]|''/g, '"')
    .replace(/[′’]/g, "'")
    .replace(/[−–]/g, '-')
    .replace(/⁄/g, '/')
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .trim()
}

/** A decimal as typed, or the reason why it can't be read. */
function decimal(
  token: string,
  mark: 'ask' | 'comma',
  unitTyped: boolean,
  rest: string,
): number | NotUnderstood {
  const ask = (a: string, b: string) =>
    no('which', `${token} could be ${a} or ${b}. Say which.`, [
      { text: `${a}${rest}`, label: a },
      { text: `${b}${rest}`, label: b },
    ])
  const commas = token.split(',').length - 1
  const dots = token.split('.').length - 1
  let plain = token
  if (commas > 0 && dots > 0) {
    // the last mark is the decimal one, the other parts thousands
    const last = token.lastIndexOf(',') > token.lastIndexOf('.') ? ',' : '.'
    const other = last === ',' ? '.' : ','
    plain = token.split(other).join('').replace(last, '.')
  } else if (commas === 1) {
    const [whole = '', part = ''] = token.split(',')
    const thousands = part.length === 3 && /^[1-9]\d{0,2}$/.test(whole)
    const asPoint = `${whole === '' ? '0' : whole}.${part}`
    if (mark === 'ask' && thousands) return ask(asPoint.replace(/\.?0+$/, ''), `${whole}${part}`)
    if (mark === 'ask' && !unitTyped && part !== '')
      return no('which', `${token} has a comma. Type ${asPoint} if it is the decimal mark.`, [
        { text: asPoint, label: asPoint },
      ])
    plain = asPoint
  } else if (commas > 1) {
    if (!/^\d{1,3}(,\d{3})+$/.test(token)) return no('number', `“${token}” is not a number.`)
    plain = token.replaceAll(',', '')
  }
  const value = /^(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : Number.NaN
  return Number.isFinite(value) ? value : no('number', `“${token}” is not a number.`)
}

const GAUGE = /^(\d{1,2})\s*(?:gauge|gage|ga\.?)\s*([a-z ]*)$/i
function sheetGauge(text: string, sheet: Sheet | undefined): Understood | NotUnderstood | undefined {
  const m = GAUGE.exec(text)
  if (!m) return undefined
  const row = gauges.rows.find((r) => r[0] === Number(m[1]))
  if (!row) return no('range', `${m[1]} gauge is not in the tables here (8 to 24). Type the thickness.`)
  const names = gauges.materials as Readonly<Record<string, string>>
  const columns = gauges.columns.slice(1)
  const typed = (m[2] ?? '').trim().toLowerCase()
  const said = typed === '' ? (sheet ?? '') : typed
  const key = said === '' ? undefined : columns.find((c) => said === c || (names[c] ?? '').includes(said))
  const inches = key === undefined ? undefined : row[gauges.columns.indexOf(key)]
  if (inches !== undefined)
    return { ok: true, value: inches * INCH_M, unit: 'in', reference: 'gauge', bare: false }
  const choices = columns.map((c, i) => {
    const size = (row[i + 1] ?? 0).toFixed(4).replace(/^0/, '')
    return { text: `${m[1]} ga ${c}`, label: `${names[c] ?? c}, ${size} in` }
  })
  return no('which', `${m[1]} gauge of what? ${choices.map((c) => c.label).join('; ')}.`, choices)
}

/**
 * Which table a gauge number of this metal is of; undefined where it has to be asked.
 * @param metal a metal's id or name: `low-carbon-steel`, `stainless-304`, `copper`
 * @example sheetOf('stainless-304') // 'stainless'
 */
export function sheetOf(metal: string): Sheet | undefined {
  if (/stainless/i.test(metal)) return 'stainless'
  if (/steel|iron/i.test(metal)) return 'steel'
  return /alumin|brass|copper|bronze|nickel-silver/i.test(metal) ? 'brass' : undefined
}

function numberDrill(text: string): Understood | NotUnderstood | undefined {
  const m =
    /^(?:#|no\.?\s*|number\s+)\s*(\d{1,3})(?:\s*drill)?$/i.exec(text) ?? /^(\d{1,2})\s*drill$/i.exec(text)
  if (!m) return undefined
  const diameter = drillDiameterM(Number(m[1]))
  const last = NUMBER_DRILLS.at(-1)?.number ?? 0
  const first = NUMBER_DRILLS[0]?.number ?? 0
  if (diameter === undefined)
    return no('range', `Number drill ${m[1]} is not in the table here (#${last} to #${first}).`)
  return { ok: true, value: diameter, unit: 'in', reference: 'gauge', bare: false }
}

interface Term {
  readonly value: number
  readonly fraction: boolean
  readonly unit: UnitId | undefined
  /** It was typed as absolute. */
  readonly absolute: boolean
}

/** Splits off "psia", "bar abs" and the like. */
function absoluteUnit(spelling: string, kind: Kind): { spelling: string; absolute: boolean } {
  if (kind !== 'pressure') return { spelling, absolute: false }
  const m = /^(psi|bar|mbar|kpa|mpa|pa|torr|microns?|in\.? ?hg|kg\/cm2)\s*\(?(?:a|abs|absolute)\)?$/i.exec(
    spelling.trim(),
  )
  return m ? { spelling: m[1] ?? spelling, absolute: true } : { spelling, absolute: false }
}

/** The one place where a pressure's reference is told. */
const referenceOf = (kind: Kind, unit: UnitId, absolute: boolean): Reference =>
  kind !== 'pressure'
    ? 'gauge'
    : absolute || ABSOLUTE_BY_NATURE.has(unit)
      ? 'absolute'
      : unit === 'inHg'
        ? 'vacuum'
        : 'gauge'

/** Reads one number with its unit off the front; returns the term and what is left. */
function term(text: string, kind: Kind, mark: 'ask' | 'comma'): { term: Term; rest: string } | NotUnderstood {
  const m = NUMBER.exec(text)
  if (!m)
    return no(
      'number',
      `There is no number in “${text}”. Type ${article(kind)}, for instance ${EXAMPLE[kind]}.`,
    )
  const after = text.slice(m[0].length)
  const spelled =
    /^\s*([^\d.,]*?(?:m[23]\/[hs]|ft3(?:\/h)?|m3|in2|cm2|h2o)?)(?=\s*(?:\d|[.,]\d|$))/i.exec(after)?.[1] ??
    after
  const rest = after.slice(after.indexOf(spelled) + spelled.length).trim()
  let value: number
  if (m[6] !== undefined) {
    const read = decimal(m[6], mark, spelled.trim() !== '', spelled.trim() === '' ? '' : ` ${spelled.trim()}`)
    if (typeof read !== 'number') return read
    value = read
  } else {
    const under = Number(m[3] ?? m[5])
    if (under === 0) return no('number', `“${m[0]}” divides by nothing.`)
    value = Number(m[1] ?? 0) + Number(m[2] ?? m[4]) / under
  }
  const fraction = m[6] === undefined
  if (spelled.trim() === '') return { term: { value, fraction, unit: undefined, absolute: false }, rest }
  const { spelling, absolute } = absoluteUnit(spelled, kind)
  const unit = findUnit(spelling, kind)
  if (!unit)
    return no(
      'unit',
      `“${spelled.trim()}” is not a unit that is known here. For ${article(kind)}: ${EXAMPLE[kind]}.`,
    )
  if (unit.kind !== kind)
    return no(
      'unit',
      `“${spelled.trim()}” measures ${article(unit.kind)}; this wants ${article(kind)}, for instance ${EXAMPLE[kind]}.`,
    )
  return {
    term: { value, fraction, unit: unit.id, absolute },
    rest,
  }
}

function bareUnit(t: Term, kind: Kind, options: ParseOptions): UnitId | undefined {
  // a bare fraction of a length is always inches: nobody says 3/4 of a millimetre
  if (kind === 'length' && t.fraction) return 'in'
  return options.unit ?? BARE_UNIT[kind]
}

/**
 * Reads a quantity as a tradesperson types it: `3/4`, `1-1/8"`, `.045`, `20 mm`, `#57`, `14 ga steel`, `38 psi`,
 * `2,8 bar`, `2 ft 3 in`, `5 min 20 s`.
 *
 * @param text what was typed, at most 60 characters
 * @param kind what it should measure; a unit of another kind is refused by name
 * @returns the value in the kind's SI unit (`SI_UNIT[kind]`), or a plain sentence with ways out. Ranges are the field's affair.
 * @example parseQuantity('1 3/8 in', 'length').value * 1000 // 34.925
 */
export function parseQuantity(
  text: string,
  kind: Kind,
  options: ParseOptions = {},
): Understood | NotUnderstood {
  const clean = tidy(text)
  if (clean === '') return no('empty', `Type ${article(kind)}, for instance ${EXAMPLE[kind]}.`)
  if (clean.length > MAX_TYPED) return no('number', `That is too long to be ${article(kind)}.`)
  if (kind === 'length') {
    const special = numberDrill(clean) ?? sheetGauge(clean, options.sheet)
    if (special) return special
  }
  const negative = clean.startsWith('-')
  let rest = negative ? clean.slice(1).trim() : clean.replace(/^\+\s*/, '')
  const terms: Term[] = []
  while (rest !== '') {
    if (terms.length === 3) return no('number', `“${clean}” has too many numbers.`)
    const read = term(rest, kind, options.decimalMark ?? 'ask')
    if ('ok' in read) return read
    terms.push(read.term)
    rest = read.rest
  }
  return combine(terms, negative ? -1 : 1, clean, kind, options)
}

function combine(
  terms: readonly Term[],
  sign: number,
  clean: string,
  kind: Kind,
  options: ParseOptions,
): Understood | NotUnderstood {
  const [first] = terms
  if (!first) return no('number', `There is no number in “${clean}”.`)
  if (terms.length === 1) {
    const unit = first.unit ?? bareUnit(first, kind, options)
    if (!unit) {
      const choices = (ASKED.has(kind) ? offeredFor(kind) : undefined)?.map((id) => ({
        text: `${clean} ${id}`,
        label: `${clean} ${id}`,
      }))
      return no('unit', `${clean} of what? Give the unit too, for instance ${EXAMPLE[kind]}.`, choices)
    }
    const reference = referenceOf(kind, unit, first.absolute)
    if (sign < 0 && reference === 'absolute') return no('range', 'An absolute pressure cannot be below zero.')
    return finish(toSi(sign * first.value, unit), unit, kind, reference, first.unit === undefined)
  }
  const ladder = COMPOUND[kind]
  let at = -1
  let total = 0
  let spoken: UnitId = 'in'
  for (const t of terms) {
    const unit = t.unit ?? (ladder && at >= 0 ? ladder[at + 1] : undefined)
    const next = unit && ladder ? ladder.indexOf(unit) : -1
    if (!unit || next <= at) return no('number', `“${clean}” has more numbers than one quantity needs.`)
    if (at < 0) spoken = unit
    at = next
    total += t.value * unitOf(unit).factor
  }
  return finish(sign * total, spoken, kind)
}

function finish(
  value: number,
  unit: UnitId,
  kind: Kind,
  reference: Reference = 'gauge',
  bare = false,
): Understood | NotUnderstood {
  if (!Number.isFinite(value) || Math.abs(value) > 1e12) return no('range', 'That number is too large.')
  if (kind === 'temperature' && value < 0) return no('range', 'That is colder than absolute zero.')
  return { ok: true, value, unit, reference, bare }
}

/**
 * The text with its unit spelled out, so that it keeps its meaning when the shop's units change: "20" in a field of
 * mm becomes "20 mm". A text that has a unit, or is not understood, comes back as it is.
 */
export function withUnit(text: string, kind: Kind, options: ParseOptions): string {
  const read = parseQuantity(text, kind, options)
  if (!read.ok) return text
  // a gauge number keeps what it is of
  if (options.sheet && GAUGE.exec(tidy(text))?.[2]?.trim() === '') return `${text.trim()} ${options.sheet}`
  return read.bare ? `${text.trim()} ${read.unit}` : text
}
