import { isJoint, jointFacts } from '#core/braze/joints.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { PieceState } from '#contract/types.ts'
import type { Db } from '../db.ts'

/** A piece in a few words, as it was typed. */
export function aboutOf(draft: PieceDraft): string {
  if (draft.kind === 'cut')
    return `${draft.work.thickness} plate${draft.work.length === '' ? '' : `, ${draft.work.length} long`}`
  const { joint, a, b } = draft.work
  const size = a.tube || a.outsideDiameter || a.wall
  const words = (metal: string) => metal.replaceAll('-', ' ')
  const other =
    a.metal === b.metal || ['crack', 'casting', 'overlay'].includes(joint) ? '' : ` to ${words(b.metal)}`
  return `braze, ${isJoint(joint) ? jointFacts(joint).short : joint}: ${words(a.metal)} ${size}${other}`
}

interface Facts {
  readonly kind: PieceDraft['kind']
  readonly open_run: string | null
  readonly unwritten_run: string | null
  readonly failed_by: string | null
  readonly logged: number
}

const stateOf = (f: Facts): PieceState =>
  f.open_run
    ? 'running'
    : f.unwritten_run
      ? f.kind === 'cut'
        ? 'cut'
        : 'brazed'
      : f.failed_by
        ? 'failed'
        : f.logged === 1
          ? 'logged'
          : 'planned'

/**
 * Works out again where a piece stands, and keeps it in the piece's own row: to be called in the transaction of
 * whatever may have changed it. It is under way while a run is open; cut, or brazed, while its newest finished run is
 * not in the log; failed while its newest judged line has failed and no remedy of that line has passed.
 */
export function pieceState(db: Db): (pieceId: string) => void {
  const facts = db.prepare<[string], Facts>(`
    SELECT t.kind,
      (SELECT r.id FROM run_pieces m JOIN runs r ON r.id = m.run_id
       WHERE m.ticket_id = t.id AND r.ended_at IS NULL) AS open_run,
      (SELECT r.id FROM run_pieces m JOIN runs r ON r.id = m.run_id
       WHERE m.ticket_id = t.id AND r.ended_at IS NOT NULL
         AND m.made > (SELECT count(*) FROM run_lines w WHERE w.run_id = m.run_id AND w.place = m.place)
       ORDER BY r.started_at DESC LIMIT 1) AS unwritten_run,
      EXISTS (SELECT 1 FROM log l WHERE l.ticket_id = t.id AND l.kind IN ('cut', 'braze', 'pressure-test', 'vacuum-test')) AS logged,
      (SELECT f.id FROM log f WHERE f.id = (SELECT l.id FROM log l WHERE l.ticket_id = t.id AND l.outcome IN ('passed', 'failed')
           AND NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = l.id) ORDER BY l.key DESC LIMIT 1)
         AND f.outcome = 'failed'
         AND NOT EXISTS (SELECT 1 FROM tickets m JOIN log g ON g.ticket_id = m.id
           WHERE m.remedy_of = f.id AND g.outcome = 'passed')) AS failed_by
    FROM tickets t WHERE t.id = ?`)
  const put = db.prepare<[string, string | null, string | null, string]>(
    'UPDATE tickets SET state = ?, run_id = ?, failed_by = ? WHERE id = ?',
  )
  // a line that puts another right may be the end of that one's failure
  const remedied = db
    .prepare<[string], string>(
      'SELECT l.ticket_id FROM tickets t JOIN log l ON l.id = t.remedy_of WHERE t.id = ? AND l.ticket_id IS NOT NULL',
    )
    .pluck()
  const one = (pieceId: string): void => {
    const found = facts.get(pieceId)
    if (found) put.run(stateOf(found), found.open_run ?? found.unwritten_run, found.failed_by, pieceId)
  }
  return (pieceId) => {
    one(pieceId)
    const other = remedied.get(pieceId)
    if (other !== undefined && other !== pieceId) one(other)
  }
}
