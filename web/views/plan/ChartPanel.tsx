import { Plus, Trash2 } from 'lucide-react'
import { lazy, Suspense } from 'react'
import type { ChartRowDraft } from '#contract/schemas.ts'
import type { FieldError } from '#core/figure.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'

const ChartImport = lazy(() => import('./ChartImport.tsx'))

const EMPTY: ChartRowDraft = {
  orifice: '',
  thicknessMin: '',
  thicknessMax: '',
  oxygenPressure: '',
  fuelPressure: '',
  pressureAt: 'regulator',
  speed: '',
  kerf: '',
}
const MOST_ROWS = 100
const COLUMNS = [
  { field: 'orifice', label: "Tip's orifice", kind: 'length' },
  { field: 'thicknessMin', label: 'Plate from', kind: 'length' },
  { field: 'thicknessMax', label: 'Plate to', kind: 'length' },
  { field: 'oxygenPressure', label: 'Oxygen', kind: 'pressure' },
  { field: 'fuelPressure', label: 'Fuel', kind: 'pressure' },
  { field: 'speed', label: 'Speed, if given', kind: 'speed' },
  { field: 'kerf', label: 'Kerf, if given', kind: 'length' },
] as const

/** A brazing tip is charted by its bore and pressures; the walls it suits may be left out. */
const BRAZE_COLUMNS = [
  { field: 'orifice', label: "Tip's orifice", kind: 'length' },
  { field: 'thicknessMin', label: 'Wall from, if given', kind: 'length' },
  { field: 'thicknessMax', label: 'Wall to, if given', kind: 'length' },
  { field: 'oxygenPressure', label: 'Oxygen', kind: 'pressure' },
  { field: 'fuelPressure', label: 'Fuel', kind: 'pressure' },
] as const

/** The torch maker's chart, row by row, as printed: it wins over what Wimble works out. */
export function ChartPanel({
  open,
  onClose,
  rows,
  errors,
  onChange,
  brazing = false,
}: {
  /** Of brazing tips, not of cutting tips. */
  readonly brazing?: boolean
  readonly open: boolean
  readonly onClose: () => void
  readonly rows: readonly ChartRowDraft[]
  readonly errors: readonly FieldError[]
  readonly onChange: (rows: readonly ChartRowDraft[]) => void
}) {
  const { say } = useShop()
  const change = (at: number, part: Partial<ChartRowDraft>) =>
    onChange(rows.map((r, i) => (i === at ? { ...r, ...part } : r)))
  return (
    <Panel title="Your chart" open={open} onClose={onClose}>
      <p className="pb-4 text-soft">
        {say(
          "Copy the rows of the torch maker's chart for the tips you have. They win over what is worked out here, except over the hard limits.",
        )}
      </p>
      <ol className="grid gap-6">
        {rows.map((row, i) => (
          <li key={i} className="border-t-[1.5px] border-ink pt-3">
            <div className="flex items-center justify-between pb-2">
              <h3 className="text-xl">Row {i + 1}</h3>
              <Button look="quiet" onClick={() => onChange(rows.filter((_, at) => at !== i))}>
                <Trash2 size={18} aria-hidden="true" /> Take out
              </Button>
            </div>
            <div className="grid grid-cols-2 gap-3">
              {(brazing ? BRAZE_COLUMNS : COLUMNS).map((c) => (
                <QuantityField
                  key={c.field}
                  label={say(c.label)}
                  kind={c.kind}
                  value={row[c.field]}
                  error={errors.find((e) => e.field === `rig.chart.${i}.${c.field}`)?.message}
                  onChange={(v) => change(i, { [c.field]: v })}
                />
              ))}
              <Group label="Pressures are at the">
                <Segmented
                  label={`Row ${i + 1}: pressures are at the`}
                  value={row.pressureAt}
                  options={[
                    { value: 'regulator', label: 'Regulator' },
                    { value: 'torch', label: say('Torch') },
                  ]}
                  onChange={(pressureAt) => change(i, { pressureAt })}
                />
              </Group>
            </div>
          </li>
        ))}
      </ol>
      <Button className="mt-5 w-full" onClick={() => onChange([...rows, EMPTY])}>
        <Plus size={18} aria-hidden="true" /> Add a row
      </Button>
      {brazing ? null : (
        <>
          <h3 className="pt-8 pb-2 text-xl">From a table</h3>
          <Suspense>
            <ChartImport onTake={(more) => onChange([...rows, ...more].slice(0, MOST_ROWS))} />
          </Suspense>
        </>
      )}
    </Panel>
  )
}
