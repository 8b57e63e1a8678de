import { parseISO } from 'date-fns/parseISO'
import { burntIn, isoOf, lineOfRun, restedAt, type Come } from './run-line.ts'
import { SHORT_BURN_S } from '../gas/short-burns.ts'
import { pieceAt, type LedStep, type OnLine } from '../line/led.ts'
import { BREAKS, wayOut } from '../line/ways.ts'
import { gasSteps, readySteps, type ReadyTold } from '../line/ready.ts'
import type { Proof } from '../line/skip.ts'
import type { StepRole, StepTimer } from '../line/steps.ts'

/** What every event of a run says. */
interface Confirmation {
  readonly id: string
  /** The step in hand. */
  readonly stepId: string
  /** When it was said, ISO. */
  readonly at: string
  /** Who said it. */
  readonly personId: string | null
  /** When the server stored it, ISO; absent until it has, and of what older versions stored. */
  readonly storedAt?: string
}
/** Events that say all with their kind. */
export const PLAIN_EVENTS = ['done', 'back', 'timer'] as const
/** Ways out of the work that whoever holds the torch takes and comes back from, or not. */
export const BREAK_NAMES = BREAKS.filter((b) => b !== 'hand-over')
export type BreakTaken = (typeof BREAK_NAMES)[number]

/** What a way out was led by. Absent until it is stored: it is worked out from where the run stands. */
interface Led {
  readonly steps?: readonly LedStep[]
}

/** One thing that was confirmed in a run. A break and a hand-over put their steps before the one in hand. */
export type RunEvent = Confirmation &
  (
    | { readonly kind: (typeof PLAIN_EVENTS)[number] }
    | { readonly kind: 'skip'; readonly reason: string }
    /** The step need not be done: what it leaves is so already, and this proves it. */
    | { readonly kind: 'assert'; readonly proof: Proof }
    /** What was wrong, where it was said. */
    | { readonly kind: 'trouble' | 'stop'; readonly reason: string | null }
    | ({ readonly kind: 'break'; readonly name: BreakTaken } & Led)
    /** `to` is who goes on, once the step of the handing over is done. */
    | ({ readonly kind: 'hand-over'; readonly to: string | null } & Led)
    /** The rig stood ready when the run began: what is looked at takes the place of what puts the gases on. */
    | ({ readonly kind: 'ready' } & ReadyTold & Led)
    /** Stored, and can no longer be read. */
    | { readonly kind: 'unread' }
  )
export type RunEventKind = RunEvent['kind']
/** What is told of an event beside where and when: its kind with what belongs to it. */
export type EventBody = DistributiveOmit<RunEvent, keyof Confirmation>
type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never

/** What of a run decides where it stands. */
export interface RunPlan {
  readonly steps: readonly LedStep[]
  /** What is made in it, one or more: what its steps are judged by, and ways out of it are made from. */
  readonly pieces: readonly OnLine[]
}

/** Where a run stands. */
export interface RunProgress extends Come {
  /** The steps with those of the breaks that were taken put in. */
  readonly steps: readonly LedStep[]
  /** Index of the step to be done next; equals the number of steps when all are done. */
  readonly index: number
  readonly state: 'running' | 'finished' | 'stopped'
  /** When each step was confirmed or skipped, by step id: steps gone back over are open again. */
  readonly confirmed: Come['confirmed']
  /** When the clock of the step in hand was started, ISO, if it was. */
  readonly timerFrom: string | undefined
  /** When the step in hand came to be it; undefined for the first. */
  readonly since: string | undefined
  /** Who took the run over last, if anybody did: theirs once they have confirmed it, not when it was asked for. */
  readonly takenOverBy: string | null | undefined
  /** The rig is being shut down for good: the rest of the work was left. */
  readonly leaving: boolean
  /** Who is to have the torch once the step in hand is done; undefined where that step hands nothing over. */
  readonly taking: string | null | undefined
}

/** The steps of the way out that an event takes, if it takes one that can be taken there. */
function ledBy({ pieces }: RunPlan, now: Come, event: RunEvent): readonly LedStep[] | undefined {
  if (!leads(event)) return undefined
  if (event.steps) return event.steps
  const ahead = now.steps.slice(now.index)
  const { setup } = pieceAt(pieces, ahead[0])
  const at = { line: lineOfRun(now, pieces), ahead, pieces }
  if (event.kind === 'ready') return readySteps(setup, at, event, event.personId)
  return wayOut(setup, event.kind === 'break' ? event.name : 'hand-over', at)
}
/** Whether an event puts steps of its own before those to come. */
const leads = (event: RunEvent): event is Extract<RunEvent, { kind: 'break' | 'hand-over' | 'ready' }> =>
  event.kind === 'break' || event.kind === 'hand-over' || event.kind === 'ready'

/** Folds a run's events, in the order in which they were stored, into where it stands. Events that no longer fit are passed over. */
export function foldRun(run: RunPlan, events: readonly RunEvent[]): RunProgress {
  let steps = run.steps
  let index = 0
  let stopped = false
  let cutShort = false
  let taken = 0
  let timerFrom: string | undefined
  let since: string | undefined
  /** Steps at which the torch goes over, with who takes it. */
  const handings: { readonly stepId: string | undefined; readonly to: string | null }[] = []
  const confirmed: Record<string, { at: string; skipped: boolean }> = {}
  for (const event of events) {
    if (!fits({ steps, index, stopped }, event)) continue
    switch (event.kind) {
      case 'done':
      case 'assert':
      case 'skip':
        confirmed[event.stepId] = { at: event.at, skipped: event.kind === 'skip' }
        index += 1
        timerFrom = undefined
        since = event.at
        break
      case 'back': {
        index -= 1
        const again = steps[index]?.id
        // a step that was gone back over is open again
        if (again !== undefined) Reflect.deleteProperty(confirmed, again)
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
      case 'unread':
        break
      case 'ready':
      case 'break':
      case 'hand-over': {
        const led = ledBy(run, { steps, index, confirmed }, event)
        if (!led) break
        taken += 1
        const own = led.map((s) => ({ ...s, id: `${s.id}~${taken}` }))
        const last = event.kind === 'break' && event.name === 'shutdown'
        // what was heated is watched however the work ends
        const skipped = event.kind === 'ready' ? gasSteps(steps.slice(index)) : 0
        const rest = last ? run.steps.filter((s) => s.role === 'fire-watch') : steps.slice(index + skipped)
        steps = [...steps.slice(0, index), ...own, ...rest]
        cutShort ||= last
        timerFrom = undefined
        since = event.at
        if (event.kind === 'hand-over')
          handings.push({ stepId: own.find((s) => s.role === 'hand-over')?.id, to: event.to })
        break
      }
    }
  }
  const over = index >= steps.length
  const state = stopped || (over && cutShort) ? 'stopped' : over ? 'finished' : 'running'
  // one of a run that was frozen before its step had a role is taken over at once
  const takenOverBy = handings.findLast(
    (h) => h.stepId === undefined || confirmed[h.stepId] !== undefined,
  )?.to
  const inHand = steps[index]?.id
  const taking = handings.find((h) => h.stepId !== undefined && h.stepId === inHand)?.to
  return {
    steps,
    index,
    state,
    confirmed,
    timerFrom,
    since,
    takenOverBy,
    taking,
    leaving: cutShort,
  }
}

function fits(
  now: { readonly steps: readonly LedStep[]; readonly index: number; readonly stopped: boolean },
  event: RunEvent,
): boolean {
  if (event.kind === 'unread' || now.stopped || now.index >= now.steps.length) return false
  if (event.kind === 'trouble' || event.kind === 'stop') return true
  if (now.steps[now.index]?.id !== event.stepId) return false
  return event.kind !== 'back' || now.index > 0
}

/** Who has the torch: who took it over last, else who began. */
export const holderOf = (
  run: { readonly personId: string | null },
  { takenOverBy }: Pick<RunProgress, 'takenOverBy'>,
): string | null => takenOverBy ?? run.personId

/**
 * An event as it is stored where a run stands: a way out with the steps that lead it. Undefined where it no longer fits: a
 * step is confirmed once, and only while it is the step in hand.
 */
export function fitted(run: RunPlan, progress: RunProgress, event: RunEvent): RunEvent | undefined {
  if (!fits({ ...progress, stopped: progress.state === 'stopped' }, event)) return undefined
  if (!leads(event)) return event
  const steps = ledBy(run, progress, event)
  return steps && { ...event, steps }
}

/**
 * When the clock of the step in hand began, ISO: by a press, or by itself when the step was reached or the torch shut. One
 * that waits for a cylinder to rest is put so that it ends when that is over.
 * @param run its pieces, and when it began: its first step was reached then
 */
export function clockFrom(
  timer: StepTimer,
  progress: RunProgress,
  { startedAt, pieces }: { readonly startedAt: string; readonly pieces: readonly OnLine[] },
): string | undefined {
  const { steps, confirmed, since, timerFrom } = progress
  if (timer.kind === 'at-least' && timer.from === 'burns') {
    const until = restedAt(burntIn(progress, pieces, startedAt), pieceAt(pieces, steps[progress.index]))
    return until === undefined ? (since ?? startedAt) : isoOf(until - timer.seconds)
  }
  if (timer.kind === 'at-most' || (timer.kind === 'at-least' && timer.from === 'here'))
    return since ?? startedAt
  if (timer.kind !== 'at-least' || timer.from === undefined) return timerFrom
  const shut = steps.findLast((s) => s.role === timer.from && confirmed[s.id] !== undefined)
  return (shut && confirmed[shut.id]?.at) ?? since
}

/** A clock that goes on beside the steps, also after the end. */
export interface Clock {
  readonly what: string
  /** ISO. */
  readonly from: string
  readonly seconds: number
  /** It is not to run out. */
  readonly most?: true
}

/** The clock of a flame that may be lit for so long only; undefined where it is out, or burns without a limit. */
export function burnClock(
  progress: RunProgress,
  { startedAt, pieces }: { readonly startedAt: string; readonly pieces: readonly OnLine[] },
): Clock | undefined {
  const { litS } = burntIn(progress, pieces, startedAt)
  return litS === undefined
    ? undefined
    : { what: 'Lit', from: isoOf(litS), seconds: SHORT_BURN_S, most: true }
}

/** The clocks that confirmed steps have started: cooling, the fire watch. */
export const clocksOf = ({ steps, confirmed }: RunProgress): readonly Clock[] =>
  steps.flatMap((s) => {
    const done = confirmed[s.id]
    return s.timer?.kind === 'carries-on' && done && !done.skipped
      ? [{ what: s.timer.what, from: done.at, seconds: s.timer.seconds }]
      : []
  })

/** One making of a piece in a run: its place among the pieces, and its repeat, from 1. */
export interface Making {
  readonly place: number
  readonly repeat: number
}
/** The only making of a single piece. */
export const ONLY_MAKING: Making = { place: 1, repeat: 1 }
/** The making that a step belongs to: that of the only piece where its steps do not say. */
export const makingOf = ({
  piece = 1,
  repeat = 1,
}: {
  readonly piece?: number | undefined
  readonly repeat?: number | undefined
}): Making => ({
  place: piece,
  repeat,
})
/** What a making of a piece is called: with which of them it is, where there are several. */
export const makingTitle = (title: string, repeats: number, { repeat }: Pick<Making, 'repeat'>): string =>
  repeats > 1 ? `${title}, ${repeat} of ${repeats}` : title
/** Every making of a run's pieces, in the order in which they are made. */
export const allMakings = (pieces: readonly { readonly repeats: number }[]): readonly Making[] =>
  pieces.flatMap(({ repeats }, i) =>
    Array.from({ length: repeats }, (_, n): Making => ({ place: i + 1, repeat: n + 1 })),
  )
export const sameMaking = (a: Making, b: Making): boolean => a.place === b.place && a.repeat === b.repeat

/** The makings whose work is over, in their order, so that what came out can be told: the cut is through, or the hot parts are marked. */
export const madeIn = ({ steps, confirmed }: Pick<RunProgress, 'steps' | 'confirmed'>): readonly Making[] =>
  steps
    .filter((s) => (s.role === 'cut' || s.role === 'mark-hot') && confirmed[s.id] !== undefined)
    .map(makingOf)
    .filter((m, i, all) => all.findIndex((other) => sameMaking(m, other)) === i)

/** What of a run tells how it went. */
interface RunBody {
  readonly startedAt: string
  readonly steps: readonly LedStep[]
  readonly events: readonly RunEvent[]
}

const YEAR_S = 366 * 24 * 3600
/**
 * The span between two moments, s; undefined where it is below zero or beyond a year: then a device's clock was wrong,
 * and nothing is worked out from it.
 */
export function spanS(from: string, to: string): number | undefined {
  const s = (parseISO(to).getTime() - parseISO(from).getTime()) / 1000
  return s >= 0 && s <= YEAR_S ? s : undefined
}
/** A device's clock that is off by more than this is told of beside what it said, s. */
const CLOCK_OFF_S = 120
/** By how much the clock of the device that said something differs from the server's, s; undefined where it is near enough, or nobody knows. */
export function clockOffS({ at, storedAt }: Pick<RunEvent, 'at' | 'storedAt'>): number | undefined {
  if (storedAt === undefined) return undefined
  const off = (parseISO(at).getTime() - parseISO(storedAt).getTime()) / 1000
  // what was kept while the server was away is stored later; nothing is stored before it was said
  return off > CLOCK_OFF_S ? off : undefined
}

/**
 * How long the steps of each role took together, s: a step counts from the one before it to its own confirmation.
 * @param of only the steps of one making
 */
export function tookByRole(
  { startedAt, steps, events }: RunBody,
  of: Making = ONLY_MAKING,
): Readonly<Partial<Record<StepRole, number>>> {
  const roles = new Map(steps.filter((s) => sameMaking(makingOf(s), of)).map((s) => [s.id, s.role]))
  const last = new Map<string, number>()
  let before = startedAt
  for (const e of events) {
    if (e.kind !== 'done' && e.kind !== 'assert' && e.kind !== 'skip') continue
    const took = spanS(before, e.at)
    if (e.kind === 'done' && took !== undefined) last.set(e.stepId, took)
    before = e.at
  }
  const took: Partial<Record<StepRole, number>> = {}
  for (const [id, seconds] of last) {
    const role = roles.get(id)
    if (role) took[role] = (took[role] ?? 0) + seconds
  }
  return took
}

/** Roles of which a step was left out. */
export function skippedRoles({ steps, events }: Pick<RunBody, 'steps' | 'events'>): ReadonlySet<StepRole> {
  const skipped = new Set(events.filter((e) => e.kind === 'skip').map((e) => e.stepId))
  return new Set(steps.flatMap((s) => (s.role && skipped.has(s.id) ? [s.role] : [])))
}
