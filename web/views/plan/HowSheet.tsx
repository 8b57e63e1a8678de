import type { Figure, Finding } from '#core/figure.ts'
import { sayFigure, sayInFull, saySpan, sayWideSpan } from '#core/saying.ts'
import { REASON_LABELS, reasonText } from './reason-words.ts'
import { useShop } from '../../app/shop.ts'
import { Panel } from '../../ui/Panel.tsx'
import { SourceTag } from '../../ui/Tag.tsx'

/** How a kind of plan names its figures. */
export interface FigureWords {
  /** undefined for what is no figure of this kind of plan. */
  readonly nameOf: (name: string) => string | undefined
}

/** How the figures of a station were worked out: in words, with what they rest on and where it is from. */
export function HowSheet({
  station,
  plan,
  words,
  sparse = false,
  onClose,
}: {
  readonly station:
    { readonly id: string; readonly title: string; readonly figures: readonly string[] } | undefined
  readonly plan: {
    readonly figures: Readonly<Partial<Record<string, Figure>>>
    readonly findings: readonly Finding[]
  }
  readonly words: FigureWords
  /** Figures that this plan does not have are left out, instead of told as missing. */
  readonly sparse?: boolean
  readonly onClose: () => void
}) {
  const { say, units } = useShop()
  return (
    <Panel title={say(station?.title ?? '')} open={station !== undefined} onClose={onClose}>
      <div className="grid gap-6">
        {station?.figures
          .filter((name) => !sparse || plan.figures[name])
          .map((name) => {
            const figure = plan.figures[name]
            const called = words.nameOf(name) ?? name
            const findings = plan.findings.filter((f) => f.figure === name)
            return (
              <section key={name} aria-label={called}>
                <h3 className="text-field text-soft">{say(called)}</h3>
                {figure ? (
                  <>
                    <p className="figure text-page">{sayFigure(name, figure, units)}</p>
                    <p className="flex flex-wrap items-center gap-2 pt-1">
                      <SourceTag source={figure.source} runs={figure.runs} />
                      <span className="text-soft">{saySpan(name, figure, units) || 'as given'}</span>
                    </p>
                    <WideSpan text={sayWideSpan(name, figure, units)} />
                    <p className="pt-2">{say(figure.because)}</p>
                    <details className="pt-2" open={name === station.figures[0]}>
                      <summary className="cursor-pointer text-soft">What it rests on</summary>
                      <dl className="mt-1 grid grid-cols-[1fr_auto] border-t border-rule">
                        {figure.from.map((r, i) => (
                          <div key={`${r.key}${i}`} className="contents">
                            <dt className="border-b border-rule py-1 pr-4">{say(REASON_LABELS[r.key])}</dt>
                            <dd className="name border-b border-rule py-1 text-right text-field">
                              {reasonText(r, units)}
                            </dd>
                          </div>
                        ))}
                      </dl>
                      <p className="pt-2 text-foot text-soft">
                        In full: {sayInFull(name, figure, units)}. Rests on: {figure.cites}.
                      </p>
                    </details>
                  </>
                ) : (
                  <p className="font-bold text-alarm">Not given.</p>
                )}
                {findings.map((f) => (
                  <p key={f.code} className="mt-2 border-l-4 border-brass pl-3">
                    <strong>{say(f.title)}.</strong> {say(f.text)}
                  </p>
                ))}
              </section>
            )
          })}
      </div>
    </Panel>
  )
}

/** The span that nearly all lie in, where it is another than the one that is shown beside the figure. */
function WideSpan({ text }: { readonly text: string }) {
  return text === '' ? null : (
    <p className="pt-1 text-foot text-soft">
      About two of three times it lies in that span; nineteen times of twenty in {text}.
    </p>
  )
}
