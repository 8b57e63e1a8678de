import { useCallback, useState } from 'react'
import { ACCEPTANCE } from '#core/shop/fields.ts'
import { readAcceptance } from '#application/read-entry.ts'
import type { Settings } from '#contract/schemas.ts'
import { api } from '../../app/api.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { Button } from '../../ui/Button.tsx'

type Limits = Settings['acceptance']

/** What the shop takes for good: each check is held against these. */
export function Acceptance({ settings }: { readonly settings: Settings }) {
  const [form, setForm] = useState<Limits>(settings.acceptance)
  const [put, { isSuccess }] = api.usePutSettingsMutation()
  const set = useCallback((name: string, value: Typed) => setForm((now) => ({ ...now, [name]: value })), [])
  const { errors } = readAcceptance(form, settings)
  const changed = JSON.stringify(form) !== JSON.stringify(settings.acceptance)
  return (
    <section aria-label="What is accepted" className="grid content-start gap-3">
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">What is accepted</h2>
      <p className="text-soft">
        The shop’s own limits. Cracks, gaps and a way through are never accepted. Where a code or a drawing
        asks for more, it decides.
      </p>
      <FieldList table={ACCEPTANCE} said={form} path="acceptance" errors={errors} onChange={set} />
      <Button
        disabled={!changed || errors.length > 0}
        onClick={() => void put({ ...settings, acceptance: form })}
      >
        {isSuccess && !changed ? 'Kept' : 'Keep these limits'}
      </Button>
    </section>
  )
}
