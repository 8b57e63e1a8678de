import { useState, type RefObject } from 'react'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { TROUBLES, type TroubleCard } from './trouble.ts'

/** Always one tap away: pick what is wrong, read the first act from across the shop. */
export function TroublePanel({
  open,
  onClose,
  returnTo,
  onStop,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onStop: (why: string) => void
}) {
  const { say } = useShop()
  const [card, setCard] = useState<TroubleCard | undefined>(undefined)
  const close = () => {
    setCard(undefined)
    onClose()
  }
  return (
    <Panel
      title={card ? say(card.title) : 'What is wrong?'}
      place="middle"
      returnTo={returnTo}
      open={open}
      onClose={close}
    >
      {card ? (
        <>
          <p className="figure text-[clamp(2.6rem,8vw,4.2rem)] leading-[1.02] text-alarm">
            {say(card.first)}
          </p>
          <ul className="grid gap-2 pt-5 text-[1.2rem] leading-snug">
            {card.then.map((t) => (
              <li key={t} className="border-l-4 border-rule pl-3">
                {say(t)}
              </li>
            ))}
          </ul>
          <div className="grid grid-cols-2 gap-3 pt-6">
            <Button className="min-h-[56px] text-xl" onClick={() => setCard(undefined)}>
              Something else
            </Button>
            <Button
              look="alarm"
              className="min-h-[56px] text-xl"
              onClick={() => {
                onStop(card.title)
                close()
              }}
            >
              Stop this run
            </Button>
          </div>
        </>
      ) : (
        <ul className="grid gap-2.5">
          {TROUBLES.map((t) => (
            <li key={t.id}>
              <button
                type="button"
                className="name min-h-[56px] w-full rounded-md border-[1.5px] border-ink bg-paper px-4 text-left text-[1.4rem] leading-tight font-semibold"
                onClick={() => setCard(t)}
              >
                {say(t.title)}
              </button>
            </li>
          ))}
        </ul>
      )}
    </Panel>
  )
}
