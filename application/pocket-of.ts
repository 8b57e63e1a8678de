import { pocketChart, pocketPlates, type CutRequest, type PocketRow } from '#core/cut/index.ts'
import type { FieldError } from '#core/figure.ts'
import { isInch, printQuantity, INCH_M } from '#core/quantity/index.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import type { Settings } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { firstDraft } from './first.ts'
import { planDraft, type OwnRuns } from './plan-of.ts'

/** A torch's chart for the pocket, with what it was worked out for; or what of the torch cannot be read. */
export type Pocket =
  | { readonly ok: true; readonly rows: readonly PocketRow[]; readonly request: CutRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

/**
 * Every usual plate for a torch as the rig has it: no piece is needed.
 * @param shown units that it is looked at in, by which the pace is counted; the plates are the shop's own
 * @param metal what is cut
 */
export function pocketOf(
  { id, rig }: Pick<Torch, 'id' | 'rig'>,
  settings: Settings,
  records: OwnRuns,
  shown: UnitChoices = settings.units,
  metal = 'low-carbon-steel',
): Pocket {
  const first = firstDraft(settings)
  const inch = isInch(settings.units)
  const work = { ...first.work, metal, length: printQuantity(12 * INCH_M, inch ? 'in' : 'mm') }
  const planned = planDraft({ ...first, torchId: id, rig, work }, settings, records, shown)
  if (!planned.ok) return planned
  return {
    ok: true,
    request: planned.request,
    rows: pocketChart(planned.request, pocketPlates(inch), isInch(shown)),
  }
}
