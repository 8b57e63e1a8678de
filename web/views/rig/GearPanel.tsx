import { useCallback, useState } from 'react'
import type { GearItem, Torch } from '#contract/types.ts'
import { fieldFault, gearFields, membersOf, type Gear } from '#core/rig/gear.ts'
import type { GearKind } from '#core/rig/kinds.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { Button } from '../../ui/Button.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { ThingForm } from './ThingForm.tsx'
import { KIND_WORDS } from './words.ts'

/** A thing of the rig: its fields as its kind has them. Nothing is asked for but a name. */
export function GearPanel({
  kind,
  item,
  first = {},
  into,
  all,
  torches,
  onClose,
}: {
  readonly kind: GearKind
  readonly item: GearItem | undefined
  /** What is known already of a new one. */
  readonly first?: Readonly<Record<string, string>>
  /** The set that a new one goes to. */
  readonly into?: GearItem
  readonly all: readonly Gear[]
  readonly torches: readonly Torch[]
  readonly onClose: () => void
}) {
  const { say } = useShop()
  const [name, setName] = useState(item?.name ?? '')
  const [fields, setFields] = useState<Record<string, string>>({ ...first, ...item?.fields })
  const [asked, setAsked] = useState(false)
  const [add, adding] = api.useAddGearMutation()
  const [change, changing] = api.useChangeGearMutation()
  const failure = (adding.error ?? changing.error) as Failure | undefined
  const table = gearFields(kind)
  const faults = Object.entries(table).flatMap(([name, field]) => {
    const message = fieldFault(field, fields[name] ?? '')
    return message === undefined ? [] : [{ field: `fields.${name}`, message }]
  })
  const set = useCallback(
    (name: string, value: Typed) => setFields((now) => ({ ...now, [name]: String(value) })),
    [],
  )
  const kept = Object.fromEntries(Object.entries(fields).filter(([, v]) => v.trim() !== ''))
  const keep = async (active = true) => {
    setAsked(true)
    if (name.trim() === '' || faults.length > 0) return
    const id = item?.id ?? crypto.randomUUID()
    const done = item
      ? await change({ id, name: name.trim(), fields: kept, active })
      : await add({ id, kind, name: name.trim(), fields: kept })
    if (done.error) return
    if (!item && into) {
      const members = [...membersOf(into), id].join(',')
      const joined = await change({
        id: into.id,
        name: into.name,
        active: true,
        fields: { ...into.fields, members },
      })
      if (joined.error) return
    }
    onClose()
  }
  return (
    <ThingForm
      title={item?.name ?? say(KIND_WORDS[kind].one)}
      name={name}
      nameFault={asked && name.trim() === '' ? 'Give it a name that you would call it by.' : undefined}
      failure={failure}
      typeFirst
      beside={item ? <Button onClick={() => void keep(false)}>Retire it</Button> : null}
      onName={setName}
      onKeep={() => void keep()}
      onClose={onClose}
    >
      <FieldList
        table={table}
        said={fields}
        path="fields"
        errors={faults}
        onChange={set}
        special={{
          torch: (
            <SelectField
              beside
              label={say('Torch')}
              value={fields['torch'] ?? ''}
              placeholder="not given"
              options={torches.map((t) => ({ value: t.id, label: t.name }))}
              onChange={(v) => set('torch', v)}
            />
          ),
          members: (
            <Members
              value={fields['members'] ?? ''}
              all={all.filter((g) => g.kind !== 'set')}
              onChange={(v) => set('members', v)}
            />
          ),
        }}
      />
    </ThingForm>
  )
}

/** Which things belong to a set. */
function Members({
  value,
  all,
  onChange,
}: {
  readonly value: string
  readonly all: readonly Gear[]
  readonly onChange: (value: string) => void
}) {
  const { say } = useShop()
  const chosen = new Set(value.split(',').filter((id) => id !== ''))
  return (
    <fieldset>
      <legend className="text-soft">What belongs to it</legend>
      {all.map((g) => (
        <label key={g.id} className="flex min-h-[44px] items-center gap-3 border-b border-rule">
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
