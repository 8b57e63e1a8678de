import { Plus, Trash2 } from 'lucide-react'
import type { BrazeWorkDraft } from '#contract/schemas.ts'
import type { FieldError } from '#core/figure.ts'
import { Button } from '../../../ui/Button.tsx'
import { Panel } from '../../../ui/Panel.tsx'
import { QuantityField } from '../../../ui/QuantityField.tsx'

/** One length of tube as typed. */
export type RunDraft = BrazeWorkDraft['tubeRun'][number]

const FIELDS = [
  { field: 'outsideDiameter', label: 'Outside' },
  { field: 'wall', label: 'Wall' },
  { field: 'length', label: 'Length' },
] as const
const EMPTY: RunDraft = { outsideDiameter: '', wall: '', length: '' }

/** The lengths of tube that nitrogen has to sweep, from its inlet to the open end. */
export function RunsPanel({
  open,
  runs,
  errors,
  onChange,
  onClose,
}: {
  readonly open: boolean
  readonly runs: readonly RunDraft[]
  readonly errors: readonly FieldError[]
  readonly onChange: (runs: readonly RunDraft[]) => void
  readonly onClose: () => void
}) {
  const change = (at: number, part: Partial<RunDraft>) =>
    onChange(runs.map((r, i) => (i === at ? { ...r, ...part } : r)))
  return (
    <Panel title="Line to sweep" open={open} onClose={onClose}>
      <p className="pb-4 text-soft">Every length from where the nitrogen goes in to the open end.</p>
      <ol className="grid gap-5">
        {runs.map((run, i) => (
          <li key={i} className="border-t-[1.5px] border-ink pt-2">
            <div className="flex items-center justify-between pb-2">
              <h3 className="text-xl">Length {i + 1}</h3>
              <Button look="quiet" onClick={() => onChange(runs.filter((_, at) => at !== i))}>
                <Trash2 size={18} aria-hidden="true" /> Take out
              </Button>
            </div>
            <div className="grid grid-cols-3 gap-3">
              {FIELDS.map((f) => (
                <QuantityField
                  key={f.field}
                  label={f.label}
                  kind="length"
                  value={run[f.field]}
                  error={errors.find((e) => e.field === `work.tubeRun.${i}.${f.field}`)?.message}
                  onChange={(v) => change(i, { [f.field]: v })}
                />
              ))}
            </div>
          </li>
        ))}
      </ol>
      <Button className="mt-5 w-full" onClick={() => onChange([...runs, EMPTY])}>
        <Plus size={18} aria-hidden="true" /> Add a length
      </Button>
    </Panel>
  )
}
