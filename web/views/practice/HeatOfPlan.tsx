import { useMemo } from 'react'
import { useParams } from 'react-router'
import { heatJointOf } from '#application/heat-joint-of.ts'
import { NO_RUNS, planBrazeDraft } from '#application/plan-of.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Missing } from '../../ui/Missing.tsx'
import { Alone } from './Alone.tsx'
import { OnHeatBench } from './HeatBench.tsx'

/** What a planned joint's attempts are kept under: as long as a name may be. */
const MOST_LETTERS = 60

/** The joint of a plan at the heat bench, before it is brazed with gas. */
export default function HeatOfPlan() {
  const { jobId = '', pieceId = '' } = useParams()
  const { settings } = useShop()
  const { currentData: piece, error } = api.usePieceQuery(pieceId)
  const records = api.useRecordsQuery('braze').data
  const made = useMemo(() => {
    if (!piece) return undefined
    if (piece.draft.kind !== 'braze')
      return { ok: false, message: 'This is a cut: the heat bench has joints.' } as const
    const planned = planBrazeDraft(piece.draft, settings, records ?? NO_RUNS)
    if (!planned.ok)
      return { ok: false, message: planned.errors[0]?.message ?? 'Its plan cannot be read.' } as const
    return heatJointOf(planned, piece.title)
  }, [piece, settings, records])
  if (error && !piece) return <Missing what="piece" failure={error} />
  if (!made || !piece || !records) return <p className="p-6 text-soft">Opening.</p>
  if (!made.ok)
    return (
      <Alone title={piece.title}>
        <p role="alert">{made.message}</p>
      </Alone>
    )
  return (
    <OnHeatBench
      task={`plan: ${piece.title}`.slice(0, MOST_LETTERS)}
      joint={made.joint}
      from={`/jobs/${jobId}/${pieceId}`}
      {...(made.but === undefined ? {} : { but: made.but })}
    />
  )
}
