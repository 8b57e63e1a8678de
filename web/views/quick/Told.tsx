import type { Figure } from '#core/figure.ts'
import { sayFigure, saySpan } from '#core/saying.ts'
import { useShop } from '../../app/shop.ts'

/** A few figures that hang at no station of the line, each with its span under it. */
export function Told({
  plan,
  names,
  nameOf,
}: {
  readonly plan: { readonly figures: Readonly<Partial<Record<string, Figure>>> }
  readonly names: readonly string[]
  readonly nameOf: (name: string) => string
}) {
  const { units } = useShop()
  return (
    <dl className="flex flex-wrap gap-x-6 gap-y-3 px-4 py-4">
      {names.map((name) => {
        const figure = plan.figures[name]
        return figure ? (
          <div key={name}>
            <dt className="text-soft">{nameOf(name)}</dt>
            <dd className="figure text-section">{sayFigure(name, figure, units)}</dd>
            <dd className="text-foot text-soft">{saySpan(name, figure, units)}</dd>
          </div>
        ) : null
      })}
    </dl>
  )
}
