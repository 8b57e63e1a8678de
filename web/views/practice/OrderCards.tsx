import { useMemo } from 'react'
import { beginBoard, mixed, ORDER_FIGURES } from '#core/teach/order-board.ts'
import { sentenceOf, type Step } from '#core/line/steps.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import type { OrderBench } from './useOrderBench.ts'

/** The steps on cards, mixed: touched in the order in which they are done. */
export function OrderCards({ bench }: { readonly bench: OrderBench }) {
  const { state, board, move, next, watched } = bench
  const { print, say, units } = useShop()
  // as this shop says them: what they do to the line is the same
  const steps = useMemo(() => {
    const begun = beginBoard(board, units)
    return begun.ok ? begun.steps : []
  }, [board, units])
  const lying = mixed(steps.length, board.seed).filter((i) => !state.laid.includes(i))
  const sentence = (step: Step | undefined) => {
    if (!step) return ''
    const pa = step.figure === ORDER_FIGURES.oxygen ? board.rig.oxygenPa : board.rig.fuelPa
    const set = step.figure === ORDER_FIGURES.oxygen || step.figure === ORDER_FIGURES.fuel
    return say(sentenceOf(step.act, set ? print(pa + (step.risePa ?? 0), 'pressure') : ''))
  }
  const still = watched !== undefined || state.finished
  return (
    <div className="grid min-h-0 content-start gap-4 lg:grid-cols-2">
      <section aria-label="Laid" className="grid content-start gap-2">
        <h2 className="text-label">In your order</h2>
        {state.laid.length === 0 ? <p className="text-soft">Nothing yet: touch what is done first.</p> : null}
        <ol className="grid gap-2">
          {state.laid.map((i, n) => (
            <li key={i} className="flex gap-3 rounded-md border-[1.5px] border-ink bg-sheet p-3">
              <span className="figure text-label">{n + 1}</span>
              <span>{sentence(steps[i])}</span>
            </li>
          ))}
        </ol>
        {next ? (
          <Button look="act" onClick={next}>
            Next move
          </Button>
        ) : null}
        {!still && state.laid.length === steps.length ? (
          <Button big look="act" onClick={() => move('finish')}>
            It is done
          </Button>
        ) : null}
      </section>
      <section aria-label="Still to lay" className="grid content-start gap-2">
        <h2 className="text-label">Still to lay</h2>
        {lying.map((i) =>
          still ? (
            <p key={i} className="rounded-md border-[1.5px] border-rule p-3 text-soft">
              {sentence(steps[i])}
            </p>
          ) : (
            <Button
              key={i}
              big
              className="justify-start! py-2 text-left font-normal!"
              onClick={() => move('card', i)}
            >
              {sentence(steps[i])}
            </Button>
          ),
        )}
      </section>
    </div>
  )
}
