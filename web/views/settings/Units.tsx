import { keysOf } from '#core/objects.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { offeredFor } from '#core/quantity/units.ts'
import { SHOP } from '#core/shop/fields.ts'
import { capital } from '#core/words/trade.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { Part } from './Part.tsx'
import type { ShopPart } from './shop-part.ts'

/** How the shop measures. */
export function Units({ settings, change }: Omit<ShopPart, 'failure'>) {
  return (
    <Part title="Units">
      <div className="flex gap-3">
        <Button className="grow" onClick={() => change({ units: { ...INCH_UNITS } })}>
          All inch and psi
        </Button>
        <Button className="grow" onClick={() => change({ units: { ...METRIC_UNITS } })}>
          All mm and bar
        </Button>
      </div>
      {keysOf(SHOP.units.of).map((kind) => (
        <Group key={kind} beside label={capital(kind)}>
          <Segmented
            label={kind}
            value={settings.units[kind]}
            options={offeredFor(kind).map((id) => ({
              value: id,
              label: id === 'F' || id === 'C' ? `°${id}` : id,
            }))}
            onChange={(id) => change({ units: { ...settings.units, [kind]: id } })}
          />
        </Group>
      ))}
      <Group beside label="1,5 or 1,500">
        <Segmented
          label="A comma in a number"
          value={settings.decimalMark}
          options={[
            { value: 'ask', label: 'Ask which' },
            { value: 'comma', label: 'Decimal mark' },
          ]}
          onChange={(decimalMark) => change({ decimalMark })}
        />
      </Group>
    </Part>
  )
}
