import { makingTitle, type Making } from '#core/record/run.ts'
import { isGoodBraze, isGoodCut, type BrazeResult, type CutResult } from '#core/record/entry.ts'
import type { WorkedOn } from '#application/read-entry.ts'
import type { LogDraft } from '#contract/schemas.ts'
import type { Piece, RunPiece } from '#contract/types.ts'
import type { NewEntry } from './db/tables/log-rows.ts'
import { AppError } from './errors.ts'
import type { Store } from './store.ts'

/** Refuses somebody who is not in the shop's list. */
export function checkPerson(store: Store, personId: string | null, field = 'personId'): void {
  if (personId !== null && !store.people.get(personId))
    throw new AppError(422, 'bad-input', 'There is no such person.', field)
}

/** What a line says of the piece that it speaks of; blank for one that speaks of none. */
export function headOf(
  store: Store,
  piece: Pick<Piece, 'id' | 'jobName' | 'title' | 'draft'> | undefined,
  personId: string | null,
): Pick<
  NewEntry,
  'pieceId' | 'jobName' | 'title' | 'personId' | 'personName' | 'metal' | 'fuel' | 'handling'
> {
  const draft = piece?.draft
  return {
    pieceId: piece?.id ?? null,
    jobName: piece?.jobName ?? '',
    title: piece?.title ?? '',
    personId,
    personName: personId === null ? '' : (store.people.get(personId)?.name ?? ''),
    metal: draft === undefined ? '' : draft.kind === 'cut' ? draft.work.metal : draft.work.a.metal,
    fuel: draft?.rig.fuel ?? '',
    handling: draft?.kind === 'cut' ? draft.rig.handling : '',
  }
}

/** A piece in a run as lines name it: with which of them it is, where there are several. */
export const headOfMaking = (
  { pieceId, jobName, title, draft, repeats }: RunPiece,
  making: Pick<Making, 'repeat'>,
): Pick<Piece, 'id' | 'jobName' | 'title' | 'draft'> => ({
  id: pieceId,
  jobName,
  title: makingTitle(title, repeats, making),
  draft,
})

/** What a line says that judges nothing and takes no other's place. */
export const UNJUDGED = { outcome: 'none', good: false, corrects: null, why: '' } as const

/** The line of what came out of a piece, read and judged. `overridden`: the run went past what the plan said. */
export function lineOf(
  store: Store,
  body: LogDraft,
  piece: Parameters<typeof headOf>[1],
  on: WorkedOn,
  told: CutResult | BrazeResult,
  overridden: boolean,
): NewEntry {
  return {
    id: body.id,
    kind: body.kind,
    at: body.at,
    runId: body.runId,
    ...headOf(store, piece, body.personId),
    thicknessM: on.thicknessM,
    tipOrificeM: told.used.tipOrifice?.si ?? told.planned['tipOrifice']?.value ?? null,
    outcome: told.verdict.outcome,
    good: told.kind === 'cut' ? isGoodCut(told, overridden) : isGoodBraze(told, overridden),
    told,
    corrects: body.corrects,
    why: body.why,
  }
}
