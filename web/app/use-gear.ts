import { format } from 'date-fns/format'
import { useMemo } from 'react'
import type { GearItem } from '#contract/types.ts'
import { dueList, type Due } from '#core/rig/due.ts'
import { membersOf, type Gear } from '#core/rig/gear.ts'
import { api } from './api.ts'

const NONE: readonly GearItem[] = []

/** Today as a day of the log: 2026-03-02. */
export const dayToday = (): string => format(new Date(Date.now()), 'yyyy-MM-dd')

/** What goes with a torch: the set that has it, its things, and which of them are due. Without a set, nothing is known of it. */
export interface TorchSet {
  readonly set: Gear | undefined
  readonly things: readonly Gear[]
  readonly due: readonly { readonly gear: Gear; readonly due: Due }[]
  /** All cylinders in use, for when no set says which. */
  readonly cylinders: readonly Gear[]
}

/** The set of a torch, with what of it is due today. */
export function useTorchSet(torchId: string | null): TorchSet {
  const gear = api.useGearQuery().data ?? NONE
  const today = dayToday()
  return useMemo(() => {
    const active = gear.filter((g) => g.active)
    const set =
      torchId === null ? undefined : active.find((g) => g.kind === 'set' && g.fields['torch'] === torchId)
    const ids = new Set(set ? membersOf(set) : [])
    const things = active.filter((g) => ids.has(g.id))
    const own = things.filter((g) => g.kind === 'cylinder')
    return {
      set,
      things,
      due: dueList(things, today).filter((d) => d.due.state === 'stop' || d.due.state === 'mind'),
      cylinders: own.length > 0 ? own : active.filter((g) => g.kind === 'cylinder'),
    }
  }, [gear, torchId, today])
}
