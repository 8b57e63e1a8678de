import { SHOP } from '#core/shop/fields.ts'
import { CYLINDER_COLOURS, HOSE_COLOURS } from '#core/words/trade.ts'
import { optionsOf } from '../../form/options.ts'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { Part } from './Part.tsx'
import type { ShopPart } from './shop-part.ts'
import { useLeft } from './useLeft.ts'

/** Where the shop is: how thin the air, and which colours hoses and cylinders have. */
export function Place({ settings, change, failure }: ShopPart) {
  const {
    typed: altitude,
    setTyped: setAltitude,
    onBlur,
  } = useLeft(settings.altitude, (said) => change({ altitude: said }))
  const colours = HOSE_COLOURS[settings.region]
  return (
    <Part title="Place" onBlur={onBlur}>
      <QuantityField
        beside
        label="Altitude"
        kind="length"
        value={altitude}
        error={failure?.field === 'altitude' ? failure.message : undefined}
        hint="Above sea level: thin air changes the oxygen setting."
        onChange={(v) => setAltitude(v)}
      />
      <SelectField
        beside
        label="Hose colours"
        value={settings.region}
        options={optionsOf(SHOP.region.names)}
        onChange={(region) => change({ region })}
      />
      <ul className="flex flex-wrap gap-x-4 gap-y-1">
        {(['oxygen', 'acetylene', 'propane'] as const).map((name) => (
          <li key={name} className="flex items-center gap-2">
            <span
              aria-hidden="true"
              className="inline-block h-2.5 w-9 border border-ink"
              style={{ background: `var(--gas-${colours[name]})` }}
            />
            {name}: {colours[name]} hose
            {name === 'propane'
              ? ''
              : `, ${settings.words.cylinder} ${CYLINDER_COLOURS[settings.region][name]}`}
          </li>
        ))}
      </ul>
    </Part>
  )
}
