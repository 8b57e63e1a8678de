import { figureNamed } from '#core/figure.ts'
import type { KitPiece } from '#core/line/kit.ts'
import type { Gap } from '#core/line/order.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import type { JobGas } from '#core/rig/job-gas.ts'
import type { ShopView } from '../../app/shop.ts'
import { SHEET_FOOT, type SheetPage } from '../../paper/page.ts'
import type { PlanFigures } from '../plan/plan-words.ts'
import { kitInWords } from '../work/kit-words.ts'
import type { PlannedPiece } from './useBatch.ts'
import { saidGap, SETS } from './words.ts'

/** What is carried to the work for a batch, each in a few words. */
export const kitWords = (pieces: readonly PlannedPiece[], units: UnitChoices): readonly string[] =>
  kitInWords(
    pieces.flatMap(({ planned, repeats }): KitPiece[] => (planned ? [{ ...planned, repeats }] : [])),
    units,
  )

/** A batch on one sheet: its pieces in their order with what they are set by, gas, and the kit to be gathered. */
export function batchSheet(
  name: string,
  pieces: readonly PlannedPiece[],
  gaps: ReadonlyMap<number, Gap>,
  gas: readonly JobGas[],
  {
    figuresOf,
    print,
    say,
    units,
  }: Pick<ShopView, 'print' | 'say' | 'units'> & {
    readonly figuresOf: (plan: NonNullable<PlannedPiece['planned']>['plan']) => PlanFigures
  },
): SheetPage {
  const jobs = [...new Set(pieces.map((p) => p.piece.jobName))]
  return {
    kind: 'Batch',
    title: name,
    about: `${jobs.join(', ')}. One set-up, one shut-down.`,
    figures: gas.map((g) => [
      `${say(g.gas === 'oxygen' ? 'Oxygen' : g.gas === 'nitrogen' ? 'Nitrogen' : 'Fuel')} for all of it`,
      `${print(g.neededM3, 'volume')}${g.cylinders.length > 0 ? ` of ${print(g.leftM3, 'volume')}` : ''}`,
    ]),
    steps: pieces.map(({ piece, repeats, planned }, i) => {
      const figures = planned && figuresOf(planned.plan)
      const gap = gaps.get(i + 1)
      const set =
        planned && figures
          ? SETS[planned.kind]
              .flatMap(([name, head]) =>
                figureNamed(planned.plan, name) ? [`${head} ${figures.printed(name)}`] : [],
              )
              .join(', ')
          : ''
      const before = gap && figures && i > 0 ? `${saidGap(gap, figures)}. ` : ''
      return {
        act: `${piece.title}${repeats > 1 ? `, ${repeats} times` : ''} (${piece.about})`,
        note: say(`${before}${set}`),
      }
    }),
    list: { title: 'Kit', items: kitWords(pieces, units).map(say) },
    foot: SHEET_FOOT,
  }
}
