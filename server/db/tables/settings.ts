import { FIRST_SETTINGS } from '#application/first.ts'
import { settingsAsNow } from '#application/stored.ts'
import type { Settings } from '#contract/schemas.ts'
import type { Damage } from '../../damage.ts'
import { isWhole } from '../digest.ts'
import type { Db } from '../db.ts'

/** The shop's settings: one row. */
export function settingsTable(db: Db, damage: Damage) {
  const get = db.prepare<[], { value: string; whole: number }>(
    `SELECT value, ${isWhole('settings')} AS whole FROM settings WHERE id = 1`,
  )
  const put = db.prepare<{ value: string }>(
    `INSERT INTO settings (id, value, digest) VALUES (1, @value, digest_of(@value))
     ON CONFLICT (id) DO UPDATE SET value = excluded.value, digest = excluded.digest`,
  )
  return {
    /** Where they cannot be read they are left out, and a new shop's are taken, which are the cautious ones. */
    get: (): Settings => {
      const row = get.get()
      if (!row) return FIRST_SETTINGS
      const about = { table: 'settings', row: 1, id: '', name: 'the settings of the shop', at: null } as const
      return damage.read(about, row.whole, () => settingsAsNow(JSON.parse(row.value))) ?? FIRST_SETTINGS
    },
    put: (settings: Settings): void => {
      put.run({ value: JSON.stringify(settings) })
      damage.mended({ table: 'settings', row: 1 })
    },
  }
}
