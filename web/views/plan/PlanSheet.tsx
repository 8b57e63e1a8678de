import { CUT_FIGURES } from '#core/cut/index.ts'
import type { Planned } from '#contract/plan-of.ts'
import type { CutDraft } from '#contract/schemas.ts'
import { useShop } from '../../app/shop.ts'
import { CutSection } from '../../drawing/CutSection.tsx'
import { CutTop } from '../../drawing/CutTop.tsx'
import { cutGeometry } from '../../drawing/geometry.ts'
import { FIGURE_NAMES, printFigure } from './figure-words.ts'
import { spanWords } from './TheLine.tsx'

const SOURCES = { chart: 'your chart', log: 'your log', 'worked-out': 'worked out' } as const

interface Props {
  readonly title: string
  readonly place: string
  readonly torchName: string
  readonly draft: CutDraft
  readonly planned: Extract<Planned, { ok: true }>
}

/** The plan on one page of paper, to be taken to the trestles: only seen in print. */
export function PlanSheet({ title, place, torchName, draft, planned }: Props) {
  const { say, print } = useShop()
  const { plan, request } = planned
  const g = cutGeometry(plan, request)
  const length = (mm: number) => print(mm / 1000, 'length')
  return (
    <article className="hidden text-[12px] leading-snug print:block">
      <h1 className="text-[26px] leading-tight">{title}</h1>
      <p>
        {place}. {draft.work.metal.replaceAll('-', ' ')}, {draft.work.thickness}, {draft.work.length} long,
        surface {draft.work.surface}, {request.rig.fuel},{' '}
        {request.rig.handling === 'track' ? 'on a track' : 'by hand'}, guide{' '}
        {request.rig.guide === 'none' ? 'none' : `on the ${request.rig.guide}`}
        {torchName ? `, ${say('torch')} ${torchName}` : ''}.
      </p>
      {g ? (
        <div className="grid grid-cols-[1.6fr_1fr] pt-2">
          <div className="h-[250px]">
            <CutSection g={g} length={length} kerfNote="" guideNote="line to guide" />
          </div>
          <div className="h-[200px]">
            <CutTop g={g} length={length} />
          </div>
        </div>
      ) : null}
      <table className="mt-2 w-full border-collapse text-left">
        <thead>
          <tr className="border-b border-ink">
            {['Setting', 'Figure', 'From to', 'Source'].map((h) => (
              <th key={h} scope="col" className="py-0.5">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {CUT_FIGURES.map((name) => {
            const figure = plan.figures[name]
            return figure ? (
              <tr key={name} className="border-b border-rule">
                <th scope="row" className="py-0.5 font-normal">
                  {say(FIGURE_NAMES[name])}
                </th>
                <td className="name text-[15px] font-bold">
                  {figure.stop ? 'not to be set' : printFigure(name, figure.value, print)}
                </td>
                <td>{spanWords(figure, (v) => printFigure(name, v, print))}</td>
                <td>{SOURCES[figure.source]}</td>
              </tr>
            ) : null
          })}
        </tbody>
      </table>
      <ul className="pt-2">
        {plan.findings.map((f) => (
          <li key={f.code} className="pt-0.5">
            <strong>
              {f.rank === 'stop' ? 'Stop' : f.rank === 'mind' ? 'Mind' : 'Good to know'}: {say(f.title)}.
            </strong>{' '}
            {say(f.text)}
          </li>
        ))}
      </ul>
      <p className="pt-2 text-soft">
        Worked-out figures are estimates. The torch's manual, the gas supplier, site rules and local law come
        first.
      </p>
    </article>
  )
}
