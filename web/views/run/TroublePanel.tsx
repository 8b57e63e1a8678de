import { useState, type RefObject } from 'react'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { TROUBLES, type TroubleCard } from '#core/check/troubles.ts'
import type { BreakName } from '#core/line/ways.ts'
import type { BreakTaken } from '#core/record/run.ts'
import { Panel } from '../../ui/Panel.tsx'

/** Always one tap away: pick what is wrong, read the first act from across the shop. */
export function TroublePanel({
  open,
  onClose,
  returnTo,
  onStop,
  offered = [],
  onBreak,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly returnTo?: RefObject<HTMLElement | null>
  /** Absent where no run is in hand. */
  readonly onStop?: (why: string) => void
  /** Ways out that the rig's state allows, and what takes one; absent where no run is in hand. */
  readonly offered?: readonly BreakName[]
  readonly onBreak?: (name: BreakTaken) => void
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
      place="full"
      {...(returnTo ? { returnTo } : {})}
      open={open}
      onClose={close}
    >
      {card ? (
        <>
          <p className="figure text-[clamp(3.4rem,11vw,9rem)] leading-[0.98] text-alarm">{say(card.first)}</p>
          <ul className="grid gap-2 pt-5 text-[1.2rem] leading-snug">
            {card.then.map((t) => (
              <li key={t} className="border-l-4 border-rule pl-3">
                {say(t)}
              </li>
            ))}
          </ul>
          <div className="grid gap-3 pt-6 sm:grid-cols-2 lg:grid-cols-4">
            <Button className="min-h-[56px] text-xl" onClick={() => setCard(undefined)}>
              Something else
            </Button>
            {card.relight === true && offered.includes('relight') ? (
              <Button
                look="act"
                className="min-h-[56px] text-xl"
                onClick={() => {
                  onBreak?.('relight')
                  close()
                }}
              >
                Lead me to lighting again
              </Button>
            ) : null}
            {offered.includes('shutdown') ? (
              <Button
                className="min-h-[56px] text-xl"
                onClick={() => {
                  onBreak?.('shutdown')
                  close()
                }}
              >
                Lead me through shutting down
              </Button>
            ) : null}
            {onStop ? (
              <Button
                look="alarm"
                className="min-h-[56px] text-xl"
                onClick={() => {
                  onStop(card.title)
                  close()
                }}
              >
                Stop this run here
              </Button>
            ) : null}
          </div>
        </>
      ) : (
        <ul className="grid gap-2.5 md:grid-cols-2">
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
