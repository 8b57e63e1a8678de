import { Link } from 'react-router'
import type { OrderMove } from '#core/teach/order-play.ts'
import { actWords, hazardName, ORDER_TITLES } from '#core/teach/order-words.ts'
import { printDuration } from '#core/quantity/index.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { AndNow, BenchAside, Rows, Worth } from './bench-parts.tsx'
import { Marks } from './TaskPanel.tsx'
import type { OrderBench } from './useOrderBench.ts'

/** What is asked for, or what came of it: what stopped it, or what it was worth. */
export function OrderSide({ bench }: { readonly bench: OrderBench }) {
  const { state, score, watched, begin } = bench
  const { say } = useShop()
  return (
    <BenchAside label="The order">
      {score ? (
        <>
          {state.stopped ? (
            <Stopped bench={bench} />
          ) : (
            <>
              <Worth title={watched?.title ?? 'Done'} points={score.points} />
              <Marks title="What it is judged by" marks={score.marks} />
            </>
          )}
          <Took at={state.at} />
          <AndNow
            own={bench.own}
            called={`order ${state.board.task}`}
            begin={begin}
            watchGood={bench.watchGood}
            watchOwn={bench.watchOwn}
          >
            <Link
              className="name content-center text-field underline underline-offset-4"
              to="/practice?bench=order"
            >
              Practice
            </Link>
          </AndNow>
        </>
      ) : (
        <>
          <section aria-label="What is asked">
            <h2 className="text-label">What is asked</h2>
            <p>{say(ORDER_TITLES[state.board.task].asks)}</p>
          </section>
          <p className="text-soft">
            By your shop’s methods. What must never happen to a line ends the try. The time is shown and never
            judged.
          </p>
          <Set bench={bench} />
          {state.caution ? (
            <p role="note" className="border-l-4 border-brass pl-3">
              <strong>▲ Mind. {hazardName(state.caution.hazard)}.</strong> {say(state.caution.text)}
            </p>
          ) : null}
          <Took at={state.at} />
          {watched ? (
            <Button onClick={begin}>Now you</Button>
          ) : (
            <Button onClick={bench.watchGood}>Watch a good hand</Button>
          )}
        </>
      )}
    </BenchAside>
  )
}

/** What both gases are to be set to, and how long each hose runs: what a plan would say. */
function Set({ bench: { board } }: { readonly bench: OrderBench }) {
  const { print } = useShop()
  const { oxygenPa, fuelPa, purge } = board.rig
  if (board.task === 'light' || board.task === 'shut-down') return null
  return (
    <Rows
      title="As it is planned"
      rows={[
        ['Oxygen', `${print(oxygenPa, 'pressure')}, flowing; hose ${printDuration(purge.oxygen.fullS)}`],
        ['Fuel', `${print(fuelPa, 'pressure')}, flowing; hose ${printDuration(purge.fuel.fullS)}`],
      ]}
    />
  )
}

/** Something that must never happen: which hand did it, what would have come of it, and why. */
function Stopped({ bench: { state, board } }: { readonly bench: OrderBench }) {
  const { say } = useShop()
  const { stopped } = state
  if (!stopped) return null
  const did = stopped.act ? actWords(stopped.act, board.rig) : 'You said that it is done.'
  return (
    <section role="alert" aria-label="Stopped" className="grid gap-2 border-l-4 border-alarm pl-3">
      <h2 className="text-section text-alarm">■ Stop. {hazardName(stopped.hazard)}</h2>
      <p>{did === undefined ? '' : say(did)}</p>
      <p>{say(stopped.text)}</p>
      <p className="text-soft">This try counts for nothing.</p>
    </section>
  )
}

/** How long it took: shown, never judged. */
const Took = ({ at }: { readonly at: OrderMove[0] }) =>
  at === 0 ? null : (
    <p className="text-soft">{printDuration(Math.round(at / 10))}. The time is never judged.</p>
  )
