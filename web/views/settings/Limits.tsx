import { useState } from 'react'
import { SHOP } from '#core/shop/fields.ts'
import { optionsOf } from '../../form/options.ts'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { Part } from './Part.tsx'
import type { ShopPart } from './shop-part.ts'

const PURGE = SHOP.limits.of.purgeFloor.pattern

/** Limits that are the shop's to choose; the hard ones are not. */
export function Limits({ settings, change }: Omit<ShopPart, 'failure'>) {
  const [purgeFloor, setPurgeFloor] = useState(settings.limits.purgeFloor)
  return (
    <Part title="Limits">
      <SelectField
        beside
        label="Acetylene draw"
        value={settings.limits.draw}
        options={optionsOf(SHOP.limits.of.draw.names)}
        onChange={(draw) => change({ limits: { ...settings.limits, draw } })}
      />
      <TextField
        label="Purge, at least"
        inputMode="decimal"
        value={purgeFloor}
        error={PURGE.test.test(purgeFloor) ? undefined : PURGE.says}
        onChange={(text) => {
          setPurgeFloor(text)
          if (PURGE.test.test(text)) change({ limits: { ...settings.limits, purgeFloor: text } })
        }}
      />
      <p className="text-soft">
        Seconds for each metre of hose. Over 10 min lit, a heating head, or cold air: 1/15 whatever is chosen.
        The hard limits stand in no setting: acetylene never over 15 psi.
      </p>
    </Part>
  )
}
