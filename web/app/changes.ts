import { troubleCard } from '#core/check/troubles.ts'
import type { BodyOf } from '#contract/schemas.ts'
import type { LogSummary, OpenTrouble, Run } from '#contract/types.ts'
import type { Making } from '#core/record/run.ts'

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

/**
 * An answer of the server, with the events that this screen heard of while it was on its way: an answer that was asked
 * for before a step was confirmed, and comes after it, takes nothing back.
 * @param now what this screen has, as the answer comes
 * @param before so many events it had when it was asked for
 */
export function withHeard<E extends { readonly id: string }, T extends Changing<E>>(
  answer: T,
  now: T | undefined,
  before: number,
): T {
  const heard = now?.events.slice(before) ?? []
  const known = new Set(answer.events.map((e) => e.id))
  // both begin alike: what this screen has is the longer then
  if (!now || heard.every((e) => known.has(e.id))) return answer
  const { events, endedAt } = now
  return { ...answer, events, endedAt, ...('entryId' in now ? { entryId: now.entryId } : {}) }
}

/**
 * An answer of the server, unless what it answers was changed from this screen while it was on its way: then what is here
 * is the newer.
 * @param now what this screen has, as the answer comes
 * @param before the version that it had when it was asked for
 */
export const notOlder = <T extends { readonly version: number }>(
  answer: T,
  now: T | undefined,
  before: number,
): T => (now && now.version > before && now.version > answer.version ? now : answer)

/** A run with what came out of one making of it, as the log has it; as it is where the line is there already. */
export const withLine = (run: Run, { place, repeat }: Making, line: LogSummary): Run =>
  run.lines.some((l) => l.line.id === line.id)
    ? run
    : { ...run, lines: [...run.lines, { place, repeat, line }] }

/** What is grave and not cleared, with what this screen has said since, which may still be on its way. */
export function withSaid(
  open: readonly OpenTrouble[],
  said: readonly BodyOf<'addTrouble'>[],
): readonly OpenTrouble[] {
  let all = [...open]
  for (const s of said) {
    const card = troubleCard(s.card)
    if (s.step === 'seen' && card?.grave === true && !all.some((t) => t.id === s.id))
      all = [
        {
          id: s.id,
          at: s.at,
          card: s.card,
          title: card.title,
          personName: '',
          runId: s.runId,
          torchId: null,
          done: [],
        },
        ...all,
      ]
    if (s.step === 'done')
      all = all.map((t) =>
        t.id === s.of && !t.done.includes(s.what) ? { ...t, done: [...t.done, s.what] } : t,
      )
    if (s.step === 'cleared') all = all.filter((t) => t.id !== s.of)
  }
  return all
}
