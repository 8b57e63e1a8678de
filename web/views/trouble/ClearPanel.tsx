import { useState, type RefObject } from 'react'
import type { OpenTrouble } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { useTroubles } from './useTroubles.ts'

const MOST = 500

/** A named person says what was found and done: from then on the rig may be worked with again. */
export function ClearPanel({
  trouble,
  returnTo,
  onClose,
}: {
  readonly trouble: OpenTrouble
  readonly returnTo?: RefObject<HTMLElement | null>
  readonly onClose: () => void
}) {
  const { clear } = useTroubles()
  const people = (api.usePeopleQuery().data ?? []).filter((p) => p.active && p.role !== 'apprentice')
  const [who, setWho] = useState('')
  const [what, setWhat] = useState('')
  const [asked, setAsked] = useState(false)
  const missing = { who: who === '', what: what.trim() === '' }
  return (
    <Panel
      title="Who clears it, and what was found?"
      place="middle"
      {...(returnTo ? { returnTo } : {})}
      open
      onClose={onClose}
    >
      <p className="pb-3 text-field">
        {trouble.title}. Torch, hoses, arrestors, regulators and cylinders were looked at by somebody who is
        competent to. It stays in the log under this name.
      </p>
      <form
        className="grid gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          setAsked(true)
          if (missing.who || missing.what) return
          clear(trouble, who, what.trim())
          onClose()
        }}
      >
        {people.length === 0 ? (
          <p className="text-field font-bold">
            Nobody is named yet who could. Settings has the people of the shop.
          </p>
        ) : (
          <fieldset className="grid gap-3 sm:grid-cols-2">
            <legend className="name pb-1 text-field">Who</legend>
            {people.map((p) => (
              <Button
                big
                key={p.id}
                aria-pressed={p.id === who}
                className="justify-start! text-label"
                onClick={() => setWho(p.id)}
              >
                {p.id === who ? '✓ ' : ''}
                {p.name}
              </Button>
            ))}
          </fieldset>
        )}
        {asked && missing.who ? <p className="font-bold text-alarm">Say who has cleared it.</p> : null}
        <Field
          label="What was found and done"
          error={asked && missing.what ? 'Say what was found and done.' : undefined}
        >
          {({ id, describedBy }) => (
            <textarea
              id={id}
              aria-describedby={describedBy}
              className="field min-h-[88px]!"
              maxLength={MOST}
              value={what}
              onChange={(e) => setWhat(e.target.value)}
            />
          )}
        </Field>
        <Button big type="submit" look="act" className="text-label">
          It is cleared
        </Button>
      </form>
    </Panel>
  )
}
