import { useCallback, useState } from 'react'
import { Link } from 'react-router'
import type { ChartRowDraft } from '#contract/schemas.ts'
import type { FieldError } from '#core/figure.ts'
import type { Torch } from '#contract/types.ts'
import { TORCH } from '#core/rig/fields.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { FIRST_RIG } from '#application/first.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { Button } from '../../ui/Button.tsx'
import { Photos } from '../check/Photos.tsx'
import { ChartPanel } from '../plan/ChartPanel.tsx'
import { FuelField } from '../plan/FuelField.tsx'
import { BoxRows, type BurnerDraft } from '../plan/braze/BoxPanel.tsx'
import { ThingForm } from './ThingForm.tsx'

type Gear = Torch['rig']['torch']
const RATINGS = ['oxygenRating', 'fuelRating'] as const
const NO_ERRORS: readonly FieldError[] = []
/** Kinds of torch that cut; one of which nobody said the kind may. */
const CUTS: ReadonlySet<string> = new Set(['', 'cutting-torch', 'cutting-attachment'])

/** A torch as its manual has it, with its own chart and a picture of the card: what is said here wins over the shop's methods. */
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
  const [chart, setChart] = useState<readonly ChartRowDraft[]>(rig.chart)
  const [photos, setPhotos] = useState<readonly string[]>(rig.chartPhotos.map((p) => p.id))
  const [charting, setCharting] = useState(false)
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
      rig: {
        ...rig,
        fuel,
        torch: gear,
        chart: [...chart],
        chartPhotos: photos.map((photo) => ({ id: photo })),
        braze: { ...rig.braze, box: [...box] },
      },
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
          <Button onClick={() => void keep(true)}>Yes, it is another</Button>
        ) : null
      }
      onName={setName}
      onKeep={() => void keep()}
      onClose={onClose}
    >
      {torch && CUTS.has(gear.kind) ? (
        <Link
          className="name grid min-h-[52px] place-items-center rounded-md border-[1.5px] border-ink bg-sheet text-label font-semibold"
          to={`/rig/pocket/${torch.id}`}
        >
          {say('Pocket chart: all plates at a glance')}
        </Link>
      ) : null}
      {torch && CUTS.has(gear.kind) ? (
        <Link
          className="name grid min-h-[44px] place-items-center text-field underline underline-offset-4"
          to={`/rig/trial/${torch.id}`}
        >
          {say('Two-plate trial: what is this tip best for?')}
        </Link>
      ) : null}
      <FuelField fuel={fuel} errors={errors} onChange={setFuel} />
      <FieldList table={TORCH} said={gear} path="torch" errors={errors} onChange={set} />
      <section aria-label="In the box" className="grid gap-3">
        <h3 className="text-label">In the box</h3>
        <p className="text-soft">
          {say('Every tip, head and fuel-air torch that goes with it: brazes are planned with one of these.')}
        </p>
        <BoxRows box={box} errors={errors} onChange={setBox} />
      </section>
      <section aria-label="Its chart" className="grid gap-2">
        <h3 className="text-label">Its chart</h3>
        <Button className="w-full" onClick={() => setCharting(true)}>
          {chart.length === 0 ? 'No rows: enter them' : chart.length === 1 ? '1 row' : `${chart.length} rows`}
        </Button>
        {torch ? (
          <Photos
            of={{ torch: torch.id }}
            ids={photos}
            onAdd={(more) => setPhotos((now) => [...now, ...more])}
            add="Add a picture of the card"
          />
        ) : null}
      </section>
      {charting ? (
        <ChartPanel
          open
          onClose={() => setCharting(false)}
          rows={chart}
          errors={NO_ERRORS}
          onChange={setChart}
        />
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
