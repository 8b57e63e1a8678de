import { FIRST_SETTINGS } from '#contract/first.ts'
import type { Settings } from '#contract/schemas.ts'
import type { Db } from '../open.ts'

/** The shop's settings: one row. */
export function settingsTable(db: Db) {
  const get = db.prepare<[], { value: string }>('SELECT value FROM settings WHERE id = 1')
  const put = db.prepare<[string]>(
    'INSERT INTO settings (id, value) VALUES (1, ?) ON CONFLICT (id) DO UPDATE SET value = excluded.value',
  )
  return {
    get: (): Settings => {
      const row = get.get()
      return row ? (JSON.parse(row.value) as Settings) : FIRST_SETTINGS
    },
    put: (settings: Settings): void => {
      put.run(JSON.stringify(settings))
    },
  }
}
