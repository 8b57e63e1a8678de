import { figureNamed } from '#core/figure.ts'
import { saySpan, showFigure } from '#core/saying.ts'
import type { RunPiece } from '#contract/types.ts'
import { useShop } from '../../app/shop.ts'
import { SourceTag } from '../../ui/Tag.tsx'

/** The figure of a step, to be read from across the shop, with where it comes from and its span. */
export function BigFigure({ plan, name }: { readonly plan: RunPiece['plan']; readonly name: string }) {
  const { units } = useShop()
  const figure = figureNamed(plan, name)
  if (!figure) return null
  const shown = showFigure(name, figure, units)
  const span = saySpan(name, figure, units)
  return (
    <>
      <p className="figure pt-3 text-run">
        {shown.figure}
        <span className="pl-4 text-head font-semibold">{shown.unit}</span>
      </p>
      <p className="flex flex-wrap items-center gap-3 pt-3">
        <SourceTag source={figure.source} runs={figure.runs} />
        <span className="text-field text-soft">{span === '' ? '' : `${span} will do`}</span>
      </p>
    </>
  )
}
