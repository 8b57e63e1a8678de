/** Where a line that loses leaks: which joint is looked at first, and halving what is left until one joint stands alone. */
import type { JointState } from './acceptance.ts'
import type { HoldReading } from './readings.ts'
import { judgeTrade, leastCounted, type Gauged } from './trade-verdict.ts'

/** A joint of the line, as far as anybody has looked at it. */
export interface Suspect {
  readonly id: string
  readonly name: string
  /** What was seen round it; empty where nobody looked. */
  readonly places: readonly JointState[]
  /** Somebody saw a way through it. */
  readonly leakPath?: boolean
}

/** What was seen, the likeliest to leak first. A joint that nobody has looked at comes before one that is full. */
const LIKELY: readonly JointState[] = [
  'crack',
  'gap',
  'pinhole',
  'melted',
  'thin',
  'undercut',
  'not-seen',
  'full',
]
const rank = (state: JointState): number => LIKELY.indexOf(state)
const worst = ({ places, leakPath }: Suspect): number =>
  leakPath === true ? -1 : places.length === 0 ? rank('not-seen') : Math.min(...places.map(rank))

/** What is worth a look on any line beside its brazed joints, the likeliest first. */
export const ELSEWHERE: readonly string[] = [
  'The test gauge’s own hose and both its ends',
  'Flare nuts and threads',
  'Valve stems, caps and cores',
]

/**
 * The joints of a line in the order in which they are looked at: the worst that was seen first, those that are alike in
 * their order.
 * @returns each with why it stands there: what was seen, or that nobody has looked
 */
export function lookFirst(
  joints: readonly Suspect[],
): readonly (Suspect & { readonly seen: JointState | 'way-through' })[] {
  return joints
    .map((joint, i) => ({ joint, i, at: worst(joint) }))
    .sort((a, b) => a.at - b.at || a.i - b.i)
    .map(({ joint, at }) => ({ ...joint, seen: at < 0 ? 'way-through' : (LIKELY[at] ?? 'not-seen') }))
}

/** A stretch of a line between two places where it can be shut, by the joints in it, in their order along the line. */
export interface Halved<T> {
  /** The half nearer to the gauge, and the other. */
  readonly near: readonly T[]
  readonly far: readonly T[]
}

/**
 * Halves a stretch: shut it between, read both halves, and go on with the one that falls.
 * @returns undefined where one joint is left: that is the one
 */
export function halve<T>(joints: readonly T[]): Halved<T> | undefined {
  if (joints.length < 2) return undefined
  const middle = Math.ceil(joints.length / 2)
  return { near: joints.slice(0, middle), far: joints.slice(middle) }
}

/** What the readings of the half nearer to the gauge tell. */
export interface HalfResult {
  /** Which half leaks; `wait`: nothing is told yet; `fed`: it goes the other way, so the line is not shut there. */
  readonly verdict: 'near' | 'far' | 'wait' | 'fed'
  /** When it is told, s from now; 0 where that waits for a first reading. */
  readonly waitS: number
}

/** Of a half under vacuum: it rises at least as fast as the whole line did where the leak is in it. */
const NEAR_SHARE = 0.6
const FAR_SHARE = 0.3
/** A half under vacuum is read over so long at least, s. */
const VACUUM_HALF_S = 180

/**
 * Judges a half by its readings. What leaks in half of a line moves it at least as fast as it moved the whole: so a half
 * that has not moved by the time in which the whole would have moved twice what can be shown is tight, and the other leaks.
 * @param asked.movedPaPerS how fast the whole line lost, or under vacuum rose, Pa/s, above nothing
 * @param asked.atPaAbs the pressure in it then, Pa absolute; a leak slows down with it
 */
export function judgeHalf(
  asked: Gauged & {
    readonly kind: 'pressure' | 'vacuum'
    readonly movedPaPerS: number
    readonly atPaAbs: number
    readonly ambientPa: number
    readonly readings: readonly HoldReading[]
    readonly temperatureRead: boolean
  },
): HalfResult {
  const { readings, movedPaPerS, ambientPa } = asked
  const [first, last] = [readings[0], readings.at(-1)]
  if (!first || !last) return { verdict: 'wait', waitS: 0 }
  const stoodS = last.timeS - first.timeS
  if (asked.kind === 'vacuum') {
    if (stoodS < VACUUM_HALF_S) return { verdict: 'wait', waitS: VACUUM_HALF_S - stoodS }
    const share = (last.pressurePaAbs - first.pressurePaAbs) / stoodS / movedPaPerS
    if (share >= NEAR_SHARE) return { verdict: 'near', waitS: 0 }
    return share <= FAR_SHARE ? { verdict: 'far', waitS: 0 } : { verdict: 'wait', waitS: VACUUM_HALF_S }
  }
  const gauge = (pa: number) => Math.max(1, pa - ambientPa)
  const slower = Math.min(1, gauge(first.pressurePaAbs) / gauge(asked.atPaAbs))
  const neededS = (2 * leastCounted(first, asked.temperatureRead, asked)) / (movedPaPerS * slower)
  const { verdict } = judgeTrade({ ...asked, askedS: neededS, supplyOff: true })
  if (verdict === 'leaks') return { verdict: 'near', waitS: 0 }
  if (verdict === 'void') return { verdict: 'fed', waitS: 0 }
  // a gauge that is coarse for what is left in it shows that much all the same
  return stoodS >= neededS ? { verdict: 'far', waitS: 0 } : { verdict: 'wait', waitS: neededS - stoodS }
}
