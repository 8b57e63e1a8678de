/** What is worked out from the log's rows and kept beside them, worked out anew: after a migration, or for a row put back. */
import { eventAsNow, setupAsNow, stepsAsNow, type OldBreaks, type StoredEvent } from '#application/stored.ts'
import { inPassing } from '#core/names.ts'
import { foldRun } from '#core/record/run.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Run } from '#contract/types.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import { digestOf, SIGNED, type SignedTable } from './digest.ts'
import type { Db } from './db.ts'
import { searchOf } from './tables/log-words.ts'
import { entryOf, type LogRow } from './tables/log-rows.ts'
import { aboutOf, pieceState } from './tables/piece-state.ts'
import { pointsTable } from './tables/points.ts'
import { piecesAsNow, standsAt, tookOf, type NewRunPiece } from './tables/runs.ts'

/** What JSON says, or nothing where it is none: such a row stays as it is, and is left out when it is read. */
function parsed<T>(text: string): T | undefined {
  try {
    return JSON.parse(text) as T
  } catch {
    return undefined
  }
}

/** Works out again by what a line of the log is found, and what is learnt from it. The index of words is not touched. */
export function derivesLine(db: Db): (key: number) => void {
  const points = pointsTable(db)
  const get = db.prepare<[number], LogRow & { person_id: string | null; job_id: string | null }>(
    `SELECT l.*, (SELECT c.id FROM log c WHERE c.corrects = l.id) AS corrected_by, 1 AS whole, t.job_id FROM log l LEFT JOIN tickets t ON t.id = l.ticket_id WHERE l.key = ?`,
  )
  const put = db.prepare<[string, number]>('UPDATE log SET search = ? WHERE key = ?')
  const addChoice = db.prepare<[string, string | number]>(
    'INSERT OR IGNORE INTO log_choices (what, value) VALUES (?, ?)',
  )
  return (key) => {
    const row = get.get(key)
    if (!row || parsed(row.told) === undefined) return
    const entry = entryOf(row)
    const search = searchOf({ ...entry, personId: row.person_id }, row.job_id)
    put.run(search, key)
    if (row.metal !== '') addChoice.run('metal', row.metal)
    if (row.person_name !== '') addChoice.run('person', row.person_name)
    if (row.tip_orifice_m !== null) addChoice.run('tip', row.tip_orifice_m)
    points.learn(key, entry)
  }
}

/** Works out again what lists show of one piece. */
export function derivesPiece(db: Db): (id: string) => void {
  const refresh = pieceState(db)
  const get = db.prepare<[string], { draft: string }>('SELECT draft FROM tickets WHERE id = ?')
  const put = db.prepare<[string, string, string]>('UPDATE tickets SET kind = ?, about = ? WHERE id = ?')
  return (id) => {
    const draft = parsed<PieceDraft>(get.get(id)?.draft ?? '')
    if (draft) put.run(draft.kind, aboutOf(draft), id)
    refresh(id)
  }
}

/** Works out again what lists show of one run. */
export function derivesRun(db: Db): (id: string) => void {
  const plan = db.prepare<[string], Record<'draft' | 'plan' | 'setting' | 'steps' | 'breaks', string>>(
    'SELECT draft, plan, setting, steps, breaks FROM plans WHERE run_id = ?',
  )
  const events = db.prepare<[string], StoredEvent>(
    'SELECT id, kind, step_id AS stepId, at, person_id AS personId, reason FROM run_events WHERE run_id = ? ORDER BY seq',
  )
  const put = db.prepare<[string, string]>('UPDATE runs SET progress = ? WHERE id = ?')
  const putTook = db.prepare<[string, string, number]>(
    'UPDATE run_pieces SET took = ? WHERE run_id = ? AND place = ?',
  )
  return (id) => {
    const row = plan.get(id)
    if (!row) return
    const [draft, made, setting] = [
      parsed<PieceDraft>(row.draft),
      parsed<NewRunPiece['plan']>(row.plan),
      parsed<LineSetting>(row.setting),
    ]
    const [steps, breaks] = [parsed<Run['steps']>(row.steps), parsed<OldBreaks>(row.breaks)]
    if (!draft || !made || !setting || !steps || !breaks) return
    const asNow = stepsAsNow(steps)
    const setup = setupAsNow(breaks, setting, asNow)
    const pieces = piecesAsNow({ pieceId: '', draft, plan: made, setup, repeats: 1 }, breaks)
    const progress = foldRun(
      { steps: asNow, pieces },
      events.all(id).map((e) => eventAsNow(e, breaks)),
    )
    put.run(JSON.stringify(standsAt(pieces, progress)), id)
    pieces.forEach((p, i) =>
      putTook.run(JSON.stringify(tookOf({ ...p, fuel: p.setup.setting.fuel })), id, i + 1),
    )
  }
}

/** Signs every row that is not signed yet, and chains the log in the order in which it was put in. */
function signAll(db: Db): void {
  for (const table of Object.keys(SIGNED) as SignedTable[])
    db.exec(`UPDATE ${table} SET digest = ${digestOf(table)} WHERE digest IS NULL`)
  const lines = db.prepare<[number], { key: number; seq: number; digest: string }>(
    'SELECT key, seq, digest FROM log WHERE seq > ? ORDER BY seq LIMIT 1000',
  )
  const chain = db.prepare<[string, number, string], string>('SELECT digest_of(?, ?, ?)').pluck()
  const put = db.prepare<[string, number]>('UPDATE log SET chain = ? WHERE key = ?')
  let before = ''
  for (let rows = lines.all(0); rows.length > 0; rows = lines.all(rows.at(-1)?.seq ?? 0))
    for (const r of rows) {
      before = chain.get(before, r.seq, r.digest) ?? ''
      put.run(before, r.key)
    }
}

/** A log of before digests and columns for lists, brought forward, once its tables are as they stand now. */
export function deriveAll(db: Db): void {
  const ids = <T>(sql: string) => db.prepare<[], T>(sql).pluck().all()
  ids<number>('SELECT key FROM log ORDER BY key').forEach(derivesLine(db))
  db.exec("INSERT INTO log_text (log_text) VALUES ('rebuild')")
  ids<string>('SELECT id FROM runs').forEach(derivesRun(db))
  ids<string>('SELECT id FROM tickets').forEach(derivesPiece(db))
  signAll(db)
}

/** Works out again what is left of each job's name for somebody who reads it in passing. */
export function deriveJobNames(db: Db): void {
  const put = db.prepare<[string, string]>('UPDATE jobs SET plain = ? WHERE id = ?')
  for (const { id, name } of db.prepare<[], { id: string; name: string }>('SELECT id, name FROM jobs').all())
    put.run(inPassing(name), id)
}
