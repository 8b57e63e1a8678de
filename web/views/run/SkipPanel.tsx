import { useState, type RefObject } from 'react'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Panel } from '../../ui/Panel.tsx'

const USUAL = ['Still set from the last cut', 'Done before I began here', 'Not needed on this job'] as const
const MOST = 500

/** A step is left out only with a reason, which stays in the log. */
export function SkipPanel({
  open,
  onClose,
  returnTo,
  onSkip,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly returnTo: RefObject<HTMLElement | null>
  readonly onSkip: (why: string) => void
}) {
  const [why, setWhy] = useState('')
  const [asked, setAsked] = useState(false)
  const skip = (reason: string) => {
    if (reason.trim() === '') {
      setAsked(true)
      return
    }
    onSkip(reason.trim())
    setWhy('')
    setAsked(false)
    onClose()
  }
  return (
    <Panel
      title="Why is this step left out?"
      place="middle"
      returnTo={returnTo}
      open={open}
      onClose={onClose}
    >
      <div className="grid gap-3">
        {USUAL.map((u) => (
          <Button key={u} className="min-h-[56px] justify-start! text-xl" onClick={() => skip(u)}>
            {u}
          </Button>
        ))}
        <form
          className="grid gap-3 pt-2"
          onSubmit={(e) => {
            e.preventDefault()
            skip(why)
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
          <Button type="submit" look="act" className="min-h-[56px] text-xl">
            Skip the step
          </Button>
        </form>
      </div>
    </Panel>
  )
}
