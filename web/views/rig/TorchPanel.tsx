import { useCallback, useState } from 'react'
import type { Torch } from '#contract/types.ts'
import { TORCH } from '#core/rig/fields.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { ThingForm } from './ThingForm.tsx'

type Gear = Torch['rig']['torch']
const RATINGS = ['oxygenRating', 'fuelRating'] as const

/** A torch as its manual has it: what is said here wins over the shop's methods. Its charts are kept with its pieces. */
export function TorchPanel({ torch, onClose }: { readonly torch: Torch; readonly onClose: () => void }) {
  const { say } = useShop()
  const [name, setName] = useState(torch.name)
  const [gear, setGear] = useState<Gear>(torch.rig.torch)
  const [change, { error }] = api.useChangeTorchMutation()
  const rows = [...torch.rig.chart, ...torch.rig.braze.chart]
  const set = useCallback((field: string, value: Typed) => setGear((now) => ({ ...now, [field]: value })), [])
  const errors = RATINGS.flatMap((field) => {
    const read = gear[field].trim() === '' ? undefined : parseQuantity(gear[field], 'pressure')
    return read && !read.ok ? [{ field: `torch.${field}`, message: read.message }] : []
  })
  const good = name.trim() !== '' && errors.length === 0
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
      <FieldList table={TORCH} said={gear} path="torch" errors={errors} onChange={set} />
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
          'What the manual says wins over the shop’s methods. Pieces that were planned with this torch keep it as it was then: choose it again in the plan to take this over.',
        )}
      </p>
    </ThingForm>
  )
}
