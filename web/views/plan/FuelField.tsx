import type { FieldError } from '#core/figure.ts'
import { FUELS, type FuelId } from '#core/gas/fuels.ts'
import { SelectField } from '../../ui/SelectField.tsx'

export const FUEL_OPTIONS = Object.values(FUELS).map((f) => ({ value: f.id, label: f.title }))

/** The fuel of a rig, by its name on the label. */
export function FuelField({
  fuel,
  errors,
  onChange,
}: {
  readonly fuel: string
  readonly errors: readonly FieldError[]
  readonly onChange: (fuel: FuelId) => void
}) {
  return (
    <SelectField
      beside
      label="Fuel"
      // a word that is no fuel shows as nothing chosen, with its error under it
      value={fuel as FuelId}
      options={FUEL_OPTIONS}
      error={errors.find((e) => e.field === 'rig.fuel')?.message}
      onChange={onChange}
    />
  )
}
