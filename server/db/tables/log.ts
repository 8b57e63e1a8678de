import type { LogPage, LogSummary } from '#contract/types.ts'
import type { EntryKind } from '#core/record/entry.ts'
import type { Making } from '#core/record/run.ts'
import type { Damage } from '../../damage.ts'
import { digestOf, SIGNED } from '../digest.ts'
import type { Db } from '../db.ts'
import { logFind } from './log-find.ts'
import { firstKeyOf, PER_MS } from './log-keys.ts'
import {
  columnsOf,
  entryOf,
  inBrief,
  LOG_COLUMNS,
  summaryOf,
  type LogRow,
  type NewEntry,
  type StoredEntry,
} from './log-rows.ts'
import { searchOf } from './log-words.ts'
import { pieceState } from './piece-state.ts'
import { pointsTable } from './points.ts'
import { OWES } from './runs.ts'

const MOST_CHOICES = 200
/** What Today shows of the log. */
const SHOWN_KINDS = ['cut', 'braze', 'pressure-test', 'vacuum-test'] as const

/** The log: lines are added, never changed. */
export function logTable(db: Db, damage: Damage) {
  const points = pointsTable(db)
  const refresh = pieceState(db)
  const get = db.prepare<[string], LogRow>(`SELECT ${LOG_COLUMNS} FROM log l WHERE l.id = ?`)
  const newestOf = db.prepare<[string, number], LogRow>(
    `SELECT ${LOG_COLUMNS} FROM log l WHERE l.kind = ? AND NOT EXISTS (SELECT 1 FROM log d WHERE d.corrects = l.id) ORDER BY l.key DESC LIMIT ?`,
  )
  const ofPiece = db.prepare<[string, number], LogRow>(
    `SELECT ${LOG_COLUMNS} FROM log l WHERE l.ticket_id = ? ORDER BY l.key DESC LIMIT ?`,
  )
  const after = db.prepare<[number, number], LogRow>(
    `SELECT ${LOG_COLUMNS} FROM log l WHERE l.key > ? ORDER BY l.key LIMIT ?`,
  )
  const ofMaking = db
    .prepare<[string, number, number], string>(
      'SELECT entry_id FROM run_lines WHERE run_id = ? AND place = ? AND repeat = ?',
    )
    .pluck()
  const makingOf = db.prepare<[string], Making>('SELECT place, repeat FROM run_lines WHERE entry_id = ?')
  // the first making of a piece in a run that no line tells of; of any piece where the line names none
  const untold = db.prepare<[{ run: string; piece: string | null }], Making>(`
    WITH RECURSIVE made (place, repeat, most) AS (
      SELECT place, 1, repeats FROM run_pieces WHERE run_id = @run AND ticket_id = coalesce(@piece, ticket_id)
      UNION ALL SELECT place, repeat + 1, most FROM made WHERE repeat < most)
    SELECT place, repeat FROM made m WHERE NOT EXISTS (SELECT 1 FROM run_lines w
      WHERE w.run_id = @run AND w.place = m.place AND w.repeat = m.repeat) ORDER BY place, repeat LIMIT 1`)
  const addMaking = db.prepare<[string, number, number, string]>(
    'INSERT INTO run_lines (run_id, place, repeat, entry_id) VALUES (?, ?, ?, ?)',
  )
  const has = db.prepare<[string], { id: string }>('SELECT id FROM log WHERE id = ?')
  const corrected = db.prepare<[string], { id: string }>('SELECT id FROM log WHERE corrects = ?')
  const countOf = db.prepare<[string, EntryKind], { n: number }>(
    'SELECT count(*) AS n FROM log WHERE run_id = ? AND kind = ?',
  )
  const last = db.prepare<[], { seq: number; chain: string | null }>(
    'SELECT seq, chain FROM log WHERE seq = (SELECT max(seq) FROM log)',
  )
  const takenKey = db
    .prepare<[number, number], number | null>('SELECT max(key) FROM log WHERE key >= ? AND key < ?')
    .pluck()
  /** A key for a moment: the next free one of that moment, or of the moments after it. */
  const keyFor = (at: string): number => {
    for (let base = firstKeyOf(at); ; base += PER_MS) {
      const taken = takenKey.get(base, base + PER_MS) ?? null
      const key = taken === null ? base : taken + 1
      if (key < base + PER_MS) return key
    }
  }
  const jobOf = db.prepare<[string], string>('SELECT job_id FROM tickets WHERE id = ?').pluck()
  const owe = db.prepare<[string]>(OWES)
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

  return {
    ...points,
    find: logFind(db, readable, () => last.get()?.seq ?? 0),
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
    /** The newest lines of a kind, with all that they tell. */
    newest: (kind: EntryKind, most: number): StoredEntry[] => readable(newestOf.all(kind, most)),
    /** The lines of a piece, newest first. */
    ofPiece: (pieceId: string, most = 500): LogSummary[] =>
      readable(ofPiece.all(pieceId, most)).map(summaryOf),
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
    /** The line that tells of a making of a run. */
    entryOf: (runId: string, { place, repeat }: Making): string | undefined =>
      ofMaking.get(runId, place, repeat),
    /** Which making of its run a line tells of; undefined for one that tells of none, or takes another's place. */
    makingOf: (id: string): Making | undefined => makingOf.get(id),
    /** The first making in a run of a piece, or of any, that no line tells of. */
    untold: (runId: string, pieceId: string | null): Making | undefined =>
      untold.get({ run: runId, piece: pieceId }),
    correctionOf: (id: string): string | undefined => corrected.get(id)?.id,
    /** How many lines of a kind a run has. */
    countOf: (runId: string, kind: EntryKind): number => countOf.get(runId, kind)?.n ?? 0,
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
    /** Puts a line in; `making` is the one of its run that a cut or a braze tells of. */
    add: (e: NewEntry, making?: Making): void => {
      const before = last.get()
      const key = keyFor(e.at)
      const search = searchOf(e, e.pieceId === null ? null : (jobOf.get(e.pieceId) ?? null))
      add.run({
        key,
        seq: (before?.seq ?? 0) + 1,
        chain: before?.chain ?? '',
        ...columnsOf(e),
        person_id: e.personId,
        kerf_m: e.told.kind === 'cut' ? (e.told.kerf?.si ?? null) : null,
        told: JSON.stringify(e.told),
        search,
      })
      if (!many) addText.run(key, search)
      if (e.metal !== '') addChoice.run('metal', e.metal)
      if (e.personName !== '') addChoice.run('person', e.personName)
      if (e.tipOrificeM !== null) addChoice.run('tip', e.tipOrificeM)
      points.learn(key, { ...e, correctedBy: null })
      if (e.runId !== null && making) {
        addMaking.run(e.runId, making.place, making.repeat, e.id)
        owe.run(e.runId)
      }
      if (e.pieceId !== null) refresh(e.pieceId)
    },
  }
}
