/** A two-plate trial: one tip and one setting on two thicknesses, and which plate it is best for. */
import { steelRow, TABLE_SPAN_M } from '../cut/steel-table.ts'
import type { CutSeen, Verdict } from './acceptance.ts'
import { SLAG_CLASSES } from './outcome.ts'

/** One plate of it as it came out: SI, the speed as it was timed or else as planned. */
export interface TrialCut {
  readonly thicknessM: number
  readonly seen: Pick<CutSeen, 'edge' | 'slag' | 'drop' | 'dragM'>
  readonly outcome: Verdict['outcome']
  readonly speed: number | undefined
}

/** What a trial comes to: the plates that the setting is good for, thinnest first, and the one of them it is best for. */
export interface TrialAnswer {
  readonly good: readonly number[]
  /** Undefined: neither, or both alike. */
  readonly bestM: number | undefined
  /** What decided it: that only one is good, how it came out, how near its speed is to the plate's own; or nothing. */
  readonly by: 'neither' | 'only-one' | 'slag' | 'drag' | 'speed' | 'alike'
}

/** A drag or a speed that differs by less than this decides nothing: a share of the plate, and a ratio. */
const SAME_DRAG = 0.05
const SAME_SPEED = 1.1

const slagOf = ({ seen }: TrialCut) => SLAG_CLASSES.indexOf(seen.slag === 'not-seen' ? 'one-tap' : seen.slag)
const dragOf = ({ seen, thicknessM }: TrialCut) =>
  seen.dragM === undefined ? undefined : seen.dragM / thicknessM
/** How far a speed lies from the middle of what is published for its plate, as a ratio of 1 or more. */
function offSpeed({ speed, thicknessM }: TrialCut): number | undefined {
  if (speed === undefined || thicknessM > TABLE_SPAN_M[1]) return undefined
  // speeds are the same whatever the fuel
  const [low, high] = steelRow(thicknessM, 'acetylene').speed
  const ratio = speed / ((low + high) / 2)
  return ratio > 1 ? 1 : 1 / ratio
}

/** Which of two is less, where they differ by more than what decides nothing. */
function less(
  a: number | undefined,
  b: number | undefined,
  differ: (a: number, b: number) => boolean,
): 0 | 1 | undefined {
  if (a === undefined || b === undefined || !differ(a, b)) return undefined
  return a < b ? 0 : 1
}

/**
 * Judges a trial by what came out of both plates. A cut that failed its check, or did not drop, is not good; of two good
 * ones the better has the slag that comes off easier, else less drag for its thickness, else the speed that is nearer to
 * what its plate is usually cut at.
 * @param cuts both plates, in any order; thickness above 0
 */
export function judgeTrial(cuts: readonly [TrialCut, TrialCut]): TrialAnswer {
  const good = cuts
    .filter((c) => c.outcome !== 'failed' && c.seen.drop !== 'no')
    .sort((a, b) => a.thicknessM - b.thicknessM)
  const thicknesses = good.map((c) => c.thicknessM)
  const [a, b] = good
  if (!a) return { good: [], bestM: undefined, by: 'neither' }
  if (!b) return { good: thicknesses, bestM: a.thicknessM, by: 'only-one' }
  const slag = less(slagOf(a), slagOf(b), (x, y) => x !== y)
  const drag = less(dragOf(a), dragOf(b), (x, y) => Math.abs(x - y) > SAME_DRAG)
  const speed = less(offSpeed(a), offSpeed(b), (x, y) => Math.max(x / y, y / x) > SAME_SPEED)
  const better = slag ?? drag ?? speed
  return {
    good: thicknesses,
    bestM: better === undefined ? undefined : thicknesses[better],
    by: slag !== undefined ? 'slag' : drag !== undefined ? 'drag' : speed !== undefined ? 'speed' : 'alike',
  }
}
