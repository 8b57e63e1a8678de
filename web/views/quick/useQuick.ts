import { useMemo, useRef } from 'react'
import { firstBraze, firstDraft } from '#application/first.ts'
import { pieceAsNow } from '#application/stored.ts'
import type { BrazeDraft, CutDraft, PieceDraft, Settings } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { useKeptForm } from '../../ui/useKeptForm.ts'
import { editing, type EditOf } from '../plan/editing.ts'
import { chooseTorch } from '../plan/torch-choice.ts'

interface Kept {
  readonly kind: PieceDraft['kind']
  readonly cut: CutDraft
  readonly braze: BrazeDraft
}

/** What is worked out without a name, a job or a piece: kept in the browser as it was last left. */
export interface QuickDraft extends Kept {
  readonly editCut: EditOf<CutDraft>
  readonly editBraze: EditOf<BrazeDraft>
  choose(kind: PieceDraft['kind']): void
  startOver(): void
}

/** A cut and a braze as they begin: with the torch that was used last, else the first. */
function firstQuick(settings: Settings, torches: readonly Torch[], lastTorchId: string | null): Kept {
  const torch = torches.find((t) => t.id === lastTorchId) ?? torches[0]
  const own = torch ? chooseTorch(torches, torch.id) : {}
  return {
    kind: 'cut',
    cut: { ...firstDraft(settings), ...own },
    braze: { ...firstBraze(settings), ...own },
  }
}

/**
 * @param settings as they are when it begins: what was typed since stays as it was typed
 * @param lastTorchId the torch that a piece was last started with
 */
export function useQuick(
  settings: Settings,
  torches: readonly Torch[],
  lastTorchId: string | null,
): QuickDraft {
  const first = useMemo(() => firstQuick(settings, torches, lastTorchId), [settings, torches, lastTorchId])
  const [form, change] = useKeptForm<Kept>('quick', first)
  // it may have been kept by an older version
  const cut = useMemo(() => pieceAsNow(form.cut) as CutDraft, [form.cut])
  const braze = useMemo(() => pieceAsNow(form.braze) as BrazeDraft, [form.braze])
  const now = useRef({ cut, braze, change })
  now.current = { cut, braze, change }
  const edits = useMemo(() => {
    const put = (part: Partial<Kept>) => {
      now.current = { ...now.current, ...part }
      now.current.change(part)
    }
    return {
      editCut: editing<CutDraft>(
        () => now.current.cut,
        (next) => put({ cut: next }),
      ),
      editBraze: editing<BrazeDraft>(
        () => now.current.braze,
        (next) => put({ braze: next }),
      ),
    }
  }, [])
  return {
    kind: form.kind,
    cut,
    braze,
    ...edits,
    choose: (kind) => change({ kind }),
    startOver: () => change({ ...first, kind: form.kind }),
  }
}
