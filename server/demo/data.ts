/** What the files of the demo say: pieces, torches and the rest, each told by what differs from a first one. */
import { firstBraze, firstDraft, FIRST_RIG, FIRST_SETTINGS } from '#application/first.ts'
import { brazeDraftSchema, cutDraftSchema, type PieceDraft, type RigDraft } from '#contract/schemas.ts'
import { isRecord } from '#core/objects.ts'
import type { Drop, Edge, SlagClass } from '#core/check/outcome.ts'

/** A piece as a file tells it: what is different from a first piece, and from its torch. */
export interface DemoPiece {
  readonly title: string
  readonly daysAgo: number
  readonly kind: string
  readonly torch?: string
  readonly work: object
  readonly rig?: object
  readonly usual?: object
  /** A file beside this one. */
  readonly outline?: string
  /** `half way`: its run goes on. */
  readonly run?: string
  readonly person?: string
  /** Of its run, which has ended. */
  readonly result?: {
    readonly used: Readonly<Record<'tipOrifice' | 'oxygenPressure' | 'fuelPressure' | 'travelSpeed', string>>
    readonly edge: Edge
    readonly slag: SlagClass
    readonly drop: Drop
    readonly kerf: string
    readonly note: string
  }
}
export interface TorchHere {
  readonly id: string
  readonly name: string
  readonly rig: RigDraft
}

/** What a first thing says, and over it what is told of this one; lists are told whole. */
export function over<T>(first: T, told: unknown): T {
  if (!isRecord(first) || !isRecord(told)) return (told ?? first) as T
  const out: Record<string, unknown> = { ...first }
  for (const [key, value] of Object.entries(told)) out[key] = over(out[key], value)
  return out as T
}

/**
 * A piece as it stands in the plan.
 * @param torches of the yard, by name
 * @throws Error when what is told is no piece: a file of the demo is wrong
 */
export function pieceOf(
  told: DemoPiece,
  torches: ReadonlyMap<string, TorchHere>,
  outlineId?: string,
): PieceDraft {
  const torch = told.torch === undefined ? undefined : torches.get(told.torch)
  const first = told.kind === 'cut' ? firstDraft(FIRST_SETTINGS) : firstBraze(FIRST_SETTINGS)
  const piece: unknown = {
    ...over(first, { work: told.work, ...(told.usual ? { usual: told.usual } : {}) }),
    torchId: torch?.id ?? null,
    rig: over(torch?.rig ?? FIRST_RIG, told.rig),
    // the yard said all of it
    assumed: [],
  }
  if (told.kind !== 'cut') return brazeDraftSchema.validateSync(piece, { strict: true })
  const cut = cutDraftSchema.validateSync(piece, { strict: true })
  return outlineId === undefined ? cut : { ...cut, work: { ...cut.work, outlineId } }
}
