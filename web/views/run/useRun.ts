import { useMemo } from 'react'
import type { Run } from '#contract/types.ts'
import { runLine, type LineState } from '#core/line/state.ts'
import { foldRun, type RunEvent, type RunProgress } from '#core/record/run.ts'
import { api } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { useApp, useSend } from '../../app/store.ts'

export interface RunInHand {
  readonly run: Run
  readonly progress: RunProgress
  readonly line: LineState
  /** How many confirmations the server does not have yet. */
  readonly unsent: number
  confirm(kind: RunEvent['kind'], reason?: string): void
}

/** A run as it stands on this screen: what the server has, and what waits to be sent to it. */
export function useRun(runId: string): {
  readonly inHand: RunInHand | undefined
  readonly error: ReturnType<typeof api.useRunQuery>['error']
} {
  const { data: run, error } = api.useRunQuery(runId)
  const send = useSend()
  const items = useApp((s) => s.outbox.items)
  const personId = useApp((s) => s.device.personId)
  const inHand = useMemo(() => {
    if (!run) return undefined
    const pending = items
      .filter((i) => i.route === 'addRunEvent' && i.params['id'] === run.id)
      .map((i) => i.body as RunEvent)
    const have = new Set(run.events.map((e) => e.id))
    const unsent = pending.filter((e) => !have.has(e.id))
    const progress = foldRun(run.steps, [...run.events, ...unsent])
    const acts = run.steps
      .slice(0, progress.index)
      .filter((s) => progress.confirmed[s.id]?.skipped !== true)
      .flatMap((s) => s.acts)
    const confirm = (kind: RunEvent['kind'], reason?: string) => {
      const stepId = run.steps[Math.min(progress.index, run.steps.length - 1)]?.id
      if (stepId === undefined || progress.state !== 'running') return
      const body: RunEvent = {
        id: crypto.randomUUID(),
        kind,
        stepId,
        at: new Date(Date.now()).toISOString(),
        personId,
        reason: reason ?? null,
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
    return { run, progress, line: runLine(acts, run.setting).state, unsent: unsent.length, confirm }
  }, [run, items, personId, send])
  return { inHand, error }
}
