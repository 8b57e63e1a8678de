import { planCut, readCut, type CutPlan, type CutRequest, type MeasuredKerf } from '#core/cut/index.ts'
import type { FieldError } from '#core/figure.ts'
import { printQuantity } from '#core/quantity/index.ts'
import { INCH_UNITS } from '#core/shop.ts'
import { STANDARD_WORDS } from '#core/words.ts'
import type { CutDraft, RigDraft, Settings } from './schemas.ts'

/** A piece worked out, or the fields that could not be read. */
export type Planned =
  | { readonly ok: true; readonly plan: CutPlan; readonly request: CutRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

/**
 * Works a piece out from what was typed, the shop's settings and the kerfs in its log: the server freezes this
 * value in a run, and the plan view shows the same one as one types.
 */
export function planDraft(draft: CutDraft, settings: Settings, kerfs: readonly MeasuredKerf[]): Planned {
  const read = readCut(
    {
      kind: draft.kind,
      work: draft.work,
      rig: draft.rig,
      shop: { altitude: settings.altitude, units: settings.units },
    },
    { bare: settings.units, decimalMark: settings.decimalMark },
  )
  if (!read.ok) return read
  const request: CutRequest = { ...read.request, rig: { ...read.request.rig, kerfLog: kerfs } }
  return { ok: true, plan: planCut(request), request }
}

/** A shop that has said nothing yet. */
export const FIRST_SETTINGS: Settings = {
  units: { ...INCH_UNITS },
  region: 'us',
  words: { ...STANDARD_WORDS },
  altitude: '0 ft',
  decimalMark: 'ask',
}

/** A rig that nobody has described yet: 25 ft of 1/4 in hose, a common tip, no chart. */
export const FIRST_RIG: RigDraft = {
  fuel: 'acetylene',
  tipOrifice: '',
  tipRadius: '1/4 in',
  tipBelowCollar: '1 in',
  handling: 'hand',
  guide: 'part',
  oxygenHose: { length: '25 ft', bore: '1/4 in' },
  oxygenPurity: '99.5 %',
  acetyleneCylinder: '',
  chart: [],
}

/** A new piece: 3/8 in plate, a foot of cut, in the shop's units. */
export function firstDraft(settings: Settings): CutDraft {
  const inches = settings.units.length === 'in'
  return {
    kind: 'cut',
    torchId: null,
    work: {
      metal: 'low-carbon-steel',
      thickness: inches ? '3/8 in' : '10 mm',
      length: inches ? '12 in' : '300 mm',
      start: 'edge',
      surface: 'clean',
      temperature: printQuantity(294.26, settings.units.temperature),
    },
    rig: FIRST_RIG,
  }
}
