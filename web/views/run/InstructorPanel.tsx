import type { RefObject } from 'react'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'

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
      <div className="grid gap-2.5">
        {instructors.map((p) => (
          <Button
            key={p.id}
            className="min-h-[60px] justify-start! text-[1.4rem]"
            onClick={() => {
              onConfirm(p.id)
              onClose()
            }}
          >
            {p.name}
          </Button>
        ))}
        {instructors.length === 0 ? (
          <p className="text-[1.15rem]">
            No instructor is named. Settings, People: say who instructs, or that this person is qualified.
          </p>
        ) : null}
      </div>
    </Panel>
  )
}
