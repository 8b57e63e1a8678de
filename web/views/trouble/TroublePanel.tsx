import { useState, type RefObject } from 'react'
import { useNavigate } from 'react-router'
import { TROUBLE_GROUPS, TROUBLES, type TroubleCard, type TroubleGroup } from '#core/check/troubles.ts'
import type { BreakName } from '#core/line/ways.ts'
import { keysOf } from '#core/objects.ts'
import type { BreakTaken } from '#core/record/run.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { TroubleTile } from '../../drawing/TroubleTile.tsx'
import { TroubleActs } from './TroubleActs.tsx'
import { ANYWHERE, useTroubles, type MetAt } from './useTroubles.ts'

/** What a way out is called where it helps against a trouble. */
const LEADS: Readonly<Partial<Record<BreakName, string>>> = {
  relight: 'Lead me to lighting again',
  'tip-change': 'Lead me through changing the tip',
  'oxygen-change': 'Lead me through changing the oxygen cylinder',
  'fuel-change': 'Lead me through changing the fuel cylinder',
}

/** Always one tap away: found by what is seen, then led act by act; what was done is stored as it is said. */
export function TroublePanel({
  open,
  onClose,
  returnTo,
  at = ANYWHERE,
  onStop,
  offered = [],
  onBreak,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly returnTo?: RefObject<HTMLElement | null>
  readonly at?: MetAt
  /** Absent where no run is in hand. */
  readonly onStop?: (why: string) => void
  /** Ways out that the rig's state allows, and what takes one; absent where no run is in hand. */
  readonly offered?: readonly BreakName[]
  readonly onBreak?: (name: BreakTaken) => void
}) {
  const { say } = useShop()
  const { see, did } = useTroubles()
  const [seen, setSeen] = useState<{ readonly id: string; readonly card: TroubleCard }>()
  const close = () => {
    setSeen(undefined)
    onClose()
  }
  const card = seen?.card
  const sign = card?.sign
  const go = useNavigate()
  const ways: readonly BreakName[] = card ? [...(card.leads ?? []), 'shutdown'] : []
  return (
    <Panel
      title={card ? say(card.title) : 'What do you see?'}
      place="full"
      {...(returnTo ? { returnTo } : {})}
      open={open}
      onClose={close}
    >
      {seen && card ? (
        <>
          <TroubleActs card={card} done={[]} onDone={(act) => did({ id: seen.id, card: card.id }, act, at)} />
          {card.grave ? (
            <p className="max-w-[60ch] pt-4 text-field leading-snug font-bold">
              Nobody goes on working before somebody named has looked at it and cleared it.
            </p>
          ) : null}
          <div className="grid gap-3 pt-6 sm:grid-cols-2 lg:grid-cols-4">
            {card.grave ? null : (
              <Button big className="text-label" onClick={close}>
                Back to work
              </Button>
            )}
            <Button big className="text-label" onClick={() => setSeen(undefined)}>
              Something else
            </Button>
            {ways
              .filter((name) => offered.includes(name))
              .map((name) => (
                <Button
                  big
                  key={name}
                  look={name === 'relight' ? 'act' : 'plain'}
                  className="text-label"
                  onClick={() => {
                    if (name !== 'hand-over') onBreak?.(name)
                    close()
                  }}
                >
                  {LEADS[name] ?? 'Lead me through shutting down'}
                </Button>
              ))}
            {sign ? (
              <Button
                big
                className="text-label"
                onClick={() => {
                  void go(`/faults?sign=${sign}${at.pieceId === null ? '' : `&piece=${at.pieceId}`}`)
                  close()
                }}
              >
                Find the cause
              </Button>
            ) : null}
            {onStop ? (
              <Button
                big
                look="alarm"
                className="text-label"
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
        <div className="grid gap-4">
          {keysOf(TROUBLE_GROUPS).map((group) => (
            <Group
              key={group}
              group={group}
              onPick={(picked) => setSeen({ id: see(picked.id, at), card: picked })}
            />
          ))}
        </div>
      )}
    </Panel>
  )
}

function Group({
  group,
  onPick,
}: {
  readonly group: TroubleGroup
  readonly onPick: (card: TroubleCard) => void
}) {
  const { say } = useShop()
  return (
    <section aria-label={TROUBLE_GROUPS[group]}>
      <h3 className="name pb-2 text-label text-soft">{TROUBLE_GROUPS[group]}</h3>
      <ul className="grid grid-cols-2 gap-2 md:grid-cols-4 xl:grid-cols-5">
        {TROUBLES.filter((t) => t.group === group).map((t) => (
          <li key={t.id}>
            <button
              type="button"
              className={`name grid h-full min-h-[88px] w-full content-start justify-items-center gap-1 rounded-md border-[1.5px] bg-paper px-2 py-2 text-center text-field leading-tight font-semibold ${t.grave ? 'border-alarm text-alarm' : 'border-ink'}`}
              onClick={() => onPick(t)}
            >
              <TroubleTile id={t.id} />
              {say(t.title)}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
