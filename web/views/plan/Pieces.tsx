import { Check, CircleDot, Circle, PencilLine, X } from 'lucide-react'
import { Toolbar } from 'radix-ui'
import { memo, useEffect, useRef } from 'react'
import { Link } from 'react-router'
import type { Job, PieceState } from '#contract/types.ts'

/** State of a piece by shape and word. */
export const STATES: Readonly<Record<PieceState, { word: string; Icon: typeof Check; edge: string }>> = {
  planned: { word: 'planned', Icon: Circle, edge: 'border-l-soft' },
  running: { word: 'running', Icon: CircleDot, edge: 'border-l-brick' },
  cut: { word: 'to write down', Icon: PencilLine, edge: 'border-l-brass' },
  brazed: { word: 'to write down', Icon: PencilLine, edge: 'border-l-brass' },
  logged: { word: 'in the log', Icon: Check, edge: 'border-l-verdigris' },
  failed: { word: 'failed', Icon: X, edge: 'border-l-alarm' },
}

/** The pieces of a job as a strip of cards: one stop of the Tab key, the arrows go from piece to piece. */
export const Pieces = memo(function Pieces({
  job,
  current,
}: {
  readonly job: Job
  readonly current: string
}) {
  const inHand = useRef<HTMLAnchorElement>(null)
  useEffect(() => {
    inHand.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  }, [current])
  return (
    <Toolbar.Root
      aria-label="Pieces of this job"
      className="flex max-w-full gap-2 overflow-x-auto py-0.5 lg:max-w-[400px]"
    >
      {job.earlier === null ? null : <More job={job} to={job.earlier} count={job.skipped} word="before" />}
      {job.pieces.map((t, i) => {
        const { word, Icon, edge } = STATES[t.state]
        const here = t.id === current
        return (
          <Toolbar.Link key={t.id} asChild>
            <Link
              ref={here ? inHand : null}
              to={`/jobs/${job.id}/${t.id}`}
              aria-current={here ? 'page' : undefined}
              title={`${t.title}, ${word}`}
              className={`name flex min-h-[44px] max-w-[190px] shrink-0 items-center gap-2 border border-l-[5px] border-rule px-3 ${edge} ${here ? 'bg-ink font-semibold text-paper' : 'bg-sheet'}`}
            >
              <Icon size={16} className="shrink-0" role="img" aria-label={word} />
              <span className={`truncate ${here ? '' : 'max-w-[58px]'}`}>
                {job.skipped + i + 1} {t.title}
              </span>
            </Link>
          </Toolbar.Link>
        )
      })}
      {job.later === null ? null : (
        <More job={job} to={job.later} count={job.pieceCount - job.skipped - job.pieces.length} word="more" />
      )}
    </Toolbar.Root>
  )
})

/** The way to the pieces that are not on this strip. */
function More({
  job,
  to,
  count,
  word,
}: {
  readonly job: Job
  readonly to: string
  readonly count: number
  readonly word: 'before' | 'more'
}) {
  return (
    <Toolbar.Link asChild>
      <Link
        to={`/jobs?job=${job.id}&piece=${to}`}
        className="name flex min-h-[44px] shrink-0 items-center border border-rule bg-sheet px-3 underline decoration-rule underline-offset-4"
      >
        {count} {word}
      </Link>
    </Toolbar.Link>
  )
}
