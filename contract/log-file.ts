/** The book in open formats: CSV and JSON out, and in again from this shop or another. log.schema.json says the same of the JSON. */
import Papa from 'papaparse'
import { array, boolean, lazy, mixed, number, object, string, ValidationError, type InferType } from 'yup'
import { BREAKINGS, CUT_MARKS, INSIDES, JOINT_STATES } from '#core/check/acceptance.ts'
import { HOLD_VERDICTS } from '#core/check/pressure-test.ts'
import { VACUUM_VERDICTS } from '#core/check/vacuum-test.ts'
import { ENTRY_KINDS, OUTCOMES, type EntryKind, type Outcome, type Told } from '#core/record/entry.ts'
import { DROPS, EDGES, SLAG_CLASSES } from '#core/record/outcome.ts'

/** A line of the book as a file has it. */
export interface FileEntry {
  readonly id: string
  readonly kind: EntryKind
  readonly at: string
  readonly ticketId: string | null
  readonly runId: string | null
  readonly jobName: string
  readonly title: string
  readonly personName: string
  readonly metal: string
  readonly fuel: string
  readonly handling: string
  readonly thicknessM: number | null
  readonly tipOrificeM: number | null
  readonly outcome: Outcome
  readonly good: boolean
  readonly told: Told
  readonly corrects: string | null
  readonly why: string
}

const TEXT = 4000
const text = () => string().max(TEXT).defined()
const used = object({ text: text(), si: number().required() }).nullable().defined().default(undefined)
const mixedIn = <T extends string>(words: readonly T[]) =>
  mixed<T>((v): v is T => (words as readonly unknown[]).includes(v)).required()
const verdict = object({
  outcome: mixedIn(['passed', 'failed', 'open']),
  because: text(),
  judged: array(
    object({ what: text(), passed: boolean().required(), found: text(), limit: text() }).required(),
  ).required(),
}).required()
const planned = mixed<Record<string, unknown>>(
  (v): v is Record<string, unknown> =>
    typeof v === 'object' &&
    v !== null &&
    !Array.isArray(v) &&
    Object.values(v).every(
      (f) => typeof f === 'object' && f !== null && 'value' in f && typeof f.value === 'number',
    ),
).required()
const written = {
  verdict,
  planned,
  lot: text(),
  cylinder: text(),
  note: text(),
  tried: object({ sign: text(), cause: text(), helped: boolean().required() })
    .nullable()
    .defined()
    .default(undefined),
}
const test = {
  testId: text(),
  rate: number().required(),
  uncertainty: number().required(),
  limit: number().required(),
  perVolume: boolean().required(),
  holdS: number().required(),
  count: number().required(),
  because: text(),
}
/** What is told, by the kind of line. */
const TOLD = {
  cut: object({
    kind: mixedIn(['cut']),
    used: object({
      tipOrifice: used,
      oxygenPressure: used,
      fuelPressure: used,
      travelSpeed: used,
      preheat: used,
    }).required(),
    edge: mixedIn(EDGES),
    slag: mixedIn(SLAG_CLASSES),
    drop: mixedIn(DROPS),
    kerf: used,
    marks: array(
      object({
        kind: mixedIn(CUT_MARKS),
        at: number().min(0).max(1).required(),
        side: mixedIn(['part', 'scrap']),
      }).required(),
    ).required(),
    drag: used,
    outOfSquare: used,
    size: object({ wanted: used, measured: used, edges: mixed<1 | 2>().oneOf([1, 2]).required() })
      .nullable()
      .defined()
      .default(undefined),
    breaking: mixedIn(BREAKINGS),
    ...written,
  }).required(),
  braze: object({
    kind: mixedIn(['braze']),
    used: object({
      tipOrifice: used,
      oxygenPressure: used,
      fuelPressure: used,
      timeToTemperature: used,
      fillerLength: used,
    }).required(),
    joint: text(),
    metals: text(),
    filler: text(),
    outsideDiameterM: number().required(),
    rodAreaM2: number().required(),
    places: mixed<Record<string, unknown>>(
      (v): v is Record<string, unknown> =>
        typeof v === 'object' &&
        v !== null &&
        !Array.isArray(v) &&
        Object.values(v).every((s) => (JOINT_STATES as readonly unknown[]).includes(s)),
    ).required(),
    fluxOff: boolean().required(),
    moved: used,
    inside: mixedIn(INSIDES),
    breaking: mixedIn(BREAKINGS),
    penetration: array(number().required()).nullable().defined().default(undefined),
    leakPath: boolean().required(),
    ...written,
  }).required(),
  'pressure-test': object({
    kind: mixedIn(['pressure-test']),
    verdict: mixedIn(HOLD_VERDICTS),
    ...test,
  }).required(),
  'vacuum-test': object({
    kind: mixedIn(['vacuum-test']),
    verdict: mixedIn(VACUUM_VERDICTS),
    ...test,
  }).required(),
  run: object({
    kind: mixedIn(['run']),
    state: mixedIn(['finished', 'stopped']),
    steps: number().required(),
    skipped: number().required(),
    seconds: number().required(),
  }).required(),
  override: object({ kind: mixedIn(['override']), what: text(), reason: text() }).required(),
  reading: object({
    kind: mixedIn(['reading']),
    what: text(),
    text: text(),
    si: number().required(),
    unit: text(),
    device: text(),
    target: object({ low: number().required(), value: number().required(), high: number().required() })
      .nullable()
      .defined()
      .default(undefined),
  }).required(),
  fault: object({
    kind: mixedIn(['fault']),
    signs: array(text().required()).required(),
    cause: text(),
    fix: text(),
  }).required(),
} satisfies Record<EntryKind, unknown>

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i
const entrySchema = object({
  id: string().matches(UUID, 'The id should be a UUID.').required('The id is missing.'),
  kind: mixedIn(ENTRY_KINDS),
  at: string()
    .matches(
      /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z$/,
      'The time should be an instant such as 2026-03-02T08:30:00Z.',
    )
    .test('real', 'The time does not exist.', (v) => !Number.isNaN(Date.parse(v ?? '')))
    .required('The time is missing.'),
  ticketId: string().nullable().defined(),
  runId: string().nullable().defined(),
  jobName: text(),
  title: text(),
  personName: text(),
  metal: text(),
  fuel: text(),
  handling: text(),
  thicknessM: number().positive().nullable().defined(),
  tipOrificeM: number().positive().nullable().defined(),
  outcome: mixedIn(OUTCOMES),
  good: boolean().required(),
  told: lazy((v: unknown) => {
    const kind = typeof v === 'object' && v !== null && 'kind' in v ? v.kind : undefined
    return TOLD[ENTRY_KINDS.find((k) => k === kind) ?? 'cut']
  }),
  corrects: string().nullable().defined(),
  why: text(),
}).required()
type Checked = InferType<typeof entrySchema>

/** A picture as a file names it. */
export interface FilePhoto {
  readonly id: string
  readonly entryId: string
  readonly type: string
  readonly sha256: string
  readonly addedAt: string
}

const PLAIN = [
  'id',
  'kind',
  'at',
  'jobName',
  'title',
  'personName',
  'metal',
  'thicknessM',
  'tipOrificeM',
  'fuel',
  'handling',
  'outcome',
  'good',
  'corrects',
  'why',
  'ticketId',
  'runId',
] as const
/** Heads of the columns, with units; the last holds everything as JSON, so that nothing is lost. */
const HEADS: Readonly<Record<(typeof PLAIN)[number], string>> = {
  id: 'id',
  kind: 'kind',
  at: 'at_UTC',
  jobName: 'job',
  title: 'piece',
  personName: 'person',
  metal: 'metal',
  thicknessM: 'thickness_m',
  tipOrificeM: 'tip_orifice_m',
  fuel: 'fuel',
  handling: 'handling',
  outcome: 'outcome',
  good: 'good_run',
  corrects: 'corrects',
  why: 'why',
  ticketId: 'piece_id',
  runId: 'run_id',
}
const SHOWN = [
  'oxygen_Pa',
  'fuel_Pa',
  'speed_m_s',
  'preheat_s',
  'kerf_m',
  'edge',
  'slag',
  'dropped',
  'rate',
  'note',
] as const

function shown({ told }: FileEntry): (string | number)[] {
  const cut = told.kind === 'cut' ? told : undefined
  const used = told.kind === 'cut' || told.kind === 'braze' ? told.used : undefined
  return [
    used?.oxygenPressure?.si ?? '',
    used?.fuelPressure?.si ?? '',
    cut?.used.travelSpeed?.si ?? '',
    cut?.used.preheat?.si ?? '',
    cut?.kerf?.si ?? '',
    cut?.edge ?? '',
    cut?.slag ?? '',
    cut?.drop ?? '',
    told.kind === 'pressure-test' || told.kind === 'vacuum-test' ? told.rate : '',
    'note' in told ? told.note : '',
  ]
}

/** Every line a row, RFC 4180, page by page. A cell that a spreadsheet would take for a formula is kept from it. */
export function* csvParts(pages: Iterable<readonly FileEntry[]>): Generator<string> {
  const row = (e: FileEntry) => [...PLAIN.map((p) => String(e[p] ?? '')), ...shown(e), JSON.stringify(e.told)]
  yield `${Papa.unparse([[...PLAIN.map((p) => HEADS[p]), ...SHOWN, 'told_json']])}\r\n`
  for (const page of pages)
    if (page.length > 0) yield `${Papa.unparse(page.map(row), { escapeFormulae: true })}\r\n`
}

/** The book as JSON, by log.schema.json, page by page: an entry a line. */
export function* jsonParts(
  pages: Iterable<readonly FileEntry[]>,
  photos: readonly FilePhoto[],
): Generator<string> {
  yield '{"format":"wimble-log","version":1,"entries":['
  let first = true
  for (const page of pages) {
    if (page.length === 0) continue
    yield `${first ? '' : ','}\n${page.map((e) => JSON.stringify(e)).join(',\n')}`
    first = false
  }
  yield `\n],"photos":${JSON.stringify(photos)}}\n`
}

/** What came in: good lines, pictures that are named, and what cannot be taken, with its line and why. */
export interface BookRead {
  readonly entries: readonly FileEntry[]
  /** Of each entry the line of the file. */
  readonly lines: readonly number[]
  readonly photos: readonly FilePhoto[]
  readonly bad: readonly { readonly line: number; readonly reason: string }[]
}

/** More lines than any shop writes in a working life. */
const MOST_ROWS = 1_000_000

function readAll(
  rows: readonly { readonly line: number; readonly value: unknown }[],
): Omit<BookRead, 'photos'> {
  const entries: FileEntry[] = []
  const lines: number[] = []
  const bad: { line: number; reason: string }[] = []
  for (const { line, value } of rows.slice(0, MOST_ROWS)) {
    try {
      const entry: Checked = entrySchema.validateSync(value, { strict: true, abortEarly: true })
      const told = entry.told as unknown as Told
      if (told.kind === entry.kind) {
        entries.push({ ...entry, told })
        lines.push(line)
      } else bad.push({ line, reason: 'What it tells is of another kind than the line.' })
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error
      const what = error.path === undefined || error.path === '' ? '' : `${error.path}: `
      bad.push({ line, reason: `${what}${error.errors[0] ?? 'This is not understood.'}`.slice(0, 300) })
    }
  }
  if (rows.length > MOST_ROWS)
    bad.push({ line: MOST_ROWS + 1, reason: `Only the first ${MOST_ROWS} lines are read.` })
  return { entries, lines, bad }
}

const numberOr = (cell: string): unknown =>
  cell === '' ? null : Number.isFinite(Number(cell)) ? Number(cell) : cell
/** What `escapeFormulae` put before a cell is taken off again. */
const plain = (cell: string) => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell)

function readCsv(content: string): BookRead {
  const { data, meta } = Papa.parse<Record<string, string>>(content.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  })
  const missing = [...PLAIN.map((p) => HEADS[p]), 'told_json'].filter((h) => !(meta.fields ?? []).includes(h))
  if (missing.length > 0)
    return {
      entries: [],
      lines: [],
      photos: [],
      bad: [{ line: 1, reason: `The first line has no ${missing.slice(0, 3).join(', ')}.` }],
    }
  const rows = data.map((row, i) => {
    const cell = (p: (typeof PLAIN)[number]) => plain(row[HEADS[p]] ?? '')
    let told: unknown
    try {
      told = JSON.parse(plain(row['told_json'] ?? ''))
    } catch {
      told = undefined
    }
    const nullable = (p: 'corrects' | 'ticketId' | 'runId') => (cell(p) === '' ? null : cell(p))
    return {
      line: i + 2,
      value: {
        ...Object.fromEntries(PLAIN.map((p) => [p, cell(p)])),
        thicknessM: numberOr(cell('thicknessM')),
        tipOrificeM: numberOr(cell('tipOrificeM')),
        good: cell('good') === 'true',
        corrects: nullable('corrects'),
        ticketId: nullable('ticketId'),
        runId: nullable('runId'),
        told,
      },
    }
  })
  return { ...readAll(rows), photos: [] }
}

/** Reads a book from CSV or JSON as it is written here. Never throws; nothing is lost in silence. */
export function readBook(content: string): BookRead {
  if (!content.trimStart().startsWith('{')) return readCsv(content)
  let value: unknown
  try {
    value = JSON.parse(content)
  } catch {
    return {
      entries: [],
      lines: [],
      photos: [],
      bad: [{ line: 1, reason: 'This is not JSON that can be read.' }],
    }
  }
  const book = value as { format?: unknown; version?: unknown; entries?: unknown; photos?: unknown }
  if (book.format !== 'wimble-log' || book.version !== 1 || !Array.isArray(book.entries))
    return { entries: [], lines: [], photos: [], bad: [{ line: 1, reason: 'This is no book of version 1.' }] }
  const photos = (Array.isArray(book.photos) ? book.photos : []).filter(
    (p): p is FilePhoto =>
      typeof p === 'object' &&
      p !== null &&
      UUID.test(String((p as FilePhoto).id)) &&
      UUID.test(String((p as FilePhoto).entryId)) &&
      typeof (p as FilePhoto).type === 'string' &&
      typeof (p as FilePhoto).addedAt === 'string',
  )
  return { ...readAll(book.entries.map((v: unknown, i) => ({ line: i + 1, value: v }))), photos }
}
