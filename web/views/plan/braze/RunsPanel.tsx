import type { BrazeWorkDraft } from '#contract/schemas.ts'
import { TUBE_RUN } from '#core/braze/fields.ts'
import type { FieldError } from '#core/figure.ts'
import { RowsList } from '../../../form/RowsList.tsx'
import { Panel } from '../../../ui/Panel.tsx'

/** One length of tube as typed. */
export type RunDraft = BrazeWorkDraft['tubeRun'][number]
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
  return (
    <Panel title="Line to sweep" open={open} onClose={onClose}>
      <p className="pb-4 text-soft">Every length from where the nitrogen goes in to the open end.</p>
      <RowsList
        table={TUBE_RUN}
        rows={runs}
        path="work.tubeRun"
        errors={errors}
        first={EMPTY}
        called="Length"
        columns="grid-cols-3"
        onChange={onChange}
      />
    </Panel>
  )
}
