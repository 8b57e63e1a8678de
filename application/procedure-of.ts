import { brazeParts, headOf, plainBrazeTorch, runOfTube } from '#core/line/braze-procedure.ts'
import { cutParts, PLAIN_TORCH } from '#core/line/cut-procedure.ts'
import { disagreement, fitOneHandle, type MadeWith } from '#core/line/agree.ts'
import { batchPiece, composeBatch, type BatchPiece, type BatchProcedure } from '#core/line/batch.ts'
import { compose, type PieceParts, type Procedure } from '#core/line/procedure.ts'
import { readTorchGear } from '#core/line/read-torch.ts'
import { readLineMethods, LINE_METHOD_NAMES, type LineMethods } from '#core/line/methods.ts'
import type { TorchGear } from '#core/line/setup.ts'
import type { GoodPiece } from './plan-of.ts'
import type { PieceDraft, RigDraft, Settings } from '#contract/schemas.ts'

/** The rows of the shop's methods that the line goes by. */
export const lineMethodsOf = ({ methods }: Pick<Settings, 'methods'>): LineMethods =>
  readLineMethods(Object.fromEntries(LINE_METHOD_NAMES.map((name) => [name, methods[name]]))).methods

/** Seconds for each metre of hose that a purge is never shorter than. */
const floorOf = ({ limits }: Settings): number => Number(limits.purgeFloor.replace(',', '.'))

/** A planned piece by what it is made with: its torch as its manual has it, the usual one where that is not said. */
function madeWith(torch: RigDraft['torch'], planned: GoodPiece): MadeWith {
  const read = readTorchGear(torch)
  const own = read.ok ? read.torch : {}
  const usual = planned.kind === 'cut' ? PLAIN_TORCH : plainBrazeTorch(headOf(planned.plan))
  return { rig: planned.request.rig, torch: { ...usual, ...own }, said: own.kind !== undefined }
}

/** What a planned piece brings to a line with a torch, by the shop's methods. */
const partsOf = (
  planned: GoodPiece,
  torch: TorchGear,
  settings: Settings,
  methods: LineMethods,
): PieceParts | Extract<Procedure, { ok: false }> => {
  const options = { methods, torch, floorSPerM: floorOf(settings) }
  return planned.kind === 'cut'
    ? cutParts(planned.plan, planned.request, options)
    : brazeParts(planned.plan, planned.request, options)
}

/**
 * The procedure of a piece as it was planned, by the shop's methods and its torch's manual: the server freezes it in a
 * run, and the plan shows the same.
 * @param torch as its manual has it, typed
 * @param methods others than the shop's, to be looked at beside them
 */
export function procedureOf(
  torch: RigDraft['torch'],
  planned: GoodPiece,
  settings: Settings,
  methods: LineMethods = lineMethodsOf(settings),
): Procedure {
  const parts = partsOf(planned, madeWith(torch, planned).torch, settings, methods)
  return parts.ok ? compose(parts.setup, parts.work) : parts
}

/** A piece of a batch as it was planned, and how often it is made. */
export interface BatchAsked {
  readonly draft: Pick<PieceDraft, 'torchId' | 'rig'>
  readonly planned: GoodPiece
  /** 1 or more. */
  readonly repeats: number
}

/** The steps of a batch with its pieces on their line; or why there are none, and by the index of which piece. */
export type BatchMade =
  | (Extract<BatchProcedure, { ok: true }> & { readonly pieces: readonly BatchPiece[] })
  | { readonly ok: false; readonly at: number | undefined; readonly text: string }

const OTHER_TORCH =
  'All pieces of a batch are made with one handle: this one is planned with another torch of the same kind than the first.'

/**
 * The procedure of pieces in their order on one line, by the shop's methods: the server freezes it in a run, and the
 * batch's page shows the same.
 * @param asked one or more
 */
export function batchOf(asked: readonly BatchAsked[], settings: Settings): BatchMade {
  const methods = lineMethodsOf(settings)
  const rigs = fitOneHandle(asked.map((a) => ({ ...a, ...madeWith(a.draft.rig.torch, a.planned) })))
  const apart = disagreement(rigs)
  if (apart) return { ok: false, at: apart.at, text: apart.message }
  const [first] = rigs
  const other = rigs.findIndex(
    ({ draft, torch }) =>
      first !== undefined && draft.torchId !== first.draft.torchId && torch.kind === first.torch.kind,
  )
  if (other > 0) return { ok: false, at: other, text: OTHER_TORCH }
  const pieces: BatchPiece[] = []
  for (const [at, { planned, torch, repeats }] of rigs.entries()) {
    const parts = partsOf(planned, torch, settings, methods)
    if (!parts.ok) return { ok: false, at, text: parts.text }
    const run = (planned.kind === 'braze' ? runOfTube(planned.request) : undefined) ?? `piece ${at}`
    pieces.push(batchPiece(parts, repeats, run))
  }
  const made = composeBatch(pieces)
  return made.ok ? { ...made, pieces } : { ok: false, at: undefined, text: made.text }
}
