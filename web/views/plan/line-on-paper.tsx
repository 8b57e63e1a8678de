import type { GoodPiece } from '#application/plan-of.ts'
import { figureNamed, SOURCE_NAMES } from '#core/figure.ts'
import { sayFigure, saySpan } from '#core/saying.ts'
import type { ShopView } from '../../app/shop.ts'
import type { SheetPage } from '../../paper/page.ts'
import { BrazeLineDrawn, brazeTells } from './braze/BrazeLine.tsx'
import type { Tell } from './StationLine.tsx'
import { CutLineDrawn, cutTells } from './TheLine.tsx'

/** What of the line stands under it on paper, left to right. */
const SET = {
  cut: ['set-oxygen', 'set-fuel', 'tip', 'flame', 'travel', 'standoff'],
  braze: ['set-oxygen', 'set-fuel', 'tip', 'flame', 'time', 'cone'],
} as const
/** As wide as the text of a sheet, px; as high as the line is drawn. */
const WIDE = 703
const HIGH = Math.round((WIDE * 164) / 1204)

/** The line of a plan for paper: drawn, with what is set along it, where each figure comes from, and its span. */
export function lineOnPaper(
  planned: GoodPiece,
  torchName: string,
  shop: ShopView,
): NonNullable<SheetPage['line']> {
  const { plan } = planned
  const tells: Readonly<Record<string, Tell<string>>> =
    planned.kind === 'cut' ? cutTells(planned, torchName, shop) : brazeTells(planned, torchName, shop)
  const cell = ({ label, name, text = '', note = '', big = false }: Tell<string>) => {
    const figure = figureNamed(plan, name)
    if (name === undefined || !figure)
      return { name: label, value: name === undefined ? text : 'not given', note }
    const refused = figure.stop !== undefined && figure.at === 'regulator'
    const span = big ? saySpan(name, figure, shop.units) : ''
    return {
      name: label,
      value: refused ? 'not given' : sayFigure(name, figure, shop.units),
      note: refused
        ? ''
        : [note, figure.source === 'worked-out' && !big ? '' : SOURCE_NAMES[figure.source], span]
            .filter((t) => t !== '')
            .join('; '),
    }
  }
  return {
    drawn: {
      node:
        planned.kind === 'cut' ? (
          <CutLineDrawn plan={planned.plan} request={planned.request} />
        ) : (
          <BrazeLineDrawn plan={planned.plan} request={planned.request} />
        ),
      width: WIDE,
      height: HIGH,
    },
    set: SET[planned.kind].flatMap((id) => {
      const tell = tells[id]
      return tell ? [cell(tell)] : []
    }),
  }
}
