import type { CutPlan } from '#core/cut/index.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import { foldRun, type RunEvent, type RunEventKind } from '#core/record/run.ts'
import type { CutDraft } from '#contract/schemas.ts'
import type { Run, RunSummary } from '#contract/types.ts'
import type { Db } from '../open.ts'

interface Row {
  id: string
  ticket_id: string
  job_id: string
  job_name: string
  title: string
  person_id: string | null
  person_name: string | null
  started_at: string
  ended_at: string | null
  logged: number
  draft: string
  plan: string
  setting: string
  steps: string
}
interface EventRow {
  id: string
  kind: string
  step_id: string
  at: string
  person_id: string | null
  reason: string | null
}

const SELECT = `
  SELECT r.id, r.ticket_id, t.job_id, j.name AS job_name, t.title, r.person_id, p.name AS person_name,
    r.started_at, r.ended_at, EXISTS (SELECT 1 FROM log l WHERE l.run_id = r.id) AS logged,
    r.draft, r.plan, r.setting, r.steps
  FROM runs r JOIN tickets t ON t.id = r.ticket_id JOIN jobs j ON j.id = t.job_id LEFT JOIN people p ON p.id = r.person_id`

/** What a run is begun with. */
export interface NewRun {
  readonly id: string
  readonly ticketId: string
  readonly personId: string | null
  readonly at: string
  readonly draft: CutDraft
  readonly plan: CutPlan
  readonly setting: LineSetting
  readonly steps: readonly Step[]
}

/** Runs with every confirmed event, in the order in which they were stored. */
export function runsTable(db: Db) {
  const get = db.prepare<[string], Row>(`${SELECT} WHERE r.id = ?`)
  const open = db.prepare<[], Row>(`${SELECT} WHERE r.ended_at IS NULL ORDER BY r.started_at DESC`)
  const unwritten = db.prepare<[], Row>(
    `${SELECT} WHERE r.ended_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM log l WHERE l.run_id = r.id)
       AND NOT EXISTS (SELECT 1 FROM run_events e WHERE e.run_id = r.id AND e.kind = 'stop') ORDER BY r.ended_at DESC`,
  )
  const ofTicket = db.prepare<[string], { id: string }>(
    'SELECT id FROM runs WHERE ticket_id = ? AND ended_at IS NULL',
  )
  const events = db.prepare<[string], EventRow>(
    'SELECT id, kind, step_id, at, person_id, reason FROM run_events WHERE run_id = ? ORDER BY seq',
  )
  const hasEvent = db.prepare<[string], { run_id: string }>('SELECT run_id FROM run_events WHERE id = ?')
  const add = db.prepare<[string, string, string | null, string, string, string, string, string]>(
    'INSERT INTO runs (id, ticket_id, person_id, started_at, draft, plan, setting, steps) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
  )
  const addEvent = db.prepare<[string, string, string, string, string, string, string | null, string | null]>(
    `INSERT INTO run_events (run_id, seq, id, kind, step_id, at, person_id, reason)
     VALUES (?, (SELECT coalesce(max(seq), 0) + 1 FROM run_events WHERE run_id = ?), ?, ?, ?, ?, ?, ?)`,
  )
  const end = db.prepare<[string, string]>('UPDATE runs SET ended_at = ? WHERE id = ?')

  const eventsOf = (id: string): RunEvent[] =>
    events.all(id).map((e) => ({
      id: e.id,
      kind: e.kind as RunEventKind,
      stepId: e.step_id,
      at: e.at,
      personId: e.person_id,
      reason: e.reason,
    }))
  const run = (r: Row): Run => ({
    id: r.id,
    ticketId: r.ticket_id,
    jobId: r.job_id,
    jobName: r.job_name,
    title: r.title,
    personId: r.person_id,
    personName: r.person_name,
    startedAt: r.started_at,
    endedAt: r.ended_at,
    logged: r.logged === 1,
    draft: JSON.parse(r.draft) as CutDraft,
    plan: JSON.parse(r.plan) as CutPlan,
    setting: JSON.parse(r.setting) as LineSetting,
    steps: JSON.parse(r.steps) as Step[],
    events: eventsOf(r.id),
  })
  const summary = (r: Row): RunSummary => {
    const { steps, events: all, ...rest } = run(r)
    const progress = foldRun(steps, all)
    const next = steps[progress.index]
    const figure = next?.figure ? rest.plan.figures[next.figure] : undefined
    return {
      id: rest.id,
      ticketId: rest.ticketId,
      jobId: rest.jobId,
      jobName: rest.jobName,
      title: rest.title,
      personName: rest.personName,
      startedAt: rest.startedAt,
      endedAt: rest.endedAt,
      stepsDone: progress.index,
      stepsAll: steps.length,
      nextAct: next?.act ?? null,
      nextFigure: next?.figure && figure ? { name: next.figure, value: figure.value } : null,
    }
  }
  return {
    get: (id: string): Run | undefined => {
      const row = get.get(id)
      return row ? run(row) : undefined
    },
    open: (): RunSummary[] => open.all().map(summary),
    unwritten: (): RunSummary[] => unwritten.all().map(summary),
    openOn: (ticketId: string): string | undefined => ofTicket.get(ticketId)?.id,
    runOfEvent: (eventId: string): string | undefined => hasEvent.get(eventId)?.run_id,
    add: (r: NewRun): void => {
      add.run(
        r.id,
        r.ticketId,
        r.personId,
        r.at,
        JSON.stringify(r.draft),
        JSON.stringify(r.plan),
        JSON.stringify(r.setting),
        JSON.stringify(r.steps),
      )
    },
    addEvent: (runId: string, e: RunEvent): void => {
      addEvent.run(runId, runId, e.id, e.kind, e.stepId, e.at, e.personId, e.reason)
    },
    end: (id: string, at: string): void => {
      end.run(at, id)
    },
  }
}
