import { BREAKS, mayBreakAt, STANDS, type BreakName, type BreakSteps, type Stand } from '../line/procedure.ts'
import type { Step } from '../line/steps.ts'

/** What can be said of a run while it goes on. `break` and `hand-over` put the steps of a break before the one in hand. */
export const RUN_EVENT_KINDS = [
  'done',
  'skip',
  'back',
  'timer',
  'trouble',
  'stop',
  'break',
  'hand-over',
] as const
export type RunEventKind = (typeof RUN_EVENT_KINDS)[number]

/**
 * One thing that was confirmed in a run. `at` is when it was said, ISO. `reason` of a break and of a hand-over is
 * which break from where: `short-pause lit`; `personId` of a hand-over is who goes on.
 */
export interface RunEvent {
  readonly id: string
  readonly kind: RunEventKind
  readonly stepId: string
  readonly at: string
  readonly personId: string | null
  readonly reason: string | null
}

/** What of a run decides where it stands. */
export interface RunPlan {
  readonly steps: readonly Step[]
  readonly breaks: Partial<BreakSteps>
}

/** Where a run stands. */
export interface RunProgress {
  /** The steps with those of the breaks that were taken put in. */
  readonly steps: readonly Step[]
  /** Index of the step to be done next; equals the number of steps when all are done. */
  readonly index: number
  readonly state: 'running' | 'finished' | 'stopped'
  /** When each step was confirmed or skipped, by step id: steps gone back over are open again. */
  readonly confirmed: Readonly<Partial<Record<string, { readonly at: string; readonly skipped: boolean }>>>
  /** When the clock of the step in hand was started, ISO, if it was. */
  readonly timerFrom: string | undefined
  /** When the step in hand came to be it; undefined for the first. */
  readonly since: string | undefined
  /** Who took the run over last, if anybody did. */
  readonly takenOverBy: string | null | undefined
}

/** A break as an event names it. */
export function breakNamed(reason: string | null): { name: BreakName; stand: Stand } | undefined {
  const [name, stand] = (reason ?? '').split(' ')
  const known = BREAKS.find((b) => b === name)
  const where = STANDS.find((s) => s === stand)
  return known && where ? { name: known, stand: where } : undefined
}

function breakSteps({ breaks }: RunPlan, reason: string | null): readonly Step[] | undefined {
  const asked = breakNamed(reason)
  return asked ? breaks[asked.name]?.[asked.stand] : undefined
}

/** Folds a run's events, in the order in which they were stored, into where it stands. Events that no longer fit are passed over. */
export function foldRun(run: RunPlan, events: readonly RunEvent[]): RunProgress {
  let steps = run.steps
  let index = 0
  let stopped = false
  let cutShort = false
  let taken = 0
  let timerFrom: string | undefined
  let since: string | undefined
  let takenOverBy: string | null | undefined
  const confirmed = new Map<string, { at: string; skipped: boolean }>()
  for (const event of events) {
    if (!fits(run, { steps, index, stopped }, event)) continue
    switch (event.kind) {
      case 'done':
      case 'skip':
        confirmed.set(event.stepId, { at: event.at, skipped: event.kind === 'skip' })
        index += 1
        timerFrom = undefined
        since = event.at
        break
      case 'back': {
        index -= 1
        const again = steps[index]?.id
        if (again !== undefined) confirmed.delete(again)
        timerFrom = undefined
        since = event.at
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
      case 'break':
      case 'hand-over': {
        taken += 1
        const own = (breakSteps(run, event.reason) ?? []).map((s) => ({ ...s, id: `${s.id}~${taken}` }))
        const last = breakNamed(event.reason)?.name === 'shutdown'
        // what was heated is watched however the work ends
        const rest = last ? run.steps.filter((s) => s.id === 'fire-watch') : steps.slice(index)
        steps = [...steps.slice(0, index), ...own, ...rest]
        cutShort ||= last
        timerFrom = undefined
        since = event.at
        if (event.kind === 'hand-over') takenOverBy = event.personId
        break
      }
    }
  }
  const over = index >= steps.length
  const state = stopped || (over && cutShort) ? 'stopped' : over ? 'finished' : 'running'
  return { steps, index, state, confirmed: Object.fromEntries(confirmed), timerFrom, since, takenOverBy }
}

function fits(
  run: RunPlan,
  now: { readonly steps: readonly Step[]; readonly index: number; readonly stopped: boolean },
  event: RunEvent,
): boolean {
  if (now.stopped || now.index >= now.steps.length) return false
  if (event.kind === 'trouble' || event.kind === 'stop') return true
  if (now.steps[now.index]?.id !== event.stepId) return false
  if (event.kind === 'break' || event.kind === 'hand-over') {
    const asked = breakNamed(event.reason)
    const step = now.steps[now.index]
    return (
      asked !== undefined &&
      step !== undefined &&
      mayBreakAt(step, asked.name) &&
      breakSteps(run, event.reason) !== undefined &&
      (event.kind === 'hand-over') === (asked.name === 'hand-over')
    )
  }
  return event.kind !== 'back' || now.index > 0
}

/** Whether an event still fits where the run stands: a step is confirmed once, and only while it is the step in hand. */
export const mayFollow = (run: RunPlan, progress: RunProgress, event: RunEvent): boolean =>
  fits(run, { ...progress, stopped: progress.state === 'stopped' }, event)

/** A clock that goes on beside the steps, also after the end. */
export interface Clock {
  readonly what: string
  /** ISO. */
  readonly from: string
  readonly seconds: number
}

/** The clocks that confirmed steps have started: cooling, the fire watch. */
export const clocksOf = ({ steps, confirmed }: RunProgress): readonly Clock[] =>
  steps.flatMap((s) => {
    const done = confirmed[s.id]
    return s.timer?.kind === 'carries-on' && done && !done.skipped
      ? [{ what: s.timer.what, from: done.at, seconds: s.timer.seconds }]
      : []
  })
