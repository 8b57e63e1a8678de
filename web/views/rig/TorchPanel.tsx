import { useState } from 'react'
import type { Torch } from '#contract/types.ts'
import {
  MANUAL_LIGHTING,
  MANUAL_SHUTDOWN,
  PLACES_OF_MIXER,
  PLACES_OF_VALVES,
  SEATS,
  TORCH_KINDS,
} from '#core/line/setup.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { ThingForm } from './ThingForm.tsx'
import { optionName } from './words.ts'

type Gear = Torch['rig']['torch']
const UNSAID = 'unsaid'
const CHOICES: readonly {
  readonly name: keyof Gear
  readonly label: string
  readonly options: readonly string[]
}[] = [
  { name: 'kind', label: 'What it is', options: TORCH_KINDS },
  { name: 'lighting', label: 'Manual: light with', options: MANUAL_LIGHTING },
  { name: 'shutdown', label: 'Manual: shut', options: MANUAL_SHUTDOWN },
  { name: 'seat', label: 'Tip seats by', options: SEATS },
  { name: 'mixer', label: 'Mixer in the', options: PLACES_OF_MIXER },
  { name: 'valves', label: 'Valves at the', options: PLACES_OF_VALVES },
  { name: 'checkValves', label: 'Check valves', options: ['yes', 'no'] },
]

/** A torch as its manual has it: what is said here wins over the shop's ways. Its charts are kept with its pieces. */
export function TorchPanel({ torch, onClose }: { readonly torch: Torch; readonly onClose: () => void }) {
  const { say } = useShop()
  const [name, setName] = useState(torch.name)
  const [gear, setGear] = useState<Gear>(torch.rig.torch)
  const [change, { error }] = api.useChangeTorchMutation()
  const rows = [...torch.rig.chart, ...torch.rig.braze.chart]
  const fault = (text: string) => {
    const read = text.trim() === '' ? undefined : parseQuantity(text, 'pressure')
    return read && !read.ok ? read.message : undefined
  }
  const good = name.trim() !== '' && !fault(gear.oxygenRating) && !fault(gear.fuelRating)
  const keep = async () => {
    if (!good) return
    const done = await change({ id: torch.id, name: name.trim(), rig: { ...torch.rig, torch: gear } })
    if (!done.error) onClose()
  }
  return (
    <ThingForm
      title={torch.name}
      name={name}
      nameFault={name.trim() === '' ? 'Give it a name.' : undefined}
      failure={error as Failure | undefined}
      disabled={!good}
      onName={setName}
      onKeep={() => void keep()}
      onClose={onClose}
    >
      {CHOICES.map(({ name: field, label, options }) => (
        <SelectField
          key={field}
          beside
          label={say(label)}
          value={gear[field] === '' ? UNSAID : gear[field]}
          options={[
            ...(field === 'checkValves' ? [] : [{ value: UNSAID, label: 'not said' }]),
            ...options.map((o) => ({ value: o, label: say(optionName(o)) })),
          ]}
          onChange={(v) => setGear({ ...gear, [field]: v === UNSAID ? '' : v })}
        />
      ))}
      {(['oxygenRating', 'fuelRating'] as const).map((field) => (
        <TextField
          key={field}
          label={field === 'oxygenRating' ? 'Rated, oxygen' : 'Rated, fuel'}
          placeholder="as its maker says"
          maxLength={30}
          value={gear[field]}
          error={fault(gear[field])}
          onChange={(v) => setGear({ ...gear, [field]: v })}
        />
      ))}
      {rows.length > 0 ? (
        <section aria-label="Its charts">
          <h3 className="border-b-[1.5px] border-ink text-xl">Its charts</h3>
          <ul className="name text-[1.05rem]">
            {rows.map((r, i) => (
              <li key={i} className="grid grid-cols-[1fr_auto] gap-3 border-b border-rule py-1">
                <span>
                  {r.orifice}: {r.thicknessMin} to {r.thicknessMax}
                </span>
                <span>
                  {[r.oxygenPressure, r.fuelPressure].filter((p) => p !== '').join(' / ')}
                  {r.speed === '' ? '' : `, ${r.speed}`}
                </span>
              </li>
            ))}
          </ul>
          <p className="pt-1 text-sm text-soft">Oxygen / fuel. Rows are typed or read in from a plan.</p>
        </section>
      ) : null}
      <p className="text-soft">
        {say(
          'What the manual says wins over the shop’s ways. Pieces that were planned with this torch keep it as it was then: choose it again in the plan to take this over.',
        )}
      </p>
    </ThingForm>
  )
}
