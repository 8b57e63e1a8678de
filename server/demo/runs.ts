/** Runs of the yard, as the server would have led them. */
import { randomUUID } from 'node:crypto'
import { subHours, subMinutes } from 'date-fns'
import { FIRST_SETTINGS } from '#application/first.ts'
import { planDraft } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { CutDraft } from '#contract/schemas.ts'
import { foldRun, ONLY_MAKING, type RunEvent } from '#core/record/run.ts'
import { recordsOf } from '../records.ts'
import type { Store } from '../store.ts'
import type { DemoPiece } from './data.ts'
import { cutCameOut, writeDown } from './results.ts'

export interface RunPiece {
  readonly id: string
  readonly jobId: string
  readonly title: string
  readonly draft: CutDraft
}

/** Puts a piece in the log and begins its run, as the server would. */
function begin(store: Store, piece: RunPiece, personId: string | null, at: Date) {
  store.pieces.add(piece, subHours(at, 2).toISOString())
  const planned = planDraft(piece.draft, FIRST_SETTINGS, recordsOf(store, 'cut'))
  if (!planned.ok) throw new Error(planned.errors[0]?.message)
  const procedure = procedureOf(piece.draft.rig.torch, planned, FIRST_SETTINGS)
  if (!procedure.ok) throw new Error(procedure.text)
  const { plan, request } = planned
  const { steps, setup } = procedure
  const made = { pieceId: piece.id, draft: piece.draft, plan, setup, repeats: 1 }
  const run = { id: randomUUID(), pieces: [made], plan, steps }
  store.runs.add({ ...run, batchId: null, personId, at: at.toISOString() })
  return { run, request }
}

/** Confirms steps of a run, one after another, each at its moment. */
function confirm(
  store: Store,
  run: ReturnType<typeof begin>['run'],
  steps: readonly { readonly id: string }[],
  personId: string | null,
  at: (i: number) => Date,
): void {
  const events: RunEvent[] = steps.map((step, i) => ({
    id: randomUUID(),
    kind: 'done',
    stepId: step.id,
    at: at(i).toISOString(),
    personId,
  }))
  store.runs.addEvents(run, events, foldRun(run, events))
}

/** A run under way, as far as the oxygen's setting. */
export function half(store: Store, piece: RunPiece, personId: string | null, now: Date): void {
  const { run } = begin(store, piece, personId, subMinutes(now, 25))
  const stopBefore = run.steps.findIndex((s) => s.figure === 'cuttingOxygenPressure')
  confirm(store, run, run.steps.slice(0, stopBefore), personId, (i) => subMinutes(now, 24 - 2 * i))
}

/** A run that ended, with its result. */
export function recorded(
  store: Store,
  piece: RunPiece,
  personId: string | null,
  at: Date,
  result: NonNullable<DemoPiece['result']>,
): void {
  const { run, request } = begin(store, piece, personId, subMinutes(at, 50))
  confirm(store, run, run.steps, personId, (i) => subMinutes(at, 49 - 2 * i))
  store.runs.end(run, at.toISOString(), [ONLY_MAKING])
  writeDown(
    store,
    cutCameOut({
      id: randomUUID(),
      pieceId: piece.id,
      runId: run.id,
      personId,
      at: at.toISOString(),
      ...result,
      used: { ...result.used, preheat: '' },
    }),
    { draft: piece.draft, plan: run.plan, thicknessM: request.work.thicknessM },
  )
}
