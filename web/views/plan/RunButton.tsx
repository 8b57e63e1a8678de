import { lazy, Suspense, useMemo, useState } from 'react'
import { Play } from 'lucide-react'
import { useNavigate } from 'react-router'
import type { GoodPiece } from '#application/plan-of.ts'
import { toBeGiven } from '#application/given.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Job, Piece } from '#contract/types.ts'
import { useApp } from '../../app/store.ts'
import { useStart } from '../../app/use-start.ts'
import type { Made } from '../../paper/useMade.ts'
import { Button } from '../../ui/Button.tsx'
import type { EditOf } from './editing.ts'
import { PieceHead } from './PieceHead.tsx'
import type { useDraft } from './useDraft.ts'

// what is looked at before the gas is on comes when it is asked for
const BeforeStart = lazy(() => import('./BeforeStart.tsx'))

/** What the large button does: begin the run, go on with it, or write it down. */
export function useRunning(piece: Omit<Piece, 'draft'>, good: boolean) {
  const go = useNavigate()
  const typed = useApp((s) => s.outbox.items.some((i) => i.key === `piece:${piece.id}`))
  const [asking, setAsking] = useState(false)
  const { begin, starting, trouble, failure } = useStart()
  const waiting = typed || trouble
  return useMemo(() => {
    const base = { failure, asking, close: () => setAsking(false), begin: undefined, waiting: false }
    if (piece.state === 'running' && piece.runId)
      return {
        ...base,
        label: 'Go on with the run',
        disabled: false,
        go: () => void go(`/run/${piece.runId}`),
      }
    if ((piece.state === 'cut' || piece.state === 'brazed') && piece.runId)
      return {
        ...base,
        label: 'Write it down',
        disabled: false,
        go: () => void go(`/run/${piece.runId}/log`),
      }
    const disabled = !good || starting
    const again = piece.state === 'logged' || piece.state === 'failed'
    return {
      ...base,
      label: again ? 'Run it again' : piece.kind === 'cut' ? 'Run this cut' : 'Run this braze',
      disabled,
      // what was ticked is stored before the run freezes it, and a rig that is held is known to be
      waiting,
      go: () => (disabled ? undefined : setAsking(true)),
      begin: (): void => {
        if (!disabled && !waiting) void begin({ pieceId: piece.id }).catch(() => setAsking(false))
      },
    }
  }, [piece, good, waiting, starting, failure, begin, go, asking])
}

/** The head of a plan with its large button; a plan with a stop offers neither run, steps nor paper. */
export function PlanHead<D extends PieceDraft>({
  job,
  pieceId,
  draft,
  running,
  planned,
  paper,
  stopped,
}: {
  readonly job: Job
  readonly pieceId: string
  readonly draft: ReturnType<typeof useDraft<D>>
  readonly running: ReturnType<typeof useRunning>
  readonly planned: GoodPiece | undefined
  readonly paper: Made
  readonly stopped: boolean
}) {
  return (
    <PieceHead
      job={job}
      pieceId={pieceId}
      draft={draft}
      paper={paper}
      stopped={stopped || planned === undefined}
      failure={running.failure ?? paper.failed}
    >
      {stopped && running.disabled ? null : (
        <RunButton running={running} draft={draft.draft} edit={draft.edit} planned={planned} />
      )}
    </PieceHead>
  )
}

/** The large button, and what is looked at before the gas is on. */
function RunButton<D extends PieceDraft>({
  running,
  draft,
  edit,
  planned,
}: {
  readonly running: ReturnType<typeof useRunning>
  readonly draft: D
  readonly edit: EditOf<D>
  readonly planned: GoodPiece | undefined
}) {
  return (
    <>
      <Button
        data-run
        look="act"
        className="text-label max-md:px-3"
        disabled={running.disabled}
        onClick={running.go}
      >
        <Play size={20} aria-hidden="true" /> {running.label}
      </Button>
      {toBeGiven(draft).length > 0 ? (
        <p className="basis-full text-right text-soft">
          Assumed so far: {toBeGiven(draft).join(', ')}. Say it, or that it is so; then it can be run.
        </p>
      ) : null}
      {running.asking && running.begin && planned ? (
        <Suspense>
          <BeforeStart
            planned={planned}
            torchId={draft.torchId}
            ticked={draft.work.cautions}
            waiting={running.waiting}
            onTick={(cautions) => edit.setWork({ cautions } as Partial<D['work']>)}
            onClose={running.close}
            onBegin={running.begin}
          />
        </Suspense>
      ) : null}
    </>
  )
}
