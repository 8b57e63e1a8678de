/** What each row is signed by: a digest of what it says, so that a changed byte is found that the database cannot see. */
import { createHash } from 'node:crypto'
import type Database from 'better-sqlite3'

/** The columns that a row's digest covers; what is worked out from them is not signed. */
export const SIGNED = {
  log: [
    'id',
    'kind',
    'at',
    'ticket_id',
    'run_id',
    'person_id',
    'job_name',
    'title',
    'person_name',
    'metal',
    'fuel',
    'handling',
    'thickness_m',
    'tip_orifice_m',
    'kerf_m',
    'outcome',
    'good',
    'told',
    'corrects',
    'why',
  ],
  run_events: ['run_id', 'seq', 'id', 'kind', 'step_id', 'at', 'person_id', 'reason'],
  plans: ['run_id', 'draft', 'plan', 'setting', 'steps', 'breaks'],
  tests: ['id', 'kind', 'ticket_id', 'person_id', 'asked', 'started_at'],
  test_events: ['test_id', 'seq', 'id', 'kind', 'at', 'stage', 'pressure_pa', 'temperature_k', 'source'],
  tickets: ['id', 'job_id', 'title', 'draft', 'remedy_of'],
  settings: ['value'],
  torches: ['id', 'name', 'rig'],
  gear: ['id', 'kind', 'name', 'fields', 'active'],
} as const
export type SignedTable = keyof typeof SIGNED

/** Gives a connection `digest_of(…)`: SHA-256, in hex, of its arguments as a JSON list. */
export function addDigest(db: Database.Database): void {
  db.function('digest_of', { varargs: true, deterministic: true }, (...values: unknown[]) =>
    createHash('sha256').update(JSON.stringify(values)).digest('hex'),
  )
}

/** SQL for a row's digest. `prefix` is an alias with its dot, or `@` where the values are named parameters. */
export const digestOf = (table: SignedTable, prefix = ''): string =>
  `digest_of(${SIGNED[table].map((c) => prefix + c).join(', ')})`

/** SQL that is 1 for a row that says what it was signed with; a row from before digests is unsigned, not damaged. */
export const isWhole = (table: SignedTable, alias = ''): string => {
  const prefix = alias === '' ? '' : `${alias}.`
  return `(${prefix}digest IS NULL OR ${prefix}digest = ${digestOf(table, prefix)})`
}
