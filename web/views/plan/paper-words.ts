import type { GoodPiece } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import { SOURCE_NAMES, type Finding } from '#core/figure.ts'
import { longestS, type Step } from '#core/line/steps.ts'
import type { Caution } from '#core/piece/plan-draft.ts'
import { saySpan } from '#core/saying.ts'
import type { ShopView } from '../../app/shop.ts'
import type { SheetPage } from '../../paper/page.ts'
import { figuresOf } from './plan-words.ts'

/** What a step does, with its figure and time. */
const actOf = (s: Step, { plan }: GoodPiece, shop: ShopView): string =>
  [
    figuresOf(plan, shop).sentence(s),
    s.timer ? `(${s.timer.what.toLowerCase()}: ${shop.print(longestS(s.timer), 'time')})` : '',
  ]
    .filter((part) => part !== '')
    .join(' ')

/** Steps on paper: what is done, and under it the harm first, then what is not done as the shop would, or what is seen. */
export const stepsInWords = (
  steps: readonly Step[],
  planned: GoodPiece,
  shop: ShopView,
): SheetPage['steps'] =>
  steps.map((s) => ({
    act: actOf(s, planned, shop),
    note: shop.say(
      [s.caution ?? s.departs ?? s.see ?? '', s.caution ? (s.departs ?? '') : ''].join(' ').trim(),
    ),
  }))

/** All steps of a plan on paper, with what harms and what departs: what is seen at each is led through in the run. */
export function stepsOnPaper(
  torch: PieceDraft['rig']['torch'],
  planned: GoodPiece,
  shop: ShopView,
): Pick<SheetPage, 'steps' | 'noSteps'> {
  const procedure = procedureOf(torch, planned, shop.settings)
  return procedure.ok
    ? {
        steps: procedure.steps.map((s) => ({
          act: actOf(s, planned, shop),
          note: shop.say([s.caution ?? '', s.departs ?? '', ...(s.beside ?? [])].join(' ').trim()),
        })),
      }
    : { steps: [], noSteps: `No steps: ${shop.say(procedure.text)}` }
}

/** Figures of a plan on paper, those that it has: each with its span and where it comes from. */
export function toldOnPaper(
  plan: GoodPiece['plan'],
  names: readonly string[],
  shop: ShopView,
): NonNullable<SheetPage['told']> {
  const { figure, called, printed } = figuresOf(plan, shop)
  return names.flatMap((name) => {
    const found = figure(name)
    return found
      ? [
          {
            name: called(name),
            value: found.stop ? 'not to be set' : printed(name),
            note: [saySpan(name, found, shop.units), SOURCE_NAMES[found.source]]
              .filter((t) => t !== '')
              .join(', '),
          },
        ]
      : []
  })
}

/** What a plan says is to be minded, and who has seen to it. */
export const mindedOnPaper = (
  { findings, cautions }: { readonly findings: readonly Finding[]; readonly cautions: readonly Caution[] },
  { say }: Pick<ShopView, 'say'>,
): NonNullable<SheetPage['minded']> => [
  ...findings.filter((f) => f.rank !== 'note').map((f) => ({ mark: `${say(f.title)}.`, text: say(f.text) })),
  ...cautions.map((c) => ({
    mark: c.tickedBy ? `Seen to by ${c.tickedBy}:` : 'Not yet signed:',
    text: say(c.text),
  })),
]
