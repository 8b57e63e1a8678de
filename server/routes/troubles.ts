import { troubleCard } from '#core/check/troubles.ts'
import type { OpenTrouble } from '#contract/types.ts'
import { conflict, AppError } from '../errors.ts'
import { summaryOf, type StoredEntry } from '../db/tables/log-rows.ts'
import { checkPerson, headOf, UNJUDGED } from '../line-head.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'

/** So many lines of trouble are looked through: a shop that has more has not cleared the oldest for years. */
const MOST_LINES = 2000

type TroubleLine = StoredEntry & { readonly told: Extract<StoredEntry['told'], { kind: 'trouble' }> }
const isTrouble = (e: StoredEntry): e is TroubleLine => e.told.kind === 'trouble'

/** What is grave, was seen, and was not cleared yet; newest first, with the acts that were done about it. */
export function openTroubles(store: Store): readonly OpenTrouble[] {
  const lines = store.log.newest('trouble', MOST_LINES).filter(isTrouble)
  const cleared = new Set(lines.filter((l) => l.told.step === 'cleared').map((l) => l.told.of))
  return lines
    .filter((l) => l.told.step === 'seen' && troubleCard(l.told.card)?.grave === true && !cleared.has(l.id))
    .map((l) => ({
      id: l.id,
      at: l.at,
      card: l.told.card,
      title: l.told.title,
      personName: l.personName,
      runId: l.runId,
      torchId: l.told.torchId === '' ? null : l.told.torchId,
      done: lines.filter((d) => d.told.step === 'done' && d.told.of === l.id).map((d) => d.told.what),
    }))
}

/** The trouble that keeps a rig from being worked with: one on its torch, or one of which nobody knows the torch. */
export const troubleOn = (store: Store, torchId: string | null): OpenTrouble | undefined =>
  openTroubles(store).find((t) => t.torchId === null || t.torchId === torchId)

/** The trouble that holds a run. It is asked for at every step, so all lines are read only where some are of this run. */
export const troubleOfRun = (store: Store, runId: string): OpenTrouble | undefined =>
  store.log.countOf(runId, 'trouble') > 0 ? openTroubles(store).find((t) => t.runId === runId) : undefined

const wrong = (message: string, field: string) => new AppError(422, 'bad-input', message, field)

/** What went wrong, what was done about it, and who cleared it: lines of the log. A request sent twice is stored once. */
export const troubleHandlers: Pick<Handlers, 'listTroubles' | 'addTrouble'> = {
  listTroubles: ({ store }) => openTroubles(store),
  addTrouble: ({ store }, { body }) =>
    store.transaction(() => {
      const known = store.log.get(body.id)
      if (known) return summaryOf(known)
      const card = troubleCard(body.card)
      if (!card) throw wrong('There is no such trouble.', 'card')
      checkPerson(store, body.personId)
      const run = body.runId === null ? undefined : store.runs.get(body.runId)
      if (body.runId !== null && !run) throw wrong('There is no such run.', 'runId')
      // of a run it is of the piece in hand, else of the one that it began with
      const inRun = run?.pieces.find((p) => p.pieceId === body.pieceId) ?? run?.pieces[0]
      const pieceId = inRun?.pieceId ?? body.pieceId
      const piece = pieceId === null ? undefined : store.pieces.get(pieceId)
      if (body.pieceId !== null && !piece) throw wrong('There is no such piece.', 'pieceId')
      if ((body.step === 'seen') !== (body.of === null)) throw wrong('Say which trouble this is about.', 'of')
      if (body.step === 'cleared') {
        if (body.personId === null) throw wrong('Say who has cleared it.', 'personId')
        if (store.people.get(body.personId)?.role === 'apprentice')
          throw new AppError(422, 'instructor-wanted', 'An apprentice does not clear this.', 'personId')
        if (body.what === '') throw wrong('Say what was found and done.', 'what')
        if (!openTroubles(store).some((t) => t.id === body.of))
          throw conflict('not-open', 'This was cleared already.')
      }
      const first = body.of === null ? undefined : store.log.get(body.of)
      if (body.of !== null && first?.told.kind !== 'trouble') throw wrong('There is no such trouble.', 'of')
      const torchId = piece?.draft.torchId ?? ''
      store.log.add({
        id: body.id,
        kind: 'trouble',
        at: body.at,
        runId: run?.id ?? null,
        ...headOf(store, piece, body.personId),
        thicknessM: null,
        tipOrificeM: null,
        ...UNJUDGED,
        told: {
          kind: 'trouble',
          card: card.id,
          title: card.title,
          step: body.step,
          what: body.what,
          of: body.of ?? '',
          torchId: first?.told.kind === 'trouble' ? first.told.torchId : torchId,
        },
      })
      const stored = store.log.get(body.id)
      if (!stored) throw new Error('what was stored is gone')
      return summaryOf(stored)
    }),
}
