import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { PieceDraft } from '#contract/schemas.ts'
import type { LogEntry } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'

interface Remedy {
  readonly id: string
  readonly name: string
  readonly why: string
  readonly told: string
}
const OF_BRAZE: readonly Remedy[] = [
  {
    id: 'reheat',
    name: 'Reheat it',
    why: 'For a place that is thin or has a pinhole, on a joint that can be cleaned and fluxed afresh. Nothing under pressure.',
    told: 'Clean and flux it afresh, heat the whole joint until the old filler runs, then feed the place that was wanting.',
  },
  {
    id: 'second-pass',
    name: 'A second pass',
    why: 'For a fillet that is not full, with a filler that melts lower than the first where there is one.',
    told: 'Only the place that was wanting, with less heat than before; what is near it may let go.',
  },
  {
    id: 'cut-out',
    name: 'Cut it out',
    why: 'For a crack, melted metal, black scale inside, or a leak that came back: new parts, from the beginning.',
    told: 'Cut the joint out beyond the heat, and make it with new parts.',
  },
]
const OF_CUT: readonly Remedy[] = [
  {
    id: 'second-pass',
    name: 'Go over it again',
    why: 'For a cut that was lost or did not drop: begin again behind the place.',
    told: 'Preheat an inch behind the place where it was lost, and go on from there.',
  },
  {
    id: 'cut-out',
    name: 'Cut it afresh',
    why: 'For gouges, a part that is out of size, or an edge that cannot be dressed.',
    told: 'A new part from new plate, with what was learnt.',
  },
]

const withWord = (draft: PieceDraft, text: string): PieceDraft => {
  const change = { what: 'do', factor: '1', text, sign: '', cause: '' } as const
  return draft.kind === 'cut'
    ? { ...draft, work: { ...draft.work, changes: [...draft.work.changes, change] } }
    : { ...draft, work: { ...draft.work, changes: [...draft.work.changes, change] } }
}

/** The way back from a check or a test that failed: a piece of its own, with its own plan, run and record. */
export function RemedyButton({ entry }: { readonly entry: LogEntry }) {
  const go = useNavigate()
  const [open, setOpen] = useState(false)
  const [add, { isLoading }] = api.useAddTicketMutation()
  const { draft, jobId } = entry
  if (!draft || !jobId) return null
  const choose = async (remedy: Remedy) => {
    const id = crypto.randomUUID()
    const made = await add({
      id,
      jobId,
      title: `${remedy.name}: ${entry.title}`.slice(0, 120),
      draft: withWord(draft, remedy.told),
      remedyOf: entry.id,
    }).unwrap()
    void go(`/jobs/${made.jobId}/${made.id}`)
  }
  return (
    <>
      <Button onClick={() => setOpen(true)}>Put it right</Button>
      <Panel title="Put it right" place="middle" open={open} onClose={() => setOpen(false)}>
        <ul className="grid gap-3">
          {(draft.kind === 'braze' ? OF_BRAZE : OF_CUT).map((r) => (
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
