import type { ReactNode } from 'react'
import type { Failure } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { TextField } from '../../ui/TextField.tsx'

/** The form of one thing of the rig: its name, its own fields, what the server said against it, and what is done with it. */
export function ThingForm({
  title,
  name,
  nameFault,
  failure,
  typeFirst = false,
  disabled = false,
  beside,
  children,
  onName,
  onKeep,
  onClose,
}: {
  readonly title: string
  readonly name: string
  readonly nameFault: string | undefined
  readonly failure: Failure | undefined
  readonly typeFirst?: boolean
  readonly disabled?: boolean
  /** A button beside the one that keeps it. */
  readonly beside?: ReactNode
  readonly children: ReactNode
  readonly onName: (name: string) => void
  readonly onKeep: () => void
  readonly onClose: () => void
}) {
  return (
    <Panel title={title} typeFirst={typeFirst} open onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          onKeep()
        }}
      >
        <TextField label="Name" maxLength={120} value={name} error={nameFault} onChange={onName} />
        {children}
        {failure ? (
          <p role="alert" className="font-bold text-alarm">
            {failure.message}
          </p>
        ) : null}
        <div className="flex flex-wrap gap-3 pt-2">
          <Button type="submit" look="act" className="grow text-label" disabled={disabled}>
            Keep it
          </Button>
          {beside}
        </div>
      </form>
    </Panel>
  )
}
