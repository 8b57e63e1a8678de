import { useRef } from 'react'
import { useLocation, useParams, useSearchParams } from 'react-router'
import { ORDER_TASKS, type OrderBoard, type OrderRig, type OrderTask } from '#core/teach/order-board.ts'
import type { OrderRecording } from '#core/teach/order-judge.ts'
import { ORDER_TITLES } from '#core/teach/order-words.ts'
import { useShop } from '../../app/shop.ts'
import { Opening } from '../../ui/Opening.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { Alone } from './Alone.tsx'
import { BenchPage } from './BenchPage.tsx'
import { OrderCards } from './OrderCards.tsx'
import { OrderHands } from './OrderHands.tsx'
import { OrderSide } from './OrderSide.tsx'
import { saidOf } from './order-said.ts'
import { useOrderBench } from './useOrderBench.ts'
import { newSeed } from './seed.ts'
import { usePracticeTorch, type PracticeTorch } from './usePracticeTorch.ts'

/** A recording that was opened from a file, as the page before hands it on. */
interface Handed {
  readonly recording?: OrderRecording
}

/** The order of work on a rig: set up, lit, shut down, with nothing that burns. */
export default function OrderBench() {
  const { task: asked } = useParams()
  const [search, setSearch] = useSearchParams()
  const handed = (useLocation().state as Handed | null)?.recording
  const torch = usePracticeTorch()
  const task = ORDER_TASKS.find((t) => t === asked)
  if (handed?.kind === 'order')
    return (
      <OnOrderBench
        key="file"
        task={handed.board.task}
        as={handed.board.as}
        rig={handed.board.rig}
        file={handed}
      />
    )
  if (!task)
    return (
      <Alone title="There is no such task">
        <p>What can be practised stands on its page.</p>
      </Alone>
    )
  if (!torch) return <Opening />
  if (!torch.order.ok)
    return (
      <Alone title={ORDER_TITLES[task].title}>
        <p role="alert">
          {torch.name} cannot be practised with: {torch.order.errors[0]?.message}
        </p>
      </Alone>
    )
  const as = search.get('as') === 'cards' ? 'cards' : 'line'
  return (
    <OnOrderBench
      key={`${task} ${as} ${torch.chosen}`}
      task={task}
      as={as}
      rig={torch.order.rig}
      torch={torch}
      choose={(way) => setSearch(way === 'cards' ? { as: 'cards' } : {}, { replace: true })}
    />
  )
}

const WAYS = [
  { value: 'line', label: 'On the line' },
  { value: 'cards', label: 'By cards' },
] as const

function OnOrderBench({
  task,
  as,
  rig,
  torch,
  choose,
  file,
}: {
  readonly task: OrderTask
  readonly as: OrderBoard['as']
  readonly rig: OrderRig
  readonly torch?: PracticeTorch
  readonly choose?: (as: OrderBoard['as']) => void
  readonly file?: OrderRecording
}) {
  const { print, say } = useShop()
  const bench = useOrderBench(() => ({ task, as, rig, seed: newSeed() }), file)
  const place = useRef<HTMLDivElement>(null)
  const { state, watched, last } = bench
  const { title } = ORDER_TITLES[task]
  const caption = saidOf(state, last, (pa) => print(pa, 'pressure'))
  return (
    <BenchPage
      place={place}
      caption={say(caption)}
      head={
        <header className="flex flex-wrap items-end gap-3 border-b-[1.5px] border-rule px-3 py-2 md:px-4">
          <h1 className="grow text-section">
            {say(title)}
            {watched ? <span className="pl-3 text-field font-normal text-soft">{watched.title}</span> : null}
          </h1>
          {choose ? (
            <div className="w-[268px]">
              <Segmented label="Done" value={as} options={WAYS} onChange={choose} />
            </div>
          ) : null}
          {torch ? (
            <div className="w-[268px]">
              <SelectField
                label="Torch"
                value={torch.chosen}
                options={torch.choices}
                onChange={torch.choose}
              />
            </div>
          ) : null}
        </header>
      }
      side={<OrderSide bench={bench} />}
    >
      {bench.board.as === 'cards' ? (
        <OrderCards bench={bench} />
      ) : (
        <OrderHands key={bench.round} bench={bench} />
      )}
    </BenchPage>
  )
}
