/** The shop's things in open formats: CSV and JSON in and out, due dates as iCalendar. */
import Papa from 'papaparse'
import { createEvents, type EventAttributes } from 'ics'
import { dueOf } from './due.ts'
import { gearFault, gearFields, type Gear } from './gear.ts'
import { GEAR_KINDS, type GearKind } from './kinds.ts'

const OWN = ['id', 'kind', 'name'] as const
const FIELDS = [...new Set(GEAR_KINDS.flatMap((k) => Object.keys(gearFields(k))))]

/** Every thing a row; fields that a kind does not have stay empty. RFC 4180. */
export const gearToCsv = (gear: readonly Gear[]): string =>
  Papa.unparse({
    fields: [...OWN, ...FIELDS],
    data: gear.map((g) => [g.id, g.kind, g.name, ...FIELDS.map((f) => g.fields[f] ?? '')]),
  })

/** The things as JSON, to be read in again. */
export const gearToJson = (gear: readonly Gear[]): string =>
  JSON.stringify({ format: 'wimble-rig', version: 1, gear }, null, 2)

/** What came in: the things that can be taken, and every row that cannot, with its line and why. */
export interface GearRead {
  readonly gear: readonly Omit<Gear, 'id'>[]
  readonly bad: readonly { readonly line: number; readonly reason: string }[]
}

const NAME_MOST = 120
const MOST_ROWS = 5000

function readRow(
  row: Readonly<Record<string, unknown>>,
  line: number,
): GearRead['bad'][number] | Omit<Gear, 'id'> {
  const said = (name: string) => String(row[name] ?? '').trim()
  const kind = GEAR_KINDS.find((k): k is GearKind => k === said('kind'))
  if (!kind) return { line, reason: `The kind should be one of: ${GEAR_KINDS.join(', ')}.` }
  const name = said('name')
  if (name === '' || name.length > NAME_MOST) return { line, reason: 'A name of 1 to 120 letters is wanted.' }
  const fields = Object.fromEntries(
    Object.keys(gearFields(kind))
      .map((name) => [name, said(name)] as const)
      .filter(([, value]) => value !== ''),
  )
  const fault = gearFault({ kind, fields })
  return fault ? { line, reason: `${fault.field}: ${fault.message}` } : { kind, name, fields }
}

const sorted = (rows: readonly (GearRead['bad'][number] | Omit<Gear, 'id'>)[]): GearRead => ({
  gear: rows.filter((r): r is Omit<Gear, 'id'> => 'kind' in r),
  bad: rows.filter((r): r is GearRead['bad'][number] => 'reason' in r),
})

/** Reads things from CSV with a head line, or from JSON as it is written here; nothing is lost in silence. */
export function readGear(content: string): GearRead {
  if (content.trimStart().startsWith('{')) {
    try {
      const { gear } = JSON.parse(content) as { gear?: unknown }
      if (!Array.isArray(gear))
        return { gear: [], bad: [{ line: 1, reason: 'There is no list “gear” in it.' }] }
      return sorted(
        gear.slice(0, MOST_ROWS).map((g: unknown, i) => {
          const { fields, ...own } = (typeof g === 'object' && g !== null ? g : {}) as { fields?: object }
          return readRow({ ...fields, ...own }, i + 1)
        }),
      )
    } catch {
      return { gear: [], bad: [{ line: 1, reason: 'This is not JSON that can be read.' }] }
    }
  }
  const parsed = Papa.parse<Record<string, string>>(content, { header: true, skipEmptyLines: true })
  if (!(parsed.meta.fields ?? []).includes('kind'))
    return {
      gear: [],
      bad: [{ line: 1, reason: 'The head line should name the columns: kind, name, and fields.' }],
    }
  return sorted(parsed.data.slice(0, MOST_ROWS).map((row, i) => readRow(row, i + 2)))
}

const dayOf = (day: string) => day.split('-').map(Number) as [number, number, number]

/**
 * Due dates as a calendar: a day for each thing that has one.
 * @param today 2026-03-02: also the stamp, so that the same log gives the same file
 * @throws Error when the calendar cannot be written, which no date of a log brings about
 */
export function dueCalendar(gear: readonly Gear[], today: string): string {
  const events = gear.flatMap((g): EventAttributes[] => {
    const due = dueOf(g, today)
    if (due.on === undefined) return []
    return [
      {
        uid: `${g.id}@wimble`,
        title: `${g.name}: ${g.kind === 'arrestor' ? 'test' : 'check'}`,
        description: due.text,
        start: dayOf(due.on),
        duration: { days: 1 },
        productId: 'wimble',
        calName: 'Rig, due dates',
      },
    ]
  })
  if (events.length === 0) return 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:wimble\r\nEND:VCALENDAR\r\n'
  const { value, error } = createEvents(events)
  if (typeof value !== 'string') throw error ?? new Error('no calendar')
  // the stamp is the day of the log, not the minute: the same log gives the same file
  return value.replace(/^DTSTAMP:.*$/gm, `DTSTAMP:${today.replaceAll('-', '')}T000000Z`)
}
