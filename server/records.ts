import { fittedDivisions } from '#core/rig/gear.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Records } from '#contract/types.ts'
import type { Store } from './store.ts'

const NONE = '[]'

/** The shop's own good runs of one kind of work, as plans go by them. */
export const recordsOf = ({ log, gear }: Store, kind: PieceDraft['kind']): Omit<Records, 'tried'> => ({
  cuts: JSON.parse(kind === 'cut' ? log.cuts() : NONE) as Records['cuts'],
  kerfs: JSON.parse(kind === 'cut' ? log.kerfs() : NONE) as Records['kerfs'],
  held: log.held(),
  divisions: fittedDivisions(gear.list()),
  brazes: JSON.parse(kind === 'braze' ? log.brazes() : NONE) as Records['brazes'],
})
