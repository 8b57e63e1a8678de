import type { PieceDraft } from '#contract/schemas.ts'
import type { Ticket, TicketSummary } from '#contract/types.ts'
import type { Db } from '../open.ts'

interface Row {
  id: string
  job_id: string
  job_name: string
  title: string
  draft: string
  version: number
  open_run: string | null
  unwritten_run: string | null
  logged: number
  remedy_of: string | null
  failed_by: string | null
}

// a piece is under way while a run is open; it is cut, or brazed, while its newest finished run is not in the log
const SELECT = `
  SELECT t.id, t.job_id, j.name AS job_name, t.title, t.draft, t.version,
    (SELECT r.id FROM runs r WHERE r.ticket_id = t.id AND r.ended_at IS NULL) AS open_run,
    (SELECT r.id FROM runs r WHERE r.ticket_id = t.id AND r.ended_at IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM log l WHERE l.run_id = r.id AND l.kind IN ('cut', 'braze'))
       AND r.stopped = 0
     ORDER BY r.started_at DESC LIMIT 1) AS unwritten_run,
    EXISTS (SELECT 1 FROM log l WHERE l.ticket_id = t.id AND l.kind IN ('cut', 'braze', 'pressure-test', 'vacuum-test')) AS logged,
    t.remedy_of,
    (SELECT f.id FROM log f WHERE f.id = (SELECT l.id FROM log l WHERE l.ticket_id = t.id AND l.outcome IN ('passed', 'failed')
         AND NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = l.id) ORDER BY l.at DESC, l.id LIMIT 1)
       AND f.outcome = 'failed'
       AND NOT EXISTS (SELECT 1 FROM tickets m JOIN log g ON g.ticket_id = m.id
         WHERE m.remedy_of = f.id AND g.outcome = 'passed')) AS failed_by
  FROM tickets t JOIN jobs j ON j.id = t.job_id`

/** A piece in a few words, as it was typed. */
function aboutOf(draft: PieceDraft): string {
  if (draft.kind === 'cut')
    return `${draft.work.thickness} plate${draft.work.length === '' ? '' : `, ${draft.work.length} long`}`
  const { joint, a, b } = draft.work
  const size = a.tube || a.outsideDiameter || a.wall
  const words = (metal: string) => metal.replaceAll('-', ' ')
  const other =
    a.metal === b.metal || ['crack', 'casting', 'overlay'].includes(joint) ? '' : ` to ${words(b.metal)}`
  return `braze, ${joint === 'doubleLap' ? 'double lap' : joint}: ${words(a.metal)} ${size}${other}`
}

function ticket(r: Row): Ticket {
  const draft = JSON.parse(r.draft) as PieceDraft
  return {
    id: r.id,
    jobId: r.job_id,
    jobName: r.job_name,
    title: r.title,
    state: r.open_run
      ? 'running'
      : r.unwritten_run
        ? draft.kind === 'cut'
          ? 'cut'
          : 'brazed'
        : r.failed_by
          ? 'failed'
          : r.logged
            ? 'logged'
            : 'planned',
    runId: r.open_run ?? r.unwritten_run,
    kind: draft.kind,
    about: aboutOf(draft),
    remedyOf: r.remedy_of,
    failedBy: r.failed_by,
    draft,
    version: r.version,
  }
}

/** A ticket without what only its own view needs. */
export const summary = (t: Ticket): TicketSummary => ({
  id: t.id,
  jobId: t.jobId,
  jobName: t.jobName,
  title: t.title,
  state: t.state,
  runId: t.runId,
  kind: t.kind,
  about: t.about,
  remedyOf: t.remedyOf,
  failedBy: t.failedBy,
})

/** The pieces of jobs. */
export function ticketsTable(db: Db) {
  const ofJob = db.prepare<[string], Row>(`${SELECT} WHERE t.job_id = ? ORDER BY t.created_at, t.id`)
  const all = db.prepare<[], Row>(`${SELECT} ORDER BY t.created_at, t.id`)
  const get = db.prepare<[string], Row>(`${SELECT} WHERE t.id = ?`)
  const add = db.prepare<[string, string, string, string, string, string, string | null]>(
    'INSERT INTO tickets (id, job_id, title, draft, version, created_at, updated_at, remedy_of) VALUES (?, ?, ?, ?, 1, ?, ?, ?)',
  )
  const change = db.prepare<[string, string, string, string, number]>(
    'UPDATE tickets SET title = ?, draft = ?, version = version + 1, updated_at = ? WHERE id = ? AND version = ?',
  )
  return {
    ofJob: (jobId: string): Ticket[] => ofJob.all(jobId).map(ticket),
    all: (): Ticket[] => all.all().map(ticket),
    get: (id: string): Ticket | undefined => {
      const row = get.get(id)
      return row ? ticket(row) : undefined
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
      add.run(t.id, t.jobId, t.title, JSON.stringify(t.draft), at, at, t.remedyOf ?? null)
    },
    /** False when somebody else has changed it since `version`. */
    change: (id: string, title: string, draft: PieceDraft, version: number, at: string): boolean =>
      change.run(title, JSON.stringify(draft), at, id, version).changes === 1,
  }
}
