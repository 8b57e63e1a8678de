import { useMemo } from 'react'
import { useParams } from 'react-router'
import { paceBoardOf } from '#application/pace-board-of.ts'
import { planDraft } from '#application/plan-of.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { OfPlan } from './OfPlan.tsx'
import { OnPaceBench } from './PaceBench.tsx'
import { taskOfPlan } from './words.ts'

/** The cut of a plan at the pace bench, before it is cut with gas. */
export default function PaceOfPlan() {
  const { jobId = '', pieceId = '' } = useParams()
  const { settings } = useShop()
  const { currentData: piece, error } = api.usePieceQuery(pieceId)
  const records = api.useRecordsQuery('cut').data
  const made = useMemo(() => {
    if (!piece || !records) return undefined
    if (piece.draft.kind !== 'cut')
      return { ok: false, message: 'This is a braze: the pace bench has plates.' } as const
    const planned = planDraft(piece.draft, settings, records)
    if (!planned.ok)
      return { ok: false, message: planned.errors[0]?.message ?? 'Its plan cannot be read.' } as const
    return paceBoardOf(planned, piece.title)
  }, [piece, settings, records])
  return (
    <OfPlan piece={piece} made={made} failure={error}>
      {(title, { board, but }) => (
        <OnPaceBench
          task={taskOfPlan(title)}
          board={board}
          from={`/jobs/${jobId}/${pieceId}`}
          {...(but === undefined ? {} : { but })}
        />
      )}
    </OfPlan>
  )
}
