import { useState } from 'react'
import { SLAG_CLASSES } from '#core/record/outcome.ts'
import { readAcceptance } from '#contract/read-entry.ts'
import type { Settings } from '#contract/schemas.ts'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { SLAG_WORDS } from '../log/outcome-words.ts'

type Limits = Settings['acceptance']

/** What the shop takes for good: each check is held against these. */
export function Acceptance({ settings }: { readonly settings: Settings }) {
  const [form, setForm] = useState<Limits>(settings.acceptance)
  const [put, { isSuccess }] = api.usePutSettingsMutation()
  const change = (part: Partial<Limits>) => setForm((now) => ({ ...now, ...part }))
  const { errors } = readAcceptance(form, settings)
  const error = (name: keyof Limits) => errors.find((e) => e.field === `acceptance.${name}`)?.message
  const changed = JSON.stringify(form) !== JSON.stringify(settings.acceptance)
  const length = (name: 'outOfSquare' | 'size' | 'moved', label: string) => (
    <QuantityField
      beside
      label={label}
      kind="length"
      value={form[name]}
      error={error(name)}
      onChange={(v) => change({ [name]: v })}
    />
  )
  const share = (name: 'drag' | 'fillet' | 'penetration', label: string) => (
    <QuantityField
      beside
      label={label}
      kind="share"
      value={form[name]}
      error={error(name)}
      onChange={(v) => change({ [name]: v })}
    />
  )
  const count = (name: 'gouges' | 'stops' | 'pinholes', label: string) => (
    <TextField
      label={label}
      inputMode="numeric"
      value={form[name]}
      error={error(name)}
      onChange={(v) => change({ [name]: v })}
    />
  )
  return (
    <section aria-label="What is accepted" className="grid content-start gap-3">
      <h2 className="border-b-[1.5px] border-ink pb-1 text-2xl">What is accepted</h2>
      <p className="text-soft">
        The shop’s own limits. Cracks, gaps and a way through are never accepted. Where a code or a drawing
        asks for more, it decides.
      </p>
      <SelectField
        beside
        label="Worst slag"
        value={form.worstSlag}
        options={SLAG_CLASSES.map((s) => ({ value: s, label: SLAG_WORDS[s] }))}
        onChange={(worstSlag) => change({ worstSlag })}
      />
      {count('gouges', 'Gouges')}
      {count('stops', 'Stops')}
      {share('drag', 'Drag, of the plate')}
      {length('outOfSquare', 'Out of square')}
      {length('size', 'Size, either way')}
      {share('fillet', 'Full fillet')}
      {count('pinholes', 'Pinholes')}
      {length('moved', 'Moved from marks')}
      {share('penetration', 'Penetration')}
      <Button
        disabled={!changed || errors.length > 0}
        onClick={() => void put({ ...settings, acceptance: form })}
      >
        {isSuccess && !changed ? 'Kept' : 'Keep these limits'}
      </Button>
    </section>
  )
}
