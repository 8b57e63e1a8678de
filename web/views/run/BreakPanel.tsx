import { useState, type RefObject } from 'react'
import type { BreakName } from '#core/line/ways.ts'
import type { BreakTaken } from '#core/record/run.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Panel } from '../../ui/Panel.tsx'
import { NOBODY_NAMED, PeoplePick } from './PeoplePick.tsx'
import { BREAK_WORDS } from './break-words.ts'

/** Ways to leave the work: how long decides how much is shut. Each is led through step by step, and back. */
export function BreakPanel({
  offered,
  returnTo,
  onClose,
  onBreak,
  onHandOver,
}: {
  /** Breaks that can be taken from where the rig stands. */
  readonly offered: readonly BreakName[]
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onClose: () => void
  readonly onBreak: (name: BreakTaken) => void
  readonly onHandOver: (to: string) => void
}) {
  const { say } = useShop()
  const people = (api.usePeopleQuery().data ?? []).filter((p) => p.active)
  const [handing, setHanding] = useState(false)
  if (handing)
    return (
      <Panel title="Who goes on?" place="middle" returnTo={returnTo} open onClose={onClose}>
        <PeoplePick
          people={people}
          empty={NOBODY_NAMED}
          onPick={(to) => {
            onHandOver(to)
            onClose()
          }}
        />
      </Panel>
    )
  const take = (name: BreakTaken | 'hand-over') => {
    if (name === 'hand-over') setHanding(true)
    else {
      onBreak(name)
      onClose()
    }
  }
  return (
    <Panel title="Pause or leave" place="middle" returnTo={returnTo} open onClose={onClose}>
      <ul className="grid gap-3">
        {BREAK_WORDS.filter((w) => offered.includes(w.name)).map((w) => (
          <Way key={w.name} title={say(w.title)} what={say(w.what)} onPress={() => take(w.name)} />
        ))}
      </ul>
    </Panel>
  )
}

function Way({
  title,
  what,
  onPress,
}: {
  readonly title: string
  readonly what: string
  readonly onPress: () => void
}) {
  return (
    <li>
      <button
        type="button"
        className="min-h-[56px] w-full rounded-md border-[1.5px] border-ink bg-paper px-4 py-2 text-left"
        onClick={onPress}
      >
        <span className="name block text-section leading-tight font-semibold">{title}</span>
        <span className="text-soft">{what}</span>
      </button>
    </li>
  )
}
