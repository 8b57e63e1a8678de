import type { ReactNode } from 'react'
import type { FieldError, Figure, Finding } from '#core/figure.ts'
import { useShop } from '../../app/shop.ts'
import { Findings } from '../plan/Findings.tsx'
import type { FigureWords } from '../plan/HowSheet.tsx'
import { Stale } from '../plan/Stale.tsx'
import { Told } from './Told.tsx'

/** A quick plan of either kind: what is told above, the line with its settings, a few figures, and what there is to mind. */
export function QuickBody({
  fields,
  errors,
  plan,
  line,
  below,
  words,
  waits,
  onFigure,
}: {
  readonly fields: ReactNode
  readonly errors: readonly FieldError[]
  /** The last one that could be worked out. */
  readonly plan:
    | { readonly figures: Readonly<Partial<Record<string, Figure>>>; readonly findings: readonly Finding[] }
    | undefined
  readonly line: ReactNode
  readonly below: readonly string[]
  readonly words: FigureWords
  /** What stands here before anything could be worked out. */
  readonly waits: string
  readonly onFigure: (figure: string) => void
}) {
  const { say } = useShop()
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)] content-start lg:overflow-y-auto">
      <section
        aria-label="The work"
        data-work
        className="grid items-start gap-x-6 gap-y-3 border-b-[1.5px] border-rule bg-sheet px-4 py-4 md:grid-cols-2 xl:grid-cols-3"
      >
        {fields}
      </section>
      <Stale errors={errors}>
        {plan ? (
          <>
            {line}
            <Told plan={plan} names={below} nameOf={(name) => say(words.nameOf(name) ?? name)} />
          </>
        ) : (
          <p className="p-6 text-soft">{waits}</p>
        )}
      </Stale>
      <Findings plan={plan} errors={errors} onOpen={onFigure} />
    </div>
  )
}
