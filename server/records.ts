import { fittedDivisions } from '#core/rig/gear.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Records } from '#contract/types.ts'
import type { Store } from './store.ts'

const NONE = '[]'

/** The shop's own good runs of one kind of work, or of both, as plans go by them. */
export const recordsOf = (
  { log, gear }: Pick<Store, 'log' | 'gear'>,
  kind?: PieceDraft['kind'],
): Omit<Records, 'tried'> => ({
  cuts: JSON.parse(kind === 'braze' ? NONE : log.cuts()) as Records['cuts'],
  kerfs: JSON.parse(kind === 'braze' ? NONE : log.kerfs()) as Records['kerfs'],
  brazes: JSON.parse(kind === 'cut' ? NONE : log.brazes()) as Records['brazes'],
  held: log.held(),
  divisions: fittedDivisions(gear.list()),
})
