import { SOURCE_NAMES } from '#core/figure.ts'
import type { Saying } from '#core/quantity/index.ts'
import QRCode from 'qrcode'
import { memo, useMemo } from 'react'
import { CUT_FIGURES, type CutFigureName } from '#core/cut/index.ts'
import { metalFacts } from '#core/cut/metals.ts'
import { FUELS } from '#core/gas/fuels.ts'
import type { GoodCut } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { CutDraft } from '#contract/schemas.ts'
import { useShop } from '../../app/shop.ts'
import type { PieceOutline } from '../../work/useOutline.ts'
import { cutGeometry } from '../../drawing/geometry.ts'
import { CutAlong } from '../../drawing/CutAlong.tsx'
import { CUT_WORK } from '#core/cut/fields.ts'
import { FIGURE_NAMES } from './figure-words.ts'
import { ShapeDrawing } from './ShapeDrawing.tsx'
import { usePlanFigures } from './plan-words.ts'
import { sayFigure, saySpan } from '#core/saying.ts'

/** Of the figures, those that are not set, watched or ordered by. */
const NOT_ON_PAPER: readonly CutFigureName[] = [
  'usualOxygenPressureAtTip',
  'usualOxygenFlow',
  'usualOxygenShareBurnt',
  'usualTravelSpeed',
  'oxygenShareBurnt',
]

interface Props {
  readonly title: string
  readonly place: string
  readonly torchName: string
  readonly draft: CutDraft
  readonly planned: GoodCut
  readonly outline: PieceOutline
}

/** The plan on one page of paper, to be taken to the trestles: only seen in print. */
function PlanSheet({ title, place, torchName, draft, planned, outline }: Props) {
  const { say, print, settings, units } = useShop()
  const { plan, request } = planned
  const { sentence } = usePlanFigures(plan)
  const g = cutGeometry(plan, request)
  const length = (mm: number, as: Saying = 'length') => print(mm / 1000, as)
  const { torch } = draft.rig
  const procedure = useMemo(() => procedureOf(torch, planned, settings), [torch, planned, settings])
  const { work, rig } = request
  return (
    <article className="hidden text-[10.5px] leading-[1.22] print:block">
      <header className="flex items-start justify-between gap-4">
        <div>
          <h1 className="text-[22px] leading-tight">{title}</h1>
          <p className="text-[11px]">
            {place}. {CUT_WORK.shape.names[work.shape]}, {metalFacts(work.metal).name.toLowerCase()},{' '}
            {draft.work.thickness}, surface {work.surface}, {FUELS[rig.fuel].name},{' '}
            {rig.handling === 'track' ? 'on a track' : 'by hand'}
            {work.trial ? ', a trial outside the chart' : ''}
            {torchName ? `, ${say('torch')} ${torchName}` : ''}.
          </p>
        </div>
        <OpenCode />
      </header>
      {g ? (
        <div className="grid grid-cols-[2.3fr_1fr] pt-1">
          <div className="h-[178px]">
            <ShapeDrawing
              planned={planned}
              g={g}
              draft={draft}
              kerfNote=""
              guideNote="line to guide"
              outline={outline}
            />
          </div>
          <div className="h-[150px]">
            <CutAlong g={g} length={length} />
          </div>
        </div>
      ) : null}
      <div className="grid grid-cols-[1.08fr_1fr] gap-x-5 pt-1">
        <table className="h-fit w-full border-collapse text-left">
          <thead>
            <tr className="border-b border-ink">
              {['Setting', 'Figure', 'From to', 'Source'].map((h) => (
                <th key={h} scope="col">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {CUT_FIGURES.filter((name) => !NOT_ON_PAPER.includes(name)).map((name) => {
              const figure = plan.figures[name]
              return figure ? (
                <tr key={name} className="border-b border-rule">
                  <th scope="row" className="font-normal">
                    {say(FIGURE_NAMES[name])}
                  </th>
                  <td className="name text-[12px] font-bold whitespace-nowrap">
                    {figure.stop ? 'not to be set' : sayFigure(name, figure, units)}
                  </td>
                  <td className="pr-2">{saySpan(name, figure, units)}</td>
                  <td>{SOURCE_NAMES[figure.source]}</td>
                </tr>
              ) : null
            })}
          </tbody>
        </table>
        <div>
          <h2 className="border-b border-ink text-[11px]">Steps</h2>
          {procedure.ok ? (
            <ol className="list-decimal pl-4">
              {procedure.steps.map((s) => (
                <li key={s.id}>{sentence(s)}</li>
              ))}
            </ol>
          ) : (
            <p className="font-bold">No steps: {procedure.text}</p>
          )}
        </div>
      </div>
      <ul className="columns-2 gap-x-5 pt-1">
        {plan.findings.map((f) => (
          <li key={f.code} className="break-inside-avoid">
            <strong>
              {f.rank === 'stop' ? 'Stop' : f.rank === 'mind' ? 'Mind' : 'Good to know'}: {say(f.title)}.
            </strong>{' '}
            {f.rank === 'note' ? null : say(f.text)}
          </li>
        ))}
        {plan.cautions.map((c) => (
          <li key={c.code} className="break-inside-avoid">
            <strong>{c.tickedBy ? `Seen to by ${c.tickedBy}` : 'Not yet signed'}:</strong> {say(c.text)}
          </li>
        ))}
      </ul>
      <footer className="pt-1.5">
        <p>
          Worked-out figures are estimates. The torch's manual, the gas supplier, site rules and local law
          come first.
        </p>
        <dl className="grid grid-cols-3 gap-6 pt-4">
          {['Planned', 'Checked', 'Cut'].map((what) => (
            <div key={what} className="border-t border-ink">
              <dt>{what}: name and date</dt>
              <dd />
            </div>
          ))}
        </dl>
      </footer>
    </article>
  )
}

/** A square code that opens this plan on another screen. */
function OpenCode() {
  const { path, size } = useMemo(() => {
    const { modules } = QRCode.create(location.href, { errorCorrectionLevel: 'M' })
    let d = ''
    for (let y = 0; y < modules.size; y++)
      for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) d += `M${x} ${y}h1v1h-1z`
    return { path: d, size: modules.size }
  }, [])
  return (
    <svg
      viewBox={`-2 -2 ${size + 4} ${size + 4}`}
      className="size-[74px] shrink-0"
      role="img"
      aria-label="Code that opens this plan"
    >
      <rect x={-2} y={-2} width={size + 4} height={size + 4} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  )
}

/** Drawn again only when the plan on it changes: nobody sees it while they type. */
export default memo(
  PlanSheet,
  (a, b) =>
    a.planned === b.planned &&
    a.outline.outlined === b.outline.outlined &&
    a.title === b.title &&
    a.torchName === b.torchName,
)
