import { useState } from 'react'
import { useNavigate } from 'react-router'
import { REMEDIES, type Remedy } from '#core/check/remedies.ts'
import { withWord } from '#application/change-draft.ts'
import type { LogEntry } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'

/** The way back from a check or a test that failed: a piece of its own, with its own plan, run and record. */
export function RemedyButton({ entry }: { readonly entry: LogEntry }) {
  const go = useNavigate()
  const [open, setOpen] = useState(false)
  const [add, { isLoading }] = api.useAddPieceMutation()
  const { draft, jobId } = entry
  if (!draft || !jobId) return null
  const choose = async (remedy: Remedy) => {
    const id = crypto.randomUUID()
    const made = await add({
      id,
      jobId,
      title: `${remedy.name}: ${entry.title}`.slice(0, 120),
      draft: withWord(draft, remedy.act),
      remedyOf: entry.id,
    }).unwrap()
    void go(`/jobs/${made.jobId}/${made.id}`)
  }
  return (
    <>
      <Button onClick={() => setOpen(true)}>Put it right</Button>
      <Panel title="Put it right" place="middle" open={open} onClose={() => setOpen(false)}>
        <ul className="grid gap-3">
          {REMEDIES[draft.kind].map((r) => (
            <li key={r.id} className="grid gap-1 border-b border-rule pb-3">
              <Button disabled={isLoading} onClick={() => void choose(r)}>
                {r.name}
              </Button>
              <p>{r.why}</p>
            </li>
          ))}
        </ul>
        <p className="pt-3 text-soft">
          It becomes a piece of this job, with a plan, a run and a line of its own that names this one.
          Pressure is let off and the line is open before any heat.
        </p>
      </Panel>
    </>
  )
}
