import type { GoodBraze } from '#application/plan-of.ts'
import type { BrazeDraft } from '#contract/schemas.ts'
import type { BrazeFigureName } from '#core/braze/index.ts'
import type { ShopView } from '../../../app/shop.ts'
import { jointSection } from '../../../drawing/joint-geometry.ts'
import { JointSection } from '../../../drawing/JointSection.tsx'
import { SHEET_FOOT, type SheetPage } from '../../../paper/page.ts'
import { kitInWords } from '../../work/kit-words.ts'
import { lineOnPaper } from '../line-on-paper.tsx'
import { mindedOnPaper, stepsOnPaper, toldOnPaper } from '../paper-words.ts'

/** Figures that are set, watched or carried, beside those under the line. */
const TOLD: readonly BrazeFigureName[] = [
  'clearanceCold',
  'clearanceHot',
  'brazingTemperature',
  'purgeFlow',
  'purgeTime',
  'preheatTo',
  'rodLength',
  'rodLengthAll',
  'fluxMass',
  'setTime',
  'nitrogenAfter',
  'coolTime',
  'oxygenUsed',
  'fuelUsed',
]

/** The plan of a braze on paper: a side to set it by, with the joint and what is carried; its steps overleaf. */
export function brazePage(
  {
    title,
    place,
    torchName,
    draft,
    planned,
  }: {
    readonly title: string
    readonly place: string
    readonly torchName: string
    readonly draft: BrazeDraft
    readonly planned: GoodBraze
  },
  shop: ShopView,
): SheetPage {
  const { say, print, units } = shop
  const { plan, request } = planned
  const { choice, figures } = plan
  const gap = figures.clearanceHot
  const about = [
    place,
    [
      choice.filler ?? 'no filler',
      choice.form,
      choice.flux === 'none' ? 'no flux' : choice.flux,
      choice.flame,
      ...(torchName ? [`${say('torch')} ${torchName}`] : []),
    ].join(', '),
  ].join('. ')
  return {
    kind: 'Braze',
    title,
    about: `${about}.`,
    code: location.href,
    line: lineOnPaper(planned, torchName, shop),
    drawings: [
      {
        node: (
          <JointSection
            section={jointSection(plan, request)}
            swept={figures.purgeFlow !== undefined}
            profile={undefined}
            targetK={undefined}
            length={print}
            gapText={gap ? `gap hot ${print(Math.max(0, gap.value), 'gap')}` : ''}
          />
        ),
        width: 640,
        height: 236,
      },
    ],
    figures: [],
    told: toldOnPaper(plan, TOLD, shop),
    list: {
      title: 'Carry',
      items: kitInWords([{ ...planned, repeats: request.work.count }], units).map(say),
    },
    ...stepsOnPaper(draft.rig.torch, planned, shop),
    minded: mindedOnPaper(plan, shop),
    signs: ['Planned', 'Brazed', 'Looked at'],
    foot: SHEET_FOOT,
  }
}
