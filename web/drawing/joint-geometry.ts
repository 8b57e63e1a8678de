import type { BrazePlan, BrazeRequest } from '#core/braze/index.ts'
import { jointFacts, type Joint } from '#core/braze/joints.ts'
import { INCH_M, isInch } from '#core/quantity/index.ts'
import { filletLegM, grooveOf, CROWN_M, seatDiameterM } from '#core/braze/joint.ts'

/** A closed shape of a section, mm: x along the joint, y upward. */
export interface SectionShape {
  readonly part: 'a' | 'b' | 'filler'
  readonly points: readonly (readonly [number, number])[]
}
/** A length told on the drawing, between two places, mm. */
export interface SectionSize {
  readonly name: 'overlap' | 'back' | 'wall' | 'groove' | 'layer' | 'leg'
  readonly valueM: number
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
}
/** A joint in section, to scale but for the gap, which is drawn `gapTimes` as wide as it is. */
export interface JointSection {
  readonly shapes: readonly SectionShape[]
  readonly sizes: readonly SectionSize[]
  readonly box: { readonly minX: number; readonly maxX: number; readonly minY: number; readonly maxY: number }
  readonly gapTimes: number
  /** Where the two aims of the flame strike, mm. */
  readonly aims: readonly (readonly [number, number])[]
  /** The axis of a round joint lies here, mm; absent for flat work. */
  readonly axisY?: number
  /** It is not cut along the way that the heat runs, or alike on both sides: it is drawn without the colours of heat. */
  readonly across?: true
}

const MM = 1000
/** The gap is drawn at least this wide, as a share of the drawing's length. */
const GAP_SHARE = 0.012
/** No more of a radius than this is drawn, as a share of the length: beyond it the axis is broken off. */
const RADIUS_SHARE = 0.32

const rect = (part: SectionShape['part'], x0: number, y0: number, x1: number, y1: number): SectionShape => ({
  part,
  points: [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ],
})

/** The section of a planned joint. Right for every kind of joint; sizes in mm. */
export function jointSection(plan: BrazePlan, { work, shop }: BrazeRequest): JointSection {
  const hot = plan.figures.clearanceHot?.value ?? plan.figures.clearanceCold?.value ?? 0
  const gap = Math.max(0, hot) * MM
  return DRAWN[work.joint](work, gap, isInch(shop.units) ? INCH_M : 0.025)
}

type Work = BrazeRequest['work']

type Drawer = (work: Work, gap: number, backM: number) => JointSection
const round =
  (outer: (sizes: Outer) => SectionShape, runsOn = false): Drawer =>
  (work, gap, backM) =>
    roundSection(work, gap, backM, outer, runsOn)
/** How each joint is drawn: a new one does not compile until it has its drawing. */
const DRAWN: Readonly<Record<Joint, Drawer>> = {
  socket: round(cup),
  swage: round(swage),
  sleeve: round(sleeve, true),
  stub: round(valveBody),
  plug: round(boss),
  branch: round(branchedWall),
  saddle: saddled,
  lap: lapped,
  edgeLap: lapped,
  doubleLap: lapped,
  strap: strapped,
  ring: ringed,
  tee: teed,
  butt: butted,
  scarf: scarfed,
  patch: lapped,
  crack: grooved,
  overlay: faced,
  casting: grooved,
}

function drawnGap(gap: number, span: number): { drawn: number; times: number } {
  const drawn = Math.max(gap, GAP_SHARE * span)
  return { drawn, times: gap > 0 ? drawn / gap : 1 }
}

/** Round parts: `outer` goes round the tube, which may run on through it. */
function roundSection(
  work: Work,
  gap: number,
  backM: number,
  outer: (sizes: Outer) => SectionShape,
  runsOn: boolean,
): JointSection {
  const [ta, tb, lap] = [work.a.wallM * MM, work.b.wallM * MM, work.overlapM * MM]
  const back = 45
  const beyond = Math.max(14, lap * 0.5)
  const span = back + lap + beyond
  const { drawn, times } = drawnGap(gap, span)
  const leg = filletLegM(work) * MM
  const r = (seatDiameterM(work) * MM) / 2
  const solid = jointFacts(work.joint).solid === true
  const ring = solid ? r : ta
  const shownR = Math.min(r, RADIUS_SHARE * span)
  // y = 0 at the outside of the tube
  const inner = solid ? -shownR : -ring
  const around = outer({ lap, beyond, drawn, ta, tb })
  const top = Math.max(...around.points.map(([, y]) => y))
  const far = runsOn ? lap + beyond : lap
  return {
    shapes: [
      rect('a', -back, inner, runsOn ? lap : far, 0),
      around,
      rect('filler', 0, 0, lap, drawn),
      {
        part: 'filler',
        points: [
          [-leg, 0],
          [-0.35 * leg, 0.35 * (leg + drawn) * 0.6],
          [0, drawn + leg * 0.8],
          [0, 0],
        ],
      },
    ],
    sizes: [
      { name: 'overlap', valueM: work.overlapM, from: [0, inner], to: [lap, inner] },
      { name: 'back', valueM: backM, from: [-backM * MM, inner], to: [0, inner] },
      { name: 'wall', valueM: work.a.wallM, from: [-back + 6, 0], to: [-back + 6, -ring] },
    ],
    box: { minX: -back, maxX: lap + beyond, minY: -shownR, maxY: top },
    gapTimes: times,
    aims: [
      [-25, 0],
      [0.3 * lap, top],
    ],
    axisY: -shownR,
  }
}

type Outer = Record<'lap' | 'beyond' | 'drawn' | 'ta' | 'tb', number>
/** What goes round the tube: a cup with its stop, an open sleeve, the wall of a tube that it branches into, or a boss. */
function cup({ lap, beyond, drawn, ta, tb }: Outer): SectionShape {
  return {
    part: 'b',
    points: [
      [0, drawn],
      [lap, drawn],
      [lap, -ta * 0.8],
      [lap + beyond, -ta * 0.8],
      [lap + beyond, drawn + tb],
      [0, drawn + tb],
    ],
  }
}
/** The end of the other tube, widened, and narrowed again to what it was. */
function swage({ lap, beyond, drawn, ta, tb }: Outer): SectionShape {
  const narrow = lap + Math.min(beyond * 0.6, 2 * ta + 3)
  return {
    part: 'b',
    points: [
      [0, drawn],
      [lap, drawn],
      [narrow, -ta],
      [lap + beyond, -ta],
      [lap + beyond, 0],
      [narrow, 0],
      [lap, drawn + tb],
      [0, drawn + tb],
    ],
  }
}
/** A heavy body with its socket, and the passage behind it. */
function valveBody({ lap, beyond, drawn, ta, tb }: Outer): SectionShape {
  const high = drawn + Math.max(2.5 * tb, 12)
  return {
    part: 'b',
    points: [
      [0, drawn],
      [lap, drawn],
      [lap, -ta * 0.8],
      [lap + beyond, -ta * 0.8],
      [lap + beyond, high],
      [lap * 0.45, high],
      [lap * 0.2, drawn + tb],
      [0, drawn + tb],
    ],
  }
}
function sleeve({ lap, beyond, drawn, tb }: Outer): SectionShape {
  return rect('b', 0, drawn, lap + beyond, drawn + tb)
}
function branchedWall({ lap, drawn, tb }: Outer): SectionShape {
  return rect('b', 0, drawn, lap, drawn + 5 * tb + 8)
}
function boss({ lap, drawn, tb }: Outer): SectionShape {
  return rect('b', 0, drawn, lap, drawn + Math.max(tb, 10))
}

/** What flat work is drawn by, mm. */
function flatSizes(work: Work, gap: number) {
  const [ta, tb] = [work.a.wallM * MM, work.b.wallM * MM]
  const lap = Math.max(0.5, work.overlapM * MM)
  const arm = Math.max(3 * Math.max(ta, tb), 1.2 * lap, 12)
  return { ta, tb, lap, arm, ...drawnGap(gap, 2 * arm + lap), leg: filletLegM(work) * MM }
}

/** A fillet in the corner at a place, so far along and so far up, mm; either may be negative. */
const fillet = (x: number, y: number, along: number, up: number): SectionShape => ({
  part: 'filler',
  points: [
    [x + along, y],
    [x, y],
    [x, y + up],
  ],
})

/** One part stands on the other, a fillet on both sides. */
function teed(work: Work, gap: number): JointSection {
  const { ta, tb, arm, drawn, times, leg } = flatSizes(work, gap)
  const half = ta / 2
  const height = Math.max(5 * ta, 14)
  return {
    gapTimes: times,
    shapes: [
      rect('b', -arm, -tb, arm, 0),
      rect('a', -half, drawn, half, drawn + height),
      rect('filler', -half, 0, half, drawn),
      fillet(-half, 0, -leg, drawn + leg),
      fillet(half, 0, leg, drawn + leg),
    ],
    sizes: [{ name: 'leg', valueM: leg / MM, from: [-half - leg, -tb], to: [-half, -tb] }],
    box: { minX: -arm, maxX: arm, minY: -tb, maxY: drawn + height },
    aims: [
      [-arm * 0.45, 0],
      [half + leg, leg],
    ],
  }
}

/** Two edges that meet. */
function butted(work: Work, gap: number): JointSection {
  const { ta, tb, arm, drawn, times } = flatSizes(work, gap)
  return {
    gapTimes: times,
    shapes: [
      rect('a', -arm, -ta, -drawn / 2, 0),
      rect('b', drawn / 2, -tb, arm, 0),
      rect('filler', -drawn / 2, -Math.min(ta, tb), drawn / 2, 0),
    ],
    sizes: [{ name: 'wall', valueM: work.a.wallM, from: [-arm + 2, 0], to: [-arm + 2, -ta] }],
    box: { minX: -arm, maxX: arm, minY: -Math.max(ta, tb), maxY: 0 },
    aims: [
      [-arm * 0.4, 0],
      [arm * 0.4, 0],
    ],
  }
}

/** Two edges cut on a slant that meet. */
function scarfed(work: Work, gap: number): JointSection {
  const { ta, lap, arm, drawn, times } = flatSizes(work, gap)
  const across = drawn * 1.5
  return {
    gapTimes: times,
    shapes: [
      {
        part: 'a',
        points: [
          [-arm, -ta],
          [0, -ta],
          [lap, 0],
          [-arm, 0],
        ],
      },
      {
        part: 'b',
        points: [
          [across, -ta],
          [arm + lap, -ta],
          [arm + lap, 0],
          [lap + across, 0],
        ],
      },
      {
        part: 'filler',
        points: [
          [0, -ta],
          [across, -ta],
          [lap + across, 0],
          [lap, 0],
        ],
      },
    ],
    sizes: [{ name: 'overlap', valueM: work.overlapM, from: [0, -ta], to: [lap, -ta] }],
    box: { minX: -arm, maxX: arm + lap, minY: -ta, maxY: 0 },
    aims: [
      [-arm * 0.3, 0],
      [lap + arm * 0.3, 0],
    ],
  }
}

/** One part over the other, or one on both sides of it; a patch lies over a crack that runs through the part below. */
function lapped(work: Work, gap: number): JointSection {
  const { ta, tb, lap, arm, drawn, times, leg } = flatSizes(work, gap)
  const { films, around: patch = false, edges } = jointFacts(work.joint)
  const twice = films === 2
  const cracked = patch ? lap * 0.9 : 0
  const right = patch ? 2 * lap + cracked : lap + arm
  const below = -ta - drawn
  const minY = twice ? below - tb : -ta
  return {
    gapTimes: times,
    shapes: [
      ...(patch
        ? [
            rect('a', -arm, -ta, lap + cracked / 2 - 0.4, 0),
            rect('a', lap + cracked / 2 + 0.4, -ta, right + arm, 0),
          ]
        : [rect('a', -arm, -ta, lap, 0)]),
      rect('b', 0, drawn, right, drawn + tb),
      rect('filler', 0, 0, patch ? right : lap, drawn),
      ...(twice ? [rect('b', 0, below - tb, right, below), rect('filler', 0, below, lap, -ta)] : []),
      fillet(0, 0, -leg, drawn + Math.min(leg, tb)),
      ...(edges ? [fillet(lap, drawn, leg, -Math.min(leg, ta))] : []),
    ],
    sizes: [{ name: 'overlap', valueM: work.overlapM, from: [0, minY], to: [lap, minY] }],
    box: { minX: -arm, maxX: patch ? right + arm : right, minY, maxY: drawn + tb },
    aims: [
      [-arm * 0.4, 0],
      [lap * 0.5, drawn + tb],
    ],
  }
}

/** Two parts that meet, with a strap over both sides of them. */
function strapped(work: Work, gap: number): JointSection {
  const [ta, tb] = [work.a.wallM * MM, work.b.wallM * MM]
  const lap = Math.max(0.5, work.overlapM * MM)
  const arm = lap + Math.max(3 * ta, 0.8 * lap, 10)
  const { drawn, times } = drawnGap(gap, 2 * arm)
  const leg = filletLegM(work) * MM
  const deep = drawn + Math.min(leg, tb)
  const below = -ta - drawn
  return {
    across: true,
    gapTimes: times,
    shapes: [
      rect('a', -arm, -ta, -0.3, 0),
      rect('a', 0.3, -ta, arm, 0),
      rect('b', -lap, drawn, lap, drawn + tb),
      rect('b', -lap, below - tb, lap, below),
      rect('filler', -lap, 0, lap, drawn),
      rect('filler', -lap, below, lap, -ta),
      ...([-1, 1] as const).flatMap((end) => [
        fillet(end * lap, 0, end * leg, deep),
        fillet(end * lap, -ta, end * leg, -deep),
      ]),
    ],
    sizes: [{ name: 'overlap', valueM: work.overlapM, from: [0, below - tb], to: [lap, below - tb] }],
    box: { minX: -arm, maxX: arm, minY: below - tb, maxY: drawn + tb },
    aims: [
      [-arm * 0.75, 0],
      [lap * 0.4, drawn + tb],
    ],
  }
}

/** A ring, or a whole boss, on a plate, cut through its middle. */
function ringed(work: Work, gap: number): JointSection {
  const [ta, tb] = [work.a.wallM * MM, work.b.wallM * MM]
  const half = Math.max(1, (work.widthM * MM) / 2)
  const face = Math.min(half, Math.max(0.5, work.overlapM * MM))
  const arm = half + Math.max(0.5 * half, 8)
  const { drawn, times } = drawnGap(gap, 2 * arm)
  const leg = filletLegM(work) * MM
  const open = half - face > 0.5
  const edge = (x: number, outward: -1 | 1) => fillet(x, 0, outward * leg, drawn + Math.min(leg, tb))
  const faces = open
    ? ([
        [-half, -half + face],
        [half - face, half],
      ] as const)
    : ([[-half, half]] as const)
  return {
    across: true,
    gapTimes: times,
    shapes: [
      rect('a', -arm, -ta, arm, 0),
      ...faces.flatMap(([x0, x1]) => [
        rect('b', x0, drawn, x1, drawn + tb),
        rect('filler', x0, 0, x1, drawn),
      ]),
      edge(-half, -1),
      edge(half, 1),
      ...(open ? [edge(-half + face, 1), edge(half - face, -1)] : []),
    ],
    sizes: [{ name: 'overlap', valueM: face / MM, from: [half - face, -ta], to: [half, -ta] }],
    box: { minX: -arm, maxX: arm, minY: -ta, maxY: drawn + tb },
    aims: [
      [-half + Math.min(face, half) / 2, drawn + tb],
      [half + (arm - half) / 2, 0],
    ],
  }
}

/** Points along an arc round the middle of a run whose top is at 0, from one angle off the upright to another. */
const arc = (radius: number, topRadius: number, from: number, to: number): (readonly [number, number])[] =>
  Array.from({ length: 13 }, (_, i) => {
    const angle = from + ((to - from) * i) / 12
    return [radius * Math.sin(angle), radius * Math.cos(angle) - topRadius] as const
  })

/** A saddle on its run, cut across the run: the branch stands on it, its saddle lies round it. */
function saddled(work: Work, gap: number): JointSection {
  const [ta, tb] = [work.a.wallM * MM, work.b.wallM * MM]
  const r = (seatDiameterM(work) * MM) / 2
  const lap = work.overlapM * MM
  const run = Math.max(1.5 * (r + lap), ((work.b.outsideDiameterM ?? 0) * MM) / 2)
  const { drawn, times } = drawnGap(gap, 2 * run)
  const height = Math.max(1.2 * r, 12)
  const [inside, mouth] = [Math.asin((r - ta) / run), Math.asin(r / run)]
  const reach = mouth + lap / run
  const ends = Math.min(Math.PI / 2, reach + 0.35)
  const band = (
    part: SectionShape['part'],
    low: number,
    high: number,
    from: number,
    to: number,
  ): SectionShape => ({ part, points: [...arc(low, run, from, to), ...arc(high, run, to, from)] })
  const both = (shape: (side: -1 | 1) => SectionShape) => [shape(-1), shape(1)]
  const onTop = run + drawn + ta
  const standing = (side: -1 | 1): SectionShape => ({
    part: 'a',
    points: [
      [side * r, onTop * Math.cos(mouth) - run],
      [side * r, height],
      [side * (r - ta), height],
      [side * (r - ta), (run + drawn) * Math.cos(inside) - run],
    ],
  })
  const minY = (run - tb) * Math.cos(ends) - run
  return {
    gapTimes: times,
    across: true,
    shapes: [
      ...both((s) => band('b', run - tb, run, s * inside, s * ends)),
      ...both((s) => band('a', run + drawn, onTop, s * mouth, s * reach)),
      ...both(standing),
      ...both((s) => band('filler', run, run + drawn, s * inside, s * reach)),
    ],
    sizes: [
      { name: 'overlap', valueM: work.overlapM, from: [r, minY], to: [run * Math.sin(reach), minY] },
      { name: 'wall', valueM: work.a.wallM, from: [-r, height], to: [-(r - ta), height] },
    ],
    box: { minX: -run * Math.sin(ends), maxX: run * Math.sin(ends), minY, maxY: height },
    aims: [
      [-(run * Math.sin((mouth + reach) / 2)), onTop * Math.cos((mouth + reach) / 2) - run],
      [run * Math.sin(ends) * 0.95, run * Math.cos(ends) - run],
    ],
  }
}

function faced(work: Work): JointSection {
  const t = work.a.wallM * MM
  const layer = work.layerM * MM
  const width = Math.min(work.widthM * MM, 8 * t)
  const arm = Math.max(10, width * 0.4)
  return {
    gapTimes: 1,
    shapes: [rect('a', -arm, -t, width + arm, 0), rect('filler', 0, 0, width, layer)],
    sizes: [{ name: 'layer', valueM: work.layerM, from: [width, 0], to: [width, layer] }],
    box: { minX: -arm, maxX: width + arm, minY: -t, maxY: layer },
    aims: [[width / 2, layer]],
  }
}

function grooved(work: Work): JointSection {
  const t = work.a.wallM * MM
  const layer = CROWN_M * MM
  const { depthM, widthM } = grooveOf(work)
  const [d, w] = [depthM * MM, widthM * MM]
  const arm = Math.max(2.2 * w, 16)
  return {
    gapTimes: 1,
    shapes: [
      {
        part: 'a',
        points: [
          [-arm, -t],
          [arm, -t],
          [arm, 0],
          [w / 2, 0],
          [0, -d],
          [-w / 2, 0],
          [-arm, 0],
        ],
      },
      {
        part: 'filler',
        points: [
          [-w / 2 - 1, 0],
          [-w / 2, 0],
          [0, -d],
          [w / 2, 0],
          [w / 2 + 1, 0],
          [w / 4, layer * 0.85],
          [0, layer],
          [-w / 4, layer * 0.85],
        ],
      },
    ],
    sizes: [
      { name: 'groove', valueM: widthM, from: [-w / 2, layer], to: [w / 2, layer] },
      { name: 'wall', valueM: depthM, from: [w / 2 + 4, 0], to: [w / 2 + 4, -d] },
    ],
    box: { minX: -arm, maxX: arm, minY: -t, maxY: layer },
    aims: [[0, layer]],
  }
}
