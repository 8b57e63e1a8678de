/** Rows of a shop's own spreadsheet, read into lines of the log: the same on the page as one chooses, and at the server. */
import { format, isValid, parse, parseISO } from 'date-fns'
import { metalsOf } from '../braze/own.ts'
import { judgeCut, type CutLimits, type Verdict } from '../check/acceptance.ts'
import { withUnitOf } from '../fields/paste.ts'
import { blank, Reader } from '../fields/reader.ts'
import { readResult, readUsed } from '../fields/result.ts'
import { applies, told as words, type Field } from '../fields/spec.ts'
import { ACETYLENE_MAX_GAUGE_PA } from '../gas/limits.ts'
import { plainName } from '../names.ts'
import { keysOf } from '../objects.ts'
import { isGoodCut, type BrazeResult, type CutResult } from '../record/entry.ts'
import { BRAZE_USED, CUT_RESULT, CUT_USED, type LineHead } from '../record/fields.ts'
import { SAID, SHEET, type SheetField } from './fields.ts'
import type { Sheet, SheetHow } from './open.ts'

/** What a sheet is read against. */
export interface SheetAbout {
  /** The shop's own names for its tips. */
  readonly tips: readonly { readonly name: string; readonly orifice: string }[]
  readonly limits: CutLimits
  /** The day of the screen, 2026-03-02: no work lies after it. */
  readonly today: string
}
/** A line as a sheet tells it: its id is made where it is kept. */
export interface SheetLine extends Omit<LineHead, 'id'> {
  readonly told: CutResult | BrazeResult
}
export interface SheetGood {
  readonly row: number
  readonly line: SheetLine
}
/** A row that cannot be taken, with what is wrong in which field. */
export interface SheetBad {
  readonly row: number
  readonly field: SheetField
  readonly message: string
}
export interface SheetRead {
  /** Fields that are needed, and of which neither a column nor the page says anything. */
  readonly missing: readonly SheetField[]
  readonly good: readonly SheetGood[]
  readonly bad: readonly SheetBad[]
}

type Said = Partial<Record<SheetField, string>>

export const labelOf = (field: SheetField): string => words(SHEET[field].label, {})

/** Whether a row without it is no line. */
const isNeeded = (field: SheetField): boolean => {
  const spec: Field = SHEET[field]
  return field === 'at' || ('needed' in spec && spec.needed === true)
}

/** What is left of a word for somebody who reads it in passing. */
const inPassing = (text: string) =>
  text
    .toLowerCase()
    .replace(/[-_.,;:/]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

/** The word that a cell stands for; undefined where it stands for none. */
function wordOf(
  field: SheetField,
  names: Readonly<Record<string, string>>,
  cell: string,
): string | undefined {
  const said = inPassing(cell)
  return keysOf(names).find(
    (id) =>
      inPassing(id) === said ||
      inPassing(names[id] ?? '') === said ||
      SAID[field]?.[id]?.some((w) => inPassing(w) === said),
  )
}

const FIRST_DAY = '1970-01-01'
const NAMED = ['d/MMM/yyyy', 'd/MMM/yy', 'd/MMMM/yyyy', 'MMM/d/yyyy', 'MMMM/d/yyyy']
const ORDERS = {
  'day-month': ['yyyy/M/d', 'd/M/yyyy', 'd/M/yy', ...NAMED],
  'month-day': ['yyyy/M/d', 'M/d/yyyy', 'M/d/yy', ...NAMED],
} as const

/** The day of a cell, 2026-03-02; whatever hour stands behind it is left out. The sentence why, where it is none. */
export function readDay(
  cell: string,
  order: SheetHow['dates'],
  today: string,
): { readonly day: string } | { readonly message: string } {
  const plain = cell
    .trim()
    .replace(/[T ]\d{1,2}:\d{2}.*$/, '')
    .replace(/[\s,./-]+/g, '/')
  const now = parseISO(today)
  for (const pattern of ORDERS[order]) {
    // a year of two digits is that of one of four only where it has four
    if (pattern.includes('yyyy') && !/\d{4}/.test(plain)) continue
    const date = parse(plain, pattern, now)
    if (!isValid(date)) continue
    const day = format(date, 'yyyy-MM-dd')
    if (date > now) return { message: `${day} lies ahead.` }
    if (day < FIRST_DAY) return { message: `${day} lies too far back.` }
    return { day }
  }
  return {
    message: `“${cell.slice(0, 40)}” is no date like 2026-03-02 or ${order === 'day-month' ? '2/3/2026' : '3/2/2026'}.`,
  }
}

/** A number without the marks between its thousands. */
const withoutThousands = (cell: string, decimals: SheetHow['decimals']): string =>
  decimals === 'comma'
    ? cell.replace(/^\d{1,3}(?:\.\d{3})+(?![\d.])/, (n) => n.replaceAll('.', ''))
    : cell.replace(/^\d{1,3}(?:,\d{3})+(?![\d,])/, (n) => n.replaceAll(',', ''))

/** What one row says, field by field, in words that the readers know. Faults go to the reader. */
function saidOf(r: Reader, cells: readonly string[], how: SheetHow, about: SheetAbout): Said {
  const raw: Said = {}
  for (const field of keysOf(SHEET)) {
    const i = how.columns.indexOf(field)
    const cell = i < 0 ? (how.same[field] ?? '') : (cells[i] ?? '')
    if (!blank(cell)) raw[field] = cell.trim()
  }
  const said: Said = {}
  for (const field of keysOf(SHEET)) {
    const spec: Field = SHEET[field]
    const cell = raw[field]
    if (!applies(spec, said)) continue
    if (cell === undefined) {
      if (isNeeded(field)) r.fail(field, 'It says nothing.')
      continue
    }
    if (spec.type === 'choice') {
      const word = wordOf(field, spec.names, cell)
      if (word === undefined)
        r.fail(field, `“${cell.slice(0, 40)}” is not known here. Known: ${namesOf(spec.names)}.`)
      else said[field] = word
    } else if (spec.type === 'quantity') {
      const tip =
        field === 'tipOrifice' ? about.tips.find((t) => inPassing(t.name) === inPassing(cell)) : undefined
      said[field] = tip ? tip.orifice : withUnitOf(withoutThousands(cell, how.decimals), how.units[field])
    } else if (spec.type === 'day') {
      const read = readDay(cell, how.dates, about.today)
      if ('message' in read) r.fail(field, read.message)
      else said[field] = read.day
    } else if (spec.type === 'text') {
      const text = plainName(cell)
      if (text.length > (spec.most ?? 0)) r.fail(field, `This should be at most ${spec.most} characters.`)
      else said[field] = text
    }
  }
  return said
}

const NAMES_TOLD = 8
const namesOf = (names: Readonly<Record<string, string>>): string => {
  const all = Object.values(names)
  return all.length > NAMES_TOLD ? `${all.slice(0, NAMES_TOLD).join(', ')} and more` : all.join(', ')
}

/** What the sheet itself says came out, without anything that it was held against. */
const asSaid = (result: string | undefined): Verdict =>
  result === 'passed' || result === 'failed'
    ? { outcome: result, because: 'As the spreadsheet says.', judged: [] }
    : { outcome: 'open', because: 'The spreadsheet does not say what came out.', judged: [] }

const wrote = (said: Said) => ({
  planned: {},
  lot: said.lot ?? '',
  cylinder: said.cylinder ?? '',
  note: said.note ?? '',
  tried: null,
})

/** The word that was read: `saidOf` lets no other through. */
const seen = <T extends string>(
  word: string | undefined,
  names: Readonly<Record<T, string>>,
): T | 'not-seen' => keysOf(names).find((n): n is T & string => n === word) ?? 'not-seen'

function readCutRow(r: Reader, said: Said, thicknessM: number, limits: CutLimits): CutResult {
  const used = readResult(r, said, CUT_USED)
  const edge = seen(said.edge, SHEET.edge.names)
  const slag = seen(said.slag, SHEET.slag.names)
  const drop = seen(said.drop, SHEET.drop.names)
  const drag = readUsed(r, said.drag, 'drag', CUT_RESULT.drag)
  return {
    kind: 'cut',
    used,
    edge,
    slag,
    drop,
    kerf: readUsed(r, said.kerf, 'kerf', CUT_RESULT.kerf),
    drag,
    outOfSquare: null,
    size: null,
    marks: [],
    breaking: 'none',
    verdict:
      said.result === undefined
        ? judgeCut({ edge, slag, drop, marks: [], dragM: drag?.si }, thicknessM, limits)
        : asSaid(said.result),
    ...wrote(said),
  }
}

function readBrazeRow(r: Reader, said: Said): BrazeResult {
  const metal = said.brazeMetal ?? ''
  return {
    kind: 'braze',
    used: readResult(r, said, BRAZE_USED),
    joint: said.joint ?? '',
    metals: metalsOf(metal, said.otherMetal ?? metal),
    filler: said.filler ?? '',
    outsideDiameterM: r.maybe(said.outsideDiameter, 'outsideDiameter', SHEET.outsideDiameter.bounds) ?? 0,
    flameTimes: 0,
    flameTorch: '',
    rodAreaM2: 0,
    places: {},
    fluxOff: true,
    moved: null,
    inside: 'not-seen',
    farEnd: 'not-seen',
    outside: 'not-seen',
    bowBefore: null,
    bowAfter: null,
    twistAfter: null,
    breaking: 'none',
    letGo: 'not-broken',
    took: '',
    penetration: null,
    leakPath: false,
    verdict: asSaid(said.result),
    ...wrote(said),
  }
}

/** A run to learn from: by what was seen of it, or because the sheet says that it was good and nothing seen speaks against it. */
function isGood(told: CutResult | BrazeResult): boolean {
  if (told.verdict.outcome !== 'passed') return false
  if (told.kind === 'braze') return true
  const { drop, slag, marks, verdict } = told
  return isGoodCut(
    {
      marks,
      verdict,
      drop: drop === 'not-seen' ? 'by-itself' : drop,
      slag: slag === 'not-seen' ? 'none' : slag,
    },
    false,
  )
}

function readRow(cells: readonly string[], how: SheetHow, about: SheetAbout): SheetLine | Reader['errors'] {
  const r = new Reader(undefined, how.decimals === 'comma' ? 'comma' : 'ask')
  const said = saidOf(r, cells, how, about)
  const thicknessM = r.maybe(said.thickness, 'thickness', SHEET.thickness.bounds)
  const told =
    said.what === 'braze'
      ? readBrazeRow(r, said)
      : readCutRow(r, said, thicknessM ?? Number.NaN, about.limits)
  if (said.fuel === 'acetylene' && (told.used.fuelPressure?.si ?? 0) > ACETYLENE_MAX_GAUGE_PA)
    r.fail(
      'fuelPressure',
      'Acetylene is never set past 15 psi (1.03 bar). Is this the right column, and its unit?',
    )
  if (r.errors.length > 0) return r.errors
  return {
    kind: told.kind,
    // no hour is told: noon is the same day in nearly every place
    at: `${said.at ?? about.today}T12:00:00.000Z`,
    title: said.title ?? '',
    jobName: said.jobName ?? '',
    personName: said.personName ?? '',
    metal: (told.kind === 'cut' ? said.cutMetal : said.brazeMetal) ?? '',
    thicknessM: thicknessM ?? null,
    tipOrificeM: told.used.tipOrifice?.si ?? null,
    fuel: said.fuel ?? '',
    handling: told.kind === 'cut' ? (said.handling ?? '') : '',
    outcome: told.verdict.outcome,
    good: isGood(told),
    corrects: null,
    why: '',
    pieceId: null,
    runId: null,
    told,
  }
}

/** Fields without which no row can be read, and of which nothing says anything. */
function missingOf(how: SheetHow): readonly SheetField[] {
  const says = (field: SheetField) => how.columns.includes(field) || !blank(how.same[field])
  const kinds = how.columns.includes('what') ? ['cut', 'braze'] : [how.same.what]
  return keysOf(SHEET).filter((field) => {
    return isNeeded(field) && !says(field) && kinds.some((what) => applies(SHEET[field], { what }))
  })
}

/** Reads every row: what can be taken, and what cannot, with its row in the spreadsheet. Never throws. */
export function readSheet(sheet: Sheet, how: SheetHow, about: SheetAbout): SheetRead {
  const missing = missingOf(how)
  const good: SheetGood[] = []
  const bad: SheetBad[] = []
  if (missing.length === 0)
    for (const { row, cells } of sheet.rows) {
      const read = readRow(cells, how, about)
      if (!('told' in read))
        for (const { field, message } of read)
          bad.push({ row, field: keysOf(SHEET).find((f) => f === field) ?? 'note', message })
      else good.push({ row, line: read })
    }
  return { missing, good, bad }
}
