import { useState } from 'react'
import type { OwnTip } from '#contract/types.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'

const NONE: readonly OwnTip[] = []

/** The shop's own tips, by the name that is scratched on them; the one found can be kept. */
export function OwnTips({ orifice }: { readonly orifice: string }) {
  const { say } = useShop()
  const tips = api.useTipsQuery().data ?? NONE
  const [name, setName] = useState('')
  const [keep, { isLoading, error }] = api.useAddTipMutation()
  const put = async () => {
    await keep({ id: crypto.randomUUID(), name: name.trim(), orifice }).unwrap()
    setName('')
  }
  return (
    <div>
      <h2 className="name text-field font-semibold">{say('Your tips')}</h2>
      <ul className="name flex flex-wrap gap-2 py-2 text-text">
        {tips.map((t) => (
          <li key={t.id} className="rounded-[3px] border border-ink px-2">
            {t.name} · {t.orifice}
          </li>
        ))}
        {tips.length === 0 ? <li className="text-soft">None kept yet.</li> : null}
      </ul>
      <form
        className="flex max-w-[420px] items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          void put().catch(() => undefined)
        }}
      >
        <div className="grow">
          <Field label={say('Keep this tip as')} error={(error as Failure | undefined)?.message}>
            {({ id, describedBy }) => (
              <input
                id={id}
                className="field"
                maxLength={60}
                value={name}
                aria-describedby={describedBy}
                onChange={(e) => setName(e.target.value)}
              />
            )}
          </Field>
        </div>
        <Button type="submit" disabled={name.trim() === '' || isLoading}>
          Keep
        </Button>
      </form>
    </div>
  )
}
