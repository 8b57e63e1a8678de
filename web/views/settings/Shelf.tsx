import { Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import type { Settings } from '#contract/schemas.ts'
import { FILLERS } from '#core/metal/fillers.ts'
import { Button } from '../../ui/Button.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { ROD } from '#core/metal/rod-fields.ts'
import { optionsOf } from '../../form/options.ts'

const FORMS = optionsOf(ROD.form.names)

const CLASSES = FILLERS.map((f) => ({ value: f.id, label: f.id }))

/** Rods that the shop has, and what it pays for them: they move up in the ranking. */
export function Shelf({
  settings,
  onChange,
}: {
  readonly settings: Settings
  readonly onChange: (shelf: Settings['shelf']) => void
}) {
  const [shelf, setShelf] = useState(settings.shelf)
  const change = (next: Settings['shelf']) => {
    setShelf(next)
    onChange(next)
  }
  const set = (at: number, part: Partial<Settings['shelf'][number]>) =>
    shelf.map((r, i) => (i === at ? { ...r, ...part } : r))
  return (
    <div className="grid gap-3">
      {shelf.map((rod, i) => (
        <div key={i} className="grid grid-cols-[1fr_1.2fr_84px_40px] items-end gap-2">
          <SelectField
            label={`Rod ${i + 1}`}
            value={rod.class}
            options={CLASSES}
            onChange={(id) => change(set(i, { class: id }))}
          />
          <SelectField
            label={`Form of rod ${i + 1}`}
            value={rod.form as (typeof FORMS)[number]['value']}
            options={FORMS}
            onChange={(form) => change(set(i, { form }))}
          />
          <TextField
            beside={false}
            label="A kg"
            aria-label={`Price of a kg of rod ${i + 1}`}
            inputMode="decimal"
            value={rod.perKg}
            error={ROD.perKg.pattern.test.test(rod.perKg) ? undefined : ROD.perKg.pattern.says}
            onChange={(perKg) =>
              ROD.perKg.pattern.test.test(perKg) ? change(set(i, { perKg })) : setShelf(set(i, { perKg }))
            }
          />
          <Button
            look="quiet"
            className="min-h-10 min-w-10 px-0"
            aria-label={`Take rod ${i + 1} off the shelf`}
            onClick={() => change(shelf.filter((_, at) => at !== i))}
          >
            <Trash2 size={18} className="shrink-0" aria-hidden="true" />
          </Button>
        </div>
      ))}
      <Button
        className="justify-self-start"
        onClick={() => change([...shelf, { class: 'BCuP-2', form: 'bare', perKg: '' }])}
      >
        <Plus size={18} aria-hidden="true" /> Rod
      </Button>
      {shelf.length === 0 ? (
        <p className="text-soft">Nothing said: every filler is judged as if it were to be had.</p>
      ) : null}
    </div>
  )
}
