import { Ban, Check, Star, TriangleAlert } from 'lucide-react'
import type { GoodBraze } from '#application/plan-of.ts'
import type { BrazeDraft } from '#contract/schemas.ts'
import { formsOf, type FormTold, type Ranked, type Verdict } from '#core/braze/index.ts'
import { printMoney } from '#core/cost.ts'
import { sayFigure } from '#core/saying.ts'
import { findFiller } from '#core/metal/fillers.ts'
import { FORM } from '#core/metal/rod-fields.ts'
import { joinSpan, printRise } from '#core/quantity/index.ts'
import { useShop } from '../../../app/shop.ts'
import { Button } from '../../../ui/Button.tsx'
import { Field } from '../../../ui/Field.tsx'
import type { EditOf } from '../editing.ts'
import { PlanMelting } from './PlanMelting.tsx'

/** A verdict by shape, word and colour. */
export const VERDICTS: Readonly<Record<Verdict, { word: string; Icon: typeof Check; tone: string }>> = {
  best: { word: 'best', Icon: Star, tone: 'text-verdigris' },
  fine: { word: 'fine', Icon: Check, tone: 'text-verdigris' },
  poor: { word: 'poor', Icon: TriangleAlert, tone: 'text-brass' },
  forbidden: { word: 'forbidden', Icon: Ban, tone: 'text-alarm' },
}

/** Every filler in its place with all reasons, the processes, and the choice of another with its reason. */
export function FillerTab({
  planned,
  draft,
  edit,
}: {
  readonly planned: GoodBraze
  readonly draft: BrazeDraft
  readonly edit: EditOf<BrazeDraft>
}) {
  const { say } = useShop()
  const { plan } = planned
  const { work } = draft
  const overridden = work.filler !== '' && work.filler !== plan.ranking[0]?.filler
  return (
    <div className="grid gap-x-6 gap-y-4 pb-3 lg:grid-cols-[1.5fr_1fr]">
      <section aria-label="Fillers, best first">
        {overridden ? (
          <div className="mb-3 grid gap-2 border-l-4 border-brass bg-sheet py-2 pr-3 pl-3">
            <p>
              <strong>{work.filler} by your choice.</strong> Why, stays in the record.
            </p>
            <Field
              label="Your reason"
              error={
                plan.findings.find((f) => f.code === 'override-reason' || f.code === 'filler-forbidden')?.text
              }
            >
              {({ id, describedBy }) => (
                <input
                  id={id}
                  aria-describedby={describedBy}
                  className="field"
                  maxLength={400}
                  value={work.overrideReason}
                  onChange={(e) => edit.setWork({ overrideReason: e.target.value })}
                />
              )}
            </Field>
            <Button
              look="quiet"
              className="justify-self-start"
              onClick={() => edit.setWork({ filler: '', overrideReason: '' })}
            >
              Back to the first of the list
            </Button>
          </div>
        ) : null}
        <FillerTable
          ranking={plan.ranking}
          chosen={plan.choice.filler}
          meltsK={Math.min(...[planned.request.work.a, planned.request.work.b].map((q) => q.metal.solidusK))}
          onUse={(filler) => edit.setWork({ filler })}
        />
      </section>
      <section aria-label="Melting and process">
        <figure className="h-[230px]">
          <PlanMelting narrow planned={planned} />
        </figure>
        <Forms planned={planned} onUse={(form) => edit.setWork({ form })} />
        <h3 className="border-b-[1.5px] border-ink text-label">Which process</h3>
        <ul>
          {plan.processes.map((p) => {
            const { Icon, tone } = VERDICTS[p.suits ? 'fine' : 'forbidden']
            return (
              <li key={p.process} className="border-b border-rule py-2">
                <p className="name flex items-center gap-2 text-field font-semibold">
                  <Icon
                    size={16}
                    className={tone}
                    role="img"
                    aria-label={p.suits ? 'suits' : 'does not suit'}
                  />
                  {p.process === 'neither' ? 'weld it instead' : p.process}
                </p>
                <p className="text-foot leading-snug text-soft">{say(p.because)}</p>
              </li>
            )
          })}
        </ul>
      </section>
    </div>
  )
}

/** The forms that the chosen filler is sold in, side by side for this joint. */
function Forms({
  planned: { plan, request },
  onUse,
}: {
  readonly planned: GoodBraze
  readonly onUse: (form: FormTold['form']) => void
}) {
  const { say, print, settings, units } = useShop()
  const weighed = (kg: number) =>
    sayFigure('fluxMass', { value: kg, low: kg, high: kg, unit: 'kg', source: 'worked-out' }, units)
  const forms = formsOf(plan, request)
  if (forms.length === 0) return null
  return (
    <section aria-label="Forms of the filler" className="pb-4">
      <h3 className="border-b-[1.5px] border-ink text-label">{plan.choice.filler}, in which form</h3>
      <ul>
        {forms.map((f) => (
          <li key={f.form} className="border-b border-rule py-2">
            <div className="flex items-center justify-between gap-3">
              <p className="name text-field font-semibold">{FORM[f.form]}</p>
              {f.form === plan.choice.form ? (
                <span className="name text-soft">planned</span>
              ) : (
                <Button
                  className="min-h-9 px-2"
                  aria-label={`Plan with ${FORM[f.form].toLowerCase()}`}
                  onClick={() => onUse(f.form)}
                >
                  Use
                </Button>
              )}
            </div>
            <p className="figure">
              {weighed(f.fillerKg)}
              {f.cost === undefined ? '' : `, ${printMoney(f.cost, settings.prices)}`}
              {f.fluxKg > 0 ? `, flux ${weighed(f.fluxKg)}` : ''}, {print(f.torchS, 'time')} of flame
            </p>
            <p className="text-foot leading-snug text-soft">{say(f.because)}</p>
          </li>
        ))}
      </ul>
    </section>
  )
}

const FILLER_HEADS = ['Margin', 'Gap', 'Melts over', 'Silver', 'A kg', 'Shelf'] as const

/**
 * What tells fillers apart in figures: how far each melts under the parts, the gaps that it fills, over what range it
 * melts, its silver, what the shop pays for a kg, and whether it lies on the shelf.
 */
function useFillerFigures(meltsK: number) {
  const { print, units, settings } = useShop()
  return (id: string, shelf: typeof settings.shelf): readonly string[] => {
    const filler = findFiller(id)
    if (!filler) return FILLER_HEADS.map(() => '')
    const rods = shelf.filter((r) => r.class === id)
    const price = rods.find((r) => r.perKg !== '')?.perKg
    return [
      printRise(meltsK - filler.liquidusK, units),
      joinSpan(print(filler.gapMinM, 'gap'), print(filler.gapMaxM, 'gap')),
      printRise(filler.liquidusK - filler.solidusK, units),
      filler.silver > 0 ? `${Math.round(filler.silver)} %` : '–',
      price === undefined ? '–' : `${settings.prices.sign}${price}`,
      rods.length > 0 ? '✓' : '–',
    ]
  }
}

/** The ranking as a table: place, class, verdict, figures and reasons. */
export function FillerTable({
  ranking,
  chosen,
  meltsK,
  onUse,
}: {
  readonly ranking: readonly Ranked[]
  readonly chosen: string | null
  /** Where the first of the parts would melt, K. */
  readonly meltsK: number
  readonly onUse?: (filler: string) => void
}) {
  const { say, settings } = useShop()
  const figuresOf = useFillerFigures(meltsK)
  return (
    <table className="w-full border-collapse text-left">
      <thead>
        <tr className="name border-b-[1.5px] border-ink text-soft">
          <th className="py-1 pr-3 font-medium">Filler</th>
          <th className="py-1 pr-3 font-medium">Verdict</th>
          {FILLER_HEADS.map((h) => (
            <th key={h} className="py-1 pr-3 text-right font-medium max-xl:hidden">
              {h}
            </th>
          ))}
          <th className="py-1 font-medium">Why</th>
          {onUse ? (
            <th className="font-medium">
              <span className="sr-only">Take it</span>
            </th>
          ) : null}
        </tr>
      </thead>
      <tbody>
        {ranking.map((r) => {
          const { word, Icon, tone } = VERDICTS[r.verdict]
          return (
            <tr
              key={r.filler}
              className={`border-b border-rule align-top ${r.filler === chosen ? 'bg-sheet' : ''}`}
            >
              <th scope="row" className="name py-2 pr-3 text-field font-semibold whitespace-nowrap">
                {r.filler}
              </th>
              <td className={`name py-2 pr-3 text-field whitespace-nowrap ${tone}`}>
                <span className="inline-flex items-center gap-2">
                  <Icon size={16} aria-hidden="true" /> {word}
                </span>
              </td>
              {figuresOf(r.filler, settings.shelf).map((figure, i) => (
                <td
                  key={FILLER_HEADS[i]}
                  className="name py-2 pr-3 text-right text-text whitespace-nowrap max-xl:hidden"
                >
                  {figure}
                </td>
              ))}
              <td className="py-2 text-foot leading-snug">{say(r.reasons.join(' '))}</td>
              {onUse ? (
                <td className="py-1 pl-2 text-right">
                  {r.filler === chosen ? (
                    <span className="name text-soft">chosen</span>
                  ) : (
                    <Button
                      className="min-h-9 px-2 whitespace-nowrap"
                      aria-label={`Use ${r.filler}`}
                      onClick={() => onUse(r.filler)}
                    >
                      Use
                    </Button>
                  )}
                </td>
              ) : null}
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
