import { useState } from 'react'
import type { PieceSummary } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { SelectField } from '../../ui/SelectField.tsx'

/** Pieces of any job, to be put into the batch: those that are not made come first. */
export function AddPieces({
  first,
  onAdd,
  onClose,
}: {
  /** The job to begin with; undefined for the newest. */
  readonly first: string | undefined
  readonly onAdd: (pieces: readonly PieceSummary[]) => void
  readonly onClose: () => void
}) {
  const names = api.useJobNamesQuery({ name: '' }).data ?? []
  const [chosen, setChosen] = useState(first ?? '')
  const jobId = chosen === '' ? (names[0]?.id ?? '') : chosen
  const { currentData: job } = api.useJobQuery({ id: jobId, around: '' }, { skip: jobId === '' })
  const pieces = [...(job?.pieces ?? [])].sort(
    (a, b) => Number(a.state !== 'planned') - Number(b.state !== 'planned'),
  )
  const planned = pieces.filter((p) => p.state === 'planned')
  return (
    <Panel title="Put pieces in" open onClose={onClose}>
      <div className="grid gap-4">
        <SelectField
          label="Job"
          value={jobId}
          options={names.map((j) => ({ value: j.id, label: j.name }))}
          onChange={setChosen}
        />
        {planned.length > 1 ? (
          <Button onClick={() => onAdd(planned)}>All {planned.length} that are planned</Button>
        ) : null}
        <ul>
          {pieces.map((p) => (
            <li
              key={p.id}
              className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-b border-rule py-2"
            >
              <span className="min-w-0">
                <span className="name block truncate text-field font-semibold">{p.title}</span>
                <span className="block truncate text-foot text-soft">
                  {p.about}
                  {p.state === 'planned' ? '' : ` · ${p.state}`}
                </span>
              </span>
              <Button
                aria-label={`Put in ${p.title}`}
                disabled={p.state === 'running'}
                onClick={() => onAdd([p])}
              >
                Put in
              </Button>
            </li>
          ))}
        </ul>
        {job && pieces.length === 0 ? <p className="text-soft">This job has no piece yet.</p> : null}
      </div>
    </Panel>
  )
}
