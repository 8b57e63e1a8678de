import { findCause, findSign, type Cause, type Sign } from '../check/faults.ts'
import { MELTED_M, placesShowing, type PaceFinding } from '../cut-sim/pace-findings.ts'
import type { PaceSim } from '../cut-sim/pace-sim.ts'
import { spread } from '../cut-sim/pace-step.ts'
import { mean, type PaceResult } from '../cut-sim/run-pace.ts'
import type { PaceState } from './pace-play.ts'

/** What is wrong with a cut at the bench, in the fault finder's words. */

export const percent = (share: number): string => `${Math.round(share * 100)} %`

/** How a figure is said: in the shop's own units. */
export interface Said {
  /** Something small: a lag, a rounding. */
  readonly length: (metres: number) => string
  /** A place along the line. */
  readonly along: (metres: number) => string
  readonly speed: (metresPerSecond: number) => string
  readonly temperature: (celsius: number) => string
}

/** A sign of the fault finder's that a cut shows, its likeliest cause here, and what was measured. */
export interface FoundOnCut {
  readonly sign: Sign
  readonly cause: Cause
  readonly measured: string
}

/** A start's own heat reaches so far along, m, or so many half widths of its flame; at the plate's end it has nowhere to go. */
const HEATED_M = 0.02
const HEATED_WIDTHS = 4
const END_M = 0.008

/** Whether a place lies where it was heated to start, and set off. */
export function nearStart(sim: PaceSim, x: number, starts: readonly { readonly x: number }[]): boolean {
  const reach = Math.max(HEATED_M, HEATED_WIDTHS * spread(sim, 0))
  return starts.some((s) => Math.abs(x - s.x) <= reach)
}

/** How far the edge is rounded at each place where it is, m. */
export const melted = ({ places }: PaceResult): readonly number[] =>
  places.topMelt.filter((m) => m > MELTED_M)

/** Whether a sign shows only where it was heated to start, and at the plate's end. */
export function asStarted({ sim, board }: PaceState, { places, starts }: PaceResult, sign: string): boolean {
  return placesShowing(sim, places, sign).every(
    (x) => x > board.plate.length - END_M || nearStart(sim, x, starts),
  )
}

/** What a start leaves on any plate: no flame has to be turned down for it, and no hand was unsteady. */
const OF_STARTS: Readonly<Record<string, string>> = {
  'top-melted': 'preheat-much',
  'slag-sticks': 'too-hot',
  'saw-toothed': 'unsteady',
}

/**
 * Plate from here on, m, is rounded on top and holds its slag by the very flame that it wants, and by the pace that it
 * bears: a flame that is no larger, by so many times, is not at fault.
 */
const HEAVY_M = 0.18
const FLAME_TIMES = 1.05
const OF_HEAVY: Readonly<Record<string, string>> = { 'top-melted': 'preheat-much', 'slag-sticks': 'too-hot' }

/** Whether the plate itself leaves its top edge round and its slag on, under the flame that it wants. */
export const heavyAsItIs = ({ board: { plate, gas, plan } }: PaceState): boolean =>
  plate.thickness >= HEAVY_M && gas.flameHeat <= FLAME_TIMES * plan.flameHeat

/** What a cut shows that its hand or its plan can be told of. */
export const faultsOf = (state: PaceState, r: PaceResult): readonly PaceFinding[] =>
  r.findings.filter(
    ({ sign, cause }) =>
      !(OF_STARTS[sign] === cause && asStarted(state, r, sign)) &&
      !(OF_HEAVY[sign] === cause && heavyAsItIs(state)),
  )

/** Nothing ever caught: the fault finder has a sign of its own for that. */
function neverCaught({ sim }: PaceState, r: PaceResult, said: Said): FoundOnCut | undefined {
  const sign = findSign('will-not-start')
  const first = r.refused[0]
  if (r.started || !first || sim.jet.metal === 0) return undefined
  const cause = findCause('preheat-little')
  return (
    sign &&
    cause && {
      sign,
      cause,
      measured: `The top was at ${said.temperature(first.temperature)} when it was pressed.`,
    }
  )
}

/** What was measured for a finding. */
function measuredOf(
  { sign, cause, share, x, t, span, count }: PaceFinding,
  r: PaceResult,
  { board, lostMmS }: PaceState,
  said: Said,
): string {
  const on = `on ${percent(share)} of the line`
  const paced = `You went ${said.speed(r.meanSpeed)}; it wants ${said.speed(board.plan.speed)}.`
  switch (sign) {
    case 'top-melted':
      return `Rounded by ${said.length(mean(melted(r)))} ${on}. ${paced}`
    case 'closes-behind':
      return `Walls too hot to freeze the slag, ${on}. ${paced}`
    case 'slag-sticks':
      return `It wants a chisel or more ${on}.`
    case 'drag-leans':
      return `The bottom trails the top by ${said.length(r.meanDrag)}. ${paced}`
    case 'cut-lost': {
      const where = `Lost ${said.along(x ?? 0)} along`
      const went = lostMmS[r.losses.findIndex((l) => l.t === t)]
      return cause === 'too-fast' && went !== undefined
        ? `${where}, at ${said.speed(went / 1000)}; it wants ${said.speed(board.plan.speed)}.`
        : `${where}.`
    }
    case 'blows-back':
      return `At ${said.along(x ?? 0)} along.`
    case 'wavy':
      return `It wanders by ${said.length(span ?? 0)}.`
    case 'gouges':
      return `Up to ${said.length(r.maxGouge)} deep.`
    case 'popping':
      return count === 1 ? 'Once.' : `${count ?? 0} times.`
    case 'edge-hard':
      return `Cut at ${said.temperature(board.plate.temperature)}.`
    case 'saw-toothed':
    case 'wide-kerf':
      return `${on.charAt(0).toUpperCase()}${on.slice(1)}.`
    default:
      return ''
  }
}

/** What is wrong with a cut, in the fault finder's words; each sign with its cause once. */
export function foundOnCut(state: PaceState, r: PaceResult, said: Said): readonly FoundOnCut[] {
  const seen = new Set<string>()
  const never = neverCaught(state, r, said)
  const found = faultsOf(state, r).flatMap((f) => {
    const sign = findSign(f.sign)
    const cause = findCause(f.cause)
    const key = `${f.sign} ${f.cause}`
    if (!sign || !cause || seen.has(key)) return []
    seen.add(key)
    return [{ sign, cause, measured: measuredOf(f, r, state, said) }]
  })
  return never ? [never, ...found] : found
}
