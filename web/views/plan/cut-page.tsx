import { CUT_WORK } from '#core/cut/fields.ts'
import { CUT_FIGURES, type CutFigureName } from '#core/cut/index.ts'
import { metalFacts } from '#core/cut/metals.ts'
import { FUELS } from '#core/gas/fuels.ts'
import type { Saying } from '#core/quantity/index.ts'
import type { GoodCut } from '#application/plan-of.ts'
import type { CutDraft } from '#contract/schemas.ts'
import type { ShopView } from '../../app/shop.ts'
import { CutAlong } from '../../drawing/CutAlong.tsx'
import { cutGeometry } from '../../drawing/geometry.ts'
import { SHEET_FOOT, type SheetPage } from '../../paper/page.ts'
import type { PieceOutline } from '../../work/useOutline.ts'
import { lineOnPaper } from './line-on-paper.tsx'
import { mindedOnPaper, stepsOnPaper, toldOnPaper } from './paper-words.ts'
import { ShapeDrawing } from './ShapeDrawing.tsx'

/** Of the figures, those that stand under the line, and those that are not set, watched or ordered by. */
const ELSEWHERE: readonly CutFigureName[] = [
  'tipOrifice',
  'cuttingOxygenPressure',
  'fuelPressure',
  'travelSpeed',
  'standoff',
  'usualOxygenPressureAtTip',
  'usualOxygenFlow',
  'usualOxygenShareBurnt',
  'usualTravelSpeed',
  'oxygenShareBurnt',
]

/** The plan of a cut on paper, to be taken to the trestles: a side to set it by, its steps overleaf. */
export function cutPage(
  {
    title,
    place,
    torchName,
    draft,
    planned,
    outline,
  }: {
    readonly title: string
    readonly place: string
    readonly torchName: string
    readonly draft: CutDraft
    readonly planned: GoodCut
    readonly outline: PieceOutline
  },
  shop: ShopView,
): SheetPage {
  const { plan, request } = planned
  const { work, rig } = request
  const { say, print } = shop
  const g = cutGeometry(plan, request)
  const length = (mm: number, as: Saying = 'length') => print(mm / 1000, as)
  const about = [
    place,
    [
      CUT_WORK.shape.names[work.shape],
      metalFacts(work.metal).name.toLowerCase(),
      draft.work.thickness,
      `surface ${work.surface}`,
      FUELS[rig.fuel].name,
      rig.handling === 'track' ? 'on a track' : 'by hand',
      ...(work.trial ? ['a trial outside the chart'] : []),
      ...(torchName ? [`${say('torch')} ${torchName}`] : []),
    ].join(', '),
  ].join('. ')
  return {
    kind: 'Cut',
    title,
    about: `${about}.`,
    code: location.href,
    line: lineOnPaper(planned, torchName, shop),
    drawings: g
      ? [
          {
            node: (
              <ShapeDrawing
                planned={planned}
                g={g}
                draft={draft}
                kerfNote=""
                guideNote="line to guide"
                outline={outline}
              />
            ),
            width: 400,
            height: 236,
          },
          { node: <CutAlong g={g} length={length} />, width: 276, height: 180 },
        ]
      : [],
    figures: [],
    told: toldOnPaper(
      plan,
      CUT_FIGURES.filter((name) => !ELSEWHERE.includes(name)),
      shop,
    ),
    ...stepsOnPaper(draft.rig.torch, planned, shop),
    minded: mindedOnPaper(plan, shop),
    signs: ['Planned', 'Checked', 'Cut'],
    foot: SHEET_FOOT,
  }
}
