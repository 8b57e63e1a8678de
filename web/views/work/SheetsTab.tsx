import { useState } from 'react'
import type { GoodPiece } from '#application/plan-of.ts'
import type { Job, Piece } from '#contract/types.ts'
import type { Procedure } from '#core/line/procedure.ts'
import { setupSteps, shutdownSteps } from '#core/line/sheets.ts'
import { longestS, type Step } from '#core/line/steps.ts'
import { PAPER_NAMES, usualPaper, type Paper } from '#core/template/tile.ts'
import { api } from '../../app/api.ts'
import { fileName, saveFile } from '../../app/save-file.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { usePlanFigures } from '../plan/plan-words.ts'
import type { SheetPage } from '../../work/sheet-pdf.ts'

const PAPER_CHOICE = (Object.keys(PAPER_NAMES) as Paper[]).map((value) => ({
  value,
  label: PAPER_NAMES[value],
}))

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
  const { say, print, settings } = useShop()
  const { figure, called, printed, sentence } = usePlanFigures(planned.plan)
  const torch = api.useTorchesQuery().data?.find((t) => t.id === piece.draft.torchId)?.name
  const [paper, setPaper] = useState<Paper>(usualPaper(settings.region))
  const [failed, setFailed] = useState(false)
  if (!procedure.ok) return <p className="text-[1.15rem]">No sheets: {procedure.text}</p>
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
  const foot = 'Wimble. The operator’s manual, the site’s rules and local law come first.'
  const pages: readonly SheetPage[] = [
    {
      title: `Setup: ${piece.title}`,
      about,
      figures: SET_BY[planned.plan.kind].filter((n) => figure(n)).map((n) => [called(n), printed(n)]),
      steps: told(setupSteps(procedure.steps)),
      foot,
    },
    {
      title: `Shutdown: ${piece.title}`,
      about,
      figures: [],
      steps: told(shutdownSteps(procedure.steps)),
      foot,
    },
  ]
  const save = async () => {
    setFailed(false)
    try {
      const { sheetPdf } = await import('../../work/sheet-pdf.ts')
      saveFile(
        fileName(`${piece.title} sheets`, 'pdf'),
        (await sheetPdf(pages, paper)) as BlobPart,
        'application/pdf',
      )
    } catch {
      setFailed(true)
    }
  }
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-3 print:hidden">
        <div className="w-[220px]">
          <Segmented label="Paper" value={paper} options={PAPER_CHOICE} onChange={setPaper} />
        </div>
        <Button onClick={() => print_()}>Print both</Button>
        <Button look="act" onClick={() => void save()}>
          Save as PDF
        </Button>
        {failed ? (
          <span role="alert" className="font-bold text-alarm">
            The PDF could not be made. Print them instead.
          </span>
        ) : null}
      </div>
      <div className="grid gap-6 lg:grid-cols-2 print:block">
        {pages.map((page) => (
          <article
            key={page.title}
            className="border-[1.5px] border-rule bg-sheet p-5 leading-snug print:break-after-page print:border-0 print:p-0 print:text-[11px]"
          >
            <h2 className="text-2xl">{page.title}</h2>
            <p className="text-soft">{page.about}</p>
            {page.figures.length > 0 ? (
              <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-4 border-y-[1.5px] border-ink py-1">
                {page.figures.map(([name, value]) => (
                  <div key={name} className="contents">
                    <dt>{name}</dt>
                    <dd className="figure text-right text-[1.35rem] print:text-[14px]">{value}</dd>
                  </div>
                ))}
              </dl>
            ) : null}
            <ol className="list-decimal pt-2 pl-6">
              {page.steps.map((s) => (
                <li key={s.act} className="pb-1">
                  <strong>{s.act}</strong> <span className="text-soft">{s.note}</span>
                </li>
              ))}
            </ol>
            <p className="pt-2 text-sm text-soft">{page.foot}</p>
          </article>
        ))}
      </div>
    </div>
  )
}

/** The browser's own print, told from the printing of quantities. */
const print_ = () => window.print()
