import { useMemo } from 'react'
import { useParams } from 'react-router'
import { heatJointOf } from '#application/heat-joint-of.ts'
import { planBrazeDraft } from '#application/plan-of.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { OnHeatBench } from './HeatBench.tsx'
import { OfPlan } from './OfPlan.tsx'
import { taskOfPlan } from './words.ts'

/** The joint of a plan at the heat bench, before it is brazed with gas. */
export default function HeatOfPlan() {
  const { jobId = '', pieceId = '' } = useParams()
  const { settings } = useShop()
  const { currentData: piece, error } = api.usePieceQuery(pieceId)
  const records = api.useRecordsQuery('braze').data
  const made = useMemo(() => {
    if (!piece || !records) return undefined
    if (piece.draft.kind !== 'braze')
      return { ok: false, message: 'This is a cut: the heat bench has joints.' } as const
    const planned = planBrazeDraft(piece.draft, settings, records)
    if (!planned.ok)
      return { ok: false, message: planned.errors[0]?.message ?? 'Its plan cannot be read.' } as const
    return heatJointOf(planned, piece.title)
  }, [piece, settings, records])
  return (
    <OfPlan piece={piece} made={made} failure={error}>
      {(title, { joint, but }) => (
        <OnHeatBench
          task={taskOfPlan(title)}
          joint={joint}
          from={`/jobs/${jobId}/${pieceId}`}
          {...(but === undefined ? {} : { but })}
        />
      )}
    </OfPlan>
  )
}
