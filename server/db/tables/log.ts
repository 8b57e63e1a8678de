import type { Handling, MeasuredKerf, OwnCut } from '#core/cut/index.ts'
import type { Joint, OwnBraze } from '#core/braze/types.ts'
import type { Tried } from '#core/check/faults.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { BrazeTold, CutTold, EntryKind, Outcome, Told } from '#core/record/entry.ts'
import type { LogQuery } from '#contract/schemas.ts'
import type { LogSummary, Point } from '#contract/types.ts'
import type { Db } from '../open.ts'
import { LogIndex, type FoundBy, type LogChoices } from './log-index.ts'

interface Row {
  id: string
  kind: string
  at: string
  ticket_id: string | null
  run_id: string | null
  job_name: string
  title: string
  person_name: string
  metal: string
  fuel: string
  handling: string
  thickness_m: number | null
  tip_orifice_m: number | null
  outcome: string
  good: number
  told: string
  corrects: string | null
  corrected_by: string | null
  why: string
}

const COLUMNS = `l.id, l.kind, l.at, l.ticket_id, l.run_id, l.job_name, l.title, l.person_name, l.metal, l.fuel, l.handling,
  l.thickness_m, l.tip_orifice_m, l.outcome, l.good, l.told, l.corrects, l.why, c.id AS corrected_by`
const FROM = 'FROM log l LEFT JOIN log c ON c.corrects = l.id'

/** A line as it is put in. */
export interface NewEntry {
  readonly id: string
  readonly kind: EntryKind
  readonly at: string
  readonly ticketId: string | null
  readonly runId: string | null
  readonly personId: string | null
  readonly jobName: string
  readonly title: string
  readonly personName: string
  readonly metal: string
  readonly fuel: string
  readonly handling: string
  readonly thicknessM: number | null
  readonly tipOrificeM: number | null
  readonly outcome: Outcome
  readonly good: boolean
  readonly told: Told
  readonly corrects: string | null
  readonly why: string
}
/** A line with all that its row has. */
export interface StoredEntry extends LogSummary {
  readonly runId: string | null
  readonly fuel: string
  readonly handling: string
  readonly good: boolean
}

const stored = (r: Row): StoredEntry => ({
  id: r.id,
  kind: r.kind as EntryKind,
  at: r.at,
  ticketId: r.ticket_id,
  runId: r.run_id,
  jobName: r.job_name,
  title: r.title,
  personName: r.person_name,
  metal: r.metal,
  fuel: r.fuel,
  handling: r.handling,
  thicknessM: r.thickness_m,
  tipOrificeM: r.tip_orifice_m,
  outcome: r.outcome as Outcome,
  good: r.good === 1,
  told: JSON.parse(r.told) as Told,
  corrects: r.corrects,
  correctedBy: r.corrected_by,
  why: r.why,
})
/** What the list shows of a line. */
export const summaryOf = (e: StoredEntry): LogSummary => ({
  id: e.id,
  kind: e.kind,
  at: e.at,
  ticketId: e.ticketId,
  jobName: e.jobName,
  title: e.title,
  personName: e.personName,
  metal: e.metal,
  thicknessM: e.thicknessM,
  tipOrificeM: e.tipOrificeM,
  outcome: e.outcome,
  told: e.told,
  corrects: e.corrects,
  correctedBy: e.correctedBy,
  why: e.why,
})

/** A line for the list: without what only its own page shows, which is most of it. */
function inBrief(e: StoredEntry): LogSummary {
  const { told } = e
  if (told.kind !== 'cut' && told.kind !== 'braze') return summaryOf(e)
  return summaryOf({ ...e, told: { ...told, planned: {}, verdict: { ...told.verdict, judged: [] } } })
}

/** What a line can be found by, beside its columns. */
function searchOf(e: NewEntry): string {
  const t = e.told
  const own =
    t.kind === 'cut'
      ? [t.edge, t.slag, t.note, t.lot, t.cylinder]
      : t.kind === 'braze'
        ? [t.joint, t.metals, t.filler, t.note, t.lot, t.cylinder]
        : t.kind === 'override'
          ? ['left out', t.what, t.reason]
          : t.kind === 'fault'
            ? [...t.signs, t.cause, t.fix]
            : t.kind === 'reading'
              ? ['reading', t.what, t.device]
              : t.kind === 'run'
                ? ['run', t.state]
                : ['test', t.verdict]
  return [e.title, e.jobName, e.personName, ...own].join(' ').toLowerCase()
}

const PAGE = 25
/** The newest good runs of one kind of work that a plan goes by. */
const OWN_MOST = 40
const POINTS_MOST = 3000
const NOT_CORRECTED = 'NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = l.id)'

/** The book: lines are added, never changed. */
export function logTable(db: Db) {
  const get = db.prepare<[string], Row>(`SELECT ${COLUMNS} ${FROM} WHERE l.id = ?`)
  const byRow = db.prepare<[number], Row>(`SELECT ${COLUMNS} ${FROM} WHERE l.rowid = ?`)
  const recent = db.prepare<[number], Row>(
    `SELECT ${COLUMNS} ${FROM} WHERE l.kind IN ('cut', 'braze', 'pressure-test', 'vacuum-test') AND c.id IS NULL ORDER BY l.at DESC, l.id LIMIT ?`,
  )
  const ofTicket = db.prepare<[string], Row>(
    `SELECT ${COLUMNS} ${FROM} WHERE l.ticket_id = ? ORDER BY l.at DESC, l.id LIMIT 500`,
  )
  const all = db.prepare<[], Row>(`SELECT ${COLUMNS} ${FROM} ORDER BY l.at, l.id`)
  const ofRun = db.prepare<[string], { id: string }>(
    "SELECT id FROM log WHERE run_id = ? AND kind IN ('cut', 'braze') AND corrects IS NULL",
  )
  const has = db.prepare<[string], { id: string }>('SELECT id FROM log WHERE id = ?')
  const corrected = db.prepare<[string], { id: string }>('SELECT id FROM log WHERE corrects = ?')
  const overrides = db.prepare<[string], { n: number }>(
    "SELECT count(*) AS n FROM log WHERE run_id = ? AND kind = 'override'",
  )
  // a braze whose line did not hold afterwards is nothing to learn from
  const good = db.prepare<[string, number], Row>(
    `WITH failed AS MATERIALIZED (
       SELECT f.ticket_id, max(f.at) AS at FROM log f
       WHERE f.kind IN ('pressure-test', 'vacuum-test') AND f.outcome = 'failed' AND f.ticket_id IS NOT NULL
         AND NOT EXISTS (SELECT 1 FROM log d WHERE d.corrects = f.id) GROUP BY f.ticket_id),
     newest AS MATERIALIZED (
       SELECT l.id, row_number() OVER (
           PARTITION BY l.fuel, l.handling, l.metal, round(l.thickness_m, 3), round(l.tip_orifice_m, 5) ORDER BY l.at DESC) AS nth
       FROM log l LEFT JOIN failed x ON x.ticket_id = l.ticket_id
       WHERE l.good = 1 AND l.kind = ? AND (x.at IS NULL OR x.at < l.at) AND ${NOT_CORRECTED})
     SELECT ${COLUMNS} FROM newest n JOIN log l ON l.id = n.id LEFT JOIN log c ON c.corrects = l.id
     WHERE n.nth <= ? ORDER BY l.at`,
  )
  const measured = db.prepare<[], MeasuredKerf>(
    `SELECT orificeM, thicknessM, kerfM, handling FROM (
       SELECT l.tip_orifice_m AS orificeM, l.thickness_m AS thicknessM, l.kerf_m AS kerfM, l.handling, l.at,
         row_number() OVER (PARTITION BY l.handling, round(l.thickness_m, 3), round(l.tip_orifice_m, 5) ORDER BY l.at DESC) AS nth
       FROM log l WHERE l.kerf_m IS NOT NULL AND l.tip_orifice_m IS NOT NULL AND l.thickness_m IS NOT NULL AND ${NOT_CORRECTED})
     WHERE nth <= ${OWN_MOST} ORDER BY at`,
  )
  const tried = db.prepare<[], { told: string }>(
    `SELECT l.told FROM log l WHERE json_extract(l.told, '$.tried') IS NOT NULL AND ${NOT_CORRECTED} ORDER BY l.at DESC LIMIT 500`,
  )
  const points = db.prepare<[], Row>(
    `SELECT ${COLUMNS} ${FROM} WHERE l.kind IN ('cut', 'braze') AND c.id IS NULL AND l.thickness_m IS NOT NULL ORDER BY l.at DESC LIMIT ${POINTS_MOST}`,
  )
  const add = db.prepare(
    `INSERT INTO log (id, kind, at, ticket_id, run_id, person_id, job_name, title, person_name, metal, fuel, handling,
       thickness_m, tip_orifice_m, kerf_m, outcome, good, told, search, corrects, why)
     VALUES (@id, @kind, @at, @ticketId, @runId, @personId, @jobName, @title, @personName, @metal, @fuel, @handling,
       @thicknessM, @tipOrificeM, @kerfM, @outcome, @good, @told, @search, @corrects, @why)`,
  )

  const ownCut = (e: StoredEntry): OwnCut[] => {
    const t = e.told as CutTold
    if (e.tipOrificeM === null || e.thicknessM === null) return []
    const atTorch = (name: 'oxygenPressure' | 'fuelPressure', figure: string) => {
      const gauge = t.used[name]?.si
      const drop = t.planned[figure]?.hoseDrop ?? 0
      return gauge === undefined ? undefined : Math.max(1, gauge - drop)
    }
    return [
      {
        orificeM: e.tipOrificeM,
        thicknessM: e.thicknessM,
        fuel: e.fuel as FuelId,
        handling: e.handling as Handling,
        oxygenAtTorchPa: atTorch('oxygenPressure', 'cuttingOxygenPressure'),
        fuelAtTorchPa: atTorch('fuelPressure', 'fuelPressure'),
        speed: t.used.travelSpeed?.si,
        preheatS: t.used.preheat?.si,
      },
    ]
  }
  const ownBraze = (e: StoredEntry): OwnBraze[] => {
    const t = e.told as BrazeTold
    if (e.tipOrificeM === null || e.thicknessM === null) return []
    const atTorch = (name: 'oxygenPressure' | 'fuelPressure') => {
      const gauge = t.used[name]?.si
      return gauge === undefined ? undefined : Math.max(1, gauge - (t.planned[name]?.hoseDrop ?? 0))
    }
    const length = t.used.fillerLength?.si
    return [
      {
        joint: t.joint as Joint,
        metals: t.metals,
        fuel: e.fuel as FuelId,
        orificeM: e.tipOrificeM,
        outsideDiameterM: t.outsideDiameterM,
        wallM: e.thicknessM,
        oxygenAtTorchPa: atTorch('oxygenPressure'),
        fuelAtTorchPa: atTorch('fuelPressure'),
        fillerM3: length === undefined || t.rodAreaM2 === 0 ? undefined : length * t.rodAreaM2,
        timeToTemperatureS: t.used.timeToTemperature?.si,
      },
    ]
  }
  const point = (e: StoredEntry): Point => {
    const t = e.told as CutTold | BrazeTold
    const used: Record<string, number> = {}
    for (const [name, value] of Object.entries(t.used)) if (value) used[name] = value.si
    if (t.kind === 'cut' && t.kerf) used['kerf'] = t.kerf.si
    return {
      id: e.id,
      at: e.at,
      kind: t.kind,
      title: e.title,
      fuel: e.fuel,
      handling: e.handling,
      thicknessM: e.thicknessM ?? 0,
      tipOrificeM: e.tipOrificeM,
      good: e.good,
      outcome: e.outcome,
      used,
      planned: t.planned,
      tried: t.tried,
    }
  }
  const foundBy = db.prepare<[], FoundBy>(
    `SELECT rowid, at, id, kind, outcome, metal, person_name AS person, ticket_id AS ticket, tip_orifice_m AS tip,
       thickness_m AS thickness, search FROM log ORDER BY at DESC, id`,
  )
  const pieces = db.prepare<[string], string>('SELECT id FROM tickets WHERE job_id = ?').pluck()
  const index = new LogIndex(
    () => foundBy.all(),
    () => db.pragma('data_version', { simple: true }),
  )
  const one = (id: string) => {
    const row = get.get(id)
    return row ? stored(row) : undefined
  }
  return {
    /** A page of what fits, newest first, and how much fits. */
    find: (query: LogQuery): { entries: LogSummary[]; total: number } => {
      const tickets = query.job === undefined ? undefined : new Set(pieces.all(query.job))
      const { rowids, total } = index.find(query, { skip: Number(query.after ?? 0), most: PAGE, tickets })
      return {
        entries: rowids.flatMap((rowid) => {
          const row = byRow.get(rowid)
          return row ? [inBrief(stored(row))] : []
        }),
        total,
      }
    },
    choices: (): LogChoices => index.choices(),
    /** Lines that were put in are taken back with their transaction. */
    undone: (): void => index.forget(),
    recent: (count: number): LogSummary[] => recent.all(count).map((r) => summaryOf(stored(r))),
    ofTicket: (ticketId: string): LogSummary[] => ofTicket.all(ticketId).map((r) => summaryOf(stored(r))),
    all: (): StoredEntry[] => all.all().map(stored),
    get: one,
    has: (id: string): boolean => has.get(id) !== undefined,
    entryOfRun: (runId: string): string | undefined => ofRun.get(runId)?.id,
    correctionOf: (id: string): string | undefined => corrected.get(id)?.id,
    overridesOf: (runId: string): number => overrides.get(runId)?.n ?? 0,
    ownCuts: (): OwnCut[] => good.all('cut', OWN_MOST).map(stored).flatMap(ownCut),
    ownBrazes: (): OwnBraze[] => good.all('braze', OWN_MOST).map(stored).flatMap(ownBraze),
    kerfs: (): MeasuredKerf[] => measured.all(),
    tried: (): Tried[] =>
      tried.all().flatMap((r) => {
        const { tried: t } = JSON.parse(r.told) as CutTold
        return t ? [t] : []
      }),
    points: (): Point[] => points.all().map((r) => point(stored(r))),
    add: (e: NewEntry): void => {
      const { told, good: isGood, ...rest } = e
      const search = searchOf(e)
      const { lastInsertRowid } = add.run({
        ...rest,
        good: isGood ? 1 : 0,
        told: JSON.stringify(told),
        kerfM: told.kind === 'cut' ? (told.kerf?.si ?? null) : null,
        search,
      })
      index.add({
        rowid: Number(lastInsertRowid),
        at: e.at,
        id: e.id,
        kind: e.kind,
        outcome: e.outcome,
        metal: e.metal,
        person: e.personName,
        ticket: e.ticketId,
        tip: e.tipOrificeM,
        thickness: e.thicknessM,
        search,
      })
    },
  }
}
