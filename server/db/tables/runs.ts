import {
  eventAsNow,
  type OldBreaks,
  pieceAsNow,
  planAsNow,
  reasonOfEvent,
  setupAsNow,
  stepsAsNow,
} from '#application/stored.ts'
import type { BrazePlan } from '#core/braze/types.ts'
import type { CutPlan } from '#core/cut/index.ts'
import { omit } from '#core/objects.ts'
import { figureNamed } from '#core/figure.ts'
import type { LineSetup } from '#core/line/setup.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import { clocksOf, foldRun, type RunEvent, type RunProgress } from '#core/record/run.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { GasUsed, Run, RunSummary } from '#contract/types.ts'
import type { Damage } from '../../damage.ts'
import { digestOf, isWhole } from '../digest.ts'
import type { Db } from '../db.ts'
import { pieceState } from './piece-state.ts'

interface BriefRow {
  readonly id: string
  readonly ticket_id: string
  readonly job_id: string
  readonly job_name: string
  readonly title: string
  readonly person_id: string | null
  readonly person_name: string | null
  readonly started_at: string
  readonly ended_at: string | null
  readonly written: number
  readonly progress: string
  readonly took: string
}
interface PlanRow {
  readonly row: number
  readonly draft: string
  readonly plan: string
  readonly setting: string
  readonly steps: string
  readonly breaks: string
  readonly whole: number
}
interface EventRow {
  readonly row: number
  readonly id: string
  readonly kind: string
  readonly step_id: string
  readonly at: string
  readonly person_id: string | null
  readonly reason: string | null
  readonly stored_at: string | null
  readonly whole: number
}

const SELECT = `
  SELECT r.id, r.ticket_id, t.job_id, j.name AS job_name, t.title, r.person_id, p.name AS person_name,
    r.started_at, r.ended_at, r.written, r.progress, r.took
  FROM runs r JOIN tickets t ON t.id = r.ticket_id JOIN jobs j ON j.id = t.job_id LEFT JOIN people p ON p.id = r.person_id`

/** What a run is begun with. */
export interface NewRun {
  readonly id: string
  readonly pieceId: string
  readonly personId: string | null
  readonly at: string
  readonly draft: PieceDraft
  readonly plan: CutPlan | BrazePlan
  readonly steps: readonly Step[]
  readonly setup: LineSetup
}

/** What a run took by its plan, as it is kept beside it: SI, gas at 70 F and 1 atm. */
export interface Took {
  readonly torchId: string | null
  readonly fuel: FuelId
  readonly oxygenM3: number
  readonly fuelM3: number
  readonly nitrogenM3: number
  readonly torchS: number
  readonly filler: string
  readonly fillerKg: number
}
type Frozen = Pick<Run, 'draft' | 'plan' | 'steps' | 'setup'>
/** A frozen run, with the ways out that an older version stored with it. */
interface Kept extends Frozen {
  readonly oldBreaks: OldBreaks
}

export function tookOf({
  draft,
  plan,
  fuel,
}: Pick<Frozen, 'draft' | 'plan'> & { readonly fuel: FuelId }): Took {
  const of = (name: string) => figureNamed(plan, name)?.value ?? 0
  return {
    torchId: draft.torchId,
    fuel,
    oxygenM3: of('oxygenUsed'),
    fuelM3: of('fuelUsed'),
    nitrogenM3: of('purgeGas'),
    torchS: of('torchTime'),
    filler: plan.kind === 'braze' ? (plan.choice.filler ?? '') : '',
    fillerKg: of('fillerMass'),
  }
}

type Stands = Pick<RunSummary, 'stepsDone' | 'stepsAll' | 'nextAct' | 'nextFigure' | 'clocks'>
const NOT_KNOWN: Stands = { stepsDone: 0, stepsAll: 0, nextAct: null, nextFigure: null, clocks: [] }

/** Where a run stands, as lists show it. */
export function standsAt(plan: Run['plan'], progress: RunProgress): Stands {
  const next = progress.steps[progress.index]
  const figure = figureNamed(plan, next?.figure)
  return {
    stepsDone: progress.index,
    stepsAll: progress.steps.length,
    nextAct: next?.act ?? null,
    nextFigure: figure ? { value: figure.value, unit: figure.unit } : null,
    clocks: clocksOf(progress),
  }
}

/** Worked out again whenever it changes: what cannot be read of it is left out. */
const known = <T extends object>(text: string, otherwise: T): T => {
  try {
    return { ...otherwise, ...(JSON.parse(text) as Partial<T>) }
  } catch {
    return otherwise
  }
}

/** So many runs are kept at hand. */
const IN_HAND = 8

/** Runs with every confirmed event, in the order in which they were stored. */
export function runsTable(db: Db, damage: Damage) {
  const refresh = pieceState(db)
  const get = db.prepare<[string], BriefRow>(`${SELECT} WHERE r.id = ?`)
  const open = db.prepare<[number], BriefRow>(
    `${SELECT} WHERE r.ended_at IS NULL AND r.started_at > '' ORDER BY r.started_at DESC LIMIT ?`,
  )
  const unwritten = db.prepare<[number], BriefRow>(
    `${SELECT} WHERE r.ended_at > '' AND r.written = 0 AND r.stopped = 0 ORDER BY r.ended_at DESC LIMIT ?`,
  )
  const endedSince = db.prepare<[string], BriefRow>(`${SELECT} WHERE r.ended_at > ? ORDER BY r.ended_at DESC`)
  const usedSince = db.prepare<[string], { ended_at: string; took: string }>(
    'SELECT ended_at, took FROM runs WHERE ended_at > ? AND stopped = 0 ORDER BY ended_at',
  )
  const allOf = db.prepare<[string], BriefRow>(`${SELECT} WHERE r.ticket_id = ? ORDER BY r.started_at`)
  const openOn = db.prepare<[string], { id: string }>(
    'SELECT id FROM runs WHERE ticket_id = ? AND ended_at IS NULL',
  )
  const plan = db.prepare<[string], PlanRow>(
    `SELECT rowid AS row, draft, plan, setting, steps, breaks, ${isWhole('plans')} AS whole FROM plans WHERE run_id = ?`,
  )
  const events = db.prepare<[string], EventRow>(
    `SELECT rowid AS row, id, kind, step_id, at, person_id, reason, stored_at, ${isWhole('run_events')} AS whole
     FROM run_events WHERE run_id = ? ORDER BY seq`,
  )
  const ofEvent = db.prepare<[string], { run_id: string }>('SELECT run_id FROM run_events WHERE id = ?')
  const countEvents = db
    .prepare<[string], number>('SELECT coalesce(max(seq), 0) FROM run_events WHERE run_id = ?')
    .pluck()
  const add = db.prepare(
    'INSERT INTO runs (id, ticket_id, person_id, started_at, progress, took) VALUES (@id, @pieceId, @personId, @at, @progress, @took)',
  )
  const addPlan = db.prepare(
    `INSERT INTO plans (run_id, draft, plan, setting, steps, breaks, digest)
     VALUES (@run_id, @draft, @plan, @setting, @steps, @breaks, ${digestOf('plans', '@')})`,
  )
  const addEvent = db.prepare(
    `INSERT INTO run_events (run_id, seq, id, kind, step_id, at, person_id, reason, stored_at, digest)
     VALUES (@run_id, @seq, @id, @kind, @step_id, @at, @person_id, @reason, strftime('%Y-%m-%dT%H:%M:%fZ', 'now'), ${digestOf('run_events', '@')})`,
  )
  const progressed = db.prepare<[string, string]>('UPDATE runs SET progress = ? WHERE id = ?')
  const end = db.prepare<[string, number, string]>('UPDATE runs SET ended_at = ?, stopped = ? WHERE id = ?')

  const nameOf = (r: BriefRow) => `the run of ${r.title}`
  // an event that was changed still says that something was confirmed there: it is noted, and keeps its place; where its
  // moment cannot be read, it has that of the one before
  const eventsOf = (r: BriefRow, breaks: OldBreaks): RunEvent[] => {
    let before = r.started_at
    return events.all(r.id).map((e) => {
      if (e.whole !== 1)
        damage.found({ table: 'run_events', row: e.row, id: e.id, name: `a step in ${nameOf(r)}`, at: e.at })
      const at = e.whole === 1 || !Number.isNaN(Date.parse(e.at)) ? e.at : before
      before = at
      const event = eventAsNow(
        { id: e.id, kind: e.kind, stepId: e.step_id, at, personId: e.person_id, reason: e.reason },
        breaks,
      )
      return e.stored_at === null ? event : { ...event, storedAt: e.stored_at }
    })
  }
  // never changed once it is stored, and asked for at every step: the runs in hand are kept as they were read
  const inHand = new Map<string, Kept>()
  const frozen = (r: BriefRow): Kept | undefined => {
    const held = inHand.get(r.id)
    if (held) return held
    const row = plan.get(r.id)
    if (!row) return undefined
    const about = { table: 'plans', row: row.row, id: r.id, name: nameOf(r), at: r.started_at } as const
    const read = damage.read<Kept>(about, row.whole, () => {
      const steps = stepsAsNow(JSON.parse(row.steps) as Step[])
      const stored: unknown = JSON.parse(row.breaks)
      return {
        draft: pieceAsNow(JSON.parse(row.draft)),
        plan: planAsNow(JSON.parse(row.plan)),
        steps,
        setup: setupAsNow(stored, JSON.parse(row.setting) as LineSetting, steps),
        oldBreaks: stored as OldBreaks,
      }
    })
    if (!read) return undefined
    const [oldest] = inHand.keys()
    if (inHand.size >= IN_HAND && oldest !== undefined) inHand.delete(oldest)
    inHand.set(r.id, read)
    return read
  }
  const brief = (r: BriefRow): Omit<RunSummary, keyof Stands> => ({
    id: r.id,
    pieceId: r.ticket_id,
    jobId: r.job_id,
    jobName: r.job_name,
    title: r.title,
    personName: r.person_name,
    startedAt: r.started_at,
    endedAt: r.ended_at,
  })
  const summary = (r: BriefRow): RunSummary => ({ ...brief(r), ...known(r.progress, NOT_KNOWN) })
  const run = (r: BriefRow): Run | undefined => {
    const kept = frozen(r)
    if (!kept) return undefined
    const { oldBreaks, ...with_ } = kept
    return {
      ...brief(r),
      personId: r.person_id,
      logged: r.written === 1,
      ...with_,
      events: eventsOf(r, oldBreaks),
    }
  }
  return {
    /** Whole; undefined also where what it was frozen with cannot be read, which is noted. */
    get: (id: string): Run | undefined => {
      const row = get.get(id)
      return row && run(row)
    },
    /** What is kept at hand is read anew: a plan was put back. */
    forget: (): void => inHand.clear(),
    has: (id: string): boolean => get.get(id) !== undefined,
    /** As lists show it. */
    brief: (id: string): RunSummary | undefined => {
      const row = get.get(id)
      return row && summary(row)
    },
    /** Every run of a piece, first one first, with what each took by its plan. */
    of: (pieceId: string): (RunSummary & { readonly took: Partial<Took> })[] =>
      allOf.all(pieceId).map((r) => ({ ...summary(r), took: known<Partial<Took>>(r.took, {}) })),
    open: (most: number): RunSummary[] => open.all(most).map(summary),
    unwritten: (most: number): RunSummary[] => unwritten.all(most).map(summary),
    /** Ended since `after`, newest first: their clocks may still go on. */
    endedSince: (after: string): RunSummary[] => endedSince.all(after).map(summary),
    /** What finished runs took since `after`, oldest first. */
    gasUses: (after: string): GasUsed[] =>
      usedSince.all(after).map((r) => {
        const t = known<Partial<Took>>(r.took, {})
        return {
          at: r.ended_at,
          torchId: t.torchId ?? null,
          fuel: t.fuel ?? 'acetylene',
          oxygenM3: t.oxygenM3 ?? 0,
          fuelM3: t.fuelM3 ?? 0,
          nitrogenM3: t.nitrogenM3 ?? 0,
        }
      }),
    openOn: (pieceId: string): string | undefined => openOn.get(pieceId)?.id,
    runOfEvent: (eventId: string): string | undefined => ofEvent.get(eventId)?.run_id,
    /** How many events a run has. */
    countOf: (id: string): number => countEvents.get(id) ?? 0,
    add: (r: NewRun): void => {
      add.run({
        id: r.id,
        pieceId: r.pieceId,
        personId: r.personId,
        at: r.at,
        progress: JSON.stringify(standsAt(r.plan, foldRun(r, []))),
        took: JSON.stringify(tookOf({ ...r, fuel: r.setup.setting.fuel })),
      })
      addPlan.run({
        run_id: r.id,
        draft: JSON.stringify(r.draft),
        plan: JSON.stringify(r.plan),
        setting: JSON.stringify(r.setup.setting),
        steps: JSON.stringify(r.steps),
        breaks: JSON.stringify({ setup: omit(r.setup, ['setting']) }),
      })
      refresh(r.pieceId)
    },
    /** Puts events after the others; `progress` is where the run stands with them. Answers the number of the last. */
    addEvents: (
      { id, plan }: Pick<Run, 'id' | 'plan'>,
      added: readonly RunEvent[],
      progress: RunProgress,
    ): number => {
      let seq = countEvents.get(id) ?? 0
      for (const e of added)
        addEvent.run({
          run_id: id,
          seq: (seq += 1),
          id: e.id,
          kind: e.kind,
          step_id: e.stepId,
          at: e.at,
          person_id: e.personId,
          reason: reasonOfEvent(e),
        })
      progressed.run(JSON.stringify(standsAt(plan, progress)), id)
      return seq
    },
    end: ({ id, pieceId }: Pick<Run, 'id' | 'pieceId'>, at: string, stopped = false): void => {
      end.run(at, stopped ? 1 : 0, id)
      refresh(pieceId)
    },
  }
}
