import { foldRun, mayFollow, type RunEvent } from '#core/record/run.ts'
import { planPiece } from '#contract/plan-of.ts'
import { procedureOf } from '#contract/procedure-of.ts'
import type { Run } from '#contract/types.ts'
import { AppError, conflict, notFound } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'

function found(store: Store, id: string): Run {
  const run = store.runs.get(id)
  if (!run) throw notFound('run')
  return run
}

/** A person who is named in a request has to be known. */
export function checkPerson(store: Store, personId: string | null): void {
  if (personId !== null && !store.people.get(personId))
    throw new AppError(422, 'bad-input', 'There is no such person.', 'personId')
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

/** Runs and their confirmed steps. A request sent twice is stored once. */
export const runHandlers: Pick<Handlers, 'startRun' | 'getRun' | 'addRunEvent' | 'listGasUses'> = {
  listGasUses: ({ store }) => store.runs.gasUses(),
  getRun: ({ store }, { params }) => found(store, params.id),
  startRun: ({ store }, { body }) =>
    store.transaction(() => {
      const known = store.runs.get(body.id)
      if (known) return known
      const ticket = store.tickets.get(body.ticketId)
      if (!ticket) throw new AppError(422, 'bad-input', 'There is no such piece.', 'ticketId')
      checkPerson(store, body.personId)
      if (store.runs.openOn(ticket.id)) throw conflict('already-running', 'This piece is under way already.')
      const settings = store.settings.get()
      const planned = planPiece(ticket.draft, settings, store.log.kerfs())
      if (!planned.ok)
        throw new AppError(
          422,
          'no-plan',
          planned.errors[0]?.message ?? 'This piece has no plan.',
          planned.errors[0]?.field,
        )
      const procedure = procedureOf(ticket.draft, planned, settings)
      if (!procedure.ok) throw new AppError(422, 'stopped', procedure.text)
      store.runs.add({
        id: body.id,
        ticketId: ticket.id,
        personId: body.personId,
        at: body.at,
        draft: ticket.draft,
        plan: planned.plan,
        setting: procedure.setting,
        steps: procedure.steps,
        breaks: procedure.breaks,
      })
      return found(store, body.id)
    }),
  addRunEvent: ({ store, hub }, { params, body }) => {
    const event: RunEvent = body
    const run = store.transaction(() => {
      const before = found(store, params.id)
      const known = store.runs.runOfEvent(event.id)
      if (known === before.id) return before
      if (known) throw conflict('id-taken', 'This was sent for another run.')
      checkPerson(store, event.personId)
      if (event.kind === 'skip' && (event.reason ?? '') === '')
        throw new AppError(422, 'bad-input', 'Say why the step is skipped.', 'reason')
      const progress = foldRun(before, before.events)
      const step = progress.steps.find((s) => s.id === event.stepId)
      if (!step) throw new AppError(422, 'bad-input', 'There is no such step in this run.', 'stepId')
      if (!mayFollow(before, progress, event))
        throw conflict('step-moved-on', 'That step is no longer the one in hand.')
      if (step.instructor === true && event.kind === 'done')
        checkInstructor(store, progress.takenOverBy ?? before.personId, event.personId)
      store.runs.addEvent(before.id, event)
      const after = foldRun(before, [...before.events, event])
      if (after.state !== 'running') store.runs.end(before.id, event.at, after.state === 'stopped')
      return found(store, before.id)
    })
    hub.changed(run.id)
    return run
  },
}
