import type { LogQuery } from '#contract/schemas.ts'
import type { LogPage, LogSummary } from '#contract/types.ts'
import type { Damage } from '../../damage.ts'
import { digestOf, isWhole, SIGNED } from '../digest.ts'
import type { Db } from '../db.ts'
import { entryOf, summaryOf, type LogRow, type NewEntry, type StoredEntry } from './log-rows.ts'
import { matchOf, searchOf } from './log-words.ts'
import { pieceState } from './piece-state.ts'
import { pointsTable } from './points.ts'

const COLUMNS = `l.key, l.id, l.kind, l.at, l.ticket_id, l.run_id, l.job_name, l.title, l.person_name, l.metal, l.fuel, l.handling,
  l.thickness_m, l.tip_orifice_m, l.outcome, l.good, l.told, l.corrects, l.why,
  (SELECT c.id FROM log c WHERE c.corrects = l.id) AS corrected_by, ${isWhole('log', 'l')} AS whole`

/** A line for the list: without what only its own page shows, which is most of it. */
function inBrief(e: StoredEntry): LogSummary {
  const { told } = e
  if (told.kind !== 'cut' && told.kind !== 'braze') return summaryOf(e)
  return summaryOf({ ...e, told: { ...told, planned: {}, verdict: { ...told.verdict, judged: [] } } })
}

const PAGE = 25
/** How many lines fit is counted so far; past it, it is told as more than that. */
const COUNTED = 1000
/** Lines of one moment are told apart by so many numbers. */
const PER_MS = 1024
/** Keys stay whole numbers in JavaScript: until the year 2245. */
const LAST_MS = 8_700_000_000_000
const NEWEST = LAST_MS * PER_MS + PER_MS
/** Two orifices are the same tip when they differ by less, m. */
const SAME_TIP_M = 0.0006 * 0.0254
const DAY_MS = 24 * 3600 * 1000
const MOST_CHOICES = 200
/** What Today shows of the log. */
const SHOWN_KINDS = ['cut', 'braze', 'pressure-test', 'vacuum-test'] as const

const baseOf = (at: string) => Math.min(LAST_MS, Math.max(0, Date.parse(at))) * PER_MS

/** The columns that a query narrows by, looked at exactly; the index of words has brought what is near. */
function narrowed(query: LogQuery): {
  readonly sql: string
  readonly values: Readonly<Record<string, unknown>>
} {
  const { kind, outcome, metal, person, ticket } = query
  const same = { kind, outcome, metal, person_name: person, ticket_id: ticket }
  const asked = Object.entries(same).filter(([, v]) => v !== undefined)
  const tests = asked.map(([column]) => `l.${column} = @${column}`)
  const values: Record<string, unknown> = Object.fromEntries(asked)
  if (query.tip !== undefined) {
    tests.push('l.tip_orifice_m BETWEEN @tipFrom AND @tipTo')
    values['tipFrom'] = Number(query.tip) - SAME_TIP_M
    values['tipTo'] = Number(query.tip) + SAME_TIP_M
  }
  if (query.thinnest !== undefined) {
    tests.push('l.thickness_m >= @thinnest')
    values['thinnest'] = Number(query.thinnest) * (1 - 1e-6)
  }
  if (query.thickest !== undefined) {
    tests.push('l.thickness_m <= @thickest')
    values['thickest'] = Number(query.thickest) * (1 + 1e-6)
  }
  return { sql: tests.map((t) => ` AND ${t}`).join(''), values }
}

/** The log: lines are added, never changed. */
export function logTable(db: Db, damage: Damage) {
  const points = pointsTable(db)
  const refresh = pieceState(db)
  const get = db.prepare<[string], LogRow>(`SELECT ${COLUMNS} FROM log l WHERE l.id = ?`)
  const newestOf = db.prepare<[string, number], LogRow>(
    `SELECT ${COLUMNS} FROM log l WHERE l.kind = ? AND NOT EXISTS (SELECT 1 FROM log d WHERE d.corrects = l.id) ORDER BY l.key DESC LIMIT ?`,
  )
  const ofTicket = db.prepare<[string, number], LogRow>(
    `SELECT ${COLUMNS} FROM log l WHERE l.ticket_id = ? ORDER BY l.key DESC LIMIT ?`,
  )
  const after = db.prepare<[number, number], LogRow>(
    `SELECT ${COLUMNS} FROM log l WHERE l.key > ? ORDER BY l.key LIMIT ?`,
  )
  const ofRun = db.prepare<[string], { id: string }>(
    "SELECT id FROM log WHERE run_id = ? AND kind IN ('cut', 'braze') AND corrects IS NULL",
  )
  const has = db.prepare<[string], { id: string }>('SELECT id FROM log WHERE id = ?')
  const corrected = db.prepare<[string], { id: string }>('SELECT id FROM log WHERE corrects = ?')
  const overrides = db.prepare<[string], { n: number }>(
    "SELECT count(*) AS n FROM log WHERE run_id = ? AND kind = 'override'",
  )
  const last = db.prepare<[], { seq: number; chain: string | null }>(
    'SELECT seq, chain FROM log WHERE seq = (SELECT max(seq) FROM log)',
  )
  const takenKey = db
    .prepare<[number, number], number | null>('SELECT max(key) FROM log WHERE key >= ? AND key < ?')
    .pluck()
  const jobOf = db.prepare<[string], string>('SELECT job_id FROM tickets WHERE id = ?').pluck()
  const written = db.prepare<[string]>('UPDATE runs SET written = 1 WHERE id = ?')
  const add = db.prepare(
    `INSERT INTO log (key, seq, ${SIGNED.log.join(', ')}, search, digest, chain)
     VALUES (@key, @seq, ${SIGNED.log.map((c) => `@${c}`).join(', ')}, @search, ${digestOf('log', '@')},
       digest_of(@chain, @seq, ${digestOf('log', '@')}))`,
  )
  const addText = db.prepare<[number, string]>('INSERT INTO log_text (rowid, search) VALUES (?, ?)')
  const addChoice = db.prepare<[string, string | number]>(
    'INSERT OR IGNORE INTO log_choices (what, value) VALUES (?, ?)',
  )
  const choices = db
    .prepare<[string], string | number>(
      `SELECT value FROM log_choices WHERE what = ? ORDER BY value LIMIT ${MOST_CHOICES}`,
    )
    .pluck()

  let many = false

  const stored = (r: LogRow): StoredEntry | undefined =>
    damage.read({ table: 'log', row: r.key, id: r.id, name: r.title, at: r.at }, r.whole, () => entryOf(r))
  const readable = (rows: readonly LogRow[]): StoredEntry[] =>
    rows.flatMap((r) => {
      const e = stored(r)
      return e ? [e] : []
    })

  /** A key for a moment: the next free one of that moment, or of the moments after it. */
  const keyFor = (at: string): number => {
    for (let base = baseOf(at); ; base += PER_MS) {
      const taken = takenKey.get(base, base + PER_MS) ?? null
      const key = taken === null ? base : taken + 1
      if (key < base + PER_MS) return key
    }
  }
  const isAsked = (q: LogQuery) => matchOf(q) !== '' || q.from !== undefined || q.to !== undefined
  /** How a query is asked: which keys, by which words, and what is looked at exactly. */
  const asked = (query: LogQuery) => {
    const match = matchOf(query)
    const { sql, values } = narrowed(query)
    const from = query.from === undefined ? 0 : baseOf(`${query.from}T00:00:00Z`)
    const to = query.to === undefined ? NEWEST : baseOf(`${query.to}T00:00:00Z`) + DAY_MS * PER_MS
    const source =
      match === ''
        ? 'FROM log l WHERE l.key >= @from AND l.key < @to'
        : 'FROM log_text f CROSS JOIN log l ON l.key = f.rowid WHERE f.log_text MATCH @match AND f.rowid >= @from AND f.rowid < @to'
    return {
      sql: source + sql,
      order: match === '' ? 'l.key' : 'f.rowid',
      values: { ...values, from, to, ...(match === '' ? {} : { match }) },
    }
  }
  return {
    ...points,
    /** A page of what fits, newest first, from before a key on; and how much fits, counted to a thousand. */
    find: (query: LogQuery): Omit<LogPage, 'metals' | 'people' | 'tips' | 'apart'> => {
      const { sql, order, values } = asked(query)
      const to = Math.min(values.to, query.before === undefined ? NEWEST : Number(query.before))
      const rows = db
        .prepare<[object], LogRow>(`SELECT ${COLUMNS} ${sql} ORDER BY ${order} DESC LIMIT ${PAGE + 1}`)
        .all({ ...values, to })
      const shown = rows.slice(0, PAGE)
      const total = isAsked(query)
        ? (db
            .prepare<[object], number>(`SELECT count(*) FROM (SELECT 1 ${sql} LIMIT ${COUNTED + 1})`)
            .pluck()
            .get(values) ?? 0)
        : (last.get()?.seq ?? 0)
      return {
        entries: readable(shown).map(inBrief),
        total: isAsked(query) ? Math.min(total, COUNTED) : total,
        totalIs: isAsked(query) && total > COUNTED ? 'more' : 'exact',
        before: rows.length > PAGE ? String(shown.at(-1)?.key ?? '') : null,
      }
    },
    choices: (): Pick<LogPage, 'metals' | 'people' | 'tips'> => ({
      metals: choices.all('metal') as string[],
      people: choices.all('person') as string[],
      tips: choices.all('tip') as number[],
    }),
    recent: (count: number): LogSummary[] =>
      readable(
        SHOWN_KINDS.flatMap((kind) => newestOf.all(kind, count))
          .sort((a, b) => b.key - a.key)
          .slice(0, count),
      ).map(inBrief),
    /** The lines of a piece, newest first. */
    ofTicket: (ticketId: string, most = 500): LogSummary[] =>
      readable(ofTicket.all(ticketId, most)).map(summaryOf),
    /** So many lines after a key, oldest first, and the key to go on from; undefined at the end. */
    page: (
      key: number,
      most: number,
    ): { readonly entries: StoredEntry[]; readonly last: number } | undefined => {
      const rows = after.all(key, most)
      const end = rows.at(-1)
      return end && { entries: readable(rows), last: end.key }
    },
    get: (id: string): StoredEntry | undefined => {
      const row = get.get(id)
      return row && stored(row)
    },
    has: (id: string): boolean => has.get(id) !== undefined,
    entryOfRun: (runId: string): string | undefined => ofRun.get(runId)?.id,
    correctionOf: (id: string): string | undefined => corrected.get(id)?.id,
    overridesOf: (runId: string): number => overrides.get(runId)?.n ?? 0,
    /** Puts very many lines in: their words are indexed once, when all of them are there. */
    many: (work: () => void): void => {
      many = true
      try {
        work()
      } finally {
        many = false
        db.exec("INSERT INTO log_text (log_text) VALUES ('rebuild')")
      }
    },
    add: (e: NewEntry): void => {
      const before = last.get()
      const key = keyFor(e.at)
      const search = searchOf(e, e.ticketId === null ? null : (jobOf.get(e.ticketId) ?? null))
      add.run({
        key,
        seq: (before?.seq ?? 0) + 1,
        chain: before?.chain ?? '',
        id: e.id,
        kind: e.kind,
        at: e.at,
        ticket_id: e.ticketId,
        run_id: e.runId,
        person_id: e.personId,
        job_name: e.jobName,
        title: e.title,
        person_name: e.personName,
        metal: e.metal,
        fuel: e.fuel,
        handling: e.handling,
        thickness_m: e.thicknessM,
        tip_orifice_m: e.tipOrificeM,
        kerf_m: e.told.kind === 'cut' ? (e.told.kerf?.si ?? null) : null,
        outcome: e.outcome,
        good: e.good ? 1 : 0,
        told: JSON.stringify(e.told),
        corrects: e.corrects,
        why: e.why,
        search,
      })
      if (!many) addText.run(key, search)
      if (e.metal !== '') addChoice.run('metal', e.metal)
      if (e.personName !== '') addChoice.run('person', e.personName)
      if (e.tipOrificeM !== null) addChoice.run('tip', e.tipOrificeM)
      points.learn(key, { ...e, correctedBy: null })
      if (e.runId !== null && (e.kind === 'cut' || e.kind === 'braze')) written.run(e.runId)
      if (e.ticketId !== null) refresh(e.ticketId)
    },
  }
}
