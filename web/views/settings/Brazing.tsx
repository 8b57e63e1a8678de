import { Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import type { Settings } from '#contract/schemas.ts'
import type { SchoolName } from '#core/braze/index.ts'
import { FILLERS } from '#core/metal/fillers.ts'
import { Button } from '../../ui/Button.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { FORMS } from '../plan/braze/braze-words.ts'

/** The ways that are taught, with what each is for. */
const WAYS: {
  readonly [S in SchoolName]: {
    readonly label: string
    readonly ways: Readonly<Record<Settings['schools'][S], string>>
  }
} = {
  flame: {
    label: 'Flame on copper',
    ways: { 'slightly-reducing': 'Slightly reducing: softer', neutral: 'Neutral' },
  },
  ironFlame: {
    label: 'Flame on iron',
    ways: { neutral: 'Neutral', 'soft-carburising': 'Soft carburising: slow, leaves carbon' },
  },
  pressures: {
    label: 'Pressures without a chart',
    ways: { equal: 'Equal', twice: 'Oxygen about twice the fuel' },
  },
  heat: {
    label: 'Heat',
    ways: { 'by-tip': 'As the tip gives it', fierce: 'Fierce and quick', soft: 'Soft and slow' },
  },
  cue: {
    label: 'Touch the rod',
    ways: { flux: 'When the flux is clear', glow: 'By the glow', rod: 'By trying the rod' },
  },
  feeding: {
    label: 'While feeding',
    ways: { 'flame-ahead': 'Flame ahead of the rod', 'flame-off': 'Flame off' },
  },
  purge: {
    label: 'Nitrogen',
    ways: {
      'measured-flow': 'By flow meter',
      'low-pressure': 'Low pressure, unmetered',
      'hand-feel': 'Felt at the outlet',
      preset: 'Preset valve',
    },
  },
  protection: {
    label: 'Keep cool with',
    ways: { 'wet-rag': 'Wet rag', paste: 'Heat paste', 'heat-sink': 'Heat sink' },
  },
  cooling: {
    label: 'Cooling copper',
    ways: {
      'still-air': 'Still air',
      rag: 'Wet rag once the sheen has gone',
      'warm-water': 'Two minutes, then warm water',
      spray: 'Spray at once, to save a valve',
    },
  },
}

/** Where practitioners differ: the shop's way of brazing. The first of each is what is usual. */
export function Schools({
  settings,
  onChange,
}: {
  readonly settings: Settings
  readonly onChange: (schools: Settings['schools']) => void
}) {
  return (
    <>
      {(Object.keys(WAYS) as SchoolName[]).map((name) => {
        const { label, ways } = WAYS[name] as { label: string; ways: Readonly<Record<string, string>> }
        return (
          <SelectField
            key={name}
            beside
            label={label}
            value={settings.schools[name] as string}
            options={Object.entries(ways).map(([value, text]) => ({ value, label: text }))}
            onChange={(way) => onChange({ ...settings.schools, [name]: way })}
          />
        )
      })}
    </>
  )
}

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
            error={/^\d{0,6}([.,]\d{1,2})?$/.test(rod.perKg) ? undefined : 'A plain number.'}
            onChange={(perKg) =>
              /^\d{0,6}([.,]\d{1,2})?$/.test(perKg) ? change(set(i, { perKg })) : setShelf(set(i, { perKg }))
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
