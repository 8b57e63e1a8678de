import type { GoodPiece } from '#application/plan-of.ts'
import type { Job, Piece } from '#contract/types.ts'
import type { Procedure } from '#core/line/procedure.ts'
import { setupSteps, shutdownSteps } from '#core/line/sheets.ts'
import { longestS, type Step } from '#core/line/steps.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { usePlanFigures } from '../plan/plan-words.ts'
import type { SheetPage } from '../../work/sheet-pdf.ts'
import { Sheet, SHEET_FOOT, SheetTools } from './Sheet.tsx'

const SET_BY = {
  cut: [
    'tipOrifice',
    'cuttingOxygenPressure',
    'fuelPressure',
    'travelSpeed',
    'guideOffset',
    'collarHeight',
    'standoff',
  ],
  braze: [
    'tipOrifice',
    'oxygenPressure',
    'fuelPressure',
    'purgeFlow',
    'coneDistance',
    'timeToTemperature',
    'rodLength',
  ],
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
  const { say, print } = useShop()
  const { figure, called, printed, sentence } = usePlanFigures(planned.plan)
  const torch = api.useTorchesQuery().data?.find((t) => t.id === piece.draft.torchId)?.name
  if (!procedure.ok) return <p className="text-field">No sheets: {procedure.text}</p>
  const told = (steps: readonly Step[]) =>
    steps.map((s) => ({
      act: [
        sentence(s),
        s.timer ? `(${s.timer.what.toLowerCase()}: ${print(longestS(s.timer), 'time')})` : '',
      ]
        .filter((part) => part !== '')
        .join(' '),
      // a harm comes first, then what is not done as the shop would
      note: say([s.caution ?? s.departs ?? s.see ?? '', s.caution ? (s.departs ?? '') : ''].join(' ').trim()),
    }))
  const about = `${job.name}${job.place ? `, ${job.place}` : ''}${torch ? `, ${torch}` : ''}`
  const pages: readonly SheetPage[] = [
    {
      title: `Setup: ${piece.title}`,
      about,
      figures: SET_BY[planned.plan.kind].filter((n) => figure(n)).map((n) => [called(n), printed(n)]),
      steps: told(setupSteps(procedure.steps)),
      foot: SHEET_FOOT,
    },
    {
      title: `Shutdown: ${piece.title}`,
      about,
      figures: [],
      steps: told(shutdownSteps(procedure.steps)),
      foot: SHEET_FOOT,
    },
  ]
  return (
    <div className="grid gap-4">
      <SheetTools pages={pages} name={`${piece.title} sheets`} print="Print both" />
      <div className="grid gap-6 lg:grid-cols-2 print:block">
        {pages.map((page) => (
          <Sheet key={page.title} page={page} />
        ))}
      </div>
    </div>
  )
}
