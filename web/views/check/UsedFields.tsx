import { useShop } from '../../app/shop.ts'
import { QuantityField } from '../../ui/QuantityField.tsx'

/** What was really used at the rig: as typed. */
export interface UsedAtRig {
  readonly tipOrifice: string
  readonly oxygenPressure: string
  readonly fuelPressure: string
}

/** Tip and pressures, as planned unless somebody changed them. */
export function UsedFields({
  form,
  change,
  error,
}: {
  readonly form: UsedAtRig
  readonly change: (part: Partial<UsedAtRig>) => void
  readonly error: (field: string) => string | undefined
}) {
  const { say } = useShop()
  return (
    <>
      <QuantityField
        label={say('Tip')}
        kind="length"
        value={form.tipOrifice}
        error={error('used.tipOrifice')}
        hint="As planned, unless you changed it."
        onChange={(tipOrifice) => change({ tipOrifice })}
      />
      <QuantityField
        label="Oxygen at the regulator"
        kind="pressure"
        value={form.oxygenPressure}
        error={error('used.oxygenPressure')}
        onChange={(oxygenPressure) => change({ oxygenPressure })}
      />
      <QuantityField
        label="Fuel at the regulator"
        kind="pressure"
        value={form.fuelPressure}
        error={error('used.fuelPressure')}
        onChange={(fuelPressure) => change({ fuelPressure })}
      />
    </>
  )
}
