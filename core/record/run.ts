import type { Step } from '../line/steps.ts'

/** What can be said of a run while it goes on. */
export const RUN_EVENT_KINDS = ['done', 'skip', 'back', 'timer', 'trouble', 'stop'] as const
export type RunEventKind = (typeof RUN_EVENT_KINDS)[number]

/** One thing that was confirmed in a run. `at` is when it was said, ISO. */
export interface RunEvent {
  readonly id: string
  readonly kind: RunEventKind
  readonly stepId: string
  readonly at: string
  readonly personId: string | null
  readonly reason: string | null
}

/** Where a run stands. */
export interface RunProgress {
  /** Index of the step to be done next; equals the number of steps when all are done. */
  readonly index: number
  readonly state: 'running' | 'finished' | 'stopped'
  /** When each step was confirmed or skipped, by step id: steps gone back over are open again. */
  readonly confirmed: Readonly<Partial<Record<string, { readonly at: string; readonly skipped: boolean }>>>
  /** When the clock of the step in hand was started, ISO, if it was. */
  readonly timerFrom: string | undefined
}

/** Folds a run's events, in the order in which they were stored, into where it stands. Events that no longer fit are passed over. */
export function foldRun(steps: readonly Pick<Step, 'id'>[], events: readonly RunEvent[]): RunProgress {
  let index = 0
  let stopped = false
  let timerFrom: string | undefined
  const confirmed = new Map<string, { at: string; skipped: boolean }>()
  for (const event of events) {
    if (!fits(steps, { index, stopped }, event)) continue
    switch (event.kind) {
      case 'done':
      case 'skip':
        confirmed.set(event.stepId, { at: event.at, skipped: event.kind === 'skip' })
        index += 1
        timerFrom = undefined
        break
      case 'back': {
        index -= 1
        const again = steps[index]?.id
        if (again !== undefined) confirmed.delete(again)
        timerFrom = undefined
        break
      }
      case 'timer':
        timerFrom = event.at
        break
      case 'stop':
        stopped = true
        break
      case 'trouble':
        break
    }
  }
  const state = stopped ? 'stopped' : index >= steps.length ? 'finished' : 'running'
  return { index, state, confirmed: Object.fromEntries(confirmed), timerFrom }
}

function fits(
  steps: readonly Pick<Step, 'id'>[],
  now: { index: number; stopped: boolean },
  event: RunEvent,
): boolean {
  if (now.stopped || now.index >= steps.length) return false
  if (event.kind === 'trouble' || event.kind === 'stop') return true
  if (steps[now.index]?.id !== event.stepId) return false
  return event.kind !== 'back' || now.index > 0
}

/** Whether an event still fits where the run stands: a step is confirmed once, and only while it is the step in hand. */
export function mayFollow(
  steps: readonly Pick<Step, 'id'>[],
  progress: RunProgress,
  event: RunEvent,
): boolean {
  return fits(steps, { index: progress.index, stopped: progress.state === 'stopped' }, event)
}
