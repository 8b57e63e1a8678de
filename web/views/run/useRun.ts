import { useMemo } from 'react'
import type { Run } from '#contract/types.ts'
import { runSteps } from '#core/line/hazards.ts'
import { mayBreakAt, standOf, type BreakName, type Stand } from '#core/line/procedure.ts'
import { coldLine, type LineState } from '#core/line/state.ts'
import { foldRun, type EventBody, type RunEvent, type RunProgress } from '#core/record/run.ts'
import { api } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { useApp, useSend } from '../../app/store.ts'

export interface RunInHand {
  readonly run: Run
  readonly progress: RunProgress
  readonly line: LineState
  /** Where the rig stands, if the work can be left from there. */
  readonly stand: Stand | undefined
  /** How many confirmations the server does not have yet. */
  readonly unsent: number
  /** Says something of the step in hand; `personId` where it is somebody else than whom this screen is set to. */
  confirm(told: EventBody, personId?: string): void
}

/** Breaks that can be taken now: frozen with the run, from where the rig stands, and not within another break. */
export function breaksOffered({ run, progress, stand }: RunInHand): readonly BreakName[] {
  const step = progress.steps[progress.index]
  if (!stand || !step) return []
  return (Object.keys(run.breaks) as BreakName[]).filter(
    (name) => run.breaks[name]?.[stand] !== undefined && mayBreakAt(step, name),
  )
}

/** A run as it stands on this screen: what the server has, and what waits to be sent to it. */
export function useRun(runId: string): {
  readonly inHand: RunInHand | undefined
  readonly error: ReturnType<typeof api.useRunQuery>['error']
} {
  const { data: run, error } = api.useRunQuery(runId)
  const send = useSend()
  const items = useApp((s) => s.outbox.items)
  const here = useApp((s) => s.device.personId)
  const inHand = useMemo(() => {
    if (!run) return undefined
    const pending = items
      .filter((i) => i.route === 'addRunEvent' && i.params['id'] === run.id)
      .map((i) => i.body as RunEvent)
    const have = new Set(run.events.map((e) => e.id))
    const unsent = pending.filter((e) => !have.has(e.id))
    const progress = foldRun(run, [...run.events, ...unsent])
    const { steps } = progress
    const taken = steps.slice(0, progress.index).filter((s) => progress.confirmed[s.id]?.skipped !== true)
    const line = runSteps(taken, run.setting, coldLine(run.setting)).state
    const confirm = (told: EventBody, personId: string | null = here) => {
      const stepId = steps[Math.min(progress.index, steps.length - 1)]?.id
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
    return { run, progress, line, stand: standOf(line), unsent: unsent.length, confirm }
  }, [run, items, here, send])
  return { inHand, error }
}
