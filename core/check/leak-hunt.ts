/** Where a line that loses leaks: which joint is looked at first, and halving what is left until one joint stands alone. */
import type { JointState } from './acceptance.ts'

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
