/** What a change makes of a run, or a test, as this screen has it. */
interface Changing<E> {
  readonly events: readonly E[]
  readonly endedAt: string | null
}
interface Change<E> {
  readonly seq: number
  readonly event: E
  readonly endedAt: string | null
  readonly entryId?: string | null
}

/**
 * A run or a test with one more event. Returned as it is when the event is there already, or when another is missing
 * before it: then it has to be asked for whole.
 */
export function withChange<E extends { readonly id: string }, T extends Changing<E>>(
  now: T,
  { seq, event, endedAt, entryId }: Change<E>,
): T {
  if (seq !== now.events.length + 1 || now.events.some((e) => e.id === event.id)) return now
  return { ...now, events: [...now.events, event], endedAt, ...(entryId === undefined ? {} : { entryId }) }
}
