import type { RefObject } from 'react'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useSend } from '../../app/store.ts'
import { Panel } from '../../ui/Panel.tsx'
import { NOBODY_NAMED, PeoplePick } from './PeoplePick.tsx'

/** Who is at this screen: what is confirmed here is stored under that name. It does not hand the torch over. */
export function WhoPanel({
  here,
  returnTo,
  onClose,
}: {
  readonly here: string | null
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onClose: () => void
}) {
  const send = useSend()
  const people = (api.usePeopleQuery().data ?? []).filter((p) => p.active)
  return (
    <Panel title="Who is at this screen?" place="middle" returnTo={returnTo} open onClose={onClose}>
      <p className="pb-3 text-field">
        What is confirmed here is stored under this name. The torch goes over by Pause or leave, Hand over.
      </p>
      <PeoplePick
        people={people}
        chosen={here}
        empty={NOBODY_NAMED}
        onPick={(personId) => {
          send(device.actions.changed({ personId }))
          onClose()
        }}
      />
    </Panel>
  )
}
