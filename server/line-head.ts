import type { Ticket } from '#contract/types.ts'
import type { NewEntry } from './db/tables/log.ts'
import { AppError } from './errors.ts'
import type { Store } from './store.ts'

/** Refuses somebody who is not in the shop's list. */
export function checkPerson(store: Store, personId: string | null): void {
  if (personId !== null && !store.people.get(personId))
    throw new AppError(422, 'bad-input', 'There is no such person.', 'personId')
}

/** What a line says of the piece that it speaks of; blank for one that speaks of none. */
export function headOf(
  store: Store,
  ticket: Pick<Ticket, 'id' | 'jobName' | 'title' | 'draft'> | undefined,
  personId: string | null,
): Pick<
  NewEntry,
  'ticketId' | 'jobName' | 'title' | 'personId' | 'personName' | 'metal' | 'fuel' | 'handling'
> {
  const draft = ticket?.draft
  return {
    ticketId: ticket?.id ?? null,
    jobName: ticket?.jobName ?? '',
    title: ticket?.title ?? '',
    personId,
    personName: personId === null ? '' : (store.people.get(personId)?.name ?? ''),
    metal: draft === undefined ? '' : draft.kind === 'cut' ? draft.work.metal : draft.work.a.metal,
    fuel: draft?.rig.fuel ?? '',
    handling: draft?.kind === 'cut' ? draft.rig.handling : '',
  }
}
