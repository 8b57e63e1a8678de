import type { Handling, MeasuredKerf } from '#core/cut/index.ts'
import type { Drop, Edge, SlagClass } from '#core/record/outcome.ts'
import type { LogEntry, LogSummary, Used } from '#contract/types.ts'
import type { Db } from '../open.ts'

interface Row {
  id: string
  ticket_id: string
  job_id: string
  job_name: string
  title: string
  run_id: string | null
  person_name: string | null
  at: string
  thickness_m: number
  used: string
  tip_orifice_m: number | null
  oxygen_gauge_pa: number | null
  edge: string
  slag: string
  dropped: string
  kerf_text: string
  kerf_m: number | null
  note: string
}

const SELECT = `
  SELECT l.id, l.ticket_id, t.job_id, j.name AS job_name, t.title, l.run_id, p.name AS person_name, l.at, l.thickness_m, l.used,
    l.tip_orifice_m, l.oxygen_gauge_pa, l.edge, l.slag, l.dropped, l.kerf_text, l.kerf_m, l.note
  FROM log l JOIN tickets t ON t.id = l.ticket_id JOIN jobs j ON j.id = t.job_id LEFT JOIN people p ON p.id = l.person_id`

/** An entry as it is stored: what was typed, and the same in SI. */
export interface NewEntry {
  readonly id: string
  readonly ticketId: string
  readonly runId: string | null
  readonly personId: string | null
  readonly at: string
  readonly thicknessM: number
  readonly handling: Handling | 'not-said'
  readonly used: LogEntry['used']
  readonly edge: Edge
  readonly slag: SlagClass
  readonly drop: Drop
  readonly kerf: Used | null
  readonly note: string
}
/** What the log's table alone knows of an entry. */
export type StoredEntry = Omit<LogEntry, 'plan' | 'run'>

const summary = (r: Row): LogSummary => ({
  id: r.id,
  at: r.at,
  jobName: r.job_name,
  title: r.title,
  personName: r.person_name,
  thicknessM: r.thickness_m,
  edge: r.edge as Edge,
  slag: r.slag as SlagClass,
  drop: r.dropped as Drop,
  kerfM: r.kerf_m,
  tipOrificeM: r.tip_orifice_m,
  oxygenGaugePa: r.oxygen_gauge_pa,
})

/** The book: what was used and what came out. Entries are added, never changed. */
export function logTable(db: Db) {
  const list = db.prepare<[], Row>(`${SELECT} ORDER BY l.at DESC, l.id`)
  const recent = db.prepare<[number], Row>(`${SELECT} ORDER BY l.at DESC, l.id LIMIT ?`)
  const get = db.prepare<[string], Row>(`${SELECT} WHERE l.id = ?`)
  const ofRun = db.prepare<[string], { id: string }>('SELECT id FROM log WHERE run_id = ?')
  const kerfs = db.prepare<
    [],
    { orificeM: number; thicknessM: number; kerfM: number; handling: Handling | 'not-said' }
  >(
    `SELECT tip_orifice_m AS orificeM, thickness_m AS thicknessM, kerf_m AS kerfM, handling
     FROM log WHERE kerf_m IS NOT NULL AND tip_orifice_m IS NOT NULL ORDER BY at`,
  )
  const add = db.prepare(
    `INSERT INTO log (id, ticket_id, run_id, person_id, at, thickness_m, handling, used, tip_orifice_m, oxygen_gauge_pa, edge, slag, dropped, kerf_text, kerf_m, note)
     VALUES (@id, @ticketId, @runId, @personId, @at, @thicknessM, @handling, @used, @orifice, @oxygen, @edge, @slag, @drop, @kerfText, @kerfM, @note)`,
  )
  return {
    list: (): LogSummary[] => list.all().map(summary),
    recent: (count: number): LogSummary[] => recent.all(count).map(summary),
    get: (id: string): StoredEntry | undefined => {
      const r = get.get(id)
      if (!r) return undefined
      return {
        ...summary(r),
        ticketId: r.ticket_id,
        jobId: r.job_id,
        runId: r.run_id,
        used: JSON.parse(r.used) as LogEntry['used'],
        kerf: r.kerf_m === null ? null : { text: r.kerf_text, si: r.kerf_m },
        note: r.note,
      }
    },
    entryOfRun: (runId: string): string | undefined => ofRun.get(runId)?.id,
    kerfs: (): MeasuredKerf[] => kerfs.all(),
    add: (e: NewEntry): void => {
      const { used, kerf, ...rest } = e
      add.run({
        ...rest,
        used: JSON.stringify(used),
        orifice: used.tipOrifice?.si ?? null,
        oxygen: used.oxygenPressure?.si ?? null,
        kerfText: kerf?.text ?? '',
        kerfM: kerf?.si ?? null,
      })
    },
  }
}
