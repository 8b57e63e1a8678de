import { readPrice } from '#core/cost.ts'
import { api } from '../../../app/api.ts'
import { useShop } from '../../../app/shop.ts'
import { QuantityField } from '../../../ui/QuantityField.tsx'
import { SelectField } from '../../../ui/SelectField.tsx'
import { TextField } from '../../../ui/TextField.tsx'
import { CUT_METALS } from '#core/cut/fields.ts'
import { optionsOf } from '../../../form/options.ts'
import type { ListForm } from './form.ts'

const METALS = optionsOf(CUT_METALS)

/** What gas, time and cost are worked out from; all of it may be left open. */
export function Priced({ list: { form, set } }: { readonly list: ListForm }) {
  const { units, say } = useShop()
  const torches = api.useTorchesQuery().data ?? []
  const volume = units.volume === 'cu ft' ? '100 cu ft' : '1 m³'
  return (
    <details>
      <summary className="name cursor-pointer py-1 text-field text-soft">For gas, time and cost</summary>
      <div className="grid grid-cols-2 gap-3 pt-1">
        <QuantityField
          label="Bar is wide"
          kind="length"
          value={form.width}
          empty="not given"
          onChange={(width) => set({ width })}
        />
        <QuantityField
          label="Bar is thick"
          kind="length"
          value={form.thickness}
          empty="not given"
          onChange={(thickness) => set({ thickness })}
        />
        <SelectField
          label="Metal"
          value={form.metal as keyof typeof CUT_METALS}
          options={METALS}
          onChange={(metal) => set({ metal })}
        />
        <SelectField
          label={say('Torch')}
          value={form.torchId || 'usual'}
          options={[
            { value: 'usual', label: say('A usual torch') },
            ...torches.map((t) => ({ value: t.id, label: t.name })),
          ]}
          onChange={(torchId) => set({ torchId })}
        />
        <QuantityField
          label="Keep remnants from"
          kind="length"
          value={form.keepFrom}
          onChange={(keepFrom) => set({ keepFrom })}
        />
        <Price
          label={`Stock, for a ${units.length === 'in' ? 'foot' : 'metre'}`}
          value={form.stockPrice}
          onChange={(stockPrice) => set({ stockPrice })}
        />
        <Price
          label={`Oxygen, for ${volume}`}
          value={form.oxygenPrice}
          onChange={(oxygenPrice) => set({ oxygenPrice })}
        />
        <Price
          label={`Fuel, for ${volume}`}
          value={form.fuelPrice}
          onChange={(fuelPrice) => set({ fuelPrice })}
        />
      </div>
    </details>
  )
}

function Price({
  label,
  value,
  onChange,
}: {
  readonly label: string
  readonly value: string
  readonly onChange: (value: string) => void
}) {
  const wrong = value.trim() !== '' && readPrice(value) === undefined
  return (
    <TextField
      beside={false}
      label={label}
      value={value}
      error={wrong ? 'A plain number, or nothing.' : undefined}
      inputMode="decimal"
      placeholder="not given"
      onChange={onChange}
    />
  )
}
