import { useState } from 'react'
import { actsOfTrouble, type TroubleCard } from '#core/check/troubles.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'

/** The acts of a card: the one in hand in letters to be read from across the shop, what was done and what comes next under it. */
export function TroubleActs({
  card,
  done,
  onDone,
}: {
  readonly card: TroubleCard
  /** Acts that were done already. */
  readonly done: readonly string[]
  readonly onDone: (act: string) => void
}) {
  const { say } = useShop()
  const [here, setHere] = useState<readonly string[]>([])
  const acts = actsOfTrouble(card)
  const isDone = (act: string) => done.includes(act) || here.includes(act)
  const next = acts.find((a) => !isDone(a))
  return (
    <>
      <ol className="grid gap-3">
        {acts.map((a, i) => (
          <li
            key={a}
            aria-current={a === next ? 'step' : undefined}
            className={`figure grid grid-cols-[48px_1fr] leading-[1.05] ${a === next ? (i === 0 ? 'text-head text-alarm' : 'text-page text-alarm') : isDone(a) ? 'text-page font-semibold text-soft' : 'text-page font-semibold'}`}
          >
            {isDone(a) ? (
              <span role="img" aria-label="done">
                ✓
              </span>
            ) : (
              <span aria-hidden="true">{i + 1}</span>
            )}
            <span>{say(a)}</span>
          </li>
        ))}
      </ol>
      {next === undefined ? (
        <p className="figure pt-4 text-page text-verdigris">✓ All of it is done</p>
      ) : (
        <Button
          big
          look="act"
          className="mt-4 w-full sm:w-auto sm:px-10"
          onClick={() => {
            setHere([...here, next])
            onDone(next)
          }}
        >
          Done, what next
        </Button>
      )}
    </>
  )
}
