/** A line of the log as its row has it, as it is put in, and as it is told. */
import { LINE, LINE_NAMES, type LineBrief, type LineHead, type LineName } from '#core/record/fields.ts'
import { omit } from '#core/objects.ts'
import type { LineResult } from '#core/record/entry.ts'
import { resultOfLine } from '#application/stored.ts'
import type { FileEntry } from '#application/log-file.ts'
import type { LogSummary } from '#contract/types.ts'
import { isWhole } from '../digest.ts'

/** What is read of a line. */
export const LOG_COLUMNS = `l.key, ${LINE_NAMES.map((name) => `l.${LINE[name].column}`).join(', ')}, l.told,
  (SELECT c.id FROM log c WHERE c.corrects = l.id) AS corrected_by, ${isWhole('log', 'l')} AS whole`

type ColumnValue<F> = F extends { is: 'yes-no' }
  ? number
  : F extends { is: 'length' }
    ? number | null
    : F extends { is: 'id' }
      ? string | null
      : string
type Columns = { -readonly [K in LineName as (typeof LINE)[K]['column']]: ColumnValue<(typeof LINE)[K]> }
/** A row of the log, as it is read. */
export interface LogRow extends Columns {
  key: number
  told: string
  corrected_by: string | null
  whole: number
}

/** A line as it is put in: as a file has it, and by whom. */
export interface NewEntry extends FileEntry {
  readonly personId: string | null
}
/** A line with all that its row has. */
export interface StoredEntry extends LogSummary, LineHead {}

/** The columns of a line that is put in. */
export const columnsOf = (e: LineHead): Readonly<Record<string, string | number | null>> =>
  Object.fromEntries(
    LINE_NAMES.map((name) => {
      const value = e[name]
      return [LINE[name].column, typeof value === 'boolean' ? Number(value) : value]
    }),
  )

/** What a row tells. Throws where it is no JSON. */
export const entryOf = (r: LogRow): StoredEntry => ({
  // each column is read as its field is kept
  ...(Object.fromEntries(
    LINE_NAMES.map((name) => {
      const { column, is } = LINE[name]
      return [name, is === 'yes-no' ? r[column] === 1 : r[column]]
    }),
  ) as unknown as LineHead),
  told: resultOfLine(JSON.parse(r.told)) as LineResult,
  correctedBy: r.corrected_by,
})

const ONLY_WHOLE = LINE_NAMES.filter(
  (name): name is Exclude<LineName, keyof LineBrief> => 'onlyWhole' in LINE[name],
)
/** What the list shows of a line. */
export const summaryOf = (e: StoredEntry): LogSummary => omit(e, ONLY_WHOLE)

/** A line for the list: without what only its own page shows, which is most of it. */
export function inBrief(e: StoredEntry): LogSummary {
  const { told } = e
  if (told.kind !== 'cut' && told.kind !== 'braze') return summaryOf(e)
  return summaryOf({ ...e, told: { ...told, planned: {}, verdict: { ...told.verdict, judged: [] } } })
}
