/** What pieces of one batch have to agree in: they are made on one line, with one handle and its attachments. */
import type { Supply } from '../cut/types.ts'
import type { TorchGear } from './setup.ts'

/** So many pieces are made on one set-up, and each so many times. */
export const MOST_PIECES = 50
export const MOST_REPEATS = 100

/** A piece by what it is made with. */
export interface MadeWith {
  readonly rig: Supply
  readonly torch: TorchGear
  /** Somebody said what torch it is. */
  readonly said: boolean
}

const AGREE: readonly (readonly [field: string, what: string, of: (p: MadeWith) => unknown])[] = [
  ['rig.fuel', 'fuel', ({ rig }) => rig.fuel],
  ['rig.oxygenHose', 'oxygen hose', ({ rig }) => rig.oxygenHose],
  ['rig.fuelHose', 'fuel hose', ({ rig }) => rig.fuelHose],
  ['rig.acetyleneCylinder', 'cylinders', ({ rig }) => [rig.acetyleneCylinderM3, rig.acetyleneCylinders]],
  ['rig.torch.checkValves', 'handle', ({ torch }) => torch.checkValves],
]

/** A torch of which nobody said what it is cuts with an attachment, where another piece is brazed with the same handle. */
export function fitOneHandle<P extends MadeWith>(pieces: readonly P[]): readonly P[] {
  const attachments = pieces.some((p) => p.torch.kind !== 'cutting-torch')
  return pieces.map((p) =>
    attachments && !p.said && p.torch.kind === 'cutting-torch'
      ? { ...p, torch: { ...p.torch, kind: 'cutting-attachment' as const } }
      : p,
  )
}

/**
 * The first thing in which pieces of one batch do not agree.
 * @returns the index of the piece, its field and a sentence; undefined where all agree
 */
export function disagreement(
  pieces: readonly MadeWith[],
): { readonly at: number; readonly field: string; readonly message: string } | undefined {
  const [first] = pieces
  if (!first) return undefined
  for (const [at, p] of pieces.entries()) {
    for (const [field, what, of] of AGREE)
      if (JSON.stringify(of(p)) !== JSON.stringify(of(first)))
        return {
          at,
          field,
          message: `All pieces of a batch are made on one rig: this one has another ${what} than the first.`,
        }
    if (p.torch.kind !== first.torch.kind && [p, first].some((q) => q.torch.kind === 'cutting-torch'))
      return {
        at,
        field: 'rig.torch.kind',
        message:
          'A cutting torch takes no attachment. A handle with attachments does: cutting-attachment, brazing-handle, heating-head.',
      }
  }
  return undefined
}
