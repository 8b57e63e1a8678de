import { useState, type RefObject } from 'react'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Panel } from '../../ui/Panel.tsx'

const MOST = 500

/** Asks for a reason: one of the usual ones with one press, or any other in words. */
export function ReasonPanel({
  title,
  usual,
  act,
  returnTo,
  onClose,
  onReason,
}: {
  readonly title: string
  readonly usual: readonly string[]
  /** What the button under the words does. */
  readonly act: string
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onClose: () => void
  readonly onReason: (reason: string) => void
}) {
  const [why, setWhy] = useState('')
  const [asked, setAsked] = useState(false)
  const give = (reason: string) => {
    if (reason.trim() === '') {
      setAsked(true)
      return
    }
    onClose()
    onReason(reason.trim())
  }
  return (
    <Panel title={title} place="middle" returnTo={returnTo} open onClose={onClose}>
      <div className="grid gap-3">
        {usual.map((u) => (
          <Button big key={u} className="justify-start! text-label" onClick={() => give(u)}>
            {u}
          </Button>
        ))}
        <form
          className="grid gap-3 pt-2"
          onSubmit={(e) => {
            e.preventDefault()
            give(why)
          }}
        >
          <Field
            label="Another reason"
            error={asked && why.trim() === '' ? 'Say why: it stays in the log.' : undefined}
          >
            {({ id, describedBy }) => (
              <input
                id={id}
                aria-describedby={describedBy}
                className="field min-h-[52px]!"
                maxLength={MOST}
                value={why}
                onChange={(e) => setWhy(e.target.value)}
              />
            )}
          </Field>
          <Button big type="submit" look="act" className="text-label">
            {act}
          </Button>
        </form>
      </div>
    </Panel>
  )
}
