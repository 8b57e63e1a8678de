import { useState } from 'react'
import type { GearItem, Torch } from '#contract/types.ts'
import { fieldFault, GEAR_FIELDS, type FieldSpec, type Gear } from '#core/rig/gear.ts'
import type { GearKind } from '#core/rig/kinds.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { ThingForm } from './ThingForm.tsx'
import { KIND_WORDS, optionName } from './words.ts'

const UNSAID = 'unsaid'

/** A thing of the rig: its fields as its kind has them. Nothing is asked for but a name. */
export function GearPanel({
  kind,
  item,
  all,
  torches,
  onClose,
}: {
  readonly kind: GearKind
  readonly item: GearItem | undefined
  readonly all: readonly Gear[]
  readonly torches: readonly Torch[]
  readonly onClose: () => void
}) {
  const { say } = useShop()
  const [name, setName] = useState(item?.name ?? '')
  const [fields, setFields] = useState<Record<string, string>>({ ...item?.fields })
  const [asked, setAsked] = useState(false)
  const [add, adding] = api.useAddGearMutation()
  const [change, changing] = api.useChangeGearMutation()
  const failure = (adding.error ?? changing.error) as Failure | undefined
  const specs = GEAR_FIELDS[kind]
  const faults = specs.filter((s) => fieldFault(s, fields[s.name] ?? '') !== undefined)
  const kept = Object.fromEntries(Object.entries(fields).filter(([, v]) => v.trim() !== ''))
  const keep = async (active = true) => {
    setAsked(true)
    if (name.trim() === '' || faults.length > 0) return
    const done = item
      ? await change({ id: item.id, name: name.trim(), fields: kept, active })
      : await add({ id: crypto.randomUUID(), kind, name: name.trim(), fields: kept })
    if (!done.error) onClose()
  }
  return (
    <ThingForm
      title={item?.name ?? say(KIND_WORDS[kind].one)}
      name={name}
      nameFault={asked && name.trim() === '' ? 'Give it a name that you would call it by.' : undefined}
      failure={failure}
      typeFirst
      beside={
        item ? (
          <Button className="min-h-[48px]" onClick={() => void keep(false)}>
            Put it aside
          </Button>
        ) : null
      }
      onName={setName}
      onKeep={() => void keep()}
      onClose={onClose}
    >
      {specs.map((spec) => (
        <OneField
          key={spec.name}
          spec={spec}
          value={fields[spec.name] ?? ''}
          all={all.filter((g) => g.kind !== 'set')}
          torches={torches}
          onChange={(v) => setFields({ ...fields, [spec.name]: v })}
        />
      ))}
    </ThingForm>
  )
}

function OneField({
  spec,
  value,
  all,
  torches,
  onChange,
}: {
  readonly spec: FieldSpec
  readonly value: string
  readonly all: readonly Gear[]
  readonly torches: readonly Torch[]
  readonly onChange: (value: string) => void
}) {
  const { say } = useShop()
  const label = say(spec.label)
  const fault = fieldFault(spec, value)
  switch (spec.type) {
    case 'choice':
    case 'torch': {
      const options =
        spec.type !== 'choice'
          ? torches.map((t) => ({ value: t.id, label: t.name }))
          : spec.options.map((o) => ({ value: o, label: say(optionName(o)) }))
      return (
        <SelectField
          beside
          label={label}
          value={value === '' ? UNSAID : value}
          options={[{ value: UNSAID, label: 'not said' }, ...options]}
          onChange={(v) => onChange(v === UNSAID ? '' : v)}
        />
      )
    }
    case 'members': {
      const chosen = new Set(value.split(',').filter((id) => id !== ''))
      return (
        <fieldset>
          <legend className="text-soft">{label}</legend>
          {all.map((g) => (
            <label key={g.id} className="flex min-h-[40px] items-center gap-3 border-b border-rule">
              <input
                type="checkbox"
                className="size-5"
                checked={chosen.has(g.id)}
                onChange={(e) => {
                  if (e.target.checked) chosen.add(g.id)
                  else chosen.delete(g.id)
                  onChange([...chosen].join(','))
                }}
              />
              <span>
                {g.name} <span className="text-soft">{say(KIND_WORDS[g.kind].one.toLowerCase())}</span>
              </span>
            </label>
          ))}
        </fieldset>
      )
    }
    case 'date':
      return (
        <Field beside label={label} error={fault}>
          {({ id, describedBy }) => (
            <input
              id={id}
              type="date"
              className="field"
              aria-describedby={describedBy}
              value={value}
              onChange={(e) => onChange(e.target.value)}
            />
          )}
        </Field>
      )
    default:
      return (
        <TextField
          label={label}
          maxLength={spec.type === 'text' ? 200 : 30}
          {...(spec.type === 'count' ? { inputMode: 'decimal' as const } : {})}
          {...(spec.type === 'quantity' ? { placeholder: EXAMPLES[spec.of] ?? '' } : {})}
          value={value}
          error={fault}
          onChange={onChange}
        />
      )
  }
}

const EXAMPLES: Readonly<Partial<Record<string, string>>> = {
  length: '25 ft, 1/4 in, 8 mm',
  pressure: '2200 psi, 150 bar',
  volume: '145 cu ft, 4 m3, 40 l',
  mass: '105 lb, 48 kg',
  temperature: '60 F, 15 C',
}
