import { addCosts, costOf, fillerCost, takesOf, times, together, type Takes } from '#core/cost.ts'
import { planPiece, type OwnRuns, type GoodPiece } from './plan-of.ts'
import type { PieceDraft, Settings } from '#contract/schemas.ts'
import type { WholeJob } from '#contract/types.ts'

/** What one piece of a job takes, all its joints together. */
function partOf(planned: GoodPiece, takes: Takes, settings: Settings) {
  if (planned.kind === 'cut') return { takes, rod: undefined, fluxKg: 0, fillerCost: undefined }
  const { plan, request } = planned
  const { count } = request.work
  const perKg = settings.shelf.find((r) => r.class === plan.choice.filler)?.perKg
  const filler = fillerCost(plan.figures, perKg)
  return {
    takes: times(takes, count),
    rod:
      plan.choice.filler === null
        ? undefined
        : { filler: plan.choice.filler, metres: (plan.figures.rodLength?.value ?? 0) * count },
    fluxKg: (plan.figures.fluxMass?.value ?? 0) * count,
    fillerCost: filler === undefined ? undefined : filler * count,
  }
}

/** What all pieces of a job take together, as they are stored: those that have a plan. Lighting and trimming come on top. */
export function wholeJob(drafts: readonly PieceDraft[], settings: Settings, records: OwnRuns): WholeJob {
  const parts = drafts.flatMap((draft) => {
    const planned = planPiece(draft, settings, records)
    const takes = planned.ok ? takesOf(planned.plan) : undefined
    return planned.ok && takes ? [partOf(planned, takes, settings)] : []
  })
  const sum = together(parts.map((p) => p.takes))
  const fillers = [...new Set(parts.flatMap((p) => p.rod?.filler ?? []))]
  return {
    pieces: parts.length,
    ...sum,
    rods: fillers.map((filler) => ({
      filler,
      metres: parts.reduce((m, p) => m + (p.rod?.filler === filler ? p.rod.metres : 0), 0),
    })),
    fluxKg: parts.reduce((kg, p) => kg + p.fluxKg, 0),
    cost: addCosts(costOf(sum, settings.prices), ...parts.map((p) => p.fillerCost)) ?? null,
  }
}
