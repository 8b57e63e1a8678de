import type { OutlineFile } from '#contract/schemas.ts'
import { Group } from '../../../ui/Field.tsx'
import { QuantityField } from '../../../ui/QuantityField.tsx'
import { Segmented } from '../../../ui/Segmented.tsx'
import type { OutlineInHand } from './useOutlineFile.ts'

const UNITS = [
  { value: 'mm', label: 'mm' },
  { value: 'cm', label: 'cm' },
  { value: 'm', label: 'm' },
  { value: 'in', label: 'in' },
  { value: 'ft', label: 'ft' },
] as const
const TABS = [
  { value: 'none', label: 'None' },
  { value: 'tabs', label: '25 mm (1 in)' },
] as const

/** How a drawing is read: its unit, how far apart ends are joined, and tabs that hold the part. */
export function HowRead({ outline }: { readonly outline: OutlineInHand }) {
  const { file, unit, join, tabs, every } = outline
  if (!file)
    return (
      <p className="text-soft">
        Lines, arcs, circles, polylines and curves are read, curves to within 0.05 mm; closed loops become
        parts and holes.
      </p>
    )
  return (
    <>
      <p className="truncate font-semibold">{file.name}</p>
      <Group label="Drawn in">
        <Segmented
          label="Drawn in"
          value={unit ?? ''}
          options={UNITS}
          onChange={(u) => outline.setUnit(u as OutlineFile['unit'])}
        />
      </Group>
      <QuantityField label="Join ends up to" kind="length" value={join} onChange={outline.setJoin} />
      <Group label="Tabs, to hold the part">
        <Segmented label="Tabs, to hold the part" value={tabs} options={TABS} onChange={outline.setTabs} />
      </Group>
      {tabs === 'tabs' ? (
        <QuantityField label="At most apart" kind="length" value={every} onChange={outline.setEvery} />
      ) : null}
    </>
  )
}
