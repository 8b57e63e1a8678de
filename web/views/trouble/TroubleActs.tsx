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
      {next === undefined ? (
        <p className="figure text-head">All of it is done</p>
      ) : (
        <>
          <p className={`figure leading-[0.98] text-alarm ${next === card.first ? 'text-run' : 'text-head'}`}>
            {say(next)}
          </p>
          <Button
            big
            look="act"
            className="mt-4 w-full text-section! sm:w-auto sm:px-10"
            onClick={() => {
              setHere([...here, next])
              onDone(next)
            }}
          >
            Done, what next
          </Button>
        </>
      )}
      <ol className="grid gap-2 pt-4 text-label leading-snug">
        {acts
          .filter((a) => a !== next)
          .map((a) => (
            <li
              key={a}
              className={`border-l-4 pl-3 ${isDone(a) ? 'border-verdigris text-soft' : 'border-rule'}`}
            >
              {isDone(a) ? <span aria-label="done">✓ </span> : null}
              {say(a)}
            </li>
          ))}
      </ol>
    </>
  )
}
