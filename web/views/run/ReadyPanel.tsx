import { useState, type RefObject } from 'react'
import type { EventBody } from '#core/record/run.ts'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { SelectField } from '../../ui/SelectField.tsx'

const NOBODY = 'nobody'
/** How long ago it was purged, in one press, s. */
const PURGED = [
  ['Within 10 minutes', 600],
  ['20 minutes ago', 1200],
  ['Half an hour ago', 1800],
  ['Longer ago', 3 * 3600],
] as const

/** The rig stands ready: who set it, and when its hoses were purged. What has to be done again follows from that. */
export function ReadyPanel({
  here,
  returnTo,
  onReady,
  onClose,
}: {
  readonly here: string | null
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onReady: (told: EventBody) => void
  readonly onClose: () => void
}) {
  const people = (api.usePeopleQuery().data ?? []).filter((p) => p.active)
  const [by, setBy] = useState(people.some((p) => p.id === here) ? (here ?? NOBODY) : NOBODY)
  return (
    <Panel title="The rig stands ready" place="middle" open returnTo={returnTo} onClose={onClose}>
      <div className="grid gap-3">
        <p className="text-field leading-snug">
          Cylinders open, both pressures set, and nothing opened or changed since. Where you purged it
          yourself within half an hour, you look at both gauges and light; else it is purged and tested again.
        </p>
        <SelectField
          label="Set by"
          value={by}
          options={[
            ...people.map((p) => ({ value: p.id, label: p.name })),
            { value: NOBODY, label: 'Nobody named' },
          ]}
          onChange={setBy}
        />
        <p className="name pt-1 text-label">Its hoses were purged</p>
        {PURGED.map(([word, purgedS]) => (
          <Button
            big
            key={word}
            className="justify-start! text-label"
            onClick={() => {
              onReady({ kind: 'ready', by: by === NOBODY ? null : by, purgedS })
              onClose()
            }}
          >
            {word}
          </Button>
        ))}
      </div>
    </Panel>
  )
}
