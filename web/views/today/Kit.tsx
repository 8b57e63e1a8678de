import { useMemo } from 'react'
import { NO_RUNS, planPiece } from '#application/plan-of.ts'
import type { KitPiece } from '#core/line/kit.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { KitList } from '../work/KitList.tsx'
import { kitInWords } from '../work/kit-words.ts'

/** What is carried to the work for some pieces, all together: planned here, when it is asked for. */
export default function Kit({ pieceIds }: { readonly pieceIds: readonly string[] }) {
  const kit = useKit(pieceIds)
  if (!kit) return <p className="pt-2 text-soft">Gathering.</p>
  return (
    <div className="pt-2">
      <KitList things={kit} />
    </div>
  )
}

/** The kit in words, of three pieces at most; undefined while one is still on its way. */
function useKit(pieceIds: readonly string[]): readonly string[] | undefined {
  const { settings, units } = useShop()
  const [first = '', second = '', third = ''] = pieceIds
  const one = api.usePieceQuery(first, { skip: first === '' }).currentData
  const two = api.usePieceQuery(second, { skip: second === '' }).currentData
  const three = api.usePieceQuery(third, { skip: third === '' }).currentData
  return useMemo(() => {
    const come = [one, two, three].filter((p) => p !== undefined)
    if (come.length < pieceIds.length) return undefined
    const pieces = come.flatMap(({ draft }): KitPiece[] => {
      const planned = planPiece(draft, settings, NO_RUNS)
      return planned.ok ? [{ ...planned, repeats: 1 }] : []
    })
    return kitInWords(pieces, units)
  }, [one, two, three, pieceIds.length, settings, units])
}
