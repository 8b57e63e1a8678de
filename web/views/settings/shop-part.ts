import type { Settings } from '#contract/schemas.ts'
import type { Failure } from '../../app/api.ts'

/** What every part of the settings is given: the shop as it is, how it is changed, and why a change was not taken. */
export interface ShopPart {
  readonly settings: Settings
  readonly change: (part: Partial<Settings>) => void
  readonly failure: Failure | undefined
}
