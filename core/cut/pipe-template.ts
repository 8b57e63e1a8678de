/** A point of a wrap-round template, m: `x` round the pipe, `y` along it. */
export interface WrapPoint {
  readonly x: number
  readonly y: number
}

/** A line to be cut on a pipe, unrolled: closed in x over the circumference. */
export interface WrapTemplate {
  /** Once round the outside of the pipe, m. */
  readonly circumferenceM: number
  readonly points: readonly WrapPoint[]
  /** From the lowest to the highest point along the pipe, m. */
  readonly riseM: number
  /** Length of the line itself on the pipe's surface, m. */
  readonly lineM: number
}

/** A branch on a run. Radii and offset in m; `angleRad` between the two axes, 90° for a tee. */
export interface Branch {
  /** Outside of the branch: what the template is wrapped round. */
  readonly outsideM: number
  /** Bore of the branch: the edge that seats on the run. */
  readonly boreM: number
  readonly runM: number
  readonly angleRad: number
  readonly offsetM: number
}

const STEPS = 360

function wrap(radiusM: number, yOf: (theta: number) => number): WrapTemplate {
  const points: WrapPoint[] = []
  let low = Infinity
  for (let i = 0; i <= STEPS; i++) {
    const theta = (2 * Math.PI * i) / STEPS
    const y = yOf(theta)
    points.push({ x: radiusM * theta, y })
    low = Math.min(low, y)
  }
  const shifted = points.map((p) => ({ x: p.x, y: p.y - low }))
  let lineM = 0
  for (let i = 1; i < shifted.length; i++) {
    const [a, b] = [shifted[i - 1], shifted[i]]
    if (a && b) lineM += Math.hypot(b.x - a.x, b.y - a.y)
  }
  return {
    circumferenceM: 2 * Math.PI * radiusM,
    points: shifted,
    riseM: Math.max(...shifted.map((p) => p.y)),
    lineM,
  }
}

/** A square cut: a straight band, once round. */
export const squareTemplate = (radiusM: number): WrapTemplate => wrap(radiusM, () => 0)

/**
 * A mitre: the plane through the axis at an angle from square meets the outside at y = R·tan α·(1 − cos θ).
 * @param angleRad from square; half the elbow's angle for each of two pieces
 */
export const mitreTemplate = (radiusM: number, angleRad: number): WrapTemplate =>
  wrap(radiusM, (theta) => -radiusM * Math.tan(angleRad) * Math.cos(theta))

/**
 * Where the bore's edge meets the run: `across` the run's axis and `along` the branch's own from where the axes cross,
 * m, for an angle round the branch. Undefined when part of the branch would miss the run.
 */
function seatOf({ boreM, runM, angleRad, offsetM }: Branch) {
  if (boreM + Math.abs(offsetM) > runM || angleRad <= 0) return undefined
  return (theta: number) => {
    const across = boreM * Math.sin(theta) + offsetM
    const height = Math.sqrt(Math.max(0, runM * runM - across * across))
    return { across, along: (height + boreM * Math.cos(theta) * Math.cos(angleRad)) / Math.sin(angleRad) }
  }
}

/**
 * The end of a branch that sits on a run, cut with the torch pointing at the branch's axis. The bore's edge seats on
 * the run, so that the outside stands open for the filler and nowhere fouls. θ = 0 is the side that leans over the run.
 * @returns undefined when part of the branch would miss the run
 */
export function saddleTemplate(branch: Branch): WrapTemplate | undefined {
  const seat = seatOf(branch)
  return seat && wrap(branch.outsideM, (theta) => seat(theta).along)
}

/**
 * The opening in the run under a branch's bore, unrolled on the run's outside: `x` round the run from its crown, `y`
 * along it from where the axes cross.
 * @returns a closed line, or undefined when part of the branch would miss the run
 */
export function openingTemplate(branch: Branch): readonly WrapPoint[] | undefined {
  const { boreM, runM, angleRad } = branch
  const seat = seatOf(branch)
  return (
    seat &&
    Array.from({ length: STEPS + 1 }, (_, i) => {
      const theta = (2 * Math.PI * i) / STEPS
      const { across, along } = seat(theta)
      return {
        x: runM * Math.asin(across / runM),
        y: along * Math.cos(angleRad) + boreM * Math.cos(theta) * Math.sin(angleRad),
      }
    })
  )
}
