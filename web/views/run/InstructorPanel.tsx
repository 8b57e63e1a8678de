import type { RefObject } from 'react'
import { api } from '../../app/api.ts'
import { Panel } from '../../ui/Panel.tsx'
import { PeoplePick } from './PeoplePick.tsx'

/** A step of an apprentice that an instructor looks at: who has looked. */
export function InstructorPanel({
  returnTo,
  onClose,
  onConfirm,
}: {
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onClose: () => void
  readonly onConfirm: (personId: string) => void
}) {
  const instructors = (api.usePeopleQuery().data ?? []).filter((p) => p.active && p.role === 'instructor')
  return (
    <Panel title="Which instructor has looked?" place="middle" returnTo={returnTo} open onClose={onClose}>
      <PeoplePick
        people={instructors}
        empty="No instructor is named. Settings, People: say who instructs, or that this person is qualified."
        onPick={(personId) => {
          onConfirm(personId)
          onClose()
        }}
      />
    </Panel>
  )
}
