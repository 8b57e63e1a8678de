import { planCut, readCut, type CutPlan, type CutRequest, type MeasuredKerf } from '#core/cut/index.ts'
import type { FieldError } from '#core/figure.ts'
import { usualDivision, type UnitChoices } from '#core/shop.ts'
import type { CutDraft, Settings } from './schemas.ts'
import { workOf } from './shape-fields.ts'

/** A piece worked out, or the fields that could not be read. */
export type Planned =
  | { readonly ok: true; readonly plan: CutPlan; readonly request: CutRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

/**
 * Works a piece out from what was typed, the shop's settings and the kerfs in its log: the server freezes this
 * value in a run, and the plan view shows the same one as one types.
 * @param shown units of the sentences, when they are looked at in others than the shop's
 */
export function planDraft(
  draft: CutDraft,
  settings: Settings,
  kerfs: readonly MeasuredKerf[],
  shown: UnitChoices = settings.units,
): Planned {
  const read = readCut(
    {
      kind: draft.kind,
      work: workOf(draft.work),
      rig: draft.rig,
      usual: draft.usual,
      shop: { altitude: settings.altitude, units: shown },
    },
    { bare: settings.units, decimalMark: settings.decimalMark },
  )
  if (!read.ok) return read
  // the gauges on the wall do not change when somebody looks at the plan in other units
  const oxygenDivisionPa = usualDivision(settings.units.pressure, 'oxygen')
  const fuelDivisionPa = usualDivision(settings.units.pressure, 'fuel')
  const rig = { ...read.request.rig, kerfLog: kerfs, oxygenDivisionPa, fuelDivisionPa }
  const request: CutRequest = { ...read.request, rig }
  return { ok: true, plan: planCut(request), request }
}
