import { factsOfBraze, factsOfCut, type Done } from '#core/check/facts.ts'
import type { Fact, SignPlace } from '#core/check/faults.ts'
import { skippedRoles, tookByRole } from '#core/record/run.ts'
import type { Settings } from '#contract/schemas.ts'
import type { LogEntry } from '#contract/types.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'

/** What was done, as a line of the log and its run have it. */
function doneOf({ told, run }: Pick<LogEntry, 'told' | 'run'>): Done {
  const used = told.kind === 'cut' || told.kind === 'braze' ? told.used : undefined
  const cut = told.kind === 'cut' ? told.used : undefined
  return {
    tipOrificeM: used?.tipOrifice?.si,
    oxygenGaugePa: used?.oxygenPressure?.si,
    fuelGaugePa: used?.fuelPressure?.si,
    speed: cut?.travelSpeed?.si,
    preheatS: cut?.preheat?.si,
    skipped: run ? skippedRoles(run) : new Set(),
    tookS: run ? tookByRole(run, run.making) : {},
  }
}

/**
 * What the plan and the run of a line of the log tell about the causes of a fault.
 * @returns nothing for a line without a piece, or with one that can no longer be planned
 */
export function factsOfEntry(entry: LogEntry, settings: Settings): readonly Fact[] {
  if (!entry.draft) return []
  const planned = planPiece(entry.draft, settings, NO_RUNS)
  if (!planned.ok) return []
  const done = doneOf(entry)
  const plan = entry.plan ?? planned.plan
  if (plan.kind === 'cut') return planned.kind === 'cut' ? factsOfCut(plan, planned.request, done) : []
  return planned.kind === 'braze' ? factsOfBraze(plan, planned.request, done) : []
}

/** Where one looks first for the fault of a line: a test is of a braze. */
export const signPlaceOf = (kind: LogEntry['kind'] | undefined): SignPlace =>
  kind === 'braze' || kind === 'pressure-test' || kind === 'vacuum-test' ? 'braze' : 'cut'
