import { firstDraftOf } from '#core/fields/draft.ts'
import { BRAZE_WORK, firstTube, PART } from '#core/braze/fields.ts'
import { CUT_WORK, PRACTICE_ITEM, USUAL } from '#core/cut/fields.ts'
import { CHART_ROW, RIG } from '#core/rig/fields.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import type {
  BrazeDraft,
  BrazePartDraft,
  ChartRowDraft,
  CutDraft,
  PracticeDraft,
  RigDraft,
  Settings,
} from '#contract/schemas.ts'

import { ASSUMED } from './given.ts'

export { FIRST_SETTINGS, firstSettingsIn } from './first-settings.ts'

/** A rig that nobody has described yet: 25 ft of 1/4 in hose, a common tip, no chart. */
export const FIRST_RIG: RigDraft = firstDraftOf(RIG, INCH_UNITS)
/** A row of a chart before anything is copied into it. */
export const FIRST_ROW: ChartRowDraft = firstDraftOf(CHART_ROW, INCH_UNITS)
/** A cut on a practice plate, as it is put in. */
export const FIRST_PRACTICE: PracticeDraft = firstDraftOf(PRACTICE_ITEM, INCH_UNITS)

/** A new piece: 3/8 in plate, a foot of cut, in the shop's units. */
export const firstDraft = ({ units }: Pick<Settings, 'units'>): CutDraft => ({
  kind: 'cut',
  torchId: null,
  work: firstDraftOf(CUT_WORK, units),
  rig: FIRST_RIG,
  usual: firstDraftOf(USUAL, units),
  assumed: [...ASSUMED.cut],
})

/** A part of which nothing is said but its metal. */
export const firstPart = (metal: string): BrazePartDraft => ({ ...firstDraftOf(PART, INCH_UNITS), metal })

/** A new braze: a common tube in its cup, in the shop's units. */
export const firstBraze = ({ units }: Pick<Settings, 'units'>): BrazeDraft => ({
  kind: 'braze',
  torchId: null,
  work: {
    ...firstDraftOf(BRAZE_WORK, units),
    a: { ...firstPart('copper'), tube: firstTube(units) },
    b: firstPart('copper'),
  },
  rig: FIRST_RIG,
  assumed: [...ASSUMED.braze],
})
