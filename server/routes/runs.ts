import { cutProcedure } from '#core/line/cut-procedure.ts'
import { foldRun, mayFollow, type RunEvent } from '#core/record/run.ts'
import { planDraft } from '#contract/plan-of.ts'
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

/** Runs and their confirmed steps. A request sent twice is stored once. */
export const runHandlers: Pick<Handlers, 'startRun' | 'getRun' | 'addRunEvent'> = {
  getRun: ({ store }, { params }) => found(store, params.id),
  startRun: ({ store }, { body }) =>
    store.transaction(() => {
      const known = store.runs.get(body.id)
      if (known) return known
      const ticket = store.tickets.get(body.ticketId)
      if (!ticket) throw new AppError(422, 'bad-input', 'There is no such piece.', 'ticketId')
      checkPerson(store, body.personId)
      if (store.runs.openOn(ticket.id)) throw conflict('already-running', 'This piece is being cut already.')
      if (ticket.draft.kind !== 'cut')
        throw new AppError(422, 'not-a-cut', 'Only cuts are led through step by step.', 'ticketId')
      const planned = planDraft(ticket.draft, store.settings.get(), store.log.kerfs())
      if (!planned.ok)
        throw new AppError(
          422,
          'no-plan',
          planned.errors[0]?.message ?? 'This piece has no plan.',
          planned.errors[0]?.field,
        )
      const procedure = cutProcedure(planned.plan, planned.request)
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
      if (!before.steps.some((s) => s.id === event.stepId))
        throw new AppError(422, 'bad-input', 'There is no such step in this run.', 'stepId')
      if (!mayFollow(before.steps, foldRun(before.steps, before.events), event))
        throw conflict('step-moved-on', 'That step is no longer the one in hand.')
      store.runs.addEvent(before.id, event)
      const after = foldRun(before.steps, [...before.events, event])
      if (after.state !== 'running') store.runs.end(before.id, event.at)
      return found(store, before.id)
    })
    hub.changed(run.id)
    return run
  },
}
