import { randomUUID } from 'node:crypto'
import { figureNamed, KIND_OF_UNIT } from '#core/figure.ts'
import { sentenceOf, type Step } from '#core/line/steps.ts'
import { printAs } from '#core/quantity/index.ts'
import type { NewEntry } from '../db/tables/log-rows.ts'
import { recordsOf } from '../records.ts'
import { checkPerson, headOf, UNJUDGED } from '../line-head.ts'
import { fitted, foldRun, holderOf, spanS, type RunEvent, type RunProgress } from '#core/record/run.ts'
import { lineOfRun } from '#core/record/run-line.ts'
import { refuseProof, skipAsks, type Proof } from '#core/line/skip.ts'
import { planPiece } from '#application/plan-of.ts'
import { toBeGiven } from '#application/given.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { Run, RunChange } from '#contract/types.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'
import { troubleOfRun, troubleOn } from './troubles.ts'

function found(store: Store, id: string): Run {
  const run = store.runs.get(id)
  if (!run) throw notFound('run')
  return run
}

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
  run: Run,
  progress: RunProgress,
  step: Step,
  event: Extract<RunEvent, { kind: 'skip' | 'assert' }>,
): void {
  const line = lineOfRun(progress, run.setup.setting)
  const refuse = (text: string, field: string) => {
    throw new AppError(422, 'skip-refused', text, field)
  }
  if (event.kind === 'assert') {
    checkPerson(store, event.proof.by, 'proof.by')
    const figure = figureNamed(run.plan, step.figure)
    const text = refuseProof(step, event.proof, line, run.setup.setting, figure)
    if (text !== undefined) refuse(text, 'proof')
    return
  }
  const asked = skipAsks(step, line, run.setup.setting)
  if (asked.asks === 'refused') refuse(asked.text, 'reason')
  if (asked.asks !== 'reason')
    refuse('This step is not just left out: say what proves that it is so already, or do it.', 'reason')
}

/** A step's act as a sentence, its figure in the shop's units. */
function sentenceFor(store: Store, run: Run, step: Step): string {
  const figure = figureNamed(run.plan, step.figure)
  const printed = figure ? printAs(figure.value, KIND_OF_UNIT[figure.unit], store.settings.get().units) : ''
  return sentenceOf(step.act, printed)
}

/** What proved that a step need not be done, in a sentence. */
function provedBy(store: Store, run: Run, step: Step, proof: Proof): string {
  const { units } = store.settings.get()
  const by = (proof.by === null ? undefined : store.people.get(proof.by)?.name) ?? 'somebody'
  if (proof.kind === 'ago') return `Done within the last ${printAs(proof.seconds, 'time', units)} by ${by}`
  if (proof.kind === 'seen') return `Seen to by ${by}`
  const figure = figureNamed(run.plan, step.figure)
  return `Set already, seen by ${by}: ${figure ? printAs(proof.si, KIND_OF_UNIT[figure.unit], units) : ''}`
}

/** A line of the log that a run writes by itself: that it ended, and what of it was left out. */
export function logRun(
  store: Store,
  run: Run,
  line: Pick<NewEntry, 'id' | 'at' | 'personId' | 'told'>,
): void {
  const { id, pieceId, jobName, title, draft } = run
  store.log.add({
    ...line,
    kind: line.told.kind,
    runId: id,
    ...headOf(store, { id: pieceId, jobName, title, draft }, line.personId),
    thicknessM: null,
    tipOrificeM: figureNamed(run.plan, 'tipOrifice')?.value ?? null,
    ...UNJUDGED,
  })
}

/** Whether an event leads out of the work, and nowhere else. */
const leadsOut = (event: RunEvent): boolean =>
  event.kind === 'trouble' || event.kind === 'stop' || (event.kind === 'break' && event.name === 'shutdown')
const held = ({ title }: { readonly title: string }) =>
  conflict('held', `${title}: nobody goes on before somebody named has cleared it.`)

/** Runs and their confirmed steps. A request sent twice is stored once. */
export const runHandlers: Pick<Handlers, 'startRun' | 'getRun' | 'addRunEvent' | 'listGasUses'> = {
  listGasUses: ({ store }, { query }) => store.runs.gasUses(query.since),
  getRun: ({ store }, { params }) => found(store, params.id),
  startRun: ({ store }, { body }) =>
    store.transaction(() => {
      if (store.runs.has(body.id)) return { id: body.id }
      const piece = store.pieces.get(body.pieceId)
      if (!piece) throw new AppError(422, 'bad-input', 'There is no such piece.', 'pieceId')
      checkPerson(store, body.personId)
      if (store.runs.openOn(piece.id)) throw conflict('already-running', 'This piece is under way already.')
      const assumed = toBeGiven(piece.draft)
      if (assumed.length > 0)
        throw new AppError(422, 'assumed', `Nobody has said ${assumed.join(', ')} yet: say it in the plan.`)
      const trouble = troubleOn(store, piece.draft.torchId)
      if (trouble) throw held(trouble)
      const settings = store.settings.get()
      const planned = planPiece(piece.draft, settings, recordsOf(store, piece.draft.kind))
      if (!planned.ok)
        throw new AppError(
          422,
          'no-plan',
          planned.errors[0]?.message ?? 'This piece has no plan.',
          planned.errors[0]?.field,
        )
      const procedure = procedureOf(piece.draft.rig.torch, planned, settings)
      if (!procedure.ok) throw new AppError(422, 'stopped', procedure.text)
      store.runs.add({
        id: body.id,
        pieceId: piece.id,
        personId: body.personId,
        at: body.at,
        draft: piece.draft,
        plan: planned.plan,
        steps: procedure.steps,
        setup: procedure.setup,
      })
      const insisted = piece.draft.kind === 'braze' ? piece.draft.work.overrideReason.trim() : ''
      if (insisted !== '')
        logRun(store, found(store, body.id), {
          id: randomUUID(),
          at: body.at,
          personId: body.personId,
          told: { kind: 'override', what: 'The filler that the plan ranks best', reason: insisted },
        })
      return { id: body.id }
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
      if (step.instructor === true && (event.kind === 'done' || event.kind === 'assert'))
        checkInstructor(store, holderOf(before, progress), event.personId)
      const after = foldRun(before, [...before.events, event])
      const seq = store.runs.addEvents(before, [event], after)
      if (event.kind === 'skip' || event.kind === 'assert')
        logRun(store, before, {
          id: event.id,
          at: event.at,
          personId: event.personId,
          told: {
            kind: 'override',
            what: sentenceFor(store, before, step),
            reason: event.kind === 'skip' ? event.reason : provedBy(store, before, step, event.proof),
          },
        })
      if (after.state === 'running')
        return { change: { id: before.id, seq, event, endedAt: null }, isNew: true }
      store.runs.end(before, event.at, after.state === 'stopped')
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
