import { useState } from 'react'
import { Button } from '../../ui/Button.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { Part } from './Part.tsx'
import type { ShopPart } from './shop-part.ts'

const PRICES = [
  { name: 'oxygen', label: 'Oxygen' },
  { name: 'fuel', label: 'Fuel' },
  { name: 'hour', label: 'An hour of work' },
] as const

/** What gas and work cost here. */
export function Prices({ settings, change, failure }: ShopPart) {
  const [prices, setPrices] = useState(settings.prices)
  return (
    <Part title="Prices">
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
      <Button
        className="justify-self-start"
        onClick={() =>
          change({ prices: { ...prices, per: settings.units.volume === 'cu ft' ? '100 cu ft' : 'm3' } })
        }
      >
        Use these prices
      </Button>
    </Part>
  )
}
