import { TextField } from '../../ui/TextField.tsx'
import { Part } from './Part.tsx'
import type { ShopPart } from './shop-part.ts'
import { useLeft } from './useLeft.ts'

const PRICES = [
  { name: 'oxygen', label: 'Oxygen' },
  { name: 'fuel', label: 'Fuel' },
  { name: 'hour', label: 'An hour of work' },
] as const

/** What gas and work cost here. */
export function Prices({ settings, change, failure }: ShopPart) {
  const {
    typed: prices,
    setTyped: setPrices,
    onBlur,
  } = useLeft(settings.prices, (said) =>
    change({ prices: { ...said, per: settings.units.volume === 'cu ft' ? '100 cu ft' : 'm3' } }),
  )
  return (
    <Part title="Prices" onBlur={onBlur}>
      {PRICES.map(({ name, label }) => (
        <TextField
          key={name}
          label={
            name === 'hour'
              ? label
              : `${label}, for ${settings.units.volume === 'cu ft' ? '100 cu ft' : '1 m³'}`
          }
          inputMode="decimal"
          placeholder="not given"
          value={prices[name]}
          error={failure?.field === `prices.${name}` ? failure.message : undefined}
          onChange={(text) => setPrices({ ...prices, [name]: text })}
        />
      ))}
      <TextField
        label="Sign of the money"
        placeholder="$, £, €"
        maxLength={5}
        value={prices.sign}
        onChange={(sign) => setPrices({ ...prices, sign })}
      />
    </Part>
  )
}
