import { useMemo } from 'react'
import type { Run, RunPiece } from '#contract/types.ts'
import { pieceAt } from '#core/line/led.ts'
import { waysFrom, type BreakName } from '#core/line/ways.ts'
import type { LineState } from '#core/line/state.ts'
import { foldRun, holderOf, type EventBody, type RunEvent, type RunProgress } from '#core/record/run.ts'
import { lineOfRun } from '#core/record/run-line.ts'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { outbox } from '../../app/outbox.ts'
import { useApp, useSend } from '../../app/store.ts'

export interface RunInHand {
  /** With what was confirmed on this screen and waits to be sent. */
  readonly run: Run
  /** The piece that the step in hand is done for. */
  readonly piece: RunPiece
  readonly progress: RunProgress
  readonly line: LineState
  /** How many confirmations the server does not have yet. */
  readonly unsent: number
  /** Who is at this screen, or else has the torch: what is confirmed here is confirmed by them. */
  readonly here: string | null
  /** Says something of the step in hand; `personId` where an instructor confirms it in another's stead. */
  confirm(told: EventBody, personId?: string): void
  /** Confirms so many steps from the one in hand, one after another, and then says something of the next. */
  through(count: number, then?: EventBody): void
}

/** Ways out that can be taken now, from where the line stands and with what is still to come. */
export const waysOffered = ({ run, piece, progress, line }: RunInHand): readonly BreakName[] =>
  progress.index < progress.steps.length
    ? waysFrom(piece.setup, { line, ahead: progress.steps.slice(progress.index), pieces: run.pieces })
    : []

/** A run as this screen knows it: over once its last step is confirmed here, whether the server has that yet or not. */
function withUnsent(run: Run, events: Run['events'], { state }: RunProgress): Run {
  const last = events.at(-1)
  if (!last || events.length === run.events.length) return run
  return { ...run, events, endedAt: run.endedAt ?? (state === 'running' ? null : last.at) }
}

/** A run as it stands on this screen: what the server has, and what waits to be sent to it. */
export function useRun(runId: string): {
  readonly inHand: RunInHand | undefined
  readonly error: ReturnType<typeof api.useRunQuery>['error']
} {
  const { data: run, error } = api.useRunQuery(runId)
  const send = useSend()
  const items = useApp((s) => s.outbox.items)
  const atScreen = useApp((s) => s.device.personId)
  const inHand = useMemo(() => {
    if (!run) return undefined
    const pending = items
      .filter((i) => i.route === 'addRunEvent' && i.params['id'] === run.id)
      .map((i) => i.body as RunEvent)
    const have = new Set(run.events.map((e) => e.id))
    const unsent = pending.filter((e) => !have.has(e.id))
    const events = [...run.events, ...unsent]
    const progress = foldRun(run, events)
    const here = atScreen ?? holderOf(run, progress)
    const { taking } = progress
    const { steps } = progress
    const line = lineOfRun(progress, run.pieces)
    const piece = pieceAt(run.pieces, steps[progress.index])
    // whoever takes the torch over says so themselves, and is at this screen from then on
    const takes = (told: EventBody) => taking !== undefined && told.kind === 'done'
    const tell = (told: EventBody, index: number, personId: string | null) => {
      const stepId = steps[Math.min(index, steps.length - 1)]?.id
      if (stepId === undefined || progress.state !== 'running') return
      const body: RunEvent = {
        id: crypto.randomUUID(),
        ...told,
        stepId,
        at: new Date(Date.now()).toISOString(),
        personId,
      }
      send(
        outbox.actions.enqueued({
          id: body.id,
          key: `event:${body.id}`,
          route: 'addRunEvent',
          params: { id: run.id },
          body,
          notBefore: 0,
        }),
      )
    }
    const confirm = (told: EventBody, personId: string | null = takes(told) ? (taking ?? null) : here) => {
      tell(told, progress.index, personId)
      if (takes(told)) send(device.actions.changed({ personId: taking ?? null }))
    }
    const through = (count: number, then?: EventBody) => {
      for (let i = 0; i < count; i++) tell({ kind: 'done' }, progress.index + i, here)
      if (then) tell(then, progress.index + count, here)
    }
    return {
      run: withUnsent(run, events, progress),
      piece,
      progress,
      line,
      unsent: unsent.length,
      here,
      confirm,
      through,
    }
  }, [run, items, atScreen, send])
  return { inHand, error }
}
