import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { troubleCard } from '#core/check/troubles.ts'
import type { OpenTrouble } from '#contract/types.ts'
import { ServerNotice } from '../../app/ServerNotice.tsx'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { ClearPanel } from '../trouble/ClearPanel.tsx'
import { TroubleActs } from '../trouble/TroubleActs.tsx'
import { useTroubles } from '../trouble/useTroubles.ts'
import { waysOffered, type RunInHand } from './useRun.ts'

/** A run that something grave holds: no step of the work, only what is done about it, the rig shut down, or a named person's word. */
export function Held({ inHand, trouble }: { readonly inHand: RunInHand; readonly trouble: OpenTrouble }) {
  const { run, piece, confirm } = inHand
  const { say } = useShop()
  const { did } = useTroubles()
  const [clearing, setClearing] = useState(false)
  const heading = useRef<HTMLHeadingElement>(null)
  const card = troubleCard(trouble.card)
  const at = { runId: run.id, pieceId: piece.pieceId }
  return (
    <main className="min-h-dvh px-6 py-6 md:px-10">
      <ServerNotice />
      <h1 ref={heading} tabIndex={-1} className="text-page outline-none">
        {run.title} is held
      </h1>
      <p className="max-w-[60ch] pt-2 pb-4 text-label leading-snug">
        <strong className="text-alarm">{say(trouble.title)}.</strong> Nothing leads back to work before
        somebody named has looked at it and cleared it.
      </p>
      {card ? <TroubleActs card={card} done={trouble.done} onDone={(act) => did(trouble, act, at)} /> : null}
      <div className="grid gap-3 pt-6 sm:grid-cols-2 lg:grid-cols-4">
        {waysOffered(inHand).includes('shutdown') ? (
          <Button
            big
            look="act"
            className="text-label"
            onClick={() => confirm({ kind: 'break', name: 'shutdown' })}
          >
            Lead me through shutting down
          </Button>
        ) : null}
        <Button big className="text-label" onClick={() => setClearing(true)}>
          Clear it
        </Button>
        <Button
          big
          look="alarm"
          className="text-label"
          onClick={() => confirm({ kind: 'stop', reason: trouble.title })}
        >
          Stop this run here
        </Button>
        <Link
          to="/"
          className="name grid min-h-[56px] place-items-center rounded-md border-[1.5px] border-ink text-label font-semibold"
        >
          Today
        </Link>
      </div>
      {clearing ? (
        <ClearPanel trouble={trouble} returnTo={heading} onClose={() => setClearing(false)} />
      ) : null}
    </main>
  )
}
