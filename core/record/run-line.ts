import { fromUnixTime } from 'date-fns/fromUnixTime'
import { parseISO } from 'date-fns/parseISO'
import { goOver, pieceAt, runLed, type LedStep, type OnLine } from '../line/led.ts'
import { restS, SHORT_BURN_S, type Burn } from '../gas/short-burns.ts'
import { coldLine, type LineState } from '../line/state.ts'

/** How far a run has come: what of it was confirmed, by step id, and what was left out. */
export interface Come {
  readonly steps: readonly LedStep[]
  readonly index: number
  readonly confirmed: Readonly<Partial<Record<string, { readonly at: string; readonly skipped: boolean }>>>
}

/**
 * How the line stands where a run does, as it is met for the step in hand: by the steps that were done, or asserted to be
 * so; not by those left out.
 * @param pieces those of the run, one or more
 */
export function lineOfRun(come: Come, pieces: readonly OnLine[]): LineState {
  const { steps, index } = come
  const { taken, first } = begunWith(come, pieces)
  const { state } = runLed(taken, pieces, coldLine(first.setup.setting))
  return goOver(state, pieceAt(pieces, taken.at(-1) ?? steps[index]), pieceAt(pieces, steps[index]))
}

/** The steps that a run has taken, not those left out; and the piece that its line was cold for. */
function begunWith({ steps, index, confirmed }: Come, pieces: readonly OnLine[]) {
  const taken = steps.slice(0, index).filter((s) => confirmed[s.id]?.skipped !== true)
  return { taken, first: pieceAt(pieces, taken[0] ?? steps[index]) }
}

/** Moment of an ISO time, s. */
const secondsOf = (iso: string): number => parseISO(iso).getTime() / 1000
/** The ISO time of a moment, s. */
export const isoOf = (s: number): string => fromUnixTime(s).toISOString()

/** What of a run was burned in short burns: each from the step before it was lit, towards safety, until it was shut. */
export interface Burnt {
  readonly burns: readonly Burn[]
  /** Since when the flame is lit, s; undefined where it is out, or burns without a limit. */
  readonly litS: number | undefined
}

/**
 * The stretches that the flame was lit for in a run, where its cylinder is drawn in short burns; breaks and whoever took
 * it over are in it.
 * @param pieces those of the run, one or more
 * @param startedAt when the run began, ISO
 */
export function burntIn(come: Come, pieces: readonly OnLine[], startedAt: string): Burnt {
  if (!pieces.some((p) => p.setup.shortBurns)) return { burns: [], litS: undefined }
  const { taken, first } = begunWith(come, pieces)
  let state = coldLine(first.setup.setting)
  let before = first
  let at = secondsOf(startedAt)
  let litS: number | undefined
  let flow = 0
  const burns: Burn[] = []
  for (const step of taken) {
    const piece = pieceAt(pieces, step)
    state = runLed([step], pieces, goOver(state, before, piece)).state
    before = piece
    const now = secondsOf(come.confirmed[step.id]?.at ?? startedAt)
    const { shortBurns } = piece.setup
    if (state.flame !== 'out' && shortBurns) {
      litS ??= at
      flow = Math.max(flow, shortBurns.flow)
    } else if (litS !== undefined) {
      burns.push({ fromS: litS, toS: Math.max(litS, now), flow })
      litS = undefined
      flow = 0
    }
    at = now
  }
  return { burns, litS }
}

/**
 * When the cylinder has rested enough for the next minute, s: by what was burned in the run, not by how often.
 * @param piece the one that is lit for
 */
export function restedAt({ burns }: Burnt, { setup: { shortBurns } }: OnLine): number | undefined {
  const last = burns.at(-1)
  if (!shortBurns || !last) return undefined
  return last.toS + restS(burns, last.toS, { seconds: SHORT_BURN_S, flow: shortBurns.flow }, shortBurns.limit)
}
