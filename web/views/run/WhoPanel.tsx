import type { RefObject } from 'react'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'

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
      <p className="pb-3 text-[1.15rem]">
        What is confirmed here is stored under this name. The torch goes over by Pause or leave, Hand over.
      </p>
      <ul className="grid gap-2.5">
        {people.map((p) => (
          <li key={p.id}>
            <Button
              className="min-h-[60px] w-full justify-start! text-[1.4rem]"
              onClick={() => {
                send(device.actions.changed({ personId: p.id }))
                onClose()
              }}
            >
              {p.id === here ? '✓ ' : ''}
              {p.name}
              {p.role === 'apprentice' ? ', apprentice' : ''}
            </Button>
          </li>
        ))}
      </ul>
      {people.length === 0 ? <p>Nobody is named yet. Settings has the people of the shop.</p> : null}
    </Panel>
  )
}
