import { factsOfBraze, factsOfCut, signsOfCut, type Done } from '#core/check/facts.ts'
import type { Fact, SignPlace } from '#core/check/faults.ts'
import { skippedRoles, tookByRole } from '#core/record/run.ts'
import type { PieceDraft, Settings } from '#contract/schemas.ts'
import type { LogEntry } from '#contract/types.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'

/** What was done, as a line of the log and its run have it. */
function doneOf({ told, run }: Pick<LogEntry, 'told' | 'run'>, learner: boolean): Done {
  const used = told.kind === 'cut' || told.kind === 'braze' ? told.used : undefined
  const cut = told.kind === 'cut' ? told.used : undefined
  return {
    tipOrificeM: used?.tipOrifice?.si,
    oxygenGaugePa: used?.oxygenPressure?.si,
    fuelGaugePa: used?.fuelPressure?.si,
    speed: cut?.travelSpeed?.si,
    preheatS: cut?.preheat?.si,
    learner,
    skipped: run ? skippedRoles(run) : new Set(),
    tookS: run ? tookByRole(run, run.making) : {},
  }
}

/**
 * What the plan and the run of a line of the log tell about the causes of a fault.
 * @param learner whether whoever did it is an apprentice
 * @returns nothing for a line without a piece, or with one that can no longer be planned
 */
export function factsOfEntry(entry: LogEntry, settings: Settings, learner = false): readonly Fact[] {
  if (!entry.draft) return []
  const planned = planPiece(entry.draft, settings, NO_RUNS)
  if (!planned.ok) return []
  const done = doneOf(entry, learner)
  const plan = entry.plan ?? planned.plan
  if (plan.kind === 'cut') return planned.kind === 'cut' ? factsOfCut(plan, planned.request, done) : []
  return planned.kind === 'braze' ? factsOfBraze(plan, planned.request, done) : []
}

/** What the plan of a piece tells while it is being made: nothing of the run yet. */
export function factsOfPiece(draft: PieceDraft, settings: Settings, learner = false): readonly Fact[] {
  const planned = planPiece(draft, settings, NO_RUNS)
  if (!planned.ok) return []
  const done: Done = { learner, skipped: new Set(), tookS: {} }
  return planned.kind === 'cut'
    ? factsOfCut(planned.plan, planned.request, done)
    : factsOfBraze(planned.plan, planned.request, done)
}

/** The signs that the check of a line has ticked already. */
export const signsOfEntry = ({ told }: Pick<LogEntry, 'told'>): readonly string[] =>
  told.kind === 'cut' ? signsOfCut(told) : []

/** Where one looks first for the fault of a line: a test is of a braze. */
export const signPlaceOf = (kind: LogEntry['kind'] | undefined): SignPlace =>
  kind === 'braze' || kind === 'pressure-test' || kind === 'vacuum-test' ? 'braze' : 'cut'
