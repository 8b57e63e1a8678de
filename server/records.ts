import type { Records } from '#contract/types.ts'
import type { Store } from './store.ts'

/** The shop's own good runs, as plans go by them. */
export const recordsOf = ({ log }: Store): Records => ({
  cuts: log.ownCuts(),
  kerfs: log.kerfs(),
  brazes: log.ownBrazes(),
  tried: log.tried(),
})
