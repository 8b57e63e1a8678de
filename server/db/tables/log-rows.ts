/** A line of the log as its row has it, as it is put in, and as it is told. */
import type { EntryKind, Outcome, Told } from '#core/record/entry.ts'
import type { FileEntry } from '#contract/log-file.ts'
import type { LogSummary } from '#contract/types.ts'
import { isWhole } from '../digest.ts'

/** What is read of a line. */
export const LOG_COLUMNS = `l.key, l.id, l.kind, l.at, l.ticket_id, l.run_id, l.job_name, l.title, l.person_name, l.metal, l.fuel, l.handling,
  l.thickness_m, l.tip_orifice_m, l.outcome, l.good, l.told, l.corrects, l.why,
  (SELECT c.id FROM log c WHERE c.corrects = l.id) AS corrected_by, ${isWhole('log', 'l')} AS whole`

/** A row of the log, as it is read. */
export interface LogRow {
  key: number
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
  whole: number
}

/** A line as it is put in: as a file has it, and by whom. */
export interface NewEntry extends FileEntry {
  readonly personId: string | null
}
/** A line with all that its row has. */
export interface StoredEntry extends LogSummary {
  readonly runId: string | null
  readonly fuel: string
  readonly handling: string
  readonly good: boolean
}

/** What a row tells. Throws where it is no JSON. */
export const entryOf = (r: LogRow): StoredEntry => ({
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
export function inBrief(e: StoredEntry): LogSummary {
  const { told } = e
  if (told.kind !== 'cut' && told.kind !== 'braze') return summaryOf(e)
  return summaryOf({ ...e, told: { ...told, planned: {}, verdict: { ...told.verdict, judged: [] } } })
}
