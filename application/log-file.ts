/** The log in open formats: CSV and JSON out, and in again from this shop or another. log.schema.json says the same of the JSON. */
import Papa from 'papaparse'
import {
  boolean,
  lazy,
  mixed,
  number,
  object,
  string,
  ValidationError,
  type AnySchema,
  type ObjectSchema,
} from 'yup'
import { LINE, LINE_NAMES, RESULTS, type LineField, type LineHead } from '#core/record/fields.ts'
import { CUT_METALS } from '#core/cut/fields.ts'
import { METAL_NAMES } from '#core/metal/base-metals.ts'
import { FUEL_IDS } from '#core/gas/fuels.ts'
import { isRecord } from '#core/objects.ts'
import type { Field, Table } from '#core/fields/spec.ts'
import { ENTRY_KINDS, type EntryKind, type LineResult } from '#core/record/entry.ts'
import { pieceNamedAsNow } from './older-names.ts'
import { resultOfLine } from './stored.ts'
import { resultSchema } from '#contract/result-schemas.ts'

/** A line of the log as a file has it. */
export interface FileEntry extends LineHead {
  readonly told: LineResult
}

const TEXT = 4000

/** What is told, by the kind of line. */
const RESULT_SCHEMAS: Readonly<Record<EntryKind, ObjectSchema<object>>> = {
  cut: ofKind('cut'),
  braze: ofKind('braze'),
  'pressure-test': ofKind('pressure-test'),
  'vacuum-test': ofKind('vacuum-test'),
  run: ofKind('run'),
  override: ofKind('override'),
  reading: ofKind('reading'),
  fault: ofKind('fault'),
  trouble: ofKind('trouble'),
}
function ofKind(kind: EntryKind): ObjectSchema<object> {
  return resultSchema(RESULTS[kind])
    .shape({ kind: string().oneOf([kind], 'What it tells is of another kind than the line.').required() })
    .required()
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i
function lineSchema(field: LineField): AnySchema {
  switch (field.is) {
    case 'uuid':
      return string().matches(UUID, 'The id should be a UUID.').required('The id is missing.')
    case 'instant':
      return string()
        .matches(
          /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z$/,
          'The time should be an instant such as 2026-03-02T08:30:00Z.',
        )
        .test('real', 'The time does not exist.', (v) => !Number.isNaN(Date.parse(v ?? '')))
        .required('The time is missing.')
    case 'text':
      return string().max(TEXT).defined()
    case 'id':
      return string().nullable().defined()
    case 'length':
      return number().positive().nullable().defined()
    case 'yes-no':
      return boolean().required()
    case 'word': {
      const words = Object.keys(field.names ?? {})
      return mixed<string>((v): v is string => (words as readonly unknown[]).includes(v)).required()
    }
  }
}
/** Whether a key stands anywhere in a value that would be more than a key to whoever copies it. */
const hasHiddenKey = (value: unknown): boolean =>
  Array.isArray(value)
    ? value.some(hasHiddenKey)
    : isRecord(value) &&
      Object.entries(value).some(([k, v]) => k === '__proto__' || k === 'constructor' || hasHiddenKey(v))

/** What is cut, and what is brazed. */
const METALS: readonly string[] = [...new Set([...Object.keys(CUT_METALS), ...METAL_NAMES])]
const oneOf = (words: readonly string[], message: string) =>
  string()
    .defined()
    .test('known', message, (v) => v === '' || words.includes(v))
const entrySchema = object({
  ...Object.fromEntries(LINE_NAMES.map((name) => [name, lineSchema(LINE[name])])),
  fuel: oneOf(FUEL_IDS, 'There is no such fuel here.'),
  metal: oneOf(METALS, 'There is no such metal here.'),
  handling: oneOf(['hand', 'track'], 'By hand or on a track.'),
  told: lazy((v: unknown) => {
    const kind = typeof v === 'object' && v !== null && 'kind' in v ? v.kind : undefined
    return RESULT_SCHEMAS[ENTRY_KINDS.find((k) => k === kind) ?? 'cut']
  }),
}).required()

/** A picture as a file names it. */
export interface FilePhoto {
  readonly id: string
  readonly entryId: string
  readonly type: string
  readonly sha256: string
  readonly addedAt: string
}

/** Columns of what is told: the head of each, and the fields that it shows, kind by kind and group by group. */
interface ResultColumn {
  readonly head: string
  readonly paths: readonly (readonly [kind: EntryKind, ...path: string[]])[]
}
function columnsOf(table: Table, path: readonly [EntryKind, ...string[]]): ResultColumn[] {
  return Object.entries<Field>(table).flatMap(([name, field]) =>
    field.type === 'group'
      ? columnsOf(field.of, [...path, name])
      : field.csv === undefined
        ? []
        : [{ head: field.csv, paths: [[...path, name] as const] }],
  )
}
/** One column for each head, whichever kinds of line have it. */
const SHOWN: readonly ResultColumn[] = [
  ...ENTRY_KINDS.flatMap((kind) => columnsOf(RESULTS[kind], [kind]))
    .reduce(
      (all, c) => all.set(c.head, { head: c.head, paths: [...(all.get(c.head)?.paths ?? []), ...c.paths] }),
      new Map<string, ResultColumn>(),
    )
    .values(),
]
const RESULT_HEAD = 'told_json'
const HEADS = LINE_NAMES.map((name) => LINE[name].head)

/** A cell of what is told: a quantity in SI, anything else as it stands, and nothing where the line has none. */
function cellOf(told: LineResult, { paths }: ResultColumn): string | number {
  const path = paths.find(([kind]) => kind === told.kind)
  if (!path) return ''
  const value = path
    .slice(1)
    .reduce<unknown>((v, name) => (isRecord(v) ? v[name] : undefined), told as unknown)
  const shown = isRecord(value) ? value['si'] : value
  return typeof shown === 'number' || typeof shown === 'string' ? shown : ''
}

/** What a spreadsheet might take for a formula, whatever blanks stand before it; and what our own mark might be taken for. */
const RISKY = /^(?:'|[\s\u00a0\u200b-\u200f\u2060\ufeff]*[=+\-@\t\r])/
/** A cell with a mark before it where a spreadsheet might run it. Numbers are none: they are written as numbers. */
const guarded = (cell: string | number): string | number =>
  typeof cell === 'string' && RISKY.test(cell) && !Number.isFinite(Number(cell)) ? `'${cell}` : cell
/** The cell as it was: the mark is taken off where it was put. */
const plain = (cell: string): string =>
  cell.startsWith("'") && RISKY.test(cell.slice(1)) ? cell.slice(1) : cell

/** Every line a row, RFC 4180, page by page. A cell that a spreadsheet would take for a formula is kept from it. */
export function* csvParts(pages: Iterable<readonly FileEntry[]>): Generator<string> {
  const row = (e: FileEntry) => [
    ...LINE_NAMES.map((name) => String(e[name] ?? '')),
    ...SHOWN.map((column) => cellOf(e.told, column)),
    JSON.stringify(e.told),
  ]
  yield `${Papa.unparse([[...HEADS, ...SHOWN.map((c) => c.head), RESULT_HEAD]])}\r\n`
  for (const page of pages)
    if (page.length > 0) yield `${Papa.unparse(page.map((e) => row(e).map(guarded)))}\r\n`
}

/** The log as JSON, by log.schema.json, page by page: an entry a line. */
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
export interface LogRead {
  readonly entries: readonly FileEntry[]
  /** Of each entry the line of the file. */
  readonly lines: readonly number[]
  readonly photos: readonly FilePhoto[]
  readonly bad: readonly { readonly line: number; readonly reason: string }[]
  /** It is no log at all: the first of `bad` says why. */
  readonly rubbish?: true
}

/** More lines than any shop writes in a working life. */
const MOST_ROWS = 1_000_000

function readAll(
  rows: readonly { readonly line: number; readonly value: unknown }[],
): Omit<LogRead, 'photos'> {
  const entries: FileEntry[] = []
  const lines: number[] = []
  const bad: { line: number; reason: string }[] = []
  for (const { line, value } of rows.slice(0, MOST_ROWS)) {
    try {
      // the schema is made from the table that the type is made from
      if (hasHiddenKey(value)) throw new ValidationError('It has a key that no log has.', value, '__proto__')
      const now = isRecord(value) ? { ...pieceNamedAsNow(value), told: resultOfLine(value['told']) } : value
      const entry = entrySchema.validateSync(now, {
        strict: true,
        abortEarly: true,
      }) as unknown as FileEntry
      if (entry.told.kind === entry.kind) {
        entries.push(entry)
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

/** A cell as the line has it. */
const lineCell = (field: LineField, cell: string): unknown =>
  field.is === 'length'
    ? numberOr(cell)
    : field.is === 'yes-no'
      ? cell === 'true'
      : field.is === 'id' && cell === ''
        ? null
        : cell

const noLog = (reason: string): LogRead => ({
  entries: [],
  lines: [],
  photos: [],
  bad: [{ line: 1, reason }],
  rubbish: true,
})

function readCsv(content: string): LogRead {
  const { data, meta } = Papa.parse<Record<string, string>>(content.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  })
  const missing = [...HEADS, RESULT_HEAD].filter((h) => !(meta.fields ?? []).includes(h))
  if (missing.length > 0)
    return noLog(
      `The first line has no ${missing.slice(0, 3).join(', ')}: this is no log. A spreadsheet of your own has a page for itself.`,
    )
  const rows = data.map((row, i) => {
    let told: unknown
    try {
      told = JSON.parse(plain(row[RESULT_HEAD] ?? ''))
    } catch {
      told = undefined
    }
    return {
      line: i + 2,
      value: {
        ...Object.fromEntries(
          LINE_NAMES.map((name) => [name, lineCell(LINE[name], plain(row[LINE[name].head] ?? ''))]),
        ),
        told,
      },
    }
  })
  return { ...readAll(rows), photos: [] }
}

/** Reads a log from CSV or JSON as it is written here. Never throws; nothing is lost in silence. */
export function readLog(content: string): LogRead {
  if (!content.trimStart().startsWith('{')) return readCsv(content)
  let value: unknown
  try {
    value = JSON.parse(content)
  } catch {
    return noLog('This is not JSON that can be read.')
  }
  const book = value as { format?: unknown; version?: unknown; entries?: unknown; photos?: unknown }
  if (book.format !== 'wimble-log' || book.version !== 1 || !Array.isArray(book.entries))
    return noLog('This is no log of version 1.')
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
