/** A test as it is led and stored: what was asked, and the events from which its state follows. */
import { differenceInMilliseconds, parseISO } from 'date-fns'
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { judgeHold, type PressureResult } from './pressure-test.ts'
import type { HoldReading } from './readings.ts'
import { testStages } from './stages.ts'
import {
  judgeTrade,
  thermometerKOf,
  USUAL_K,
  type ThermometerUse,
  type TradeResult,
} from './trade-verdict.ts'
import { judgeVacuum, type VacuumResult } from './vacuum-test.ts'
import type { HoldVerdict, VacuumVerdict } from './verdicts.ts'

export const TEST_KINDS = ['pressure', 'vacuum'] as const
export type TestKind = (typeof TEST_KINDS)[number]
/** `raised`: a stage of pressure stands and was looked at; `supply-off`: the supply is shut and its hose is off the line; `hold`: the line is shut off and watched from here; `pull-again`: broken with dry nitrogen, and the pump runs anew; `cut-between`: the line is shut after so many of its joints (`stage`), and the half nearer to the gauge is read from here; `near-falls`, `far-falls`: which half of such a cut leaks; `whole-again`: the search begins anew; `lowered`: down to nothing before anything is touched. */
export const TEST_EVENT_KINDS = [
  'raised',
  'supply-off',
  'hold',
  'reading',
  'pull-again',
  'cut-between',
  'near-falls',
  'far-falls',
  'whole-again',
  'lowered',
  'ended',
] as const
export type TestEventKind = (typeof TEST_EVENT_KINDS)[number]

/** What a test is asked, SI. */
export interface TestAsked {
  /** Test pressure, gauge; 0 for a vacuum. */
  readonly testPa: number
  /** Absent: a vacuum whose volume nobody knows. */
  readonly volumeM3: number | null
  readonly weakestPa: number | null
  readonly reliefPa: number | null
  readonly divisionPa: number | null
  readonly limit: number | null
  /** How long it has to stand, s; absent in tests of older versions, and null where only the finer verdict is wanted. */
  readonly askedS?: number | null
  readonly thermometer?: ThermometerUse
  /** The loss that is allowed, Pa an hour. */
  readonly allowedPaPerHour?: number | null
  readonly targetPaAbs: number | null
  /** Absent in tests of older versions. */
  readonly hookUp?: 'valves' | 'manifold'
  readonly ambientPa: number
  /** The channels that are read by themselves; empty: readings are typed. */
  readonly pressureChannel: string
  readonly temperatureChannel: string
}

export interface TestEvent {
  readonly id: string
  readonly kind: TestEventKind
  readonly at: string
  readonly stage: number | null
  /** Absolute. */
  readonly pressurePaAbs: number | null
  readonly temperatureK: number | null
  /** The instrument's name; empty when it was typed. */
  readonly source: string
}

/** How far a leak has been halved: joints by their place along the line, from the gauge on. */
export interface Hunt {
  /** The leak lies from this joint on, and before the other where one is known. */
  readonly from: number
  readonly to: number | undefined
  /** The line stands shut after so many joints; absent while it is not shut anywhere. */
  readonly cut: number | undefined
  /** Of the half nearer to the gauge, since it stands shut. */
  readonly readings: readonly HoldReading[]
  readonly temperatureRead: boolean
}

/** Where a test stands. */
export interface TestProgress {
  readonly state: 'raising' | 'pumping' | 'holding' | 'lowered' | 'ended'
  /** Stages that were raised to and looked at. */
  readonly raised: number
  readonly stages: readonly number[]
  readonly holdFrom: string | undefined
  readonly readings: readonly HoldReading[]
  /** Read while the pump ran, from its first reading on. */
  readonly pullDown: readonly HoldReading[]
  /** The supply is shut off and its hose is off the line. */
  readonly supplyOff: boolean
  /** Every reading has the pipe's temperature. */
  readonly temperatureRead: boolean
  /** Absent until a line that leaks is halved. */
  readonly hunt?: Hunt | undefined
}

/** Whether an event may follow: one stage after another, a hold only when all stand, readings only while it holds. */
export function mayFollowTest(kind: TestKind, progress: TestProgress, event: TestEvent): boolean {
  switch (event.kind) {
    case 'raised':
      return (
        kind === 'pressure' &&
        progress.state === 'raising' &&
        event.stage === progress.raised &&
        event.stage < progress.stages.length
      )
    case 'supply-off':
      return (
        kind === 'pressure' &&
        !progress.supplyOff &&
        (progress.state === 'holding' ||
          (progress.state === 'raising' && progress.raised === progress.stages.length))
      )
    case 'pull-again':
      return kind === 'vacuum' && progress.state === 'holding'
    case 'hold':
      // one that counts for nothing is begun anew
      return (
        progress.state === 'pumping' ||
        progress.state === 'holding' ||
        (progress.state === 'raising' && progress.raised === progress.stages.length)
      )
    case 'cut-between':
    case 'near-falls':
    case 'far-falls': {
      const { from, to = Infinity } = progress.hunt ?? { from: 0 }
      return progress.holdFrom !== undefined && event.stage !== null && event.stage > from && event.stage < to
    }
    case 'whole-again':
      return progress.hunt !== undefined
    case 'reading':
      if (progress.hunt) return progress.hunt.cut !== undefined && event.pressurePaAbs !== null
      return (
        event.pressurePaAbs !== null &&
        (progress.state === 'pumping' ||
          (progress.state === 'holding' && (kind === 'pressure' || event.temperatureK !== null)))
      )
    case 'lowered':
      return progress.state !== 'ended' && progress.state !== 'lowered'
    case 'ended':
      return progress.state !== 'ended'
  }
}

/** Folds a test's events into where it stands; what no longer fits is passed over. */
export function foldTest(kind: TestKind, asked: TestAsked, events: readonly TestEvent[]): TestProgress {
  const stages = kind === 'pressure' ? testStages(asked.testPa) : []
  let state: TestProgress['state'] = kind === 'pressure' ? 'raising' : 'pumping'
  let raised = 0
  let holdFrom: string | undefined
  let supplyOff = false
  let temperatureRead = true
  let readings: readonly HoldReading[] = []
  let pullDown: readonly HoldReading[] = []
  let pumpFrom: string | undefined
  let hunt: Hunt | undefined
  let cutAt: string | undefined
  const soFar = (): TestProgress => ({
    state,
    raised,
    stages,
    holdFrom,
    readings,
    pullDown,
    supplyOff,
    temperatureRead,
    hunt,
  })
  for (const event of events) {
    if (!mayFollowTest(kind, soFar(), event)) continue
    switch (event.kind) {
      case 'raised':
        raised += 1
        break
      case 'supply-off':
        supplyOff = true
        break
      case 'hold':
        state = 'holding'
        holdFrom = event.at
        readings = []
        temperatureRead = true
        hunt = undefined
        break
      case 'pull-again':
        state = 'pumping'
        pullDown = []
        pumpFrom = undefined
        hunt = undefined
        break
      case 'cut-between':
        hunt = { ...(hunt ?? WHOLE), cut: event.stage ?? undefined, readings: [], temperatureRead: true }
        cutAt = undefined
        break
      case 'near-falls':
        hunt = { ...WHOLE, from: hunt?.from ?? 0, to: event.stage ?? undefined }
        break
      case 'far-falls':
        hunt = { ...WHOLE, from: event.stage ?? 0, to: hunt?.to }
        break
      case 'whole-again':
        hunt = undefined
        break
      case 'reading':
        if (hunt) {
          cutAt ??= event.at
          hunt = {
            ...hunt,
            readings: withReading(hunt.readings, cutAt, event),
            temperatureRead: hunt.temperatureRead && event.temperatureK !== null,
          }
        } else if (state === 'pumping') {
          pumpFrom ??= event.at
          pullDown = withReading(pullDown, pumpFrom, event)
        } else {
          readings = withReading(readings, holdFrom ?? event.at, event)
          temperatureRead &&= event.temperatureK !== null
        }
        break
      case 'lowered':
      case 'ended':
        state = event.kind
        break
    }
  }
  return soFar()
}

const WHOLE: Hunt = { from: 0, to: undefined, cut: undefined, readings: [], temperatureRead: true }

/** The readings with one more, by its time from a beginning; one that is not later than the last is passed over. */
function withReading(
  readings: readonly HoldReading[],
  from: string,
  { at, pressurePaAbs, temperatureK }: TestEvent,
): readonly HoldReading[] {
  const timeS = differenceInMilliseconds(parseISO(at), parseISO(from)) / 1000
  const last = readings.at(-1)
  if (timeS < 0 || (last !== undefined && timeS <= last.timeS)) return readings
  return [...readings, { timeS, pressurePaAbs: pressurePaAbs ?? 0, temperatureK: temperatureK ?? USUAL_K }]
}

/** What a test comes to so far. */
export type TestResult =
  | {
      readonly kind: 'pressure'
      /** The finer verdict, by the leak's own interval. */
      readonly result: PressureResult
      /** The trade's, where it was said how long the line has to stand. */
      readonly trade?: TradeResult
    }
  | { readonly kind: 'vacuum'; readonly result: VacuumResult }

/**
 * What a test comes to, as far as it has got. One that was let down before its hold leaked at the solution, or while it
 * was raised: nothing is reckoned then.
 * @param units of the sentence that says why
 */
export function judgeTest(
  kind: TestKind,
  asked: TestAsked,
  progress: Pick<TestProgress, 'readings' | 'state' | 'holdFrom' | 'supplyOff' | 'temperatureRead'>,
  units?: UnitChoices,
): TestResult {
  const { readings, state, holdFrom } = progress
  if (kind === 'vacuum')
    return {
      kind,
      result: judgeVacuum({
        readings,
        volumeM3: asked.volumeM3 ?? undefined,
        targetPaAbs: asked.targetPaAbs ?? undefined,
      }),
    }
  const result = judgeHold({
    readings,
    volumeM3: asked.volumeM3 ?? 0,
    divisionPa: asked.divisionPa ?? undefined,
    limit:
      asked.limit ??
      (typeof asked.allowedPaPerHour === 'number'
        ? (asked.allowedPaPerHour * (asked.volumeM3 ?? 0)) / 3600
        : undefined),
    units,
  })
  const letDown = holdFrom === undefined && (state === 'lowered' || state === 'ended')
  const letDownAs = {
    verdict: 'leaks',
    because: 'It was let down before the hold, because it leaked. No rate was measured.',
  } as const
  const { askedS, thermometer = 'same' } = asked
  if (typeof askedS !== 'number') return { kind, result: letDown ? { ...result, ...letDownAs } : result }
  const trade = judgeTrade({
    readings,
    temperatureRead: progress.temperatureRead && thermometer !== 'none',
    divisionPa: asked.divisionPa ?? undefined,
    thermometerK: thermometerKOf(thermometer),
    askedS,
    supplyOff: progress.supplyOff,
    ambientPa: asked.ambientPa,
    units,
  })
  return letDown
    ? {
        kind,
        result: { ...result, ...letDownAs },
        trade: { ...trade, ...letDownAs, waitS: undefined, ways: [] },
      }
    : { kind, result, trade }
}

/** What a test comes to in a word, and why: the trade's where it has one. */
export const verdictOf = (
  told: TestResult,
): { readonly verdict: HoldVerdict | VacuumVerdict; readonly because: string } =>
  told.kind === 'pressure' ? (told.trade ?? told.result) : told.result

/** Air's pressure when nobody read a barometer. */
export const USUAL_AMBIENT_PA = STANDARD_PRESSURE_PA
