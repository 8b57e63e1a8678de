import { randomUUID } from 'node:crypto'
import { figureNamed, KIND_OF_UNIT } from '#core/figure.ts'
import { pieceAt, type LedStep, type OnLine } from '#core/line/led.ts'
import { sentenceOf } from '#core/line/steps.ts'
import { printAs } from '#core/quantity/index.ts'
import { summaryOf, type NewEntry } from '../db/tables/log-rows.ts'
import type { NewRun, StoredRun } from '../db/tables/runs.ts'
import { recordsOf } from '../records.ts'
import { checkPerson, headOf, headOfMaking, UNJUDGED } from '../line-head.ts'
import {
  allMakings,
  fitted,
  foldRun,
  holderOf,
  madeIn,
  makingOf,
  spanS,
  type Making,
  type RunEvent,
  type RunProgress,
} from '#core/record/run.ts'
import { lineOfRun } from '#core/record/run-line.ts'
import type { ReadyTold } from '#core/line/ready.ts'
import { refuseProof, skipAsks, type Proof } from '#core/line/skip.ts'
import { planPiece, type GoodPiece } from '#application/plan-of.ts'
import { toBeGiven } from '#application/given.ts'
import { batchOf, procedureOf } from '#application/procedure-of.ts'
import type { Piece, Run, RunChange } from '#contract/types.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'
import { troubleOfRun, troubleOn } from './troubles.ts'

function found(store: Store, id: string): StoredRun {
  const run = store.runs.get(id)
  if (!run) throw notFound('run')
  return run
}
/** A run with the lines of the log that tell of it. */
const withLines = (store: Store, { lines, ...run }: StoredRun): Run => ({
  ...run,
  lines: lines.flatMap(({ id, ...making }) => {
    const line = store.log.get(id)
    return line ? [{ ...making, line: summaryOf(line) }] : []
  }),
})

/** What an apprentice does to the line is looked at by an instructor before it counts as done. */
function checkInstructor(store: Store, runs: string | null, confirms: string | null): void {
  if (runs === null || store.people.get(runs)?.role !== 'apprentice') return
  if (confirms === null || store.people.get(confirms)?.role !== 'instructor')
    throw new AppError(
      422,
      'instructor-wanted',
      'An instructor confirms this step of an apprentice.',
      'personId',
    )
}

/** A step is left out with a reason only where the line does not change by it; else something proves that it is so already. */
function checkSkip(
  store: Store,
  run: StoredRun,
  progress: RunProgress,
  step: LedStep,
  event: Extract<RunEvent, { kind: 'skip' | 'assert' }>,
): void {
  const line = lineOfRun(progress, run.pieces)
  const { plan, setup } = pieceAt(run.pieces, step)
  const refuse = (text: string, field: string) => {
    throw new AppError(422, 'skip-refused', text, field)
  }
  if (event.kind === 'assert') {
    checkPerson(store, event.proof.by, 'proof.by')
    const figure = figureNamed(plan, step.figure)
    const text = refuseProof(step, event.proof, line, setup.setting, figure)
    if (text !== undefined) refuse(text, 'proof')
    return
  }
  const asked = skipAsks(step, line, setup.setting)
  if (asked.asks === 'refused') refuse(asked.text, 'reason')
  if (asked.asks !== 'reason')
    refuse('This step is not just left out: say what proves that it is so already, or do it.', 'reason')
}

/** A step's act as a sentence, its figure in the shop's units. */
function sentenceFor(store: Store, run: StoredRun, step: LedStep): string {
  const figure = figureNamed(pieceAt(run.pieces, step).plan, step.figure)
  const printed = figure ? printAs(figure.value, KIND_OF_UNIT[figure.unit], store.settings.get().units) : ''
  return sentenceOf(step.act, printed)
}

/** What proved that a step need not be done, in a sentence. */
function provedBy(store: Store, run: StoredRun, step: LedStep, proof: Proof): string {
  const { units } = store.settings.get()
  const by = (proof.by === null ? undefined : store.people.get(proof.by)?.name) ?? 'somebody'
  if (proof.kind === 'ago') return `Done within the last ${printAs(proof.seconds, 'time', units)} by ${by}`
  if (proof.kind === 'seen') return `Seen to by ${by}`
  const figure = figureNamed(pieceAt(run.pieces, step).plan, step.figure)
  return `Set already, seen by ${by}: ${figure ? printAs(proof.si, KIND_OF_UNIT[figure.unit], units) : ''}`
}

/** That a rig stood ready, in a sentence. */
function stoodReady(store: Store, { by, purgedS }: ReadyTold): string {
  const who = (by === null ? undefined : store.people.get(by)?.name) ?? 'somebody'
  return `The rig stood ready, set by ${who}, purged within the last ${printAs(purgedS, 'time', store.settings.get().units)}`
}

/** A line of the log that a run writes by itself: that it ended, or what of it was left out; `step` is where that was said. */
export function logRun(
  store: Store,
  run: StoredRun,
  line: Pick<NewEntry, 'id' | 'at' | 'personId' | 'told'>,
  step?: LedStep,
): void {
  const piece = pieceAt(run.pieces, step)
  const head = headOfMaking(piece, makingOf(step ?? {}))
  // what is said of a whole batch is said of its first piece, under the batch's name
  const title = step?.piece === undefined && run.batchId !== null ? run.title : head.title
  store.log.add({
    ...line,
    kind: line.told.kind,
    runId: run.id,
    ...headOf(store, { ...head, title }, line.personId),
    thicknessM: null,
    tipOrificeM: figureNamed(piece.plan, 'tipOrifice')?.value ?? null,
    ...UNJUDGED,
  })
}

/** A piece that is to be run, worked out and frozen; refused where nothing may be set by it. */
function toRun(store: Store, pieceId: string): { readonly piece: Piece; readonly planned: GoodPiece } {
  const piece = store.pieces.get(pieceId)
  if (!piece) throw new AppError(422, 'bad-input', 'There is no such piece.', 'pieceId')
  if (store.runs.openOn(piece.id)) throw conflict('already-running', `${piece.title} is under way already.`)
  const assumed = toBeGiven(piece.draft)
  if (assumed.length > 0)
    throw new AppError(
      422,
      'assumed',
      `${piece.title}: nobody has said ${assumed.join(', ')} yet: say it in the plan.`,
    )
  const trouble = troubleOn(store, piece.draft.torchId)
  if (trouble) throw held(trouble)
  const planned = planPiece(piece.draft, store.settings.get(), recordsOf(store, piece.draft.kind))
  if (!planned.ok)
    throw new AppError(
      422,
      'no-plan',
      planned.errors[0]?.message ?? `${piece.title} has no plan.`,
      planned.errors[0]?.field,
    )
  return { piece, planned }
}

/** A single piece with its steps, as a run is begun with it. */
function ofPiece(store: Store, pieceId: string): Pick<NewRun, 'pieces' | 'steps'> {
  const { piece, planned } = toRun(store, pieceId)
  const { draft } = piece
  const procedure = procedureOf(draft.rig.torch, planned, store.settings.get())
  if (!procedure.ok) throw new AppError(422, 'stopped', procedure.text)
  const { steps, setup } = procedure
  return { steps, pieces: [{ pieceId: piece.id, draft, plan: planned.plan, setup, repeats: 1 }] }
}

/** A batch with the steps of all its pieces. */
function ofBatch(store: Store, batchId: string): Pick<NewRun, 'pieces' | 'steps'> {
  const batch = store.batches.get(batchId)
  if (!batch) throw new AppError(422, 'bad-input', 'There is no such batch.', 'batchId')
  if (batch.laid.length === 0) throw new AppError(422, 'stopped', 'This batch has no piece yet: put one in.')
  const asked = batch.laid.map(({ pieceId, repeats }) => ({ ...toRun(store, pieceId), repeats }))
  const made = batchOf(
    asked.map(({ piece, planned, repeats }) => ({ draft: piece.draft, planned, repeats })),
    store.settings.get(),
  )
  if (!made.ok) {
    const title = made.at === undefined ? batch.name : asked[made.at]?.piece.title
    throw new AppError(422, 'stopped', `${title}: ${made.text}`)
  }
  return {
    steps: made.steps,
    pieces: asked.map(({ piece, planned, repeats }, i) => {
      const { setup, run } = made.pieces[i] as OnLine
      return { pieceId: piece.id, draft: piece.draft, plan: planned.plan, setup, run, repeats }
    }),
  }
}

/** What of an ended run the log is to tell: all of a whole one; of a batch that was left what was made of it. */
function makingsOf({ batchId, pieces }: StoredRun, after: RunProgress): readonly Making[] {
  if (after.state === 'finished') return allMakings(pieces)
  return batchId === null ? [] : madeIn(after)
}

/** Whether an event leads out of the work, and nowhere else. */
const leadsOut = (event: RunEvent): boolean =>
  event.kind === 'trouble' || event.kind === 'stop' || (event.kind === 'break' && event.name === 'shutdown')
const held = ({ title }: { readonly title: string }) =>
  conflict('held', `${title}: nobody goes on before somebody named has cleared it.`)

/** Runs and their confirmed steps. A request sent twice is stored once. */
export const runHandlers: Pick<Handlers, 'startRun' | 'getRun' | 'addRunEvent' | 'listGasUses'> = {
  listGasUses: ({ store }, { query }) => store.runs.gasUses(query.since),
  getRun: ({ store }, { params }) => withLines(store, found(store, params.id)),
  startRun: ({ store }, { body }) =>
    store.transaction(() => {
      const { id, pieceId, batchId, personId, at } = body
      if (store.runs.has(id)) return { id }
      checkPerson(store, personId)
      if ((pieceId === null) === (batchId === null))
        throw new AppError(422, 'bad-input', 'Say what is made: a piece, or a batch.', 'pieceId')
      const begun = batchId === null ? ofPiece(store, pieceId ?? '') : ofBatch(store, batchId)
      store.runs.add({ id, batchId, personId, at, ...begun })
      const run = found(store, id)
      run.pieces.forEach(({ draft }, i) => {
        const insisted = draft.kind === 'braze' ? draft.work.overrideReason.trim() : ''
        if (insisted === '') return
        const told = {
          kind: 'override',
          what: 'The filler that the plan ranks best',
          reason: insisted,
        } as const
        const of = run.steps.find((s) => s.piece === i + 1)
        logRun(store, run, { id: randomUUID(), at, personId, told }, of)
      })
      return { id }
    }),
  addRunEvent: ({ store, hub }, { params, body }) => {
    // checked against the schema, which gives each proof its own shape
    const sent = body as RunEvent
    const { change, isNew } = store.transaction((): { change: RunChange; isNew: boolean } => {
      const before = found(store, params.id)
      const known = store.runs.runOfEvent(sent.id)
      if (known === before.id) {
        const seq = before.events.findIndex((e) => e.id === sent.id) + 1
        const stored = before.events[seq - 1] ?? sent
        return { change: { id: before.id, seq, event: stored, endedAt: before.endedAt }, isNew: false }
      }
      if (known) throw conflict('id-taken', 'This was sent for another run.')
      checkPerson(store, sent.personId)
      if (sent.kind === 'hand-over') checkPerson(store, sent.to, 'to')
      const progress = foldRun(before, before.events)
      const step = progress.steps.find((s) => s.id === sent.stepId)
      if (!step) throw new AppError(422, 'bad-input', 'There is no such step in this run.', 'stepId')
      const event = fitted(before, progress, sent)
      if (!event) throw conflict('step-moved-on', 'That step is no longer the one in hand.')
      const trouble = progress.leaving || leadsOut(event) ? undefined : troubleOfRun(store, before.id)
      if (trouble) throw held(trouble)
      if (event.kind === 'skip' || event.kind === 'assert') checkSkip(store, before, progress, step, event)
      if (event.kind === 'ready') checkPerson(store, event.by, 'by')
      if (step.instructor === true && (event.kind === 'done' || event.kind === 'assert'))
        checkInstructor(store, holderOf(before, progress), event.personId)
      const after = foldRun(before, [...before.events, event])
      const seq = store.runs.addEvents(before, [event], after)
      if (event.kind === 'skip' || event.kind === 'assert')
        logRun(
          store,
          before,
          {
            id: event.id,
            at: event.at,
            personId: event.personId,
            told: {
              kind: 'override',
              what: sentenceFor(store, before, step),
              reason: event.kind === 'skip' ? event.reason : provedBy(store, before, step, event.proof),
            },
          },
          step,
        )
      if (event.kind === 'ready')
        logRun(store, before, {
          id: event.id,
          at: event.at,
          personId: event.personId,
          told: { kind: 'override', what: 'Putting the gases on', reason: stoodReady(store, event) },
        })
      if (after.state === 'running')
        return { change: { id: before.id, seq, event, endedAt: null }, isNew: true }
      store.runs.end(before, event.at, makingsOf(before, after), after.state === 'stopped')
      if (before.batchId !== null && after.state === 'finished') store.batches.close(before.batchId)
      logRun(store, before, {
        id: before.id,
        at: event.at,
        // who had the torch when it ended
        personId: holderOf(before, after),
        told: {
          kind: 'run',
          state: after.state,
          steps: after.steps.length,
          skipped: Object.values(after.confirmed).filter((c) => c?.skipped).length,
          // none where its moments do not fit each other
          seconds: spanS(before.startedAt, event.at) ?? 0,
        },
      })
      return { change: { id: before.id, seq, event, endedAt: event.at }, isNew: true }
    })
    if (isNew) hub.changed(change.id, change)
    return change
  },
}
