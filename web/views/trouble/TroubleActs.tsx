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
        <p className="figure pt-4 text-page text-verdigris">✓ All of it is done</p>
      ) : (
        <>
          <p
            aria-current="step"
            className={`figure text-alarm ${next === card.first ? 'text-run' : 'text-head'}`}
          >
            {say(next)}
          </p>
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
        </>
      )}
      <ol className="grid gap-2 pt-4">
        {acts.map((a, i) =>
          a === next ? null : (
            <li
              key={a}
              className={`figure grid grid-cols-[48px_1fr] text-page font-semibold ${isDone(a) ? 'text-soft' : ''}`}
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
          ),
        )}
      </ol>
    </>
  )
}
