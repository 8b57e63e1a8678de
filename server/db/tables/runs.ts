import {
  eventAsNow,
  type OldBreaks,
  pieceAsNow,
  planAsNow,
  reasonOfEvent,
  setupAsNow,
  stepsAsNow,
} from '#application/stored.ts'
import { isRecord, omit } from '#core/objects.ts'
import { figureNamed } from '#core/figure.ts'
import { pieceAt, type LedStep } from '#core/line/led.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import { clocksOf, foldRun, type Making, type RunEvent, type RunProgress } from '#core/record/run.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { GasUsed, Run, RunPiece, RunSummary } from '#contract/types.ts'
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
  readonly batch_id: string | null
  readonly batch_name: string | null
  readonly owes: number
  readonly progress: string
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
    r.started_at, r.ended_at, r.batch_id, b.name AS batch_name, r.owes, r.progress
  FROM runs r JOIN tickets t ON t.id = r.ticket_id JOIN jobs j ON j.id = t.job_id LEFT JOIN people p ON p.id = r.person_id
    LEFT JOIN batches b ON b.id = r.batch_id`

/** A piece as a run is begun with it: what its rows say of its job and name is read with them. */
export type NewRunPiece = Omit<RunPiece, 'jobId' | 'jobName' | 'title'>
/** What a run is begun with. */
export interface NewRun {
  readonly id: string
  readonly batchId: string | null
  readonly personId: string | null
  readonly at: string
  /** One or more. */
  readonly pieces: readonly NewRunPiece[]
  readonly steps: readonly LedStep[]
}

/** What one making of a piece took by its plan, as it is kept beside it: SI, gas at 70 F and 1 atm. */
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
/** What a run was frozen with, and the ways out that an older version stored with it. */
interface Kept extends Pick<NewRun, 'pieces' | 'steps'> {
  readonly oldBreaks: OldBreaks
}

export function tookOf({
  draft,
  plan,
  fuel,
}: Pick<NewRunPiece, 'draft' | 'plan'> & { readonly fuel: FuelId }): Took {
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

interface MakesRow {
  readonly repeats: number
  readonly title: string
  readonly job_id: string
  readonly job_name: string
}
/** A run as it is stored: what is in the log of it by the ids of its lines. */
export type StoredRun = Omit<Run, 'lines'> & { readonly lines: readonly (Making & { readonly id: string })[] }

/** A run of a piece: what one of it took by its plan, how often it was made, and its share of all that the run made. */
export type RunOfPiece = RunSummary & {
  readonly took: Partial<Took>
  readonly made: number
  readonly share: number
}

/** Counts anew how many makings of an ended run are not in the log. */
export const OWES = `UPDATE runs SET owes = max(0, (SELECT coalesce(sum(made), 0) FROM run_pieces WHERE run_id = runs.id)
    - (SELECT count(*) FROM run_lines WHERE run_id = runs.id)) WHERE id = ?`

/** What a batch was frozen with: its first piece, and the others as they stand beside its setup. */
export function piecesAsNow(first: NewRunPiece, stored: unknown): readonly NewRunPiece[] {
  if (!isRecord(stored) || !Array.isArray(stored['others'])) return [first]
  const { run, repeats } = stored
  const others = (stored['others'] as readonly NewRunPiece[]).map((p) => ({
    ...p,
    draft: pieceAsNow(p.draft),
    plan: planAsNow(p.plan),
  }))
  return [
    {
      ...first,
      ...(typeof run === 'string' ? { run } : {}),
      repeats: typeof repeats === 'number' ? repeats : 1,
    },
    ...others,
  ]
}

type Stands = Pick<RunSummary, 'stepsDone' | 'stepsAll' | 'nextAct' | 'nextFigure' | 'clocks'>
const NOT_KNOWN: Stands = { stepsDone: 0, stepsAll: 0, nextAct: null, nextFigure: null, clocks: [] }

/** Where a run stands, as lists show it. */
export function standsAt(
  pieces: readonly Pick<NewRunPiece, 'plan' | 'setup'>[],
  progress: RunProgress,
): Stands {
  const next = progress.steps[progress.index]
  const figure = figureNamed(pieceAt(pieces, next).plan, next?.figure)
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
    `${SELECT} WHERE r.ended_at > '' AND r.owes > 0 ORDER BY r.ended_at DESC LIMIT ?`,
  )
  const endedSince = db.prepare<[string], BriefRow>(`${SELECT} WHERE r.ended_at > ? ORDER BY r.ended_at DESC`)
  const usedSince = db.prepare<[string], { ended_at: string; took: string; made: number }>(
    `SELECT r.ended_at, m.took, m.made FROM runs r JOIN run_pieces m ON m.run_id = r.id
     WHERE r.ended_at > ? AND m.made > 0 ORDER BY r.ended_at, m.place`,
  )
  const allOf = db.prepare<[string], BriefRow & { took: string; made: number; made_all: number }>(
    `SELECT r.*, m.took, m.made, (SELECT sum(made) FROM run_pieces a WHERE a.run_id = r.id) AS made_all
     FROM run_pieces m JOIN (${SELECT}) r ON r.id = m.run_id WHERE m.ticket_id = ? ORDER BY r.started_at`,
  )
  const openOn = db.prepare<[string], { id: string }>(
    'SELECT r.id FROM run_pieces m JOIN runs r ON r.id = m.run_id WHERE m.ticket_id = ? AND r.ended_at IS NULL',
  )
  const ofBatch = db
    .prepare<[string], string>(
      'SELECT id FROM runs WHERE batch_id = ? ORDER BY ended_at IS NULL DESC, started_at DESC LIMIT 1',
    )
    .pluck()
  const makes = db.prepare<[string], MakesRow>(
    `SELECT m.repeats, t.title, t.job_id, j.name AS job_name
     FROM run_pieces m JOIN tickets t ON t.id = m.ticket_id JOIN jobs j ON j.id = t.job_id
     WHERE m.run_id = ? ORDER BY m.place`,
  )
  const logged = db.prepare<[string], Making & { readonly id: string }>(
    'SELECT place, repeat, entry_id AS id FROM run_lines WHERE run_id = ? ORDER BY place, repeat',
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
    'INSERT INTO runs (id, ticket_id, batch_id, person_id, started_at, progress) VALUES (@id, @pieceId, @batchId, @personId, @at, @progress)',
  )
  const addMakes = db.prepare(
    'INSERT INTO run_pieces (run_id, place, ticket_id, repeats, took) VALUES (@id, @place, @pieceId, @repeats, @took)',
  )
  const made = db.prepare<[number, string, number]>(
    'UPDATE run_pieces SET made = ? WHERE run_id = ? AND place = ?',
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
  const owe = db.prepare<[string]>(OWES)

  const titleOf = (r: BriefRow) => r.batch_name ?? r.title
  const nameOf = (r: BriefRow) => `the run of ${titleOf(r)}`
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
      const first: NewRunPiece = {
        pieceId: r.ticket_id,
        draft: pieceAsNow(JSON.parse(row.draft)),
        plan: planAsNow(JSON.parse(row.plan)),
        setup: setupAsNow(stored, JSON.parse(row.setting) as LineSetting, steps),
        repeats: 1,
      }
      return { pieces: piecesAsNow(first, stored), steps, oldBreaks: stored as OldBreaks }
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
    batchId: r.batch_id,
    title: titleOf(r),
    personName: r.person_name,
    startedAt: r.started_at,
    endedAt: r.ended_at,
  })
  const summary = (r: BriefRow): RunSummary => ({ ...brief(r), ...known(r.progress, NOT_KNOWN) })
  const run = (r: BriefRow): StoredRun | undefined => {
    const kept = frozen(r)
    if (!kept) return undefined
    const known = makes.all(r.id)
    const lines = logged.all(r.id)
    const { id, batchId, title, personName, startedAt, endedAt } = brief(r)
    return {
      id,
      batchId,
      title,
      personName,
      startedAt,
      endedAt,
      personId: r.person_id,
      logged:
        lines.length > 0 &&
        (endedAt === null ? lines.length >= known.reduce((n, m) => n + m.repeats, 0) : r.owes === 0),
      pieces: kept.pieces.map((p, i) => ({
        ...p,
        jobId: known[i]?.job_id ?? r.job_id,
        jobName: known[i]?.job_name ?? r.job_name,
        title: known[i]?.title ?? r.title,
      })),
      steps: kept.steps,
      events: eventsOf(r, kept.oldBreaks),
      lines,
    }
  }
  return {
    /** Whole; undefined also where what it was frozen with cannot be read, which is noted. */
    get: (id: string): StoredRun | undefined => {
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
    of: (pieceId: string): RunOfPiece[] =>
      allOf.all(pieceId).map((r) => ({
        ...summary(r),
        took: known<Partial<Took>>(r.took, {}),
        made: r.made,
        share: r.made_all > 0 ? r.made / r.made_all : 1,
      })),
    /** The run of a batch that is under way, else its last. */
    ofBatch: (batchId: string): string | undefined => ofBatch.get(batchId),
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
          oxygenM3: (t.oxygenM3 ?? 0) * r.made,
          fuelM3: (t.fuelM3 ?? 0) * r.made,
          nitrogenM3: (t.nitrogenM3 ?? 0) * r.made,
        }
      }),
    openOn: (pieceId: string): string | undefined => openOn.get(pieceId)?.id,
    runOfEvent: (eventId: string): string | undefined => ofEvent.get(eventId)?.run_id,
    /** How many events a run has. */
    countOf: (id: string): number => countEvents.get(id) ?? 0,
    add: (r: NewRun): void => {
      const [first, ...others] = r.pieces
      if (!first) return
      add.run({
        id: r.id,
        pieceId: first.pieceId,
        batchId: r.batchId,
        personId: r.personId,
        at: r.at,
        progress: JSON.stringify(standsAt(r.pieces, foldRun(r, []))),
      })
      r.pieces.forEach((p, i) =>
        addMakes.run({
          id: r.id,
          place: i + 1,
          pieceId: p.pieceId,
          repeats: p.repeats,
          took: JSON.stringify(tookOf({ ...p, fuel: p.setup.setting.fuel })),
        }),
      )
      addPlan.run({
        run_id: r.id,
        draft: JSON.stringify(first.draft),
        plan: JSON.stringify(first.plan),
        setting: JSON.stringify(first.setup.setting),
        steps: JSON.stringify(r.steps),
        breaks: JSON.stringify({
          setup: omit(first.setup, ['setting']),
          ...(r.batchId === null ? {} : { run: first.run, repeats: first.repeats, others }),
        }),
      })
      for (const p of r.pieces) refresh(p.pieceId)
    },
    /** Puts events after the others; `progress` is where the run stands with them. Answers the number of the last. */
    addEvents: (
      { id, pieces }: Pick<NewRun, 'id' | 'pieces'>,
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
      progressed.run(JSON.stringify(standsAt(pieces, progress)), id)
      return seq
    },
    /** Ends a run; `makings` are those that were made, and that the log is to tell of. */
    end: (
      { id, pieces }: Pick<NewRun, 'id' | 'pieces'>,
      at: string,
      makings: readonly Making[],
      stopped = false,
    ): void => {
      end.run(at, stopped ? 1 : 0, id)
      pieces.forEach((_, i) => made.run(makings.filter((m) => m.place === i + 1).length, id, i + 1))
      owe.run(id)
      for (const p of pieces) refresh(p.pieceId)
    },
  }
}
