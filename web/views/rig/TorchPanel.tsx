import { useCallback, useState } from 'react'
import type { Torch } from '#contract/types.ts'
import { TORCH } from '#core/rig/fields.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { FIRST_RIG } from '#application/first.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { Button } from '../../ui/Button.tsx'
import { FuelField } from '../plan/FuelField.tsx'
import { BoxRows, type BurnerDraft } from '../plan/braze/BoxPanel.tsx'
import { ThingForm } from './ThingForm.tsx'

type Gear = Torch['rig']['torch']
const RATINGS = ['oxygenRating', 'fuelRating'] as const

/** A torch as its manual has it: what is said here wins over the shop's methods. Its charts are kept with its pieces. */
export function TorchPanel({
  torch,
  onClose,
}: {
  /** None for a new one. */
  readonly torch: Torch | undefined
  readonly onClose: () => void
}) {
  const { say } = useShop()
  const rig = torch?.rig ?? FIRST_RIG
  const [name, setName] = useState(torch?.name ?? '')
  const [gear, setGear] = useState<Gear>(rig.torch)
  const [fuel, setFuel] = useState(rig.fuel)
  const [box, setBox] = useState<readonly BurnerDraft[]>(rig.braze.box)
  const [asked, setAsked] = useState(false)
  const [change, changing] = api.useChangeTorchMutation()
  const [add, adding] = api.useAddTorchMutation()
  const [id] = useState(() => crypto.randomUUID())
  const failure = (changing.error ?? adding.error) as Failure | undefined
  const rows = [...rig.chart, ...rig.braze.chart]
  const set = useCallback((field: string, value: Typed) => setGear((now) => ({ ...now, [field]: value })), [])
  const errors = RATINGS.flatMap((field) => {
    const read = gear[field].trim() === '' ? undefined : parseQuantity(gear[field], 'pressure')
    return read && !read.ok ? [{ field: `torch.${field}`, message: read.message }] : []
  })
  const good = name.trim() !== '' && errors.length === 0
  const keep = async (another = false) => {
    setAsked(true)
    if (!good) return
    const kept = {
      name: name.trim(),
      rig: { ...rig, fuel, torch: gear, braze: { ...rig.braze, box: [...box] } },
    }
    const done = torch
      ? await change({ id: torch.id, ...kept })
      : await add({ id, ...kept, ...(another ? { another } : {}) })
    if (!done.error) onClose()
  }
  return (
    <ThingForm
      title={torch?.name ?? say('A torch')}
      name={name}
      nameFault={(torch !== undefined || asked) && name.trim() === '' ? 'Give it a name.' : undefined}
      failure={failure}
      disabled={torch !== undefined && !good}
      typeFirst={torch === undefined}
      beside={
        failure?.code === 'near-name' ? (
          <Button className="min-h-[48px]" onClick={() => void keep(true)}>
            Yes, it is another
          </Button>
        ) : null
      }
      onName={setName}
      onKeep={() => void keep()}
      onClose={onClose}
    >
      <FuelField fuel={fuel} errors={errors} onChange={setFuel} />
      <FieldList table={TORCH} said={gear} path="torch" errors={errors} onChange={set} />
      <section aria-label="In the box" className="grid gap-3">
        <h3 className="text-xl">In the box</h3>
        <p className="text-soft">
          {say('Every tip, head and fuel-air torch that goes with it: brazes are planned with one of these.')}
        </p>
        <BoxRows box={box} errors={errors} onChange={setBox} />
      </section>
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
      {torch ? (
        <p className="text-soft">
          {say(
            'What the manual says wins over the shop’s methods. Pieces that were planned with this torch keep it as it was then: choose it again in the plan to take this over.',
          )}
        </p>
      ) : null}
    </ThingForm>
  )
}
