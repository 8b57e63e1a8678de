import type { GoodPiece } from '#application/plan-of.ts'
import type { Job, Piece } from '#contract/types.ts'
import type { Procedure } from '#core/line/procedure.ts'
import { setupSteps, shutdownSteps } from '#core/line/sheets.ts'
import type { Step } from '#core/line/steps.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { usePlanFigures } from '../plan/plan-words.ts'
import { SHEET_FOOT, type SheetPage } from '../../paper/page.ts'
import { placeOf } from '../plan/PieceHead.tsx'
import { lineOnPaper } from '../plan/line-on-paper.tsx'
import { stepsInWords } from '../plan/paper-words.ts'
import { Sheet, SheetTools } from './Sheet.tsx'

/** What is set up beside what stands under the line. */
const SET_BY = {
  cut: ['guideOffset', 'collarHeight'],
  braze: ['purgeFlow', 'rodLength'],
} as const

/** A setup sheet and a shutdown card, a page each: to print, or as PDF on either paper. */
export function SheetsTab({
  procedure,
  planned,
  piece,
  job,
}: {
  readonly procedure: Procedure
  readonly planned: GoodPiece
  readonly piece: Piece
  readonly job: Job
}) {
  const shop = useShop()
  const { figure, called, printed } = usePlanFigures(planned.plan)
  const torch = api.useTorchesQuery().data?.find((t) => t.id === piece.draft.torchId)?.name
  if (!procedure.ok) return <p className="text-field">No sheets: {procedure.text}</p>
  const told = (steps: readonly Step[]) => stepsInWords(steps, planned, shop)
  const about = `${placeOf(job)}${torch ? `, ${torch}` : ''}`
  const pages: readonly SheetPage[] = [
    {
      kind: 'Setup',
      title: piece.title,
      about,
      line: lineOnPaper(planned, torch ?? '', shop),
      figures: SET_BY[planned.plan.kind].filter((n) => figure(n)).map((n) => [called(n), printed(n)]),
      steps: told(setupSteps(procedure.steps)),
      foot: SHEET_FOOT,
    },
    {
      kind: 'Shutdown',
      title: piece.title,
      about,
      figures: [],
      steps: told(shutdownSteps(procedure.steps)),
      foot: SHEET_FOOT,
    },
  ]
  return (
    <div className="grid gap-4">
      <SheetTools pages={pages} name={`${piece.title} sheets`} print="Print both" />
      <div className="grid gap-6 lg:grid-cols-2">
        {pages.map((page) => (
          <Sheet key={page.kind} page={page} />
        ))}
      </div>
    </div>
  )
}
