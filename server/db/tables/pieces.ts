import { pieceAsNow } from '#application/stored.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Piece, PieceChanged, PieceState, PieceSummary } from '#contract/types.ts'
import type { Damage } from '../../damage.ts'
import { digestOf, isWhole } from '../digest.ts'
import type { Db } from '../db.ts'
import { aboutOf, pieceState } from './piece-state.ts'

interface BriefRow {
  readonly id: string
  readonly job_id: string
  readonly job_name: string
  readonly title: string
  readonly kind: string
  readonly about: string
  readonly state: string
  readonly run_id: string | null
  readonly remedy_of: string | null
  readonly failed_by: string | null
}
interface Row extends BriefRow {
  readonly row: number
  readonly draft: string
  readonly version: number
  readonly created_at: string
  readonly whole: number
}

const BRIEF =
  't.id, t.job_id, j.name AS job_name, t.title, t.kind, t.about, t.state, t.run_id, t.remedy_of, t.failed_by'
const FROM = 'FROM tickets t JOIN jobs j ON j.id = t.job_id'

const brief = (r: BriefRow): PieceSummary => ({
  id: r.id,
  jobId: r.job_id,
  jobName: r.job_name,
  title: r.title,
  state: r.state as PieceState,
  runId: r.run_id,
  kind: r.kind as PieceDraft['kind'],
  about: r.about,
  remedyOf: r.remedy_of,
  failedBy: r.failed_by,
})

/** The pieces of jobs. */
export function piecesTable(db: Db, damage: Damage) {
  const refresh = pieceState(db)
  const page = db.prepare<[string, number, number], BriefRow>(
    `SELECT ${BRIEF} ${FROM} WHERE t.job_id = ? ORDER BY t.created_at, t.id LIMIT ? OFFSET ?`,
  )
  const before = db
    .prepare<[string, string, string], number>(
      'SELECT count(*) FROM tickets WHERE job_id = ? AND (created_at, id) < (?, ?)',
    )
    .pluck()
  const count = db.prepare<[string], number>('SELECT count(*) FROM tickets WHERE job_id = ?').pluck()
  const drafts = db.prepare<[string, number], Row>(
    `SELECT ${BRIEF}, t.rowid AS row, t.draft, t.version, t.created_at, ${isWhole('tickets', 't')} AS whole ${FROM}
     WHERE t.job_id = ? ORDER BY t.created_at, t.id LIMIT ?`,
  )
  const planned = db.prepare<[number], BriefRow>(
    `SELECT ${BRIEF} ${FROM} WHERE t.state = 'planned' ORDER BY t.created_at, t.id LIMIT ?`,
  )
  const get = db.prepare<[string], Row>(
    `SELECT ${BRIEF}, t.rowid AS row, t.draft, t.version, t.created_at, ${isWhole('tickets', 't')} AS whole ${FROM} WHERE t.id = ?`,
  )
  const head = db.prepare<[string], BriefRow & { readonly version: number }>(
    `SELECT ${BRIEF}, t.version ${FROM} WHERE t.id = ?`,
  )
  const add = db.prepare(
    `INSERT INTO tickets (id, job_id, title, draft, version, created_at, updated_at, remedy_of, kind, about, digest)
     VALUES (@id, @job_id, @title, @draft, 1, @at, @at, @remedy_of, @kind, @about, ${digestOf('tickets', '@')})`,
  )
  const change = db.prepare(
    `UPDATE tickets SET title = @title, draft = @draft, kind = @kind, about = @about, version = version + 1, updated_at = @at,
       digest = digest_of(id, job_id, @title, @draft, remedy_of) WHERE id = @id AND version = @version`,
  )
  const piece = (r: Row): Piece | undefined =>
    damage.read({ table: 'tickets', row: r.row, id: r.id, name: r.title, at: r.created_at }, r.whole, () => ({
      ...brief(r),
      draft: pieceAsNow(JSON.parse(r.draft)),
      version: r.version,
    }))
  return {
    /** So many pieces of a job from a place in it on, as lists show them. */
    ofJob: (jobId: string, most: number, from = 0): PieceSummary[] => page.all(jobId, most, from).map(brief),
    /** What of a job's pieces was typed: of those that can be read. */
    draftsOf: (jobId: string, most: number): PieceDraft[] =>
      drafts.all(jobId, most).flatMap((r) => piece(r)?.draft ?? []),
    countOf: (jobId: string): number => count.get(jobId) ?? 0,
    /** How many pieces of its job come before a piece. */
    placeOf: (id: string): number => {
      const row = get.get(id)
      return row ? (before.get(row.job_id, row.created_at, row.id) ?? 0) : 0
    },
    planned: (most: number): PieceSummary[] => planned.all(most).map(brief),
    /** As lists show it, whether or not its draft can be read. */
    brief: (id: string): PieceChanged | undefined => {
      const row = head.get(id)
      return row && { ...brief(row), version: row.version }
    },
    /** With its draft; undefined also for one that cannot be read, which is noted. */
    get: (id: string): Piece | undefined => {
      const row = get.get(id)
      return row && piece(row)
    },
    add: (
      t: {
        id: string
        jobId: string
        title: string
        draft: PieceDraft
        remedyOf?: string | null | undefined
      },
      at: string,
    ): void => {
      add.run({
        id: t.id,
        job_id: t.jobId,
        title: t.title,
        draft: JSON.stringify(t.draft),
        at,
        remedy_of: t.remedyOf ?? null,
        kind: t.draft.kind,
        about: aboutOf(t.draft),
      })
      refresh(t.id)
    },
    /** False when somebody else has changed it since `version`. */
    change: (id: string, title: string, draft: PieceDraft, version: number, at: string): boolean => {
      const text = JSON.stringify(draft)
      const done = change.run({
        id,
        title,
        draft: text,
        kind: draft.kind,
        about: aboutOf(draft),
        version,
        at,
      })
      if (done.changes === 1) refresh(id)
      return done.changes === 1
    },
  }
}
