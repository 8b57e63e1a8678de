import type { BrazePlan } from '#core/braze/types.ts'
import type { CutPlan } from '#core/cut/index.ts'
import { figureNamed } from '#core/figure.ts'
import type { BreakSteps } from '#core/line/procedure.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import { clocksOf, foldRun, type RunEvent, type RunEventKind } from '#core/record/run.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { GasUsed, Run, RunSummary } from '#contract/types.ts'
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
  breaks: string
}
interface GasRow {
  ended_at: string
  torch_id: string | null
  fuel: string
  oxygen: number | null
  used: number | null
  nitrogen: number | null
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
    r.started_at, r.ended_at, EXISTS (SELECT 1 FROM log l WHERE l.run_id = r.id AND l.kind IN ('cut', 'braze')) AS logged,
    r.draft, r.plan, r.setting, r.steps, r.breaks
  FROM runs r JOIN tickets t ON t.id = r.ticket_id JOIN jobs j ON j.id = t.job_id LEFT JOIN people p ON p.id = r.person_id`

/** What a run is begun with. */
export interface NewRun {
  readonly id: string
  readonly ticketId: string
  readonly personId: string | null
  readonly at: string
  readonly draft: PieceDraft
  readonly plan: CutPlan | BrazePlan
  readonly setting: LineSetting
  readonly steps: readonly Step[]
  readonly breaks: BreakSteps
}

/** Runs with every confirmed event, in the order in which they were stored. */
export function runsTable(db: Db) {
  const get = db.prepare<[string], Row>(`${SELECT} WHERE r.id = ?`)
  const open = db.prepare<[], Row>(`${SELECT} WHERE r.ended_at IS NULL ORDER BY r.started_at DESC`)
  const unwritten = db.prepare<[], Row>(
    `${SELECT} WHERE r.ended_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM log l WHERE l.run_id = r.id AND l.kind IN ('cut', 'braze'))
       AND r.stopped = 0 ORDER BY r.ended_at DESC`,
  )
  const endedSince = db.prepare<[string], Row>(`${SELECT} WHERE r.ended_at > ? ORDER BY r.ended_at DESC`)
  // only the figures that matter are read: a plan is some 30 kB
  const gas = db.prepare<[], GasRow>(
    `SELECT ended_at, draft ->> '$.torchId' AS torch_id, setting ->> '$.fuel' AS fuel,
       plan ->> '$.figures.oxygenUsed.value' AS oxygen, plan ->> '$.figures.fuelUsed.value' AS used,
       plan ->> '$.figures.purgeGas.value' AS nitrogen
     FROM runs WHERE ended_at IS NOT NULL AND stopped = 0 ORDER BY ended_at`,
  )
  const allOf = db.prepare<[string], Row>(`${SELECT} WHERE r.ticket_id = ? ORDER BY r.started_at`)
  const ofTicket = db.prepare<[string], { id: string }>(
    'SELECT id FROM runs WHERE ticket_id = ? AND ended_at IS NULL',
  )
  const events = db.prepare<[string], EventRow>(
    'SELECT id, kind, step_id, at, person_id, reason FROM run_events WHERE run_id = ? ORDER BY seq',
  )
  const hasEvent = db.prepare<[string], { run_id: string }>('SELECT run_id FROM run_events WHERE id = ?')
  const add = db.prepare<[string, string, string | null, string, string, string, string, string, string]>(
    `INSERT INTO runs (id, ticket_id, person_id, started_at, draft, plan, setting, steps, breaks)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  )
  const addEvent = db.prepare<[string, string, string, string, string, string, string | null, string | null]>(
    `INSERT INTO run_events (run_id, seq, id, kind, step_id, at, person_id, reason)
     VALUES (?, (SELECT coalesce(max(seq), 0) + 1 FROM run_events WHERE run_id = ?), ?, ?, ?, ?, ?, ?)`,
  )
  const end = db.prepare<[string, number, string]>('UPDATE runs SET ended_at = ?, stopped = ? WHERE id = ?')

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
    draft: JSON.parse(r.draft) as PieceDraft,
    plan: JSON.parse(r.plan) as CutPlan | BrazePlan,
    setting: JSON.parse(r.setting) as LineSetting,
    steps: JSON.parse(r.steps) as Step[],
    breaks: JSON.parse(r.breaks) as Partial<BreakSteps>,
    events: eventsOf(r.id),
  })
  const summary = (r: Row): RunSummary => {
    const { events: all, ...rest } = run(r)
    const progress = foldRun(rest, all)
    const { steps } = progress
    const next = steps[progress.index]
    const figure = next?.figure ? figureNamed(rest.plan, next.figure) : undefined
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
      nextFigure: figure ? { value: figure.value, unit: figure.unit } : null,
      clocks: clocksOf(progress),
    }
  }
  return {
    get: (id: string): Run | undefined => {
      const row = get.get(id)
      return row ? run(row) : undefined
    },
    /** Every run of a piece, first one first. */
    of: (ticketId: string): Run[] => allOf.all(ticketId).map(run),
    open: (): RunSummary[] => open.all().map(summary),
    unwritten: (): RunSummary[] => unwritten.all().map(summary),
    /** Ended since `after`, newest first: their clocks may still go on. */
    endedSince: (after: string): RunSummary[] => endedSince.all(after).map(summary),
    gasUses: (): GasUsed[] =>
      gas.all().map((r) => ({
        at: r.ended_at,
        torchId: r.torch_id,
        fuel: r.fuel as FuelId,
        oxygenM3: r.oxygen ?? 0,
        fuelM3: r.used ?? 0,
        nitrogenM3: r.nitrogen ?? 0,
      })),
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
        JSON.stringify(r.breaks),
      )
    },
    addEvent: (runId: string, e: RunEvent): void => {
      addEvent.run(runId, runId, e.id, e.kind, e.stepId, e.at, e.personId, e.reason)
    },
    end: (id: string, at: string, stopped = false): void => {
      end.run(at, stopped ? 1 : 0, id)
    },
  }
}
