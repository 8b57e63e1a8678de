import { MISSED, underTorch } from '../cut-sim/pace-sim.ts'
import { glowAt } from '../metal/glow.ts'
import { isThin, READY_C, type PaceBoard } from './pace-board.ts'
import type { PaceState } from './pace-play.ts'

/** From here on, and colder than that, plate is warmed first: m, °C. */
const HEAVY_M = 0.025
const COLD_C = 5

/** What is asked for on a board, in the order in which it is done. */
export function paceAsks(board: PaceBoard): string {
  const { shape, plate } = board
  switch (shape) {
    case 'bevel':
      return 'More to go through: a little slower, with some dross on the far side.'
    case 'circle':
      return plate.start === 'pierce'
        ? 'Pierce inside the line: wet, back off, ease the lever down. Then once round at one pace.'
        : 'From the edge, then once round at one pace.'
    case 'fastener':
      return 'A slice through it, without a touch to what is under it: short, and it heats through quickly.'
    case 'pierce':
      return 'Wait until the spot is wet, back off, ease the lever down; once it is through, down to height and along.'
    case 'line':
      if (isThin(board)) return 'Quick, and leaned forward. Slow, it melts and closes behind the torch.'
      return plate.temperature < COLD_C && plate.thickness >= HEAVY_M
        ? 'Frost on it: run the flame along the line first, then hold the edge until it is ready.'
        : 'Hold the edge until it is bright cherry, press, and go along the line at one pace.'
  }
}

/** Where the sparks go: what tells a cut from below. */
export const SPARKS = ['none', 'down', 'trail', 'up'] as const
export type Sparks = (typeof SPARKS)[number]

/** What somebody sees and hears of a cut as it stands. */
export interface PaceSeen {
  /** The colour of the top where the torch is. */
  readonly glow: string
  readonly sparks: Sparks
  /** Degrees from straight down that they trail back. */
  readonly trails: number
  /** What just happened, for as long as it matters. */
  readonly happened: string | undefined
}

/**
 * How far from the model's top, a mean over some mm, what is seen lies, K: so far that the trade's own cues come when it is
 * ready. An edge turns bright cherry as it kindles; a spot that is ready to be pierced is orange, and wet.
 */
export const skinK = ({ plate }: Pick<PaceBoard, 'plate'>): number => (plate.start === 'edge' ? -60 : 150)
/** Something that happened is told for so long, s. */
const TOLD_S = 3

/** How far the bottom lags behind now, m: of the column that was cut through last. */
export function dragNow({ sim }: PaceState): number {
  const { columns, undone, runFrom, jet } = sim
  const last = Math.max(runFrom, undone - 1)
  return sim.mode === 'run' && undone > runFrom ? (columns.drag[last] as number) : jet.reach * 0.5
}

/** From this share of what the jet bridges on sparks are seen to trail: slag begins to stick soon after. */
const TRAILS = 0.7

/** Where the sparks go. */
function sparksOf(state: PaceState): Pick<PaceSeen, 'sparks' | 'trails'> {
  const { sim } = state
  const { columns, undone, runFrom, jet } = sim
  if (sim.mode === 'off') return { sparks: 'none', trails: 0 }
  const through = sim.mode === 'run' && (undone > runFrom || sim.front - runFrom * sim.heat.dx < jet.reach)
  if (!through || columns.state[Math.max(0, undone - 1)] === MISSED) return { sparks: 'up', trails: 0 }
  const drag = dragNow(state)
  const trails = (Math.atan(drag / jet.te) * 180) / Math.PI
  return { sparks: drag < jet.reach * TRAILS ? 'down' : 'trail', trails }
}

/** What happened in the last seconds. */
function happenedOf({ sim, at }: PaceState): string | undefined {
  const t = at * sim.dt
  const lately = (of: { readonly t: number } | undefined) => of !== undefined && t - of.t < TOLD_S
  const loss = sim.losses.at(-1)
  if (lately(loss)) return 'The cut is lost: lever up, back to the edge of it, and heat again.'
  const blow = sim.blows.at(-1)
  if (lately(blow) && blow)
    return blow.cause === 'pierced-low'
      ? 'Slag blows back into the tip: too low for a pierce.'
      : 'It blows back up: not through.'
  const pop = sim.pops.at(-1)
  if (pop !== undefined && t - pop < TOLD_S) return 'It pops: the cones touched the work.'
  const refused = sim.refused.at(-1)
  if (refused && t - (refused.t + refused.seconds) < 0.6 && sim.mode === 'off')
    return 'Nothing starts: the oxygen chills it. Lever up, and heat on.'
  if (sim.columns.bridged.includes(1) && sim.mode === 'run') return 'It closes behind the torch.'
  return undefined
}

/** The colour of the top, and whether it is wet: what a pierce waits for. */
function glowOf({ board, sim }: PaceState, celsius: number): string {
  if (sim.mode === 'run') return 'white hot, burning'
  const glow = glowAt(celsius + skinK(board) + 273.15)
  const wet = board.plate.start === 'pierce' && sim.starts.length === 0 && celsius >= READY_C.pierce
  return wet ? `${glow}, wet` : glow
}

/** How a cut looks now, in a dim shop. */
export function paceSeen(state: PaceState): PaceSeen {
  const { sim, x } = state
  const celsius = underTorch(sim, 0, x / 1000)
  const over = x < -6 || x > state.board.plate.length * 1000 + 6
  return {
    glow: over ? 'beside the plate' : glowOf(state, celsius),
    ...sparksOf(state),
    happened: happenedOf(state),
  }
}
