import { SHOP } from '#core/shop/fields.ts'
import { Group } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { optionsOf } from '../../form/options.ts'
import { Part } from './Part.tsx'
import type { ShopPart } from './shop-part.ts'
import { useLeft } from './useLeft.ts'

const SIDES = ['oxygen', 'fuel'] as const
const FIELDS = ['range', 'division', 'amber', 'red'] as const

/** The delivery gauges as they are printed, so that a step draws the one on the wall; and instruments that are only simulated. */
export function Gauges({ settings, change, failure }: ShopPart) {
  const {
    typed: gauges,
    setTyped: setGauges,
    onBlur,
  } = useLeft(settings.gauges, (said) => change({ gauges: said }))
  const { of } = SHOP.gauges
  return (
    <Part title="Gauges" onBlur={onBlur}>
      <p className="text-soft">
        As they are printed: how far the scale goes, with its unit, what lies between two strokes, and where
        coloured zones begin. A bare number at a gauge is in its own unit. Blank: as usual.
      </p>
      <div className="grid gap-x-6 gap-y-4 sm:grid-cols-2">
        {SIDES.map((side) => (
          <fieldset key={side} className="grid content-start gap-2">
            <legend className="name pb-1 text-label font-semibold">{of[side].label}</legend>
            {FIELDS.map((name) => (
              <TextField
                key={name}
                label={of[side].of[name].label}
                placeholder={of[side].of[name].example}
                value={gauges[side][name]}
                error={failure?.field === `gauges.${side}.${name}` ? failure.message : undefined}
                onChange={(text) => setGauges({ ...gauges, [side]: { ...gauges[side], [name]: text } })}
              />
            ))}
          </fieldset>
        ))}
      </div>
      <Group beside label={SHOP.simulated.label}>
        <Segmented
          label={SHOP.simulated.label}
          value={settings.simulated}
          options={optionsOf(SHOP.simulated.names)}
          onChange={(simulated) => change({ simulated })}
        />
      </Group>
    </Part>
  )
}
