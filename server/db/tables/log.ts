import type { Handling, MeasuredKerf, OwnCut } from '#core/cut/index.ts'
import type { Joint, OwnBraze } from '#core/braze/types.ts'
import type { Tried } from '#core/check/faults.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { BrazeTold, CutTold, EntryKind, Outcome, Told } from '#core/record/entry.ts'
import type { LogQuery } from '#contract/schemas.ts'
import type { LogSummary, Point } from '#contract/types.ts'
import type { Db } from '../open.ts'

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

const PAGE = 100
/** The newest good runs of one kind of work that a plan goes by. */
const OWN_MOST = 40
const POINTS_MOST = 3000
const DAY_END = 'T23:59:59.999Z'
/** Two orifices are the same tip when they differ by less, m. */
const SAME_TIP_M = 0.0006 * 0.0254
const NOT_CORRECTED = 'NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = l.id)'

/** The book: lines are added, never changed. */
export function logTable(db: Db) {
  const get = db.prepare<[string], Row>(`SELECT ${COLUMNS} ${FROM} WHERE l.id = ?`)
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
  const distinct = (column: string) =>
    db.prepare<[], { v: string | number }>(
      `SELECT DISTINCT ${column} AS v FROM log WHERE ${column} IS NOT NULL AND ${column} <> '' ORDER BY 1 LIMIT 200`,
    )
  const [metals, people, tips] = [distinct('metal'), distinct('person_name'), distinct('tip_orifice_m')]
  // a braze whose line did not hold afterwards is nothing to learn from
  const good = db.prepare<[string, number], Row>(
    `SELECT * FROM (
       SELECT ${COLUMNS.replace('c.id AS corrected_by', 'NULL AS corrected_by')},
         row_number() OVER (PARTITION BY l.fuel, l.handling, l.metal, round(l.thickness_m, 3), round(l.tip_orifice_m, 5) ORDER BY l.at DESC) AS nth
       FROM log l WHERE l.good = 1 AND l.kind = ? AND ${NOT_CORRECTED}
         AND NOT EXISTS (SELECT 1 FROM log f WHERE f.ticket_id = l.ticket_id AND f.kind IN ('pressure-test', 'vacuum-test')
           AND f.outcome = 'failed' AND f.at >= l.at AND NOT EXISTS (SELECT 1 FROM log d WHERE d.corrects = f.id)))
     WHERE nth <= ? ORDER BY at`,
  )
  const measured = db.prepare<[], MeasuredKerf>(
    `SELECT orificeM, thicknessM, kerfM, handling FROM (
       SELECT l.tip_orifice_m AS orificeM, l.thickness_m AS thicknessM, l.kerf_m AS kerfM, l.handling, l.at,
         row_number() OVER (PARTITION BY l.handling, round(l.thickness_m, 3), round(l.tip_orifice_m, 5) ORDER BY l.at DESC) AS nth
       FROM log l WHERE l.kerf_m IS NOT NULL AND l.tip_orifice_m IS NOT NULL AND l.thickness_m IS NOT NULL AND ${NOT_CORRECTED})
     WHERE nth <= ${OWN_MOST} ORDER BY at`,
  )
  const tried = db.prepare<[], { told: string }>(
    `SELECT l.told FROM log l WHERE l.kind IN ('cut', 'braze') AND l.told ->> '$.tried' IS NOT NULL AND ${NOT_CORRECTED} ORDER BY l.at DESC LIMIT 500`,
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

  const filtered = (query: LogQuery) => {
    const where: string[] = []
    const args: (string | number)[] = []
    const when = (sql: string, ...values: (string | number)[]) => {
      where.push(sql)
      args.push(...values)
    }
    for (const word of (query.q ?? '')
      .toLowerCase()
      .split(/\s+/)
      .filter((w) => w !== '')
      .slice(0, 8))
      when("l.search LIKE ? ESCAPE '\\'", `%${word.replace(/[\\%_]/g, '\\$&')}%`)
    if (query.kind) when('l.kind = ?', query.kind)
    if (query.outcome) when('l.outcome = ?', query.outcome)
    if (query.metal) when('l.metal = ?', query.metal)
    if (query.person) when('l.person_name = ?', query.person)
    if (query.ticket) when('l.ticket_id = ?', query.ticket)
    if (query.job) when('l.ticket_id IN (SELECT id FROM tickets WHERE job_id = ?)', query.job)
    if (query.tip)
      when('l.tip_orifice_m BETWEEN ? AND ?', Number(query.tip) - SAME_TIP_M, Number(query.tip) + SAME_TIP_M)
    if (query.thinnest) when('l.thickness_m >= ?', Number(query.thinnest) * (1 - 1e-6))
    if (query.thickest) when('l.thickness_m <= ?', Number(query.thickest) * (1 + 1e-6))
    if (query.from) when('l.at >= ?', query.from)
    if (query.to) when('l.at <= ?', query.to + DAY_END)
    return { where: where.length > 0 ? `WHERE ${where.join(' AND ')}` : '', args }
  }

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
  const one = (id: string) => {
    const row = get.get(id)
    return row ? stored(row) : undefined
  }
  return {
    /** A page of what fits, newest first, and how much fits. */
    find: (query: LogQuery): { entries: LogSummary[]; total: number } => {
      const { where, args } = filtered(query)
      const rows = db
        .prepare<unknown[], Row>(
          `SELECT ${COLUMNS} ${FROM} ${where} ORDER BY l.at DESC, l.id LIMIT ${PAGE} OFFSET ?`,
        )
        .all(...args, Number(query.after ?? 0))
      const total =
        db.prepare<unknown[], { n: number }>(`SELECT count(*) AS n FROM log l ${where}`).get(...args)?.n ?? 0
      return { entries: rows.map((r) => summaryOf(stored(r))), total }
    },
    choices: () => ({
      metals: metals.all().map((r) => String(r.v)),
      people: people.all().map((r) => String(r.v)),
      tips: tips.all().map((r) => Number(r.v)),
    }),
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
      add.run({
        ...rest,
        good: isGood ? 1 : 0,
        told: JSON.stringify(told),
        kerfM: told.kind === 'cut' ? (told.kerf?.si ?? null) : null,
        search: searchOf(e),
      })
    },
  }
}
